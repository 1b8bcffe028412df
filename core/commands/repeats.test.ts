import { describe, expect, it } from 'vitest'
import { listOf } from '../sheet'
import type { Shot } from '../document'
import type { ArgsOf } from '../commands'
import { openShot, shownColumn, shownPlan, storeShot } from '../document'
import { applyCommand } from '../commands'
import {
  charted,
  cmd,
  COLUMN,
  columnIn,
  done,
  exposures,
  PLAN,
  posedShot,
  refusal,
  runOn,
  undone,
  where,
} from './fixture.test-helper'

/** 1*8 9*2 11*2 13*12 25*6, in a shot of 48 frames. */
const made = charted(posedShot(), '1', '13', ['9', '11'])
const shot = () => made
const repeat = (s: Shot, a: string, b: string, times: number | null, { back = false, id = 'rp1' } = {}) => ({
  ...where,
  repeat: { id, first: runOn(s, a), last: runOn(s, b), times, back },
})
const textOf = (runs: ReturnType<typeof columnIn>['runs']) =>
  listOf(runs)
    .map(r => `${r.drawing?.replace('d', '') ?? 'X'}*${r.frames}`)
    .join(' ')
const seen = (s: Shot, column = COLUMN) => textOf(shownColumn(s.plans[PLAN]!.columns[column]!, s.length).runs)
const spot = (s: Shot, number: string, offset = 0) => ({ ...runOn(s, number), offset })
const over = (s: Shot, a: string, b: string, frames: number, offset = 0) => ({
  ...where,
  first: spot(s, a),
  last: spot(s, b, offset),
  frames,
})

describe('repeat brackets', () => {
  it('come, change, go and turn into plain exposures; each is undone', () => {
    const s = shot()
    const twice = done(s, 'repeat.set', repeat(s, '9', '11', 2))
    expect([exposures(twice), seen(twice)]).toEqual(['1*8 9*2 11*2 13*12 25*6', '1*8 9*2 11*2 9*2 11*2 13*12 25*6'])
    const thrice = done(twice, 'repeat.set', repeat(twice, '9', '11', 3))
    expect(columnIn(thrice).repeats).toHaveLength(1)
    expect(shownPlan(thrice, thrice.plans[PLAN]!).columns[COLUMN]!.runs.frames).toBe(38)
    const plain = done(thrice, 'repeat.write', { ...where, repeat: 'rp1' })
    expect([exposures(plain), columnIn(plain).repeats]).toEqual([
      '1*8 9*2 11*2 9*2 11*2 9*2 11*2 13*12 25*6',
      undefined,
    ])
    expect(exposures(done(thrice, 'repeat.remove', { ...where, repeat: 'rp1' }))).toBe(exposures(s))
    for (const [a, b] of [
      [s, twice],
      [twice, thrice],
      [thrice, plain],
    ] as const)
      expect(undone(a, b)).toBe(true)
    expect(openShot(JSON.parse(JSON.stringify(storeShot(thrice))))).toMatchObject({ ok: true })
  })
  it('do not nest, are not shown once, and do not last for ever', () => {
    const s = done(shot(), 'repeat.set', repeat(shot(), '9', '11', 2))
    expect(refusal(s, 'repeat.set', repeat(s, '1', '9', 2, { id: 'rp2' }))).toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(/do not lie in one another/),
    })
    expect(refusal(s, 'repeat.set', repeat(s, '13', '25', 1, { id: 'rp2' }))).toMatchObject({ code: 'invalid' })
    expect(refusal(s, 'repeat.set', repeat(s, '13', '13', 2, { back: true, id: 'rp2' }))).toMatchObject({
      code: 'invalid',
    })
    expect(refusal(s, 'repeat.set', repeat(s, '13', '25', 900, { id: 'rp2' }))).toMatchObject({
      message: expect.stringMatching(/it can show 14400/),
    })
    expect(refusal(s, 'repeat.remove', { ...where, repeat: 'none' })).toMatchObject({ code: 'gone' })
  })
  it('what they add is not edited by itself', () => {
    const s = done(shot(), 'repeat.set', repeat(shot(), '13', '25', null))
    expect(refusal(s, 'run.push', { ...where, run: { ...runOn(s, '13'), again: true }, delta: 1 })).toMatchObject({
      code: 'again',
    })
  })
  it('follow the length of the shot, and edits of their passage', () => {
    const s = done(shot(), 'repeat.set', repeat(shot(), '13', '25', null))
    expect(seen(s)).toBe('1*8 9*2 11*2 13*12 25*6 13*12 25*6')
    expect(seen(done(s, 'shot.set', { length: 40 }))).toBe('1*8 9*2 11*2 13*12 25*6 13*10')
    expect(seen(done(s, 'run.push', { ...where, run: runOn(s, '25'), delta: -4 }))).toBe(
      '1*8 9*2 11*2 13*12 25*2 13*12 25*2 13*8',
    )
    const gone = done(s, 'frames.delete', over(s, '13', '25', 18, 5))
    expect(columnIn(gone).repeats).toBeUndefined()
    expect(undone(s, gone)).toBe(true)
  })
  it('are not made longer by a pose that is put in behind them', () => {
    const s = done(shot(), 'repeat.set', repeat(shot(), '13', '25', 2))
    const added = done(s, 'frame.expose', { ...where, at: spot(s, '25', 8), frame: 1, drawing: 'd1' })
    expect(seen(added)).toBe('1*8 9*2 11*2 13*12 25*6 13*12 25*6 25*2 1*1')
  })
  it('a stored shot with a repeat over nothing is refused', () => {
    const stored = storeShot(done(shot(), 'repeat.set', repeat(shot(), '9', '11', 2)))
    stored.plans[PLAN]!.columns[COLUMN]!.repeats![0]!.first = 'none'
    expect(openShot(stored)).toMatchObject({ ok: false, code: 'inconsistent' })
  })
})

