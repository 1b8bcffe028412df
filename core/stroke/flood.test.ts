import { describe, expect, it } from 'vitest'
import { vec } from '../motion'
import type { Grid } from '.'
import { flood, grown, leakOf, inside, oneRing, thinned } from '.'

/** A grid written as rows: # is a line, anything else is free. */
const grid = (...rows: string[]): Grid => ({
  width: rows[0]!.length,
  height: rows.length,
  cells: Uint8Array.from(rows.join(''), c => (c === '#' ? 1 : 0)),
})
const rows = (g: Grid): string[] =>
  Array.from({ length: g.height }, (_, y) =>
    [...g.cells.slice(y * g.width, (y + 1) * g.width)].map(c => (c ? 'o' : '.')).join(''),
  )

describe('filling a closed shape', () => {
  const ring = grid('.......', '.#####.', '.#...#.', '.#.#.#.', '.#...#.', '.#####.', '.......')
  it('covers what the lines close in, around what stands inside', () => {
    expect(rows(flood(ring, 2, 2)!)).toEqual([
      '.......',
      '.......',
      '..ooo..',
      '..o.o..',
      '..ooo..',
      '.......',
      '.......',
    ])
  })
  it('tells an open shape, a line, and what is outside', () => {
    expect(flood(grid('.....', '.###.', '.#...', '.###.', '.....'), 2, 2)).toBeNull()
    expect(flood(ring, 1, 1)).toBeNull()
    expect(flood(ring, 9, 9)).toBeNull()
  })
  it('does not slip between cells that meet at a corner', () => {
    expect(rows(flood(grid('.....', '..#..', '.#.#.', '..#..', '.....'), 2, 2)!)[2]).toBe('..o..')
  })
  it('tells where an open shape lets out', () => {
    const room = grid(
      '...........',
      '.#########.',
      '.#.......#.',
      '.#.......#.',
      '.#........G'.replace('G', '.'),
      '.#.......#.',
      '.#.......#.',
      '.#########.',
      '...........',
    )
    expect(flood(room, 4, 4)).toBeNull()
    expect(leakOf(room, 4, 4, 5)).toEqual({ x: 9, y: 4 })
    // Also from a corner far from the gap, and where the gap is wider.
    expect(leakOf(room, 2, 6, 5)).toEqual({ x: 9, y: 4 })
    const wide = { ...room, cells: room.cells.map((c, i) => (i === 3 * 11 + 9 || i === 5 * 11 + 9 ? 0 : c)) }
    expect(leakOf(wide, 2, 2, 5)).toEqual({ x: 9, y: 4 })
    expect(leakOf(wide, 2, 2, 1)).toBeNull()
    // A closed one lets out nowhere; a line, and what nothing closes in, have no such place.
    expect(leakOf(ring, 2, 2, 5)).toBeNull()
    expect(leakOf(ring, 1, 1, 5)).toBeNull()
    expect(leakOf(grid('.....', '.....', '..#..', '.....', '.....'), 1, 1, 5)).toBeNull()
  })
  it('reaches under its lines', () => expect(rows(grown(flood(ring, 2, 2)!, 1))[1]).toBe('..ooo..'))
})

describe('outlines', () => {
  it('lose only points that lie on their way', () => {
    expect(thinned([vec(0, 0), vec(5, 0.1), vec(10, 0), vec(10, 10)], 0.5)).toEqual([
      vec(0, 0),
      vec(10, 0),
      vec(10, 10),
    ])
    expect(thinned([vec(0, 0), vec(5, 2), vec(10, 0)], 0.5)).toHaveLength(3)
  })
  it('with a hole are one ring that leaves the hole out', () => {
    const ring = oneRing(
      [vec(0, 0), vec(30, 0), vec(30, 30), vec(0, 30)],
      [[vec(10, 10), vec(10, 20), vec(20, 20), vec(20, 10)]],
    ).flatMap(p => [p.x, p.y])
    expect([
      inside(ring, vec(5, 5.1)),
      inside(ring, vec(15, 15)),
      inside(ring, vec(25, 25.1)),
      inside(ring, vec(40, 5)),
    ]).toEqual([true, false, true, false])
  })
})
