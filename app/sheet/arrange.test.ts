import { describe, expect, it } from 'vitest'
import type { Shot } from '#core/document'
import { makeShot, openShot, shownColumn, storeShot } from '#core/document'
import { sceneOf } from '#core/pass'
import { rate } from '#core/time'
import { listOf } from '#core/sheet'
import type { Focus, Scene, Selection } from '~/desk/scene'
import { focusIn, withColumns } from '~/desk/scene'
import {
  charted,
  columnIn,
  COLUMN,
  done,
  exposures,
  PLAN,
  planned,
  posedShot,
  runOn,
  where,
} from '#core/commands/fixture.test-helper'
import {
  back,
  carried,
  carry,
  copyRange,
  blank,
  everyExposure,
  holdTo,
  paste,
  passagesOf,
  putIn,
  repeat,
  replace,
  reverse,
  snapToStep,
  spreadEvenly,
  takeOut,
} from './arrange'
import { after, deskOn } from '~/desk/scene.test-helper'
import { bracketHere, repeatOver, repeatWords, withoutRepeat } from './repeats'

type Desk = readonly [Scene, Focus]

/** 1*8 9*2 11*2 13*12 25*6, and beside it a column B that shows 1*20 of the same drawings. */
const first = charted(posedShot(), '1', '13', ['9', '11'])
const shot = done(first, 'column.share', {
  plan: PLAN,
  index: 1,
  column: { ...columnIn(first), id: 'two', name: 'B', runs: [{ id: 'a', drawing: 'd1', frames: 20 }] },
})
const selected = (a: number, b: number, columns = [COLUMN]): Selection => ({
  column: columns[0]!,
  columns,
  first: a,
  last: b,
})
const on = (a: number, b: number, columns?: string[], s: Shot = shot) => deskOn(s, a, null, selected(a, b, columns))
const two = (s: Shot) =>
  listOf(s.plans[PLAN]!.columns.two!.runs)
    .map(r => `${r.drawing?.slice(1) ?? 'X'}*${r.frames}`)
    .join(' ')

describe('frames selected one by one', () => {
  const several = (shot: Shot, ...passages: { first: number; last: number }[]) =>
    deskOn(shot, 1, null, {
      column: COLUMN,
      columns: [COLUMN],
      first: passages[0]!.first,
      last: passages.at(-1)!.last,
      passages,
    })
  const frame = (f: number) => ({ first: f, last: f })
  const shot = planned()
  it('are taken out in one go, and only those', () => {
    expect(exposures(after(shot, takeOut(...several(shot, frame(3), frame(14)), 'selected')))).toBe(
      exposures(shot).replace('1*6', '1*5').replace('13*4', '13*3'),
    )
  })
  it('are blanked and copied as what they are', () => {
    const [scene, focus] = several(shot, frame(7), { first: 13, last: 14 })
    expect(exposures(after(shot, blank(scene, focus)))).toMatch(/^1\*6 X\*1 7\*1 .* X\*2 13\*2 /)
    expect(copyRange(scene, focus).columns[0]!.exposures.map(x => [x.drawing, x.frames])).toEqual([
      ['d7', 1],
      ['d13', 2],
    ])
  })
})

