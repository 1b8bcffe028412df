import type { Command } from '../core/commands'
import { openShot, SCHEMA } from '../core/document'
import { listOf } from '../core/sheet'
import { newTestId } from '../tests/support/server'
import { ThinClient } from './thin-client'

/**
 * Clients that commit, in a process of their own: `tsx bench/load.ts '{"ports":[…],"shots":[…],"clients":16,"ms":5000}'`
 * prints how many commands were committed in that time. Client i asks server i and works on shot i, both counted round;
 * with `turns` each goes through all shots in turn.
 */
export interface Load {
  readonly ports: readonly number[]
  readonly shots: readonly string[]
  readonly clients: number
  readonly ms: number
  readonly turns?: boolean
}

/** Marrow's column, the one that the loose end follows: a command there changes both. */
const COLUMN = 'keeper'
const { ports, shots, clients, ms, turns = false } = JSON.parse(process.argv[2]!) as Load

/** What a client knows of a shot. */
interface Known {
  readonly id: string
  readonly plan: string
  readonly runs: readonly string[]
  revision: number
}

async function look(port: number, id: string): Promise<Known> {
  const answer = await fetch(`http://127.0.0.1:${port}/api/shots/${id}`)
  const { document, revision } = (await answer.json()) as { document: unknown; revision: number }
  const opened = openShot(document)
  if (!opened.ok) throw new Error(opened.message)
  const plan = opened.shot.planOrder[0]!
  return { id, plan, runs: listOf(opened.shot.plans[plan]!.columns[COLUMN]!.runs).map(r => r.id), revision }
}

/** A client that is ready to work until a time; it gives how much it did. */
async function client(i: number): Promise<(until: number) => Promise<number>> {
  const port = ports[i % ports.length]!
  const thin = new ThinClient('127.0.0.1', port)
  const mine = turns ? shots : [shots[i % shots.length]!]
  const known = await Promise.all(mine.map(id => look(port, id)))
  const step = async (n: number) => {
    const shot = known[n % known.length]!
    // Each client its own exposure, longer and shorter in turn.
    const run = shot.runs[i % shot.runs.length]!
    const args = {
      plan: shot.plan,
      column: COLUMN,
      run: { run, at: 0 },
      delta: Math.floor(n / known.length) % 2 ? -1 : 1,
    }
    const command: Command = { id: newTestId(), schema: SCHEMA, name: 'run.push', args }
    const body = { base: shot.revision, commands: [command] }
    const answer = (await thin.post(`/api/shots/${shot.id}/commands`, body)) as {
      revision: number
      outcomes?: { status: string }[]
    }
    if (answer.outcomes?.[0]?.status !== 'applied') throw new Error(JSON.stringify(answer).slice(0, 300))
    shot.revision = answer.revision
  }
  // Once round, so that documents are at hand and code is compiled.
  for (let n = 0; n < known.length * 2; n++) await step(n)
  return async until => {
    let done = 0
    while (performance.now() < until) await step(known.length * 2 + done++)
    thin.close()
    return done
  }
}

const ready = await Promise.all(Array.from({ length: clients }, (_, i) => client(i)))
const until = performance.now() + ms
const counts = await Promise.all(ready.map(work => work(until)))
console.log(counts.reduce((a, b) => a + b, 0))
