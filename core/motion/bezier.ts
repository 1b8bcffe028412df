/** A function of time: 0 at 0 and 1 at 1. */
export type Easing = (t: number) => number

const NEAR = 1e-9

/**
 * The cubic Bézier easing through (0, 0) and (1, 1) with handles (x1, y1) and (x2, y2), x within 0 to 1: the y at the
 * curve's x = t. W3C CSS Easing Functions Level 1 (from memory). Newton's steps, with bisection where they do not help.
 */
export function bezierEasing(x1: number, y1: number, x2: number, y2: number): Easing {
  const at = (a: number, b: number, s: number) => ((1 - 3 * b + 3 * a) * s + (3 * b - 6 * a)) * s * s + 3 * a * s
  const slope = (a: number, b: number, s: number) => 3 * (1 - 3 * b + 3 * a) * s * s + 2 * (3 * b - 6 * a) * s + 3 * a
  const parameter = (t: number): number => {
    let s = t
    for (let i = 0; i < 8; i++) {
      const off = at(x1, x2, s) - t
      if (Math.abs(off) < NEAR) return s
      const d = slope(x1, x2, s)
      if (Math.abs(d) < 1e-6) break
      s -= off / d
    }
    let [low, high] = [0, 1]
    s = Math.max(0, Math.min(1, s))
    for (let i = 0; i < 60 && Math.abs(at(x1, x2, s) - t) > NEAR; i++) {
      if (at(x1, x2, s) < t) low = s
      else high = s
      s = (low + high) / 2
    }
    return s
  }
  return t => (t <= 0 ? 0 : t >= 1 ? 1 : at(y1, y2, parameter(t)))
}
