import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { z } from 'zod'
import type { Shot } from '#core/document'
import type { Command, Committed, JournalEntry, Outcome } from '#core/commands'
import { changedPieces, SCHEMA } from '#core/document'
import { applyCommand, commandSchema, upgradedCommand } from '#core/commands'
import { Problem } from '../http/problem'
import { models } from '../db/models'
import { prepared } from '../db/prepared'
import { announce } from '../live/events'
import { noShot, opened, readShot } from './shots'

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
  const done = (await commitOnCached(db, shotId, base, commands)) ?? (await commitLocked(db, shotId, base, commands))
  if (done.revision > base + done.missed.length) announce(db, shotId, done.revision)
  return done
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
): Promise<Committed | null> {
  const cached = cache.get(shotId)
  if (!cached || cached.revision !== base || new Set(commands.map(c => c.id)).size !== commands.length) return null
  if (commands.some(c => hashesIn(c).length || filesIn(c).length)) return null
  let shot = cached.shot
  for (const command of commands) {
    const out = applyCommand(shot, command)
    if (!out.ok) return null
    shot = out.shot
  }
  const written = await write(db, shotId, cached.shot, shot, base, commands).catch((error: Error) => {
    // A command that is known already: the long way tells which.
    if ((error as { code?: string }).code === UNIQUE_VIOLATION) return false
    throw error
  })
  if (!written) return null
  remember(shotId, base + commands.length, shot)
  return {
    revision: base + commands.length,
    missed: [],
    outcomes: commands.map((c, i) => ({ id: c.id, status: 'applied', revision: base + i + 1 })),
  }
}

/** The long way: the shot's row is locked while commands are looked up, applied and refused one by one. */
async function commitLocked(
  db: Sequelize,
  shotId: string,
  base: number,
  commands: readonly Command[],
): Promise<Committed> {
  return db.transaction(async transaction => {
    const head = await lockedHead(db, shotId, commands, transaction)
    if (base > head.revision) throw new Problem(409, 'ahead', 'This window is ahead of the stored shot. Load it again.')
    const missed = base < head.revision ? await entriesAfter(db, shotId, base, transaction) : []
    const cached = cache.get(shotId)
    const before =
      cached?.revision === head.revision ? cached.shot : opened((await readShot(db, shotId, transaction)).document)
    const done = await applyAll(db, before, head, commands, transaction)
    if (done.applied.length) await write(db, shotId, before, done.shot, head.revision, done.applied, transaction)
    const revision = head.revision + done.applied.length
    transaction.afterCommit(() => remember(shotId, revision, done.shot))
    return { revision, missed, outcomes: done.outcomes }
  })
}

/**
 * The shot's row, locked, and which of these commands its journal has. The journal is looked up by a statement of its
 * own: one that waits for the lock still sees what was there before it waited, and would not find the same command
 * sent twice at once.
 */
