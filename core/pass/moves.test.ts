import { describe, expect, it } from 'vitest'
import type { Move } from '../document'
import { distance, mapped, vec } from '../motion'
import { movedOn, moveOf, moveSpace, simplified } from '.'

const move = (frame: number, x: number, more: Partial<Move> = {}): Move => ({
  frame,
  place: vec(x, 0),
  turn: 0,
  size: 1,
  ...more,
})
const at = (moves: readonly Move[], frame: number) => mapped(movedOn(moves, frame)!, vec(0, 0))

describe('moves of a column', () => {
  it('hold until the next; the first one before it, too', () => {
    const moves = [move(5, 10), move(9, 50)]
    expect([1, 5, 8, 9, 40].map(f => at(moves, f).x)).toEqual([10, 10, 10, 50, 50])
  })

  it('go to the next on a step, spaced as a chart is', () => {
    const go = { recipe: { family: 'even' as const }, step: 2, about: vec(0, 0) }
    const moves = [move(1, 0, { go }), move(9, 80)]
    expect([1, 2, 3, 4, 5, 7, 8, 9, 20].map(f => at(moves, f).x)).toEqual([0, 0, 20, 20, 40, 60, 60, 80, 80])
    const slow = [move(1, 0, { go: { ...go, recipe: { family: 'halves', slow: 'first' } } }), move(9, 80)]
    // Halves: each place is half of the one after it (common practice).
    expect([3, 5, 7, 9].map(f => at(slow, f).x)).toEqual([10, 20, 40, 80])
  })

  it('turn and grow about a point that goes straight', () => {
    const about = vec(100, 50)
    const from = moveOf(1, [1, 0, 0, 1, 0, 0])
    const to = moveOf(5, [0, 2, -2, 0, 400, -200])
    const moves = [{ ...from, go: { recipe: { family: 'even' as const }, step: 1, about } }, to]
    const [p, q] = [mapped(moveSpace(from), about), mapped(moveSpace(to), about)]
    const middle = mapped(movedOn(moves, 3)!, about)
    expect(middle.x).toBeCloseTo((p.x + q.x) / 2, 6)
    expect(middle.y).toBeCloseTo((p.y + q.y) / 2, 6)
    const m = movedOn(moves, 3)!
    expect(Math.hypot(m[0], m[1])).toBeCloseTo(1.5, 6)
    expect(Math.atan2(m[1], m[0])).toBeCloseTo(Math.PI / 4, 6)
  })

  it('can be away for a while', () => {
    const moves = [move(1, 0), move(4, 0, { away: true }), move(8, 30)]
    expect(movedOn(moves, 5)).toBeNull()
    expect(at(moves, 3).x).toBe(0)
    expect(at(moves, 8).x).toBe(30)
  })
})

describe('simplified moves', () => {
  const corners = [vec(0, 0), vec(200, 0), vec(0, 120), vec(200, 120)]
  const farthest = (a: readonly Move[], b: readonly Move[], last: number) => {
    let most = 0
    for (let f = 1; f <= last; f++)
      for (const p of corners) most = Math.max(most, distance(mapped(movedOn(a, f)!, p), mapped(movedOn(b, f)!, p)))
    return most
  }

  it('are few where a column goes evenly, on twos too, and lie where they lay', () => {
    const twos = Array.from({ length: 20 }, (_, i) => move(1 + 2 * i, 12 * i, { turn: 0.02 * i }))
    const few = simplified(twos, corners, { most: 1, last: 60 })
    expect(few.length).toBeLessThan(5)
    expect(farthest(twos, few, 60)).toBeLessThan(1)
  })

  it('keep what holds, corners, and where it is away', () => {
    const moves = [
      ...[0, 10, 20, 30].map((x, i) => move(1 + 2 * i, x)),
      move(20, 30, { away: true }),
      ...[200, 260, 320].map((x, i) => move(30 + i, x)),
    ]
    const few = simplified(moves, corners, { most: 1, last: 48 })
    expect(few.length).toBeLessThan(moves.length)
    for (let f = 1; f <= 48; f++) {
      const [was, is] = [movedOn(moves, f), movedOn(few, f)]
      expect(is === null).toBe(was === null)
      if (was && is) expect(distance(mapped(was, corners[3]!), mapped(is, corners[3]!))).toBeLessThan(1)
    }
  })

  it('are never farther off than is said, on a wild way', () => {
    const wild = Array.from({ length: 60 }, (_, i) =>
      move(1 + i, 90 * Math.sin(i / 5) + (i % 17 === 0 ? 25 : 0), { size: 1 + 0.2 * Math.sin(i / 9) }),
    )
    for (const most of [0.5, 1, 4]) {
      const few = simplified(wild, corners, { most, last: 60 })
      expect(farthest(wild, few, 60)).toBeLessThanOrEqual(most)
    }
  })
})
