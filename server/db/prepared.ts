import type { Client } from 'pg'
import type { Sequelize, Transaction } from 'sequelize'
import { settings } from '../settings/settings'

/** What of Sequelize's pool is used here; its published types leave it out. */
interface Pool {
  getConnection: (options: { type: 'write' }) => Promise<Client>
  releaseConnection: (c: Client) => void
}

/**
 * Runs a statement that is planned once for each connection, on a connection of Sequelize's pool (the transaction's
 * own, if there is one), and gives the number of rows it returned. For the one statement that runs at every change: the
 * general way costs about as much again as the statement itself. Behind a pooler that gives each transaction another
 * connection it is planned each time.
 */
export async function prepared(
  db: Sequelize,
  { name, text, values }: { name: string; text: string; values: unknown[] },
  transaction?: Transaction,
): Promise<number> {
  const pool = (db as unknown as { connectionManager: Pool }).connectionManager
  const own = (transaction as unknown as { connection?: Client } | undefined)?.connection
  const client = own ?? (await pool.getConnection({ type: 'write' }))
  try {
    const statement = settings().database.pooled ? { text, values } : { name, text, values }
    return (await client.query(statement)).rows.length
  } finally {
    if (!own) pool.releaseConnection(client)
  }
}
