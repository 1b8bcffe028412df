import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { openShot, storeShot } from '../document'
import type { ArgsOf, CommandName } from './apply'
import { repeatFrames } from './arrange'
import { applyCommand, changesBack, revertCommand } from './apply'
import type { Change } from './change'
import {
  charted,
  cmd,
  COLUMN,
  columnIn,
  done,
  drawn,
  emptyShot,
  PLAN,
  posedShot,
  refusal,
  runOn,
  STACK,
  standing,
  where,
  written,
} from './fixture.test-helper'
import { lastRun, runAt } from '../sheet'

const hash = 'a'.repeat(64)
const opens = (shot: Shot) => openShot(JSON.parse(JSON.stringify(storeShot(shot)))).ok
const refs = (from: number, count: number) => Array.from({ length: count }, (_, i) => ({ id: `s${from + i}`, hash }))
/** Done again and again until it is refused; the shot then, and why. */
function untilRefused<N extends CommandName>(shot: Shot, name: N, args: (shot: Shot) => ArgsOf<N>, most = 1000) {
  let now = shot
  for (let i = 0; i < most; i++) {
    const out = applyCommand(now, cmd(name, args(now)))
    if (!out.ok) return { shot: now, times: i, why: out.refusal }
    now = out.shot
  }
  throw new Error(`${name} was not refused in ${most} times.`)
}
const plainColumn = (shot: Shot) => storeShot(shot).plans[PLAN]!.columns[COLUMN]!
const whole = (shot: Shot) => {
  const { runs } = columnIn(shot)
  const [first, last] = [runAt(runs, 1)!, lastRun(runs)!]
  return {
    ...where,
    first: { run: first.run.id, at: 1, offset: 0 },
    last: { run: last.run.id, at: last.start, offset: last.run.frames - 1 },
    frames: runs.frames,
  }
}

describe('what a person can reach is refused in a sentence, and the shot opens', () => {
  it('one stroke more than a drawing holds', () => {
    let shot = posedShot()
    for (let i = 0; i < 5000; i += 500)
      shot = done(shot, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: refs(i, 500) })
    expect(opens(shot)).toBe(true)
    expect(refusal(shot, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: refs(5000, 1) })).toMatchObject({
      code: 'limit',
      message: expect.stringContaining('at most 5,000 strokes'),
    })
  })

  it('an exposure longer than any shot', () => {
    let shot = done(emptyShot(), 'shot.set', { length: 14_400 })
    const drawing = { id: 'd1', number: '1', role: 'key' as const, content: { poses: {}, strokes: [] } }
    shot = done(shot, 'pose.add', { ...where, drawing, where: { onFrame: 1 } })
    shot = done(shot, 'run.push', { ...where, run: runOn(shot, '1'), delta: 14_400 - columnIn(shot).runs.frames })
    expect(refusal(shot, 'run.push', { ...where, run: runOn(shot, '1'), delta: 1 })).toEqual({
      code: 'limit',
      message: 'There are at most 14,400 frames.',
    })
    expect(opens(shot)).toBe(true)
  })

  it('more exposures than a column holds', () => {
    let shot = posedShot()
    for (let i = 0; i < 5; i++) shot = done(shot, 'range.repeat', { ...whole(shot), how: { times: 2 } })
    expect(columnIn(shot).runs.count).toBe(96)
    expect(refusal(shot, 'range.repeat', { ...whole(shot), how: { times: 500 } })).toMatchObject({
      code: 'limit',
      message: 'A column holds at most 14,400 exposures.',
    })
    // Nothing is built for what is refused; as many as fit are still taken.
    let made = 0
    const newId = () => `n${made++}`
    expect(() => repeatFrames.apply(shot, { ...whole(shot), how: { times: 500 } }, { newId })).toThrow(/at most 14,400/)
    expect(made).toBe(0)
    expect(columnIn(done(shot, 'range.repeat', { ...whole(shot), how: { times: 150 } })).runs.count).toBe(14_400)
    expect(refusal(shot, 'range.repeat', { ...whole(shot), how: { times: 151 } })).toMatchObject({ code: 'limit' })
  })

  it('more exposures than a shot holds in all its columns', () => {
    const one = posedShot()
    const first = written(one)
    const runs = Array.from({ length: 14_400 }, (_, i) => ({ id: `r${i}`, drawing: i % 2 ? 'd1' : 'd13', frames: 1 }))
    const share = (s: Shot, id: string, list = runs) =>
      ['column.share', { plan: PLAN, index: 0, column: { ...first, id, runs: list } }] as const
    const full = done(one, ...share(one, 'c0'))
    // As many columns as fit hold the same exposures; commands that make so many take their time.
    const plan = full.plans[PLAN]!
    const filled = (count: number): Shot => {
      const made = Array.from({ length: count }, (_, i) => ({ ...plan.columns.c0!, id: `c${i}` }))
      const columns = { ...plan.columns, ...Object.fromEntries(made.map(c => [c.id, c])) }
      return { ...full, plans: { [PLAN]: { ...plan, columns, order: Object.keys(columns) } } }
    }
    const near = filled(41)
    expect(refusal(near, ...share(near, 'more'))).toEqual({
      code: 'limit',
      message: 'A shot holds at most 600,000 exposures in all its columns.',
    })
    expect(refusal(near, ...share(near, 'few', runs.slice(0, 100)))).toBeNull()
    // One that has more already can be worked on, and made less.
    const over = filled(42)
    expect(refusal(over, 'run.push', { ...where, run: runOn(over, '1'), delta: 1 })).toBeNull()
    expect(refusal(over, 'column.remove', { plan: PLAN, column: 'c3' })).toBeNull()
  })

  it('strokes and figures made larger, or moved away, again and again', () => {
    const shot = done(posedShot(), 'stroke.add', { stack: STACK, drawing: 'd1', strokes: refs(0, 1) })
    const mapped = (strokes: string[], subjects: string[], at: [number, number, number, number, number, number]) =>
      untilRefused(shot, 'strokes.map', () => ({
        stack: STACK,
        keepWidth: false,
        drawings: { d1: { strokes, subjects, at } },
      }))
    for (const { shot: last, times, why } of [
      mapped(['s0'], [], [10, 0, 0, 10, 0, 0]),
      mapped(['s0'], [], [1, 0, 0, 1, 4e5, 0]),
      mapped([], ['keeper'], [3, 0, 0, 3, 0, 0]),
      mapped([], ['keeper'], [1, 0, 0, 1, 4e5, 0]),
    ]) {
      expect(times).toBeGreaterThan(0)
      expect(why.message).toMatch(/^(That is too far away|A figure is a hundredth)/)
      expect(opens(last)).toBe(true)
    }
  })

  it('notes moved past the last frame that there can be', () => {
    const note = { id: 'n1', frame: 40, frames: 3, text: 'goes' }
    const shot = done(posedShot(), 'note.set', { plan: PLAN, note })
    const { shot: last, why } = untilRefused(shot, 'notes.shift', () => ({ plan: PLAN, from: 1, delta: 5000 }))
    expect(why.message).toBe('There are at most 14,400 frames.')
    expect(opens(last)).toBe(true)
  })

  it('more in-betweens than a span holds', () => {
    let n = 0
    let shot = charted(posedShot(), '1', '13', ['5', '7'])
    shot = done(shot, 'run.push', { ...where, run: runOn(shot, '1'), delta: 2000 })
    const { shot: last, why } = untilRefused(shot, 'chart.wedge', s => ({
      ...where,
      chart: 'c1-13',
      from: runOn(s, '1'),
      to: runOn(s, '13'),
      side: 'first',
      step: 1,
      drawing: { id: `w${n}`, number: `w${n++}` },
    }))
    expect(why.message).toBe('A span holds at most 200 in-betweens.')
    expect(last.plans[PLAN]!.charts['c1-13']!.ticks).toHaveLength(200)
    expect(opens(last)).toBe(true)
  })
})