describe('what is selected', () => {
  it.each([
    ['repeated', (a: number, b: number) => repeat(...on(a, b), { times: 2 }), '1*8 9*2 11*2 9*2 11*2 13*12 25*6'],
    [
      'repeated until a frame',
      (a: number, b: number) => repeat(...on(a, b), { until: 16 }),
      '1*8 9*2 11*2 9*2 11*2 13*8 25*6',
    ],
    ['reversed', (a: number, b: number) => reverse(...on(a, b)), '1*8 11*2 9*2 13*12 25*6'],
    ['spread evenly', (a: number, b: number) => spreadEvenly(...on(a, b)), '1*8 9*2 11*2 13*12 25*6'],
    ['taken out', (a: number, b: number) => takeOut(...on(a, b), 'selected'), '1*8 13*12 25*6'],
    ['given two frames more', (a: number, b: number) => putIn(...on(a, b), 2, 'selected'), '1*10 9*2 11*2 13*12 25*6'],
    ['cut', (a: number, b: number) => blank(...on(a, b)), '1*8 X*4 13*12 25*6'],
    ['held to the next pose', (a: number, b: number) => holdTo(...on(a, b), 'next'), '1*8 9*4 13*12 25*6'],
    ['held to the end', (a: number, b: number) => holdTo(...on(a, b), 'end'), '1*8 9*40'],
  ] as const)('is %s', (_name, make, out) => expect(exposures(after(shot, make(9, 12)))).toBe(out))
  it('goes there and back without its ends, with copies where they are wanted', () => {
    expect(exposures(after(shot, back(...on(1, 12))))).toBe('1*8 9*2 11*2 9*2 13*12 25*6')
    expect(exposures(after(shot, back(...on(1, 12), { copies: true })))).toBe('1*8 9*2 11*2 9a*2 13*12 25*6')
    expect(back(...on(9, 12))).toEqual([])
  })
  it('of two columns is changed as one', () => {
    const out = after(shot, takeOut(...on(9, 12, [COLUMN, 'two']), 'selected'))
    expect([exposures(out), two(out)]).toEqual(['1*8 13*12 25*6', '1*16'])
  })
  it('frames of all columns take the notes that follow along', () => {
    const noted = done(shot, 'note.set', { plan: PLAN, note: { id: 'n', frame: 15, frames: 2, text: 'up' } })
    const frameOf = (s: Shot) => s.plans[PLAN]!.notes!.n!.frame
    expect(frameOf(after(noted, takeOut(...on(9, 12, undefined, noted), 'all')))).toBe(11)
    expect(frameOf(after(noted, putIn(...on(9, 12, undefined, noted), 3, 'all')))).toBe(18)
    expect(frameOf(after(noted, takeOut(...on(9, 12, undefined, noted), 'selected')))).toBe(15)
  })
  it('poses off their step go to the nearest frame that it allows', () => {
    const off = done(shot, 'pose.move', { ...where, run: runOn(shot, '13'), delta: 1 })
    const { drafts, moved } = snapToStep(...deskOn(off))
    expect(moved).toEqual(['13: 14 → 15'])
    expect(exposures(after(off, drafts))).toMatch(/13\*10 25\*6$/)
    expect(snapToStep(...deskOn(shot)).drafts).toEqual([])
  })
})

