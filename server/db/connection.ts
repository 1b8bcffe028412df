import { isMainThread } from 'node:worker_threads'
import pg from 'pg'
import { Sequelize } from 'sequelize'
import { settings } from '../settings/settings'

/** A connection that does not come up in this time, or a pool that has none to give. */
const CONNECT_MS = 5000
/** A statement that takes longer is given up: by PostgreSQL, and a moment later by us, should it not answer at all. */
const STATEMENT_MS = 8000
const QUERY_MS = STATEMENT_MS + 1000

/** The address of the PostgreSQL server, from the environment. Throws with a sentence where there is none. */
export function databaseUrl(): string {
  const { url } = settings().database
  if (!url)
    throw new Error('DATABASE_URL is not set. ./start sets it for its own PostgreSQL; or give the address of yours.')
  return url
}

/** Where the server listens to what others announce: past a pooler, which does not pass it on. */
export const listenAddress = (): string => settings().database.listenUrl ?? databaseUrl()

let shared: Sequelize | null = null

/** The connection pool of this process. */
export function database(): Sequelize {
  // A thread does one task at a time.
  const connections = isMainThread ? settings().database.connections : 2
  shared ??= connect(databaseUrl(), { connections, timed: true })
  return shared
}

interface Pool {
  /** At most so many connections at once. */
  readonly connections: number
  /** Statements have a time limit. */
  readonly timed: boolean
}

/** A pool of its own, for tests and scripts, whose statements take what they take; close it yourself. */
export function connect(url: string, { connections, timed }: Pool = { connections: 8, timed: false }): Sequelize {
  return new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: connections, idle: 30_000, acquire: CONNECT_MS },
    dialectOptions: {
      connectionTimeoutMillis: CONNECT_MS,
      keepAlive: true,
      ...(timed ? timeLimits() : {}),
    },
    define: { underscored: true, timestamps: false },
  })
}

/** A pooler takes no settings for a session, since it has none: there only we watch the time. */
const timeLimits = () => ({
  query_timeout: QUERY_MS,
  ...(settings().database.pooled
    ? {}
    : { statement_timeout: STATEMENT_MS, idle_in_transaction_session_timeout: 2 * STATEMENT_MS }),
})

export async function closeDatabase(): Promise<void> {
  await shared?.close()
  shared = null
}
