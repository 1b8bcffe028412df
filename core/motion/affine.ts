import type { Vec } from './vec'

/**
 * An affine map of the picture as SVG and CSS write it (CSS Transforms Level 1): x' = a·x + c·y + e, y' = b·x + d·y +
 * f.
 */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const SAME: Affine = [1, 0, 0, 1, 0, 0]

/** First `n`, then `m`. */
export const after = (m: Affine, n: Affine): Affine => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]
export const mapped = (m: Affine, p: Vec): Vec => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
})

/** By how much areas grow; below 0 where it mirrors. */
export const areaOf = (m: Affine): number => m[0] * m[3] - m[1] * m[2]
/** By how much lengths grow, on the whole. */
export const growth = (m: Affine): number => Math.sqrt(Math.abs(areaOf(m)))

/** The map back. Throws RangeError where everything falls on one line. */
export function inverseOf(m: Affine): Affine {
  const k = areaOf(m)
  if (Math.abs(k) < 1e-12) throw new RangeError('This map has no way back: it brings everything onto one line.')
  const [a, b, c, d] = [m[3] / k, -m[1] / k, -m[2] / k, m[0] / k]
  return [a, b, c, d, -(a * m[4] + c * m[5]), -(b * m[4] + d * m[5])]
}

/**
 * Moved, turned, scaled and mirrored about a point, as it is typed or dragged. Angles in radians, clockwise as seen.
 */
export interface Reshape {
  readonly about: Vec
  readonly move: Vec
  readonly turn: number
  /** Along x and y, before it is turned; below 0 mirrors. */
  readonly scale: Vec
}
export const STILL = (about: Vec): Reshape => ({ about, move: { x: 0, y: 0 }, turn: 0, scale: { x: 1, y: 1 } })

/** Stretched along y by `k` with the area kept: narrower as it grows taller. */
export const areaKept = (k: number): Vec => ({ x: 1 / k, y: k })

/**
 * The map of a share of a change: half of a turn, half of a way, the square root of a scale (so that two halves make the
 * whole). What mirrors does so from half on.
 */
export function affineOf(r: Reshape, share = 1): Affine {
  const [cos, sin] = [Math.cos(r.turn * share), Math.sin(r.turn * share)]
  const part = (k: number): number => (share === 1 ? k : (k < 0 && share >= 0.5 ? -1 : 1) * Math.abs(k) ** share)
  const [sx, sy] = [part(r.scale.x), part(r.scale.y)]
  const [a, b, c, d] = [cos * sx, sin * sx, 0 - sin * sy, cos * sy]
  const { x, y } = r.about
  return [a, b, c, d, x - a * x - c * y + r.move.x * share, y - b * x - d * y + r.move.y * share]
}
