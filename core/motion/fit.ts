import type { Affine } from './affine'
import { mapped } from './affine'
import type { Vec } from './vec'

/** Two points that belong together: where one is, and where it should be. */
export type PointPair = readonly [from: Vec, to: Vec]

/** Larger or smaller than so many times is no laying but a mistake. */
const MOST_GROWTH = 50

const middleOf = (points: readonly Vec[]): Vec => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
})

/**
 * The shift, turn and size by which points lie nearest to those that they belong to: least squares over similarities
 * that mirror nothing (S. Umeyama, "Least-squares estimation of transformation parameters between two point patterns",
 * IEEE PAMI 13, 1991; in the plane, in complex numbers). One pair only shifts, two fit exactly. Null where there are no
 * pairs, or where the points say nothing about turn and size, since they lie on one another.
 */
export function similarity(pairs: readonly PointPair[]): Affine | null {
  if (!pairs.length) return null
  const [a, b] = [middleOf(pairs.map(p => p[0])), middleOf(pairs.map(p => p[1]))]
  if (pairs.length === 1) return [1, 0, 0, 1, b.x - a.x, b.y - a.y]
  let [re, im, squares] = [0, 0, 0]
  for (const [p, q] of pairs) {
    const [px, py, qx, qy] = [p.x - a.x, p.y - a.y, q.x - b.x, q.y - b.y]
    re += px * qx + py * qy
    im += px * qy - py * qx
    squares += px * px + py * py
  }
  if (squares < 1e-6) return null
  const [c, s] = [re / squares, im / squares]
  const size = Math.hypot(c, s)
  if (size < 1 / MOST_GROWTH || size > MOST_GROWTH) return null
  return [c, s, 0 - s, c, b.x - c * a.x + s * a.y, b.y - s * a.x - c * a.y]
}

/**
 * Half of a map that shifts, turns and sizes: done twice it turns and sizes as the whole does; `about` is brought half
 * of its way.
 */
export function halfOf(m: Affine, about: Vec): Affine {
  const [size, turn] = [Math.sqrt(Math.hypot(m[0], m[1])), Math.atan2(m[1], m[0]) / 2]
  const [c, s] = [Math.cos(turn) * size, Math.sin(turn) * size]
  const to = mapped(m, about)
  const half = { x: (about.x + to.x) / 2, y: (about.y + to.y) / 2 }
  return [c, s, 0 - s, c, half.x - c * about.x + s * about.y, half.y - s * about.x - c * about.y]
}
