import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { chmodSync, chownSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const isRoot = process.getuid?.() === 0
/** Debian's user for programs that refuse to be root's; its number and its group's is 33 in every Debian (base-passwd). */
const [USER, UID] = ['www-data', 33]

/** A program from Debian's packages that runs beside a test, with files of its own in a folder of its own. */
export class Program {
  readonly folder = mkdtempSync(join(tmpdir(), 'fintro-program-'))
  private child: ChildProcess | null = null
  /** What it said. */
  said = ''

  constructor() {
    chmodSync(this.folder, 0o755)
    if (isRoot) chownSync(this.folder, UID, UID)
  }

  /** A file of its own, by its name; gives where it is. */
  file(name: string, text: string): string {
    const path = join(this.folder, name)
    writeFileSync(path, text)
    if (isRoot) chownSync(path, UID, UID)
    return path
  }

  /** Runs it until it is stopped, and waits until it takes connections on a port of this machine. */
  async run(program: string, args: readonly string[], port: number): Promise<void> {
    const [command, all] = isRoot ? ['runuser', ['-u', USER, '--', program, ...args]] : [program, [...args]]
    this.child = spawn(command, all, { cwd: this.folder, stdio: ['ignore', 'pipe', 'pipe'] })
    for (const stream of [this.child.stdout!, this.child.stderr!])
      stream.setEncoding('utf8').on('data', (part: string) => (this.said += part))
    for (let i = 0; i < 100; i++) {
      if (this.child.exitCode !== null) break
      if (await takes(port)) return
      await new Promise(r => setTimeout(r, 100))
    }
    throw new Error(`${program} did not start. It said: ${this.said}`)
  }

  async stop(): Promise<void> {
    const { child } = this
    if (child && child.exitCode === null) {
      const gone = new Promise(r => child.once('exit', r))
      child.kill('SIGTERM')
      await gone
    }
    rmSync(this.folder, { recursive: true, force: true })
  }
}

const takes = async (port: number): Promise<boolean> => {
  const socket = connect(port, '127.0.0.1')
  return once(socket, 'connect')
    .then(
      () => true,
      () => false,
    )
    .finally(() => socket.destroy())
}
