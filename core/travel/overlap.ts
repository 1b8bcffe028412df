import { polygonHull } from 'd3-polygon'
import type { Mark } from '../picture'
import type { Vec } from '../motion'
import { mapped, pointToSegment } from '../motion'

/**
 * How an element lies to itself in the drawing before. `gap` in px: below 0 by how much it overlaps at most along one
 * way.
 */
export interface Overlap {
  readonly kind: 'overlaps' | 'touches' | 'clear'
  readonly gap: number
}

/** Nearer than this counts as touching, px. */
const TOUCH = 1

/** The outer points of marks, with half the width of their lines, as a convex outline: px, in order. */
export const marksHull = (marks: readonly Mark[]): Vec[] => hull(marks.flatMap(markPoints))

/** The outer points of a mark, with half the width of its line, px. */
export function markPoints(m: Mark): Vec[] {
  if (m.kind === 'ellipse')
    return ring(48).map(u => {
      const [x, y] = [m.rx * u.x, m.ry * u.y]
      return {
        x: m.at.x + x * Math.cos(m.turn) - y * Math.sin(m.turn),
        y: m.at.y + x * Math.sin(m.turn) + y * Math.cos(m.turn),
      }
    })
  if (m.kind === 'image') return CORNERS.map(([x, y]) => mapped(m.at, { x: (x * m.width) / 2, y: (y * m.height) / 2 }))
  const list = m.kind === 'stroke' ? m.outline : m.kind === 'bent' ? m.rim : m.points
  const half = m.kind === 'line' ? m.width / 2 : 0
  const around = half ? ring(8) : [{ x: 0, y: 0 }]
  return Array.from({ length: Math.floor(list.length / 2) }, (_, i) =>
    around.map(u => ({ x: list[2 * i]! + half * u.x, y: list[2 * i + 1]! + half * u.y })),
  ).flat()
}

const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const
/** So many points of the circle with radius 1. */
const ring = (n: number): Vec[] =>
  Array.from({ length: n }, (_, i) => ({ x: Math.cos((i / n) * Math.PI * 2), y: Math.sin((i / n) * Math.PI * 2) }))

/**
 * The convex hull of points, in the order that `overlapOf` reads sides in. Fewer than three points are given back as
 * they are.
 */
export function hull(points: readonly Vec[]): Vec[] {
  const corners = polygonHull(points.map(p => [p.x, p.y]))
  return corners ? corners.map(([x, y]) => ({ x, y })) : [...points]
}

/**
 * How two convex outlines lie to each other: along each side's normal their shadows are compared; apart, corner to
 * side.
 */
export function overlapOf(a: readonly Vec[], b: readonly Vec[]): Overlap | null {
  if (a.length < 2 || b.length < 2) return null
  let deepest = -Infinity
  for (const [p, q] of [
    [a, b],
    [b, a],
  ] as const) {
    for (let i = 0; i < p.length; i++) {
      const [s, e] = [p[i]!, p[(i + 1) % p.length]!]
      const length = Math.hypot(e.x - s.x, e.y - s.y)
      if (!length) continue
      const [nx, ny] = [(e.y - s.y) / length, -(e.x - s.x) / length]
      const side = (v: Vec) => v.x * nx + v.y * ny
      deepest = Math.max(deepest, Math.min(...q.map(side)) - Math.max(...p.map(side)))
    }
  }
  const gap = deepest > 0 ? apart(a, b) : deepest
  return { kind: gap > TOUCH ? 'clear' : gap < -TOUCH ? 'overlaps' : 'touches', gap }
}

/** The distance of two convex outlines that do not overlap: from the corners of each to the sides of the other. */
function apart(a: readonly Vec[], b: readonly Vec[]): number {
  let best = Infinity
  for (const [p, q] of [
    [a, b],
    [b, a],
  ] as const) {
    for (const v of p) {
      for (let i = 0; i < q.length; i++) best = Math.min(best, pointToSegment(v, q[i]!, q[(i + 1) % q.length]!))
    }
  }
  return best
}

/** In words: "clear by 12 px". */
export const overlapWords = (l: Overlap): string =>
  l.kind === 'clear'
    ? `clear by ${Math.round(l.gap)} px`
    : l.kind === 'touches'
      ? 'touches'
      : `overlaps by ${Math.round(-l.gap)} px`