describe('link groups with repeats', () => {
  const linked = (
    s: Shot,
    runs: { id: string; drawing: string; frames: number }[],
    repeats?: { id: string; first: string; last: string; times: number | null; back: boolean }[],
  ) =>
    done(
      done(s, 'column.share', {
        plan: PLAN,
        index: 1,
        column: { ...columnIn(s), repeats, id: 'two', name: 'B', runs },
      }),
      'columns.link',
      { plan: PLAN, columns: [COLUMN, 'two'], link: 'g1' },
    )
  const plain = [
    { id: 'a', drawing: 'd1', frames: 10 },
    { id: 'b', drawing: 'd13', frames: 40 },
  ]
  it('follow a passage as often as it is shown', () => {
    const s = linked(done(shot(), 'repeat.set', repeat(shot(), '9', '11', 3)), plain)
    expect(seen(done(s, 'run.push', { ...where, run: runOn(s, '11'), delta: 1 }), 'two')).toBe('1*10 13*43')
    expect(seen(done(s, 'run.push', { ...where, run: runOn(s, '1'), delta: 1 }), 'two')).toBe('1*11 13*40')
    expect(seen(done(s, 'run.push', { ...where, run: runOn(s, '13'), delta: -2 }), 'two')).toBe('1*10 13*38')
  })
  it('are not stretched in a repeat: what follows it takes the change', () => {
    const s = linked(
      shot(),
      [...plain.slice(0, 1), { id: 'b', drawing: 'd13', frames: 2 }, { id: 'c', drawing: 'd25', frames: 30 }],
      [{ id: 'rp', first: 'a', last: 'b', times: 2, back: false }],
    )
    expect(seen(done(s, 'run.push', { ...where, run: runOn(s, '9'), delta: 3 }), 'two')).toBe(
      '1*10 13*2 1*10 13*2 25*33',
    )
    expect(seen(done(s, 'frames.delete', over(s, '9', '9', 2, 1)), 'two')).toBe('1*10 13*2 1*10 13*2 25*28')
  })
  it('follow everything that pushes', () => {
    const s = linked(shot(), plain)
    const two = (after: Shot) => seen(after, 'two')
    expect(two(done(s, 'pose.move', { ...where, run: runOn(s, '13'), delta: 4, push: true }))).toBe('1*14 13*40')
    expect(two(done(s, 'range.repeat', { ...over(s, '9', '11', 4, 1), how: { times: 3 } }))).toBe('1*10 13*48')
    expect(two(done(s, 'range.repeat', { ...over(s, '9', '11', 4, 1), how: { until: 20 } }))).toBe('1*10 13*40')
    expect(two(done(s, 'range.back', over(s, '1', '11', 12, 1)))).toBe('1*10 13*42')
    expect(
      two(
        done(s, 'range.paste', {
          ...where,
          at: spot(s, '9'),
          frame: 9,
          exposures: [{ drawing: 'd1', frames: 3 }],
          by: 'push',
        }),
      ),
    ).toBe('1*13 13*40')
    expect(two(done(s, 'run.give', { ...where, run: runOn(s, '9'), to: 'none' }))).toBe('1*8 13*40')
    const ends = { plan: PLAN, column: COLUMN, chart: 'c1-13', from: runOn(s, '1'), to: runOn(s, '13') }
    const wedged = done(s, 'chart.wedge', { ...ends, side: 'second', drawing: { id: 'd12', number: '12' }, step: 2 })
    expect(two(wedged)).toBe('1*10 13*42')
    expect(two(done(wedged, 'chart.unwedge', { ...ends, to: runOn(wedged, '13'), side: 'second' }))).toBe('1*10 13*40')
  })
})

