import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dividedSteps, placeName, resample, roomFor, sameSpacing, spread } from '.'

const halves = (slow: 'first' | 'second' | 'both', n: number) => spread({ family: 'halves', slow }, n)

describe('halves', () => {
  // Common practice: key on 1, breakdown on 13, key on 25, on threes: 10 lies halfway between 1 and 13, 7 between 1 and
  // 10,
  // 4 between 1 and 7; mirrored on the other side.
  it('puts 4, 7, 10 at 1/8, 1/4, 1/2 and mirrors them into the last', () => {
    expect(roomFor(1, 13, 3)).toBe(3)
    expect(halves('first', 3)).toEqual([1 / 8, 1 / 4, 1 / 2])
    expect(halves('second', 3)).toEqual([1 / 2, 3 / 4, 7 / 8])
  })
  it('at both ends: 1/4 3/4, the same as even for three, 1/16 … 15/16 for seven', () => {
    expect(halves('both', 2)).toEqual([1 / 4, 3 / 4])
    expect(halves('both', 3)).toEqual(spread({ family: 'even' }, 3))
    expect(halves('both', 7)).toEqual([1, 2, 4, 8, 12, 14, 15].map(k => k / 16))
  })
  it('divides by thirds with the same rule: 1/6 1/2 5/6', () => {
    let sum = 0
    const ticks = dividedSteps(3, 'both', 1 / 3)
      .slice(0, -1)
      .map(s => (sum += s))
    ;[1 / 6, 1 / 2, 5 / 6].forEach((u, i) => expect(ticks[i]).toBeCloseTo(u, 12))
  })
  // Common practice: wedging n times puts drawings at 1/2, 1/4 … 1/2ⁿ of the way.
  it('agrees with wedging', () => {
    for (let n = 1; n <= 10; n++)
      expect(halves('first', n)).toEqual(Array.from({ length: n }, (_, i) => 1 / 2 ** (n - i)))
  })
  // Common practice: toward a pose, successive steps of an ease never grow.
  it('never takes a growing step toward a slow pose', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 47 }), fc.constantFrom('first', 'second', 'both'), (n, slow) => {
        const steps = dividedSteps(n, slow as 'first', 1 / 2)
        expect(steps.reduce((a, b) => a + b)).toBeCloseTo(1, 12)
        const half = Math.ceil(steps.length / 2)
        const leaving = slow === 'second' ? [] : slow === 'first' ? steps : steps.slice(0, half)
        const reaching = slow === 'first' ? [] : slow === 'second' ? steps : steps.slice(-half)
        leaving.slice(1).forEach((s, i) => expect(s).toBeGreaterThanOrEqual(leaving[i]! - 1e-15))
        reaching.slice(1).forEach((s, i) => expect(s).toBeLessThanOrEqual(reaching[i]! + 1e-15))
      }),
    )
  })
})

it('keeps the shape of a free chart when its number changes', () => {
  expect(resample([0.1, 0.2, 0.9], 3)).toEqual([0.1, 0.2, 0.9])
  expect(resample([0.5], 3)).toEqual([0.25, 0.5, 0.75])
  expect(sameSpacing(spread({ family: 'free' }, 3, { current: [0.5] }), [0.25, 0.5, 0.75])).toBe(true)
})
// Common practice: (b − a)/s − 1 in-betweens.
it.each([
  [1, 13, 2, 5],
  [1, 13, 3, 3],
  [1, 2, 1, 0],
  [1, 9, 1, 7],
  [1, 10, 2, 4],
])('from %d to %d on step %d there is room for %d', (a, b, s, n) => expect(roomFor(a, b, s)).toBe(n))
it('names places as an in-betweener would', () => {
  expect([1 / 8, 0.5, 2 / 3, 0.12, 1.1].map(placeName)).toEqual(['1/8', '1/2', '2/3', '12 %', '110 %'])
})
