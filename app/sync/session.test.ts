import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Command, Draft } from '#core/commands'
import { applyCommand } from '#core/commands'
import type { Shot } from '#core/document'
import { storeShot } from '#core/document'
import { drawn, posedShot, STACK } from '#core/commands/fixture.test-helper'
import { browserStore } from './browser-store'
import type { Told } from './session'
import { ShotSession } from './session'

/** A server in memory that can be made to answer badly. */
class Server {
  shot: Shot = posedShot()
  journal: { revision: number; command: Command }[] = []
  /** Instead of the usual answer to commands; null for the usual one. */
  instead: ((commands: Command[]) => Response | Promise<Response>) | null = null
  readonly sent: Command[][] = []

  fetch = async (url: string, init: RequestInit = {}): Promise<Response> => {
    const body = typeof init.body === 'string' ? (JSON.parse(init.body) as { base: number; commands: Command[] }) : null
    if (url.endsWith('/commands')) {
      this.sent.push(body!.commands)
      return this.instead ? this.instead(body!.commands) : this.commit(body!.base, body!.commands)
    }
    if (url.includes('/journal'))
      return Response.json({ entries: this.journal.filter(e => e.revision > Number(url.split('after=')[1])) })
    const document = storeShot(this.shot)
    return Response.json({ revision: this.journal.length, production: 'p', document })
  }

  commit(base: number, commands: Command[]): Response {
    const missed = this.journal.filter(e => e.revision > base)
    const outcomes = commands.map(command => {
      const known = this.journal.find(e => e.command.id === command.id)
      if (known) return { id: command.id, status: 'applied', revision: known.revision }
      const out = applyCommand(this.shot, command)
      if (!out.ok) return { id: command.id, status: 'refused', refusal: out.refusal }
      this.shot = out.shot
      this.journal.push({ revision: this.journal.length + 1, command })
      return { id: command.id, status: 'applied', revision: this.journal.length }
    })
    return Response.json({ revision: this.journal.length, missed, outcomes })
  }
}

