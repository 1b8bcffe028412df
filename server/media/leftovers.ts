import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { imageKey, removeBytes } from './store'

/**
 * Bytes in a store of objects have no part in transactions. So a key is noted, for good, before anything is put under it,
 * and when its row is deleted; the note goes in the same transaction in which a row names it. What is noted for an hour
 * and has no row is taken away. Whoever does either holds on to the note, so that neither undoes the other.
 */
export async function noteLeftover(db: Sequelize, hash: string, transaction?: Transaction): Promise<void> {
  await db.query('INSERT INTO leftovers (key) VALUES ($1) ON CONFLICT (key) DO UPDATE SET noted_at = now()', {
    bind: [imageKey(hash)],
    transaction,
  })
}

/** Takes the note away, as the transaction's row needs the bytes; waits for one who is just removing them. */
export async function needed(db: Sequelize, hash: string, transaction: Transaction): Promise<void> {
  await db.query('DELETE FROM leftovers WHERE key = $1', { bind: [imageKey(hash)], transaction })
}

/** So many in one go, each in a transaction of its own. */
const MOST = 1000
const OLD = `key = (
  SELECT key FROM leftovers WHERE noted_at < now() - interval '1 hour' ORDER BY noted_at LIMIT 1 FOR UPDATE SKIP LOCKED
)`

/** Takes away what was noted long enough ago; gives how many. Stops where the store does not answer. */
export async function removeLeftovers(db: Sequelize): Promise<number> {
  for (let n = 0; n < MOST; n++) {
    const found = await db.transaction(async transaction => {
      const [row] = await db.query<{ key: string; named: boolean }>(
        `DELETE FROM leftovers WHERE ${OLD} RETURNING key,
           EXISTS (SELECT 1 FROM images WHERE hash = split_part(key, ':', 2) AND place = 's3') AS named`,
        { type: QueryTypes.SELECT, transaction },
      )
      if (row && !row.named) await removeBytes(db, 's3', row.key)
      return row !== undefined
    })
    if (!found) return n
  }
  return MOST
}
