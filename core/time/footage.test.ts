import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { footageAt, footageFrom, frameOfFootage, lastOfFootage } from './footage'
import { rate } from './rate'

const whole = { from: 1, inPoint: 0, speed: 1, seconds: 10 }

describe('footage beside the frames of a shot', () => {
  it('of the same rate shows frame for frame, also where its times are rounded to thousandths (Matroska, RFC 9559)', () => {
    const starts = Array.from({ length: 240 }, (_, i) => Math.round((i / 24) * 1000) / 1000)
    const shown = starts.map((_, i) => starts.findLastIndex(s => s <= footageAt(whole, i + 1, rate(24))!))
    expect(shown).toEqual(starts.map((_, i) => i))
  })
  it('begins on its frame with its in-point, and is not seen before it or after its end', () => {
    const late = { ...whole, from: 9, inPoint: 2, seconds: 3 }
    expect(footageAt(late, 8, rate(24))).toBeNull()
    expect(footageFrom(late, 9, rate(24))).toBe(2)
    expect(footageAt(late, 9, rate(24))).toBeCloseTo(2 + 0.5 / 24, 9)
    expect([lastOfFootage(late, rate(24)), footageAt(late, 33, rate(24))]).toEqual([32, null])
  })
  it.each([
    // At 24 frames a second a second of it takes 24 frames, 48 at half speed, 12 at double speed.
    [1, 24],
    [0.5, 48],
    [2, 12],
  ])('at speed %d a second of it takes %i frames', (speed, frames) => {
    expect(lastOfFootage({ ...whole, speed, seconds: 1 }, rate(24))).toBe(frames)
  })
  it('a moment that a frame shows is on that frame, at any rate, speed and in-point', () => {
    fc.assert(
      fc.property(
        fc.record({
          from: fc.integer({ min: 1, max: 500 }),
          inPoint: fc.double({ min: 0, max: 60, noNaN: true }),
          speed: fc.double({ min: 0.05, max: 20, noNaN: true }),
          seconds: fc.double({ min: 0.05, max: 300, noNaN: true }),
        }),
        fc.constantFrom(rate(24), rate(12), rate(30_000, 1001), rate(25)),
        fc.integer({ min: 1, max: 2000 }),
        (running, r, frame) => {
          const second = footageAt(running, frame, r)
          if (second === null) return frame < running.from || frame > lastOfFootage(running, r)
          expect(frameOfFootage(running, second, r)).toBe(frame)
          return frame <= lastOfFootage(running, r)
        },
      ),
    )
  })
  it('marked moments go along when its in-point or its speed changes', () => {
    const second = footageAt(whole, 25, rate(24))!
    expect(frameOfFootage({ ...whole, inPoint: 0.5 }, second, rate(24))).toBe(13)
    expect(frameOfFootage({ ...whole, speed: 0.5 }, second, rate(24))).toBe(50)
  })
})
