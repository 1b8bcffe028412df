import { QueryTypes, type Sequelize } from 'sequelize'

/** What cleaning took away. */
export interface Cleaned {
  readonly shots: number
  readonly productions: number
  readonly strokes: number
  readonly images: number
  readonly states: number
}

/** How long things are kept that nothing needs any more. */
export interface Keeping {
  /** A deleted shot can be taken back for so many days. */
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
 * Takes away what nobody names and what is past its time: shots deleted long ago with all that is theirs, strokes and
 * pictures that no shot ever named, and most of the older states. Safe while people work: a stroke is young when it is
 * sent, even for the second time, and one that a commit is about to name is locked by it. One process cleans at a time;
 * null where another one does.
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
    const productions = await gone(
      db,
      `DELETE FROM productions p WHERE created_at < now() - interval '1 day'
       AND NOT EXISTS (SELECT 1 FROM shots s WHERE s.production_id = p.id)`,
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
    const strokes = await unnamed(db, { table: 'strokes', names: 'shot_strokes' }, keeping.unnamedHours)
    const images = await unnamed(db, { table: 'images', names: 'shot_images' }, keeping.unnamedHours)
    return { shots, productions, strokes, images, states }
  })
}

/** Runs a deletion, as a transaction of its own, and gives how many rows went. */
async function gone(db: Sequelize, text: string, bind: unknown[]): Promise<number> {
  const rows = await db.query(`WITH gone AS (${text} RETURNING 1) SELECT count(*)::integer AS n FROM gone`, {
    bind,
    type: QueryTypes.SELECT,
  })
  return (rows[0] as { n: number }).n
}

/** What no shot names, in batches; rows that a commit holds on to are left for the next time. */
async function unnamed(
  db: Sequelize,
  { table, names }: { table: 'strokes' | 'images'; names: 'shot_strokes' | 'shot_images' },
  hours: number,
): Promise<number> {
  const text = `DELETE FROM ${table} WHERE hash IN (
      SELECT hash FROM ${table} x WHERE stored_at < now() - $1 * interval '1 hour'
      AND NOT EXISTS (SELECT 1 FROM ${names} n WHERE n.hash = x.hash) LIMIT ${BATCH} FOR UPDATE SKIP LOCKED
    )`
  let sum = 0
  for (;;) {
    const n = await gone(db, text, [hours]).catch((error: { original?: { code?: string } }) => {
      // One was named between being found and being deleted: nothing of this batch went.
      if (error.original?.code === STILL_NAMED) return 0
      throw error
    })
    sum += n
    if (n < BATCH) return sum
  }
}
