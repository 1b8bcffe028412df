import type { Sequelize } from 'sequelize'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Shot } from '../../core/document'
import type { Command } from '../../core/commands'
import { documentHash, openShot, SCHEMA } from '../../core/document'
import { applyCommand } from '../../core/commands'
import { listOf } from '#core/sheet'
import { models } from '../../server/db/models'
import { loadDemo } from '../support/demo'
import { FintroServer, freePort, newTestId, serve } from '../support/server'

let server: FintroServer
let db: Sequelize
let stop: () => Promise<void>
beforeAll(async () => ({ server, db, stop } = await serve()))
afterAll(() => stop())

const ask = async (path: string, body?: unknown, headers: Record<string, string> = {}) => {
  const response = await server.fetch(
    path,
    body === undefined
      ? {}
      : { method: 'POST', body: JSON.stringify(body), headers: { 'content-type': 'application/json', ...headers } },
  )
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as Record<string, unknown> & {
      revision: number
      outcomes: { status: string; revision?: number; refusal?: { message: string } }[]
      missed: { revision: number; command: Command }[]
    },
  }
}
const opened = async (id: string): Promise<{ shot: Shot; revision: number }> => {
  const { body } = await ask(`/api/shots/${id}`)
  const out = openShot(body.document)
  if (!out.ok) throw new Error(out.message)
  return { shot: out.shot, revision: body.revision }
}
const fresh = async () => {
  const id = newTestId()
  await loadDemo(db, id)
  return id
}
const keeper = (shot: Shot) => shot.plans[shot.planOrder[0]!]!.columns.keeper!
function push(shot: Shot, index = 0, delta = 1): Command {
  const runs = listOf(keeper(shot).runs)
  const at = 1 + runs.slice(0, index).reduce((s, r) => s + r.frames, 0)
  return {
    id: newTestId(),
    schema: SCHEMA,
    name: 'run.push',
    args: { plan: shot.planOrder[0]!, column: 'keeper', run: { run: runs[index]!.id, at }, delta },
  }
}