describe('moving exposures', () => {
  const s = shot()
  const two = done(s, 'column.share', {
    plan: PLAN,
    index: 1,
    column: { ...columnIn(s), id: 'two', name: 'B', runs: [{ id: 'a', drawing: 'd1', frames: 20 }] },
  })
  const passage = (x: Shot) => {
    const { plan: _plan, ...rest } = over(x, '9', '11', 4, 1)
    return rest
  }
  const move = (x: Shot, by: 'over' | 'push', to: ArgsOf<'range.move'>['moves'][number]['to']) =>
    done(x, 'range.move', { plan: PLAN, by, moves: [{ ...passage(x), to }] })
  it('in their column, over or between', () => {
    const later = { column: COLUMN, at: spot(s, '13', 6), frame: 19 }
    expect(exposures(move(s, 'over', later))).toBe('1*8 X*4 13*6 9*2 11*2 13*2 25*6')
    expect(exposures(move(s, 'push', later))).toBe('1*8 13*6 9*2 11*2 13*6 25*6')
    expect(exposures(move(s, 'push', { column: COLUMN, at: spot(s, '1', 2), frame: 3 }))).toBe(
      '1*2 9*2 11*2 1*6 13*12 25*6',
    )
    expect(undone(s, move(s, 'push', later))).toBe(true)
  })
  it('to another column', () => {
    const there = { column: 'two', at: { run: 'a', at: 1, offset: 4 }, frame: 5 }
    const out = move(two, 'over', there)
    expect([exposures(out), seen(out, 'two')]).toEqual(['1*8 X*4 13*12 25*6', '1*4 9*2 11*2 1*12'])
    expect(exposures(move(two, 'push', there))).toBe('1*8 13*12 25*6')
  })
  it('two columns change places at once', () => {
    const whole = { first: { run: 'a', at: 1, offset: 8 }, last: { run: 'a', at: 1, offset: 11 }, frames: 4 }
    const out = done(two, 'range.move', {
      plan: PLAN,
      by: 'over',
      moves: [
        { ...passage(two), to: { column: 'two', at: whole.first, frame: 9 } },
        { column: 'two', ...whole, to: { column: COLUMN, at: spot(two, '9'), frame: 9 } },
      ],
    })
    expect([exposures(out), seen(out, 'two')]).toEqual(['1*8 1*4 13*12 25*6', '1*8 9*2 11*2 1*8'])
  })
  it('a drawing is reduced to nothing on purpose only, and stays in the stack', () => {
    for (const [to, out] of [
      ['before', '1*10 11*2 13*12 25*6'],
      ['next', '1*8 11*4 13*12 25*6'],
      ['none', '1*8 11*2 13*12 25*6'],
    ] as const) {
      const given = done(s, 'run.give', { ...where, run: runOn(s, '9'), to })
      expect(exposures(given)).toBe(out)
      expect(given.stacks).toBe(s.stacks)
    }
  })
  it('poses in another order take what follows them along', () => {
    const [a, b, c] = ['1', '13', '25'].map(n => runOn(s, n).run) as [string, string, string]
    expect(exposures(done(s, 'poses.order', { ...where, order: [b, c, a] }))).toBe('13*12 25*6 1*8 9*2 11*2')
    expect(refusal(s, 'poses.order', { ...where, order: [a, b] })).toMatchObject({ code: 'changed' })
  })
  it('all exposures of a column anew leave linked ones alone', () => {
    const linked = done(two, 'columns.link', { plan: PLAN, columns: [COLUMN, 'two'], link: 'g' })
    const out = done(linked, 'column.expose', {
      ...where,
      exposures: [
        { drawing: 'd1', frames: 5 },
        { drawing: null, frames: 2 },
      ],
    })
    expect([exposures(out), seen(out, 'two')]).toEqual(['1*5 X*2', '1*20'])
    expect(refusal(s, 'column.expose', { ...where, exposures: [{ drawing: 'none', frames: 5 }] })).toMatchObject({
      code: 'gone',
    })
  })
})

