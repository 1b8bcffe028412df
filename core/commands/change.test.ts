import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { applyCommand, changesBack, changesTo, revertCommand } from '../commands'
import { restPose } from '../figure'
import { vec } from '../motion'
import { listOf } from '../sheet'
import type { Change } from './change'
import {
  cmd,
  COLUMN,
  columnIn,
  done,
  drawn,
  nothing,
  PLAN,
  planned,
  posedShot,
  runOn,
  STACK,
  where,
  withSecond,
} from './fixture.test-helper'

const hash = 'a'.repeat(64)
const strokes = (s: Shot, ids: string[], { under = false } = {}): Shot =>
  done(s, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: ids.map(id => ({ id, hash })), under })
const AT = ['stacks', STACK, 'drawings', 'd1', 'content', 'strokes']
const RUNS = ['plans', PLAN, 'columns', COLUMN, 'runs']
const stroke = (id: string) => ({ id, hash })
const made = (s: Shot, changes: Change[]) => applyCommand(s, revertCommand('revert-0001', 'x', 'Undo', changes))
const refusal = (s: Shot, changes: Change[]) => {
  const out = made(s, changes)
  return out.ok ? null : out.refusal
}

describe('differences of lists', () => {
  const abc = strokes(posedShot(), ['a', 'b', 'c'])
  const without = (...ids: string[]) => done(abc, 'stroke.remove', { stack: STACK, drawing: 'd1', strokes: ids })
  it('hold what differs and nothing else, told by the entry before', () => {
    expect(changesTo(abc, without('b'))).toEqual([
      { kind: 'list', path: AT, hint: 1, behind: 'a', before: [stroke('b')], after: [] },
    ])
    expect(changesTo(without('b'), abc)).toEqual([
      { kind: 'list', path: AT, hint: 1, behind: 'a', before: [], after: [stroke('b')] },
    ])
    expect(changesTo(abc, without('a'))).toEqual([
      { kind: 'list', path: AT, hint: 0, behind: null, before: [stroke('a')], after: [] },
    ])
    expect(changesTo(abc, without('b', 'c'))).toEqual([
      { kind: 'list', path: AT, hint: 1, behind: 'a', before: [stroke('b'), stroke('c')], after: [] },
    ])
    expect(changesTo(abc, abc)).toEqual([])
    const same = done(abc, 'drawing.pose', { stack: STACK, drawing: 'd1', poses: {} })
    expect(changesTo(abc, same)).toEqual([])
  })
  it('of exposures hold their frame, and the exposure before', () => {
    const s = planned()
    const [one, seven] = listOf(columnIn(s).runs)
    const longer = done(s, 'run.push', { ...where, run: runOn(s, '7'), delta: 1 })
    expect(changesTo(s, longer)).toEqual([
      { kind: 'list', path: RUNS, hint: 7, behind: one!.id, before: [seven], after: [{ ...seven, frames: 3 }] },
    ])
    const first = done(s, 'run.push', { ...where, run: runOn(s, '1'), delta: 1 })
    expect(changesTo(s, first)).toEqual([
      { kind: 'list', path: RUNS, hint: 1, behind: null, before: [one], after: [{ ...one, frames: 7 }] },
    ])
  })
  it('are put back where the entry before is now, also at the beginning', () => {
    const ids = (s: Shot) => drawn(s).d1!.content.strokes.map(x => x.id)
    const after = (s: Shot, changes: Change[]) => {
      const out = made(s, changes)
      return out.ok ? ids(out.shot) : out.refusal.message
    }
    const first = without('a')
    expect(after(strokes(first, ['z'], { under: true }), changesBack(abc, first))).toEqual(['a', 'z', 'b', 'c'])
    const middle = without('b')
    expect(after(strokes(middle, ['z'], { under: true }), changesBack(abc, middle))).toEqual(['z', 'a', 'b', 'c'])
    // The entry before is gone, or there is another in its place.
    const alone = done(middle, 'stroke.remove', { stack: STACK, drawing: 'd1', strokes: ['a'] })
    expect(refusal(alone, changesBack(abc, middle))).toMatchObject({ code: 'gone' })
    const added = strokes(abc, ['d', 'e'])
    const between = done(added, 'stroke.replace', {
      stack: STACK,
      drawing: 'd1',
      strokes: { d: [stroke('d'), stroke('f')] },
    })
    expect(refusal(between, changesBack(abc, added))).toEqual({
      code: 'changed',
      message: 'The drawing has changed since.',
    })
    const gone = done(added, 'stroke.remove', { stack: STACK, drawing: 'd1', strokes: ['d'] })
    expect(refusal(gone, changesBack(abc, added))).toEqual({ code: 'gone', message: 'The drawing has changed since.' })
  })
  it('of exposures are refused where the exposure before is gone, or another has come between', () => {
    const s = planned()
    const out = done(s, 'run.give', { ...where, run: runOn(s, '9'), to: 'none' })
    const back = changesBack(s, out)
    expect(refusal(done(out, 'run.give', { ...where, run: runOn(out, '7'), to: 'none' }), back)).toEqual({
      code: 'gone',
      message: 'The exposure before it is not there any more.',
    })
    const hold = done(s, 'range.spread', {
      ...where,
      first: { ...runOn(s, '7'), offset: 0 },
      last: { ...runOn(s, '11'), offset: 1 },
      frames: 6,
      step: 3,
    })
    const held = done(hold, 'run.push', { ...where, run: runOn(hold, '9'), delta: 2 })
    expect(refusal(held, changesBack(s, hold))).toEqual({ code: 'changed', message: 'The exposure has changed since.' })
    // An exposure at the very beginning comes back there, in an emptied column too.
    const first = done(s, 'run.give', { ...where, run: runOn(s, '1'), to: 'none' })
    const again = made(first, changesBack(s, first))
    expect(again.ok && columnIn(again.shot).runs.chunks[0]!.runs[0]).toEqual(columnIn(s).runs.chunks[0]!.runs[0])
    const empty = done(s, 'column.expose', { ...where, exposures: [] })
    const filled = made(empty, changesBack(s, empty))
    expect(filled.ok && listOf(columnIn(filled.shot).runs)).toEqual(listOf(columnIn(s).runs))
  })
})

