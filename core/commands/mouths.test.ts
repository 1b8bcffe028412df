import { describe, expect, it } from 'vitest'
import { byHand, exposedAs } from '../dialogue'
import type { Shot } from '../document'
import { openShot, storeShot } from '../document'
import { listOf } from '../sheet'
import { rate } from '../time'
import { columnIn, done, emptyShot, exposures, keyed, refused, STACK, undone, where } from './fixture.test-helper'

const MOUTHS = {
  mouths: [
    { id: 'm-shut', name: 'shut', shape: 'shut' as const, drawing: 'shut' },
    { id: 'm-open', name: 'open', shape: 'open' as const, drawing: 'open' },
  ],
}
const settings = {
  lead: { plain: 2 / 24, broad: 8 / 24 },
  anticipation: { seconds: 0, how: 'opening' as const },
  ...{ shown: 'vowels' as const, least: 2, step: 1, pause: 8 },
}
const spoken = (put: [number, number, number][], last = 12) => ({
  ...{ settings, by: 'reading' as const, follows: true, whole: false, first: 1, last, drawings: ['shut', 'open'], put },
})
const withDrawings = ['shut', 'open'].reduce<Shot>(
  (s, id) => done(s, 'drawing.add', { stack: STACK, drawing: keyed(id) }),
  emptyShot(),
)
const withSet = done(withDrawings, 'mouths.set', { ...where, mouths: MOUTHS })
const exposed = done(withSet, 'mouths.expose', {
  ...where,
  spoken: spoken([
    [1, 4, 0],
    [5, 6, 1],
    [11, 2, 0],
  ]),
})

describe('a mouth set', () => {
  it('is kept with its column, taken off, undone, and opens again', () => {
    expect(columnIn(withSet).mouths).toEqual(MOUTHS)
    expect(openShot(JSON.parse(JSON.stringify(storeShot(withSet)))).ok).toBe(true)
    expect(undone(withDrawings, withSet)).toBe(true)
    const off = done(exposed, 'mouths.set', { ...where, mouths: null })
    expect(columnIn(off)).not.toHaveProperty('mouths')
    expect(columnIn(off)).not.toHaveProperty('spoken')
    expect(exposures(off)).toBe(exposures(exposed))
  })
  it('outlives a drawing of it that is deleted', () => {
    const gone = done(withSet, 'drawing.remove', { stack: STACK, drawing: 'open' })
    expect(columnIn(gone).mouths).toEqual(MOUTHS)
    expect(openShot(JSON.parse(JSON.stringify(storeShot(gone)))).ok).toBe(true)
  })
})

describe('a reading that is exposed', () => {
  it('is seen in the sheet, remembered, and undone', () => {
    expect(exposures(exposed)).toBe('shut*4 open*6 shut*2')
    expect(undone(withSet, exposed)).toBe(true)
    expect(byHand(columnIn(exposed).runs, columnIn(exposed).spoken!)).toEqual([])
  })
  it('knows what was changed by hand since, until it is let go', () => {
    const { id } = listOf(columnIn(exposed).runs)[0]!
    const held = done(exposed, 'run.trade', { ...where, run: { run: id, at: 1 }, delta: 1 })
    expect(byHand(columnIn(held).runs, columnIn(held).spoken!)).toEqual([{ first: 1, last: 5 }])
    const free = done(held, 'mouths.release', where)
    expect(columnIn(free).spoken).toBeUndefined()
    expect(exposures(free)).toBe('shut*5 open*5 shut*2')
  })
  it('is fitted to another rate with the seconds, what was by hand stays by hand', () => {
    const { id } = listOf(columnIn(exposed).runs)[0]!
    const held = done(exposed, 'run.trade', { ...where, run: { run: id, at: 1 }, delta: 2 })
    const slow = done(held, 'shot.rate', {
      rate: rate(12),
      length: 24,
      lengths: { [where.plan]: { [where.column]: [3, 2, 1] } },
    })
    const { spoken: now, runs } = columnIn(slow)
    expect([now!.first, now!.last]).toEqual([1, 6])
    expect(byHand(runs, now!)).toEqual([{ first: 1, last: 3 }])
    expect(now!.put.map(([frame, frames, k]) => [frame, frames, now!.drawings[k]])).toEqual([
      [4, 2, 'open'],
      [6, 1, 'shut'],
    ])
  })
  it('keeps as little as it can of what was put', () => {
    const { drawings, put } = exposedAs(
      [
        { frame: 1, frames: 2, drawing: 'open' },
        { frame: 3, frames: 2, drawing: 'shut' },
        { frame: 5, frames: 1, drawing: 'open' },
      ],
      { first: 1, last: 5 },
    )
    expect({ drawings, put }).toEqual({
      drawings: ['open', 'shut'],
      put: [
        [1, 2, 0],
        [3, 2, 1],
        [5, 1, 0],
      ],
    })
  })
})

describe('mouths that cannot be', () => {
  const one = { mouths: [MOUTHS.mouths[0]!] }
  const strange = { mouths: [MOUTHS.mouths[0]!, { ...MOUTHS.mouths[1]!, drawing: 'nowhere' }] }
  const locked = done(withSet, 'column.set', { ...where, locked: true })
  refused(withSet, [
    ['mouths.set', { ...where, mouths: one }, 'invalid', /two mouths at least/],
    ['mouths.set', { ...where, mouths: strange }, 'gone', /drawing of the mouth “open”/],
    ['mouths.set', { ...where, mouths: { ...MOUTHS, sounds: { AA: 'm-none' } } }, 'invalid', /mouth of its set/],
    ['mouths.expose', { ...where, spoken: { ...spoken([]), drawings: ['nowhere'] } }, 'gone', /not there any more/],
    [
      'mouths.expose',
      {
        ...where,
        spoken: spoken([
          [5, 2, 0],
          [6, 2, 1],
        ]),
      },
      'invalid',
      /one after the other/,
    ],
    ['mouths.expose', { ...where, spoken: spoken([[1, 20, 0]]) }, 'invalid', /one after the other/],
    ['mouths.expose', { ...where, spoken: { ...spoken([]), first: 5, last: 4 } }, 'invalid', /one after the other/],
    ['mouths.release', where, 'gone', /No reading is exposed/],
  ])
  refused(locked, [
    ['mouths.set', { ...where, mouths: null }, 'locked', /is locked/],
    ['mouths.expose', { ...where, spoken: spoken([[1, 4, 0]]) }, 'locked', /is locked/],
  ])
  it('name two words of a line alike', () => {
    const word = { id: 'w', text: 'Ho', from: 0, to: 4800, sounds: [] }
    const line = { id: 'line', text: 'Ho ho', words: [word, { ...word, from: 4800, to: 9600 }] }
    expect(() => done(withSet, 'line.put', { plan: where.plan, line })).toThrow(/word with this id/)
  })
})