describe('a change that is taken back with something else in it', () => {
  const shot = charted(posedShot(), '1', '13', ['7'])
  const { stack } = columnIn(shot)
  const columns = ['plans', PLAN, 'columns']
  const chunks = { chunks: [{ runs: [], frames: -4 }], frames: -4, count: 0 }
  const run = { id: 'made', drawing: null, frames: -3 }
  it.each<[string, Change]>([
    ['a string as length', { kind: 'value', path: ['length'], before: shot.length, after: 'long' }],
    ['no plan', { kind: 'value', path: ['plans'], before: JSON.parse(JSON.stringify(storeShot(shot).plans)) }],
    ['no order of plans', { kind: 'value', path: ['planOrder'], before: [PLAN], after: [] }],
    ['a colour that is no colour', { kind: 'value', path: ['paper'], before: shot.paper, after: '"><script>' }],
    ['a stack that is not there', { kind: 'value', path: [...columns, COLUMN, 'stack'], before: stack, after: 'none' }],
    ['a column of another form', { kind: 'value', path: [...columns, 'new'], after: { id: 'new', runs: 'none' } }],
    [
      'a column under another id',
      { kind: 'value', path: [...columns, 'new'], after: { ...plainColumn(shot), id: 'x' } },
    ],
    [
      'exposures that are none',
      {
        kind: 'value',
        path: [...columns, COLUMN, 'runs'],
        before: plainColumn(shot).runs as never,
        after: chunks as never,
      },
    ],
    [
      'frames below 0',
      { kind: 'list', path: [...columns, COLUMN, 'runs'], hint: 1, behind: null, before: [], after: [run] },
    ],
    [
      'an exposure twice',
      {
        kind: 'list',
        path: [...columns, COLUMN, 'runs'],
        hint: 1,
        behind: null,
        before: [],
        after: [{ ...plainColumn(shot).runs.at(-1)! }],
      },
    ],
    [
      'an exposure of no drawing',
      {
        kind: 'list',
        path: [...columns, COLUMN, 'runs'],
        hint: 1,
        behind: null,
        before: [],
        after: [{ ...run, frames: 1, drawing: 'none' }],
      },
    ],
    [
      'inside the pieces of exposures',
      { kind: 'value', path: [...columns, COLUMN, 'runs', 'frames'], before: columnIn(shot).runs.frames, after: 3 },
    ],
    ['a field that there is not', { kind: 'value', path: ['stacks', STACK, 'drawings', 'd1', 'secret'], after: 1 }],
    [
      'a stroke of another form',
      {
        kind: 'list',
        path: ['stacks', STACK, 'drawings', 'd1', 'content', 'strokes'],
        hint: 0,
        behind: null,
        before: [],
        after: [{ id: 's', hash: 'none' }],
      },
    ],
    [
      'a drawing in two charts',
      {
        kind: 'value',
        path: ['plans', PLAN, 'charts', 'c2'],
        after: { ...JSON.parse(JSON.stringify(shot.plans[PLAN]!.charts['c1-13'])), id: 'c2' },
      },
    ],
    ['what every object has', { kind: 'value', path: ['constructor', 'name'], after: 'x' }],
    ['the prototype', { kind: 'value', path: ['__proto__', 'polluted'], after: 'x' }],
    ['nowhere', { kind: 'value', path: [], after: 'x' }],
  ])('%s: is refused and changes nothing', (_name, change) => {
    const before = JSON.stringify(storeShot(shot))
    const out = applyCommand(
      shot,
      JSON.parse(JSON.stringify(revertCommand('revert-0001', 'cmd-000001', 'Undo', [change]))),
    )
    expect(out.ok).toBe(false)
    expect(JSON.stringify(storeShot(shot))).toBe(before)
    expect(({} as Record<string, unknown>).polluted).toBeUndefined()
  })
})