/** A stream of revisions that says nothing by itself. */
class Stream {
  static CLOSED = 2
  static last: Stream | null = null
  onmessage: ((e: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  constructor() {
    Stream.last = this
  }
  close() {}
}

let count = 0
let server: Server
let sessions: ShotSession[]
beforeEach(() => {
  server = new Server()
  sessions = []
  vi.stubGlobal('fetch', server.fetch)
  vi.stubGlobal('EventSource', Stream)
  const locks = { request: (_name: string, work: () => Promise<void>) => work() }
  vi.stubGlobal('navigator', { locks })
  // Pauses pass twenty times as fast.
  const { setTimeout } = globalThis
  vi.stubGlobal('setTimeout', (work: () => void, ms: number) => setTimeout(work, ms / 20))
})
afterEach(() => {
  for (const s of sessions) s.close()
  vi.unstubAllGlobals()
})

async function open(id = `session-${count++}`) {
  const told: Told[] = []
  const nothing = () => {}
  const session = await ShotSession.open(id, {
    shotChanged: nothing,
    stepsChanged: nothing,
    savingChanged: nothing,
    arrived: nothing,
    tell: t => told.push(t),
  })
  sessions.push(session)
  return { id, session, told }
}
const renamed = (name: string): Draft => ({ name: 'shot.set', args: { name } })
const waiting = async (id: string) => (await browserStore.waiting(id)).length
const inTime = { timeout: 10_000, interval: 20 }

describe('saving', () => {
  it('sends what is done, in order, and takes it off what waits', async () => {
    const { id, session } = await open()
    session.run(renamed('One'))
    session.run(renamed('Two'))
    await vi.waitFor(() => expect(session.saving).toEqual({ state: 'saved', kept: 0 }), inTime)
    await vi.waitFor(() => expect(server.shot.name).toBe('Two'), inTime)
    expect(await waiting(id)).toBe(0)
  })

  const says = (status: number) => () => Response.json({ code: 'x', detail: `No: ${status}.` }, { status })
  const answers: [string, () => Response | Promise<Response>, 'gone' | 'away'][] = [
    ...[401, 403, 404, 408, 413, 429].map((status): [string, () => Response, 'gone'] => [
      `a refusal ${status}`,
      says(status),
      'gone',
    ]),
    ['a fault 500', says(500), 'away'],
    ['garbage', () => new Response('{"revision": 1, "outc'), 'away'],
    ['a page to sign in at', () => new Response('<!doctype html><title>Sign in</title>'), 'away'],
    ['an answer without outcomes', () => Response.json({ revision: 1, missed: [] }), 'away'],
    [
      'outcomes of other commands',
      () => Response.json({ revision: 1, missed: [], outcomes: [{ id: 'x', status: 'applied', revision: 1 }] }),
      'away',
    ],
    ['nothing but null', () => Response.json(null), 'away'],
    ['no answer at all', () => Promise.reject(new TypeError('Failed to fetch')), 'away'],
  ]
  it.each(answers)('%s: keeps the change, says so, and saves when the server is well again', async (_n, bad, state) => {
    server.instead = bad
    const { id, session, told } = await open()
    session.run(renamed('Kept'))
    await vi.waitFor(() => expect(session.saving).toEqual({ state, kept: 1 }), inTime)
    expect(await waiting(id)).toBe(1)
    await vi.waitFor(() => expect(server.sent.length).toBeGreaterThan(2), inTime)
    // Told once, however often it is tried.
    expect(told).toHaveLength(state === 'gone' ? 1 : 0)
    server.instead = null
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    expect([server.shot.name, await waiting(id)]).toEqual(['Kept', 0])
  })

  it('tries again with growing pauses, also while more is done', async () => {
    server.instead = says(500)
    const { session } = await open()
    const at: number[] = []
    const first = server.instead
    server.instead = commands => {
      at.push(performance.now())
      return first(commands)
    }
    for (let i = 0; i < 60; i++) {
      session.run(renamed(`Name ${i}`))
      await new Promise(r => setTimeout(r, 100))
    }
    // At once, and after pauses of 25, 50, 100, 150 ms: not for each of sixty changes in 300 ms.
    expect(at.length).toBeLessThan(8)
    const pauses = at.slice(1).map((t, i) => t - at[i]!)
    for (const [i, least] of [20, 40, 80].entries())
      if (pauses[i] !== undefined) expect(pauses[i]).toBeGreaterThan(least)
    expect(session.saving.kept).toBe(60)
  })

  it('is not put off by a stream of revisions that fails again and again', async () => {
    server.instead = says(500)
    const { session } = await open()
    session.run(renamed('Kept'))
    const failing = setInterval(() => Stream.last!.onerror!(), 4)
    try {
      await vi.waitFor(() => expect(server.sent.length).toBeGreaterThan(3), inTime)
      server.instead = null
      await vi.waitFor(() => expect(server.shot.name).toBe('Kept'), inTime)
    } finally {
      clearInterval(failing)
    }
  }, 20_000)

  it('of more than goes into one request goes in several', async () => {
    const { id, session } = await open()
    server.instead = () => Response.json({}, { status: 503 })
    // As when many large vector drawings are brought in: half a megabyte each, six in all.
    for (let i = 0; i < 12; i++) {
      const strokes = Array.from({ length: 5000 }, (_, k) => ({ id: `s${i}-${k}`, hash: 'a'.repeat(64) }))
      const drawing = { id: `big${i}`, number: `b${i}`, role: 'key' as const, content: { poses: {}, strokes } }
      expect(session.run({ name: 'drawing.add', args: { stack: STACK, drawing } }).ok).toBe(true)
    }
    await vi.waitFor(async () => expect(await waiting(id)).toBe(12), inTime)
    server.instead = null
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), { timeout: 20_000, interval: 50 })
    expect(await waiting(id)).toBe(0)
    for (const batch of server.sent) expect(JSON.stringify(batch).length).toBeLessThan(4_100_000)
    expect(server.sent.filter(batch => batch.length > 1).length).toBeGreaterThan(1)
    expect(drawn(server.shot).big11!.content.strokes).toHaveLength(5000)
  }, 30_000)

  it('a change that is larger than can be sent is refused before it is done', async () => {
    const { session, told } = await open()
    const before = session.shot
    const strokes = Array.from({ length: 500 }, (_, k) => ({ id: `s${k}`, hash: 'a'.repeat(64) }))
    const drafts: Draft[] = Array.from({ length: 400 }, (_, i) => ({
      name: 'stroke.add',
      args: { stack: STACK, drawing: 'd1', strokes: strokes.map(s => ({ ...s, id: `${s.id}-${i}` })) },
    }))
    expect(session.run(...drafts).ok).toBe(false)
    expect(told.map(t => t.message)).toEqual(['This is too much for one change. Do it in several.'])
    expect(session.shot).toBe(before)
  })

  it('takes up what the window before could not send', async () => {
    server.instead = says(500)
    const first = await open()
    first.session.run(renamed('Left behind'))
    await vi.waitFor(async () => expect(await waiting(first.id)).toBe(1), inTime)
    first.session.close()
    server.instead = null
    const { session } = await open(first.id)
    expect(session.shot.name).toBe('Left behind')
    await vi.waitFor(() => expect(server.shot.name).toBe('Left behind'), inTime)
    await vi.waitFor(() => expect(session.undoLabel).not.toBeNull(), inTime)
  })

  it('hears what another window did', async () => {
    const { session } = await open()
    server.commit(0, [{ id: 'other-00001', schema: 4, name: 'shot.set', args: { name: 'From there' } } as Command])
    Stream.last!.onmessage!({ data: '1' })
    await vi.waitFor(() => expect(session.shot.name).toBe('From there'), inTime)
  })
})
