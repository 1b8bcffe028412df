import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Command } from '../../core/commands'
import type { Shot } from '../../core/document'
import { documentHash, openShot, SCHEMA } from '../../core/document'
import { loadDemo } from '../support/demo'
import { FintroServer, freePort, newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
beforeAll(async () => ({ server, db, stop } = await serve()))
afterAll(() => stop())

const fresh = async (): Promise<string> => {
  const id = newTestId()
  await loadDemo(db, id)
  return id
}
const opened = async (id: string): Promise<{ shot: Shot; revision: number }> => {
  const { document, revision } = (await (await server.fetch(`/api/shots/${id}`)).json()) as {
    document: unknown
    revision: number
  }
  const out = openShot(document)
  if (!out.ok) throw new Error(out.message)
  return { shot: out.shot, revision }
}

describe('many at once', () => {
  const named = (text: string): Command => ({
    id: newTestId(),
    schema: SCHEMA,
    name: 'shot.set',
    args: { name: text },
  })
  interface Answer {
    readonly revision: number
    readonly missed: readonly { revision: number; command: Command }[]
    readonly outcomes: readonly { id: string; status: string; revision: number }[]
    readonly hash: number
  }
  const send = async (to: FintroServer, id: string, base: number, commands: Command[], incarnation?: string) => {
    const init = { method: 'POST', body: JSON.stringify({ base, incarnation, commands }) }
    const answer = await to.fetch(`/api/shots/${id}/commands`, init)
    return { status: answer.status, ...((await answer.json()) as Answer & { code?: string }) }
  }
  const counted = async (to: FintroServer, metric: string): Promise<number> => {
    const text = await (await to.fetch('/api/metrics')).text()
    return Number(new RegExp(`^${metric.replaceAll(/[{}]/g, '\\$&')} (\\d+)`, 'm').exec(text)?.[1] ?? 0)
  }

  it('windows that send at the same moment are served together, each as if it had come alone', async () => {
    const id = await fresh()
    // The document is at hand.
    await send(server, id, 0, [named('First')])
    const sent = Array.from({ length: 16 }, (_, i) => [named(`One ${i}`), named(`Two ${i}`)])
    const answers = await Promise.all(sent.map((commands, i) => send(server, id, i % 2, commands)))
    const ends: number[] = []
    for (const [i, { status, missed, outcomes, revision }] of answers.entries()) {
      expect([status, outcomes.map(o => o.id)]).toEqual([200, sent[i]!.map(c => c.id)])
      const made = outcomes.map(o => o.revision)
      expect(made).toEqual([revision - 1, revision])
      // All that came before, from where the window was.
      expect(missed.map(m => m.revision)).toEqual(
        Array.from({ length: revision - 2 - (i % 2) }, (_, n) => n + 1 + (i % 2)),
      )
      ends.push(revision)
    }
    expect(ends.sort((a, b) => a - b)).toEqual(Array.from({ length: 16 }, (_, i) => 3 + 2 * i))
    const { shot, revision } = await opened(id)
    expect(revision).toBe(33)
    expect(answers.find(a => a.revision === 33)!.hash).toBe(documentHash(shot))
  })

  it('one that cannot be served does not take the others with it', async () => {
    const id = await fresh()
    await send(server, id, 0, [named('First')])
    const bases = [1, 99, 1, 1]
    const answers = await Promise.all(bases.map(base => send(server, id, base, [named(`From ${base}`)])))
    expect(answers.map(a => a.status)).toEqual([200, 409, 200, 200])
    expect((await opened(id)).revision).toBe(4)
  })

  it('two servers on one shot catch up by the journal, and do not read the document anew', async () => {
    const other = new FintroServer(server.databaseUrl, await freePort())
    await other.start()
    try {
      const id = await fresh()
      for (const to of [server, other]) await send(to, id, 0, [named('Hello')])
      const READ = 'fintro_documents_total{way="read"}'
      const before = [await counted(server, READ), await counted(other, READ)]
      const all = await Promise.all(
        Array.from({ length: 60 }, (_, i) => send(i % 2 ? server : other, id, 2, [named(`Name ${i}`)])),
      )
      expect(all.map(a => a.status)).toEqual(Array(60).fill(200))
      expect(new Set(all.map(a => a.revision)).size).toBe(60)
      expect([await counted(server, READ), await counted(other, READ)]).toEqual(before)
      const { shot, revision } = await opened(id)
      expect(revision).toBe(62)
      expect(all.find(a => a.revision === 62)!.hash).toBe(documentHash(shot))
    } finally {
      await other.kill('SIGTERM')
    }
  })

  it('two servers take turns on one shot: what does not fit, or is known, holds up neither', async () => {
    const id = await fresh()
    const other = new FintroServer(server.databaseUrl, await freePort())
    await other.start()
    try {
      // Both have the document at hand, and know that the other one writes.
      const known = named('Known')
      await send(server, id, 0, [known])
      for (let i = 1; i < 6; i++) await send(i % 2 ? other : server, id, i, [named(`${i}`)])
      const long = '{outcome="applied",way="long"}'
      const before = await counted(other, `fintro_commands_total${long}`)
      const good = await Promise.all(
        [server, other, server, other].map((to, i) => send(to, id, 6, [named(`Good ${i}`)])),
      )
      expect(good.map(a => a.outcomes[0]!.status)).toEqual(Array(4).fill('applied'))
      expect(await counted(other, `fintro_commands_total${long}`)).toBe(before)
      const bad = { ...named('x'), args: { length: -1 } }
      const answers = await Promise.all(
        [[bad], [known], [named('Good')], [bad, named('Better')]].flatMap(commands =>
          [server, other].map(to => send(to, id, 10, structuredClone(commands))),
        ),
      )
      expect(answers.map(a => a.outcomes[0]!.status)).toEqual([
        ...['refused', 'refused', 'applied', 'applied', 'applied', 'applied', 'refused', 'refused'],
      ])
      expect(answers[2]!.outcomes[0]!.revision).toBe(1)
      // Nothing is held on to.
      const [row] = await db.query(
        `SELECT 1 FROM pg_stat_activity WHERE state LIKE 'idle in transaction%' AND query LIKE '%journal%'`,
        { type: 'SELECT' as never },
      )
      expect(row).toBeUndefined()
      const { shot, revision } = await opened(id)
      const last = await send(other, id, revision, [named('Last')])
      expect([last.status, last.revision]).toEqual([200, revision + 1])
      expect(last.hash).toBe(documentHash({ ...shot, name: 'Last' }))
    } finally {
      await other.kill('SIGTERM')
    }
  })

  it('what a later Fintro did to a shot is not done again by this one', async () => {
    const id = await fresh()
    await send(server, id, 0, [named('First')])
    const later = { ...named('Later'), schema: SCHEMA + 1 }
    await db.query(`UPDATE shot_pieces SET body = replace(body, $2, $3) WHERE shot_id = $1 AND path = 'shot'`, {
      bind: [id, `"schema":${SCHEMA}`, `"schema":${SCHEMA + 1}`],
    })
    await db.query('INSERT INTO journal (shot_id, revision, command_id, schema, command) VALUES ($1, 2, $2, $3, $4)', {
      bind: [id, later.id, later.schema, JSON.stringify(later)],
    })
    await db.query('UPDATE shots SET revision = 2, schema = $2 WHERE id = $1', { bind: [id, SCHEMA + 1] })
    expect(await send(server, id, 1, [named('Mine')])).toMatchObject({ status: 409, code: 'unreadable' })
    const { revision } = (await (await server.fetch(`/api/shots/${id}`)).json()) as { revision: number }
    expect(revision).toBe(2)
  })

  it('a shot put back under its id is another one, at whatever revision', async () => {
    const id = await fresh()
    const { incarnation } = (await (await server.fetch(`/api/shots/${id}`)).json()) as { incarnation: string }
    expect((await send(server, id, 0, [named('Before')], incarnation)).status).toBe(200)
    await db.query('DELETE FROM shots WHERE id = $1', { bind: [id] })
    await loadDemo(db, id)
    await db.query('UPDATE shots SET revision = 1 WHERE id = $1', { bind: [id] })
    // A window that knows the old one is told, whatever this server has at hand.
    expect(await send(server, id, 1, [named('After')], incarnation)).toMatchObject({
      status: 409,
      code: 'other-incarnation',
    })
    expect((await server.fetch(`/api/shots/${id}/journal?after=0&incarnation=${incarnation}`)).status).toBe(409)
    // One that says nothing works on what is stored, not on what this server remembers.
    const { hash } = await send(server, id, 1, [named('New')])
    const now = await opened(id)
    expect([now.shot.name, now.revision, documentHash(now.shot)]).toEqual(['New', 2, hash])
  })
})
