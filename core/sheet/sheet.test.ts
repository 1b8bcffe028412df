import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Run, Runs } from '.'
import {
  blankRange,
  exposeByPush,
  exposeByThinning,
  findRun,
  following,
  giveAway,
  holdRange,
  insertRun,
  listOf,
  push,
  refit,
  runAt,
  runsOf,
  shift,
  shownAt,
  splice,
  summary,
  trade,
} from '.'
import { ids, row, text } from './rows.test-helper'

const at = (runs: Runs, frame: number) => runAt(runs, frame)!

describe('counts of drawings', () => {
  // Common practice: nine frames hold nine drawings on ones, five on twos (1, 3, 5, 7, 9), three on threes (1, 4, 7).
  const nine = row('1 2 3 4 5 6 7 8 9')
  it.each([
    [1, '1 2 3 4 5 6 7 8 9', 9],
    [2, '1 3 5 7 9', 5],
    [3, '1 4 7', 3],
  ] as const)('thinned to a step of %d keeps %s', (step, kept, n) => {
    const out = exposeByThinning(nine, 1, 9, step, ids())
    expect(
      listOf(out)
        .map(r => r.drawing)
        .join(' '),
    ).toBe(kept)
    expect(summary(out)).toMatchObject({ frames: 9, drawings: n })
  })
  // Common practice: putting ones on twos and keeping every drawing doubles the frames.
  it('pushed to twos keeps every drawing and doubles the length', () => {
    const out = exposeByPush(nine, 1, 9, 2)
    expect(summary(out)).toEqual({ frames: 18, drawings: 9, exposures: 9 })
  })
  it('pushes just the drawings that begin in the range, and leaves blanks alone', () => {
    expect(text(exposeByPush(row('1*4 2*2 X*3 3*2 4*2'), 3, 11, 1))).toBe('1*4 2*1 X*3 3*1 4*2')
  })
})

describe('edits', () => {
  it('push moves what follows, trade keeps the total, both stop at one frame', () => {
    const r = row('1*4 2*2 3*2')
    expect(text(push(r, at(r, 1), 3))).toBe('1*7 2*2 3*2')
    expect(text(push(r, at(r, 1), -9))).toBe('1*1 2*2 3*2')
    expect(text(trade(r, at(r, 1), 5))).toBe('1*5 2*1 3*2')
    expect(text(trade(r, at(r, 1), -9))).toBe('1*1 2*5 3*2')
    expect(text(trade(r, at(r, 8), 1))).toBe(text(r))
  })
  it('shifts a drawing between its neighbours, the last against its own length', () => {
    const r = row('1*4 2*2 3*3')
    expect(text(shift(r, at(r, 5), -2))).toBe('1*2 2*2 3*5')
    expect(text(shift(r, at(r, 5), 9))).toBe('1*6 2*2 3*1')
    expect(text(shift(r, at(r, 7), 1))).toBe('1*4 2*3 3*2')
    expect(text(shift(r, at(r, 1), 2))).toBe(text(r))
  })
  it('holds and blanks a range, cutting the exposures at its edges', () => {
    expect(text(holdRange(row('1*2 2*2 3*2 4*2'), 2, 5, ids()))).toBe('1*1 1*4 3*1 4*2')
    expect(text(blankRange(row('1*2 2*2 3*2'), 2, 4, ids()))).toBe('1*1 X*3 3*2')
    expect(text(blankRange(row('1*2'), 4, 5, ids()))).toBe('1*3 X*2')
  })
  it('puts a drawing within a hold, before another, and far after the end', () => {
    const n: Run = { id: 'new', drawing: 'N', frames: 2 }
    expect(text(insertRun(row('1*8 2*2'), 5, n, ids()))).toBe('1*4 N*4 2*2')
    expect(text(insertRun(row('1*8 2*2'), 9, n, ids()))).toBe('1*8 N*2 2*2')
    expect(text(insertRun(row('1*2'), 9, n, ids()))).toBe('1*8 N*2')
    expect(text(insertRun(runsOf([]), 3, n, ids()))).toBe('X*2 N*2')
    expect(text(insertRun(runsOf([]), 1, n, ids()))).toBe('N*2')
    // On a blank nothing is pushed, wherever in it.
    expect(text(insertRun(row('1*2 X*7 2*2'), 3, n, ids()))).toBe('1*2 N*7 2*2')
    expect(text(insertRun(row('1*2 X*7 2*2'), 5, n, ids()))).toBe('1*2 X*2 N*5 2*2')
    expect(text(insertRun(row('1*2 X*1'), 3, n, ids()))).toBe('1*2 N*2')
  })
  it('gives the frames of a removed exposure to its neighbour, so nothing else moves', () => {
    const r = row('1*4 2*2 3*2')
    expect(text(giveAway(r, at(r, 5)))).toBe('1*6 3*2')
    expect(text(giveAway(r, at(r, 1)))).toBe('2*6 3*2')
  })
  it('refits lengths in proportion and never below one frame', () => {
    expect(refit([2, 2, 2], 9)).toEqual([3, 3, 3])
    expect(refit([6, 2, 2], 5)).toEqual([3, 1, 1])
    expect(refit([4, 2], 1)).toEqual([4, 2])
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 12, max: 300 }),
        (lengths, total) => {
          const out = refit(lengths, total)
          expect(out.reduce((a, b) => a + b)).toBe(total)
          expect(Math.min(...out)).toBeGreaterThanOrEqual(1)
        },
      ),
    )
  })
})

