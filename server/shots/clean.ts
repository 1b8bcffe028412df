import { QueryTypes, type Sequelize } from 'sequelize'
import { removeLeftovers } from '../media/leftovers'
import { Problem } from '../problems/problem'
import { settings } from '../settings/settings'

/** What cleaning took away. */
export interface Cleaned {
  readonly shots: number
  /** Things on shelves. */
  readonly shelf: number
  readonly productions: number
  readonly strokes: number
  readonly images: number
  readonly states: number
  /** Bytes in a store of objects that no row names. */
  readonly leftovers: number
}

/** How long things are kept that nothing needs any more. */
export interface Keeping {
  /** A deleted shot or thing on a shelf can be taken back for so many days. */
  readonly deletedDays: number
  /** A stroke or a picture may be named by a change that is on its way for so many hours. */
  readonly unnamedHours: number
  /** So many of the newest states of a shot stay, and of the older ones the first of every so many changes. */
  readonly states: { readonly newest: number; readonly every: number }
}
export const KEEPING: Keeping = { deletedDays: 30, unnamedHours: 24, states: { newest: 20, every: 2000 } }

const LOCK = 7_150_418
/** So many rows go in one statement, so that nobody waits long. */
const BATCH = 1000
/** PostgreSQL's code for a row that another one names. */
const STILL_NAMED = '23503'

/**
 * Takes away what nobody names and what is past its time: shots and things on shelves deleted long ago with all
 * that is theirs, strokes and pictures that nothing ever named, and most of the older states. Safe while people work: a
 * stroke is young when it is sent, even for the second time, and one that a commit is about to name is locked by it. One
 * process cleans at a time; null where another one does.
 */
export async function clean(db: Sequelize, keeping: Keeping = KEEPING): Promise<Cleaned | null> {
  return db.transaction(async transaction => {
    const [lock] = await db.query<{ got: boolean }>('SELECT pg_try_advisory_xact_lock($1) AS got', {
      bind: [LOCK],
      type: QueryTypes.SELECT,
      transaction,
    })
    if (!lock!.got) return null
    const shots = await gone(db, "DELETE FROM shots WHERE deleted_at < now() - $1 * interval '1 day'", [
      keeping.deletedDays,
    ])
    const shelf = await gone(db, "DELETE FROM shelf WHERE deleted_at < now() - $1 * interval '1 day'", [
      keeping.deletedDays,
    ])
    const productions = await gone(
      db,
      `DELETE FROM productions p WHERE created_at < now() - interval '1 day'
       AND NOT EXISTS (SELECT 1 FROM shots s WHERE s.production_id = p.id)
       AND NOT EXISTS (SELECT 1 FROM shelf t WHERE t.production_id = p.id)`,
      [],
    )
    const states = await gone(
      db,
      `DELETE FROM states d USING (
         SELECT shot_id, revision, row_number() OVER (PARTITION BY shot_id ORDER BY revision DESC) AS n,
           row_number() OVER (PARTITION BY shot_id, revision / $2 ORDER BY revision) AS m
         FROM states WHERE kind = 'regular'
       ) x WHERE d.shot_id = x.shot_id AND d.revision = x.revision AND d.kind = 'regular'
       AND x.n > $1 AND x.m > 1`,
      [keeping.states.newest, keeping.states.every],
    )
    const strokes = await unnamed(db, 'strokes', keeping.unnamedHours)
    const images = await unnamed(db, 'images', keeping.unnamedHours)
    const leftovers = settings().media.s3 ? await removeLeftovers(db).catch(later) : 0
    return { shots, shelf, productions, strokes, images, states, leftovers }
  })
}

/** What a store of objects does not take away now stays noted for the next time. */
const later = (error: unknown): number => {
  if (error instanceof Problem) return 0
  throw error
}

/** Runs a deletion, as a transaction of its own, and gives how many rows went. */
async function gone(
  db: Sequelize,
  text: string,
  bind: unknown[],
  more: { readonly what: string; readonly then: string } | null = null,
): Promise<number> {
  const rows = await db.query<{ n: number }>(
    `WITH gone AS (${text} RETURNING ${more?.what ?? '1'}) ${more ? `, more AS (${more.then})` : ''}
     SELECT count(*)::integer AS n FROM gone`,
    { bind, type: QueryTypes.SELECT },
  )
  return rows[0]!.n
}

/** What no shot and nothing on a shelf names, in batches; rows that a commit holds on to are left for the next time. */
async function unnamed(db: Sequelize, table: 'strokes' | 'images', hours: number): Promise<number> {
  const text = `DELETE FROM ${table} WHERE hash IN (
      SELECT hash FROM ${table} x WHERE stored_at < now() - $1 * interval '1 hour'
      AND NOT EXISTS (SELECT 1 FROM shot_${table} n WHERE n.hash = x.hash)
      AND NOT EXISTS (SELECT 1 FROM shelf_${table} n WHERE n.hash = x.hash) LIMIT ${BATCH} FOR UPDATE SKIP LOCKED
    )`
  // Bytes that are elsewhere go later: their keys are noted with the deletion.
  const noting = `INSERT INTO leftovers (key) SELECT 'images:' || hash FROM gone WHERE place = 's3'
    ON CONFLICT (key) DO UPDATE SET noted_at = now()`
  let sum = 0
  for (;;) {
    const n = await gone(
      db,
      text,
      [hours],
      table === 'images' ? { what: 'hash, place', then: noting } : undefined,
    ).catch((error: { original?: { code?: string } }) => {
      // One was named between being found and being deleted: nothing of this batch went.
      if (error.original?.code === STILL_NAMED) return 0
      throw error
    })
    sum += n
    if (n < BATCH) return sum
  }
}
