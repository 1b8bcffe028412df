import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { z } from 'zod'
import type { Command, Refusal, Shot } from '#core/shot'
import { applyCommand, commandSchema, SCHEMA, storeShot } from '#core/shot'
import { Problem } from './problem'
import { readDocument } from './shots'

/** At most this many commands in one sending, and this many bytes. */
export const MAX_COMMANDS = 200
export const MAX_COMMIT_BYTES = 16 * 1024 * 1024

export const commitSchema = z.object({ base: z.number().int().min(0), commands: z.array(commandSchema).min(1).max(MAX_COMMANDS) })

export interface JournalEntry { revision: number, command: Command }
export type Outcome = { id: string, status: 'applied', revision: number } | { id: string, status: 'refused', refusal: Refusal }
export interface Committed { revision: number, missed: JournalEntry[], outcomes: Outcome[] }

/** The newest documents that this process has read or made, by shot. A cache: the row's revision decides whether it holds. */
const cache = new Map<string, { revision: number, shot: Shot }>()
const CACHED = 16

function remember(id: string, revision: number, shot: Shot): void {
  cache.delete(id)
  cache.set(id, { revision, shot })
  if (cache.size > CACHED) cache.delete(cache.keys().next().value!)
}

interface Head { revision: number, deleted: boolean, known: Record<string, number> | null }

/**
 * Applies commands to a shot in one transaction: all that fit are kept, each under the next revision, and the others are
 * refused one by one. A command that is in the journal already is told as applied and not done again. What the sender has
 * not seen since `base` comes back with it.
 */
export async function commit(db: Sequelize, shotId: string, base: number, commands: readonly Command[]): Promise<Committed> {
  return db.transaction(async (transaction) => {
    const [head] = await db.query<Head>(`
      SELECT revision, deleted_at IS NOT NULL AS deleted,
        (SELECT json_object_agg(command_id, revision) FROM journal WHERE shot_id = $1 AND command_id = ANY($2)) AS known
      FROM shots WHERE id = $1 FOR UPDATE`, { bind: [shotId, commands.map(c => c.id)], type: QueryTypes.SELECT, transaction })
    if (!head || head.deleted) throw new Problem(404, 'no-shot', 'There is no such shot. It may have been put away.')
    if (base > head.revision) throw new Problem(409, 'ahead', 'This window is ahead of the stored shot. Load it again.')
    const missed = base < head.revision ? await entriesAfter(db, shotId, base, transaction) : []
    const before = await documentAt(db, shotId, head.revision, transaction)
    const done = await applyAll(db, before, head, commands, transaction)
    if (done.applied.length) await write(db, shotId, done.shot, head.revision, done.applied, transaction)
    const revision = head.revision + done.applied.length
    transaction.afterCommit(() => remember(shotId, revision, done.shot))
    return { revision, missed, outcomes: done.outcomes }
  })
}

async function documentAt(db: Sequelize, id: string, revision: number, transaction: Transaction): Promise<Shot> {
  const cached = cache.get(id)
  if (cached?.revision === revision) return cached.shot
  const [row] = await db.query<{ document: string }>('SELECT document FROM shots WHERE id = $1', { bind: [id], type: QueryTypes.SELECT, transaction })
  return readDocument(row!.document)
}

async function applyAll(db: Sequelize, before: Shot, head: Head, commands: readonly Command[], transaction: Transaction) {
  const kept = await keptHashes(db, commands, transaction)
  const outcomes: Outcome[] = []
  const applied: Command[] = []
  const seen = new Map(Object.entries(head.known ?? {}))
  let shot = before
  for (const command of commands) {
    const known = seen.get(command.id)
    if (known !== undefined) {
      outcomes.push({ id: command.id, status: 'applied', revision: known })
      continue
    }
    const missing = hashesIn(command).find(h => !kept.has(h))
    const out = missing
      ? { ok: false as const, refusal: { code: 'gone' as const, message: 'A stroke of this drawing has not been stored.' } }
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

/** The hashes that a command names, wherever in its arguments. */
export const hashesIn = (command: Command): string[] =>
  [...new Set([...JSON.stringify(command.args).matchAll(/"hash":"([0-9a-f]{64})"/g)].map(m => m[1]!))]

async function keptHashes(db: Sequelize, commands: readonly Command[], transaction: Transaction): Promise<Set<string>> {
  const named = [...new Set(commands.flatMap(hashesIn))]
  if (!named.length) return new Set()
  const rows = await db.query<{ hash: string }>('SELECT hash FROM strokes WHERE hash = ANY($1)', { bind: [named], type: QueryTypes.SELECT, transaction })
  return new Set(rows.map(r => r.hash))
}

/** One statement: the journal, the document, what it names, and the announcement of the revision to other servers. */
async function write(db: Sequelize, shotId: string, shot: Shot, from: number, applied: readonly Command[], transaction: Transaction): Promise<void> {
  const rows = applied.map((c, i) => ({ r: from + i + 1, i: c.id, c: JSON.stringify(c) }))
  await db.query(`
    WITH kept AS (
      INSERT INTO journal (shot_id, revision, command_id, schema, command)
      SELECT $1, x.r, x.i, $2, x.c FROM jsonb_to_recordset($3::jsonb) AS x (r integer, i text, c text)
    ), named AS (
      INSERT INTO shot_strokes (shot_id, hash) SELECT $1, unnest($4::text[]) ON CONFLICT DO NOTHING
    ), made AS (
      UPDATE shots SET document = $5, name = $6, schema = $2, revision = $7, updated_at = now() WHERE id = $1
    )
    SELECT pg_notify('fintro_revision', $1 || ' ' || $7)`, {
    bind: [shotId, SCHEMA, JSON.stringify(rows), [...new Set(applied.flatMap(hashesIn))], JSON.stringify(storeShot(shot)), shot.name, from + applied.length],
    transaction,
  })
}

/** The journal of a shot after a revision, in order. */
export async function entriesAfter(db: Sequelize, shotId: string, after: number, transaction?: Transaction): Promise<JournalEntry[]> {
  const rows = await db.query<{ revision: number, command: string }>('SELECT revision, command FROM journal WHERE shot_id = $1 AND revision > $2 ORDER BY revision', { bind: [shotId, after], type: QueryTypes.SELECT, transaction })
  return rows.map(r => ({ revision: r.revision, command: JSON.parse(r.command) as Command }))
}
