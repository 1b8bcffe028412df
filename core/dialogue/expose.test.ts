import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { frameAt, frameStart, rate } from '../time'
import type { Heard, Line, Mouth, MouthSet, MouthSettings } from '.'
import { exposeLine, mouthFor, mouthOfSound, soundsShown, meets, mouthOf, MOUTHS, SOUNDS, USUAL_MOUTHS } from '.'

const r24 = rate(24)
/** A sound from the start of a frame to the start of another, at 24. */
const on = (sound: string, first: number, end: number, stress?: 0 | 1 | 2): Heard => ({
  ...{ sound, start: frameStart(first, r24), end: frameStart(end, r24) },
  ...(stress === undefined ? {} : { stress }),
})
const frames24 = (n: number) => n / 24
/** Each mouth by a drawing of its name. */
const setOf = (shapes: readonly Mouth[]): MouthSet => ({
  mouths: shapes.map(shape => ({ id: shape, name: shape, shape, drawing: shape })),
})
const ALL = setOf(MOUTHS)
const TWO = setOf(['shut', 'open'])
const plain: MouthSettings = { ...USUAL_MOUTHS, lead: { plain: frames24(2), broad: frames24(2) } }
const told = (line: Line, settings: MouthSettings, set = ALL, at = r24): string =>
  exposeLine(line, set, settings, at)
    .map(e => `${e.drawing} ${e.frame}-${e.frame + e.frames - 1}`)
    .join(', ')

// “bob”: worked out by hand from the settings.
const bob: Line = { first: 1, last: 24, sounds: [on('B', 5, 7), on('AA', 7, 13, 1), on('B', 13, 15)] }

