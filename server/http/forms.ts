import { z } from 'zod'
import { hashSchema, idSchema, label, shotIdSchema } from '#core/basic'
import { commandIdSchema } from '#core/commands'
import { soundsOf } from '#core/dialogue'
import { SHELF_KINDS, shelvedSchema } from '#core/document/shelf'

/** The forms of what requests name in their addresses and bring in small bodies. */

/** A number of a state of a shot; a text in an address. */
const revision = z.coerce.number().int().min(0).max(2_147_483_647)

/** One stream tells of so many shots at most: all that one browser has open. */
const MOST_SHOTS = 100
/** Shots that are named one after the other. */
const shotIds = (least: number, most: number) =>
  z
    .union([z.string(), z.array(z.string())])
    .transform(v => [...new Set([v].flat())])
    .pipe(z.array(shotIdSchema).min(least).max(most))
export const eventsQuery = z.object({ shot: shotIds(1, MOST_SHOTS) })
export const archiveQuery = z.object({ id: shotIdSchema })
export const journalQuery = z.object({ after: revision, incarnation: z.string().max(24).optional() })
export const stateKind = z.enum(['regular', 'upgrade', 'mark', 'unreadable'])
export const stateSchema = z.object({ revision, kind: stateKind })
export const markBody = z.object({ name: label })
export const duplicateBody = z.object({ id: shotIdSchema, name: label })
export const moveBody = z.object({ production: label })

/** What PostgreSQL can hold as text. */
const text = z.string().regex(/^[^\0]*$/, 'It has a character that is none.')
const status = text.trim().max(40, 'A status has at most 40 letters.')
/** A page has so many shots at most. */
const MOST_ON_PAGE = 1000
export const listQuery = z.object({
  search: text.max(200).default(''),
  order: z.enum(['name', 'changed', 'length']).default('name'),
  status: status.optional(),
  beside: shotIdSchema.optional(),
  id: shotIds(0, MOST_SHOTS).default([]),
  from: z.coerce.number().int().min(0).max(2_147_483_647).default(0),
  many: z.coerce.number().int().min(1).max(MOST_ON_PAGE).default(200),
})
export const nameQuery = z.object({
  wanted: label.optional(),
  production: label.optional(),
  shot: shotIdSchema.optional(),
})
/** Shots of which something is set at once. */
const MOST_SET = 2000
const ids = z.array(shotIdSchema).min(1).max(MOST_SET)
export const setBody = z.object({
  ids,
  production: label.optional(),
  status: status
    .nullable()
    .transform(s => s || null)
    .optional(),
  deleted: z.boolean().optional(),
})
/** Shots that are taken away for good. */
export const emptyBody = z.object({ ids: z.array(shotIdSchema).min(1).max(5000) })
export const replaceBody = z.object({ id: commandIdSchema })
export const findStrokesBody = z.object({ hashes: z.array(hashSchema).min(1).max(5000) })

/** What is put on a shelf has so many bytes at most, as JSON. */
export const MOST_SHELVED = 12 * 1024 * 1024
const version = z.coerce.number().int().min(1).max(1_000_000_000)
/** Things on shelves that are asked for by their ids at once. */
const MOST_THINGS = 200
export const shelfQuery = z.object({
  shot: shotIdSchema.optional(),
  production: label.optional(),
  id: z
    .union([z.string(), z.array(z.string())])
    .transform(v => [...new Set([v].flat())])
    .pipe(z.array(idSchema).max(MOST_THINGS))
    .default([]),
  kind: z.enum(SHELF_KINDS).optional(),
  search: text.max(200).default(''),
  from: z.coerce.number().int().min(0).max(2_147_483_647).default(0),
  many: z.coerce.number().int().min(1).max(MOST_ON_PAGE).default(100),
})
export const versionQuery = z.object({ version: version.optional() })
const home = z.object({ shot: shotIdSchema.optional(), production: label.optional() })
const oneHome = (h: z.output<typeof home>): boolean => (h.shot === undefined) !== (h.production === undefined)
export const keepBody = home
  .extend({ id: idSchema, name: label, content: shelvedSchema })
  .refine(oneHome, 'The shelf is that of a production, or of the production of a shot.')
export const thingBody = z.object({
  name: label.optional(),
  /** What it is from now on, and the version that this one comes after. */
  content: shelvedSchema.optional(),
  was: z.number().int().min(1).max(1_000_000_000).optional(),
  deleted: z.boolean().optional(),
})

/** Sounds as the CMU dictionary writes them: "OW1 V ER0". */
const written = (text: string): boolean => {
  try {
    return soundsOf(text).length <= 80
  } catch {
    return false
  }
}
/** A pronunciation as JSON has so many bytes at most. */
export const MOST_SAID = 8 * 1024
export const sayQuery = z.object({ shot: shotIdSchema })
export const sayBody = z.object({
  shot: shotIdSchema,
  /** In small letters. */
  word: text
    .trim()
    .min(1)
    .max(80)
    .refine(w => w === w.toLowerCase() && !(w in Object.prototype), 'A word is in small letters.'),
  /** How it is said; null to have it as in the dictionary again. */
  sounds: text.min(1).max(400).refine(written, 'The sounds are those of the CMU dictionary: OW1 V ER0.').nullable(),
})
