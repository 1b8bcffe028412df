import type { Scale } from './alike'
import { ALONE, costOf, fitOf } from './alike'
import type { Line, Measured } from './line'
import { measured } from './line'
import type { Piece } from './pair'

/** What it costs besides that two lines become one. */
const JOINING = 0.15
/** Ends farther apart than this share of a drawing's size are not of one line. */
const APART = 0.12
/** So many pairs near a lone line are tried. */
const TRIED = 8

/** Two lines as one, the first before the second, each turned so that their nearest ends meet; `gap` is left there. */
interface Joined {
  readonly whole: Measured
  readonly gap: number
}

const reversed = (points: readonly number[]): number[] => {
  const out: number[] = []
  for (let i = points.length - 3; i >= 0; i -= 3) out.push(points[i]!, points[i + 1]!, points[i + 2]!)
  return out
}

function joined(one: Measured, two: Measured): Joined {
  const [p, q] = [one.line.stroke.points, two.line.stroke.points]
  const ends = [
    { turned: [false, false], gap: apart(p, 'end', q, 'start') },
    { turned: [false, true], gap: apart(p, 'end', q, 'end') },
    { turned: [true, false], gap: apart(p, 'start', q, 'start') },
    { turned: [true, true], gap: apart(p, 'start', q, 'end') },
  ] as const
  const best = ends.reduce((least, e) => (e.gap < least.gap ? e : least))
  const points = [...(best.turned[0] ? reversed(p) : p), ...(best.turned[1] ? reversed(q) : q)]
  const line: Line = { ...one.line, stroke: { ...one.line.stroke, points } }
  return { whole: measured(line), gap: best.gap }
}

function apart(p: readonly number[], pEnd: 'start' | 'end', q: readonly number[], qEnd: 'start' | 'end'): number {
  const at = (list: readonly number[], end: 'start' | 'end') => (end === 'start' ? 0 : list.length - 3)
  const [i, j] = [at(p, pEnd), at(q, qEnd)]
  return Math.hypot(p[i]! - q[j]!, p[i + 1]! - q[j + 1]!)
}

/**
 * Lets lines that stayed alone join a pair, where one line and two that together look like it cost less than the pair
 * and a lone line do; the cheapest first. A pair is joined once.
 */
export function joinAlone(
  a: readonly Measured[],
  b: readonly Measured[],
  pairs: readonly Piece[],
  scale: Scale,
): Piece[] {
  const out = [...pairs]
  const taken = new Set<Piece>()
  const [usedA, usedB] = [new Set(pairs.map(p => p.a)), new Set(pairs.map(p => p.b))]
  const wishes = [
    ...b.flatMap((_, j) => (usedB.has(j) ? [] : wishesOf(a, b, pairs, scale, j, 'second'))),
    ...a.flatMap((_, i) => (usedA.has(i) ? [] : wishesOf(a, b, pairs, scale, i, 'first'))),
  ].sort((p, q) => q.gain - p.gain)
  const done = new Set<string>()
  for (const { pair, lone, side, pieces } of wishes) {
    if (taken.has(pair) || done.has(`${side} ${lone}`)) continue
    taken.add(pair)
    done.add(`${side} ${lone}`)
    out.splice(out.indexOf(pair), 1, ...pieces)
  }
  return out
}

interface Wish {
  readonly pair: Piece
  readonly lone: number
  readonly side: 'first' | 'second'
  readonly gain: number
  readonly pieces: readonly Piece[]
}

/** The pairs that a lone line could join, with what that spares. */
function wishesOf(
  a: readonly Measured[],
  b: readonly Measured[],
  pairs: readonly Piece[],
  scale: Scale,
  lone: number,
  side: 'first' | 'second',
): Wish[] {
  const second = side === 'second'
  const list = second ? b : a
  const own = list[lone]!
  if (own.fill || own.closed || own.length < 2) return []
  const near = pairs
    .map(pair => {
      const mate = list[second ? pair.b : pair.a]!
      return { pair, mate, far: Math.hypot(mate.cx - own.cx, mate.cy - own.cy) }
    })
    .filter(({ mate }) => !mate.fill && !mate.closed && mate.length > 2)
    .sort((p, q) => p.far - q.far)
    .slice(0, TRIED)
  return near.flatMap(({ pair, mate }): Wish[] => {
    const both = joined(mate, own)
    if (both.gap > APART * scale.size) return []
    const one = second ? a[pair.a]! : b[pair.b]!
    const cost = second
      ? costOf(one, both.whole, scale, pair.a, pair.b)
      : costOf(both.whole, one, scale, pair.a, pair.b)
    // Together they look more like the one than the mate alone does; a stray line is not hung on a pair that is fine.
    const gain = cost < pair.cost ? pair.cost + ALONE - (cost + JOINING) : 0
    const found = { one, mate, own, both, cost, turn: scale.laying.turn }
    return gain > 0 ? [{ pair, lone, side, gain, pieces: parted(pair, lone, side, found) }] : []
  })
}

interface Found {
  readonly one: Measured
  readonly mate: Measured
  readonly own: Measured
  readonly both: Joined
  readonly cost: number
  readonly turn: number
}

/** The one line cut where the two meet: each of the two has its own part of it. */
function parted(
  pair: Piece,
  lone: number,
  side: 'first' | 'second',
  { one, mate, own, both, cost, turn }: Found,
): Piece[] {
  const share = mate.length / (mate.length + own.length)
  // The mate lies at the beginning of the whole; the one may have been drawn the other way.
  const [first, next] = side === 'second' ? [one, both.whole] : [both.whole, one]
  const begins = !fitOf(first, next, turn).reversed
  const [mateAt, ownAt] = begins
    ? ([[0, share] as const, [share, 1] as const] as const)
    : ([[1 - share, 1] as const, [0, 1 - share] as const] as const)
  const each = { cost: cost / 2 + JOINING / 2, byHand: false }
  return side === 'second'
    ? [
        { ...pair, ...each, aPart: mateAt },
        { ...pair, ...each, b: lone, bPart: [0, 1], aPart: ownAt },
      ]
    : [
        { ...pair, ...each, bPart: mateAt },
        { ...pair, ...each, a: lone, aPart: [0, 1], bPart: ownAt },
      ]
}
