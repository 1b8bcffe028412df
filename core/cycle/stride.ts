import type { Vec } from '../motion'

/** Where a foot that stands is, px, `t` frames after the cycle begins: once for each drawing of it. */
export interface Step extends Vec {
  readonly t: number
}

/** A foot that stands on some drawings of a cycle, which is drawn on the spot; in their order. */
export interface Plant {
  readonly at: readonly Step[]
}

/**
 * How the ground goes by under feet that stand, px a frame: the slope of the line through where they are, each foot about
 * its own middle (least squares). Null where no foot stands on two drawings.
 */
export function groundSpeed(plants: readonly Plant[]): Vec | null {
  let [x, y, n] = [0, 0, 0]
  for (const { at } of plants) {
    const mean = (of: (s: Step) => number): number => at.reduce((sum, s) => sum + of(s), 0) / at.length
    const [t0, x0, y0] = [mean(s => s.t), mean(s => s.x), mean(s => s.y)]
    for (const s of at) {
      x += (s.t - t0) * (s.x - x0)
      y += (s.t - t0) * (s.y - y0)
      n += (s.t - t0) ** 2
    }
  }
  return n > 0 ? { x: x / n || 0, y: y / n || 0 } : null
}

/** How far a cycle goes in one round when its feet stand: the way of the ground, turned about, px. */
export const strideOf = (speed: Vec, frames: number): Vec => ({ x: -speed.x * frames || 0, y: -speed.y * frames || 0 })

/**
 * How far a foot that stands is from where it came down, px on each of its drawings, when its column goes a stride in so
 * many frames and moves whenever it shows a new drawing.
 */
export const slides = ({ at }: Plant, stride: Vec, frames: number): Vec[] =>
  at.map(s => ({
    x: s.x - at[0]!.x + (stride.x * (s.t - at[0]!.t)) / frames || 0,
    y: s.y - at[0]!.y + (stride.y * (s.t - at[0]!.t)) / frames || 0,
  }))

/** Where a foot stands on each of its drawings if it does not slide, px: nearest to where it is drawn. */
export function settled({ at }: Plant, stride: Vec, frames: number): Vec[] {
  const far = slides({ at }, stride, frames)
  const mean = {
    x: far.reduce((sum, s) => sum + s.x, 0) / Math.max(1, far.length),
    y: far.reduce((sum, s) => sum + s.y, 0) / Math.max(1, far.length),
  }
  return at.map((s, i) => ({ x: s.x - far[i]!.x + mean.x, y: s.y - far[i]!.y + mean.y }))
}
