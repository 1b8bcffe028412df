import { execFile } from 'node:child_process'
import { resolve } from 'node:path'

export interface Said {
  readonly out: string
  readonly fault: string
  readonly code: number
}

/** Runs the command line as a person does; what it says, and how it ended. */
export const fintro = (
  args: readonly string[],
  { url, token = '', input = '' }: { url: string; token?: string; input?: string },
): Promise<Said> =>
  new Promise(done => {
    const program = resolve(import.meta.dirname, '../../cli/fintro.mjs')
    const env = { ...process.env, FINTRO_URL: url, FINTRO_TOKEN: token }
    const child = execFile(process.execPath, [program, ...args], { env }, (error, out, fault) =>
      done({ out: out.trim(), fault: fault.trim(), code: error ? Number(error.code ?? 1) : 0 }),
    )
    child.stdin!.end(input)
  })
