import { z } from 'zod'
import { label } from '../basic'
import { framesSchema as frames } from '../time'
import { affineSchema, pictureFile } from './subject'

/** The longest footage, seconds: two hours. */
export const MOST_FOOTAGE = 7200
/** A moment of footage, seconds from its start. */
export const secondSchema = z
  .number()
  .min(0, 'Footage begins with second 0.')
  .max(MOST_FOOTAGE, 'Footage has at most two hours.')
/** The most marks on footage. */
export const MOST_MARKS = 500
const rising = (marks: readonly number[]): boolean => marks.every((m, i) => !i || m > marks[i - 1]!)
/** Footage to work by, about its middle: a movie by the hash of its bytes, and its size in px. */
export const footageSchema = z.object({
  ...pictureFile,
  /** What its file was called. */
  name: label,
  seconds: z.number().gt(0).max(MOST_FOOTAGE, 'Footage has at most two hours.'),
  /** The frame of the shot on which it begins. */
  from: frames,
  /** What it begins with, seconds from its start. */
  inPoint: secondSchema,
  /** Seconds of it that pass in a second of the shot. */
  speed: z.number().min(0.05, 'Footage runs at 5 % at least.').max(20, 'Footage runs at 2,000 % at most.'),
  at: affineSchema,
  /** Moments that were marked on it, seconds from its start, in order. */
  marks: z
    .array(secondSchema)
    .max(MOST_MARKS, 'Footage holds at most 500 marks.')
    .refine(rising, 'Marks are in order, each once.')
    .optional(),
})

export type Footage = z.infer<typeof footageSchema>
