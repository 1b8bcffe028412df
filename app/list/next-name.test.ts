import { expect, it } from 'vitest'
import { nextName } from './next-name'

it('a new shot is named by the next ten', () => {
  expect(nextName([])).toBe('010')
  expect(nextName(['010 Sponge on the steps', '020 Lantern lift'])).toBe('030')
  expect(nextName(['025', 'Stair', ' 015 Gull'])).toBe('030')
  expect(nextName(['990', '12345 not a number of ours'])).toBe('1000')
})
