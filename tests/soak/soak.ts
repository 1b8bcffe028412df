import { QueryTypes, type Sequelize } from 'sequelize'
import type { Applied, Command, Committed } from '../../core/commands'
import { applyCommand } from '../../core/commands'
import { chanceFrom } from '../../core/commands/made-up.test-helper'
import type { Shot } from '../../core/document'
import { equal, openShot, storeShot } from '../../core/document'
import { listOf } from '../../core/sheet'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId } from '../support/server'

/** What is broken while clients work. */
export interface Breaking {
  readonly kill: (server: FintroServer) => Promise<void>
  /** Null where only servers are killed. */
  readonly database: (() => Promise<void>) | null
}
export interface Soaked {
  readonly acknowledged: number
  readonly sent: number
  readonly kills: number
  /** Acknowledged and not in the journal, or at another revision. */
  readonly lost: number
  /** In a journal more than once, or in the wrong one. */
  readonly doubled: number
  /** Shots whose stored document is not what its journal makes of the first one. */
  readonly unequal: number
  /** Answers that neither a well nor an ill server gives. */
  readonly odd: readonly string[]
}

interface Ground {
  readonly servers: readonly FintroServer[]
  readonly db: Sequelize
  readonly breaking: Breaking
}

const CLIENTS = 8
const SHOTS = 3
const COLUMN = 'keeper'

/** Clients send, some of it twice, while servers and the database die; then what was acknowledged is looked for. */
export async function soak({ servers, db, breaking }: Ground, seed: number, ms: number): Promise<Soaked> {
  const chance = chanceFrom(seed)
  const ids = Array.from({ length: SHOTS }, newTestId)
  const first = new Map<string, Shot>()
  for (const id of ids) {
    await loadDemo(db, id)
    first.set(id, await stored(servers[0]!, id))
  }
  const acknowledged = new Map<string, { shot: string; revision: number }>()
  const odd: string[] = []
  const until = Date.now() + ms
  const counts = { sent: 0, kills: 0 }
  const client = async (n: number): Promise<void> => {
    const bases = new Map(ids.map(id => [id, 0]))
    for (let i = 0; Date.now() < until; i++) {
      const id = ids[Math.floor(chance() * ids.length)]!
      const commands = Array.from({ length: 1 + Math.floor(chance() * 3) }, () => made(first.get(id)!, n, chance))
      // Sent until it is answered, at times twice at once, to whichever server.
      for (let answered = false; !answered;) {
        counts.sent++
        const twice = chance() < 0.2 ? 2 : 1
        const answers = await Promise.all(
          Array.from({ length: twice }, () =>
            send(servers[Math.floor(chance() * servers.length)]!, id, bases.get(id)!, commands),
          ),
        )
        for (const answer of answers) {
          if (typeof answer === 'string') odd.push(answer)
          if (!answer || typeof answer === 'string') continue
          answered = true
          bases.set(id, Math.max(bases.get(id)!, answer.revision))
          for (const o of answer.outcomes)
            if (o.status === 'applied') acknowledged.set(o.id, { shot: id, revision: o.revision })
        }
        if (!answered) await new Promise(r => setTimeout(r, 50))
      }
    }
  }
  const breaker = async (): Promise<void> => {
    while (Date.now() < until - 1000) {
      await new Promise(r => setTimeout(r, 500 + chance() * 2500))
      counts.kills++
      if (breaking.database && chance() < 0.25) await breaking.database()
      else await breaking.kill(servers[Math.floor(chance() * servers.length)]!)
    }
  }
  await Promise.all([breaker(), ...Array.from({ length: CLIENTS }, (_, n) => client(n))])
  // The last break may have been a moment ago.
  await servers[0]!.until('/api/ready')
  return { ...counts, acknowledged: acknowledged.size, odd, ...(await compare(db, servers[0]!, first, acknowledged)) }
}

function made(shot: Shot, n: number, chance: () => number): Command {
  const plan = shot.planOrder[0]!
  const runs = listOf(shot.plans[plan]!.columns[COLUMN]!.runs)
  const id = newTestId()
  const schema = shot.schema
  if (chance() < 0.3) return { id, schema, name: 'shot.set', args: { name: `Name ${n}` } }
  const run = runs[n % runs.length]!.id
  return {
    id,
    schema,
    name: 'run.push',
    args: { plan, column: COLUMN, run: { run, at: 0 }, delta: chance() < 0.5 ? 1 : -1 },
  }
}

/** What a server answered; null where it is ill, in words where the answer is none that is foreseen. */
async function send(
  to: FintroServer,
  id: string,
  base: number,
  commands: Command[],
): Promise<Committed | string | null> {
  try {
    const init = { method: 'POST', body: JSON.stringify({ base, commands }), signal: AbortSignal.timeout(60_000) }
    const answer = await to.fetch(`/api/shots/${id}/commands`, init)
    if (answer.ok) return (await answer.json()) as Committed
    return answer.status === 503 ? null : `${answer.status} ${await answer.text()}`
  } catch {
    return null
  }
}

async function stored(server: FintroServer, id: string): Promise<Shot> {
  const answer = await server.fetch(`/api/shots/${id}`)
  if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`)
  const { document } = (await answer.json()) as { document: unknown }
  const opened = openShot(document)
  if (!opened.ok) throw new Error(opened.message)
  return opened.shot
}

async function compare(
  db: Sequelize,
  server: FintroServer,
  first: ReadonlyMap<string, Shot>,
  acknowledged: ReadonlyMap<string, { shot: string; revision: number }>,
): Promise<Pick<Soaked, 'lost' | 'doubled' | 'unequal'>> {
  const journal = await db.query<{ shot: string; revision: number; id: string; command: string }>(
    'SELECT shot_id AS shot, revision, command_id AS id, command FROM journal WHERE shot_id = ANY($1) ORDER BY shot_id, revision',
    { bind: [[...first.keys()]], type: QueryTypes.SELECT },
  )
  const by = new Map(journal.map(j => [j.id, j]))
  const lost = [...acknowledged].filter(([id, { shot, revision }]) => {
    const entry = by.get(id)
    return entry?.shot !== shot || entry.revision !== revision
  }).length
  let unequal = 0
  for (const [id, start] of first) {
    const entries = journal.filter(j => j.shot === id)
    let shot: Shot | null = start
    for (const [i, { revision, command }] of entries.entries()) {
      const out: Applied | null = shot && applyCommand(shot, JSON.parse(command) as Command)
      shot = out?.ok && revision === i + 1 ? out.shot : null
    }
    if (!shot || !equal(storeShot(shot), storeShot(await stored(server, id)))) unequal++
  }
  return { lost, doubled: journal.length - by.size, unequal }
}
