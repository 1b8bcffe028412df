import { describe, expect, it } from 'vitest'
import type { Move } from '#core/document'
import { movedOn } from '#core/pass'
import { goingOn, withGoing } from './ground'

const at = (frame: number, x: number): Move => ({ frame, place: { x, y: 0 }, turn: 0, size: 1 })
const xOn = (moves: readonly Move[], frame: number) => movedOn(moves, frame)![4]

describe('what goes by a stride', () => {
  const going = { first: 5, last: 28, per: { x: 7.5, y: 0 }, drawn: false }
  it('goes so many px a frame from where it lay, and stays where it gets to', () => {
    const moves = withGoing([at(1, 100)], going)
    // Arithmetic: px a frame times the frames gone.
    expect([1, 4, 5, 6, 17, 28, 29, 60].map(f => xOn(moves, f))).toEqual([100, 100, 100, 107.5, 190, 272.5, 280, 280])
    expect(goingOn(moves, 10)).toEqual({ x: 7.5, y: 0 })
    expect(goingOn(moves, 3)).toBeNull()
  })
  it('takes the place of what went there before, and leaves what lies behind', () => {
    const moves = withGoing([at(1, 0), at(10, 40), at(40, 500)], going)
    expect(moves.map(m => m.frame)).toEqual([1, 5, 29, 40])
    expect(withGoing(moves, going).map(m => m.frame)).toEqual([1, 5, 29, 40])
    expect(xOn(moves, 40)).toBe(500)
  })
  it('with its drawings waits for the next of them', () => {
    const moves = withGoing(undefined, { ...going, first: 1, last: 24, drawn: true })
    const onThrees = (frame: number) => frame - ((frame - 1) % 3)
    const seen = [1, 2, 3, 4, 5, 6, 7].map(f => movedOn(moves, f, onThrees)![4])
    expect(seen).toEqual([0, 0, 0, 22.5, 22.5, 22.5, 45])
  })
})
