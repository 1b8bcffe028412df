import { z } from 'zod'

/** Ids are made by whoever sends a command; those of one command are made from its own by a dot and a count. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}(\.[0-9]{1,6})?$/, 'An id has up to 40 letters, digits, “-” or “_”.')
/** The id of a shot, made by the browser that starts it. */
export const shotIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{8,36}$/, 'A shot id has 8 to 36 letters, digits, “-” or “_”.')
export const finite = z.number().min(-1e6).max(1e6)
export const label = z.string().trim().min(1, 'Give it a name.').max(80, 'A name has at most 80 letters.')
export const hashSchema = z.string().regex(/^[0-9a-f]{64}$/)
export const colour = z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is written #rrggbb.')
