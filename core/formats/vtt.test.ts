import { describe, expect, it } from 'vitest'
// An independent reader of W3C WebVTT.
import { WebVTTParser } from 'webvtt-parser'
import { rate } from '../time'
import type { LineOnSheet } from '../document'
import { linesVtt, notesVtt } from './vtt'

const note = (frame: number, frames: number, text: string) => ({ id: `n${frame}`, frame, frames, text })
const read = (text: string) => new WebVTTParser().parse(text, 'captions')

describe('notes as WebVTT', () => {
  it('are read back by an independent reader, to the millisecond, in order', () => {
    const { cues, errors } = read(notesVtt([note(25, 12, 'lifts'), note(1, 24, 'waits')], rate(24)))
    expect(errors).toEqual([])
    expect(cues.map(c => [c.startTime, c.endTime, c.text])).toEqual([
      [0, 1, 'waits'],
      [1, 1.5, 'lifts'],
    ])
  })
  it('follow rates that are no whole number, and hours', () => {
    // 24 frames at 24000/1001 last 1.001 s; 86,400 frames at 24 are an hour.
    expect(read(notesVtt([note(25, 24, 'a')], rate(24_000, 1001))).cues[0]).toMatchObject({
      startTime: 1.001,
      endTime: 2.002,
    })
    expect(notesVtt([note(86_401, 1, 'a')], rate(24))).toContain('01:00:00.000 --> 01:00:00.042')
  })
  it('keep what looks like markup, an arrow or the end of a cue as words', () => {
    const text = 'a <b>bold</b> & --> move\n\nthen rests'
    const { cues, errors } = read(notesVtt([note(1, 2, text)], rate(24)))
    expect(errors).toEqual([])
    expect(cues).toHaveLength(1)
    // The reader leaves the semicolon of what is escaped behind.
    const words = (cues[0]!.tree.children as { value?: string }[]).map(x => x.value ?? '').join('')
    expect(words.replace(/([<>&]);/g, '$1')).toBe('a <b>bold</b> & --> move\nthen rests')
  })
  it('without notes is an empty file of its kind', () =>
    expect(read(notesVtt([], rate(24)))).toMatchObject({ cues: [], errors: [] }))
})

describe('spoken lines as WebVTT', () => {
  const word = (text: string, from: number, to: number) => ({
    ...{ from, to, first: 1, last: 1, stressed: false },
    word: { id: text, text, from: 0, to: 480, sounds: [] },
  })
  const line = (speaker: string | undefined, ...words: LineOnSheet['words']): LineOnSheet => ({
    line: { id: 'l', text: 'x', words: [], ...(speaker ? { speaker } : {}) },
    words,
  })
  it('are read back by an independent reader: times, who speaks, and when each word begins', () => {
    const text = linesVtt([
      line('Marrow', word('Over', 0.5, 0.9), word('the', 0.9, 1), word('water!', 1.25, 2)),
      line(undefined, word('A & B', 3, 4)),
    ])
    const { cues, errors } = read(text)
    expect(errors).toEqual([])
    expect(cues.map(c => [c.startTime, c.endTime])).toEqual([
      [0.5, 2],
      [3, 4],
    ])
    expect(text).toContain('<v Marrow>Over <00:00:00.900>the <00:00:01.250>water!')
    const [voice] = cues[0]!.tree.children as {
      name?: string
      value?: string
      children?: { type: string; value?: unknown }[]
    }[]
    expect(voice).toMatchObject({ name: 'v', value: 'Marrow' })
    expect(voice!.children!.filter(c => c.type === 'timestamp').map(c => c.value)).toEqual([0.9, 1.25])
  })
})
