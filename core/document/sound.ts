import { z } from 'zod'
import { hashSchema, idSchema, label } from '../basic'
import { framesSchema as frames, SOUND_CLOCK } from '../time'

/** The longest sound, minutes. */
export const MOST_MINUTES = 20
/** The most samples of a sound. */
const MOST_SAMPLES = MOST_MINUTES * 60 * SOUND_CLOCK
const TOO_LONG = `A sound lasts at most ${MOST_MINUTES} minutes.`
/** The most sounds of a plan, and of beats on one. */
export const [MOST_SOUNDS, MOST_BEATS] = [50, 2000]
/** A sample of a sound, from its first one on. */
export const sampleSchema = z.number().int().min(0, 'A sound begins with its sample 0.').max(MOST_SAMPLES, TOO_LONG)
const rising = (beats: readonly number[]): boolean => beats.every((b, i) => !i || b > beats[i - 1]!)
/** How loud a sound is made at the least and at the most, dB. */
export const [LEAST_GAIN, MOST_GAIN] = [-60, 24]

/** What can be set of a sound. All samples are of 48,000 a second, whatever its file has. */
export const soundSettings = z.object({
  name: label,
  /** Where what is heard of it begins: on a frame of the shot, so many samples after the frame's beginning. */
  frame: frames,
  offset: z.number().int().min(0).max(MOST_SAMPLES),
  /** What of it is heard: from a sample to before another. */
  from: sampleSchema,
  to: sampleSchema,
  /** Louder or softer, dB. */
  gain: z
    .number()
    .min(LEAST_GAIN, `A sound is made softer by at most ${-LEAST_GAIN} dB.`)
    .max(MOST_GAIN, `A sound is made louder by at most ${MOST_GAIN} dB.`),
  /** It is not heard. */
  muted: z.boolean().optional(),
})

/** A sound of a plan, by the hash of its file. */
export const soundSchema = soundSettings
  .extend({
    id: idSchema,
    file: hashSchema,
    /** How long all of it is, samples. */
    samples: z.number().int().min(1, 'A sound has samples.').max(MOST_SAMPLES, TOO_LONG),
    /** Moments of it that were tapped or found, in order: poses snap to them. */
    beats: z
      .array(sampleSchema)
      .max(MOST_BEATS, 'A sound holds at most 2,000 beats.')
      .refine(rising, 'Beats are in order, each once.')
      .optional(),
  })
  .refine(s => s.from < s.to && s.to <= s.samples, 'Something of a sound is always left.')

export type Sound = z.infer<typeof soundSchema>
