import { z } from 'zod'
import { FRAMES_PER_FOOT } from './feet'
import { framesFromSeconds } from './clock'
import type { Rate } from './rate'

/** The longest shot that Fintro plans, in frames: ten minutes at 24. */
export const MAX_FRAMES = 14_400
/** A number of frames, or a frame. */
export const framesSchema = z.number().int().min(1).max(MAX_FRAMES, 'There are at most 14,400 frames.')

/**
 * Reads a typed length: "61" or "61 f" (frames), "2.5 s" (seconds), "2+08" or "3'" (feet+frames).
 * Gives the number of frames, or a sentence that says what is wrong.
 */
export function parseLength(text: string, r: Rate): number | string {
  const frames = readLength(text.trim().toLowerCase().replace(',', '.'), r)
  if (frames === null) return 'Type frames (“61”), seconds (“2.5 s”) or feet+frames (“3+13”).'
  if (frames < 1) return 'A shot has at least one frame.'
  if (frames > MAX_FRAMES) return `A shot has at most ${MAX_FRAMES} frames; this is ${frames}.`
  return frames
}

function readLength(t: string, r: Rate): number | null {
  const plain = /^(\d{1,7})\s*(f|fr|frames?)?$/.exec(t)
  if (plain) return Number(plain[1])
  const seconds = /^(\d{0,5}(?:\.\d+)?)\s*(s|sec|seconds?)$/.exec(t)
  if (seconds && seconds[1] && seconds[1] !== '.')
    return Number(seconds[1]) === 0 ? 0 : framesFromSeconds(Number(seconds[1]), r)
  const feet = /^(\d{1,5})\s*(?:\+\s*(\d{1,2})|['’]|ft|feet)$/.exec(t)
  if (!feet) return null
  const over = Number(feet[2] ?? 0)
  return over < FRAMES_PER_FOOT ? Number(feet[1]) * FRAMES_PER_FOOT + over : null
}
