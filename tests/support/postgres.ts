import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { QueryTypes } from 'sequelize'
import { connect } from '../../server/db/connection'
import { testServerUrl } from './server'

/** The PostgreSQL that the tests run on, killed as a fault would and brought back on the same port. */
export class Postgres {
  private constructor(private readonly data: string) {}

  static async find(): Promise<Postgres> {
    const db = connect(testServerUrl())
    const [row] = await db.query<{ at: string }>("SELECT current_setting('data_directory') AS at", {
      type: QueryTypes.SELECT,
    })
    await db.close()
    return new Postgres(row!.at)
  }

  kill(): void {
    const [pid] = readFileSync(join(this.data, 'postmaster.pid'), 'utf8').split('\n')
    process.kill(Number(pid), 'SIGKILL')
  }

  /** With the command line it was started with; gives when it takes connections. */
  async start(): Promise<void> {
    const line = readFileSync(join(this.data, 'postmaster.opts'), 'utf8')
    const words = [...line.matchAll(/"([^"]*)"|(\S+)/g)].map(([, quoted, plain]) => quoted ?? plain!)
    const root = process.getuid?.() === 0
    const [program, args] = root ? ['runuser', ['-u', 'postgres', '--', ...words]] : [words[0]!, words.slice(1)]
    // It refuses to start while processes of the one that was killed are still ending.
    for (let i = 0; i < 60; i++) {
      const child = spawn(program, args, { cwd: '/', stdio: 'ignore', detached: true })
      child.unref()
      const ended = new Promise<'ended'>(done => child.once('exit', () => done('ended')))
      if ((await Promise.race([ended, up()])) === 'up') return
      await new Promise(r => setTimeout(r, 250))
    }
    throw new Error('PostgreSQL did not come back.')
  }
}

/** Waits until it takes connections, for half a minute at most. */
async function up(): Promise<'up' | 'ended'> {
  for (let i = 0; i < 150; i++) {
    const client = new pg.Client({ connectionString: testServerUrl(), connectionTimeoutMillis: 1000 })
    client.on('error', () => {})
    const there = await client.connect().then(
      () => true,
      () => false,
    )
    await client.end().catch(() => {})
    if (there) return 'up'
    await new Promise(r => setTimeout(r, 200))
  }
  return 'ended'
}
