import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { z } from 'zod'
import type { Shot } from '#core/document'
import type { Command, Committed, Outcome } from '#core/commands'
import { documentHash, SCHEMA, storeShot } from '#core/document'
import { applyCommand, commandSchema } from '#core/commands'
import { Problem } from '../http/problem'
import { announce } from '../live/events'
import { entriesAfter, filesIn, hashesIn } from './journal'
import { noShot, opened, readShot } from './shots'
import { EVERY, keepState } from './states'
import { write, writeWhole } from './write'

/** PostgreSQL's code of a broken uniqueness. */
const UNIQUE_VIOLATION = '23505'

/** At most this many commands in one sending, and this many bytes. */
export const MAX_COMMANDS = 200
export const MAX_COMMIT_BYTES = 16 * 1024 * 1024

export const commitSchema = z.object({
  base: z.number().int().min(0),
  commands: z.array(commandSchema).min(1).max(MAX_COMMANDS),
})

/**
 * The newest documents that this process has read or made, by shot. A cache: the row's revision decides whether it
 * holds.
 */
const cache = new Map<string, { revision: number; shot: Shot }>()
const CACHED = 16

/** Forgets what this process knows of a shot. */
export const forget = (id: string): boolean => cache.delete(id)

function remember(id: string, revision: number, shot: Shot): void {
  cache.delete(id)
  cache.set(id, { revision, shot })
  if (cache.size > CACHED) cache.delete(cache.keys().next().value!)
}

/** The revision a shot is at, and the revisions of those commands that are in its journal. */
interface Head {
  readonly revision: number
  readonly known: ReadonlyMap<string, number>
}

/**
 * Applies commands to a shot in one transaction: all that fit are kept, each under the next revision, and the others are
 * refused one by one. A command that is in the journal already is told as applied and not done again. What the sender has
 * not seen since `base` comes back with it.
 */
export async function commit(
  db: Sequelize,
  shotId: string,
  base: number,
  commands: readonly Command[],
): Promise<Committed> {
  const { shot, ...done } =
    (await commitOnCached(db, shotId, base, commands)) ?? (await commitLocked(db, shotId, base, commands))
  const before = base + done.missed.length
  if (done.revision > before) announce(db, shotId, done.revision)
  if (Math.floor(done.revision / EVERY) > Math.floor(before / EVERY))
    await keepState(db, { shotId, revision: done.revision, kind: 'regular' }, storeShot(shot)).catch(console.error)
  return { ...done, hash: documentHash(shot) }
}

/** What became of commands, and the shot that they made. */
interface Done extends Omit<Committed, 'hash'> {
  readonly shot: Shot
}

/**
 * The short way for the usual case: the sender is at the revision whose document is at hand, and everything fits. One
 * statement, itself a transaction, writes it if the row is still at that revision. Null where anything is otherwise.
 */
async function commitOnCached(
  db: Sequelize,
  shotId: string,
  base: number,
  commands: readonly Command[],
): Promise<Done | null> {
  const cached = cache.get(shotId)
  if (!cached || cached.revision !== base || new Set(commands.map(c => c.id)).size !== commands.length) return null
  if (commands.some(c => hashesIn(c).length || filesIn(c).length)) return null
  let shot = cached.shot
  for (const command of commands) {
    const out = applyCommand(shot, command)
    if (!out.ok) return null
    shot = out.shot
  }
  const writing = write(db, shotId, cached.shot, shot, base, commands).catch((error: Error) => {
    // A command that is known already: the long way tells which.
    if ((error as { code?: string }).code === UNIQUE_VIOLATION) return false
    throw error
  })
  // Worked out while the database writes; a part that was hashed is not hashed again.
  documentHash(shot)
  if (!(await writing)) return null
  remember(shotId, base + commands.length, shot)
  return {
    shot,
    revision: base + commands.length,
    missed: [],
    outcomes: commands.map((c, i) => ({ id: c.id, status: 'applied', revision: base + i + 1 })),
  }
}

