import { z } from 'zod'
import { idSchema, label } from '../basic'
import { LEAST_WORD, SOUNDS } from '../dialogue'
import { sampleSchema } from './sound'

/** The most lines of a plan, words of a line and sounds of a word. */
export const [MOST_LINES, MOST_WORDS, MOST_WORD_SOUNDS] = [200, 2000, 80]

/** A sound of a word, up to where it lasts: it begins where the one before it ends. */
export const readSoundSchema = z.object({
  sound: z.enum(SOUNDS as [string, ...string[]]),
  /** Of a vowel: 1 the main stress of its word, 2 a lesser one, 0 none. */
  stress: z.union([z.literal(0), z.literal(1), z.literal(2)]).optional(),
  to: sampleSchema,
})

interface Timed {
  readonly from: number
  readonly to: number
  readonly sounds: readonly { readonly to: number }[]
}
const inOrder = ({ from, to, sounds }: Timed): boolean =>
  to - from >= LEAST_WORD &&
  (!sounds.length || sounds.at(-1)!.to === to) &&
  sounds.every((s, i) => s.to > (sounds[i - 1]?.to ?? from))

/** A word of a line: when it is said, in samples of the line's sound (of the shot where it has none). */
export const wordSchema = z
  .object({
    id: idSchema,
    /** As it is written in the text. */
    text: z.string().trim().min(1, 'A word has letters.').max(80, 'A word has at most 80 letters.'),
    /** What is said for it, where that is other words. */
    said: z.string().trim().min(1).max(200).optional(),
    from: sampleSchema,
    to: sampleSchema,
    sounds: z.array(readSoundSchema).max(MOST_WORD_SOUNDS, 'A word holds at most 80 sounds.'),
    /** Its sounds were worked out from how it is written. */
    guess: z.literal(true).optional(),
    /** It is stressed, or not, by hand. */
    stressed: z.boolean().optional(),
  })
  .refine(inOrder, 'A word lasts a hundredth of a second at least, and its sounds follow each other in it.')

const follow = (words: readonly Timed[]): boolean => words.every((w, i) => !i || w.from >= words[i - 1]!.to)
export const wordsSchema = z
  .array(wordSchema)
  .max(MOST_WORDS, 'A line holds at most 2,000 words.')
  .refine(follow, 'Words of a line follow each other.')

/** A line that is spoken: its text, who speaks, and its words against a sound. */
export const lineSchema = z.object({
  id: idSchema,
  text: z.string().trim().min(1, 'A line has a text.').max(20_000, 'A line has at most 20,000 letters.'),
  speaker: label.optional(),
  /** The sound that its moments are of; without one they are of the shot. */
  sound: idSchema.optional(),
  words: wordsSchema.min(1, 'A line has words.'),
})

export type ReadSound = z.infer<typeof readSoundSchema>
export type Word = z.infer<typeof wordSchema>
export type SpokenLine = z.infer<typeof lineSchema>
