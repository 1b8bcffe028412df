import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { Command, Committed, JournalEntry, Refusal } from '#core/commands'
import { applyCommand } from '#core/commands'
import { SCHEMA } from '#core/document'
import { isTaken } from '../db/faults'
import type { Session } from '../db/prepared'
import { Problem } from '../problems/problem'
import { count, took } from '../watch/metrics'
import type { Kept } from './documents'
import { followed, freshlyRead, keep, keptOf } from './documents'
import { isHeavyFor } from './heavy'
import { entriesAfter, filesIn, hashesIn, newsOf } from './journal'
import { noShot, opened, readPieces } from './shots'
import { keepState } from './states'
import type { Start, Taken, Turn } from './turns'
import { aheadOf, slices, takeTurns } from './turns'
import type { Written } from './write'
import { write, writeWhole } from './write'

/** What became of turns, and the document they made. */
export interface Done {
  readonly answers: readonly Committed[]
  readonly kept: Kept
  /** How many changes were made. */
  readonly made: number
}

/** Writes what was taken, where the row is still where it started; what every answer tells is worked out meanwhile. */
export async function writeTaken(
  db: Sequelize,
  shotId: string,
  kept: Kept,
  { shot, entries, answers }: Taken,
  transaction?: Transaction | Session,
): Promise<Written | null> {
  if (!entries.length) return { put: new Map(), gone: [] }
  const end = took.writes.startTimer()
  const commands = entries.map(e => e.command)
  const writing = write(db, { shotId, ...kept }, { before: kept.shot, after: shot }, commands, transaction)
  // A part that was hashed is not hashed again.
  for (const answer of answers) void answer.hash
  const written = await writing
  end()
  return written
}

/** How often the long way is gone again where someone else did the same at the same moment. */
const TRIES = 3

/** The long way: the shot's row is locked while commands are looked up, applied and refused one by one. */
export async function commitLocked(db: Sequelize, shotId: string, turns: readonly Turn[], tries = 1): Promise<Done> {
  try {
    const done = await db.transaction(transaction => lockAndTake(db, shotId, turns, transaction))
    keep(shotId, done.kept)
    return done
  } catch (error) {
    if (isTaken(error) && tries < TRIES) return commitLocked(db, shotId, turns, tries + 1)
    throw error
  }
}

async function lockAndTake(
  db: Sequelize,
  shotId: string,
  turns: readonly Turn[],
  transaction: Transaction,
): Promise<Done> {
  const commands = turns.flatMap(t => t.commands)
  const ids = commands.map(c => c.id)
  const head = await lockedHead(db, shotId, ids, transaction)
  for (const { incarnation, base } of turns) {
    if (incarnation !== null && incarnation !== head.incarnation) throw otherIncarnation()
    if (base > head.revision) throw aheadOf()
  }
  const { kept, entries } = await newest(db, shotId, head, Math.min(...turns.map(t => t.base)), transaction)
  const there = await keptHashes(db, commands, transaction)
  const start: Start = {
    revision: head.revision,
    shot: kept.shot,
    missed: base => entries.filter(e => e.revision > base),
    known: id => head.known.get(id),
    mayNot: command => whyNot(command, head, there),
  }
  const taken = (await takeTurns(start, turns))!
  const written = await writeTaken(db, shotId, kept, taken, transaction)
  // The row is locked: nobody else can have changed it.
  if (!written) throw new Error(`The shot ${shotId} was changed while it was locked.`)
  const now = followed(kept, taken.shot, taken.entries, written)
  return { answers: taken.answers, kept: now, made: taken.entries.length }
}

export const otherIncarnation = () =>
  new Problem(409, 'other-incarnation', 'The stored shot was put back from elsewhere. Load it again.')

function whyNot(command: Command, head: Head, there: ReadonlySet<string>): Refusal | null {
  if (head.elsewhere.has(command.id))
    return { code: 'invalid', message: 'This change was made to another shot already.' }
  return [...hashesIn(command), ...filesIn(command)].every(h => there.has(h))
    ? null
    : { code: 'gone', message: 'A stroke or a picture of this drawing has not been stored.' }
}

/** A document that is further behind is read anew. */
const CATCH_UP = 500

