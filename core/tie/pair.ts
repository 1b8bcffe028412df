import { ALONE, costOf, NEVER } from './alike'
import type { Scale } from './alike'
import { paired } from './assign'
import { joinAlone } from './join'
import type { Line, Measured } from './line'
import { measured } from './line'
import { laid, layingOf } from './lay'
import { nearestPairs } from './many'

/** What someone said about a stroke: it becomes that one, or none. */
export interface Tie {
  /** A stroke of the first pose and one of the second; null where the other becomes none. */
  readonly from: string | null
  readonly to: string | null
  /** Points that belong together, as shares of the length of each as it was drawn. */
  readonly points?: readonly (readonly [number, number])[] | undefined
}

/** A line of the first pose, or a part of it, and the line of the second (or a part of that) that it becomes. */
export interface Piece {
  readonly a: number
  readonly b: number
  /** Which part of each, as shares of its length in the way it was drawn. */
  readonly aPart: readonly [number, number]
  readonly bPart: readonly [number, number]
  readonly cost: number
  readonly byHand: boolean
}

export interface Pairing {
  readonly pieces: readonly Piece[]
  /** Lines that become none, or come from none. */
  readonly aloneA: readonly number[]
  readonly aloneB: readonly number[]
  /** The mean cost of all, those that stay alone counted as half a pair each. */
  readonly cost: number
  /** How the first pose lies on the second: how far it is turned as a whole. */
  readonly turn: number
}

/** From this mean cost a drawing between two poses is a rough guess. */
export const ROUGH = 0.55

/** A guess that offers its ties. Where one pose has no strokes there is nothing to guess. */
export const isRough = ({ pieces, aloneA, aloneB, cost }: Pairing): boolean =>
  cost > ROUGH && (pieces.length > 0 || (aloneA.length > 0 && aloneB.length > 0))

/** More lines than this on a side are paired with those near them only, each as cheaply as it goes. */
const MANY = 600

const WHOLE = [0, 1] as const

/**
 * Which line of one pose becomes which of the next: those of a named part among themselves, the others among themselves;
 * one to one at the least total cost, where staying alone costs `ALONE`; then those that are alone join a pair, where two
 * together look like the one. Ties come first.
 */
export function pair(a: readonly Line[], b: readonly Line[], ties: readonly Tie[] = []): Pairing {
  const [from, to] = [a.map(measured), b.map(measured)]
  const said = byHand(a, b, ties)
  const pieces: Piece[] = [...said.pieces]
  const turns: { turn: number; count: number }[] = []
  for (const part of new Set([...a, ...b].map(l => l.part))) {
    const [ours, theirs] = [a, b].map(list => list.flatMap((l, i) => (l.part === part ? [i] : []))) as [
      number[],
      number[],
    ]
    const lines = { a: ours.map(i => from[i]!), b: theirs.map(j => to[j]!) }
    const found = pairPart(lines, {
      a: ours.flatMap((i, k) => (said.fromTaken.has(i) ? [] : [k])),
      b: theirs.flatMap((j, k) => (said.toTaken.has(j) ? [] : [k])),
    })
    turns.push({ turn: found.scale.laying.turn, count: found.pieces.length })
    pieces.push(...found.pieces.map(p => ({ ...p, a: ours[p.a]!, b: theirs[p.b]! })))
  }
  const [usedA, usedB] = [new Set(pieces.map(p => p.a)), new Set(pieces.map(p => p.b))]
  const [aloneA, aloneB] = [a, b].map((list, k) => list.flatMap((_, i) => ((k ? usedB : usedA).has(i) ? [] : [i])))
  const free = (said.noneA.size + said.noneB.size) as number
  const lone = aloneA!.length + aloneB!.length - free
  const dear = pieces.reduce((sum, p) => sum + (p.byHand ? 0 : p.cost), 0) + lone * ALONE
  return {
    pieces: pieces.sort((p, q) => p.a - q.a || p.aPart[0] - q.aPart[0] || p.b - q.b),
    aloneA: aloneA!,
    aloneB: aloneB!,
    cost: pieces.length + lone ? dear / (pieces.length + lone / 2) : 0,
    turn: turns.reduce((best, t) => (t.count > best.count ? t : best), { turn: 0, count: 0 }).turn,
  }
}