/** The long way: the shot's row is locked while commands are looked up, applied and refused one by one. */
async function commitLocked(db: Sequelize, shotId: string, base: number, commands: readonly Command[]): Promise<Done> {
  return db.transaction(async transaction => {
    const head = await lockedHead(
      db,
      shotId,
      commands.map(c => c.id),
      transaction,
    )
    if (base > head.revision) throw new Problem(409, 'ahead', 'This window is ahead of the stored shot. Load it again.')
    const missed = base < head.revision ? await entriesAfter(db, shotId, base, transaction) : []
    const before = await newest(db, shotId, head.revision, transaction)
    const done = await applyAll(db, before, head, commands, transaction)
    if (done.applied.length) await write(db, shotId, before, done.shot, head.revision, done.applied, transaction)
    const revision = head.revision + done.applied.length
    transaction.afterCommit(() => remember(shotId, revision, done.shot))
    return { shot: done.shot, revision, missed, outcomes: done.outcomes }
  })
}

/**
 * The document at the revision of the row, which is locked. One of an older form is stored whole in the newest one
 * first, so that no piece is brought up to date twice; the old one is kept beside the journal.
 */
async function newest(db: Sequelize, shotId: string, revision: number, transaction: Transaction): Promise<Shot> {
  const cached = cache.get(shotId)
  if (cached?.revision === revision) return cached.shot
  const { document } = await readShot(db, shotId, transaction)
  const shot = opened(document)
  if (Number(document.schema) < SCHEMA) {
    await keepState(db, { shotId, revision, kind: 'upgrade' }, document, transaction)
    await writeWhole(db, shotId, shot, transaction)
  }
  return shot
}

/**
 * The shot's row, locked, and which of these commands its journal has. The journal is looked up by a statement of its
 * own: one that waits for the lock still sees what was there before it waited, and would not find the same command
 * sent twice at once.
 */
export async function lockedHead(
  db: Sequelize,
  shotId: string,
  ids: readonly string[],
  transaction: Transaction,
): Promise<Head> {
  const options = { type: QueryTypes.SELECT as const, transaction }
  const [row] = await db.query<{ revision: number; deleted: boolean }>(
    'SELECT revision, deleted_at IS NOT NULL AS deleted FROM shots WHERE id = $1 FOR UPDATE',
    { bind: [shotId], ...options },
  )
  if (!row || row.deleted) throw noShot()
  const known = await db.query<{ id: string; revision: number }>(
    'SELECT command_id AS id, revision FROM journal WHERE shot_id = $1 AND command_id = ANY($2)',
    { bind: [shotId, ids], ...options },
  )
  return { revision: row.revision, known: new Map(known.map(k => [k.id, k.revision])) }
}

async function applyAll(
  db: Sequelize,
  before: Shot,
  head: Head,
  commands: readonly Command[],
  transaction: Transaction,
) {
  const kept = await keptHashes(db, commands, transaction)
  const outcomes: Outcome[] = []
  const applied: Command[] = []
  const seen = new Map(head.known)
  let shot = before
  for (const command of commands) {
    const known = seen.get(command.id)
    if (known !== undefined) {
      outcomes.push({ id: command.id, status: 'applied', revision: known })
      continue
    }
    const missing = [...hashesIn(command), ...filesIn(command)].find(h => !kept.has(h))
    const out = missing
      ? {
          ok: false as const,
          refusal: { code: 'gone' as const, message: 'A stroke or a picture of this drawing has not been stored.' },
        }
      : applyCommand(shot, command)
    if (!out.ok) {
      outcomes.push({ id: command.id, status: 'refused', refusal: out.refusal })
      continue
    }
    shot = out.shot
    applied.push(command)
    const revision = head.revision + applied.length
    seen.set(command.id, revision)
    outcomes.push({ id: command.id, status: 'applied', revision })
  }
  return { shot, applied, outcomes }
}

/** What is there stays there until the commit is done: cleaning leaves alone what someone holds on to. */
const HELD = `WITH s AS (SELECT hash FROM strokes WHERE hash = ANY($1) FOR KEY SHARE),
  i AS (SELECT hash FROM images WHERE hash = ANY($2) FOR KEY SHARE)
  SELECT hash FROM s UNION ALL SELECT hash FROM i`

async function keptHashes(db: Sequelize, commands: readonly Command[], transaction: Transaction): Promise<Set<string>> {
  const [named, files] = [[...new Set(commands.flatMap(hashesIn))], [...new Set(commands.flatMap(filesIn))]]
  if (!named.length && !files.length) return new Set()
  const rows = await db.query<{ hash: string }>(HELD, { bind: [named, files], type: QueryTypes.SELECT, transaction })
  return new Set(rows.map(r => r.hash))
}
