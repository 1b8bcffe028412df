/** A point or a way in the picture, px, y down. */
export interface Vec {
  readonly x: number
  readonly y: number
}

export const vec = (x: number, y: number): Vec => ({ x, y })
export const add = (a: Vec, b: Vec): Vec => ({ x: a.x + b.x, y: a.y + b.y })
export const sub = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y })
export const scale = (a: Vec, k: number): Vec => ({ x: a.x * k, y: a.y * k })
export const distance = (a: Vec, b: Vec): number => Math.hypot(a.x - b.x, a.y - b.y)
/** How far a point is from the nearest point of the line from `a` to `b`. */
export function pointToSegment(p: Vec, a: Vec, b: Vec): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const squared = dx * dx + dy * dy
  const t = squared ? Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / squared)) : 0
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy)
}
export const mix = (a: number, b: number, u: number): number => a + (b - a) * u
export const mixVec = (a: Vec, b: Vec, u: number): Vec => ({ x: mix(a.x, b.x, u), y: mix(a.y, b.y, u) })

/** The point `length` px from `a` in a direction (radians, clockwise as seen, 0 to the right). */
export const polar = (a: Vec, length: number, angle: number): Vec => ({
  x: a.x + length * Math.cos(angle),
  y: a.y + length * Math.sin(angle),
})
export const directionOf = (a: Vec, b: Vec): number => Math.atan2(b.y - a.y, b.x - a.x)

/** The angle equal to `angle` but for whole turns that lies nearest to `reference`, radians. */
export const nearestTurn = (angle: number, reference: number): number =>
  angle - Math.round((angle - reference) / (2 * Math.PI)) * 2 * Math.PI