describe('copying and carrying', () => {
  it('pastes into another shot: drawings as copies, with the figures that are not there', () => {
    const other = makeShot('other-shot', {
      ...{ name: 'Other', length: 24, rate: rate(24), paper: '#fffdf6' },
      picture: { width: 960, height: 540 },
    })
    const plan = other.planOrder[0]!
    const column = other.plans[plan]!.order[0]!
    const noKeeper = { note: () => '', keep: () => '' }
    const into = (s: Shot): Desk => {
      const scene = withColumns(sceneOf(s, plan), () => undefined, noKeeper)
      return [scene, focusIn(scene, { column, workFrame: 3, selection: null })]
    }
    const clip = copyRange(...on(1, 12))
    const stack = (s: Shot) => s.stacks[s.plans[plan]!.columns[column]!.stack]!
    const shown = (s: Shot) =>
      listOf(s.plans[plan]!.columns[column]!.runs)
        .map(r => `${r.drawing ? stack(s).drawings[r.drawing]!.number : 'X'}*${r.frames}`)
        .join(' ')
    const once = after(other, paste(...into(other), clip, { by: 'over' }))
    expect(shown(once)).toMatch(/1\*8 9\*2 11\*2$/)
    const [figure] = Object.values(stack(once).subjects)
    expect(Object.values(stack(once).subjects)).toHaveLength(1)
    const drawn = Object.values(stack(once).drawings).filter(d => Object.keys(d.content.poses).length)
    expect(drawn.map(d => [d.number, d.role, ...Object.keys(d.content.poses)])).toEqual([
      ['1', 'key', figure!.id],
      ['9', 'breakdown', figure!.id],
      ['11', 'breakdown', figure!.id],
    ])
    // What looks the same is the same figure the second time.
    const twice = after(once, paste(...into(once), clip, { by: 'push' }))
    expect(Object.values(stack(twice).subjects)).toHaveLength(1)
    expect(openShot(storeShot(twice)).ok).toBe(true)
    // Into two columns that expose one stack: the figure comes once, and no number twice.
    const second = { ...other.plans[plan]!.columns[column]!, id: 'second-column', name: 'B', runs: [] }
    const two = done(other, 'column.share', { plan, index: 1, column: second })
    const wide = { ...clip, columns: [clip.columns[0]!, clip.columns[0]!] }
    const both = after(two, paste(...into(two), wide, { by: 'over' }))
    expect(Object.values(stack(both).subjects)).toHaveLength(1)
    const numbers = Object.values(stack(both).drawings).map(d => d.number)
    expect([numbers.length, new Set(numbers).size]).toEqual([6, 6])
  })

  it('pastes over, between, and as copies', () => {
    const clip = copyRange(...on(9, 12))
    expect(clip.frames).toBe(4)
    expect(exposures(after(shot, paste(...on(20, 20), clip, { by: 'over' })))).toBe(
      '1*8 9*2 11*2 13*7 9*2 11*2 13*1 25*6',
    )
    expect(exposures(after(shot, paste(...on(20, 20), clip, { by: 'push' })))).toBe(
      '1*8 9*2 11*2 13*7 9*2 11*2 13*5 25*6',
    )
    expect(exposures(after(shot, paste(...on(20, 20), clip, { by: 'push', copies: true })))).toContain('9a*2 11a*2')
  })
  it('carries over, between, into another column, and leaves a copy', () => {
    expect(exposures(after(shot, carry(...on(9, 12), { frames: 6, columns: 0, by: 'over' })))).toBe(
      '1*8 X*4 13*2 9*2 11*2 13*6 25*6',
    )
    expect(exposures(after(shot, carry(...on(9, 12), { frames: 6, columns: 0, by: 'push' })))).toBe(
      '1*8 13*2 9*2 11*2 13*10 25*6',
    )
    expect(exposures(after(shot, carry(...on(9, 12), { frames: 6, columns: 0, by: 'over', copy: true })))).toBe(
      '1*8 9*2 11*2 13*2 9*2 11*2 13*6 25*6',
    )
    const across = after(shot, carry(...on(9, 12), { frames: -4, columns: 1, by: 'over' }))
    expect([exposures(across), two(across)]).toEqual(['1*8 X*4 13*12 25*6', '1*4 9*2 11*2 1*12'])
    expect(carried(...on(9, 12), { frames: -4, columns: 1 })).toEqual(selected(5, 8, ['two']))
  })
  it('does not carry before the first frame, beyond the last column, into a locked one, or nowhere', () => {
    const locked = done(shot, 'column.set', { plan: PLAN, column: 'two', locked: true })
    expect([
      carry(...on(9, 12), { frames: -9, columns: 0, by: 'over' }),
      carry(...on(9, 12), { frames: 0, columns: 2, by: 'over' }),
      carry(...on(9, 12, undefined, locked), { frames: 0, columns: 1, by: 'over' }),
      carry(...on(9, 12), { frames: 0, columns: 0, by: 'over' }),
    ]).toEqual([[], [], [], []])
  })
})

describe('with nothing selected, things land on the frame that was pointed at', () => {
  const at = (frame: number, s: Shot = shot) => deskOn(s, frame)
  const clip = copyRange(...on(9, 10))
  const over = (frame: number) => exposures(after(shot, paste(...at(frame), clip, { by: 'over' })))
  const between = (frame: number) => exposures(after(shot, paste(...at(frame), clip, { by: 'push' })))
  it('within a hold, which is cut there', () => {
    expect(over(16)).toBe('1*8 9*2 11*2 13*3 9*2 13*7 25*6')
    expect(between(16)).toBe('1*8 9*2 11*2 13*3 9*2 13*9 25*6')
    expect(exposures(after(shot, blank(...at(16))))).toBe('1*8 9*2 11*2 13*3 X*1 13*8 25*6')
    expect(exposures(after(shot, takeOut(...at(16), 'selected')))).toBe('1*8 9*2 11*2 13*11 25*6')
    expect(copyRange(...at(16))).toMatchObject({ frames: 1, columns: [{ exposures: [{ drawing: 'd13', frames: 1 }] }] })
  })
  it('after the end, where the last drawing stays as it is', () => {
    // The column ends on frame 30; the last drawing is held up to what is pasted.
    expect(over(31)).toBe('1*8 9*2 11*2 13*12 25*6 9*2')
    expect(between(31)).toBe('1*8 9*2 11*2 13*12 25*6 9*2')
    expect(over(35)).toBe('1*8 9*2 11*2 13*12 25*10 9*2')
    expect(between(35)).toBe('1*8 9*2 11*2 13*12 25*10 9*2')
    expect(exposures(after(shot, blank(...at(35))))).toBe('1*8 9*2 11*2 13*12 25*10 X*1')
    expect(takeOut(...at(35), 'selected')).toEqual([])
    expect(putIn(...at(35), 1, 'selected')).toEqual([])
  })
  it('on a blank', () => {
    const cut = after(shot, blank(...on(9, 12)))
    const here = deskOn(cut, 10)
    expect(exposures(after(cut, paste(...here, clip, { by: 'over' })))).toBe('1*8 X*1 9*2 X*1 13*12 25*6')
    expect(exposures(after(cut, putIn(...here, 1, 'selected')))).toBe('1*8 X*5 13*12 25*6')
    expect(exposures(after(cut, takeOut(...here, 'selected')))).toBe('1*8 X*3 13*12 25*6')
  })
  it('inserts one frame there', () => {
    expect(exposures(after(shot, putIn(...at(16), 1, 'selected')))).toBe('1*8 9*2 11*2 13*13 25*6')
  })
})

