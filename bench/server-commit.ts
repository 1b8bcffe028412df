import pg from 'pg'
import type { Shot } from '../core/document'
import type { Command } from '../core/commands'
import { openShot, SCHEMA } from '../core/document'
import { listOf } from '#core/sheet'
import { loadDemo } from '../tests/support/demo'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'
import { median } from './row'
import { ThinClient } from './thin-client'

/** Marrow's column, the one that the loose end follows: a command there changes both. */
const COLUMN = 'keeper'

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

async function commits(
  client: ThinClient,
  id: string,
  shot: Shot,
  from: number,
  seconds: number,
): Promise<{ rate: number; revision: number }> {
  const runs = listOf(shot.plans[shot.planOrder[0]!]!.columns[COLUMN]!.runs)
  const end = performance.now() + seconds * 1000
  let base = from
  while (performance.now() < end) {
    const i = base % runs.length
    const command: Command = {
      id: newTestId(),
      schema: SCHEMA,
      name: 'run.push',
      args: {
        plan: shot.planOrder[0]!,
        column: COLUMN,
        run: { run: runs[i]!.id, at: 0 },
        delta: Math.floor(base / runs.length) % 2 ? -1 : 1,
      },
    }
    const answer = (await client.post(`/api/shots/${id}/commands`, { base, commands: [command] })) as {
      revision: number
      outcomes: { status: string }[]
    }
    if (answer.outcomes[0]!.status !== 'applied') throw new Error(JSON.stringify(answer.outcomes[0]))
    base = answer.revision
  }
  return { rate: (base - from) / seconds, revision: base }
}

/**
 * Commands committed through the route by one sequential client, over plain INSERTs on the same server with fsync on.
 */
export async function serverCommit(quick: boolean): Promise<Row> {
  const { server, db, stop } = await serve()
  const client = new ThinClient('127.0.0.1', server.port)
  try {
    const [[{ fsync }]] = (await db.query("SELECT current_setting('fsync') AS fsync")) as unknown as [
      [{ fsync: string }],
    ]
    if (fsync !== 'on') throw new Error('fsync is off: run this by npm run bench.')
    const id = newTestId()
    await loadDemo(db, id)
    const { document } = (await (await fetch(`${server.url}/api/shots/${id}`)).json()) as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(opened.message)
    // Both are warmed up until their code is compiled; then short rounds take turns, so that a busy moment meets both.
    const seconds = quick ? 0.5 : 1.5
    let { revision } = await commits(client, id, opened.shot, 0, quick ? 1 : 15)
    await inserts(server.databaseUrl, quick ? 0.5 : 2)
    const ours: number[] = []
    const plain: number[] = []
    for (let i = 0; i < (quick ? 1 : 15); i++) {
      plain.push(await inserts(server.databaseUrl, seconds))
      const done = await commits(client, id, opened.shot, revision, seconds)
      ours.push(done.rate)
      revision = done.revision
    }
    const ratios = ours.map((rate, i) => rate / plain[i]!)
    return {
      bench: 'server.commit.ratio',
      value: median(ratios),
      unit: 'ratio',
      bound: 0.25,
      better: 'higher',
      parts: {
        'commands a second': median(ours).toFixed(0),
        'INSERTs a second': median(plain).toFixed(0),
        rounds: ratios.map(r => r.toFixed(2)).join(' '),
      },
    }
  } finally {
    client.close()
    await stop()
  }
}
