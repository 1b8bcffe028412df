import fc from 'fast-check'
import { expect, it } from 'vitest'
import { spreadApart } from './spread'

it('labels stand apart, in order, above the end, and where they want to where there is room', () => {
  expect(spreadApart([10, 11, 40], 8, 100)).toEqual([10, 18, 40])
  expect(spreadApart([90, 95, 99], 8, 100)).toEqual([84, 92, 100])
  const places = fc
    .array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 10 })
    .map(a => a.sort((x, y) => x - y))
  fc.assert(
    fc.property(places, wanted => {
      const out = spreadApart(wanted, 8, 100)
      out.slice(1).forEach((y, i) => expect(y - out[i]!).toBeGreaterThanOrEqual(8 - 1e-9))
      for (const y of out) expect(y).toBeLessThanOrEqual(100)
    }),
  )
})
