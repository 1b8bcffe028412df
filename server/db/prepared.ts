import type { Client, QueryResult } from 'pg'
import type { Sequelize, Transaction } from 'sequelize'
import { settings } from '../settings/settings'

/** What of Sequelize's pool is used here; its published types leave it out. */
interface Pool {
  getConnection: (options: { type: 'write' }) => Promise<Client>
  releaseConnection: (c: Client) => void
}

const poolOf = (db: Sequelize): Pool => (db as unknown as { connectionManager: Pool }).connectionManager

/** A transaction on a connection of Sequelize's pool. Whoever begins one ends it. */
export interface Session {
  readonly connection: Client
  end: (how: 'COMMIT' | 'ROLLBACK') => Promise<void>
}

/**
 * Begins a transaction with statements that have no values, in one question to the database, and gives what each of them
 * found. Where that fails nothing is begun.
 */
export async function begin(db: Sequelize, statements: readonly string[]): Promise<Session & { found: unknown[][] }> {
  const pool = poolOf(db)
  const connection = await pool.getConnection({ type: 'write' })
  const end = async (how: 'COMMIT' | 'ROLLBACK') => {
    try {
      await connection.query(how)
    } finally {
      pool.releaseConnection(connection)
    }
  }
  try {
    const results = (await connection.query(['BEGIN', ...statements].join(';'))) as unknown as QueryResult[]
    return { connection, end, found: results.slice(1).map(r => r.rows) }
  } catch (error) {
    await end('ROLLBACK').catch(() => undefined)
    throw error
  }
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
  transaction?: Transaction | Session,
): Promise<number> {
  const pool = poolOf(db)
  const own = (transaction as { connection?: Client } | undefined)?.connection
  const client = own ?? (await pool.getConnection({ type: 'write' }))
  try {
    const statement = settings().database.pooled ? { text, values } : { name, text, values }
    return (await client.query(statement)).rows.length
  } finally {
    if (!own) pool.releaseConnection(client)
  }
}