describe('commands', () => {
  it('are kept under successive revisions, in the journal and in the document', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    const { body } = await ask(`/api/shots/${id}/commands`, { base: 0, commands: [push(shot), push(shot, 2)] })
    expect([body.revision, body.outcomes.map(o => [o.status, o.revision]), body.missed]).toEqual([
      2,
      [
        ['applied', 1],
        ['applied', 2],
      ],
      [],
    ])
    const after = await opened(id)
    expect([after.revision, keeper(after.shot).runs.frames]).toEqual([2, keeper(shot).runs.frames + 2])
    expect(await models(db).JournalRow.count({ where: { shotId: id } })).toBe(2)
  })

  it('sent twice change nothing the second time', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    const command = push(shot)
    const once = await ask(`/api/shots/${id}/commands`, { base: 0, commands: [command] })
    const twice = await ask(`/api/shots/${id}/commands`, { base: 0, commands: [command, command] })
    expect(twice.body.outcomes).toEqual([...once.body.outcomes, ...once.body.outcomes])
    expect((await opened(id)).revision).toBe(1)
  })

  it('sent several times at once are done once, and every answer says when', async () => {
    const id = await fresh()
    const { shot, revision } = await opened(id)
    // Each round is sent from one revision behind, so that the row is locked and the journal looked up.
    for (let round = 0; round < 6; round++) {
      const behind = round ? revision + round - 1 : revision
      const command = push(shot, 0, 1)
      const answers = await Promise.all(
        Array.from({ length: 6 }, () => ask(`/api/shots/${id}/commands`, { base: behind, commands: [command] })),
      )
      expect(answers.map(a => a.status)).toEqual(answers.map(() => 200))
      expect(new Set(answers.map(a => a.body.outcomes[0]!.revision))).toEqual(new Set([revision + round + 1]))
    }
    const { body } = await ask(`/api/shots/${id}/journal?after=${revision}`)
    expect((body as unknown as { entries: unknown[] }).entries).toHaveLength(6)
    expect(listOf(keeper((await opened(id)).shot).runs)[0]!.frames).toBe(listOf(keeper(shot).runs)[0]!.frames + 6)
  })
  it('from two windows at once are all kept, in one order for both', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        ask(`/api/shots/${id}/commands`, { base: 0, commands: [push(shot, i % 5)] }),
      ),
    )
    expect(answers.map(a => a.body.revision).sort((a, b) => a - b)).toEqual(Array.from({ length: 12 }, (_, i) => i + 1))
    for (const { body } of answers) expect(body.missed).toHaveLength(body.revision - 1)
    const { body: journal } = await ask(`/api/shots/${id}/journal?after=0`)
    let replayed = shot
    for (const { command } of journal.entries as { command: Command }[]) {
      const out = applyCommand(replayed, command)
      if (!out.ok) throw new Error(out.refusal.message)
      replayed = out.shot
    }
    expect(listOf(keeper((await opened(id)).shot).runs)).toEqual(listOf(keeper(replayed).runs))
  })

  it('that no longer fit are refused by name, the rest kept', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    const remove: Command = {
      id: newTestId(),
      schema: SCHEMA,
      name: 'drawing.remove',
      args: { stack: 'keeper-stack', drawing: 'keeper-13' },
    }
    await ask(`/api/shots/${id}/commands`, { base: 0, commands: [remove] })
    const pose: Command = {
      id: newTestId(),
      schema: SCHEMA,
      name: 'drawing.set',
      args: { stack: 'keeper-stack', drawing: 'keeper-13', role: 'key' },
    }
    const { body } = await ask(`/api/shots/${id}/commands`, { base: 0, commands: [pose, push(shot)] })
    expect(body.outcomes).toMatchObject([
      { status: 'refused', refusal: { code: 'gone', message: 'The drawing is not there any more.' } },
      { status: 'applied', revision: 2 },
    ])
    expect(body.missed.map(m => m.command.name)).toEqual(['drawing.remove'])
  })

  it('may name a stroke only after it is stored', async () => {
    const id = await fresh()
    const stroke = { schema: 1, colour: '#26302c', width: 6, pressure: false, points: [1, 2, 0.5, 30, 40, 0.5] }
    const draw = (hash: string): Command => ({
      id: newTestId(),
      schema: SCHEMA,
      name: 'stroke.add',
      args: { stack: 'keeper-stack', drawing: 'keeper-1', strokes: [{ id: newTestId(), hash }] },
    })
    const early = await ask(`/api/shots/${id}/commands`, { base: 0, commands: [draw('f'.repeat(64))] })
    expect(early.body.outcomes[0]).toMatchObject({
      status: 'refused',
      refusal: { message: 'A stroke or a picture of this drawing has not been stored.' },
    })
    const { body } = await ask('/api/strokes', { strokes: [stroke, stroke] })
    const [hash, again] = body.hashes as string[]
    expect(hash).toBe(again)
    expect(
      (await ask(`/api/shots/${id}/commands`, { base: 0, commands: [draw(hash!)] })).body.outcomes[0],
    ).toMatchObject({ status: 'applied' })
    expect((await ask('/api/strokes/find', { hashes: [hash] })).body.strokes).toEqual({ [hash!]: stroke })
    await expect(models(db).StrokeRow.destroy({ where: { hash } })).rejects.toThrow(/foreign key/)
  })

  it('that are acknowledged survive a kill -9 of the server', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    let acknowledged = 0
    const sending = (async () => {
      for (let base = 0; base < 400; base++) {
        const answer = await ask(`/api/shots/${id}/commands`, { base, commands: [push(shot, base % 5)] }).catch(
          () => null,
        )
        if (!answer) return
        acknowledged = answer.body.revision
      }
    })()
    while (acknowledged < 25) await new Promise(r => setTimeout(r, 5))
    await server.kill('SIGKILL')
    await sending
    await server.start()
    const after = await opened(id)
    expect(after.revision).toBeGreaterThanOrEqual(acknowledged)
    expect(keeper(after.shot).runs.frames).toBe(keeper(shot).runs.frames + after.revision)
    expect(await models(db).JournalRow.count({ where: { shotId: id } })).toBe(after.revision)
  })
})

