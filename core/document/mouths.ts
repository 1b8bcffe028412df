import { z } from 'zod'
import { idSchema, label } from '../basic'
import type { Exposed } from '../dialogue'
import { MOUTHS, SOUNDS } from '../dialogue'
import { framesSchema as frames } from '../time'
import { originalSchema } from './subject'

/** The fewest and the most mouths of a set. */
export const [LEAST_MOUTHS, MOST_MOUTHS] = [2, 12]
/** The most exposures that a reading puts into a column. */
export const MOST_PUT = 14_400

const once = (list: readonly { readonly id: string }[]): boolean => new Set(list.map(m => m.id)).size === list.length

/** A mouth: its name, how it is shaped, and the drawing of its column that shows it. */
export const mouthSchema = z.object({ id: idSchema, name: label, shape: z.enum(MOUTHS), drawing: idSchema })
const knownSound = z.string().refine(sound => SOUNDS.includes(sound), 'There is no such sound.')
export const mouthSetSchema = z.object({
  mouths: z
    .array(mouthSchema)
    .min(LEAST_MOUTHS, 'A mouth set has two mouths at least: one that is shut, one that is open.')
    .max(MOST_MOUTHS, 'A mouth set has at most 12 mouths.')
    .refine(once, 'Each mouth of a set has an id of its own.'),
  /** Which mouth shows a sound of the CMU Pronouncing Dictionary, where that is another than its shape says. */
  sounds: z.record(knownSound, idSchema).optional(),
  /** The set on a shelf that it is a copy of. */
  original: originalSchema.optional(),
})

const seconds = (most: number) => z.number().min(0).max(most)
/** How a reading becomes exposures; times in seconds, so that they hold at any rate. */
export const mouthSettingsSchema = z.object({
  lead: z.object({ plain: seconds(1), broad: seconds(2) }),
  anticipation: z.object({ seconds: seconds(4), how: z.enum(['opening', 'breath']) }),
  shown: z.enum(['stresses', 'vowels', 'all']),
  /** Frames. */
  least: z.number().int().min(1).max(24),
  step: z.number().int().min(1).max(24),
  pause: z.number().int().min(1).max(999),
})

const fit = ({ first, last, drawings, put }: Exposed): boolean => {
  let from = first
  for (const [frame, count, k] of put) {
    if (frame < from || k >= drawings.length) return false
    from = frame + count
  }
  return first <= last && from <= last + 1
}

/** What was exposed from a reading, and how: what differs from it now was changed by hand. */
export const spokenSchema = z
  .object({
    /** By the words of lines, or by how loud the sounds are. */
    by: z.enum(['reading', 'loudness']),
    /** Of which sound, where it goes by loudness. */
    sound: idSchema.optional(),
    /** Whose lines; all where nobody is named. */
    speaker: label.optional(),
    settings: mouthSettingsSchema,
    /** It is exposed anew with each change of the reading, the set or the settings. */
    follows: z.boolean(),
    /** It is over the whole shot, however long that becomes. */
    whole: z.boolean(),
    /** The frames that it is over. */
    first: frames,
    last: frames,
    drawings: z.array(idSchema).max(MOST_MOUTHS),
    /** Spans that do not meet, in order: from which frame on, so many frames, the place of the drawing in `drawings`. */
    put: z
      .array(
        z.tuple([
          frames,
          frames,
          z
            .number()
            .int()
            .min(0)
            .max(MOST_MOUTHS - 1),
        ]),
      )
      .max(MOST_PUT, 'A reading is exposed by at most 14,400 mouths.'),
  })
  .refine(fit, 'What a reading puts lies on its frames, one after the other.')

export type Mouths = z.infer<typeof mouthSetSchema>
export type SpokenMouths = z.infer<typeof spokenSchema>

/** A set in which no sound is given to a mouth that it has not. */
export function plainSet({ sounds, ...set }: Mouths): Mouths {
  const ids = new Set(set.mouths.map(m => m.id))
  const told = Object.entries(sounds ?? {}).filter(([, id]) => ids.has(id))
  return told.length ? { ...set, sounds: Object.fromEntries(told) } : set
}
