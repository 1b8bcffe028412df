import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planned, emptyShot, PLAN } from '../commands/fixture.test-helper'
import { openingPlan, storeShot } from '../document'
import { rate } from '../time'
import { otioSheet } from './otio'
import { misfitIn, otherRate, readSheetFile } from './sheet-in'
import type { SheetIn } from './sheet-in'
import { sheetJson } from './sheet-json'

const R24 = rate(24)
const read = (value: unknown, at = R24): SheetIn => {
  const out = readSheetFile(typeof value === 'string' ? value : JSON.stringify(value), at)
  if (!out.ok) throw new Error(out.message)
  expect(misfitIn(out.sheet)).toBeNull()
  return out.sheet
}
const message = (value: unknown): string => {
  const out = readSheetFile(typeof value === 'string' ? value : JSON.stringify(value), R24)
  return out.ok ? (misfitIn(out.sheet) ?? '') : out.message
}

// Written by hand by the open schema of OpenTimelineIO (ASWF; from memory): no other program that writes it is at hand.
const time = (value: number, r = 24) => ({ OTIO_SCHEMA: 'RationalTime.1', rate: r, value })
const range = (start: number, frames: number, r = 24) => ({
  OTIO_SCHEMA: 'TimeRange.1',
  start_time: time(start, r),
  duration: time(frames, r),
})
const clip = (name: string, frames: number, more: object = {}) => ({
  ...{ OTIO_SCHEMA: 'Clip.2', name, source_range: range(0, frames), effects: [], markers: [], metadata: {} },
  ...more,
})
const gap = (frames: number) => ({ OTIO_SCHEMA: 'Gap.1', name: '', source_range: range(0, frames) })
const track = (name: string, children: object[], more: object = {}) => ({
  ...{ OTIO_SCHEMA: 'Track.1', name, kind: 'Video', children, source_range: null },
  ...more,
})
const timeline = (...tracks: object[]) => ({
  OTIO_SCHEMA: 'Timeline.1',
  name: 'Lift',
  tracks: { OTIO_SCHEMA: 'Stack.1', name: 'tracks', children: tracks },
})
const rows = (sheet: SheetIn, i = 0): string =>
  sheet.columns[i]!.exposures.map(x => `${x.drawing ?? 'X'}*${x.frames}`).join(' ')

describe('our own sheet as JSON', () => {
  const shot = planned()
  const sheet = read(sheetJson(shot, PLAN, 'Trials'))
  it('comes back with its exposures, charts and roles', () => {
    const json = sheetJson(shot, PLAN, 'Trials')
    expect(sheet.columns.map(c => [c.name, c.charts, c.drawings])).toEqual(
      json.columns.map(c => [c.name, c.charts, c.drawings]),
    )
    expect([sheet.length, sheet.rate, sheet.left]).toEqual([shot.length, shot.rate, []])
  })
  it('is read from a whole shot, too; what is drawn is told to be left out', () => {
    expect(read(storeShot(shot))).toEqual({ ...sheet, left: [expect.stringMatching(/what is drawn/)] })
    expect(openingPlan(shot)).toBe(PLAN)
  })
  it('of another rate says what that means', () => {
    expect(otherRate({ ...sheet, rate: rate(25) }, R24)).toMatch(/25 frames a second, the shot at 24/)
    expect(otherRate(sheet, R24)).toBeNull()
  })
})

