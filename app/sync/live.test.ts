import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { LiveRevisions } from './live'
import type { At } from './server'

/** A stream of the browser: it says what it is told to. */
class Stream {
  static CLOSED = 2
  static open: Stream[] = []
  onmessage: ((e: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  constructor(readonly url: string) {
    Stream.open.push(this)
  }
  close() {
    this.readyState = 2
    Stream.open = Stream.open.filter(s => s !== this)
  }
}

/** Locks of a browser: one holder at a time, the others wait. */
function locks() {
  let last: Promise<unknown> = Promise.resolve()
  return { request: (_name: string, work: () => Promise<void>) => (last = last.then(work, work)) }
}

let windows: LiveRevisions[]
beforeEach(() => {
  windows = []
  Stream.open = []
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('navigator', { locks: locks() })
})
afterEach(() => {
  for (const w of windows) w.close()
  vi.unstubAllGlobals()
})

function inWindow(name: string, shot: string) {
  const heard: string[] = []
  const hear = ({ revision, incarnation }: At) => heard.push(`${revision} ${incarnation}`)
  const live = new LiveRevisions(name, shot, { heard: hear, away: () => heard.push('away') })
  windows.push(live)
  return { heard, live }
}
const stream = () => Stream.open[0]!
const shotsOf = (s: Stream | undefined) => s?.url.match(/shot=[a-z]+/g)?.join(' ')
const soon = { timeout: 3000, interval: 10 }

describe('windows of one browser', () => {
  it('share one stream for all their shots, and each hears of its own', async () => {
    const all = ['a', 'b', 'a', 'c', 'd', 'e', 'f', 'g'].map((shot, i) => inWindow(`w${i}`, shot))
    const every = ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map(s => `shot=${s}`).join(' ')
    await vi.waitFor(() => expect(shotsOf(stream())).toBe(every), soon)
    expect(Stream.open).toHaveLength(1)
    stream().onmessage!({ data: 'a 7 x' })
    stream().onmessage!({ data: 'b 3 y' })
    await vi.waitFor(() => expect(all.slice(0, 3).map(w => w.heard)).toEqual([['7 x'], ['3 y'], ['7 x']]), soon)
    expect(all[4]!.heard).toEqual([])
  })

  it('the next one takes the stream when the one that has it goes', async () => {
    const [a, b] = [inWindow('w1', 'a'), inWindow('w2', 'b')]
    await vi.waitFor(() => expect(shotsOf(stream())).toBe('shot=a shot=b'), soon)
    a.live.close()
    await vi.waitFor(() => expect(Stream.open.map(shotsOf)).toEqual(['shot=b']), soon)
    stream().onmessage!({ data: 'b 9 y' })
    expect(b.heard).toEqual(['9 y'])
  })

  it('all hear that the server is away; a stream that ended with a fault is opened again', async () => {
    const [a, b] = [inWindow('w1', 'a'), inWindow('w2', 'a')]
    await vi.waitFor(() => expect(Stream.open).toHaveLength(1), soon)
    const first = stream()
    first.readyState = Stream.CLOSED
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    first.onerror!()
    expect(a.heard).toEqual(['away'])
    vi.advanceTimersByTime(3100)
    vi.useRealTimers()
    expect(stream()).not.toBe(first)
    await vi.waitFor(() => expect(b.heard).toEqual(['away']), soon)
  })

  it('without locks each has a stream of its own', async () => {
    vi.stubGlobal('navigator', {})
    inWindow('w1', 'a')
    inWindow('w2', 'b')
    await vi.waitFor(() => expect(Stream.open).toHaveLength(2), soon)
  })
})
