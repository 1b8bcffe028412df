import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Runs } from '.'
import {
  deleteFrames,
  evenLengths,
  exposeFrom,
  exposuresIn,
  insertExposures,
  insertFrames,
  listOf,
  onStepFrame,
  overwrite,
  refit,
  repeatRange,
  repeatUntil,
  replaceDrawing,
  reverseRange,
  runsOf,
  spreadRange,
  startOn,
  summary,
  thereAndBack,
} from '.'
import { ids, row, text } from './rows.test-helper'

describe('repeating', () => {
  it('n times moves what follows, until a frame cuts the last time', () => {
    expect(text(repeatRange(row('1*2 2*2 3*4'), 1, 4, 3, ids()))).toBe('1*2 2*2 1*2 2*2 1*2 2*2 3*4')
    expect(text(repeatUntil(row('1*2 2*2 3*4'), 1, 4, 9, ids()))).toBe('1*2 2*2 1*2 2*2 1*1')
    expect(text(repeatUntil(row('1*2 2*2 3*6'), 1, 4, 7, ids()))).toBe('1*2 2*2 1*2 2*1 3*3')
  })
  // Common practice: n drawings shown there and back, ends once, give a loop of 2n − 2.
  it('there and back gives 2n − 2 drawings', () => {
    for (let n = 2; n <= 9; n++) {
      const there = row(Array.from({ length: n }, (_, i) => String(i + 1)).join(' '))
      expect(thereAndBack(there, 1, n, ids()).count).toBe(2 * n - 2)
    }
    expect(text(thereAndBack(row('1*2 2*1 3*3 4*2'), 1, 6, ids()))).toBe('1*2 2*1 3*3 2*1 4*2')
  })
  it('reversed is the other way round in the same frames, twice is as before', () => {
    const r = row('1*2 2*1 3*3')
    expect(text(reverseRange(r, 1, 6, ids()))).toBe('3*3 2*1 1*2')
    expect(text(reverseRange(reverseRange(r, 1, 6, ids()), 1, 6, ids()))).toBe(text(r))
    expect(text(reverseRange(r, 2, 4, ids()))).toBe('1*1 3*1 2*1 1*1 3*2')
  })
})

describe('spreading', () => {
  it('goes by whole steps where there is room, the last takes the remainder', () => {
    expect(text(spreadRange(row('1 2 3 4 5*9'), 1, 13, 2, ids()))).toBe('1*2 2*2 3*2 4*2 5*5'.replace('5*5', '5*5'))
    expect(evenLengths(3, 12, 2)).toEqual([4, 4, 4])
    expect(evenLengths(4, 7, 2)).toEqual([1, 2, 2, 2])
    expect(evenLengths(1, 5, 2)).toEqual([5])
  })
  it('fills the frames with at least one each', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 4 }),
        (n, more, step) => {
          const lengths = evenLengths(n, n + more, step)
          expect(lengths.reduce((a, b) => a + b)).toBe(n + more)
          expect(Math.min(...lengths)).toBeGreaterThanOrEqual(1)
        },
      ),
    )
  })
})

describe('frames', () => {
  // Common practice: one frame taken out of each step of 12 makes a cycle of 22.
  it('two steps of 12 with one frame out of each are 22', () => {
    const walk = row('1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3')
    const out = deleteFrames(deleteFrames(walk, 13, 13, ids()), 1, 1, ids())
    expect(summary(out)).toMatchObject({ frames: 22, drawings: 8 })
    expect(text(out)).toBe('1*2 4*3 7*3 10*3 13*2 16*3 19*3 22*3')
  })
  it('put in hold what is shown before them', () => {
    expect(text(insertFrames(row('1*2 2*2'), 3, 2))).toBe('1*4 2*2')
    expect(text(insertFrames(row('1*2 2*2'), 4, 2))).toBe('1*2 2*4')
    expect(text(insertFrames(row('1*2 2*2'), 1, 1))).toBe('1*3 2*2')
  })
  it('taken out of the middle of a hold leave one hold', () => {
    expect(text(deleteFrames(row('1*6 2*2'), 3, 4, ids()))).toBe('1*4 2*2')
    expect(text(deleteFrames(row('1*2 2*2 1*2'), 3, 4, ids()))).toBe('1*2 1*2')
    expect(text(deleteFrames(row('1*2 2*2'), 2, 9, ids()))).toBe('1*1')
  })
})