describe('a reading that is exposed', () => {
  it('comes before its sounds by the lead, shut before and after', () => {
    expect(told(bob, plain)).toBe('shut 1-4, wide 5-10, shut 11-24')
    expect(told(bob, { ...plain, lead: { plain: 0, broad: 0 } })).toBe('shut 1-6, wide 7-12, shut 13-24')
  })
  it('a broad mouth comes earlier where there is room: after the lips have met', () => {
    expect(told(bob, { ...plain, lead: { plain: frames24(2), broad: frames24(8) } })).toBe(
      'shut 1-3, wide 4-10, shut 11-24',
    )
    const ah: Line = { first: 1, last: 24, sounds: [on('AA', 13, 19, 1)] }
    expect(told(ah, { ...plain, lead: { plain: frames24(2), broad: frames24(8) } })).toBe(
      'shut 1-4, wide 5-18, shut 19-24',
    )
    // Half as much where it is not stressed: 2 + (8 − 2) / 2 = 5 frames.
    const soft: Line = { first: 1, last: 24, sounds: [on('AA', 13, 19, 0)] }
    expect(told(soft, { ...plain, lead: { plain: frames24(2), broad: frames24(8) } })).toBe(
      'shut 1-7, wide 8-18, shut 19-24',
    )
  })
  it('on twos begins on the step, never later', () => {
    const three = { ...plain, lead: { plain: frames24(3), broad: frames24(3) } }
    expect(told(bob, three)).toBe('shut 1-3, wide 4-9, shut 10-24')
    expect(told(bob, { ...three, step: 2 })).toBe('shut 1-2, wide 3-8, shut 9-24')
  })
  it('holds leads in seconds at any rate', () => {
    // Two frames at 24 are one at 12: sounds on frames 3, 4 and 7 there.
    expect(told({ ...bob, last: 12 }, plain, ALL, rate(12))).toBe('shut 1-2, wide 3-5, shut 6-12')
  })
  it('shows as many sounds as is wished, lips that meet in any case', () => {
    // “memory”, its second vowel without stress.
    const sounds = [on('M', 7, 9), on('EH', 9, 13, 1), on('M', 13, 15), on('ER', 15, 19, 0), on('IY', 19, 23, 0)]
    const line: Line = { first: 1, last: 32, sounds }
    expect(told(line, { ...plain, shown: 'stresses' })).toBe('shut 1-6, open 7-10, shut 11-32')
    expect(told(line, plain)).toBe('shut 1-6, open 7-10, shut 11-12, a little open 13-16, spread 17-22, shut 23-32')
    expect(told(line, plain, TWO)).toBe('shut 1-6, open 7-10, shut 11-12, open 13-22, shut 23-32')
  })
  it('leaves out what would be seen too shortly: what matters less goes', () => {
    const sounds = [on('AA', 5, 9, 1), on('IH', 9, 10, 0), on('EH', 10, 15, 1)]
    const line: Line = { first: 1, last: 24, sounds }
    expect(told(line, plain)).toBe('shut 1-2, wide 3-7, open 8-14, shut 15-24')
    expect(told(line, { ...plain, least: 1 })).toBe('shut 1-2, wide 3-6, spread 7-7, open 8-14, shut 15-24')
  })
  it('shuts in long silence only', () => {
    const sounds = [on('AA', 5, 9, 1), on('EH', 17, 21, 1)]
    const line: Line = { first: 1, last: 24, sounds }
    expect(told(line, { ...plain, pause: 8 })).toBe('shut 1-2, wide 3-14, open 15-20, shut 21-24')
    expect(told(line, { ...plain, pause: 7 })).toBe('shut 1-2, wide 3-8, shut 9-14, open 15-20, shut 21-24')
  })
  it('opens before a phrase, as long before as there is room for', () => {
    const breath = { ...plain, anticipation: { seconds: frames24(16), how: 'opening' as const } }
    const line: Line = { first: 1, last: 40, sounds: [on('AA', 27, 33, 1)] }
    expect(told(line, breath)).toBe('shut 1-8, a little open 9-24, wide 25-32, shut 33-40')
    const early: Line = { first: 1, last: 40, sounds: [on('AA', 9, 33, 1)] }
    expect(told(early, breath)).toBe('shut 1-2, a little open 3-6, wide 7-32, shut 33-40')
  })
  it('draws a breath before a phrase, and holds it', () => {
    const breath = { ...plain, anticipation: { seconds: frames24(20), how: 'breath' as const } }
    // Twenty frames before the mouth of the sound on 25: twelve of them to draw it.
    const line: Line = { first: 1, last: 40, sounds: [on('AA', 27, 33, 1)] }
    expect(told(line, breath)).toBe('shut 1-4, open 5-16, a little open 17-24, wide 25-32, shut 33-40')
    const early: Line = { first: 1, last: 40, sounds: [on('AA', 8, 33, 1)] }
    expect(told(early, breath)).toBe('shut 1-2, a little open 3-5, wide 6-32, shut 33-40')
  })
  it('shows a sound by the mouth that was chosen for it, begun as early as that one is broad', () => {
    const round: MouthSet = { ...ALL, sounds: { AA: 'round' } }
    const early = { ...plain, lead: { plain: frames24(2), broad: frames24(8) } }
    const ah: Line = { first: 1, last: 24, sounds: [on('AA', 13, 19, 1)] }
    expect(told(ah, early, round)).toBe('shut 1-10, round 11-18, shut 19-24')
  })
  it('gives nothing for a set without drawings', () => {
    expect(exposeLine(bob, setOf([]), plain, r24)).toEqual([])
  })
})

