import type { Rate } from './rate'

/** Samples a second in which moments of sounds are told, whatever their files have. */
export const SOUND_CLOCK = 48_000

/** A moment of a shot by its frame and how many samples after the frame's beginning. */
export interface Moment {
  readonly frame: number
  readonly offset: number
}

/** The sample with which a frame begins, from the beginning of frame 1 on, to the nearest. */
export const sampleOf = (frame: number, r: Rate): number => Math.round(((frame - 1) * SOUND_CLOCK * r.den) / r.num)

/** The sample at which a moment is. */
export const sampleAt = ({ frame, offset }: Moment, r: Rate): number => sampleOf(frame, r) + offset

/** The moment of a sample from 0 on: the frame that has it, and the rest. */
export function momentOf(sample: number, r: Rate): Moment {
  // A frame begins with the sample nearest to it, which may be the one before its time.
  let frame = Math.max(1, Math.floor((sample * r.num) / (SOUND_CLOCK * r.den)) + 2)
  while (frame > 1 && sampleOf(frame, r) > sample) frame--
  return { frame, offset: sample - sampleOf(frame, r) }
}

/** The frame in which a sample is heard; it may lie before the first. */
export const frameOfSample = (sample: number, r: Rate): number =>
  sample < 0 ? Math.floor((sample * r.num) / (SOUND_CLOCK * r.den)) + 1 : momentOf(sample, r).frame
