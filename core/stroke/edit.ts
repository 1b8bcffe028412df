import type { Vec } from '../motion'
import { inside } from './outline'
import type { Stroke } from './stroke'

/** The three numbers of point `i` of a stroke. */
type Triple = readonly [x: number, y: number, pressure: number]
const tripleAt = (points: readonly number[], i: number): Triple => [
  points[i * 3]!,
  points[i * 3 + 1]!,
  points[i * 3 + 2]!,
]
const mixTriples = (a: Triple, b: Triple, t: number): Triple => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
]

/** A piece shorter than this is no line any more, px. */
const SHORTEST = 0.5

/**
 * What is left of a stroke's line (x, y, pressure …) when a circle is erased out of it: its pieces in order, with ends
 * where the line crosses the circle. The line itself, in a list, where the circle does not touch it.
 */
export function cutByCircle(points: readonly number[], centre: Vec, r: number): number[][] {
  const count = points.length / 3
  if (count === 1) return Math.hypot(points[0]! - centre.x, points[1]! - centre.y) <= r ? [] : [[...points]]
  const pieces: number[][] = []
  let piece: number[] = []
  const close = (): void => {
    if (lengthOf(piece) >= SHORTEST) pieces.push(piece)
    piece = []
  }
  for (let i = 0; i + 1 < count; i++) {
    const [a, b] = [tripleAt(points, i), tripleAt(points, i + 1)]
    const cut = insideCircle(a, b, centre, r)
    if (!cut) {
      if (!piece.length) piece.push(...a)
      piece.push(...b)
      continue
    }
    const [t0, t1] = cut
    if (t0 > 0) {
      if (!piece.length) piece.push(...a)
      piece.push(...mixTriples(a, b, t0))
    }
    close()
    if (t1 < 1) piece.push(...mixTriples(a, b, t1), ...b)
  }
  close()
  return pieces
}

const lengthOf = (points: readonly number[]): number => {
  let sum = 0
  for (let i = 3; i < points.length; i += 3)
    sum += Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!)
  return sum
}

/** The share of a segment, from and to, that lies in a circle; null where none does. By the quadratic formula. */
function insideCircle(a: Triple, b: Triple, c: Vec, r: number): [number, number] | null {
  const [dx, dy, fx, fy] = [b[0] - a[0], b[1] - a[1], a[0] - c.x, a[1] - c.y]
  const [p, q, s] = [dx * dx + dy * dy, fx * dx + fy * dy, fx * fx + fy * fy - r * r]
  if (p < 1e-12) return s <= 0 ? [0, 1] : null
  const under = q * q - p * s
  if (under <= 0) return null
  const root = Math.sqrt(under)
  const [t0, t1] = [(-q - root) / p, (-q + root) / p]
  return t1 <= 0 || t0 >= 1 ? null : [Math.max(0, t0), Math.min(1, t1)]
}

/**
 * The stroke without what a round eraser goes over on its way; null where it is not touched. A flat shape goes as a
 * whole.
 */
export function erased(s: Stroke, way: readonly Vec[], r: number): Stroke[] | null {
  if (s.fill) return null
  let pieces = [s.points as number[]]
  let touched = false
  for (const at of densely(way, r / 2)) {
    const next = pieces.flatMap(points => cutByCircle(points, at, r))
    touched ||=
      next.length !== pieces.length ||
      next.some((p, i) => p.length !== pieces[i]!.length || p.some((n, k) => n !== pieces[i]![k]))
    pieces = next
  }
  return touched ? pieces.map(points => ({ ...s, points })) : null
}

/** A way with points no farther than `step` px from each other. */
export function densely(way: readonly Vec[], step: number): Vec[] {
  return way.flatMap((p, i) => {
    const from = way[i - 1]
    if (!from) return [p]
    const n = Math.max(1, Math.ceil(Math.hypot(p.x - from.x, p.y - from.y) / step))
    return Array.from({ length: n }, (_, k) => ({
      x: from.x + ((p.x - from.x) * (k + 1)) / n,
      y: from.y + ((p.y - from.y) * (k + 1)) / n,
    }))
  })
}

/** How far each point goes toward the mean of its neighbours, and how far back out after it. */
const [TOWARD, BACK] = [0.5, -0.53]

/**
 * A line with its tremor taken out: each point drawn toward the mean of its neighbours and a little farther back, again
 * and again, so that curves keep their size (G. Taubin, "A signal processing approach to fair surface design", SIGGRAPH
 * 1995); the ends stay. `strength` from 0 (as drawn) to 1.
 */
export function smoothed(points: readonly number[], strength: number): number[] {
  let out = apart(points)
  for (let pass = 0; pass < Math.round(strength * 16); pass++)
    for (const by of [TOWARD, BACK]) {
      const from = out
      out = from.map((n, i) => (i < 3 || i >= from.length - 3 ? n : n + by * ((from[i - 3]! + from[i + 3]!) / 2 - n)))
    }
  // Pressure is a share, also where it went a little too far back.
  return out.map((n, i) => (i % 3 === 2 ? Math.max(0, Math.min(1, n)) : n))
}

/** A line without points that lie on the one before them. */
function apart(points: readonly number[]): number[] {
  const out = points.slice(0, 3)
  for (let i = 3; i < points.length; i += 3) {
    const last = i === points.length - 3
    if (last || Math.hypot(points[i]! - out.at(-3)!, points[i + 1]! - out.at(-2)!) >= 0.4)
      out.push(points[i]!, points[i + 1]!, points[i + 2]!)
  }
  return out
}

/** The pressure of lines that are not drawn by hand. */
const EVEN = 0.5

/** The points of a straight line. */
export const straightLine = (a: Vec, b: Vec): number[] => [a.x, a.y, EVEN, b.x, b.y, EVEN]

/** A direction brought to the nearest eighth of a turn, for a line that is held straight. */
export function onEighths(a: Vec, b: Vec): Vec {
  const eighth = Math.PI / 4
  const angle = Math.round(Math.atan2(b.y - a.y, b.x - a.x) / eighth) * eighth
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  return { x: a.x + length * Math.cos(angle), y: a.y + length * Math.sin(angle) }
}

/** The points of an ellipse in the box between two corners, closed. */
export function ellipseIn(a: Vec, b: Vec): number[] {
  const [cx, cy, rx, ry] = [(a.x + b.x) / 2, (a.y + b.y) / 2, Math.abs(b.x - a.x) / 2, Math.abs(b.y - a.y) / 2]
  const n = Math.max(24, Math.min(120, Math.round((rx + ry) / 6)))
  return Array.from({ length: n + 1 }, (_, i) => (i / n) * 2 * Math.PI).flatMap(t => [
    cx + rx * Math.cos(t),
    cy + ry * Math.sin(t),
    EVEN,
  ])
}

/**
 * True where more than half of a stroke's points lie inside a closed outline (flat x, y): it is caught by the lasso.
 */
export function caught(s: Stroke, lasso: readonly number[]): boolean {
  let count = 0
  for (let i = 0; i < s.points.length; i += 3) if (inside(lasso, { x: s.points[i]!, y: s.points[i + 1]! })) count += 1
  return count * 2 > s.points.length / 3
}
