import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { KeptState, StateKind, StoredShot } from '#core/document'
import { Problem } from '../problems/problem'

const [pack, unpack] = [promisify(gzip), promisify(gunzip)]

/** A whole document is kept after so many changes. */
export const EVERY = 200

export interface StateKey {
  readonly shotId: string
  readonly revision: number
  readonly kind: StateKind
  readonly name?: string
}

/** Keeps a whole document beside the journal. One of the same revision and kind gives way. */
export async function keepState(
  db: Sequelize,
  { shotId, revision, kind, name }: StateKey,
  document: StoredShot,
  transaction?: Transaction,
): Promise<void> {
  const body = await pack(JSON.stringify(document))
  await db.query(
    `INSERT INTO states (shot_id, revision, kind, schema, name, body) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (shot_id, revision, kind) DO UPDATE SET schema = excluded.schema, name = excluded.name,
       body = excluded.body, at = now()`,
    { bind: [shotId, revision, kind, document.schema, name ?? null, body], transaction },
  )
}

/** The states that are kept of a shot, newest first. */
export async function listStates(db: Sequelize, shotId: string): Promise<KeptState[]> {
  const rows = await db.query<Omit<KeptState, 'at'> & { at: Date }>(
    'SELECT revision, kind, name, at FROM states WHERE shot_id = $1 ORDER BY revision DESC, at DESC',
    { bind: [shotId], type: QueryTypes.SELECT },
  )
  return rows.map(r => ({ ...r, at: r.at.toISOString() }))
}

/** A kept state as it was stored, as JSON; a problem where there is none. */
export async function stateText(
  db: Sequelize,
  { shotId, revision, kind }: StateKey,
  transaction?: Transaction,
): Promise<{ state: KeptState; text: string }> {
  const [row] = await db.query<{ body: Buffer; name: string | null; at: Date }>(
    'SELECT body, name, at FROM states WHERE shot_id = $1 AND revision = $2 AND kind = $3',
    { bind: [shotId, revision, kind], type: QueryTypes.SELECT, transaction },
  )
  if (!row) throw new Problem(404, 'no-state', 'This earlier state is not kept any more.')
  const text = (await unpack(row.body)).toString('utf8')
  return { state: { revision, kind, name: row.name, at: row.at.toISOString() }, text }
}
