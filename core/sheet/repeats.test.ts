import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Repeat, Run, Runs } from '.'
import {
  blankRange,
  bracketsOf,
  deleteFrames,
  eachRun,
  exposeByPush,
  findRun,
  insertFrames,
  keptRepeats,
  listOf,
  overwrite,
  plainRuns,
  reverseRange,
  runAt,
  runsOf,
  shownFrames,
  shownRuns,
  trade,
  withStay,
  writtenFrame,
} from '.'
import { ids, row, text } from './rows.test-helper'

const repeat = (first: number, last: number, times: number | null, { back = false } = {}): Repeat => ({
  id: `b${first}`,
  first: `r${first}`,
  last: `r${last}`,
  times,
  back,
})
const seen = (runs: Runs, repeats: Repeat[], length = 99): string => text(shownRuns({ runs, repeats }, length))

/** What is shown on each frame, worked out frame by frame with plain arrays. */
function plainly(list: readonly Run[], repeats: readonly Repeat[], length: number): (string | null)[] {
  const frames = (runs: readonly Run[]) => runs.flatMap(r => Array.from({ length: r.frames }, () => r.drawing))
  const out: (string | null)[] = []
  for (let i = 0; i < list.length; i++) {
    const b = repeats.find(r => r.first === list[i]!.id)
    if (!b) {
      out.push(...frames([list[i]!]))
      continue
    }
    const last = list.findIndex(r => r.id === b.last)
    const there = list.slice(i, last + 1)
    const turn = frames([...there, ...(b.back ? there.slice(1, -1).reverse() : [])])
    if (b.times !== null) for (let t = 0; t < b.times; t++) out.push(...turn)
    else {
      const once = frames(there)
      const start = out.length
      out.push(...once)
      for (let f = once.length; out.length < length; f++) out.push(turn[f % turn.length]!)
      if (start >= length) out.length = start + once.length
    }
    i = last
  }
  return out
}
const framesOf = (runs: Runs) => listOf(runs).flatMap(r => Array.from({ length: r.frames }, () => r.drawing))

