import { describe, expect, it } from 'vitest'
import type { Loudness } from '../sound'
import { rate } from '../time'
import { exposeLine, heardAloud, MOUTHS, USUAL_MOUTHS } from '.'

const r24 = rate(24)
/** One letter a frame: loud, soft or silent. */
const frames = (text: string): Loudness[] =>
  [...text].map(c => (c === 'L' || c === 'l' ? 'loud' : c === 's' ? 'soft' : 'silent'))
const ALL = { mouths: MOUTHS.map(m => ({ id: m, name: m, shape: m, drawing: m })) }

describe('a sound without its words', () => {
  // Frames 1–6 silent, 7–12 loud (louder), 13–14 soft, 15–20 loud (6 dB less), 21–40 silent.
  const text = '......LLLLLLssllllll....................'
  const heard = heardAloud(frames(text), 1, r24, from => (from < 12 / 24 ? 0.4 : 0.1))
  it('has loud parts, the loudest of a phrase stressed, and soft ones; silence is none', () => {
    expect(heard.map(h => [h.sound, Math.round(h.start * 24) + 1, Math.round(h.end * 24), h.stress])).toEqual([
      ['AA', 7, 12, 1],
      ['ER', 13, 14, 0],
      ['EH', 15, 20, 0],
    ])
  })
  it('opens and shuts a mouth with them', () => {
    const settings = { ...USUAL_MOUTHS, lead: { plain: 2 / 24, broad: 2 / 24 } }
    const out = exposeLine({ first: 1, last: 40, sounds: heard }, ALL, settings, r24)
    expect(out.map(e => `${e.drawing} ${e.frame}`)).toEqual([
      'shut 1',
      'wide 5',
      'a little open 11',
      'open 13',
      'shut 21',
    ])
  })
  it('finds stresses in a whisper as in a shout, phrase by phrase', () => {
    const two = heardAloud(frames('LLLL..........LLLL'), 1, r24, from => (from < 0.3 ? 0.4 : 0.0001))
    expect(two.map(h => h.stress)).toEqual([1, 1])
    expect(heardAloud(frames('......'), 1, r24, () => 0)).toEqual([])
  })
})
