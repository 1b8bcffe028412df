import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { spread } from '../chart'
import { roomAround } from '../picture'
import { fallFrames } from '../travel'
import type { Shot } from '../document'
import type { Change, Command } from '../commands'
import { equal, firstLost, openShot, SCHEMA, storeShot, subjectsOf } from '../document'
import { applyCommand, changesBack, commandSchema, revertCommand } from '../commands'
import {
  charted,
  cmd,
  COLUMN,
  columnIn,
  done,
  drawn,
  emptyShot,
  exposures,
  PLAN,
  posedShot,
  refusal,
  runOn,
  STACK,
  standing,
  stooping,
  where,
} from './fixture.test-helper'
import { commandFor, randomMove } from './random.test-helper'

const stored = (shot: Shot) => JSON.parse(JSON.stringify(storeShot(shot))) as unknown

describe('poses', () => {
  it('are placed a number of frames after the last, and the last one stays until then', () =>
    expect(exposures(posedShot())).toBe('1*12 13*12 25*6'))
  it('take the rest of a hold when added within it', () => {
    const posed = posedShot()
    const shot = done(posed, 'pose.add', {
      ...where,
      drawing: { id: 'new', number: '17', role: 'breakdown', content: { poses: {}, strokes: [] } },
      where: { ...runOn(posed, '13'), offset: 4 },
    })
    expect(exposures(shot)).toBe('1*12 13*4 17*8 25*6')
  })
  it('move in time and take their passes along', () => {
    const shot = charted(
      charted(posedShot(), '1', '13', ['5', '9'], { family: 'even' }, 4),
      '13',
      '25',
      ['17', '21'],
      { family: 'even' },
      4,
    )
    expect(exposures(done(shot, 'pose.move', { ...where, run: runOn(shot, '13'), delta: 3 }))).toBe(
      '1*5 5*5 9*5 13*3 17*3 21*3 25*6',
    )
    expect(refusal(shot, 'pose.move', { ...where, run: runOn(shot, '13'), delta: 10 })).toMatchObject({
      code: 'no-room',
    })
    expect(refusal(shot, 'pose.move', { ...where, run: runOn(shot, '1'), delta: 1 })).toMatchObject({ code: 'no-room' })
    expect(exposures(done(shot, 'pose.move', { ...where, run: runOn(shot, '25'), delta: 3 }))).toBe(
      '1*4 5*4 9*4 13*5 17*5 21*5 25*6',
    )
  })
  it('go with their charts and computed in-betweens when deleted; their time goes to what stands before', () => {
    const shot = charted(charted(posedShot(), '1', '13', ['9', '11']), '13', '25', ['21', '23'])
    const gone = done(shot, 'drawing.remove', { stack: STACK, drawing: 'd13' })
    expect(exposures(gone)).toBe('1*24 25*6')
    expect(Object.keys(gone.plans[PLAN]!.charts)).toEqual([])
    expect(Object.keys(drawn(gone)).sort()).toEqual(['d1', 'd25'])
  })
})

describe('charts', () => {
  it('put their in-betweens right before the second pose on their step; the first pose holds until then', () => {
    expect(exposures(charted(posedShot(), '1', '13', ['9', '11']))).toBe('1*8 9*2 11*2 13*12 25*6')
  })
  it('give each one frame when the step leaves no room, and refuse when there is none', () => {
    expect(
      exposures(
        charted(
          posedShot(),
          '1',
          '13',
          Array.from({ length: 11 }, (_, i) => `${i + 2}`),
        ),
      ),
    ).toMatch(/^1\*1 2\*1 .* 12\*1 13\*12/)
    expect(() =>
      charted(
        posedShot(),
        '1',
        '13',
        Array.from({ length: 12 }, (_, i) => `${i + 30}`),
      ),
    ).toThrow(/no room for 12/)
  })
  it('drop computed in-betweens when their number falls, and keep own ones in the tray', () => {
    let shot = charted(posedShot(), '1', '13', ['5', '7', '9'])
    shot = done(shot, 'drawing.pose', {
      stack: STACK,
      drawing: 'd9',
      poses: { keeper: standing },
      fix: { poses: { keeper: stooping }, strokes: [] },
    })
    shot = charted(shot, '1', '13', ['5'])
    expect(exposures(shot)).toBe('1*10 5*2 13*12 25*6')
    expect([drawn(shot).d7, drawn(shot).d9!.own]).toEqual([undefined, true])
  })
  it('re-timing never changes a place, and spacing never changes a frame', () => {
    const shot = charted(posedShot(), '1', '13', ['7', '9', '11'], { family: 'halves', slow: 'first' })
    const places = (s: Shot) => s.plans[PLAN]!.charts['c1-13']!.ticks.map(t => t.u)
    const retimed = done(done(shot, 'run.push', { ...where, run: runOn(shot, '9'), delta: 3 }), 'run.shift', {
      ...where,
      run: runOn(shot, '11'),
      delta: -1,
    })
    expect(places(retimed)).toEqual([1 / 8, 1 / 4, 1 / 2])
    const spaced = done(shot, 'chart.space', {
      plan: PLAN,
      chart: 'c1-13',
      recipe: { family: 'even' },
      places: spread({ family: 'even' }, 3),
    })
    expect(exposures(spaced)).toBe(exposures(shot))
    expect(columnIn(spaced).runs).toBe(columnIn(shot).runs)
  })
  it('make an in-between its own when it is posed or drawn on, and take it back', () => {
    const shot = charted(posedShot(), '1', '13', ['9'])
    const pose = { stack: STACK, drawing: 'd9', poses: { keeper: standing } }
    expect(refusal(shot, 'drawing.pose', pose)).toMatchObject({ code: 'changed' })
    const own = done(shot, 'drawing.pose', { ...pose, fix: { poses: { keeper: stooping }, strokes: [] } })
    expect(drawn(own).d9!.own).toBe(true)
    expect(drawn(done(own, 'drawing.release', { plan: PLAN, chart: 'c1-13', drawing: 'd9' })).d9).toEqual(
      drawn(shot).d9,
    )
  })
})

