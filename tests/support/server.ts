import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { createServer } from 'node:net'
import { resolve } from 'node:path'
import type { Sequelize } from 'sequelize'
import { connect } from '../../server/db/connection'
import { migrate } from '../../server/db/migrate'

/** The PostgreSQL that ./test brought up. */
export function testServerUrl(): string {
  const url = process.env.FINTRO_TEST_DATABASE
  if (!url) throw new Error('FINTRO_TEST_DATABASE is not set: run these tests by ./test server or ./test browser.')
  return url
}

export const newTestId = (): string => `t${randomBytes(8).toString('hex')}`

/** A database of its own, brought up to date. */
export async function freshDatabase(): Promise<{ url: string; db: Sequelize; drop: () => Promise<void> }> {
  const admin = connect(testServerUrl())
  const name = `fintro_${newTestId()}`
  await admin.query(`CREATE DATABASE ${name}`)
  const url = new URL(testServerUrl())
  url.pathname = `/${name}`
  const db = connect(url.href)
  await migrate(db)
  return {
    url: url.href,
    db,
    drop: async () => {
      await db.close()
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`)
      await admin.close()
    },
  }
}

export async function freePort(): Promise<number> {
  return new Promise(done => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as { port: number }
      s.close(() => done(port))
    })
  })
}

/** The built server as a process of its own, on loopback. */
export class FintroServer {
  private child: ChildProcess | null = null
  constructor(
    readonly databaseUrl: string,
    readonly port: number,
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  async start(): Promise<void> {
    const entry = resolve(import.meta.dirname, '../../.output/server/index.mjs')
    this.child = spawn(process.execPath, [entry], {
      env: {
        ...process.env,
        DATABASE_URL: this.databaseUrl,
        HOST: '127.0.0.1',
        PORT: String(this.port),
        NITRO_SHUTDOWN_TIMEOUT: '500',
      },
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    for (let i = 0; i < 200; i++) {
      if (
        await fetch(`${this.url}/api/health`).then(
          r => r.ok,
          () => false,
        )
      )
        return
      await new Promise(r => setTimeout(r, 100))
    }
    throw new Error('The server did not start.')
  }

  /** Ends it at once, as a fault would. */
  async kill(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    const child = this.child
    if (!child || child.exitCode !== null) return
    const gone = new Promise(r => child.once('exit', r))
    child.kill(signal)
    await gone
    this.child = null
  }
}

/** A running server on a database of its own. */
export async function serve(): Promise<{ server: FintroServer; db: Sequelize; stop: () => Promise<void> }> {
  const { url, db, drop } = await freshDatabase()
  const server = new FintroServer(url, await freePort())
  await server.start()
  return {
    server,
    db,
    stop: async () => {
      await server.kill('SIGTERM')
      await drop()
    },
  }
}