describe('several commands as one', () => {
  const s = shot()
  const push = { name: 'run.push', args: { ...where, run: runOn(s, '9'), delta: 3 } }
  it('are done and undone together', () => {
    const out = done(s, 'together', { commands: [push, { name: 'shot.set', args: { length: 60 } }] })
    expect([exposures(out), out.length]).toEqual(['1*8 9*5 11*2 13*12 25*6', 60])
    expect(undone(s, out)).toBe(true)
    const applied = applyCommand(s, cmd('together', { commands: [push, push] }))
    expect(applied.ok && applied.label).toBe('Hold 3 frames more')
  })
  it('are all refused with one of them', () => {
    expect(refusal(s, 'together', { commands: [push, { name: 'shot.set', args: { length: -1 } }] })).toMatchObject({
      code: 'invalid',
    })
    expect(refusal(s, 'together', { commands: [push, { name: 'nothing', args: {} }] })).toMatchObject({
      message: 'There is no command nothing.',
    })
    expect(
      refusal(s, 'together', { commands: [push, { name: 'together', args: { commands: [push, push] } }] }),
    ).toMatchObject({ code: 'invalid' })
  })
  it('make ids that differ', () => {
    const out = done(s, 'together', {
      commands: [
        { name: 'range.clear', args: over(s, '9', '9', 2, 1) },
        { name: 'range.clear', args: over(s, '13', '13', 2, 1) },
      ],
    })
    expect(openShot(storeShot(out))).toMatchObject({ ok: true })
  })
})

it('action notes are written, changed, moved and deleted', () => {
  const s = done(posedShot(), 'note.set', { plan: PLAN, note: { id: 'n1', frame: 9, frames: 4, text: 'he stoops ' } })
  expect(s.plans[PLAN]!.notes).toEqual({ n1: { id: 'n1', frame: 9, frames: 4, text: 'he stoops' } })
  const moved = done(
    done(s, 'note.set', { plan: PLAN, note: { id: 'n2', frame: 30, frames: 1, text: 'up' } }),
    'notes.shift',
    { plan: PLAN, from: 12, delta: -3 },
  )
  expect(Object.values(moved.plans[PLAN]!.notes!).map(n => n.frame)).toEqual([9, 27])
  const gone = done(s, 'note.remove', { plan: PLAN, note: 'n1' })
  expect(gone.plans[PLAN]!.notes).toBeUndefined()
  expect(undone(s, gone)).toBe(true)
  expect(refusal(s, 'note.set', { plan: PLAN, note: { id: 'n3', frame: 9, frames: 4, text: ' ' } })).toMatchObject({
    code: 'invalid',
  })
})
