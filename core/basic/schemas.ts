import { z } from 'zod'
import { MAX_NAME } from './words'

/** Names that every object answers to are no ids: a look-up by one would find what nobody put there. */
const ownName = (id: string): boolean => !(id in Object.prototype)
const NOT_OWN = 'This word cannot be an id.'

/** Ids are made by whoever sends a command; those of one command are made from its own by a dot and a count. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}(\.[0-9]{1,6})?$/, 'An id has up to 40 letters, digits, “-” or “_”.')
  .refine(ownName, NOT_OWN)
/** The id of a shot, made by the browser that starts it. */
export const shotIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{8,36}$/, 'A shot id has 8 to 36 letters, digits, “-” or “_”.')
  .refine(ownName, NOT_OWN)
const TOO_FAR = 'That is too far away, or too large, to be kept.'
export const finite = z.number().min(-1e6, TOO_FAR).max(1e6, TOO_FAR)
export const label = z
  .string()
  .trim()
  .min(1, 'Give it a name.')
  .max(MAX_NAME, `A name has at most ${MAX_NAME} letters.`)
export const hashSchema = z.string().regex(/^[0-9a-f]{64}$/)
export const colour = z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is written #rrggbb.')
