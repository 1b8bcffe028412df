import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rate } from '../time'
import { hundredths, shownTimes } from './gif-times'

const rates = fc.constantFrom(rate(24), rate(24_000, 1001), rate(12), rate(25), rate(30_000, 1001), rate(60))

describe('times of a GIF', () => {
  // A frame at 24 lasts 4.1666… hundredths: 4, 4, 5 (8.33, 12.5 and 16.67 are rounded to 8, 13 and 17).
  it('carry their rounding from picture to picture', () => {
    expect(hundredths([1, 1, 1, 1, 1, 1], rate(24))).toEqual([4, 4, 5, 4, 4, 4])
    expect(hundredths([2, 2, 12], rate(24))).toEqual([8, 9, 50])
  })
  it('are never off by more than half a hundredth, however many pictures there are', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 48 }), { minLength: 1, maxLength: 400 }), rates, (frames, r) => {
        let [shown, passed] = [0, 0]
        hundredths(frames, r).forEach((time, i) => {
          shown += time
          passed += frames[i]!
          expect(Math.abs(shown - (100 * passed * r.den) / r.num)).toBeLessThanOrEqual(0.5 + 1e-9)
        })
      }),
    )
  })
  // GIF89a: the delay is two bytes.
  it('that two bytes cannot tell are told in several', () => {
    expect(shownTimes([10, 70_000, 65_535, 0])).toEqual([
      { picture: 0, time: 10 },
      { picture: 1, time: 65_535 },
      { picture: 1, time: 4465 },
      { picture: 2, time: 65_535 },
      { picture: 3, time: 0 },
    ])
  })
})
