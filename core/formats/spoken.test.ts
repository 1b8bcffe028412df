import { parse } from 'papaparse'
import { describe, expect, it } from 'vitest'
// An independent reader of W3C WebVTT.
import { WebVTTParser } from 'webvtt-parser'
import { done, PLAN, planned } from '../commands/fixture.test-helper'
import { linesOnSheet } from '../document'
import { rate } from '../time'
import { readSheetRows, sheetCsv } from './csv'
import { sheetJson, sheetJsonSchema } from './sheet-json'
import { linesVtt } from './vtt'
import type { CueNode } from './vtt-cue'
import { timedText } from './vtt-cue'

const word = (text: string, from: number, to: number) => ({
  ...{ id: `w-${text}`, text, from, to },
  sounds: [{ sound: 'AH', to }],
})
const words = [word('Over', 4000, 15_999), word('the', 16_000, 20_000), word('water', 24_000, 40_000)]
const sound = {
  ...{ id: 'sound-1', file: 'c'.repeat(64), name: 'a.wav', samples: 96_000 },
  ...{ frame: 5, offset: 0, from: 0, to: 96_000, gain: 0 },
}
const before = planned()
const shot = done(done(before, 'sound.add', { plan: PLAN, sound }), 'line.put', {
  plan: PLAN,
  line: { id: 'line-1', text: 'Over the water', speaker: 'Marrow', sound: 'sound-1', words },
})
const plan = shot.plans[PLAN]!

describe('what is spoken, on a sheet', () => {
  it('lies on the frames of its sound: sample 4,000 of a sound on frame 5 is on frame 7 (arithmetic)', () => {
    const [line] = linesOnSheet(shot, plan)
    expect(line!.words.map(w => [w.word.text, w.first, w.last])).toEqual([
      ['Over', 7, 12],
      ['the', 13, 14],
      ['water', 17, 24],
    ])
    expect(line!.words[0]!.from).toBeCloseTo((8000 + 4000) / 48_000, 9)
  })
  it('is a column of the CSV where words begin (RFC 4180), which is not read back', () => {
    const { data } = parse<string[]>(sheetCsv(shot, plan).trim())
    expect(data[0]!.at(-1)).toBe('Spoken')
    expect([7, 8, 13, 17].map(f => data[f]!.at(-1))).toEqual(['Over', '', 'the', 'water'])
    const read = readSheetRows(data, shot, plan)
    expect(read.ok && read.columns.map(c => c.column)).toEqual(plan.order)
    expect(sheetCsv(before, before.plans[PLAN]!)).not.toContain('Spoken')
  })
  it('is in the sheet as JSON, in seconds, by its published schema', () => {
    const json = sheetJson(shot, PLAN, 'P')
    expect(sheetJsonSchema.parse(json)).toEqual(json)
    expect(json.lines).toMatchObject([{ speaker: 'Marrow', words: [{ text: 'Over', from: 0.25 }, {}, {}] }])
  })
})

describe('timed text', () => {
  const read = (text: string) =>
    new WebVTTParser()
      .parse(text, 'captions')
      .cues.map(c => timedText(c as Parameters<typeof timedText>[0] & { tree: { children: CueNode[] } }))
  it('that went out comes in again: who speaks, the words and their times', () => {
    expect(read(linesVtt(linesOnSheet({ rate: rate(24) }, plan)))).toEqual([
      {
        ...{ start: 0.25, end: 1, speaker: 'Marrow' },
        pieces: [
          { text: 'Over', from: null },
          { text: 'the', from: 0.5 },
          { text: 'water', from: 0.667 },
        ],
      },
    ])
  })
  it('of others comes in without its markup', () => {
    const text =
      'WEBVTT\n\n00:01.000 --> 00:02.500\n<i>Who</i> goes &amp; <b>stays</b>?\n\n00:03.000 --> 00:04.000\n \n'
    expect(read(text)[0]).toMatchObject({ start: 1, end: 2.5, speaker: '' })
    expect(
      read(text)[0]!
        .pieces.map(p => p.text)
        .join(' '),
    ).toBe('Who goes & stays ?')
  })
})
