import type { Easing } from './bezier'

/**
 * From rest under a constant pull: distances in equal times as 1 : 3 : 5 : 7. Galileo, Two New Sciences, third day
 * (from memory).
 */
export const falling: Easing = t => t * t

/** A fall read backward: rising against a constant pull, at rest at the top. */
export const rising: Easing = t => 1 - (1 - t) * (1 - t)

/** Half a period of a pendulum with a small swing, from one rest to the other. */
export const swinging: Easing = t => (1 - Math.cos(Math.PI * t)) / 2

/**
 * A damped swing about 1, let go at 0 from rest: x = e^(−ζωt) cos(ω√(1−ζ²) t + φ) of any mechanics textbook (from
 * memory), with as many half swings as asked in the time from 0 to 1, so that it is at rest at 1; scaled to end on 1.
 * It goes beyond 1 when it overshoots. `damping` is ζ, between 0 and 1.
 */
export function settling(halfSwings: number, damping: number): Easing {
  const root = Math.sqrt(1 - damping * damping)
  const damped = halfSwings * Math.PI
  const decay = (damping / root) * damped
  const x = (t: number) => Math.exp(-decay * t) * (Math.cos(damped * t) + (damping / root) * Math.sin(damped * t))
  const end = x(1)
  return t => (1 - x(t)) / (1 - end)
}

/** The greatest depth of t²((s + 1)t − s) below 0: at t = 2s / 3(s + 1). */
const depthOf = (s: number): number => (4 * s ** 3) / (27 * (s + 1) ** 2)

/** Goes `back` below 0 before it leaves: t²((s + 1)t − s), with the s that gives this depth. */
export function windingUp(back: number): Easing {
  let [low, high] = [0, 20]
  for (let i = 0; i < 60; i++) {
    const s = (low + high) / 2
    if (depthOf(s) < back) low = s
    else high = s
  }
  const s = (low + high) / 2
  return t => t * t * ((s + 1) * t - s)
}

/** An easing as it is read from its end to its beginning. */
export const turnedEasing =
  (f: Easing): Easing =>
  t =>
    1 - f(1 - t)
