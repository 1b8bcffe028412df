import { z } from 'zod'
import { hashSchema, label, shotIdSchema } from '#core/basic'
import { commandIdSchema } from '#core/commands'

/** The forms of what requests name in their addresses and bring in small bodies. */

/** A number of a state of a shot; a text in an address. */
const revision = z.coerce.number().int().min(0).max(2_147_483_647)

/** One stream tells of so many shots at most: all that one browser has open. */
const MOST_SHOTS = 100
export const eventsQuery = z.object({
  shot: z
    .union([z.string(), z.array(z.string())])
    .transform(v => [...new Set([v].flat())])
    .pipe(z.array(shotIdSchema).min(1).max(MOST_SHOTS)),
})
export const archiveQuery = z.object({ id: shotIdSchema })
export const journalQuery = z.object({ after: revision, incarnation: z.string().max(24).optional() })
export const stateKind = z.enum(['regular', 'upgrade', 'mark', 'unreadable'])
export const stateSchema = z.object({ revision, kind: stateKind })
export const markBody = z.object({ name: label })
export const duplicateBody = z.object({ id: shotIdSchema, name: label })
export const moveBody = z.object({ production: label })
/** Shots that are taken away for good. */
export const emptyBody = z.object({ ids: z.array(shotIdSchema).min(1).max(5000) })
export const replaceBody = z.object({ id: commandIdSchema })
export const findStrokesBody = z.object({ hashes: z.array(hashSchema).min(1).max(5000) })
