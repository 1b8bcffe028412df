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

/** One step of the database's form. */
interface Migration {
  readonly up: (db: Sequelize) => Promise<void>
}

/** A database of its own, brought up to date, or by some migrations only. */
export async function freshDatabase(
  only?: readonly Migration[],
): Promise<{ url: string; db: Sequelize; drop: () => Promise<void> }> {
  const admin = connect(testServerUrl())
  const name = `fintro_${newTestId()}`
  await admin.query(`CREATE DATABASE ${name}`)
  const url = new URL(testServerUrl())
  url.pathname = `/${name}`
  const db = connect(url.href)
  if (only) for (const step of only) await step.up(db)
  else await migrate(db)
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
    /** Further settings. */
    private readonly env: Readonly<Record<string, string>> = {},
    /** The folder whose build it is. */
    private readonly root = resolve(import.meta.dirname, '../..'),
  ) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  /** What it wrote to its log. */
  log = ''

  /** Its process. */
  get pid(): number {
    return this.child!.pid!
  }

  /** A request as one of its own pages makes it. */
  fetch(path: string, init: RequestInit = {}): Promise<Response> {
    return fetch(this.url + path, { ...init, headers: { origin: this.url, ...(init.headers as object) } })
  }

  async start(when: 'ready' | 'alive' = 'ready'): Promise<void> {
    const entry = resolve(this.root, '.output/server/index.mjs')
    this.child = spawn(process.execPath, [entry], {
      env: {
        ...process.env,
        DATABASE_URL: this.databaseUrl,
        HOST: '127.0.0.1',
        PORT: String(this.port),
        FINTRO_END_MS: '500',
        FINTRO_LOG: 'silent',
        ...this.env,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.child.stdout!.setEncoding('utf8').on('data', (part: string) => (this.log += part))
    await this.until(when === 'ready' ? '/api/ready' : '/api/health')
  }

  /** Waits until an address answers well. */
  async until(path: string): Promise<void> {
    for (let i = 0; i < 200; i++) {
      if (
        await fetch(this.url + path).then(
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
export async function serve(
  env: Readonly<Record<string, string>> = {},
): Promise<{ server: FintroServer; db: Sequelize; stop: () => Promise<void> }> {
  const { url, db, drop } = await freshDatabase()
  const server = new FintroServer(url, await freePort(), env)
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
