import { describe, expect, it } from 'vitest'
// An independent reader of W3C WebVTT.
import { WebVTTParser } from 'webvtt-parser'
import { rate } from '../time'
import { notesVtt } from './vtt'

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
