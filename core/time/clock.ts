import type { Rate } from './rate'
import { perSecond } from './rate'

/** Seconds from the start of frame 1 to the start of `frame` (frames count from 1). */
export const frameStart = (frame: number, r: Rate): number => ((frame - 1) * r.den) / r.num

/**
 * How many frames an acted time takes: seconds × rate to the nearest whole frame, at least one.
 * 0.70 s at 24 is 16.8, so 17 frames.
 */
export const framesFromSeconds = (seconds: number, r: Rate): number => Math.max(1, Math.round(seconds * perSecond(r)))

/** Seconds that a number of frames last. */
export const secondsOf = (frames: number, r: Rate): number => (frames * r.den) / r.num

/** The frame on screen `seconds` after the start of frame 1: frame n lasts from its start up to the start of n + 1. */
export const frameAt = (seconds: number, r: Rate): number => Math.floor((seconds * r.num) / r.den + 1e-9) + 1

/**
 * The frame a loop shows after `elapsed` seconds, having started on frame `from` of the range first…last.
 * Follows the elapsed time alone, so a late caller skips frames and never slows the loop.
 */
export function loopFrame(elapsed: number, from: number, first: number, last: number, r: Rate): number {
  const run = frameAt(elapsed, r) - 1
  const length = last - first + 1
  return first + ((((from - first + run) % length) + length) % length)
}