describe('refusals', () => {
  const shot = posedShot()
  it('name what is gone and change nothing', () => {
    const without = done(shot, 'drawing.remove', { stack: STACK, drawing: 'd13' })
    expect(refusal(without, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: standing } })).toEqual({
      code: 'gone',
      message: 'The drawing is not there any more.',
    })
    expect(refusal(without, 'run.push', { ...where, run: runOn(shot, '13'), delta: 1 })).toEqual({
      code: 'gone',
      message: 'The exposure is not there any more.',
    })
  })
  it('a range whose length has changed is refused, never put somewhere else', () => {
    const args = {
      ...where,
      first: { ...runOn(shot, '1'), offset: 2 },
      last: { ...runOn(shot, '13'), offset: 3 },
      frames: 14,
    }
    expect(exposures(done(shot, 'range.hold', args))).toBe('1*2 1*14 13*8 25*6')
    const longer = done(shot, 'run.push', { ...where, run: runOn(shot, '1'), delta: 2 })
    expect(refusal(longer, 'range.hold', args)).toMatchObject({ code: 'changed' })
  })
  it('a locked column keeps its exposures', () => {
    const locked = done(shot, 'column.set', { ...where, locked: true })
    expect(refusal(locked, 'run.push', { ...where, run: runOn(shot, '1'), delta: 1 })).toMatchObject({ code: 'locked' })
  })
  it('arguments of another form are refused with their place', () => {
    expect(refusal(shot, 'shot.set', { length: 0.5 })!.message).toMatch(/shot\.set: length/)
  })
})

describe('undo', () => {
  it('is refused when what it touches has changed since', () => {
    const shot = posedShot()
    const posed = done(shot, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: standing } })
    const again = done(posed, 'drawing.pose', {
      stack: STACK,
      drawing: 'd13',
      poses: { keeper: { ...standing, turn: 1 } },
    })
    const out = applyCommand(again, revertCommand('revert-0001', 'cmd-0001', 'Pose', changesBack(shot, posed)))
    expect(out).toEqual({ ok: false, refusal: { code: 'changed', message: 'The pose has changed since.' } })
  })
  it('does not take away what something made since depends on', () => {
    const shot = posedShot()
    const added = done(shot, 'pose.add', {
      ...where,
      drawing: { id: 'd40', number: '40', role: 'key', content: { poses: {}, strokes: [] } },
      where: { afterLast: 10 },
    })
    const used = done(added, 'run.expose', { ...where, drawing: 'd40', at: null, frames: 3 })
    expect(applyCommand(used, revertCommand('revert-0002', 'x', 'Add', changesBack(shot, added)))).toMatchObject({
      ok: false,
      refusal: { code: 'changed' },
    })
  })
  it('keeps what another window drew on the same drawing', () => {
    const hash = 'a'.repeat(64)
    const shot = posedShot()
    const one = done(shot, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: [{ id: 's1', hash }] })
    const two = done(one, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: [{ id: 's2', hash }] })
    const out = applyCommand(two, revertCommand('revert-0003', 'x', 'Draw', changesBack(shot, one)))
    expect(out.ok && drawn(out.shot).d1!.content.strokes.map(s => s.id)).toEqual(['s2'])
  })
})

