import type { Rate } from '#core/time'
import { frameAt, secondsOf } from '#core/time'

/** A shot as it is played after another one: all its frames, at its own rate. */
export interface Length {
  readonly frames: number
  readonly rate: Rate
}

/** Seconds that shots take one after the other. */
export const secondsIn = (shots: readonly Length[]): number =>
  shots.reduce((s, { frames, rate }) => s + secondsOf(frames, rate), 0)

/** What is shown after some seconds of playing shots one after the other, over and over: which shot, and its frame from 1. */
export function shownAfter(seconds: number, shots: readonly Length[]): { at: number; frame: number } {
  let left = seconds % secondsIn(shots)
  for (const [at, { frames, rate }] of shots.entries()) {
    const frame = frameAt(left, rate)
    if (frame <= frames) return { at, frame }
    left -= secondsOf(frames, rate)
  }
  return { at: 0, frame: 1 }
}

/** The frame that follows. */
export const after = (
  shots: readonly Length[],
  { at, frame }: { at: number; frame: number },
): { at: number; frame: number } =>
  frame < shots[at]!.frames ? { at, frame: frame + 1 } : { at: (at + 1) % shots.length, frame: 1 }
