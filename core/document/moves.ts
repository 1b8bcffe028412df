import { z } from 'zod'
import { recipeSchema } from '../chart'
import { vecSchema } from '../figure'
import { finite, idSchema } from '../basic'
import { framesSchema as frames } from '../time'
import { affineSchema } from './subject'

/** The most moves of a column, and the most fields of a camera. */
export const MOST_MOVES = 14_400

/** What carries a column: a part of a subject in another column, or that column as a whole (no part). */
export const carrierSchema = z.object({
  column: idSchema,
  /** A bone, whose end it rides on, or `place`. */
  part: z.object({ subject: idSchema, bone: idSchema }).nullable(),
  /** From the column's own space to the part's: the way back from how the part lay when it was attached. */
  base: affineSchema,
  /** It grows and shrinks with what carries it. */
  sizes: z.boolean(),
  /** Where the part is not on the carrier's drawing it stays where that was last; otherwise it is not seen there. */
  stays: z.boolean(),
})

/**
 * Where a column lies from a frame on: its own space moved, turned about the picture's origin, sized, mirrored. It holds
 * until the next move, or goes there.
 */
export const moveSchema = z.object({
  frame: frames,
  place: vecSchema,
  turn: finite,
  size: z.number().min(0.001).max(1000),
  mirror: z.boolean().optional(),
  /** The column is not seen from here on. */
  away: z.literal(true).optional(),
  /** How it goes to the next move: spaced, every so many frames, a point of its own space on a line. */
  go: z
    .object({
      recipe: recipeSchema,
      step: z.number().int().min(1).max(24),
      about: vecSchema,
      /** It goes on only where the column shows a new drawing. */
      drawn: z.literal(true).optional(),
      /** The point goes on the arc through the moves before and after; straight where nothing is said. */
      arc: z.literal(true).optional(),
      /** It turns by as much as both turns say, several times round, too; the shorter way where nothing is said. */
      round: z.literal(true).optional(),
    })
    .optional(),
})

/** From a frame on a column stands where its place in the order is, or directly before or behind what carries it. */
export const standSchema = z.object({ frame: frames, at: z.enum(['own', 'before', 'behind']) })
export const standsSchema = z.array(standSchema).max(MOST_MOVES)
export const movesSchema = z.array(moveSchema).max(MOST_MOVES, 'A column holds at most 14,400 moves.')

/** 1 lies where the camera is set to; 2 passes twice as far, 0 not at all, as what is endlessly far away. */
export const depthSchema = z
  .number()
  .min(0, 'Nothing lies farther than endlessly far: 0.')
  .max(20, 'At most 20 times as near.')

const LEAST_FIELD = 0.02
const MOST_FIELD = 20
/**
 * A field of the camera from a frame on: its middle, px of the picture, how it is turned, radians, and its size as a share
 * of the picture. It holds until the next one, or goes there.
 */
export const fieldSchema = moveSchema.omit({ mirror: true, away: true }).extend({
  size: z
    .number()
    .min(LEAST_FIELD, 'A field of the camera is at least 2 % of the picture.')
    .max(MOST_FIELD, 'A field of the camera is at most 20 times the picture.'),
})
/** The camera shakes: by so many px of what is seen, so often a second, for so many frames. */
export const shakeSchema = z.object({
  frame: frames,
  frames,
  px: z.number().min(0.1, 'A shake is 0.1 px at least.').max(2000, 'A shake is 2000 px at most.'),
  rate: z
    .number()
    .min(0.5, 'A shake goes to and fro every two seconds at least.')
    .max(60, 'At most 60 times a second.'),
  /** It dies away to its end. */
  fades: z.boolean(),
  /** Of two shakes that are alike in all else each goes its own way by this. */
  seed: z.number().int().min(0).max(0xffff),
})
/** What is seen of a plan: fields in the order of their frames, and shakes. */
export const cameraSchema = z.object({
  fields: z.array(fieldSchema).min(1, 'A camera has a field.').max(MOST_MOVES, 'A camera holds at most 14,400 fields.'),
  shakes: z.array(shakeSchema).max(100, 'A camera shakes at most 100 times.').optional(),
})

export type Carrier = z.infer<typeof carrierSchema>
export type Move = z.infer<typeof moveSchema>
export type Stand = z.infer<typeof standSchema>
export type Field = z.infer<typeof fieldSchema>
export type Shake = z.infer<typeof shakeSchema>
export type Camera = z.infer<typeof cameraSchema>