describe('any reading', () => {
  const START = 60
  const line = fc
    .array(
      fc.record({
        sound: fc.constantFrom(...SOUNDS),
        frames: fc.double({ min: 0.4, max: 6, noNaN: true }),
        rest: fc.oneof(
          { weight: 5, arbitrary: fc.constant(0) },
          { weight: 1, arbitrary: fc.integer({ min: 1, max: 30 }) },
        ),
        stress: fc.constantFrom(0 as const, 1 as const, 2 as const),
      }),
      { minLength: 1, maxLength: 30 },
    )
    .map((list): Line => {
      let at = frameStart(START, r24)
      const sounds = list.map(({ sound, frames, rest, stress }) => {
        const start = at + rest / 24
        at = start + frames / 24
        return { sound, start, end: at, stress }
      })
      return { first: 1, last: frameAt(at, r24) + 12, sounds }
    })
  const settings = fc.record({
    lead: fc.record({ plain: fc.integer({ min: 0, max: 4 }), broad: fc.integer({ min: 0, max: 16 }) }).map(l => ({
      ...{ plain: frames24(l.plain), broad: frames24(l.broad) },
    })),
    anticipation: fc.record({
      seconds: fc.constantFrom(0, frames24(16), 1),
      how: fc.constantFrom('opening' as const, 'breath' as const),
    }),
    shown: fc.constantFrom('stresses' as const, 'vowels' as const, 'all' as const),
    least: fc.integer({ min: 1, max: 4 }),
    step: fc.integer({ min: 1, max: 3 }),
    pause: fc.integer({ min: 2, max: 20 }),
  })

  it('is covered from its first frame to its last, no two neighbours alike', () => {
    fc.assert(
      fc.property(line, settings, (l, s) => {
        const out = exposeLine(l, ALL, s, r24)
        let next = l.first
        for (const [i, e] of out.entries()) {
          expect([e.frame, e.frames >= 1]).toEqual([next, true])
          expect(e.drawing).not.toBe(out[i - 1]?.drawing)
          next = e.frame + e.frames
        }
        expect(next).toBe(l.last + 1)
      }),
    )
  })
  it('drops no sound for which lips meet, and shows none later than it is heard less the lead', () => {
    fc.assert(
      fc.property(line, settings, (l, s) => {
        const out = exposeLine(l, ALL, s, r24)
        const shownOn = (frame: number) => out.findLast(e => e.frame <= frame)!
        for (const [i, { sound, start }] of l.sounds.entries()) {
          const latest = frameAt(start - s.lead.plain, r24)
          const own = out.find(e => e.sound === i)
          if (own) expect(own.frame).toBeLessThanOrEqual(latest)
          if (!meets(sound)) continue
          // Where several follow each other closely they begin earlier, one frame each at least.
          const around = Array.from({ length: l.sounds.length + s.step + 1 }, (_, k) => shownOn(latest - k).drawing)
          expect(around).toContain(mouthOf(sound))
        }
      }),
    )
  })
  it('stays for the least, but where lips meet, and is the same when it is done again', () => {
    fc.assert(
      fc.property(line, settings, (l, s) => {
        const out = exposeLine(l, ALL, s, r24)
        for (const e of out.slice(0, -1))
          if (!['shut', 'teeth on lip'].includes(e.mouth)) expect(e.frames).toBeGreaterThanOrEqual(s.least)
        expect(exposeLine(l, ALL, s, r24)).toEqual(out)
      }),
    )
  })
})

describe('a set with few mouths', () => {
  const shown = (set: MouthSet) => MOUTHS.map(m => mouthFor(set, m)?.drawing)
  it('shows each by the one that is open most alike; lips meet only for what they meet for', () => {
    expect(shown(TWO)).toEqual(['shut', 'shut', ...['open', 'open', 'open', 'open', 'open', 'open']])
    expect(shown(setOf(['wide']))).toEqual(MOUTHS.map(() => 'wide'))
    expect(mouthFor(setOf([]), 'shut')).toBeNull()
  })
  it('tells which sounds each shows, and goes by what was said of a sound', () => {
    expect(soundsShown(TWO, 'shut')).toEqual(['M', 'B', 'P', 'F', 'V'])
    expect(soundsShown({ ...TWO, sounds: { V: 'open', AA: 'gone' } }, 'shut')).toEqual(['M', 'B', 'P', 'F'])
    expect(mouthOfSound({ ...TWO, sounds: { V: 'open' } }, 'V')?.id).toBe('open')
    for (const sound of SOUNDS) expect(mouthOfSound(ALL, sound)?.shape).toBe(mouthOf(sound))
  })
  it('knows the 39 sounds of the dictionary, and no other', () => {
    expect(SOUNDS).toHaveLength(39)
    expect(() => mouthOf('QQ')).toThrow(RangeError)
  })
})
