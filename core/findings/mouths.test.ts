import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Heard, MouthSet, MouthSettings } from '../dialogue'
import { MOUTHS, mouthsOver, SOUNDS, USUAL_MOUTHS } from '../dialogue'
import { runsOf } from '../sheet'
import { frameAt, frameStart, rate } from '../time'
import { mouthFindings } from '.'

const r24 = rate(24)
const on = (sound: string, first: number, end: number, stress?: 0 | 1 | 2): Heard => ({
  ...{ sound, start: frameStart(first, r24), end: frameStart(end, r24) },
  ...(stress === undefined ? {} : { stress }),
})
const ALL: MouthSet = { mouths: MOUTHS.map(m => ({ id: m, name: m, shape: m, drawing: m })) }
const plain: MouthSettings = { ...USUAL_MOUTHS, lead: { plain: 2 / 24, broad: 2 / 24 } }
const runs = (text: string) =>
  runsOf(
    text.split(', ').map((part, i) => {
      const [, drawing, frames] = /^(.*)\*(\d+)$/.exec(part)!
      return { id: `r${i}`, drawing: drawing!, frames: Number(frames) }
    }),
  )
const found = (text: string, heard: readonly Heard[], set = ALL, settings = plain) =>
  mouthFindings({ runs: runs(text), set, settings, heard, rate: r24, length: 72 }).map(
    f => `${f.kind} ${f.first}-${f.last} ${f.remedy.do}`,
  )

// “bob” from frame 31 on: B 31–32, AA 33–38, B 39–40.
const bob = [on('B', 31, 33), on('AA', 33, 39, 1), on('B', 39, 41)]

describe('what is found of mouths', () => {
  it('is nothing where they come before their sounds, after a breath', () => {
    expect(found('shut*12, open*16, shut*2, wide*6, shut*36', bob)).toEqual([])
  })
  it('is a mouth after its sound', () => {
    expect(found('shut*12, open*16, shut*6, wide*2, shut*36', bob)).toEqual(['late 33-35 anew'])
  })
  it('is late for its own sound also where the same sound comes again, but not where it leads that', () => {
    const twice = [...bob, on('AA', 55, 60, 1)]
    const settings = { ...plain, lead: { plain: 2 / 24, broad: 4 / 24 }, pause: 40 }
    expect(found('shut*12, open*16, shut*6, wide*2, shut*14, wide*9, shut*13', twice, ALL, settings)).toEqual([
      'late 33-35 anew',
    ])
    const close = [on('B', 31, 33), on('AA', 33, 37, 1), on('K', 37, 38), on('AA', 38, 44, 1)]
    expect(found('shut*12, open*16, shut*6, wide*8, shut*30', close, ALL, settings)).toEqual([])
  })
  it('is an open mouth for a sound for which lips meet', () => {
    expect(found('shut*12, open*16, shut*2, wide*42', bob)).toContain('open 39-40 anew')
    const strange: MouthSet = { ...ALL, sounds: { B: 'open' } }
    expect(found('shut*12, open*18, wide*6, open*36', bob, strange)).toContain('open 31-32 sound')
  })
  it('is a mouth for one frame, but not lips that meet', () => {
    expect(found('shut*12, open*16, shut*1, round*1, wide*6, shut*36', bob)).toEqual(['flash 30-30 least'])
    expect(found('shut*12, open*17, shut*1, wide*6, shut*36', bob)).toEqual([])
  })
  it('is a phrase before which the mouth stays shut, where there is time to open it', () => {
    expect(found('shut*30, wide*6, shut*36', bob)).toEqual(['sudden 29-29 anticipate'])
    const early = bob.map(h => ({ ...h, start: h.start - 24 / 24, end: h.end - 24 / 24 }))
    expect(found('shut*6, wide*6, shut*60', early)).toEqual([])
  })
  it('is a mouth that is open in silence', () => {
    expect(found('shut*12, open*16, shut*2, wide*6, shut*14, open*10, shut*12', bob)).toEqual(['silence 51-60 anew'])
  })
  it('is nothing in a column without mouths, or without a reading', () => {
    expect(found('shut*72', [])).toEqual([])
    expect(found('house*72', bob)).toEqual([])
  })
})

describe('any reading that is exposed', () => {
  const sounds = fc
    .array(
      fc.record({
        sound: fc.constantFrom(...SOUNDS),
        frames: fc.integer({ min: 1, max: 6 }),
        rest: fc.oneof(
          { weight: 5, arbitrary: fc.constant(0) },
          { weight: 1, arbitrary: fc.integer({ min: 30, max: 60 }) },
        ),
        stress: fc.constantFrom(0 as const, 1 as const),
      }),
      { minLength: 1, maxLength: 25 },
    )
    .map(list => {
      let at = 40
      return list.map(({ sound, frames, rest, stress }) => {
        const from = at + rest
        at = from + frames
        return on(sound, from, at, stress)
      })
    })
  it('has no open mouth where lips meet, none that flashes, none in silence, and each phrase is anticipated', () => {
    const settings: MouthSettings = { ...plain, anticipation: { seconds: 16 / 24, how: 'breath' } }
    fc.assert(
      fc.property(sounds, heard => {
        const length = frameAt(heard.at(-1)!.end, r24) + 12
        const over = { first: 1, last: length }
        const out = mouthsOver({ heard, set: ALL, settings, rate: r24, length, over })
        const exposed = runsOf(out.map((e, i) => ({ id: `r${i}`, drawing: e.drawing, frames: e.frames })))
        const kinds = mouthFindings({ runs: exposed, set: ALL, settings, heard, rate: r24, length }).map(f => f.kind)
        expect(kinds.filter(k => k !== 'late')).toEqual([])
      }),
    )
  })
})
