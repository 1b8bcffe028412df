import type { Vec } from '#core/motion'

/** Two fingers on the glass: their middle, and how far apart they are (0 for one alone), px. */
export interface Grip {
  readonly middle: Vec
  readonly apart: number
}
export const gripOf = (a: Vec, b?: Vec): Grip =>
  b
    ? { middle: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, apart: Math.hypot(b.x - a.x, b.y - a.y) }
    : { middle: a, apart: 0 }

/** How many times as far apart they are as before; 1 where one of them is alone. */
export const spreadBy = (before: Grip, now: Grip): number =>
  before.apart > 0 && now.apart > 0 ? now.apart / before.apart : 1
