import { expect, it } from 'vitest'
import type { Sound } from '#core/document'
import { rate, sampleAt } from '#core/time'
import { beatFramesOf, begunLater, endedLater, moved, sampleIn } from './drafts'

const r = rate(24)
const sound: Sound = {
  ...{ id: 's', file: 'a'.repeat(64), name: 'call', samples: 96_000, frame: 9, offset: 500 },
  ...{ from: 4000, to: 90_000, gain: 0, beats: [100, 4000, 5600, 50_000, 95_000] },
}

it('moves by samples, never before the shot', () => {
  expect(moved(sound, 2000, r)).toEqual({ frame: 10, offset: 500 })
  expect(moved(sound, -1e9, r)).toEqual({ frame: 1, offset: 0 })
})
it('is trimmed so that what is left stays where it was heard', () => {
  const late = { ...sound, ...begunLater(sound, 3000, r) }
  expect(sampleAt(late, r) - late.from).toBe(sampleAt(sound, r) - sound.from)
  expect(late.from).toBe(7000)
  // No further than its file, and than the shot, begins.
  expect(begunLater(sound, -1e9, r).from).toBe(0)
  expect(begunLater({ ...sound, frame: 1, offset: 100 }, -1e9, r)).toEqual({ frame: 1, offset: 0, from: 3900 })
  expect(begunLater(sound, 1e9, r).from).toBe(90_000 - 480)
  expect([endedLater(sound, 1e9).to, endedLater(sound, -1e9).to, endedLater(sound, -500).to]).toEqual([
    96_000, 4480, 89_500,
  ])
})
it('tells the frames of its beats as far as they are heard', () => {
  // It begins at sample 16,500: beats at 16,500, 18,100 and 62,500 are on frames 9, 10 and 32.
  expect(beatFramesOf(sound, r)).toEqual([9, 10, 32])
  expect(sampleIn(sound, 10, r)).toBe(5500)
  expect([sampleIn(sound, 9, r), sampleIn(sound, 60, r)]).toEqual([null, null])
})