describe('any sequence of commands', () => {
  it('followed by its inverses gives the same document, and runs never overlap or vanish', () => {
    const start = charted(charted(posedShot(), '1', '13', ['5', '7', '9', '11']), '13', '25', ['21', '23'])
    fc.assert(
      fc.property(fc.array(randomMove, { maxLength: 25 }), moves => {
        let shot = start
        const undo: Change[][] = []
        for (const m of moves) {
          const command = commandFor(shot, m)
          const out = applyCommand(shot, command)
          if (!out.ok) continue
          expect(applyCommand(shot, command)).toEqual(out)
          expect(firstLost(out.shot)).toBeNull()
          const { runs } = columnIn(out.shot)
          const list = runs.chunks.flatMap(c => c.runs)
          expect(list.every(r => Number.isInteger(r.frames) && r.frames >= 1)).toBe(true)
          expect([runs.frames, runs.count]).toEqual([list.reduce((s, r) => s + r.frames, 0), list.length])
          undo.push(changesBack(shot, out.shot))
          shot = out.shot
        }
        const end = stored(shot)
        const redo: Change[][] = []
        for (const [i, changes] of undo.reverse().entries()) {
          const wire = JSON.parse(
            JSON.stringify(revertCommand(`undo-${String(i).padStart(6, '0')}`, 'cmd-000001', 'Undo', changes)),
          ) as Command
          const out = applyCommand(shot, wire)
          if (!out.ok) throw new Error(out.refusal.message)
          redo.push(changesBack(shot, out.shot))
          shot = out.shot
        }
        expect(stored(shot)).toEqual(stored(start))
        for (const [i, changes] of redo.reverse().entries()) {
          const out = applyCommand(
            shot,
            revertCommand(`redo-${String(i).padStart(6, '0')}`, 'cmd-000001', 'Redo', changes),
          )
          if (!out.ok) throw new Error(out.refusal.message)
          shot = out.shot
        }
        expect(stored(shot)).toEqual(end)
      }),
      { numRuns: 150 },
    )
  })
})

