import { expect, it } from 'vitest'
import type { Sound } from '#core/document'
import { rate } from '#core/time'
import { laidSounds, soundsIn } from './lanes'

const sound = (id: string, frame: number, frames: number, offset = 0): Sound => ({
  ...{ id, file: 'a'.repeat(64), name: id, samples: frames * 2000, from: 0, to: frames * 2000, gain: 0 },
  ...{ frame, offset },
})
const laid = (...sounds: Sound[]) => laidSounds(sounds, rate(24)).map(l => [l.sound.id, l.lane, l.lanes])

it('sounds that are heard at the same time lie side by side, others over the whole width', () => {
  expect(laid(sound('a', 1, 24), sound('b', 25, 24))).toEqual([
    ['a', 0, 1],
    ['b', 0, 1],
  ])
  expect(laid(sound('a', 1, 24), sound('b', 13, 24), sound('c', 25, 24), sound('d', 60, 2))).toEqual([
    ['a', 0, 2],
    ['b', 1, 2],
    ['c', 0, 2],
    ['d', 0, 1],
  ])
  expect(laid()).toEqual([])
})
it('are told by the frames on which something of them is heard', () => {
  expect(laidSounds([sound('a', 3, 2, 100)], rate(24))).toMatchObject([{ start: 4100, end: 8100, first: 3, last: 5 }])
})
it('are in the order in which they begin', () => {
  const all = [sound('b', 9, 1), sound('a', 9, 1), sound('c', 2, 1)]
  expect(soundsIn(Object.fromEntries(all.map(s => [s.id, s])), rate(24)).map(s => s.id)).toEqual([...['c', 'a', 'b']])
  expect(soundsIn(undefined, rate(24))).toEqual([])
})