it('exposures are copied cut at the ends, put over or between', () => {
  const r = row('1*2 2*3 3*1')
  expect(exposuresIn(r, 2, 4)).toEqual([
    { drawing: '1', frames: 1 },
    { drawing: '2', frames: 2 },
  ])
  expect(exposuresIn(r, 6, 9)).toEqual([{ drawing: '3', frames: 4 }])
  expect(text(overwrite(r, 3, exposuresIn(r, 1, 1), ids()))).toBe('1*2 1*1 2*2 3*1')
  expect(text(insertExposures(r, 4, [{ drawing: '9', frames: 2 }], ids()))).toBe('1*2 2*1 9*2 2*2 3*1')
  expect(text(insertExposures(r, 9, [{ drawing: '9', frames: 2 }], ids()))).toBe('1*2 2*3 3*3 9*2')
})
it('one drawing is replaced by another, here or everywhere', () => {
  expect(text(replaceDrawing(row('1*2 2*2 1*2'), '1', '7'))).toBe('7*2 2*2 7*2')
  expect(text(replaceDrawing(row('1*2 2*2 1*2'), '1', '7', 5, 6))).toBe('1*2 2*2 7*2')
  expect(text(exposeFrom(row('1*4 2*2'), 3, '7', ids()))).toBe('1*2 7*2 2*2')
  expect(text(exposeFrom(row('1*4 2*2'), 5, null, ids()))).toBe('1*4 X*2')
  expect(text(exposeFrom(row('1*4'), 7, '7', ids()))).toBe('1*6 7*1')
})
it('exposures begin where they are wanted, the others in proportion', () => {
  const r = row('1*4 2*2 3*2 4*4')
  expect(
    text(
      startOn(
        r,
        new Map([
          ['r0', 1],
          ['r3', 13],
        ]),
        refit,
      )!,
    ),
  ).toBe('1*6 2*3 3*3 4*4')
  expect(startOn(r, new Map([['r3', 3]]), refit)).toBeNull()
  expect([1, 2, 3, 4, 12, 13].map(f => onStepFrame(f, 2))).toEqual([1, 3, 3, 5, 13, 13])
})

// A plain array of one entry for each frame, to compare with: the whole meaning of an exposure sheet.
const plain = (runs: Runs): (string | null)[] =>
  listOf(runs).flatMap(r => Array.from({ length: r.frames }, () => r.drawing))
const anyRow = fc
  .array(fc.tuple(fc.constantFrom('1', '2', '3', '4', null), fc.integer({ min: 1, max: 6 })), {
    minLength: 1,
    maxLength: 12,
  })
  .map(list => runsOf(list.map(([drawing, frames], i) => ({ id: `r${i}`, drawing, frames }))))

it('agrees with a plain array of frames', () => {
  fc.assert(
    fc.property(anyRow, fc.nat(), fc.nat(), fc.integer({ min: 1, max: 5 }), (runs, a, b, n) => {
      const first = 1 + (a % runs.frames)
      const last = first + (b % (runs.frames - first + 1))
      const frames = plain(runs)
      const range = frames.slice(first - 1, last)
      const [before, after] = [frames.slice(0, first - 1), frames.slice(last)]
      expect(plain(repeatRange(runs, first, last, n, ids()))).toEqual([
        ...before,
        ...Array.from({ length: n }, () => range).flat(),
        ...after,
      ])
      const until = last + n
      const again = Array.from({ length: n }, (_, i) => range[i % range.length]!)
      expect(plain(repeatUntil(runs, first, last, until, ids()))).toEqual([
        ...before,
        ...range,
        ...again,
        ...frames.slice(until),
      ])
      expect(plain(reverseRange(runs, first, last, ids()))).toEqual([...before, ...[...range].reverse(), ...after])
      expect(plain(deleteFrames(runs, first, last, ids()))).toEqual([...before, ...after])
      const at =
        first > 1 && frames[first - 2] !== undefined && runs && plainStart(runs, first)
          ? frames[first - 2]!
          : frames[first - 1]!
      expect(plain(insertFrames(runs, first, n))).toEqual([
        ...before,
        ...Array.from({ length: n }, () => at),
        ...frames.slice(first - 1),
      ])
      expect(plain(insertExposures(runs, first, [{ drawing: '9', frames: n }], ids()))).toEqual([
        ...before,
        ...Array.from({ length: n }, () => '9'),
        ...frames.slice(first - 1),
      ])
      const out = replaceDrawing(runs, '1', '9', first, last)
      expect(plain(out)).toHaveLength(frames.length)
      for (const r of [out, deleteFrames(runs, first, last, ids()), reverseRange(runs, first, last, ids())]) {
        const seen = listOf(r).map(x => x.id)
        expect(new Set(seen).size).toBe(seen.length)
      }
    }),
  )
})

/** True where an exposure begins on a frame. */
function plainStart(runs: Runs, frame: number): boolean {
  let start = 1
  return listOf(runs).some(r => {
    const here = start === frame
    start += r.frames
    return here
  })
}