describe('names that every object answers to', () => {
  it.each(['__proto__', 'constructor', 'toString', 'hasOwnProperty', 'valueOf'])('%s is no id', id => {
    const shot = posedShot()
    const drawing = { id, number: '5', role: 'key' as const, content: { poses: {}, strokes: [] } }
    for (const out of [
      refusal(shot, 'drawing.add', { stack: STACK, drawing }),
      refusal(shot, 'run.push', { plan: PLAN, column: id, run: runOn(shot, '1'), delta: 1 }),
      refusal(shot, 'run.push', { plan: id, column: COLUMN, run: runOn(shot, '1'), delta: 1 }),
      refusal(shot, 'drawing.remove', { stack: STACK, drawing: id }),
      refusal(shot, 'drawing.remove', { stack: id, drawing: 'd1' }),
      refusal(shot, id as 'drawing.remove', { stack: STACK, drawing: 'd1' }),
      refusal(shot, 'together', {
        commands: [
          { name: id, args: {} },
          { name: id, args: {} },
        ],
      }),
    ])
      expect(out?.code).toBe('invalid')
  })
})

it.each(['runs', 'chunks', 'columns', 'plans', 'poses', 'subjects', 'strokes', 'ticks', 'picture', 'recipe'])(
  'a drawing can be called %s, a word of the form itself, and all that is done to it taken back',
  id => {
    const shot = posedShot()
    const upright = { ...standing, turn: -0 }
    const drawing = { id, number: '5', role: 'key' as const, content: { poses: { keeper: upright }, strokes: [] } }
    const added = done(shot, 'drawing.add', { stack: STACK, drawing })
    expect(Object.is(drawn(added)[id]!.content.poses.keeper!.turn, 0)).toBe(true)
    const steps = [
      added,
      done(added, 'drawing.set', { stack: STACK, drawing: id, number: '6' }),
      done(added, 'stroke.add', { stack: STACK, drawing: id, strokes: refs(0, 2) }),
    ]
    for (const [i, after] of steps.entries()) {
      expect(opens(after)).toBe(true)
      const before = i ? added : shot
      const undo = revertCommand('revert-0001', 'cmd-000001', 'Undo', changesBack(before, after))
      const out = applyCommand(after, JSON.parse(JSON.stringify(undo)))
      expect(out.ok && storeShot(out.shot)).toEqual(storeShot(before))
    }
  },
)

it('a mirrored pose, stored and read elsewhere, can be taken back there', () => {
  const upright = { ...standing, turn: 0, angles: { 'near-forearm': 0 } }
  const shot = done(posedShot(), 'drawing.pose', { stack: STACK, drawing: 'd1', poses: { keeper: upright } })
  // What a mirror by −1 gives.
  const poses = { keeper: { ...upright, turn: -0, angles: { 'near-forearm': -0 } } }
  const mirrored = done(shot, 'drawing.pose', {
    stack: STACK,
    drawing: 'd1',
    poses: { keeper: { ...poses.keeper, size: 2 } },
  })
  expect(Object.is(drawn(mirrored).d1!.content.poses.keeper!.turn, 0)).toBe(true)
  const elsewhere = openShot(JSON.parse(JSON.stringify(storeShot(mirrored))))
  if (!elsewhere.ok) throw new Error(elsewhere.message)
  const undo = revertCommand('revert-0001', 'cmd-000001', 'Undo', changesBack(shot, mirrored))
  const out = applyCommand(elsewhere.shot, JSON.parse(JSON.stringify(undo)))
  expect(out.ok && storeShot(out.shot)).toEqual(storeShot(shot))
})