describe('a timeline of OpenTimelineIO', () => {
  it('becomes columns: clips are exposures, gaps blanks, one name is one drawing', () => {
    const sheet = read(
      timeline(track('Keeper', [clip('1', 6), gap(2), clip('9', 4), clip('1', 3)]), track('Rope', [clip('a', 12)])),
    )
    expect([rows(sheet), rows(sheet, 1)]).toEqual(['1*6 X*2 9*4 1*3', 'a*12'])
    expect(sheet.columns.map(c => c.drawings.map(d => d.number))).toEqual([['1', '9'], ['a']])
    expect([sheet.name, sheet.length, sheet.left]).toEqual(['Lift', 15, []])
  })
  it('of another rate keeps its seconds, and nothing drifts', () => {
    // 30 clips of one frame at 30 a second are a second: 24 frames, of which 6 clips are shorter than what is left.
    const sheet = read(
      timeline(
        track(
          'A',
          Array.from({ length: 30 }, (_, i) => clip(`d${i}`, 1, { source_range: range(0, 1, 30) })),
        ),
      ),
    )
    expect(sheet.length).toBe(24)
    expect(sheet.left).toEqual(['a clip that is shorter than a frame (6 times)'])
  })
  it('takes its length from the media where a clip says none, and from version 1 of clips', () => {
    const media = { OTIO_SCHEMA: 'ExternalReference.1', target_url: 'a.mov', available_range: range(10, 8) }
    const one = { OTIO_SCHEMA: 'Clip.1', name: 'one', source_range: null, media_reference: media }
    const two = clip('two', 0, { source_range: null, media_references: { DEFAULT_MEDIA: media } })
    expect(rows(read(timeline(track('A', [one, two]))))).toBe('one*8 two*8')
  })
  it('tells what has no place in a sheet', () => {
    const nested = { OTIO_SCHEMA: 'Stack.1', name: 'inside', children: [track('x', [clip('a', 5)])] }
    const sheet = read(
      timeline(
        track('A', [
          clip('1', 4, { effects: [{ OTIO_SCHEMA: 'LinearTimeWarp.1', time_scalar: 2 }] }),
          { OTIO_SCHEMA: 'Transition.1', name: 'wipe', in_offset: time(2), out_offset: time(2) },
          clip('2', 4, { enabled: false }),
          nested,
        ]),
        track('Voice', [clip('v', 9)], { kind: 'Audio' }),
      ),
    )
    expect(rows(sheet)).toBe('1*4 X*4 inside*5')
    expect(sheet.left).toEqual([
      'a track of sound',
      '1 effect',
      'a transition',
      'a clip that is switched off (taken as a blank)',
      'what is nested in a clip (taken as one drawing)',
    ])
  })
  it('has its markers as notes, where they stand in the track', () => {
    const marker = { OTIO_SCHEMA: 'Marker.2', name: 'grip', comment: '', marked_range: range(102, 3) }
    const sheet = read(
      timeline(track('A', [clip('1', 8), clip('2', 8, { source_range: range(100, 8), markers: [marker] })])),
    )
    expect(sheet.notes).toEqual([{ frame: 11, frames: 3, text: 'grip' }])
  })
  it('long names are counted, short ones kept; each drawing has a number of its own', () => {
    const names = ['a very long name of a clip', 'another very long name', '2']
    const sheet = read(
      timeline(
        track(
          'A',
          names.map(n => clip(n, 2)),
        ),
      ),
    )
    const numbers = sheet.columns[0]!.drawings.map(d => d.number)
    expect([new Set(numbers).size, numbers.every(n => n.length <= 12)]).toEqual([3, true])
  })
  it('names that look like counted ones do not stop it', () => {
    const names = ['7', '7.7', '7.7.7', '7.7.7.7', '7.7.7.7.7', '7.7.7.7.7.7', 'a very long name of a clip']
    const sheet = read(
      timeline(
        track(
          'A',
          names.map(n => clip(n, 2)),
        ),
      ),
    )
    expect(new Set(sheet.columns[0]!.drawings.map(d => d.number)).size).toBe(7)
  })
  it('that we write is read back as it was', () => {
    const shot = planned()
    const sheet = read(otioSheet(shot, PLAN))
    const json = sheetJson(shot, PLAN, '')
    const last = (list: readonly { drawing: string | null; frames: number }[]) => {
      const rest = shot.length - list.reduce((n, x) => n + x.frames, 0)
      return list.map((x, i) => ({
        drawing: x.drawing,
        frames: x.frames + (i === list.length - 1 ? Math.max(0, rest) : 0),
      }))
    }
    expect(sheet.columns.map(c => [c.name, c.exposures])).toEqual(json.columns.map(c => [c.name, last(c.exposures)]))
  })
  it('frames add up to the rounded end, whatever the clips', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 40 }), list => {
        const sheet = read(
          timeline(
            track(
              'A',
              list.map((n, i) => clip(`d${i}`, n, { source_range: range(0, n, 30) })),
            ),
          ),
        )
        const frames = sheet.columns[0]!.exposures.reduce((n, x) => n + x.frames, 0)
        expect(frames).toBe(Math.round((list.reduce((a, b) => a + b, 0) / 30) * 24 + 1e-6))
      }),
    )
  })
})

describe('what is no sheet', () => {
  it.each([
    ['half a file', '{"format":"fintro-sheet","ver', /no whole JSON/],
    ['other JSON', { name: 'something' }, /no sheet, shot or timeline/],
    ['a list', [1, 2], /no sheet, shot or timeline/],
    ['a sheet of a later version', { ...sheetJson(emptyShot(), PLAN, ''), version: 2 }, /at version/],
    ['a shot of a later schema', { ...storeShot(emptyShot()), schema: 9999 }, /later Fintro/],
    ['an item that is no timeline', clip('1', 4), /a timeline, a stack or a track is read/],
    ['a timeline without tracks', { OTIO_SCHEMA: 'Timeline.1', name: 'x' }, /no timeline by its schema/],
    [
      'a time without a rate',
      timeline(track('A', [clip('1', 1, { source_range: range(0, 4, 0) })])),
      /no timeline by its schema/,
    ],
    [
      'nested without end',
      timeline(track('A', [Array.from({ length: 300 }).reduce<object>(inside => track('x', [inside]), clip('1', 4))])),
      /nested more than 20 times/,
    ],
    ['nothing but sound', timeline(track('V', [clip('v', 9)], { kind: 'Audio' })), /no column with exposures/],
    ['a film of an hour', timeline(track('A', [clip('1', 86_400)])), /at most 14400|more than a column holds/],
  ])('%s is refused in words', (_what, value, words) => {
    expect(message(value)).toMatch(words)
  })
  it('a sheet with numbers or notes that no shot takes', () => {
    const json = sheetJson(planned(), PLAN, '')
    const [column] = json.columns
    const long = { ...column!, drawings: [{ number: 'thirteen-long', role: 'key' }], exposures: [], charts: [] }
    expect(message({ ...json, columns: [long] })).toMatch(/at most 12 letters/)
    expect(message({ ...json, notes: [{ frame: 1, frames: 1, text: ' ' }] })).toMatch(/A note says something/)
  })
  it('a sheet whose exposures name what is not there', () => {
    const json = sheetJson(planned(), PLAN, '')
    const [column] = json.columns
    expect(message({ ...json, columns: [{ ...column!, drawings: [] }] })).toMatch(/not among its drawings/)
  })
})
