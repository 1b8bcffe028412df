import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Wanted } from './wanted'

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

it('what is wanted in one go comes by one request, each once', async () => {
  const asked: string[][] = []
  let come = 0
  const wanted = new Wanted(
    async hashes => void asked.push(hashes),
    () => {
      come += 1
    },
  )
  for (const h of ['a', 'b', 'a']) wanted.want(h)
  await vi.advanceTimersByTimeAsync(1)
  wanted.want('b')
  await vi.advanceTimersByTimeAsync(1)
  expect([asked, come]).toEqual([[['a', 'b']], 1])
})
it('after a failure they can be asked for again', async () => {
  let tries = 0
  const wanted = new Wanted(
    async () => {
      tries += 1
      throw new Error('away')
    },
    () => {},
  )
  wanted.want('a')
  await vi.advanceTimersByTimeAsync(1)
  wanted.want('a')
  await vi.advanceTimersByTimeAsync(10)
  expect(tries).toBe(1)
  await vi.advanceTimersByTimeAsync(4000)
  wanted.want('a')
  await vi.advanceTimersByTimeAsync(1)
  expect(tries).toBe(2)
})
it('many come in batches', async () => {
  const sizes: number[] = []
  const wanted = new Wanted(
    async hashes => void sizes.push(hashes.length),
    () => {},
  )
  await wanted.fetch(Array.from({ length: 2500 }, (_, i) => String(i)))
  expect(sizes).toEqual([1000, 1000, 500])
})
