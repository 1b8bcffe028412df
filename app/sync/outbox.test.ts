import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Command } from '#core/commands'
import { SCHEMA } from '#core/document'
import { browserStore } from './browser-store'
import type { OutboxPort } from './outbox'
import { Outbox } from './outbox'
import { ServerAway, ServerRefusal } from './server'

let count = 0
const named = (id: string): Command => ({ id, schema: SCHEMA, name: 'shot.set', args: { name: id } })
const refusal = (status: number, code = 'bad-input') => new ServerRefusal(status, code, `No: ${status}.`)

beforeEach(() => {
  const { setTimeout } = globalThis
  vi.stubGlobal('setTimeout', (work: () => void, ms: number) => setTimeout(work, ms / 50))
})
afterEach(() => vi.unstubAllGlobals())

/** An outbox and what came of it; `bad` says which commands cannot be delivered, and why. */
function outbox(bad: (id: string) => Error | null = () => null, order: string[] = []) {
  const shot = `outbox-${count++}`
  const sent: string[][] = []
  const told: string[] = []
  const port: OutboxPort = {
    deliver: commands => {
      sent.push(commands.map(c => c.id))
      const fault = commands.map(c => bad(c.id)).find(Boolean)
      return fault ? Promise.reject(fault) : Promise.resolve()
    },
    aside: ({ id }, reason) => Promise.resolve(void told.push(`aside ${id}: ${reason}`)),
    sent: () => Promise.resolve(),
    refused: reason => told.push(reason),
    order: () => order,
    changed: () => {},
  }
  return { shot, sent, told, box: new Outbox(shot, port) }
}

describe('what waits', () => {
  it('goes oldest first, and is nowhere afterwards', async () => {
    const { shot, sent, box } = outbox()
    await browserStore.addWaiting(shot, [named('a'), named('b')])
    box.add(named('c'), 'here')
    expect([box.onlyHere, box.state]).toEqual([1, 'saving'])
    await box.send()
    expect(sent).toEqual([['a', 'b', 'c']])
    expect([box.onlyHere, box.state, await browserStore.waiting(shot)]).toEqual([0, 'saved', []])
  })

  it.each([400, 413, 422])(
    'of which one is refused for good (%i) sends all others, and names that one',
    async status => {
      const { shot, sent, told, box } = outbox(id => (id === 'c' ? refusal(status) : null))
      await browserStore.addWaiting(shot, ['a', 'b', 'c', 'd', 'e'].map(named))
      await box.send()
      expect(told).toEqual([`aside c: No: ${status}.`])
      expect(sent.filter(batch => !batch.includes('c')).flat()).toEqual(['a', 'b', 'd', 'e'])
      expect([box.state, await browserStore.waiting(shot)]).toEqual(['saved', []])
    },
  )

  it.each([
    ['a sign-in', refusal(401)],
    ['another’s 400', refusal(400, 'refused')],
    ['a full queue', refusal(429)],
  ])('stays where %s may pass, and is told once', async (_name, fault) => {
    let ill = true
    const { shot, sent, told, box } = outbox(() => (ill ? fault : null))
    await browserStore.addWaiting(shot, [named('a')])
    await box.send()
    expect([box.state, (await browserStore.waiting(shot)).length]).toEqual(['gone', 1])
    await vi.waitFor(() => expect(sent.length).toBeGreaterThan(2), { timeout: 4000 })
    expect(told).toEqual([fault.message])
    ill = false
    await vi.waitFor(() => expect(box.state).toBe('saved'), { timeout: 4000 })
    box.close()
  })

  it('is sent also where the store cannot be read or written', async () => {
    const { sent, box } = outbox(undefined, ['a', 'b'])
    const broken = () => Promise.reject(new Error('blocked'))
    const spies = [vi.spyOn(browserStore, 'waiting'), vi.spyOn(browserStore, 'dropWaiting')]
    for (const spy of spies) (spy as ReturnType<typeof vi.fn>).mockImplementation(broken)
    box.add(named('a'), 'here')
    box.add(named('b'), 'kept')
    expect(box.onlyHere).toBe(1)
    await box.send()
    expect([sent, box.state]).toEqual([[['a', 'b']], 'saved'])
    for (const spy of spies) spy.mockRestore()
  })

  it('goes in the order it was done, also when the older one could not be stored', async () => {
    const { shot, sent, box } = outbox(undefined, ['a', 'b'])
    await browserStore.addWaiting(shot, [named('other'), named('b')])
    box.add(named('a'), 'here')
    await box.send()
    expect(sent).toEqual([['other', 'a', 'b']])
  })

  it('twice in the store (two windows took it up) goes once', async () => {
    const { shot, sent, box } = outbox()
    await browserStore.addWaiting(shot, [named('a'), named('a')])
    await box.send()
    expect([sent, await browserStore.waiting(shot)]).toEqual([[['a']], []])
  })

  it('of an older form is brought to the newest', async () => {
    const { shot, box } = outbox()
    const args = { plan: 'p', column: 'c', lead: 'l' }
    await browserStore.addWaiting(shot, [{ id: 'old', schema: 4, name: 'column.lead', args } as unknown as Command])
    expect(await box.waiting()).toEqual([
      { id: 'old', schema: SCHEMA, name: 'column.lineup', args: { plan: 'p', column: 'c', leader: 'l' } },
    ])
  })

  it('a server that is away is no refusal', async () => {
    const { shot, told, box } = outbox(() => new ServerAway('gone fishing'))
    await browserStore.addWaiting(shot, [named('a')])
    await box.send()
    expect([box.state, told]).toEqual(['away', []])
    box.close()
  })

  it('that comes just as the last sending ends is sent as well', async () => {
    const { shot, sent, box } = outbox()
    let late = true
    const usual = browserStore.waiting
    const spy = vi.spyOn(browserStore, 'waiting').mockImplementation(async id => {
      const list = await usual(id)
      // Stored right behind this look, which finds nothing; the outbox is told while it still ends.
      if (!list.length && late) {
        late = false
        await browserStore.addWaiting(shot, [named('late')])
        box.sendSoon()
      }
      return list
    })
    await browserStore.addWaiting(shot, [named('a')])
    await box.send()
    await vi.waitFor(() => expect(sent).toEqual([['a'], ['late']]), { timeout: 4000 })
    spy.mockRestore()
  })

  it('what was sent before it was stored does not wait again when it is', async () => {
    const { shot, sent, box } = outbox(undefined, ['a'])
    box.add(named('a'), 'here')
    await box.send()
    await browserStore.addWaiting(shot, [named('a')])
    expect(await box.waiting()).toEqual([])
    box.stored('a')
    await vi.waitFor(async () => expect(await browserStore.waiting(shot)).toEqual([]))
    await box.send()
    expect(sent).toEqual([['a']])
  })
})
