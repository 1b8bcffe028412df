import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { applyCommand } from '../../core/commands'
import type { Command } from '../../core/commands'
import type { Shot } from '../../core/document'
import { documentHash, SCHEMA } from '../../core/document'
import { keepShot } from '../../server/shots/shots'
import { loadDemo } from '../support/demo'
import { firstExposure, wideShot } from '../support/wide'
import { FintroServer, freePort, newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
beforeAll(async () => ({ server, db, stop } = await serve()))
afterAll(() => stop())

interface Answer {
  readonly revision: number
  readonly missed: readonly { revision: number }[]
  readonly outcomes: readonly { status: string }[]
  readonly hash: number
}
const send = async (to: FintroServer, id: string, base: number, commands: Command[]) => {
  const init = { method: 'POST', body: JSON.stringify({ base, commands }) }
  const answer = await to.fetch(`/api/shots/${id}/commands`, init)
  return { status: answer.status, ...((await answer.json()) as Answer) }
}
const command = (name: string, args: object): Command =>
  ({ id: newTestId(), schema: SCHEMA, name, args }) as unknown as Command
const push = (shot: Shot, delta = 1): Command => {
  const { plan, column, run } = firstExposure(shot)
  return command('run.push', { plan, column, run: { run, at: 1 }, delta })
}
/** What came of work, and the longest that the server took to say that it is alive meanwhile, as a share of the whole. */
async function alive<T>(to: FintroServer, work: Promise<T>): Promise<[T, number]> {
  let over = false
  let longest = 0
  const begun = performance.now()
  const done = work.finally(() => (over = true))
  while (!over) {
    const asked = performance.now()
    await to.fetch('/api/health')
    longest = Math.max(longest, performance.now() - asked)
  }
  return [await done, longest / (performance.now() - begun)]
}
const after = (shot: Shot, ...commands: Command[]): Shot =>
  commands.reduce((s, c) => {
    const out = applyCommand(s, c)
    if (!out.ok) throw new Error(out.refusal.message)
    return out.shot
  }, shot)

describe('a large shot', () => {
  it('is read and changed while the server answers others, and is the same document as anywhere', async () => {
    const id = newTestId()
    const shot = wideShot(id, { columns: 8, each: 1 })
    await keepShot(db, shot, 'Large')
    const first = push(shot)
    const [one, share] = await alive(server, send(server, id, 0, [first]))
    expect(one).toMatchObject({ status: 200, revision: 1, outcomes: [{ status: 'applied' }] })
    expect(one.hash).toBe(documentHash(after(shot, first)))
    // In the thread that answers all, reading it keeps everybody for more than half of the time.
    expect(share).toBeLessThan(0.4)
    // Again, refused ones too, and those of a window that is behind.
    const second = push(shot, 2)
    const two = await send(server, id, 0, [second, push(shot, -14_399)])
    expect(two.outcomes.map(o => o.status)).toEqual(['applied', 'refused'])
    expect(two.missed.map(m => m.revision)).toEqual([1])
    expect(two.hash).toBe(documentHash(after(shot, first, second)))
    expect(await send(server, id, 0, [second])).toMatchObject({
      revision: 2,
      outcomes: [{ status: 'applied', revision: 2 }],
    })
  })
  it('is told to the windows of this server and of others', async () => {
    const id = newTestId()
    const shot = wideShot(id, { columns: 8, each: 1 })
    await keepShot(db, shot, 'Large')
    const other = new FintroServer(server.databaseUrl, await freePort())
    await other.start()
    try {
      const heard = await Promise.all(
        [server, other].map(async s => {
          const stream = (await s.fetch(`/api/events?shot=${id}`)).body!.getReader()
          await stream.read()
          return stream
        }),
      )
      await send(server, id, 0, [push(shot)])
      for (const stream of heard) {
        expect(new TextDecoder().decode((await stream.read()).value)).toContain(`${id} 1 `)
        await stream.cancel()
      }
    } finally {
      await other.kill('SIGTERM')
    }
  })
})

describe('many changes in one', () => {
  it('of a small shot are done beside all else; the next ones go on from there', async () => {
    const id = newTestId()
    await loadDemo(db, id)
    const named = (name: string) => ({ name: 'shot.set', args: { name } })
    await send(server, id, 0, [command('shot.set', { name: 'Before' })])
    const many = command('together', { commands: Array.from({ length: 2000 }, (_, i) => named(`Name ${i}`)) })
    const [answer, share] = await alive(server, send(server, id, 1, [many]))
    expect(answer).toMatchObject({ status: 200, revision: 2, outcomes: [{ status: 'applied' }] })
    expect(share).toBeLessThan(0.4)
    const last = await send(server, id, 2, [command('shot.set', { length: 100 })])
    expect(last).toMatchObject({ revision: 3, missed: [] })
    const { document } = (await (await server.fetch(`/api/shots/${id}`)).json()) as { document: Shot }
    expect([document.name, document.length]).toEqual(['Name 1999', 100])
  })
  it('are caught up with by another server, which then goes on', async () => {
    const id = newTestId()
    await loadDemo(db, id)
    const other = new FintroServer(server.databaseUrl, await freePort())
    await other.start()
    try {
      await send(other, id, 0, [command('shot.set', { name: 'One' })])
      const many = {
        commands: Array.from({ length: 2000 }, (_, i) => ({ name: 'shot.set', args: { name: `N ${i}` } })),
      }
      await send(server, id, 1, [command('together', many)])
      const answer = await send(other, id, 1, [command('shot.set', { length: 100 })])
      expect(answer).toMatchObject({ revision: 3, missed: [{ revision: 2 }], outcomes: [{ status: 'applied' }] })
    } finally {
      await other.kill('SIGTERM')
    }
  })
})

it('asking for the head of the stream of events opens none', async () => {
  const open = async () => /^fintro_streams (\d+)/m.exec(await (await server.fetch('/api/metrics')).text())?.[1]
  await vi.waitFor(async () => expect(await open()).toBe('0'), { timeout: 10_000, interval: 100 })
  const answer = await server.fetch(`/api/events?shot=${newTestId()}`, { method: 'HEAD' })
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'text/event-stream'])
  expect(await open()).toBe('0')
})