async function lockedHead(
  db: Sequelize,
  shotId: string,
  commands: readonly Command[],
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
    { bind: [shotId, commands.map(c => c.id)], ...options },
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

/** A command as JSON, as the journal keeps it, made once for each command that comes in. */
const texts = new WeakMap<Command, string>()
function textOf(command: Command): string {
  const known = texts.get(command)
  if (known !== undefined) return known
  const text = JSON.stringify(command)
  texts.set(command, text)
  return text
}

/** The hashes that a command names, wherever in its arguments. */
export function hashesIn(command: Command): string[] {
  const text = textOf(command)
  return text.includes('"hash":"') ? [...new Set([...text.matchAll(/"hash":"([0-9a-f]{64})"/g)].map(m => m[1]!))] : []
}

/** The pictures that a command names, by the hashes of their bytes. */
export function filesIn(command: Command): string[] {
  const text = textOf(command)
  return text.includes('"file":"') ? [...new Set([...text.matchAll(/"file":"([0-9a-f]{64})"/g)].map(m => m[1]!))] : []
}

async function keptHashes(db: Sequelize, commands: readonly Command[], transaction: Transaction): Promise<Set<string>> {
  const [named, files] = [[...new Set(commands.flatMap(hashesIn))], [...new Set(commands.flatMap(filesIn))]]
  if (!named.length && !files.length) return new Set()
  const rows = await db.query<{ hash: string }>(
    'SELECT hash FROM strokes WHERE hash = ANY($1) UNION ALL SELECT hash FROM images WHERE hash = ANY($2)',
    { bind: [named, files], type: QueryTypes.SELECT, transaction },
  )
  return new Set(rows.map(r => r.hash))
}

/**
 * How a write is put: what it has besides, and how many pieces a single command changes (null where it is not that
 * simple).
 */
interface Form {
  readonly gone: boolean
  readonly named: boolean
  readonly pieces: number | null
}

/** Up to this many pieces are written by plain values. */
const FEW = 6

const ONE_ENTRY = 'SELECT id, $6::integer, $7::text, $3, $8::text FROM made'
const ENTRIES = `SELECT made.id, x.r, x.i, $3, x.c
      FROM made, unnest($6::integer[], $7::text[], $8::text[]) AS x (r, i, c)`
const PIECES = 'SELECT made.id, x.p, x.b FROM made, unnest($9::text[], $10::text[]) AS x (p, b)'
/** Takes pieces out, and notes which strokes are named: by the lists that stand at a place among the values. */
const dropping = (place: number): string => `, gone AS (
      DELETE FROM shot_pieces USING made WHERE shot_id = made.id AND path = ANY($${place}::text[])
    )`
const naming = (place: number): string => `, named AS (
      INSERT INTO shot_strokes (shot_id, hash) SELECT made.id, unnest($${place}::text[]) FROM made
      ON CONFLICT DO NOTHING
    )`

/**
 * With named strokes and deleted pieces only where there are any, and with plain values for the usual single command
 * that changes a few pieces (a column and those that follow it): each form is planned once for each connection. Lists
 * cost half as much again as plain values do.
 */
function writeStatement({ gone, named, pieces }: Form): { name: string; text: string } {
  const plain = pieces !== null
  const next = 9 + (plain ? 2 * pieces : 2)
  const rows = Array.from(
    { length: pieces ?? 0 },
    (_, i) => `SELECT id, $${9 + 2 * i}::text, $${10 + 2 * i}::text FROM made`,
  )
  return {
    name: `fintro-commit${gone ? '-gone' : ''}${named ? '-named' : ''}${plain ? `-${pieces}` : ''}`,
    text: `
    WITH made AS (
      UPDATE shots SET name = $2, schema = $3, revision = $4, updated_at = now()
      WHERE id = $1 AND revision = $5 AND deleted_at IS NULL RETURNING id
    ), kept AS (
      INSERT INTO journal (shot_id, revision, command_id, schema, command)
      ${plain ? ONE_ENTRY : ENTRIES}
    ), put AS (
      INSERT INTO shot_pieces (shot_id, path, body)
      ${plain ? rows.join(' UNION ALL ') : PIECES}
      ON CONFLICT (shot_id, path) DO UPDATE SET body = excluded.body
    )${gone ? dropping(next) : ''}${named ? naming(gone ? next + 1 : next) : ''}
    SELECT id FROM made`,
  }
}

/**
 * The journal, the pieces of the document that changed, and the strokes they name. Writes nothing, and gives false,
 * where the row is not at revision `from` any more.
 */
async function write(
  db: Sequelize,
  shotId: string,
  before: Shot,
  after: Shot,
  from: number,
  applied: readonly Command[],
  transaction?: Transaction,
): Promise<boolean> {
  const { put, gone } = changedPieces(before, after)
  const paths = Object.keys(put)
  const bodies = paths.map(path => JSON.stringify(put[path]))
  const named = [...new Set(applied.flatMap(hashesIn))]
  const single = applied.length === 1 && paths.length > 0 && paths.length <= FEW
  const form: Form = { gone: gone.length > 0, named: named.length > 0, pieces: single ? paths.length : null }
  const values = [
    shotId,
    after.name,
    SCHEMA,
    from + applied.length,
    from,
    ...(single
      ? [from + 1, applied[0]!.id, textOf(applied[0]!), ...paths.flatMap((path, i) => [path, bodies[i]])]
      : [applied.map((_, i) => from + i + 1), applied.map(c => c.id), applied.map(textOf), paths, bodies]),
    ...(gone.length ? [gone] : []),
    ...(named.length ? [named] : []),
  ]
  const files = [...new Set(applied.flatMap(filesIn))]
  const rows = await prepared(db, { ...writeStatement(form), values }, transaction)
  // Rare, and always within the transaction of the long way: pictures are told by a statement of their own.
  if (rows > 0 && files.length)
    await models(db).ShotImage.bulkCreate(
      files.map(hash => ({ shotId, hash })),
      { ignoreDuplicates: true, transaction },
    )
  return rows > 0
}

/** The journal of a shot after a revision, in order. */
export async function entriesAfter(
  db: Sequelize,
  shotId: string,
  after: number,
  transaction?: Transaction,
): Promise<JournalEntry[]> {
  const rows = await db.query<{ revision: number; command: string }>(
    'SELECT revision, command FROM journal WHERE shot_id = $1 AND revision > $2 ORDER BY revision',
    { bind: [shotId, after], type: QueryTypes.SELECT, transaction },
  )
  return rows.map(r => ({ revision: r.revision, command: upgradedCommand(JSON.parse(r.command) as Command) }))
}
