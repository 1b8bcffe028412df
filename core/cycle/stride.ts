import type { Vec } from '../motion'

/** A foot that stands on some frames of a cycle that is drawn on the spot: where it is on each of them, px. */
export interface Plant {
  readonly first: number
  readonly at: readonly Vec[]
}

/**
 * How the ground goes by under feet that stand, px a frame: the mean of their steps from one drawing to the next. Null
 * where no foot stands for two frames.
 */
export function groundSpeed(plants: readonly Plant[]): Vec | null {
  let [x, y, n] = [0, 0, 0]
  for (const { at } of plants) {
    const [first, last] = [at[0], at.at(-1)]
    if (!first || !last || at.length < 2) continue
    x += last.x - first.x
    y += last.y - first.y
    n += at.length - 1
  }
  return n ? { x: x / n, y: y / n } : null
}

/** How far a cycle goes in one round when its feet stand: the way of the ground, turned about, px. */
export const strideOf = (speed: Vec, frames: number): Vec => ({ x: -speed.x * frames || 0, y: -speed.y * frames || 0 })

/** How far a foot that stands slides, px on each of its frames, when its column moves by a stride in so many frames. */
export const slides = ({ at }: Plant, stride: Vec, frames: number): Vec[] =>
  at.map((p, i) => ({
    x: p.x + (stride.x * i) / frames - at[0]!.x,
    y: p.y + (stride.y * i) / frames - at[0]!.y,
  }))
