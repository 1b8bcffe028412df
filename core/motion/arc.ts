import type { Vec } from './vec'
import { add, distance, mix, mixVec, scale, sub } from './vec'

/** A way from one point to another, asked by its share of length: 0 at the first, 1 at the second. */
export type Path = (u: number) => Vec

const SAMPLES = 96
const COINCIDENT = 1e-6

/** The straight way from a to b, going on in line below 0 and above 1. */
export const straight =
  (a: Vec, b: Vec): Path =>
  u =>
    mixVec(a, b, u)

/**
 * One piece of the centripetal Catmull–Rom curve (knots √distance apart), from p1 (t = 0) to p2 (t = 1).
 * Barry and Goldman's pyramid. At an end of the curve, where a neighbour is null, the piece is one-sided: the missing
 * neighbour is p1 or p2 mirrored, as curve-interpolator has it.
 */
export function catmullRom(before: Vec | null, p1: Vec, p2: Vec, after: Vec | null): (t: number) => Vec {
  const p0 = before ?? sub(scale(p1, 2), p2)
  const p3 = after ?? sub(scale(p2, 2), p1)
  const k1 = Math.sqrt(distance(p0, p1))
  const k2 = k1 + Math.sqrt(distance(p1, p2))
  const k3 = k2 + Math.sqrt(distance(p2, p3))
  const between = (a: Vec, b: Vec, ka: number, kb: number, k: number) => mixVec(a, b, (k - ka) / (kb - ka))
  return t => {
    const k = k1 + (k2 - k1) * t
    const a1 = between(p0, p1, 0, k1, k)
    const a2 = between(p1, p2, k1, k2, k)
    const a3 = between(p2, p3, k2, k3, k)
    return between(between(a1, a2, 0, k2, k), between(a2, a3, k1, k3, k), k1, k2, k)
  }
}

/**
 * The arc from p1 to p2 on the curve through its neighbours, with u as share of the arc's length. Coincident neighbours
 * count as missing; coincident ends give a point that stays. Beyond its ends it goes on along the tangent.
 */
export function arc(before: Vec | null, p1: Vec, p2: Vec, after: Vec | null): Path {
  if (distance(p1, p2) < COINCIDENT) return straight(p1, p2)
  const b = before && distance(before, p1) > COINCIDENT ? before : null
  const a = after && distance(after, p2) > COINCIDENT ? after : null
  if (!a && !b) return straight(p1, p2)
  const at = catmullRom(b, p1, p2, a)
  const points = Array.from({ length: SAMPLES + 1 }, (_, i) => at(i / SAMPLES))
  const lengths = [0]
  for (let i = 1; i <= SAMPLES; i++) lengths.push(lengths[i - 1]! + distance(points[i - 1]!, points[i]!))
  const total = lengths[SAMPLES]!
  const along = (i: number, u: number): Vec =>
    add(points[i]!, scale(sub(points[i + 1]!, points[i]!), (u * total - lengths[i]!) / (lengths[i + 1]! - lengths[i]!)))
  return u => {
    if (u === 0) return p1
    if (u === 1) return p2
    if (u < 0) return along(0, u)
    let i = Math.min(SAMPLES - 1, Math.floor(u * SAMPLES))
    while (i > 0 && lengths[i]! > u * total) i--
    while (i < SAMPLES - 1 && lengths[i + 1]! < u * total) i++
    return along(i, u)
  }
}

/**
 * The path of something thrown between its top and another pose: sideways by equal steps in equal times, up and down
 * with a constant second difference. `u` is the share of the height, so that spacing it by a rise (to the top) or a
 * fall (from it) gives equal times.
 */
export function thrown(a: Vec, b: Vec, top: 'first' | 'second'): Path {
  const sideways =
    top === 'first'
      ? (u: number) => Math.sign(u) * Math.sqrt(Math.abs(u))
      : (u: number) => 1 - Math.sign(1 - u) * Math.sqrt(Math.abs(1 - u))
  return u => ({ x: mix(a.x, b.x, sideways(u)), y: mix(a.y, b.y, u) })
}

/** A part of a path, from one share of it to another, as a path of its own. */
export const partOf =
  (path: Path, from: number, to: number): Path =>
  u =>
    path(mix(from, to, u))
