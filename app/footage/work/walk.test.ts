import { expect, it } from 'vitest'
import { timesOf } from './source'
import { Walk } from './walk'

/** Pictures a second apart; what was decoded, and what was closed, by their moments. */
function walk() {
  const starts = Array.from({ length: 120 }, (_, i) => i)
  const told = { begun: [] as number[], decoded: [] as number[], open: 0 }
  async function* begin(second: number) {
    told.begun.push(second)
    for (const timestamp of starts.slice(second)) {
      told.decoded.push(timestamp)
      told.open += 1
      yield { timestamp, close: () => void (told.open -= 1) }
    }
  }
  return { told, at: new Walk(begin, starts) }
}

it('decodes what is asked for in order once, and closes what it has left', async () => {
  const { told, at } = walk()
  const seen = []
  for (const second of [0.5, 1.5, 1.9, 2.5, 5]) seen.push((await at.at(second))?.timestamp)
  expect(seen).toEqual([0, 1, 1, 2, 5])
  expect([told.begun, told.decoded, told.open]).toEqual([[0], [0, 1, 2, 3, 4, 5], 1])
  await at.end()
  expect(told.open).toBe(0)
})

it('begins anew when it goes back or far ahead', async () => {
  const { told, at } = walk()
  for (const second of [10, 9, 110]) await at.at(second)
  expect([told.begun, told.open]).toEqual([[10, 9, 110], 1])
})

it('gives nothing where the pictures end before what is asked for', async () => {
  const none = new Walk(async function* () {}, [0, 1, 2])
  expect(await none.at(2)).toBeNull()
})

it('tells an uneven rate from times that were rounded to thousandths of a second', () => {
  const even = Array.from({ length: 48 }, (_, i) => Math.round((i / 24) * 1000) / 1000)
  expect(timesOf(even, 2)).toEqual({ frames: 48, rate: 24, varies: false })
  expect(timesOf([0, 0.04, 0.2, 0.24], 0.28).varies).toBe(true)
})