/**
 * The document at the revision of the row, which is locked, and the changes after `base`. One that is kept from before
 * catches up by the journal. One of an older form is stored whole in the newest one first, so that no piece is brought up
 * to date twice; the old one is kept beside the journal.
 */
async function newest(
  db: Sequelize,
  shotId: string,
  { revision, incarnation }: Head,
  base: number,
  transaction: Transaction,
): Promise<{ kept: Kept; entries: JournalEntry[] }> {
  const held = keptOf(shotId)
  const near =
    held && held.incarnation === incarnation && held.revision <= revision && revision - held.revision <= CATCH_UP
  const from = near ? Math.min(held.revision, base) : base
  const entries = from < revision ? await entriesAfter(db, shotId, from, transaction) : []
  const caughtUp = near ? await caughtUpWith(held, entries, revision) : null
  if (caughtUp) return { kept: caughtUp, entries }
  const { document, pieces } = await readPieces(db, shotId, transaction)
  count.documents.inc({ way: 'read' })
  const shot = opened(document)
  if (Number(document.schema) < SCHEMA) {
    await keepState(db, { shotId, revision, kind: 'upgrade' }, document, transaction)
    await writeWhole(db, shotId, shot, transaction)
  }
  const sizes = [...pieces].map(([path, body]) => [path, body.length] as const)
  return { kept: freshlyRead({ incarnation, revision, shot }, sizes), entries }
}

/**
 * Brings the kept document to where the row stands, by the journal alone and without a lock. False where that does not
 * lead there.
 */
export async function catchUp(db: Sequelize, shotId: string): Promise<boolean> {
  const held = keptOf(shotId)
  if (!held) return false
  const news = await newsOf(db, shotId, held.revision)
  const near = news && news.incarnation === held.incarnation && news.entries.length <= CATCH_UP
  const now = near ? await caughtUpWith(held, news.entries, news.revision) : null
  if (now) keep(shotId, now)
  return now !== null
}

/**
 * A kept document with the changes that came since; null where one does not fit, as those of other versions may not, and
 * where reading the document is less work.
 */
export async function caughtUpWith(
  held: Kept,
  entries: readonly JournalEntry[],
  revision: number,
): Promise<Kept | null> {
  const since = entries.filter(e => e.revision > held.revision)
  if (held.revision + since.length !== revision) return null
  // What a later Fintro did is not for this one to do again: reading the document says so.
  if (since.some(e => e.command.schema > SCHEMA)) return null
  if (since.some(e => isHeavyFor([e.command], held.size))) return null
  const pause = slices()
  let { shot } = held
  for (const { command } of since) {
    const out = applyCommand(shot, command)
    if (!out.ok) return null
    shot = out.shot
    await pause()
  }
  count.documents.inc({ way: since.length ? 'caught-up' : 'kept' })
  return since.length ? followed(held, shot, since, { put: new Map(), gone: [] }) : held
}

/** What the locked row of a shot and the journal say. */
interface Head {
  readonly revision: number
  readonly incarnation: string
  /** The revisions of those commands that are in the shot's journal. */
  readonly known: ReadonlyMap<string, number>
  /** Those that are in the journal of another shot. */
  readonly elsewhere: ReadonlySet<string>
}

/**
 * The shot's row, locked, and which of these commands the journal has. The journal is looked up by a statement of its
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
  const [row] = await db.query<{ revision: number; incarnation: string; deleted: boolean }>(
    'SELECT revision, incarnation, deleted_at IS NOT NULL AS deleted FROM shots WHERE id = $1 FOR UPDATE',
    { bind: [shotId], ...options },
  )
  if (!row || row.deleted) throw noShot()
  const found = await db.query<{ shot: string; id: string; revision: number }>(
    'SELECT shot_id AS shot, command_id AS id, revision FROM journal WHERE command_id = ANY($1)',
    { bind: [ids], ...options },
  )
  const { revision, incarnation } = row
  return {
    revision,
    incarnation,
    known: new Map(found.filter(f => f.shot === shotId).map(f => [f.id, f.revision])),
    elsewhere: new Set(found.filter(f => f.shot !== shotId).map(f => f.id)),
  }
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
