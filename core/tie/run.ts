import { fitOf } from './alike'
import type { Measured } from './line'
import { cornersAlong, pointAt, pressureAt, SAMPLES } from './line'
import type { Piece } from './pair'

/** Matching corners lie no farther apart along their lines, as a share of them. */
const FAR = 0.22
/** With more points than this a line is followed at as many equal steps instead. */
const MOST = 600
const STEPS = 400

/**
 * The points of a line and those of another that they become, in order: x, y and pressure of each, px.
 */
export interface Run {
  readonly count: number
  readonly closed: boolean
  /** It ends exactly where it began: its first point is told once. */
  readonly meets: boolean
  readonly ax: Float64Array
  readonly ay: Float64Array
  readonly ap: Float64Array
  readonly bx: Float64Array
  readonly by: Float64Array
  readonly bp: Float64Array
}

/** A share along the piece for each side: what of one lies on what of the other. */
type Knot = readonly [a: number, b: number]

/** How a share of a piece is read on a line: turned round, begun elsewhere, or a part of it. */
interface Reading {
  readonly start: number
  readonly span: number
}
const readAt = ({ start, span }: Reading, t: number): number => start + span * t

/** Where a share of a line lies along a piece; null where it is not on it. */
function along({ start, span }: Reading, share: number, closed: boolean): number | null {
  if (Math.abs(span) < 1e-9) return null
  let t = (share - start) / span
  if (closed) t -= Math.floor(t)
  return t > 1e-6 && t < 1 - 1e-6 ? t : null
}

/**
 * Follows a piece along both lines: at the points of the one that has more, and at the corners of both; corners lie on
 * corners, in between by equal shares of the length, and what is tied by hand lies where it is tied.
 */
export function runOf(
  a: Measured,
  b: Measured,
  piece: Piece,
  { turn, reversed, points = [] }: { turn: number; reversed?: boolean; points?: readonly Knot[] | undefined },
): Run {
  const fit = fitOf(a, b, turn)
  const closed = a.closed && b.closed && isWhole(piece.aPart) && isWhole(piece.bPart)
  const back = reversed ?? fit.reversed
  const [readA, readB] = readings(
    piece,
    closed ? { reversed: fit.reversed, shift: fit.shift } : { reversed: back },
    closed,
  )
  const knots = knotsOf(a, b, { readA, readB, closed }, points)
  const ts = stepsOf(a, b, { readA, readB, closed }, knots)
  return followed(a, b, ts, { readA, readB, closed, knots })
}

const isWhole = ([from, to]: readonly [number, number]): boolean => from === 0 && to === 1

function readings(
  { aPart, bPart }: Piece,
  fit: { reversed: boolean; shift?: number },
  closed: boolean,
): [Reading, Reading] {
  const readA = { start: aPart[0], span: aPart[1] - aPart[0] }
  if (closed) {
    const shift = (fit.shift ?? 0) / SAMPLES
    // Sample i of the first lies on sample (n − 1 − i + shift) of the second where that is drawn the other way.
    const start = fit.reversed ? (SAMPLES - 1) / SAMPLES + shift : shift
    return [readA, { start, span: fit.reversed ? -1 : 1 }]
  }
  const [from, to] = fit.reversed ? [bPart[1], bPart[0]] : bPart
  return [readA, { start: from, span: to - from }]
}

interface Both {
  readonly readA: Reading
  readonly readB: Reading
  readonly closed: boolean
}

