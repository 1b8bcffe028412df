import { describe, expect, it } from 'vitest'
import { lineOf, linesOf, pagesOf, placeBeside, sizesOf } from './lines'

const productions = [
  { id: 'a', name: 'A', from: 0, count: 5, shots: [] },
  { id: 'b', name: 'B', from: 5, count: 1, shots: [] },
  { id: 'c', name: 'C', from: 6, count: 2, shots: [] },
]
const open = linesOf(productions, () => false, 2)
const folded = linesOf(productions, id => id === 'b', 2)
const spans = (lines: typeof open) => lines.map(l => (l.kind === 'head' ? l.home : [l.first, l.many]))

describe('the lines of the list', () => {
  it('are a head for each production and its shots side by side; folded ones have a head only', () => {
    expect(spans(open)).toEqual([0, [0, 2], [2, 2], [4, 1], 1, [5, 1], 2, [6, 2]])
    expect(spans(folded)).toEqual([0, [0, 2], [2, 2], [4, 1], 1, 2, [6, 2]])
  })
  it('hold as many cards as fit, and one row', () => {
    expect(sizesOf('cards', 976).across).toBe(4)
    expect(sizesOf('cards', 200).across).toBe(1)
    expect(sizesOf('cards', 980).shot).toBe(Math.round((230 * 9) / 16) + 96)
    expect(sizesOf('rows', 976)).toMatchObject({ across: 1 })
  })
  it('are gone through by arrow keys, past what is folded, and not out of the list', () => {
    expect(placeBeside(open, 1, 'right')).toBe(2)
    expect(placeBeside(open, 2, 'left')).toBe(1)
    expect(placeBeside(open, 0, 'left')).toBe(0)
    expect(placeBeside(open, 3, 'down')).toBe(4)
    expect(placeBeside(open, 4, 'down')).toBe(5)
    expect(placeBeside(open, 7, 'down')).toBe(7)
    expect(placeBeside(open, 7, 'up')).toBe(5)
    expect(placeBeside(folded, 4, 'right')).toBe(6)
    expect(placeBeside(folded, 6, 'up')).toBe(4)
    expect(lineOf(folded, 5)).toBe(-1)
  })
})

it('pages are told by their first place, each once', () => {
  expect(pagesOf([0, 99, 100, 350], 100)).toEqual([0, 100, 300])
})