describe('differences of values', () => {
  it('are refused where something else stands there, or nothing that could hold it', () => {
    const s = posedShot()
    const named = done(s, 'shot.set', { name: 'One' })
    const other = done(named, 'shot.set', { name: 'Two' })
    expect(refusal(other, changesBack(s, named))).toEqual({
      code: 'changed',
      message: 'What this changed has changed since.',
    })
    const two = withSecond(s)
    const locked = done(two, 'column.set', { plan: PLAN, column: 'two', locked: true })
    const without = done(two, 'column.remove', { plan: PLAN, column: 'two' })
    expect(refusal(without, changesBack(two, locked))).toEqual({
      code: 'gone',
      message: 'The column is not there any more.',
    })
    const list: Change = { kind: 'list', path: ['name'], hint: 0, behind: null, before: [], after: [] }
    expect(refusal(s, [list])).toMatchObject({ code: 'gone' })
    expect(refusal(s, [{ ...list, path: [...RUNS, 'chunks', 'runs'] }])).toMatchObject({ code: 'gone' })
  })
  it('that come back in another form than a shot has are refused', () => {
    const s = posedShot()
    const limit = { code: 'limit', message: 'What would come back does not fit the form of a shot.' }
    const plan = JSON.parse(JSON.stringify({ ...s.plans[PLAN], columns: {} })) as never
    const value = (path: string[], after: unknown): Change => ({ kind: 'value', path, after: after as never })
    expect(refusal(s, [value(['plans', 'p2'], { ...(plan as object), order: 3 })])).toEqual(limit)
    expect(refusal(s, [value(['plans', PLAN, 'columns', 'x'], { id: 'x' })])).toEqual(limit)
    const run = { ...(listOf(columnIn(s).runs)[0] as object) }
    const list = {
      kind: 'list' as const,
      path: RUNS,
      hint: 1,
      behind: null,
      before: [],
      after: [{ ...run, frames: 0.5 }],
    }
    expect(refusal(s, [list as never])).toEqual(limit)
    // A field of a column is no column.
    expect(
      refusal(s, [{ ...value(['plans', PLAN, 'columns', COLUMN, 'name'], 'B'), before: 'A' } as Change]),
    ).toBeNull()
  })
  it('are whole for poses, so that two edits of one pose do not mix', () => {
    const s = posedShot()
    const moved = done(s, 'drawing.pose', { stack: STACK, drawing: 'd1', poses: { keeper: restPose(vec(1, 2)) } })
    expect(changesTo(s, moved).map(c => c.path)).toEqual([
      ['stacks', STACK, 'drawings', 'd1', 'content', 'poses', 'keeper'],
    ])
    const bare = done(s, 'drawing.pose', { stack: STACK, drawing: 'd1', poses: { keeper: null } })
    expect(changesTo(s, bare)).toEqual([expect.not.objectContaining({ after: expect.anything() as unknown })])
  })
})