describe('lookup', () => {
  it('keeps showing the last drawing after the last run, and nothing after a blank', () => {
    const r = row('1*2 2*2')
    expect(runAt(r, 5)).toBeNull()
    expect(shownAt(r, 99)!.run.drawing).toBe('2')
    expect(shownAt(row('1*2 X*1'), 99)!.run.drawing).toBeNull()
    expect(shownAt(runsOf([]), 1)).toBeNull()
  })
  it('finds a run by a wrong hint too', () => expect(findRun(row('1*2 2*2 3*2'), 'r2', 1)!.start).toBe(5))
  it('throws on a run without frames', () => expect(() => row('1*0')).toThrow(RangeError))

  it('agrees with a plain list under any splices', () => {
    const run = fc.record({ drawing: fc.constantFrom('a', 'b', null), frames: fc.integer({ min: 1, max: 5 }) })
    const edit = fc.record({ at: fc.nat(), remove: fc.nat({ max: 40 }), insert: fc.array(run, { maxLength: 50 }) })
    fc.assert(
      fc.property(fc.array(run, { maxLength: 200 }), fc.array(edit, { maxLength: 8 }), (start, edits) => {
        let n = 0
        const named = (list: typeof start): Run[] => list.map(r => ({ ...r, id: `x${n++}` }))
        let plain = named(start)
        let runs = runsOf(plain)
        for (const e of edits) {
          const i = plain.length ? e.at % plain.length : 0
          const insert = named(e.insert)
          const remove = Math.min(e.remove, plain.length - i)
          const place = plain.length ? findRun(runs, plain[i]!.id) : null
          const before = runs
          runs = splice(runs, place, remove, insert)
          const standsAt = following(before, runs)
          for (const { id } of plain) expect(standsAt(findRun(before, id)!)).toEqual(findRun(runs, id))
          plain = [...plain.slice(0, i), ...insert, ...plain.slice(i + remove)]
        }
        expect(listOf(runs)).toEqual(plain)
        expect([runs.count, runs.frames]).toEqual([plain.length, plain.reduce((s, r) => s + r.frames, 0)])
        const frames = plain.flatMap(r => Array.from({ length: r.frames }, () => r.id))
        for (let f = 1; f <= frames.length; f += 7) expect(runAt(runs, f)!.run.id).toBe(frames[f - 1])
      }),
    )
  })
})