interface Said {
  readonly pieces: readonly Piece[]
  readonly fromTaken: ReadonlySet<number>
  readonly toTaken: ReadonlySet<number>
  readonly noneA: ReadonlySet<number>
  readonly noneB: ReadonlySet<number>
}

/** What is tied by hand. A tie to a stroke that is gone says nothing; of ties that are against each other the last holds. */
function byHand(a: readonly Line[], b: readonly Line[], ties: readonly Tie[]): Said {
  const [ours, theirs] = [a, b].map(list => new Map(list.map((l, i) => [l.id, i]))) as [
    Map<string, number>,
    Map<string, number>,
  ]
  const [toOf, fromOf] = [new Map<number, number>(), new Map<number, number>()]
  const [noneA, noneB] = [new Set<number>(), new Set<number>()]
  for (const { from, to } of ties) {
    const [i, j] = [from === null ? null : ours.get(from), to === null ? null : theirs.get(to)]
    if (i === undefined || j === undefined || (i === null && j === null)) continue
    // A flat shape becomes no line.
    if (i !== null && j !== null && !!a[i]!.stroke.fill !== !!b[j]!.stroke.fill) continue
    if (i === null) noneB.add(j!)
    else if (j === null) noneA.add(i)
    else {
      noneA.delete(i)
      noneB.delete(j)
      if (toOf.has(i)) fromOf.delete(toOf.get(i)!)
      if (fromOf.has(j)) toOf.delete(fromOf.get(j)!)
      toOf.set(i, j)
      fromOf.set(j, i)
    }
  }
  for (const i of [...noneA]) if (toOf.has(i)) noneA.delete(i)
  for (const j of [...noneB]) if (fromOf.has(j)) noneB.delete(j)
  return {
    pieces: [...toOf].map(([i, j]) => ({ a: i, b: j, aPart: WHOLE, bPart: WHOLE, cost: 0, byHand: true })),
    fromTaken: new Set([...toOf.keys(), ...noneA]),
    toTaken: new Set([...fromOf.keys(), ...noneB]),
    noneA,
    noneB,
  }
}

/** Two lists of lines, or of the indices of some of them. */
interface Sides<T> {
  readonly a: readonly T[]
  readonly b: readonly T[]
}

/**
 * The pairs of lines of one part, or of what belongs to none; of `free` ones, that is. How the first lies on the second
 * is told by all, so that a tie made by hand does not change the other pairs.
 */
function pairPart({ a, b }: Sides<Measured>, free: Sides<number>): { pieces: Piece[]; scale: Scale } {
  let scale = laid(a, b)
  if (!free.a.length || !free.b.length) return { pieces: [], scale }
  const [ours, theirs] = [free.a.map(i => a[i]!), free.b.map(j => b[j]!)]
  let found = oneToOne(ours, theirs, scale)
  // What was found tells better how the first lies on the second: once more from there.
  const better = layingOf(found.map(p => [ours[p.a]!, theirs[p.b]!] as const))
  if (better) {
    const again = { ...scale, laying: better }
    const now = oneToOne(ours, theirs, again)
    if (total(now, ours, theirs) < total(found, ours, theirs) - 1e-9) [found, scale] = [now, again]
  }
  const pieces = joinAlone(ours, theirs, found, scale)
  return { pieces: pieces.map(p => ({ ...p, a: free.a[p.a]!, b: free.b[p.b]! })), scale }
}

const total = (pieces: readonly Piece[], a: readonly Measured[], b: readonly Measured[]): number =>
  pieces.reduce((sum, p) => sum + p.cost, 0) + (a.length + b.length - 2 * pieces.length) * ALONE

function oneToOne(a: readonly Measured[], b: readonly Measured[], scale: Scale): Piece[] {
  const piece = (i: number, j: number, cost: number): Piece => ({
    a: i,
    b: j,
    aPart: WHOLE,
    bPart: WHOLE,
    cost,
    byHand: false,
  })
  if (Math.max(a.length, b.length) > MANY) return nearestPairs(a, b, scale).map(([i, j, cost]) => piece(i, j, cost))
  const cost = new Float64Array(a.length * b.length)
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j < b.length; j++) cost[i * b.length + j] = Math.min(NEVER, costOf(a[i]!, b[j]!, scale, i, j))
  const columnOf = paired(a.length, b.length, cost, ALONE)
  return [...columnOf].flatMap((j, i) => (j < 0 ? [] : [piece(i, j, cost[i * b.length + j]!)]))
}