/** Where points of both lie on each other: their ends, corners that match, and what is tied by hand. */
function knotsOf(a: Measured, b: Measured, { readA, readB, closed }: Both, points: readonly Knot[]): Knot[] {
  const on = (m: Measured, read: Reading) =>
    cornersAlong(m)
      .map(s => along(read, s, closed))
      .filter(t => t !== null)
      .sort((p, q) => p - q)
  const tied = points
    .map(([p, q]) => [along(readA, p, closed), along(readB, q, closed)] as const)
    .filter((k): k is Knot => k[0] !== null && k[1] !== null)
    .sort((p, q) => p[0] - q[0])
    .reduce<Knot[]>((kept, k) => (k[1] > (kept.at(-1)?.[1] ?? 0) + 1e-6 ? [...kept, k] : kept), [])
  const bounds: Knot[] = [[0, 0], ...tied, [1, 1]]
  const out: Knot[] = [[0, 0]]
  const [cornersA, cornersB] = [on(a, readA), on(b, readB)]
  for (let i = 0; i + 1 < bounds.length; i++) {
    const [from, to] = [bounds[i]!, bounds[i + 1]!]
    const inA = cornersA.filter(t => t > from[0] + 1e-6 && t < to[0] - 1e-6)
    const inB = cornersB.filter(t => t > from[1] + 1e-6 && t < to[1] - 1e-6)
    out.push(...matched(inA, inB), to)
  }
  return out
}

/** The cheapest pairs of corners in order, none farther apart than `FAR`; by the usual table of partial costs. */
function matched(a: readonly number[], b: readonly number[]): Knot[] {
  const [n, m] = [a.length, b.length]
  const table = Array.from({ length: n + 1 }, () => new Float64Array(m + 1))
  for (let i = 1; i <= n; i++)
    for (let j = 1; j <= m; j++) {
      const gain = FAR - Math.abs(a[i - 1]! - b[j - 1]!)
      table[i]![j] = Math.max(table[i - 1]![j]!, table[i]![j - 1]!, gain > 0 ? table[i - 1]![j - 1]! + gain : 0)
    }
  const out: Knot[] = []
  for (let [i, j] = [n, m]; i > 0 && j > 0;) {
    if (table[i]![j] === table[i - 1]![j]) i--
    else if (table[i]![j] === table[i]![j - 1]) j--
    else out.push([a[--i]!, b[--j]!])
  }
  return out.reverse()
}

/** From a share along the one side of some knots to the other. */
function across(knots: readonly Knot[], t: number, from: 0 | 1): number {
  let i = 0
  while (i < knots.length - 2 && knots[i + 1]![from] < t) i++
  const [p, q] = [knots[i]!, knots[i + 1]!]
  const [x0, x1, y0, y1] = [p[from], q[from], p[1 - from]!, q[1 - from]!]
  return x1 > x0 ? y0 + ((y1 - y0) * (t - x0)) / (x1 - x0) : y0
}

/** Where the points of a run lie along the first line. */
function stepsOf(a: Measured, b: Measured, { readA, readB, closed }: Both, knots: readonly Knot[]): number[] {
  const own = (m: Measured, read: Reading) => [...m.shares].map(s => along(read, s, closed)).filter(t => t !== null)
  const [ours, theirs] = [own(a, readA), own(b, readB)]
  const more = Math.max(ours.length, theirs.length)
  const inner =
    more > MOST
      ? Array.from({ length: STEPS - 1 }, (_, i) => (i + 1) / STEPS)
      : ours.length >= theirs.length
        ? ours
        : theirs.map(t => across(knots, t, 1))
  const all = [...inner, ...knots.map(k => k[0])].sort((p, q) => p - q)
  return all.filter((t, i) => i === 0 || t - all[i - 1]! > 1e-7)
}

function followed(
  a: Measured,
  b: Measured,
  ts: readonly number[],
  { readA, readB, closed, knots }: Both & { knots: readonly Knot[] },
): Run {
  // A closed one ends where it began: that point is told once.
  const count = closed ? ts.length - 1 : ts.length
  const [ax, ay, ap, bx, by, bp] = Array.from({ length: 6 }, () => new Float64Array(count)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const out = { x: 0, y: 0 }
  for (let i = 0; i < count; i++) {
    const t = ts[i]!
    const [s, other] = [readAt(readA, t), readAt(readB, across(knots, t, 0))]
    pointAt(a, s, out)
    ax[i] = out.x
    ay[i] = out.y
    ap[i] = pressureAt(a, s)
    pointAt(b, other, out)
    bx[i] = out.x
    by[i] = out.y
    bp[i] = pressureAt(b, other)
  }
  return { count, closed, meets: closed && (a.meets || b.meets), ax, ay, ap, bx, by, bp }
}
