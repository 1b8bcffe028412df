import { Agent, request } from 'node:http'
import pg from 'pg'
import type { Command, Shot } from '#core/shot'
import { openShot, SCHEMA } from '#core/shot'
import { listOf } from '#core/sheet'
import { loadDemo } from '../tests/support/demo'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'

/** Single-row INSERT transactions a second, by one connection of the same driver. */
async function inserts(url: string, seconds: number): Promise<number> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query('CREATE TABLE IF NOT EXISTS bench_rows (id bigserial PRIMARY KEY, body text NOT NULL)')
  const end = performance.now() + seconds * 1000
  let n = 0
  while (performance.now() < end) {
    await client.query('BEGIN')
    await client.query('INSERT INTO bench_rows (body) VALUES ($1)', ['a command of about the usual length '.repeat(6)])
    await client.query('COMMIT')
    n++
  }
  await client.end()
  return n / seconds
}

const agent = new Agent({ keepAlive: true, maxSockets: 1 })

/** One request on a connection that stays open, as a browser keeps it. */
const post = (url: string, body: unknown): Promise<unknown> => new Promise((done, fail) => {
  const text = JSON.stringify(body)
  const sent = request(url, { method: 'POST', agent, headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) } }, (response) => {
    let answer = ''
    response.setEncoding('utf8').on('data', (part: string) => { answer += part }).on('end', () => done(JSON.parse(answer)))
  })
  sent.on('error', fail).end(text)
})

async function commits(url: string, id: string, shot: Shot, from: number, seconds: number): Promise<{ rate: number, revision: number }> {
  const runs = listOf(shot.plans[shot.planOrder[0]!]!.columns.keeper!.runs)
  const end = performance.now() + seconds * 1000
  let base = from
  while (performance.now() < end) {
    const i = base % runs.length
    const command: Command = { id: newTestId(), schema: SCHEMA, name: 'run.push', args: { plan: shot.planOrder[0]!, column: 'keeper', run: { run: runs[i]!.id, at: 0 }, delta: Math.floor(base / runs.length) % 2 ? -1 : 1 } }
    const answer = await post(`${url}/api/shots/${id}/commands`, { base, commands: [command] }) as { revision: number, outcomes: { status: string }[] }
    if (answer.outcomes[0]!.status !== 'applied') throw new Error(JSON.stringify(answer.outcomes[0]))
    base = answer.revision
  }
  return { rate: (base - from) / seconds, revision: base }
}

/** Commands committed through the route by one sequential client, over plain INSERTs on the same server with fsync on. */
export async function serverCommit(quick: boolean): Promise<Row> {
  const { server, db, stop } = await serve()
  try {
    const [[{ fsync }]] = await db.query('SELECT current_setting(\'fsync\') AS fsync') as unknown as [[{ fsync: string }]]
    if (fsync !== 'on') throw new Error('fsync is off: run this by npm run bench.')
    const id = newTestId()
    await loadDemo(db, id)
    const { document } = await (await fetch(`${server.url}/api/shots/${id}`)).json() as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(opened.message)
    const seconds = quick ? 1 : 3
    let { revision } = await commits(server.url, id, opened.shot, 0, 1)
    let [ours, plain] = [0, 0]
    const rounds = quick ? 1 : 3
    for (let i = 0; i < rounds; i++) {
      plain += await inserts(server.databaseUrl, seconds)
      const done = await commits(server.url, id, opened.shot, revision, seconds)
      ours += done.rate
      revision = done.revision
    }
    return { bench: 'server.commit.ratio', value: ours / plain, unit: 'ratio', bound: 0.25, better: 'higher', parts: { 'commands a second': (ours / rounds).toFixed(0), 'INSERTs a second': (plain / rounds).toFixed(0) } }
  }
  finally {
    await stop()
  }
}
