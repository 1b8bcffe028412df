import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Draft } from '#core/commands'
import { drawn, exposures, runOn, STACK, where } from '#core/commands/fixture.test-helper'
import { browserStore } from './browser-store'
import { inTime, renamed, Stream, withServer, waiting } from './session.test-helper'

const { here, open } = withServer()

describe('a window that is closed at once', () => {
  const kept = new Map<string, string>()
  beforeEach(() => {
    kept.clear()
    const place = {
      setItem: (k: string, v: string) => kept.set(k, v),
      getItem: (k: string) => kept.get(k) ?? null,
      removeItem: (k: string) => kept.delete(k),
    }
    const keys = {
      ownKeys: () => [...kept.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    }
    vi.stubGlobal('localStorage', new Proxy(place, keys))
  })
  const stroke = { schema: 1 as const, colour: '#000000', width: 2, pressure: true, points: [0, 0, 0.5, 9, 9, 0.5] }

  it('has written down the change, its stroke and its undo step', async () => {
    here.server.instead = () => Response.json({}, { status: 503 })
    const first = await open()
    const hash = first.session.strokes.add(stroke)
    first.session.run({ name: 'stroke.add', args: { stack: STACK, drawing: 'd1', strokes: [{ id: 's1', hash }] } })
    // Nothing else of this window runs: what its store gets is thrown away.
    const left = new Map(kept)
    expect(left.size).toBe(1)
    first.session.close()
    await new Promise(r => setTimeout(r, 400))
    await browserStore.dropWaiting(first.id, new Set((await browserStore.waiting(first.id)).map(w => w.command.id)))
    await browserStore.dropUndoSteps(first.id, new Set((await browserStore.undoSteps(first.id)).map(s => s.id)))
    await browserStore.dropStrokes([hash])
    for (const [k, v] of left) kept.set(k, v)
    here.server.instead = null
    const next = await open(first.id)
    expect(drawn(next.session.shot).d1!.content.strokes.map(s => s.hash)).toEqual([hash])
    expect(next.session.strokes.has(hash)).toBe(true)
    expect(next.session.undoLabel).toBe('Draw on 1')
    await vi.waitFor(() => expect(drawn(here.server.shot).d1!.content.strokes).toHaveLength(1), inTime)
    await vi.waitFor(() => expect([kept.size, here.server.strokes.length]).toEqual([0, 1]), inTime)
  })
  it('crosses out what the store has', async () => {
    const { session } = await open()
    session.run(renamed('Stored'))
    expect(kept.size).toBe(1)
    await vi.waitFor(() => expect(kept.size).toBe(0), inTime)
    expect(session.shot.name).toBe('Stored')
  })
})

describe('without a store in the browser', () => {
  it('opens, says what that means once, sends all the same, and tells what only this window has', async () => {
    const broken = () => Promise.reject(new Error('blocked'))
    const spies = Object.keys(browserStore).map(name => vi.spyOn(browserStore, name as 'setAside'))
    for (const spy of spies) spy.mockImplementation(broken)
    here.server.instead = () => Response.json({}, { status: 503 })
    const { session, told } = await open()
    session.run(renamed('Only here'))
    session.run({ name: 'shot.set', args: { length: 66 } })
    await vi.waitFor(() => expect(session.saving).toEqual({ state: 'away', kept: 2, onlyHere: 2, aside: 0 }), inTime)
    session.undo()
    expect(session.shot.length).toBe(48)
    here.server.instead = null
    await vi.waitFor(() => expect(session.saving).toEqual({ state: 'saved', kept: 0, onlyHere: 0, aside: 0 }), inTime)
    expect([here.server.shot.name, here.server.shot.length]).toEqual(['Only here', 48])
    expect(told.map(t => t.message)).toEqual([expect.stringMatching(/^This browser keeps nothing/)])
    for (const spy of spies) spy.mockRestore()
  })
})

describe('strokes that are kept in the browser', () => {
  const stroke = (x: number) => ({
    schema: 1 as const,
    colour: '#000000',
    width: 2,
    pressure: true,
    points: [x, 0, 0.5, 9, x, 0.5],
  })
  it('go when all is sent, also those that no command named, but not those that another shot waits to name', async () => {
    const { session } = await open()
    const [named, unnamed, elsewhere] = [stroke(1), stroke(2), stroke(3)].map(s => session.strokes.add(s))
    const add = (hash: string): Draft => ({
      name: 'stroke.add',
      args: { stack: STACK, drawing: 'd1', strokes: [{ id: 's1', hash }] },
    })
    await browserStore.addWaiting('another-shot', [{ id: 'waits-0001', schema: 5, ...add(elsewhere!) }] as never)
    session.run(add(named!))
    const kept = async () =>
      (await browserStore.keptStrokes()).map(k => k.hash).filter(h => [named, unnamed, elsewhere].includes(h))
    await vi.waitFor(async () => expect(await kept()).toEqual([elsewhere]), inTime)
    expect(here.server.strokes).toHaveLength(3)
    await browserStore.dropWaiting('another-shot', new Set(['waits-0001']))
  })
})

describe('two windows of one browser', () => {
  it('what the other window sent is told as saved here when it is heard', async () => {
    const last = new Map<string, Promise<void>>()
    const request = (name: string, work: () => Promise<void>) => {
      last.set(name, (last.get(name) ?? Promise.resolve()).then(work, work))
      return last.get(name)
    }
    vi.stubGlobal('navigator', { locks: { request } })
    const { id, session: a, shown } = await open()
    const { session: b } = await open(id)
    // The other window is sending when this one does something: it sends both.
    let answer = () => {}
    here.server.instead = async commands => {
      here.server.instead = null
      await new Promise<void>(done => (answer = done))
      return here.server.commit(0, commands)
    }
    b.run(renamed('There'))
    await vi.waitFor(() => expect(here.server.sent).toHaveLength(1), inTime)
    a.run({ name: 'shot.set', args: { length: 60 } })
    await vi.waitFor(async () => expect(await waiting(id)).toBe(2), inTime)
    answer()
    await vi.waitFor(() => expect(here.server.journal).toHaveLength(2), inTime)
    // Nothing is left to be sent here, and what was sent has not been heard of.
    await vi.waitFor(async () => expect([await waiting(id), a.saving.kept]).toEqual([0, 1]), inTime)
    await new Promise(done => setTimeout(done, 1000))
    for (const stream of Stream.all) stream.onmessage?.({ data: `${id} 2` })
    await vi.waitFor(() => expect(a.saving.state).toBe('saved'), inTime)
    expect(shown.saving).toEqual({ state: 'saved', kept: 0, onlyHere: 0, aside: 0 })
  })

  const longer = (by: number): Draft => ({
    name: 'run.push',
    args: { ...where, run: runOn(here.server.shot, '1'), delta: by },
  })
  it('on one exposure: all their undos work, one after another', async () => {
    const { id, session: a, told: toldA } = await open()
    const { session: b, told } = await open(id)
    const start = exposures(here.server.shot)
    // Each before it has heard of the other's.
    for (let i = 0; i < 3; i++) {
      a.run(longer(1))
      b.run(longer(2))
    }
    const settled = () => {
      for (const s of [a, b]) expect(s.saving.state).toBe('saved')
      expect(here.server.journal).toHaveLength(6)
    }
    await vi.waitFor(settled, inTime)
    // Both hear of everything.
    for (const stream of Stream.all) stream.onmessage?.({ data: `${id} 6` })
    await vi.waitFor(() => expect(exposures(a.shot)).toBe(exposures(here.server.shot)), inTime)
    await vi.waitFor(() => expect(exposures(b.shot)).toBe(exposures(here.server.shot)), inTime)
    expect(exposures(here.server.shot)).not.toBe(start)
    await vi.waitFor(() => expect(a.undoLabel).not.toBeNull(), inTime)
    for (let i = 0; i < 6; i++) {
      const one = i % 2 ? a : b
      const before = here.server.journal.length
      one.undo()
      await vi.waitFor(() => expect(here.server.journal.length).toBe(before + 1), inTime)
      for (const stream of Stream.all) stream.onmessage?.({ data: `${id} ${before + 1}` })
      await vi.waitFor(() => expect(exposures(a.shot) === exposures(b.shot)).toBe(true), inTime)
      await new Promise(r => setTimeout(r, 1000))
    }
    expect([...told, ...toldA]).toEqual([])
    expect(exposures(here.server.shot)).toBe(start)
  }, 30_000)
})
