import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rate } from './rate'
import { frameOfSample, momentOf, sampleAt, sampleOf, SOUND_CLOCK } from './samples'

describe('frames and samples', () => {
  it('at 24 frames a second a frame has 2,000 samples; at 23.976, 2,002 (arithmetic)', () => {
    expect([1, 2, 25].map(f => sampleOf(f, rate(24)))).toEqual([0, 2000, SOUND_CLOCK])
    expect([1, 2, 25].map(f => sampleOf(f, rate(24_000, 1001)))).toEqual([0, 2002, 48_048])
  })
  it('at 29.97 frames have 1,601 or 1,602, and a thousand seconds are as long as they are', () => {
    const lengths = [1, 2, 3, 4, 5].map(f => sampleOf(f + 1, rate(30_000, 1001)) - sampleOf(f, rate(30_000, 1001)))
    expect(lengths).toEqual([1602, 1601, 1602, 1601, 1602])
    expect(sampleOf(30_001, rate(30_000, 1001))).toBe(1001 * SOUND_CLOCK)
  })
  it('a moment and its sample are the same, at any rate', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40_000_000 }),
        fc.constantFrom(rate(24), rate(12), rate(30_000, 1001), rate(25), rate(60), rate(24_000, 1001), rate(1, 3)),
        (sample, r) => {
          const moment = momentOf(sample, r)
          expect(sampleAt(moment, r)).toBe(sample)
          expect(moment.offset).toBeGreaterThanOrEqual(0)
          expect(sampleOf(moment.frame + 1, r)).toBeGreaterThan(sample)
          expect(frameOfSample(sample, r)).toBe(moment.frame)
        },
      ),
    )
  })
  it('what is before frame 1 is on frames before it', () => {
    expect([frameOfSample(-1, rate(24)), frameOfSample(-2000, rate(24)), frameOfSample(-2001, rate(24))]).toEqual([
      0, 0, -1,
    ])
  })
})
