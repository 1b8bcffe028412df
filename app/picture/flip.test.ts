import { describe, expect, it } from 'vitest'
import { neighbours, thereAndBack } from './flip'

describe('flipping', () => {
  it.each([
    // Of 9 drawings, on the 5th (index 4): two are it and the one before, three with the one after, then further out.
    [9, 4, 2, [3, 4]],
    [9, 4, 3, [3, 4, 5]],
    [9, 4, 4, [2, 3, 4, 5]],
    [9, 4, 5, [2, 3, 4, 5, 6]],
    // At the ends there are as many, from the other side.
    [9, 0, 2, [0, 1]],
    [9, 0, 3, [0, 1, 2]],
    [9, 8, 3, [6, 7, 8]],
    [9, 8, 5, [4, 5, 6, 7, 8]],
    // Fewer drawings than asked for.
    [2, 1, 5, [0, 1]],
    [1, 0, 3, [0]],
    [0, 0, 2, []],
  ])('of %i drawings, on the one at %i, %i neighbours', (count, here, n, wanted) =>
    expect(neighbours(count, here, n)).toEqual(wanted),
  )

  it('goes there and back without standing still at the ends', () => {
    expect(thereAndBack(['a', 'b', 'c'])).toEqual(['a', 'b', 'c', 'b'])
    expect(thereAndBack(['a', 'b'])).toEqual(['a', 'b'])
    expect(thereAndBack(['a'])).toEqual(['a'])
  })
})
