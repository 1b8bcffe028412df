import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { connect } from '../../server/db/connection'
import { testServerUrl } from './server'

/** The PostgreSQL that the tests run on, killed as a fault would and brought back on the same port. */
export class Postgres {
  private constructor(private readonly data: string) {}

  static async find(): Promise<Postgres> {
    const db = connect(testServerUrl())
    const [[{ data_directory }]] = (await db.query('SHOW data_directory')) as unknown as [[{ data_directory: string }]]
    await db.close()
    return new Postgres(data_directory)
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
    spawn(program, args, { cwd: '/', stdio: 'ignore', detached: true }).unref()
    for (let i = 0; i < 300; i++) {
      const db = connect(testServerUrl())
      const up = await db.query('SELECT 1').then(
        () => true,
        () => false,
      )
      await db.close().catch(() => {})
      if (up) return
      await new Promise(r => setTimeout(r, 100))
    }
    throw new Error('PostgreSQL did not come back.')
  }
}