describe('bad input', () => {
  it.each([
    ['/api/shots/none-such/commands', { base: 0, commands: [] }, 400, 'bad-input'],
    [
      '/api/shots/none-such-1/commands',
      { base: 0, commands: [{ id: 'abcdefgh', schema: 1, name: 'shot.set', args: {} }] },
      404,
      'no-shot',
    ],
    ['/api/shots', { id: 'shot', name: '' }, 400, 'bad-input'],
    ['/api/strokes', { strokes: [{ schema: 1, points: [] }] }, 400, 'bad-input'],
  ] as const)('%s is answered by a problem document', async (path, body, status, code) => {
    const out = await ask(path, body)
    expect([out.status, out.type, out.body.code]).toEqual([
      status,
      expect.stringContaining('application/problem+json'),
      code,
    ])
    expect(String(out.body.detail)).toMatch(/\.$|\w/)
  })
  it('a command of an unknown name or of a later schema is refused whole', async () => {
    const id = await fresh()
    for (const odd of [{ name: 'no.such' }, { schema: SCHEMA + 1 }]) {
      expect(
        (
          await ask(`/api/shots/${id}/commands`, {
            base: 0,
            commands: [{ id: newTestId(), schema: 1, name: 'shot.set', args: { length: 9 }, ...odd }],
          })
        ).status,
      ).toBe(400)
    }
    expect((await opened(id)).revision).toBe(0)
  })
  it('a write from another site is refused', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    const out = await ask(
      `/api/shots/${id}/commands`,
      { base: 0, commands: [push(shot)] },
      { origin: 'http://elsewhere.example' },
    )
    expect([out.status, out.body.code]).toEqual([403, 'other-origin'])
  })
  it('a window that is ahead of the stored shot is told to load it again', async () => {
    const id = await fresh()
    const { shot } = await opened(id)
    expect(await ask(`/api/shots/${id}/commands`, { base: 5, commands: [push(shot)] })).toMatchObject({
      status: 409,
      body: { code: 'ahead' },
    })
  })
})

it('one stream tells other windows each revision of all the shots they have open', async () => {
  const [one, two] = [await fresh(), await fresh()]
  const abort = new AbortController()
  const stream = await fetch(`${server.url}/api/events?shot=${one}&shot=${two}`, { signal: abort.signal })
  const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
  let heard = ''
  const hears = async (text: string) => {
    while (!heard.includes(text)) heard += (await reader.read()).value ?? ''
  }
  await hears(`data: ${one} 0`)
  await hears(`data: ${two} 0`)
  for (const id of [one, two])
    await ask(`/api/shots/${id}/commands`, { base: 0, commands: [push((await opened(id)).shot)] })
  await hears(`data: ${one} 1`)
  await hears(`data: ${two} 1`)
  abort.abort()
  expect((await ask('/api/events')).status).toBe(400)
})

it('a shot that was put away is gone from the list and can be taken back', async () => {
  const id = await fresh()
  const listed = async () => JSON.stringify((await ask('/api/shots')).body).includes(id)
  expect(await listed()).toBe(true)
  await server.fetch(`/api/shots/${id}`, { method: 'DELETE' })
  expect([await listed(), (await ask(`/api/shots/${id}`)).status]).toEqual([false, 404])
  await ask(`/api/shots/${id}/restore`, {})
  expect(await listed()).toBe(true)
})

it('two servers before one database: what the other one did is never written over', async () => {
  const other = new FintroServer(server.databaseUrl, await freePort())
  await other.start()
  try {
    const id = await fresh()
    const { shot } = await opened(id)
    const name = (text: string): Command => ({
      id: newTestId(),
      schema: SCHEMA,
      name: 'shot.set',
      args: { name: text },
    })
    const send = async (to: FintroServer, base: number, command: Command) => {
      const init = { method: 'POST', body: JSON.stringify({ base, commands: [command] }) }
      const answer = await to.fetch(`/api/shots/${id}/commands`, init)
      return (await answer.json()) as { revision: number; missed: unknown[]; hash: number }
    }
    // Both hold the document at hand; the first falls behind and must find out by itself.
    await send(server, 0, push(shot))
    await send(other, 1, name('From the other'))
    const behind = await send(server, 1, push(shot, 2))
    expect([behind.revision, behind.missed.length]).toEqual([3, 1])
    // A window that has seen everything, on the server that has not.
    const after = await send(other, 3, push(shot, 4))
    expect([after.revision, after.missed.length]).toEqual([4, 0])
    const now = await opened(id)
    expect([now.shot.name, now.revision]).toEqual(['From the other', 4])
    expect(after.hash).toBe(documentHash(now.shot))
  } finally {
    await other.kill('SIGTERM')
  }
})
