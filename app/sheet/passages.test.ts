import { describe, expect, it } from 'vitest'
import { isIn, joined, selectionOf, without } from './passages'

const frame = (f: number) => ({ first: f, last: f })
const some = [{ first: 1, last: 4 }, frame(7), { first: 10, last: 12 }]

describe('passages', () => {
  it('that touch are one passage', () => {
    expect(joined([frame(5), { first: 1, last: 2 }, frame(3), { first: 9, last: 12 }, frame(10)])).toEqual([
      { first: 1, last: 3 },
      frame(5),
      { first: 9, last: 12 },
    ])
  })
  it('lose a frame at an end, in the middle, or all of themselves', () => {
    expect(without(some, 1)[0]).toEqual({ first: 2, last: 4 })
    expect(without(some, 3).slice(0, 2)).toEqual([{ first: 1, last: 2 }, frame(4)])
    expect(without(some, 7)).toEqual([some[0], some[2]])
    expect(without([frame(7)], 7)).toEqual([])
    expect(without(some, 8)).toEqual(some)
  })
  it('have the frames that lie in them', () => {
    expect([1, 4, 5, 7, 9, 12, 13].map(f => isIn(some, f))).toEqual([true, true, false, true, false, true, false])
  })
  it('are a selection from their first to their last; one alone is a plain one', () => {
    expect(selectionOf('a', some)).toEqual({ column: 'a', columns: ['a'], first: 1, last: 12, passages: some })
    expect(selectionOf('a', [frame(3)])).toEqual({ column: 'a', columns: ['a'], first: 3, last: 3 })
  })
})
