import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { averaged, beatFrames, rate } from '../time'
import { evenSlots, fittedToStep, keepSeconds, offStep, scaledSlots, typedFrames } from '.'

describe('typed frames', () => {
  it('stand for themselves or count from the one before', () => {
    expect(typedFrames('1 9 13 29', 4, 1, 60)).toEqual({ ok: true, frames: [1, 9, 13, 29] })
    expect(typedFrames('+8 +4 +16', 4, 1, 60)).toEqual({ ok: true, frames: [1, 9, 13, 29] })
    expect(typedFrames('5, +8', 3, 1, 60)).toEqual({ ok: true, frames: [5, 13] })
  })
  it.each([
    ['9 1', 'does not come after'],
    ['1 9 13 29 40', '5 frames for 4 poses'],
    ['1 90', 'outside the shot'],
    ['1 nine', 'not a frame'],
    ['', 'Type the frames'],
  ])('“%s” is refused: %s', (text, words) =>
    expect(typedFrames(text, 4, 1, 60)).toMatchObject({ ok: false, message: expect.stringContaining(words) as string }),
  )
})
describe('slots', () => {
  it('are even, or keep their ratios', () => {
    expect(evenSlots(4, 1, 25)).toEqual([1, 9, 17, 25])
    expect(scaledSlots([1, 9, 13, 29], 57)).toEqual([1, 17, 25, 57])
  })
  it('say what falls off the step and where the nearest is', () => {
    expect(offStep([1, 8, 13], 2)).toEqual([{ frame: 8, nearest: 9 }])
    expect(fittedToStep([1, 2, 3, 8], 2)).toEqual([1, 3, 5, 9])
  })
})

describe('beats', () => {
  // Common practice: seconds acted × rate = frames: 0.70 s at 24 is 16.8, so 17; 0.96 s is 23.04, so 23.
  it('become frames', () => {
    expect(beatFrames([0, 0.7], rate(24), 1, 1)).toEqual([1, 18])
    expect(beatFrames([0, 0.96], rate(24), 1, 1)).toEqual([1, 24])
    expect(beatFrames([2, 2.5, 3.5], rate(24), 1, 2)).toEqual([1, 13, 37])
    expect(beatFrames([0, 0.01, 0.02], rate(24), 5, 1)).toEqual([5, 6, 7])
  })
  // Worked by hand: beats 0 0.5 1.1, 0 0.7 1.3 and 0 0.6 1.2 have the means 0 0.6 1.2 and the deviations 0 0.1 0.1.
  it('of several tries are averaged with their scatter', () => {
    const mean = averaged([
      [1, 1.5, 2.1],
      [0, 0.7, 1.3],
      [3, 3.6, 4.2],
    ])!
    ;[
      [0, 0],
      [0.6, 0.1],
      [1.2, 0.1],
    ].forEach(([seconds, scatter], i) => {
      expect(mean[i]!.seconds).toBeCloseTo(seconds!, 12)
      expect(mean[i]!.scatter).toBeCloseTo(scatter!, 12)
    })
    expect(
      averaged([
        [0, 1],
        [0, 1, 2],
      ]),
    ).toBeNull()
  })
})

describe('another rate with the seconds kept', () => {
  it('doubles frames from 12 to 24 and says what is rounded', () => {
    expect(keepSeconds([4, 2, 6], rate(12), rate(24))).toEqual({ lengths: [8, 4, 12], rounded: 0, squeezed: [] })
    expect(keepSeconds([1, 1, 1, 1], rate(24), rate(12))).toEqual({
      lengths: [1, 1, 1, 1],
      rounded: 4,
      squeezed: [1, 3],
    })
    // Two frames are left for three exposures: the last keeps one beyond them.
    expect(keepSeconds([2, 1, 1], rate(24), rate(12))).toMatchObject({ lengths: [1, 1, 1], squeezed: [2] })
    expect(keepSeconds([2, 2, 2], rate(24), rate(12))).toEqual({ lengths: [1, 1, 1], rounded: 0, squeezed: [] })
  })
  it('never loses an exposure', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 40 }),
        fc.constantFrom(8, 12, 24, 25, 30, 48),
        fc.constantFrom(8, 12, 24, 25, 30, 48),
        (lengths, a, b) => {
          const out = keepSeconds(lengths, rate(a), rate(b))
          expect(out.lengths).toHaveLength(lengths.length)
          expect(Math.min(...out.lengths)).toBeGreaterThanOrEqual(1)
          if (!out.squeezed.length)
            expect(out.lengths.reduce((x, y) => x + y)).toBe(Math.round((lengths.reduce((x, y) => x + y) * b) / a))
        },
      ),
    )
  })
})
