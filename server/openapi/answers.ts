import { z } from 'zod'
import { hashSchema, idSchema, shotIdSchema } from '#core/basic'
import type { Committed, JournalEntry, Refusal } from '#core/commands'
import { commandIdSchema } from '#core/commands'
import type {
  BinnedShot,
  KeptState,
  ListPage,
  ProductionInList,
  ShelfOriginal,
  ShelfPage,
  ShelfThing,
  ShotInList,
} from '#core/document'
import { pictureSchema, rateSchema, shotSchema } from '#core/document/document'
import { SHELF_KINDS, shelvedSchema } from '#core/document/shelf'
import { stateKind } from '../http/forms'

/** The forms of what the routes answer. */

const count = z.number().int().min(0)
const time = z.iso.datetime()

export const problem = z.object({
  type: z.string().regex(/^urn:fintro:[a-z-]+$/),
  title: z.string(),
  status: z.number().int().min(400).max(599),
  code: z.string(),
  detail: z.string(),
  at: z.string().optional(),
})
export const fine = z.object({ ok: z.literal(true) })
export const named = z.object({ id: shotIdSchema })

const shotInList = z.object({
  id: shotIdSchema,
  name: z.string(),
  revision: count,
  updatedAt: time,
  length: count,
  rate: rateSchema,
  picture: pictureSchema,
  status: z.string().nullable(),
}) satisfies z.ZodType<ShotInList>
const production = z.object({
  id: z.string(),
  name: z.string(),
  count,
  from: count,
  shots: z.array(shotInList),
}) satisfies z.ZodType<ProductionInList>
const binned = shotInList
  .omit({ status: true })
  .extend({ production: z.string(), deletedAt: time }) satisfies z.ZodType<BinnedShot>
export const bin = z.object({ shots: z.array(binned) })
export const gone = z.object({ gone: count })
export const changed = z.object({ changed: count })
export const free = z.object({ free: z.string(), next: z.string() })
export const back = z.object({ name: z.string() })
export const listed = z.object({
  total: count,
  from: count,
  productions: z.array(production),
  statuses: z.array(z.object({ name: z.string(), count })),
}) satisfies z.ZodType<ListPage>

const thing = z.object({
  id: idSchema,
  kind: z.enum(SHELF_KINDS),
  name: z.string(),
  version: count,
  changedAt: time,
  production: z.string(),
}) satisfies z.ZodType<ShelfThing>
export const shelf = z.object({
  production: z.string().nullable(),
  total: count,
  from: count,
  things: z.array(thing),
}) satisfies z.ZodType<ShelfPage>
export const original = thing.extend({ of: count, content: shelvedSchema }) satisfies z.ZodType<ShelfOriginal>
export const put = z.object({ version: count })
export const words = z.object({ words: z.record(z.string(), z.string()) })
export const said = z.object({ kept: z.boolean() })
export const changedThing = z.object({ name: z.string(), version: count })

export const stored = z.object({
  revision: count,
  incarnation: z.string(),
  production: z.string(),
  document: shotSchema,
})

/** A command as it stands in the journal: its arguments are those of its name. */
export const kept = z.object({
  id: commandIdSchema,
  schema: z.number().int().min(1),
  name: z.string(),
  args: z.record(z.string(), z.unknown()),
})
const entry = z.object({ revision: count, command: kept })
export const journal = z.object({ entries: z.array(entry) })
const refusal = z.object({
  code: z.enum(['gone', 'changed', 'locked', 'no-room', 'again', 'invalid', 'limit']),
  message: z.string(),
}) satisfies z.ZodType<Refusal>
export const committed = z.object({
  revision: count,
  missed: z.array(entry),
  outcomes: z.array(
    z.discriminatedUnion('status', [
      z.object({ id: commandIdSchema, status: z.literal('applied'), revision: count }),
      z.object({ id: commandIdSchema, status: z.literal('refused'), refusal }),
    ]),
  ),
  hash: z.number().int(),
})
/** The forms say the same as the types of the core do; names of commands are any text to them. */
type Loose<T> = T extends JournalEntry
  ? { revision: number; command: z.output<typeof kept> }
  : T extends (infer U)[]
    ? Loose<U>[]
    : T
type LooseCommitted = { [K in keyof Committed]: Loose<Committed[K]> }
committed satisfies z.ZodType<LooseCommitted>

const state = z.object({
  revision: count,
  kind: stateKind,
  name: z.string().nullable(),
  at: time,
}) satisfies z.ZodType<KeptState>
export const states = z.object({ states: z.array(state) })
/** A kept state may be of an older form: it is given as it was kept. */
export const keptState = z.object({
  production: z.string(),
  state,
  document: z.object({ schema: z.number().int(), id: idSchema }).loose(),
})

export const keptFile = z.object({
  hash: hashSchema,
  /** Of pictures, px; of footage nobody here knows. */
  width: count.nullable(),
  height: count.nullable(),
})
