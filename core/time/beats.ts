import { framesFromSeconds } from './clock'
import type { Rate } from './rate'

/** One acting-out: the seconds of its beats, rising, from when it was started. */
export type Beats = readonly number[]

/** A beat of several tries: the middle, and how far they scatter about it (the standard deviation of the tries, s). */
export interface MeanBeat {
  readonly seconds: number
  readonly scatter: number
}

/**
 * Tries with the same number of beats, beat by beat. Times count from each try's first beat. Null where the numbers
 * differ.
 */
export function averaged(tries: readonly Beats[]): MeanBeat[] | null {
  const count = tries[0]?.length ?? 0
  if (!count || tries.some(t => t.length !== count)) return null
  return Array.from({ length: count }, (_, i) => {
    const times = tries.map(t => t[i]! - t[0]!)
    const seconds = times.reduce((a, b) => a + b, 0) / times.length
    const square = times.reduce((sum, t) => sum + (t - seconds) ** 2, 0) / Math.max(1, times.length - 1)
    return { seconds, scatter: Math.sqrt(square) }
  })
}

/**
 * The frames that beats fall on, the first on `from`: seconds × rate to the nearest frame (0.70 s at 24 is 16.8, so 17
 * frames). The way from the first to the last is then fitted to whole exposure steps, the beats between in proportion,
 * each a frame at least after the one before.
 */
export function beatFrames(beats: Beats, r: Rate, from: number, step: number): number[] {
  if (!beats.length) return []
  const whole = beats.length > 1 ? framesFromSeconds(beats.at(-1)! - beats[0]!, r) : 0
  const fitted = Math.max(whole ? step : 0, Math.round(whole / step) * step)
  const total = beats.at(-1)! - beats[0]! || 1
  const out: number[] = []
  beats.forEach((b, i) => {
    const f = from + Math.round(((b - beats[0]!) / total) * fitted)
    out.push(i ? Math.max(out[i - 1]! + 1, f) : f)
  })
  return out
}