describe('stored form', () => {
  const example = (schema: number): unknown =>
    JSON.parse(readFileSync(new URL(`../document/examples/schema-${schema}.json`, import.meta.url), 'utf8'))
  it.each([1, 2, 3])('of schema %i is brought to this one', schema => {
    const opened = openShot(example(schema))
    if (!opened.ok) throw new Error(opened.message)
    expect(opened.shot.schema).toBe(SCHEMA)
    expect(exposures(opened.shot)).toBe('1*8 9*2 11*2 13*12 25*6')
    // Figures have a rank; all else is as it was.
    const now = JSON.parse(JSON.stringify(stored(opened.shot))) as typeof opened.shot
    for (const stack of Object.values(now.stacks))
      for (const s of Object.values(stack.subjects)) delete (s as { rank?: number }).rank
    expect(opened.shot.stacks[STACK]!.subjects.keeper!.rank).toBe(0)
    const before = JSON.parse(JSON.stringify(example(schema)).replaceAll('"guide":', '"reference":')) as object
    expect(now).toEqual({ ...before, schema: SCHEMA })
  })
  it.each([5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16])(
    'of schema %i is as it was, with the number of this one',
    schema => {
      const opened = openShot(example(schema))
      if (!opened.ok) throw new Error(opened.message)
      expect(stored(opened.shot)).toEqual({ ...(example(schema) as object), schema: SCHEMA })
    },
  )
  it('of schema 4: columns get their new names, figures the rank of the order they stood in', () => {
    const opened = openShot(example(4))
    if (!opened.ok) throw new Error(opened.message)
    const { columns } = opened.shot.plans[PLAN]!
    expect([columns.measure!.reference, columns.rope!.leader]).toEqual([true, COLUMN])
    expect(subjectsOf(opened.shot.stacks[STACK]!).map(s => s.id)).toEqual(['keeper', 'a-dog'])
    expect(JSON.stringify(stored(opened.shot))).not.toMatch(/"guide"|"lead":/)
  })
  it('of schema 5: the room around the picture is the usual one until it is set, and is taken back', () => {
    const opened = openShot(example(5))
    if (!opened.ok) throw new Error(opened.message)
    expect(roomAround({ ...opened.shot, picture: { width: 1000, height: 500 } })).toEqual({
      ...{ x: -300, y: -150, width: 1600, height: 800 },
    })
    const wide = done(opened.shot, 'shot.set', { room: 1 })
    expect(roomAround({ ...wide, picture: { width: 1000, height: 500 } })).toEqual({
      ...{ x: -1000, y: -500, width: 3000, height: 1500 },
    })
    const none = done(wide, 'shot.set', { room: 0 })
    expect(roomAround(none)).toEqual({ x: -0, y: -0, ...none.picture })
    expect(refusal(wide, 'shot.set', { room: 1.01 })).toMatchObject({ code: 'invalid' })
  })
  it('takes commands of schema 1, and none of a later one', () => {
    const old = { ...cmd('shot.set', { length: 50 }), schema: 1 }
    expect(commandSchema.parse(old)).toEqual({ ...old, schema: SCHEMA })
    expect(commandSchema.safeParse({ ...old, schema: SCHEMA + 1 }).success).toBe(false)
  })
  it('is read back as it was', () => {
    const shot = charted(posedShot(), '1', '13', ['9', '11'])
    const opened = openShot(stored(shot))
    expect(opened.ok && equal(stored(opened.shot), stored(shot))).toBe(true)
  })
  it.each([
    [{}, 'not-a-shot', /no schema number/],
    // Numbers that no Fintro wrote are not counted up from.
    [{ ...storeShot(emptyShot()), schema: -10_000_000 }, 'not-a-shot', /schema/],
    [{ ...storeShot(emptyShot()), schema: -1e18 }, 'not-a-shot', /schema/],
    [{ ...storeShot(emptyShot()), schema: SCHEMA + 1 }, 'later-schema', /later Fintro \(schema \d/],
    [{ ...storeShot(emptyShot()), length: -1 }, 'not-a-shot', /at length/],
    [{ ...storeShot(emptyShot()), planOrder: ['none'] }, 'inconsistent', /plan none is missing/],
  ] as const)('%# is refused in a sentence', (doc, code, message) => {
    const out = openShot(doc)
    expect(out).toMatchObject({ ok: false, code })
    expect(!out.ok && out.message).toMatch(message)
  })
  it('refuses a drawing that is in two charts', () => {
    const shot = charted(posedShot(), '1', '13', ['9'])
    const twice = storeShot(shot)
    twice.plans[PLAN]!.charts.copy = { ...twice.plans[PLAN]!.charts['c1-13']!, id: 'copy' }
    expect(openShot(twice)).toMatchObject({
      ok: false,
      code: 'inconsistent',
      message: 'The drawing 9 is in two charts.',
    })
  })
})

it('a column that comes and goes keeps its exposures through undo', () => {
  const shot = posedShot()
  const two = done(shot, 'column.add', {
    plan: PLAN,
    index: 1,
    stack: { id: 'st2', subjects: {}, drawings: {} },
    column: {
      id: 'co2',
      name: 'B',
      stack: 'st2',
      ink: '#222222',
      step: 2,
      background: false,
      locked: false,
      hidden: false,
      runs: [{ id: 'r', drawing: null, frames: 3 }],
    },
  })
  const gone = done(two, 'column.remove', { plan: PLAN, column: 'co2' })
  const back = applyCommand(
    gone,
    JSON.parse(JSON.stringify(revertCommand('revert-0009', 'x', 'Undo', changesBack(two, gone)))) as Command,
  )
  expect(back.ok && stored(back.shot)).toEqual(stored(two))
})

it('drawings are numbered by one command, no two alike', () => {
  const shot = posedShot()
  const named = done(shot, 'drawing.renumber', { stack: STACK, numbers: { d13: '2', d25: '3' } })
  expect([drawn(named).d13!.number, drawn(named).d25!.number]).toEqual(['2', '3'])
  expect(refusal(shot, 'drawing.renumber', { stack: STACK, numbers: { d13: '1' } })).toMatchObject({
    message: 'There would be two drawings 1.',
  })
})

it('the scale and kept spacings come and go', () => {
  const shot = posedShot()
  const scaled = done(done(shot, 'shot.scale', { scale: { metres: 1.7, px: 500 } }), 'spacing.keep', {
    spacing: { id: 'kept', name: 'Heavy lift', recipe: { family: 'free' }, places: [0.1, 0.4] },
  })
  expect(fallFrames(scaled.scale!, scaled.rate, 500)).toBeCloseTo(Math.sqrt((2 * 1.7) / 9.80665) * 24, 9)
  expect(done(done(scaled, 'shot.scale', { scale: null }), 'spacing.forget', { spacing: 'kept' })).toEqual(shot)
  expect(refusal(shot, 'spacing.forget', { spacing: 'kept' })).toMatchObject({ code: 'gone' })
})