describe('repeat brackets', () => {
  it('show a passage again without copying it', () => {
    const runs = row('1*2 2*2 3*4')
    expect(seen(runs, [repeat(0, 1, 3)])).toBe('1*2 2*2 1*2 2*2 1*2 2*2 3*4')
    expect(listOf(shownRuns({ runs, repeats: [repeat(0, 1, 3)] }, 99)).map(r => !!r.again)).toEqual([
      false,
      false,
      true,
      true,
      true,
      true,
      false,
    ])
    expect(runs.frames).toBe(8)
  })

  it('go there and back as a loop of 2n − 2 (common practice of cycles)', () => {
    expect(seen(row('1 2 3 4'), [repeat(0, 3, 1, { back: true })])).toBe('1*1 2*1 3*1 4*1 3*1 2*1')
    expect(shownRuns({ runs: row('1 2 3 4'), repeats: [repeat(0, 3, 5, { back: true })] }, 99).count).toBe(
      5 * (2 * 4 - 2),
    )
  })

  it('fill the shot to its end, the last time cut', () => {
    expect(seen(row('X*2 1*3 2*2'), [repeat(1, 2, null)], 14)).toBe('X*2 1*3 2*2 1*3 2*2 1*2')
    expect(seen(row('X*2 1*3 2*2'), [repeat(1, 2, null)], 5)).toBe('X*2 1*3 2*2')
    expect(seen(row('1*2 2 3*2'), [repeat(0, 2, null, { back: true })], 13)).toBe('1*2 2*1 3*2 2*1 1*2 2*1 3*2 2*1 1*1')
  })

  it('cycles of 20 and 8 frames meet again after 40', () => {
    const length = 200
    const [long, short] = [20, 8].map(n =>
      framesOf(
        shownRuns(
          {
            runs: runsOf(Array.from({ length: n / 2 }, (_, i) => ({ id: `r${i}`, drawing: `d${i}`, frames: 2 }))),
            repeats: [repeat(0, n / 2 - 1, null)],
          },
          length,
        ),
      ),
    )
    const begin = Array.from({ length: length - 1 }, (_, i) => i + 1).find(
      f => long![f] === 'd0' && long![f - 1] !== 'd0' && short![f] === 'd0' && short![f - 1] !== 'd0',
    )
    expect(begin).toBe(40)
  })

  it('two steps of twelve with one frame out of each last 22', () => {
    const cycle = row(Array.from({ length: 24 }, (_, i) => String(i + 1)).join(' '))
    expect(deleteFrames(deleteFrames(cycle, 13, 13, ids()), 1, 1, ids()).frames).toBe(22)
  })

  const written = fc
    .array(
      fc.record({ drawing: fc.option(fc.constantFrom('a', 'b', 'c', 'd')), frames: fc.integer({ min: 1, max: 9 }) }),
      { minLength: 2, maxLength: 90 },
    )
    .map(list => list.map((r, i): Run => ({ id: `r${i}`, ...r })))
  const brackets = (n: number) =>
    fc
      .tuple(fc.array(fc.nat(n - 1), { minLength: 2, maxLength: 6 }), fc.constantFrom(null, 2, 3, 7), fc.boolean())
      .map(([cuts, times, back]): Repeat[] => {
        const at = [...new Set(cuts)].sort((a, b) => a - b)
        return at.flatMap((first, i) =>
          i % 2 || at[i + 1] === undefined
            ? []
            : [repeat(first, at[i + 1]!, i + 2 < at.length - 1 ? (times ?? 2) : times, { back })],
        )
      })
  const column = written.chain(list =>
    fc.record({ list: fc.constant(list), repeats: brackets(list.length), length: fc.integer({ min: 1, max: 700 }) }),
  )

  it('agree with a plain array of frames', () =>
    fc.assert(
      fc.property(column, ({ list, repeats, length }) => {
        const runs = runsOf(list)
        expect(framesOf(shownRuns({ runs, repeats }, length))).toEqual(plainly(list, repeats, length))
      }),
    ))

  it('tell each written frame where it is shown, and each shown one where it is written', () =>
    fc.assert(
      fc.property(column, ({ list, repeats, length }) => {
        const runs = runsOf(list)
        const stand = bracketsOf({ runs, repeats }, length)
        const shown = shownRuns({ runs, repeats }, length)
        for (let f = 1; f <= runs.frames; f++) {
          const at = shownFrames(stand, f)
          expect(writtenFrame(stand, at[0]!)).toEqual({ frame: f, again: null })
          for (const s of at) expect(runAt(shown, s)!.run.id).toBe(runAt(runs, f)!.run.id)
        }
      }),
    ))

  it('turned into plain exposures look the same', () =>
    fc.assert(
      fc.property(column, ({ list, repeats, length }) => {
        const runs = runsOf(list)
        const before = framesOf(shownRuns({ runs, repeats }, length))
        let plain = runs
        let left = repeats
        const newId = ids()
        for (const r of repeats) {
          plain = plainRuns({ runs: plain, repeats: left }, length, r.id, newId)
          left = left.filter(x => x !== r)
        }
        expect(framesOf(plain)).toEqual(before)
      }),
    ))

  it('stay over exposures that are there, in order and apart, whatever is edited', () =>
    fc.assert(
      fc.property(
        column,
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 1, max: 60 }),
        fc.nat(6),
        ({ list, repeats }, first, more, which) => {
          const runs = runsOf(list)
          const newId = ids()
          const [a, b] = [Math.min(first, runs.frames), Math.min(first + more, runs.frames)]
          const edits = [
            () => deleteFrames(runs, a, b, newId),
            () => blankRange(runs, a, b, newId),
            () => exposeByPush(runs, a, b, 3),
            () => reverseRange(runs, a, b, newId),
            () => overwrite(runs, a, [{ drawing: 'z', frames: more }], newId),
            () => insertFrames(runs, a, more),
            () => trade(runs, runAt(runs, a)!, more),
          ]
          const after = edits[which]!()
          const kept = keptRepeats(repeats, runs, after)
          let end = 0
          for (const r of [...kept].sort((x, y) => findRun(after, x.first)!.start - findRun(after, y.first)!.start)) {
            const [x, y] = [findRun(after, r.first)!, findRun(after, r.last)!]
            expect(x.start).toBeGreaterThan(end)
            expect(y.start).toBeGreaterThanOrEqual(x.start)
            end = y.start
          }
          for (const r of repeats)
            if (findRun(after, r.first) && findRun(after, r.last)) expect(kept.some(k => k.id === r.id)).toBe(true)
        },
      ),
    ))

  it('keep to their frames when what is under them is replaced in place', () => {
    const runs = row('1*2 2*2 3*2 4*2')
    const after = overwrite(runs, 3, [{ drawing: 'z', frames: 2 }], ids())
    const [kept] = keptRepeats([repeat(1, 2, 3)], runs, after)
    expect(text(shownRuns({ runs: after, repeats: [kept!] }, 99))).toBe('1*2 z*2 3*2 z*2 3*2 z*2 3*2 4*2')
    expect(keptRepeats([repeat(1, 2, 3)], runs, deleteFrames(runs, 3, 6, ids()))).toEqual([])
  })

  it('are not made longer by what is put in behind them', () => {
    const written = { runs: row('1*2 2*2'), repeats: [repeat(0, 1, 2)] }
    expect(text(withStay(written, 99, 5, ids()))).toBe('1*2 2*2')
    expect(text(withStay(written, 99, 8, ids()))).toBe('1*2 2*2 2*3')
  })

  it('give the same list as their exposures one by one', () => {
    const shown = shownRuns({ runs: row('1*2 2*2 3'), repeats: [repeat(0, 1, 40)] }, 99)
    expect([...eachRun(shown)].length).toBe(shown.count)
    expect(shown.frames).toBe(161)
  })
})

describe('repeats that an edit brings together', () => {
  const before = row('1*2 2*2 3*2 4*2 5*2')
  const inOrder = (...names: string[]): Runs => runsOf(names.map(id => listOf(before).find(r => r.id === id)!))
  const kept = (after: Runs) => keptRepeats([repeat(0, 1, 2), repeat(2, 3, 2)], before, after).map(r => r.id)
  it('stay while they stand one behind the other, also with nothing between them', () => {
    expect(kept(inOrder('r0', 'r1', 'r2', 'r3'))).toEqual(['b0', 'b2'])
    expect(kept(inOrder('r2', 'r3', 'r0', 'r1', 'r4'))).toEqual(['b0', 'b2'])
  })
  it('the later one goes where they would overlap, on whichever side', () => {
    expect(kept(inOrder('r0', 'r2', 'r1', 'r3', 'r4'))).toEqual(['b0'])
    expect(kept(inOrder('r2', 'r0', 'r3', 'r1', 'r4'))).toEqual(['b0'])
    expect(kept(inOrder('r0', 'r2', 'r3', 'r1', 'r4'))).toEqual(['b0'])
    expect(kept(inOrder('r2', 'r0', 'r1', 'r3', 'r4'))).toEqual(['b0'])
  })
})
