import { execFile } from 'node:child_process'
import { resolve } from 'node:path'
import { promisify } from 'node:util'
import type { Sequelize } from 'sequelize'
import { loadDemo } from '../tests/support/demo'
import { FintroServer, freePort, newTestId, serve } from '../tests/support/server'
import type { Load } from './load'
import type { Row } from './row'
import { median } from './row'

const root = resolve(import.meta.dirname, '..')
const run = promisify(execFile)

/** Commands a second that clients in a process of their own commit. */
async function rate(load: Load): Promise<number> {
  const args = [
    '--tsconfig',
    resolve(root, 'tsconfig.tools.json'),
    resolve(root, 'bench/load.ts'),
    JSON.stringify(load),
  ]
  const { stdout } = await run(resolve(root, 'node_modules/.bin/tsx'), args)
  return (Number(stdout) / load.ms) * 1000
}

async function demos(db: Sequelize, n: number): Promise<string[]> {
  const ids = Array.from({ length: n }, newTestId)
  for (const id of ids) await loadDemo(db, id)
  return ids
}

interface Pair {
  readonly bench: string
  readonly bound: number
  readonly more: [name: string, load: Load]
  readonly less: [name: string, load: Load]
}

/** How a server, and two of them, get on with more clients, more shots, and more shots than one thinks of. */
export async function serverScale(quick: boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const other = new FintroServer(server.databaseUrl, await freePort())
  try {
    await other.start()
    const shots = await demos(db, 32)
    const ms = quick ? 500 : 4000
    const ports = [server.port]
    const pairs: Pair[] = [
      {
        bench: 'server.scale.shots',
        bound: 1.5,
        more: ['16 clients on 16 shots', { ports, shots: shots.slice(0, 16), clients: 16, ms }],
        less: ['one client on one', { ports, shots: shots.slice(0, 1), clients: 1, ms }],
      },
      {
        bench: 'server.scale.servers',
        bound: 0.8,
        more: [
          'two servers, 16 clients on one shot',
          { ports: [server.port, other.port], shots: shots.slice(0, 1), clients: 16, ms },
        ],
        less: ['one server', { ports, shots: shots.slice(0, 1), clients: 16, ms }],
      },
      {
        bench: 'server.cache',
        bound: 0.7,
        more: ['32 shots in turn', { ports, shots, clients: 1, ms, turns: true }],
        less: ['8 shots in turn', { ports, shots: shots.slice(0, 8), clients: 1, ms, turns: true }],
      },
    ]
    // Warmed up until the code is compiled.
    await rate({ ports: [server.port, other.port], shots, clients: 4, ms: quick ? 500 : 6000, turns: true })
    const rows: Row[] = []
    for (const { bench, bound, more, less } of pairs) {
      const [many, few]: [number[], number[]] = [[], []]
      // What is measured is warmed up as well: two servers on one shot go another way than the warming up above.
      if (!quick) for (const load of [less[1], more[1], more[1]]) await rate(load)
      for (let i = 0; i < (quick ? 1 : 5); i++) {
        few.push(await rate(less[1]))
        many.push(await rate(more[1]))
      }
      const ratios = many.map((rate, i) => rate / few[i]!)
      const parts = { [`${more[0]}, commands a second`]: median(many).toFixed(0), [less[0]]: median(few).toFixed(0) }
      rows.push({
        bench,
        value: median(ratios),
        unit: 'ratio',
        bound,
        better: 'higher',
        parts: { ...parts, rounds: ratios.map(r => r.toFixed(2)).join(' ') },
      })
    }
    return rows
  } finally {
    await other.kill('SIGTERM')
    await stop()
  }
}
