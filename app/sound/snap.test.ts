import { expect, it } from 'vitest'
import { snapped } from './snap'

it('goes to the nearest beat within reach, else stays', () => {
  expect([snapped(10, [3, 12, 13], 2), snapped(10, [3, 13], 2), snapped(12, [11, 13], 2), snapped(9, [], 2)]).toEqual([
    12, 10, 11, 9,
  ])
  expect(snapped(10, [11], 0)).toBe(10)
})
