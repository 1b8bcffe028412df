import { describe, expect, it } from 'vitest'
import { listOf } from '../sheet'
import { rate } from '../time'
import type { Shot } from '../document'
import { equal, storeShot } from '../document'
import { applyCommand, changesBack, revertCommand } from '../commands'
import {
  charted,
  COLUMN,
  columnIn,
  done,
  drawn,
  exposures,
  PLAN,
  posedShot,
  refusal,
  runOn,
  STACK,
  where,
} from './fixture.test-helper'

const spot = (s: Shot, number: string, offset = 0) => ({ ...runOn(s, number), offset })
const over = (s: Shot, a: string, b: string, frames: number, offset = 0) => ({
  ...where,
  first: spot(s, a),
  last: spot(s, b, offset),
  frames,
})
const shot = () => charted(posedShot(), '1', '13', ['9', '11'])
const START = '1*8 9*2 11*2 13*12 25*6'
/** The last frame of 11 is 12. */
const twelve = (s: Shot) => over(s, '1', '11', 12, 1)
const copy = (id: string) => ({ id, number: id, role: 'breakdown' as const, content: { poses: {}, strokes: [] } })

describe('arranging', () => {
  it.each([
    ['range.repeat', { how: { times: 2 } }, '1*8 9*2 11*2 1*8 9*2 11*2 13*12 25*6'],
    ['range.repeat', { how: { until: 16 } }, '1*8 9*2 11*2 1*4 13*8 25*6'],
    ['range.reverse', {}, '11*2 9*2 1*8 13*12 25*6'],
    ['range.back', {}, '1*8 9*2 11*2 9*2 13*12 25*6'],
    ['range.spread', { step: 2 }, '1*4 9*4 11*4 13*12 25*6'],
    ['frames.delete', {}, '13*12 25*6'],
  ] as const)('%s %j', (name, more, out) => {
    const s = shot()
    const after = done(s, name, { ...twelve(s), ...more } as never)
    expect(exposures(after)).toBe(out)
    expect(Object.keys(drawn(after))).toEqual(Object.keys(drawn(s)))
    const undone = applyCommand(after, revertCommand('revert-0001', 'x', 'Undo', changesBack(s, after)))
    expect(undone.ok && equal(storeShot(undone.shot), storeShot(s))).toBe(true)
  })
  it('with copies leaves the drawings it came from alone', () => {
    const s = shot()
    const after = done(s, 'range.back', { ...twelve(s), copies: { d9: copy('n9') } })
    expect(exposures(after)).toBe('1*8 9*2 11*2 n9*2 13*12 25*6')
    expect(drawn(after).n9).toMatchObject({ own: true, role: 'breakdown' })
    expect(exposures(done(s, 'range.reverse', { ...twelve(s), copies: { d9: copy('n9') } }))).toBe(
      '11*2 n9*2 1*8 13*12 25*6',
    )
  })
  it('replaces a drawing here or everywhere, and exposes one from a frame on', () => {
    const first = shot()
    const s = done(first, 'range.repeat', { ...twelve(first), how: { times: 2 } })
    expect(
      exposures(done(s, 'range.replace', { ...over(s, '1', '11', 12, 1), from: 'd9', to: 'd25', everywhere: true })),
    ).toBe('1*8 25*2 11*2 1*8 25*2 11*2 13*12 25*6')
    expect(
      exposures(done(s, 'range.replace', { ...over(s, '1', '11', 12, 1), from: 'd9', to: null, everywhere: false })),
    ).toBe('1*8 X*2 11*2 1*8 9*2 11*2 13*12 25*6')
    expect(exposures(done(s, 'frame.expose', { ...where, at: spot(s, '1', 4), frame: 5, drawing: 'd13' }))).toMatch(
      /^1\*4 13\*4 9\*2/,
    )
    expect(
      refusal(s, 'range.replace', { ...over(s, '1', '11', 12, 1), from: 'd9', to: 'gone', everywhere: true }),
    ).toMatchObject({ code: 'gone' })
  })
  it('pastes over or between, exposures only or copies', () => {
    const s = shot()
    const exposed = [
      { drawing: 'd9', frames: 1 },
      { drawing: null, frames: 2 },
    ]
    const paste = { ...where, at: spot(s, '13'), frame: 13, exposures: exposed }
    expect(exposures(done(s, 'range.paste', { ...paste, by: 'over' }))).toBe('1*8 9*2 11*2 9*1 X*2 13*9 25*6')
    expect(exposures(done(s, 'range.paste', { ...paste, by: 'push' }))).toBe('1*8 9*2 11*2 9*1 X*2 13*12 25*6')
    expect(exposures(done(s, 'range.paste', { ...paste, by: 'push', copies: { d9: copy('n9') } }))).toContain('n9*1')
    expect(
      refusal(s, 'range.paste', { ...paste, exposures: [{ drawing: 'else', frames: 1 }], by: 'over' }),
    ).toMatchObject({ code: 'gone' })
  })
  it('moves poses to given frames, what lies between goes along', () => {
    const s = shot()
    const starts = { [runOn(s, '13').run]: 17, [runOn(s, '25').run]: 33 }
    expect(exposures(done(s, 'runs.start', { ...where, starts }))).toBe('1*12 9*2 11*2 13*16 25*6')
    expect(refusal(s, 'runs.start', { ...where, starts: { [runOn(s, '13').run]: 2 } })).toMatchObject({
      code: 'no-room',
    })
  })
})

