import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Loudness } from '../sound'
import { rate } from '../time'
import { heardIn, spreadWords } from '.'

const levels = (text: string): Loudness[] => [...text].map(c => (c === '.' ? 'silent' : c === '-' ? 'soft' : 'loud'))

describe('words that are spread over what is heard', () => {
  it('frames that are heard are stretches; a short stop is within one', () => {
    // Frame 1 begins at 0 s; at 12 a second two frames of silence are a stop, four are none.
    expect(heardIn(levels('..##..-#....#'), 13, rate(12))).toEqual([
      { start: 14 / 12, end: 20 / 12 },
      { start: 24 / 12, end: 25 / 12 },
    ])
    expect(heardIn(levels('....'), 1, rate(24))).toEqual([])
  })
  it('share the time by their lengths, none across a silence', () => {
    const heard = [
      { start: 1, end: 2 },
      { start: 4, end: 5 },
    ]
    // Three words of 1, 1 and 2: the first two fill the first stretch, the third the second.
    expect(spreadWords([1, 1, 2], heard, { start: 0, end: 6 })).toEqual([
      { start: 1, end: 1.5 },
      { start: 1.5, end: 2 },
      { start: 4, end: 5 },
    ])
    expect(spreadWords([1, 3], [], { start: 2, end: 6 })).toEqual([
      { start: 2, end: 3 },
      { start: 3, end: 6 },
    ])
    expect(spreadWords([], heard, { start: 0, end: 6 })).toEqual([])
  })
  it('are in order, within what is heard, and as many', () => {
    const lengths = fc.array(fc.double({ min: 0.1, max: 5, noNaN: true }), { minLength: 1, maxLength: 40 })
    const text = fc.array(fc.constantFrom('.', '.', '#', '#', '-'), { minLength: 1, maxLength: 200 })
    fc.assert(
      fc.property(lengths, text, (list, frames) => {
        const heard = heardIn(levels(frames.join('')), 1, rate(24))
        const within = { start: 0, end: frames.length / 24 }
        const words = spreadWords(list, heard, within)
        expect(words).toHaveLength(list.length)
        let before = 0
        for (const { start, end } of words) {
          expect(start).toBeGreaterThanOrEqual(before - 1e-9)
          expect(end).toBeGreaterThan(start)
          const homes = heard.length ? heard : [within]
          expect(homes.some(h => start >= h.start - 1e-9 && end <= h.end + 1e-9)).toBe(true)
          before = end
        }
      }),
    )
  })
})