describe('a drawing replaced everywhere', () => {
  const often = after(shot, repeat(...on(9, 12), { times: 3 }))
  const desk = (s: Shot) => deskOn(s, 9, null, everyExposure(deskOn(s, 9)[1], 'd9'))
  it('is all its exposures, wherever they are at the time', () => {
    expect(passagesOf(desk(often)[1]).map(p => `${p.first}–${p.last}`)).toEqual(['9–10', '13–14', '17–18'])
    expect(everyExposure(deskOn(shot, 9)[1], 'none')).toBeNull()
    expect(exposures(after(often, takeOut(...desk(often), 'selected')))).toBe('1*8 11*2 11*2 11*2 13*12 25*6')
    expect(copyRange(...desk(often))).toMatchObject({
      frames: 6,
      columns: [{ exposures: [{ frames: 2 }, { frames: 2 }, { frames: 2 }] }],
    })
    expect(carry(...desk(often), { frames: 1, columns: 0, by: 'over' })).toEqual([])
  })
  it('is replaced here, or everywhere in every selected column', () => {
    expect(
      exposures(after(often, replace(...on(13, 14, undefined, often), { from: 'd9', to: 'd25', everywhere: false }))),
    ).toBe('1*8 9*2 11*2 25*2 11*2 9*2 11*2 13*12 25*6')
    expect(
      exposures(after(often, replace(...on(13, 14, undefined, often), { from: 'd9', to: null, everywhere: true }))),
    ).toBe('1*8 X*2 11*2 X*2 11*2 X*2 11*2 13*12 25*6')
    const both = after(shot, replace(...on(1, 1, [COLUMN, 'two']), { from: 'd1', to: 'd25', everywhere: true }))
    expect([exposures(both), two(both)]).toEqual(['25*8 9*2 11*2 13*12 25*6', '25*20'])
    expect(replace(...on(1, 4), { from: 'd9', to: 'd25', everywhere: false })).toEqual([])
  })
})

describe('repeat brackets', () => {
  const seen = (s: Shot) =>
    listOf(shownColumn(columnIn(s), s.length).runs)
      .map(r => `${r.drawing?.slice(1) ?? 'X'}*${r.frames}`)
      .join(' ')
  const once = after(shot, repeatOver(...on(9, 12), { times: 2, back: false }))
  it('come over whole exposures, and are changed from anywhere in them', () => {
    expect(seen(once)).toBe('1*8 9*2 11*2 9*2 11*2 13*12 25*6')
    expect(seen(after(shot, repeatOver(...on(10, 11), { times: 2, back: false })))).toBe(seen(once))
    const again = after(once, repeatOver(...deskOn(once, 15), { times: 3, back: false }))
    expect(columnIn(again).repeats).toMatchObject([{ times: 3 }])
    expect(bracketHere(...deskOn(once, 16))).toMatchObject({ from: 9, frames: 4, adds: 4 })
    expect(bracketHere(...deskOn(once, 17))).toBeNull()
  })
  it('are told in words, taken away and written out', () => {
    expect([repeatWords({ times: null, back: true }), repeatWords({ times: 3, back: false })]).toEqual([
      'to the end, there and back',
      '3×',
    ])
    expect(exposures(after(once, withoutRepeat(...deskOn(once, 15), 'write')))).toBe('1*8 9*2 11*2 9*2 11*2 13*12 25*6')
    expect(columnIn(after(once, withoutRepeat(...deskOn(once, 9), 'remove'))).repeats).toBeUndefined()
    expect(withoutRepeat(...deskOn(once, 20), 'remove')).toEqual([])
  })
})