describe('link groups', () => {
  const second = (s: Shot) =>
    listOf(s.plans[PLAN]!.columns.two!.runs)
      .map(r => `${r.drawing}*${r.frames}`)
      .join(' ')
  const linked = () => {
    const s = shot()
    const added = done(s, 'column.share', {
      plan: PLAN,
      index: 1,
      column: {
        ...columnIn(s),
        id: 'two',
        name: 'B',
        runs: [
          { id: 'a', drawing: 'd1', frames: 10 },
          { id: 'b', drawing: 'd13', frames: 20 },
        ],
      },
    })
    return done(added, 'columns.link', { plan: PLAN, columns: [COLUMN, 'two'], link: 'g1' })
  }
  it('follow inserted and removed frames, not trades', () => {
    const s = linked()
    expect(second(done(s, 'run.push', { ...where, run: runOn(s, '9'), delta: 3 }))).toBe('d1*13 d13*20')
    expect(second(done(s, 'run.push', { ...where, run: runOn(s, '13'), delta: -2 }))).toBe('d1*10 d13*18')
    expect(second(done(s, 'frames.insert', { ...where, at: spot(s, '1', 2), count: 4 }))).toBe('d1*14 d13*20')
    expect(second(done(s, 'frames.delete', over(s, '1', '1', 3, 2)))).toBe('d1*7 d13*20')
    expect(second(done(s, 'range.expose', { ...over(s, '9', '11', 4, 1), step: 3, by: 'push' }))).toBe('d1*11 d13*21')
    expect(second(done(s, 'run.trade', { ...where, run: runOn(s, '9'), delta: 1 }))).toBe(second(s))
  })
  it('are undone as one, and can be left', () => {
    const s = linked()
    const after = done(s, 'run.push', { ...where, run: runOn(s, '9'), delta: 3 })
    const undone = applyCommand(after, revertCommand('revert-0001', 'x', 'Undo', changesBack(s, after)))
    expect(undone.ok && equal(storeShot(undone.shot), storeShot(s))).toBe(true)
    const free = done(s, 'columns.link', { plan: PLAN, columns: ['two'], link: null })
    expect(second(done(free, 'run.push', { ...where, run: runOn(s, '9'), delta: 3 }))).toBe(second(s))
  })
  it('share their drawings: deleting one column keeps them, deleting both does not', () => {
    const s = linked()
    expect(Object.keys(done(s, 'column.remove', { plan: PLAN, column: 'two' }).stacks)).toEqual([STACK])
  })
})

it('columns are put in another order, and all of them stay', () => {
  const s = done(shot(), 'column.add', {
    plan: PLAN,
    index: 1,
    stack: { id: 'st2', subjects: {}, drawings: {} },
    column: { ...columnIn(shot()), id: 'two', stack: 'st2', name: 'B', runs: [] },
  })
  expect(done(s, 'columns.order', { plan: PLAN, order: ['two', COLUMN] }).plans[PLAN]!.order).toEqual(['two', COLUMN])
  expect(refusal(s, 'columns.order', { plan: PLAN, order: ['two'] })).toMatchObject({ code: 'changed' })
})

it('another rate keeps the frame numbers, or the seconds with the lengths that were shown', () => {
  const s = shot()
  expect(exposures(done(s, 'shot.rate', { rate: rate(12), length: s.length }))).toBe(START)
  const kept = done(s, 'shot.rate', { rate: rate(12), length: 24, lengths: { [PLAN]: { [COLUMN]: [4, 1, 1, 6, 3] } } })
  expect([exposures(kept), kept.length, kept.rate]).toEqual(['1*4 9*1 11*1 13*6 25*3', 24, { num: 12, den: 1 }])
  expect(refusal(s, 'shot.rate', { rate: rate(12), length: 24, lengths: { [PLAN]: { [COLUMN]: [4] } } })).toMatchObject(
    { code: 'changed' },
  )
})
