import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { tell, useMessages } from './messages'

beforeEach(() => {
  vi.useFakeTimers()
  setActivePinia(createPinia())
})
const shown = () => {
  const { current } = useMessages()
  return current && [current.text, current.times]
}

describe('messages', () => {
  it('stand until they have been read, longer where they offer something', () => {
    tell('Copied.')
    vi.advanceTimersByTime(8_000)
    expect(shown()).toEqual(['Copied.', 1])
    vi.advanceTimersByTime(2_000)
    expect(shown()).toBeNull()
    tell('Pose 13 was deleted.', { offers: [{ label: 'Undo', do: () => undefined }] })
    vi.advanceTimersByTime(14_000)
    expect(shown()).toEqual(['Pose 13 was deleted.', 1])
  })
  it('count up instead of stacking, and keep those before them', () => {
    const messages = useMessages()
    tell('The column is locked.')
    tell('The column is locked.')
    tell('The column is locked.')
    expect([shown(), messages.earlier]).toEqual([['The column is locked.', 3], []])
    tell('Copied.')
    expect(messages.earlier.map(m => [m.text, m.times])).toEqual([['The column is locked.', 3]])
    for (let i = 0; i < 40; i++) tell(`Message ${i}`)
    expect(messages.earlier).toHaveLength(11)
  })
  it('do what they offer, once', () => {
    const undone = vi.fn()
    const messages = useMessages()
    tell('Pose 13 was deleted.', { offers: [{ label: 'Undo', do: undone }] })
    messages.take(messages.current!.offers![0]!)
    expect([undone.mock.calls.length, shown()]).toEqual([1, null])
  })
  it('that ask come back when another one has been told in between', () => {
    const messages = useMessages()
    const answered = vi.fn()
    tell('Off its path?', { asks: 'off-path', offers: [{ label: 'Leave it', do: answered }] })
    tell('Copied.')
    expect(shown()).toEqual(['Copied.', 1])
    vi.advanceTimersByTime(10_000)
    expect(shown()).toEqual(['Off its path?', 1])
    tell('Off its path?', { asks: 'off-path' })
    expect(messages.earlier.map(m => m.text)).toEqual(['Copied.'])
    messages.withdraw('off-path')
    expect(shown()).toBeNull()
  })
  it('that ask stand until they are answered, closed or taken back', () => {
    const closed = vi.fn()
    const messages = useMessages()
    const ask = () => tell('Off its path. Make 9 a breakdown here?', { asks: 'off-path', closed })
    ask()
    vi.advanceTimersByTime(60_000)
    expect(shown()).not.toBeNull()
    messages.close()
    expect([closed.mock.calls.length, shown()]).toEqual([1, null])
    ask()
    messages.withdraw('off-path')
    expect([closed.mock.calls.length, shown(), messages.earlier]).toEqual([1, null, []])
  })
})
