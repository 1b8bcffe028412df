import { expect, it } from 'vitest'
import type { Sound } from '#core/document'
import { rate } from '#core/time'
import { laidSounds } from '~/sound/lanes'
import { rowsOf } from './layout'
import { boxOf, gripAt, soundAt } from './sound-lane'

const sound = (id: string, frame: number, frames: number): Sound => ({
  ...{ id, file: 'a'.repeat(64), name: id, samples: frames * 2000, from: 0, to: frames * 2000, gain: 0 },
  ...{ frame, offset: 0 },
})
const lane = { left: 46, width: 58, rate: rate(24), laid: laidSounds([sound('a', 3, 24), sound('b', 40, 1)], rate(24)) }
const rows = rowsOf(15)
const at = (y: number, x = 70) => ({ x, y })

it('a sound lies on its frames at every height of the rows', () => {
  for (const px of [3, 8, 15, 24, 46])
    expect(boxOf(lane, lane.laid[0]!, rowsOf(px))).toMatchObject({ top: 2 * px, bottom: 26 * px, x: 49, width: 52 })
})
it('is moved by its tag, trimmed by its ends, and scrubbed elsewhere', () => {
  expect(gripAt(lane, rows, at(31))).toEqual({ sound: 'a', part: 'start' })
  expect(gripAt(lane, rows, at(40))).toEqual({ sound: 'a', part: 'tag' })
  expect(gripAt(lane, rows, at(388))).toEqual({ sound: 'a', part: 'end' })
  expect(gripAt(lane, rows, at(200))).toBeNull()
  expect(gripAt(lane, rows, at(450))).toBeNull()
})
it('a short one has no tag: it is moved by all of it, and its end still trims it', () => {
  expect(gripAt(lane, rows, at(590))).toEqual({ sound: 'b', part: 'tag' })
  expect(gripAt(lane, rows, at(601))).toEqual({ sound: 'b', part: 'end' })
})
it('sounds at the same time are told apart by their side', () => {
  const both = { ...lane, laid: laidSounds([sound('a', 3, 24), sound('b', 9, 24)], rate(24)) }
  expect([soundAt(both, rows, at(200, 60))?.sound.id, soundAt(both, rows, at(200, 90))?.sound.id]).toEqual(['a', 'b'])
  expect(soundAt(both, rows, at(40, 90))).toBeNull()
})
