import { describe, expect, it, vi } from 'vitest'
import type { Command, Draft } from '#core/commands'
import { applyCommand } from '#core/commands'
import { documentHash } from '#core/document'
import { drawn, posedShot, STACK } from '#core/commands/fixture.test-helper'
import { inTime, renamed, Stream, waiting, withServer } from './session.test-helper'

const { here, open } = withServer()

describe('saving', () => {
  it('sends what is done, in order, and takes it off what waits', async () => {
    const { id, session } = await open()
    session.run(renamed('One'))
    session.run(renamed('Two'))
    await vi.waitFor(() => expect(session.saving).toEqual({ state: 'saved', kept: 0, onlyHere: 0, aside: 0 }), inTime)
    await vi.waitFor(() => expect(here.server.shot.name).toBe('Two'), inTime)
    await vi.waitFor(async () => expect(await waiting(id)).toBe(0), inTime)
  })

  const says = (status: number) => () => Response.json({ code: 'x', detail: `No: ${status}.` }, { status })
  const answers: [string, () => Response | Promise<Response>, 'gone' | 'away'][] = [
    ...[401, 403, 404, 408, 429].map((status): [string, () => Response, 'gone'] => [
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
    here.server.instead = bad
    const { id, session, told } = await open()
    session.run(renamed('Kept'))
    await vi.waitFor(() => expect(session.saving).toEqual({ state, kept: 1, onlyHere: 0, aside: 0 }), inTime)
    expect(await waiting(id)).toBe(1)
    await vi.waitFor(() => expect(here.server.sent.length).toBeGreaterThan(2), inTime)
    // Told once, however often it is tried.
    expect(told).toHaveLength(state === 'gone' ? 1 : 0)
    here.server.instead = null
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    expect([here.server.shot.name, await waiting(id)]).toEqual(['Kept', 0])
  })

  it('gives up a request that has no answer after the stated time, and sends it again', async () => {
    const { timeout } = AbortSignal
    const asked: number[] = []
    vi.spyOn(AbortSignal, 'timeout').mockImplementation(ms => {
      asked.push(ms)
      return timeout.call(AbortSignal, ms / 1000)
    })
    try {
      const { session } = await open()
      here.server.silent = true
      session.run(renamed('Kept'))
      await vi.waitFor(() => expect(session.saving).toMatchObject({ state: 'away', kept: 1 }), inTime)
      expect(Math.max(...asked)).toBe(120_000)
      here.server.silent = false
      await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
      expect(here.server.shot.name).toBe('Kept')
    } finally {
      vi.restoreAllMocks()
    }
  })

  it('tries again with growing pauses, also while more is done', async () => {
    here.server.instead = says(500)
    const { session } = await open()
    const at: number[] = []
    const first = here.server.instead
    here.server.instead = commands => {
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
    here.server.instead = says(500)
    const { session } = await open()
    session.run(renamed('Kept'))
    const failing = setInterval(() => Stream.last!.onerror!(), 4)
    try {
      await vi.waitFor(() => expect(here.server.sent.length).toBeGreaterThan(3), inTime)
      here.server.instead = null
      await vi.waitFor(() => expect(here.server.shot.name).toBe('Kept'), inTime)
    } finally {
      clearInterval(failing)
    }
  }, 20_000)

  it('of more than goes into one request goes in several', async () => {
    const { id, session } = await open()
    here.server.instead = () => Response.json({}, { status: 503 })
    // As when many large vector drawings are brought in: half a megabyte each, six in all.
    for (let i = 0; i < 12; i++) {
      const strokes = Array.from({ length: 5000 }, (_, k) => ({ id: `s${i}-${k}`, hash: 'a'.repeat(64) }))
      const drawing = { id: `big${i}`, number: `b${i}`, role: 'key' as const, content: { poses: {}, strokes } }
      expect(session.run({ name: 'drawing.add', args: { stack: STACK, drawing } }).ok).toBe(true)
    }
    await vi.waitFor(async () => expect(await waiting(id)).toBe(12), inTime)
    here.server.instead = null
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), { timeout: 20_000, interval: 50 })
    expect(await waiting(id)).toBe(0)
    for (const batch of here.server.sent) expect(JSON.stringify(batch).length).toBeLessThan(4_100_000)
    expect(here.server.sent.filter(batch => batch.length > 1).length).toBeGreaterThan(1)
    expect(drawn(here.server.shot).big11!.content.strokes).toHaveLength(5000)
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
    here.server.instead = says(500)
    const first = await open()
    first.session.run(renamed('Left behind'))
    await vi.waitFor(async () => expect(await waiting(first.id)).toBe(1), inTime)
    first.session.close()
    here.server.instead = null
    const { session } = await open(first.id)
    expect(session.shot.name).toBe('Left behind')
    await vi.waitFor(() => expect(here.server.shot.name).toBe('Left behind'), inTime)
    await vi.waitFor(() => expect(session.undoLabel).not.toBeNull(), inTime)
  })

  it('hears what another window did', async () => {
    const { id, session } = await open()
    here.server.commit(0, [{ id: 'other-00001', schema: 5, name: 'shot.set', args: { name: 'From there' } } as Command])
    Stream.last!.onmessage!({ data: `${id} 1` })
    await vi.waitFor(() => expect(session.shot.name).toBe('From there'), inTime)
  })

  /** Another shot is put in the place of the stored one, under the same id, with fewer changes. */
  const putBack = (): void => {
    const made = applyCommand(posedShot(), { id: 'put-back-1', schema: 5, ...renamed('Put back') } as Command)
    if (made.ok) here.server.shot = made.shot
    here.server.journal = []
    here.server.incarnation = 'second'
  }
  it('hears that the shot was put back from elsewhere, and loads it', async () => {
    const { id, session, told } = await open()
    session.run(renamed('Mine'))
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    putBack()
    Stream.last!.onmessage!({ data: `${id} 0 second` })
    await vi.waitFor(() => expect(session.shot.name).toBe('Put back'), inTime)
    expect(told.map(t => t.message)).toEqual([expect.stringMatching(/was put back from elsewhere/)])
    // What was done to the one that is gone is nothing to be undone here.
    expect(session.undoLabel).toBeNull()
    // From there on it follows the new one.
    session.run({ name: 'shot.set', args: { length: 60 } })
    await vi.waitFor(() => expect([here.server.shot.name, here.server.shot.length]).toEqual(['Put back', 60]), inTime)
  })
  it('sent to a shot that was put back, at the same revision: loads it, and what waits is done there', async () => {
    const { session } = await open()
    putBack()
    session.run({ name: 'shot.set', args: { length: 60 } })
    await vi.waitFor(() => expect([session.shot.name, session.shot.length]).toEqual(['Put back', 60]), inTime)
    await vi.waitFor(() => expect([here.server.shot.name, here.server.shot.length]).toEqual(['Put back', 60]), inTime)
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
  })

  it('sets aside what is refused for good, names it, and saves the rest', async () => {
    const { id, session, told } = await open()
    const usual = here.server.instead
    here.server.instead = commands =>
      JSON.stringify(commands).includes('"Bad"')
        ? Response.json({ type: 'urn:fintro:bad-input', code: 'bad-input', detail: 'Not so.' }, { status: 400 })
        : here.server.commit(here.server.journal.length, commands)
    session.run({ name: 'shot.set', args: { length: 60 } })
    session.run(renamed('Bad'))
    session.run({ name: 'shot.set', args: { paper: '#ffffff' } })
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    await vi.waitFor(() => expect([here.server.shot.length, here.server.shot.paper]).toEqual([60, '#ffffff']), inTime)
    expect([here.server.shot.name, session.shot.name, await waiting(id)]).toEqual(['Test', 'Test', 0])
    expect((await session.asides.all()).map(a => [a.command.args, a.reason])).toEqual([[{ name: 'Bad' }, 'Not so.']])
    expect(told.map(t => t.message)).toEqual([expect.stringMatching(/cannot be saved: Not so\.$/)])
    here.server.instead = usual
  })

  it('a window whose document differs loads it again, keeps what waits and says so', async () => {
    const { session, told } = await open()
    session.run(renamed('Here'))
    await vi.waitFor(() => expect(here.server.shot.name).toBe('Here'), inTime)
    // The server came to hold something else at the same revision.
    here.server.shot = { ...here.server.shot, paper: '#000000' }
    session.run({ name: 'shot.set', args: { length: 61 } })
    session.run({ name: 'shot.set', args: { length: 62 } })
    await vi.waitFor(() => expect(session.shot.paper).toBe('#000000'), inTime)
    await vi.waitFor(() => expect(here.server.shot.length).toBe(62), inTime)
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    expect([session.shot.length, told.length]).toEqual([62, 1])
    expect(told[0]!.message).toMatch(/has loaded it again/)
  })

  it('what is done while the shot is loaded again comes behind what waited', async () => {
    const { session } = await open()
    here.server.hash = () => 0
    session.run(renamed('One'))
    const usual = here.server.fetch
    vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
      const answer = await usual(url, init)
      // Just as the stored shot is read: a change is made.
      if (!init?.method && !url.includes('/journal')) {
        session.run({ name: 'shot.set', args: { length: 70 } })
        here.server.hash = () => documentHash(here.server.shot)
      }
      return answer
    })
    await vi.waitFor(() => expect(here.server.shot.length).toBe(70), inTime)
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    expect([session.shot.name, session.shot.length]).toEqual(['One', 70])
  })

  it('a window that is ahead of the stored shot loads it again', async () => {
    const { session } = await open()
    session.run(renamed('One'))
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    // A copy of the database from before was brought back.
    here.server.shot = posedShot()
    here.server.journal = []
    let ahead = true
    here.server.instead = commands => {
      if (!ahead) return here.server.commit(0, commands)
      ahead = false
      return Response.json({ type: 'urn:fintro:ahead', code: 'ahead', detail: 'Ahead.' }, { status: 409 })
    }
    session.run({ name: 'shot.set', args: { length: 80 } })
    await vi.waitFor(() => expect(here.server.shot.length).toBe(80), inTime)
    await vi.waitFor(() => expect(session.saving.state).toBe('saved'), inTime)
    expect([session.shot.length, session.shot.name]).toEqual([80, here.server.shot.name])
  })
})
