import { describe, expect, it } from 'vitest'
import { shownRuns } from '../sheet'
import { row } from '../sheet/rows.test-helper'
import type { GhostRule } from '.'
import { ghostsOf } from '.'

/** Poses have capital letters. */
const isPose = (d: string) => d === d.toUpperCase()
const rule = (by: GhostRule['by'], before: number, after: number, { span = false } = {}): GhostRule => ({
  by,
  span,
  before: Array.from({ length: before }, (_, i) => 1 - i / 10),
  after: Array.from({ length: after }, (_, i) => 1 - i / 10),
})
/**
 * Ghosts as "a<2 b>1 C": drawing a as the second before, b as the first after, C pinned; in order of drawing letters.
 */
const told = (text: string, frame: number, r: GhostRule, pinned: string[] = []) => ghosts(row(text), frame, r, pinned)
const ghosts = (runs: ReturnType<typeof row>, frame: number, r: GhostRule, pinned: string[] = []) =>
  ghostsOf(runs, isPose, frame, r, pinned)
    .map(g => `${g.drawing}${g.side === 'pinned' ? '' : `${g.side === 'before' ? '<' : '>'}${g.rank}`}`)
    .sort()
    .join(' ')

describe('ghosts', () => {
  // Worked out by hand from the column in the first field.
  it.each([
    // holds: frames of a hold show the same drawing, which is listed once, at its nearest
    ['A*4 b*2 c*2 D*4', 6, 'frame', 3, 3, 'A<2 D>3 c>1'],
    ['A*4 b*2 c*2 D*4', 5, 'frame', 2, 2, 'A<1 c>2'],
    ['A*4 b*2 c*2 D*4', 6, 'drawing', 2, 2, 'A<1 D>2 c>1'],
    ['A*4 b*2 c*2 D*4', 6, 'pose', 2, 2, 'A<1 D>1'],
    ['A*4 b*2 c*2 D*4', 1, 'drawing', 3, 1, 'b>1'],
    // behind the end the last drawing stays
    ['A*4 b*2 c*2 D*4', 20, 'frame', 3, 3, ''],
    ['A*4 b*2 c*2 D*4', 20, 'drawing', 2, 2, 'b<2 c<1'],
    // blanks are passed over; on a blank both sides are seen
    ['A*2 X*3 b*2', 6, 'frame', 4, 2, 'A<4'],
    ['A*2 X*3 b*2', 6, 'drawing', 1, 1, 'A<1'],
    ['A*2 X*3 b*2', 4, 'drawing', 1, 1, 'A<1 b>1'],
    // returns: the drawing itself is never its ghost, and none is listed twice
    ['A b C b A', 3, 'drawing', 3, 3, 'A<2 b<1'],
    ['A b C b A', 4, 'drawing', 3, 3, 'A>1 C<1'],
    ['A b C b A b', 4, 'frame', 3, 2, 'A>1 C<1'],
    ['a b c D e f', 3, 'pose', 2, 2, 'D>1'],
  ] as const)('%s on frame %i by %s, %i before and %i after: %s', (text, frame, by, before, after, out) => {
    expect(told(text, frame, rule(by, before, after))).toBe(out)
  })
  it('of the span: the two poses around', () => {
    expect(told('A*4 b*2 c*2 D*4 e*2', 7, rule('frame', 0, 0, { span: true }))).toBe('A<1 D>1')
    expect(told('A*4 b*2 c*2 D*4 e F', 9, rule('frame', 0, 0, { span: true }))).toBe('A<1 F>1')
  })
  it('pinned ones are always there, but not on themselves', () => {
    expect(told('A*4 b*2 c*2 D*4', 6, rule('drawing', 1, 0), ['D', 'A'])).toBe('A D')
    expect(told('A*4 b*2 c*2 D*4', 10, rule('drawing', 0, 0), ['D', 'A'])).toBe('A')
  })
  it('through repeats: what is seen counts, not what is written', () => {
    const shown = shownRuns(
      { runs: row('A*2 b*2 C*2'), repeats: [{ id: 'x', first: 'r0', last: 'r1', times: 2, back: false }] },
      20,
    )
    expect(ghosts(shown, 5, rule('drawing', 1, 2))).toBe('C>2 b<1')
    expect(ghosts(shown, 9, rule('drawing', 2, 0))).toBe('A<2 b<1')
  })
  it('none at no strength, eight at most on a side, the farthest first', () => {
    expect(told('a b c d', 4, { by: 'drawing', before: [0.5, 0, 0.5], after: [], span: false })).toBe('a<3 c<1')
    const many = ghostsOf(row('a b c d e f g h i j k l'), isPose, 12, rule('drawing', 12, 0))
    expect(many.map(g => g.rank)).toEqual([8, 7, 6, 5, 4, 3, 2, 1])
  })
})
