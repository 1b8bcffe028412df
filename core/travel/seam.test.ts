import { describe, expect, it } from 'vitest'
import { drawnApart } from './seam'

const along = (from: number, to: number, y: number) =>
  Array.from({ length: 41 }, (_, i) => ({ x: from + ((to - from) * i) / 40, y }))

describe('how far what is drawn lies from what was drawn', () => {
  it('is the way of the point that is farthest from all of the other, either way round', () => {
    // Hausdorff's distance (Grundzüge der Mengenlehre, 1914): a line moved aside by 30; one that grows by 100.
    expect(drawnApart(along(0, 400, 100), along(0, 400, 130))).toBeCloseTo(30, 9)
    expect(drawnApart(along(0, 400, 100), along(0, 500, 100))).toBeCloseTo(100, 9)
    expect(drawnApart(along(0, 500, 100), along(0, 400, 100))).toBeCloseTo(100, 9)
    expect(drawnApart(along(0, 400, 100), along(0, 400, 100))).toBe(0)
  })
  it('sees a small part that jumps beside a large one that stays, unlike the middle of all', () => {
    const pole = along(0, 400, 0).map(({ x, y }) => ({ x: y, y: x }))
    const flag = (y: number) => [...pole, ...along(0, 300, y)]
    expect(drawnApart(flag(100), flag(140))).toBeCloseTo(40, 9)
  })
  it('is nothing where nothing is drawn', () => expect(drawnApart([], along(0, 1, 0))).toBe(0))
})
