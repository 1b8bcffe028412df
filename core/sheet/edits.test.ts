import { describe, expect, it } from 'vitest'
import {
  exposeByThinning,
  giveAway,
  holdRange,
  insertRun,
  listOf,
  merged,
  recut,
  refit,
  runAt,
  runsOf,
  shift,
  shiftBlock,
  trade,
} from '.'
import { ids, row, text } from './rows.test-helper'

const at = (runs: ReturnType<typeof row>, frame: number) => runAt(runs, frame)!
const idsOf = (runs: ReturnType<typeof row>) => listOf(runs).map(r => r.id)

describe('putting a drawing in at a boundary', () => {
  const run = { id: 'new', drawing: 'N', frames: 2 }
  it.each([
    [1, 'N*2 1*8 2*2', 'before the first'],
    [8, '1*7 N*1 2*2', 'on the last frame of a hold'],
    [9, '1*8 N*2 2*2', 'on the first frame of the next'],
    [10, '1*8 2*1 N*1', 'on the last frame of all'],
    [11, '1*8 2*2 N*2', 'right behind the end'],
    [12, '1*8 2*3 N*2', 'one frame behind the end'],
  ])('on frame %i gives %s: %s', (frame, expected) => {
    expect(text(insertRun(row('1*8 2*2'), frame, run, ids()))).toBe(expected)
  })
})

describe('thinning', () => {
  it('keeps the exposures that begin where they did, and names the others anew', () => {
    const nine = row('1 2 3 4')
    expect(idsOf(exposeByThinning(nine, 1, 4, 2, ids()))).toEqual([idsOf(nine)[0], idsOf(nine)[2]])
    const held = row('1*4 2*2 3*2')
    const out = exposeByThinning(held, 3, 8, 2, ids())
    expect(text(out)).toBe('1*2 1*2 2*2 3*2')
    expect(idsOf(out)[0]).toBe(idsOf(held)[0])
    expect(new Set(idsOf(out)).size).toBe(4)
  })
  it('one exposure that is met again and again stays one, under its id', () => {
    const held = row('1*6 2*1')
    const out = exposeByThinning(held, 1, 6, 2, ids())
    expect([text(out), idsOf(out)]).toEqual(['1*6 2*1', idsOf(held)])
  })
  it('ends with what is exposed, also on an odd frame', () => {
    expect(text(exposeByThinning(row('1 2 3'), 1, 9, 2, ids()))).toBe('1*2 3*1')
    const empty = runsOf([])
    expect(exposeByThinning(empty, 1, 9, 2, ids())).toBe(empty)
  })
})

describe('merging', () => {
  it('adds up neighbours of one drawing, and no others', () => {
    expect(text(runsOf(merged(listOf(row('1*2 1*3 2*1 1*4')))))).toBe('1*5 2*1 1*4')
    expect(merged([])).toEqual([])
  })
})

describe('a hold', () => {
  it('keeps the id of what begins there, and names what is cut anew', () => {
    const r = row('1*2 2*2 3*2')
    expect(idsOf(holdRange(r, 3, 6, ids()))).toEqual(idsOf(r).slice(0, 2))
    expect(idsOf(holdRange(r, 2, 6, ids()))[1]).not.toBe(idsOf(r)[0])
    const empty = runsOf([])
    expect(holdRange(empty, 1, 4, ids())).toBe(empty)
  })
})

describe('what comes to nothing', () => {
  it('gives back the very same exposures', () => {
    const r = row('1*4 2*2 3*2')
    expect(trade(r, at(r, 1), 0)).toBe(r)
    expect(shift(r, at(r, 5), 0)).toBe(r)
    expect(shiftBlock(r, at(r, 5), at(r, 5), 0)).toBe(r)
    expect(shiftBlock(r, at(r, 1), at(r, 5), 2)).toBe(r)
  })
})

describe('an exposure that goes', () => {
  it('gives its frames to the next where that is wanted, and leaves a blank where it was alone', () => {
    const r = row('1*4 2*2 3*2')
    expect(text(giveAway(r, at(r, 5), 'next'))).toBe('1*4 3*4')
    expect(text(giveAway(r, at(r, 7), 'next'))).toBe('1*4 2*4')
    const alone = row('1*4')
    const blank = giveAway(alone, at(alone, 1))
    expect([text(blank), idsOf(blank)]).toEqual(['X*4', idsOf(alone)])
  })
})

describe('a block moved in time', () => {
  const r = row('1*4 2*2 3*2 4*3')
  const moved = (delta: number) => text(shiftBlock(r, at(r, 5), at(r, 7), delta))
  it('takes from what follows and gives to what stands before, as far as there is room', () => {
    expect([moved(2), moved(9), moved(-2), moved(-9)]).toEqual([
      '1*6 2*2 3*2 4*1',
      '1*6 2*2 3*2 4*1',
      '1*2 2*2 3*2 4*5',
      '1*1 2*2 3*2 4*6',
    ])
  })
  it('at the end has all the room behind it', () => {
    const last = row('1*4 2*2')
    expect(text(shiftBlock(last, at(last, 5), at(last, 5), 3))).toBe('1*7 2*2')
  })
  it('does not take the last frame of what follows, but gives to it', () => {
    const tight = row('1*4 2*2 3*1')
    expect(shiftBlock(tight, at(tight, 5), at(tight, 5), 1)).toBe(tight)
    expect(text(shiftBlock(tight, at(tight, 5), at(tight, 5), -1))).toBe('1*3 2*2 3*2')
  })
})

describe('lengths fitted to a total', () => {
  it('in equal parts where all are one frame long, the remainder to the earlier', () => {
    expect(refit([1, 1, 1], 6)).toEqual([2, 2, 2])
    expect(refit([2, 2], 3)).toEqual([2, 1])
    expect(refit([3, 2], 2)).toEqual([1, 1])
    expect(refit([5, 3, 1], 9)).toEqual([5, 3, 1])
  })
  it('the in-betweens in whole steps, the pose with what is left', () => {
    expect(recut([4, 2, 2], 12, 2)).toEqual([4, 4, 4])
    expect(recut([8, 2, 2], 10, 2)).toEqual([6, 2, 2])
    // Too much for the hold to keep a frame: the longest gives first.
    expect(recut([1, 6, 6], 8, 2)).toEqual([2, 2, 4])
    expect(recut([1, 4, 8], 8, 2)).toEqual([2, 2, 4])
    // No room for a step each.
    expect(recut([2, 2, 2], 4, 2)).toEqual([2, 1, 1])
    expect(recut([2, 2, 2], 5, 2)).toEqual([1, 2, 2])
  })
  it('the place it stands on is found', () => expect(runAt(row('1*2 2*2'), 3)!.run.drawing).toBe('2'))
})
