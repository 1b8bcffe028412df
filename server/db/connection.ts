import pg from 'pg'
import { Sequelize } from 'sequelize'

/** The address of the PostgreSQL server, from the environment. Throws with a sentence where there is none. */
export function databaseUrl(): string {
  const url = process.env.DATABASE_URL
  if (!url)
    throw new Error('DATABASE_URL is not set. ./start sets it for its own PostgreSQL; or give the address of yours.')
  return url
}

let shared: Sequelize | null = null

/** The connection pool of this process. */
export function database(): Sequelize {
  shared ??= connect(databaseUrl())
  return shared
}

/** A pool of its own, for tests and scripts; close it yourself. */
export const connect = (url: string): Sequelize =>
  new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: 8, idle: 30_000 },
    define: { underscored: true, timestamps: false },
  })

export async function closeDatabase(): Promise<void> {
  await shared?.close()
  shared = null
}
