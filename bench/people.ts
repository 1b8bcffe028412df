import { readFileSync } from 'node:fs'
import { get } from 'node:http'
import type { ClientRequest } from 'node:http'
import { SCHEMA } from '../core/document'
import { memoryOf } from '../tests/hostile/run'
import { loadDemo } from '../tests/support/demo'
import type { FintroServer } from '../tests/support/server'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'
import { median, percentile } from './row'

/** Someone at work makes a change every so often: an assumption, twelve a minute, all day long. */
const EVERY_MS = 5000
/** Two look at each shot, as who draws and who checks do; at most so many shots. */
const MOST_SHOTS = 250

/** Seconds of processor time that a process has taken (proc(5), fields 14 and 15 of /proc/pid/stat, 100 a second). */
function processorSeconds(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
    .replace(/^.*\) /, '')
    .split(' ')
  return (Number(fields[11]) + Number(fields[12])) / 100
}

const listening = (server: FintroServer, shot: string): Promise<ClientRequest> =>
  new Promise((done, fail) => {
    const asked = get(`${server.url}/api/events?shot=${shot}`, { agent: false }, answer => {
      answer.resume().once('data', () => done(asked))
      answer.on('error', () => {})
    })
    asked.once('error', fail)
  })

/** One who works for a while; gives how long each change took to be acknowledged, ms. */
async function works(server: FintroServer, shot: string, until: number): Promise<number[]> {
  const took: number[] = []
  let base = 0
  let warm = false
  await new Promise(r => setTimeout(r, Math.random() * EVERY_MS))
  while (performance.now() < until) {
    const args = { name: `Name ${Math.random()}` }
    const commands = [{ id: newTestId(), schema: SCHEMA, name: 'shot.set', args }]
    const begun = performance.now()
    const init = { method: 'POST', body: JSON.stringify({ base, commands }) }
    const answer = await server.fetch(`/api/shots/${shot}/commands`, init)
    if (!answer.ok) throw new Error(await answer.text())
    base = ((await answer.json()) as { revision: number }).revision
    // The first one of everybody within the same seconds finds no document at hand: no day begins like that.
    if (warm) took.push(performance.now() - begun)
    warm = true
    await new Promise(r => setTimeout(r, EVERY_MS - (performance.now() - begun)))
  }
  return took
}

interface Measured {
  readonly late: number
  readonly middle: number
  readonly processor: number
  readonly memory: number
}

async function people(n: number, seconds: number): Promise<Measured> {
  const many = String(2 * n + 64)
  const { server, db, stop } = await serve({ FINTRO_STREAMS: many, FINTRO_STREAMS_PER_CLIENT: many })
  const streams: ClientRequest[] = []
  try {
    const shots = Array.from({ length: Math.min(MOST_SHOTS, Math.ceil(n / 2)) }, newTestId)
    for (const id of shots) await loadDemo(db, id)
    const shotOf = (i: number) => shots[i % shots.length]!
    for (let i = 0; i < n; i++) streams.push(await listening(server, shotOf(i)))
    const [begun, before] = [performance.now(), processorSeconds(server.pid)]
    const until = begun + seconds * 1000
    const took = (await Promise.all(streams.map((_, i) => works(server, shotOf(i), until)))).flat()
    const wall = (performance.now() - begun) / 1000
    const late = percentile(took, 0.95)
    const processor = (processorSeconds(server.pid) - before) / wall
    return { late, middle: median(took), processor, memory: memoryOf(server.pid).now }
  } finally {
    for (const s of streams) s.on('error', () => {}).destroy()
    await stop()
  }
}

/** How long people wait for what they did to be kept, and what the server takes, with ever more of them. */
export async function serverPeople(quick: boolean): Promise<Row> {
  const counts = quick ? [2, 10] : [10, 100, 1000]
  const parts: Record<string, string> = {}
  const late: number[] = []
  for (const n of counts) {
    const m = await people(n, quick ? 6 : 30)
    late.push(m.late)
    parts[`${n} people`] =
      `half wait ${m.middle.toFixed(0)} ms, 19 of 20 up to ${m.late.toFixed(0)} ms, ` +
      `${(m.processor * 100).toFixed(0)} % of a core, ${m.memory.toFixed(0)} MB`
  }
  return {
    bench: 'server.people',
    value: late.at(-1)! / late[0]!,
    unit: 'ratio',
    bound: 5,
    better: 'lower',
    parts,
  }
}
