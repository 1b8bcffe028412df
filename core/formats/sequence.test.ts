import { expect, it } from 'vitest'
import { gapsIn, numberIn } from './sequence'

it.each([
  ['lift.0013.png', 'lift.#', 13],
  ['gull12.webp', 'gull#', 12],
  ['007.jpg', '#', 7],
  ['take2_frame004_b.png', 'take2_frame#_b', 4],
  ['plate.png', null, null],
])('%s', (name, stem, number) => expect(numberIn(name)).toEqual(stem === null ? null : { stem, number }))

it('tells the numbers that are missing, by sequence', () => {
  expect(gapsIn(['a1.png', 'a2.png', 'a4.png', 'a9.png', 'b1.png', 'plate.png'])).toEqual(['a#: 3', 'a#: 5–8'])
  expect(gapsIn(['a1.png', 'a2.png', 'a3.png'])).toEqual([])
})