describe('commands in one', () => {
  it('are called as they are told, or as the first', () => {
    const label = (words?: string) => {
      const out = applyCommand(
        posedShot(),
        cmd('together', {
          commands: [
            { name: 'shot.set', args: { name: 'Other' } },
            { name: 'shot.set', args: { length: 30 } },
          ],
          ...(words ? { words } : {}),
        }),
      )
      return out.ok ? [out.label, out.shot.length] : out.refusal
    }
    expect(label('Both')).toEqual(['Both', 30])
    expect(label()).toEqual(['Rename the shot', 30])
  })
  it('with an undo that something depends on are told so, with what they leave behind', () => {
    const s = posedShot()
    const added = done(s, 'pose.add', {
      ...where,
      drawing: { id: 'd40', number: '40', role: 'key', content: nothing },
      where: { afterLast: 10 },
    })
    const used = done(added, 'run.expose', { ...where, drawing: 'd40', at: null, frames: 3 })
    expect(refusal(used, changesBack(s, added))?.message).toMatch(/^Something made since depends on it\. /)
    // The same fault by another command is told without that.
    const charted = planned()
    const back = applyCommand(
      charted,
      cmd('column.set', { plan: PLAN, column: COLUMN, step: 2, name: 'x'.repeat(200) } as never),
    )
    expect(back.ok || back.refusal.message).not.toMatch(/depends on it/)
  })
})

describe('notes', () => {
  const noted = [3, 10, 20].reduce(
    (s, frame) => done(s, 'note.set', { plan: PLAN, note: { id: `n${frame}`, frame, frames: 2, text: 'look' } }),
    posedShot(),
  )
  const frames = (s: Shot) => Object.values(s.plans[PLAN]!.notes ?? {}).map(n => n.frame)
  const shifted = (from: number, delta: number) => frames(done(noted, 'notes.shift', { plan: PLAN, from, delta }))
  it('that follow move, and none in front of the frame from which they do', () => {
    expect(shifted(10, 4)).toEqual([3, 14, 24])
    expect(shifted(11, 4)).toEqual([3, 10, 24])
    expect(shifted(10, -3)).toEqual([3, 10, 17])
    expect(shifted(8, -4)).toEqual([3, 8, 16])
    expect(frames(done(posedShot(), 'notes.shift', { plan: PLAN, from: 1, delta: 4 }))).toEqual([])
  })
  it('are taken away one by one; with the last the list goes', () => {
    const left = done(noted, 'note.remove', { plan: PLAN, note: 'n10' })
    expect(frames(left)).toEqual([3, 20])
    const none = ['n3', 'n20'].reduce((s, note) => done(s, 'note.remove', { plan: PLAN, note }), left)
    expect('notes' in none.plans[PLAN]!).toBe(false)
  })
})
