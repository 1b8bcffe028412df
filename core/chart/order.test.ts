import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Division } from '.'
import { divisionAt, orderOfWork, spread } from '.'

const COST: Record<Division, number> = { half: 0, third: 1, favour: 2, other: 4, beyond: 0 }

/** The least total over every order in which the ticks can be drawn one after the other. */
function leastByTrying(ticks: readonly number[]): number {
  const row = [0, ...ticks, 1]
  const go = (there: readonly number[], left: readonly number[]): number => {
    if (!left.length) return 0
    return Math.min(
      ...left.map(k => {
        const before = Math.max(...there.filter(i => i < k))
        const after = Math.min(...there.filter(i => i > k))
        const share = row[after] === row[before] ? 0.5 : (row[k]! - row[before]!) / (row[after]! - row[before]!)
        return (
          COST[divisionAt(share, row[after]! - row[before]!)] +
          go(
            [...there, k],
            left.filter(i => i !== k),
          )
        )
      }),
    )
  }
  return go(
    [0, row.length - 1],
    ticks.map((_, i) => i + 1),
  )
}

const words = (ticks: readonly number[], numbers: readonly number[]) =>
  orderOfWork(ticks).map(
    t => `${numbers[t.tick + 1]} ${t.division} ${numbers[t.between[0] + 1]}–${numbers[t.between[1] + 1]}`,
  )

describe('the order of work', () => {
  // Common practice: key 1, breakdown 13, on threes by halves: 10 between 1 and 13, 7 between 1 and 10, 4 between 1 and
  // 7.
  it('of halves out of the first', () => {
    expect(words(spread({ family: 'halves', slow: 'first' }, 3), [1, 4, 7, 10, 13])).toEqual([
      '10 half 1–13',
      '7 half 1–10',
      '4 half 1–7',
    ])
  })
  // Common practice: first 9 between 1 and 17, then 5 between 1 and 9, then the rest.
  it('of even in-betweens goes by halves', () => {
    expect(words(spread({ family: 'even' }, 7), [1, 3, 5, 7, 9, 11, 13, 15, 17])).toEqual([
      '9 half 1–17',
      '5 half 1–9',
      '13 half 9–17',
      '3 half 1–5',
      '7 half 5–9',
      '11 half 9–13',
      '15 half 13–17',
    ])
  })
  it('names favours and thirds', () => {
    expect(words(spread({ family: 'favours', slow: 'both' }, 2), [1, 3, 5, 7])).toEqual([
      '3 favour 1–7',
      '5 favour 3–7',
    ])
    expect(words([1 / 3, 2 / 3], [1, 3, 5, 7])).toEqual(['3 third 1–7', '5 half 3–7'])
  })
  it('of two that cost the same takes the one nearest the middle of its gap, then the earlier', () => {
    // Neither is a half, a third or a favour, whichever comes first.
    expect(orderOfWork([0.42, 0.58]).map(t => t.tick)).toEqual([0, 1])
    expect(orderOfWork([0.58, 0.42]).map(t => t.tick)).toEqual([1, 0])
    expect(orderOfWork([0.4, 0.57]).map(t => t.tick)).toEqual([1, 0])
    expect(orderOfWork([0.43, 0.6]).map(t => t.tick)).toEqual([0, 1])
    // On the very same place: as they come.
    expect(orderOfWork([0.25, 0.25])[0]!.tick).toBe(0)
  })
  it('gives ticks beyond the poses from the nearer pose outward', () => {
    expect(orderOfWork([-0.2, -0.1, 0.5, 1.1, 1.2]).map(t => [t.tick, t.division])).toEqual([
      [2, 'half'],
      [1, 'beyond'],
      [0, 'beyond'],
      [3, 'beyond'],
      [4, 'beyond'],
    ])
  })
  it('costs no more than the best of all orders', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 47 }), { minLength: 1, maxLength: 7 }), places => {
        const ticks = [...places].sort((a, b) => a - b).map(k => k / 48)
        const total = orderOfWork(ticks).reduce((sum, t) => sum + COST[t.division], 0)
        expect(total).toBe(leastByTrying(ticks))
      }),
      { numRuns: 60 },
    )
  })
  it('draws each in-between once, between two that are there by then, and is the same every time', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -0.4, max: 1.4, noNaN: true }), { maxLength: 47 }), places => {
        const ticks = places
        const tasks = orderOfWork(ticks)
        const there = new Set([-1, ticks.length])
        for (const t of tasks) {
          expect(there.has(t.between[0]) && there.has(t.between[1])).toBe(true)
          expect(there.has(t.tick)).toBe(false)
          there.add(t.tick)
        }
        expect(tasks).toHaveLength(ticks.length)
        expect(orderOfWork(ticks)).toEqual(tasks)
      }),
    )
  })
})
it('a division counts as a half or a third within 2 % of its gap', () => {
  expect([0.5, 0.519, 0.521, 0.34, 0.66, 0.2, 0.16, 0.9].map(s => divisionAt(s))).toEqual([
    'half',
    'half',
    'other',
    'third',
    'third',
    'other',
    'favour',
    'favour',
  ])
  // Within a sixth of the whole span of a neighbour: 5/6 still is when 1/6 is there.
  expect([divisionAt(0.8, 5 / 6), divisionAt(0.8, 1), divisionAt(0.4, 0.2)]).toEqual(['favour', 'other', 'other'])
})
