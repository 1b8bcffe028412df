import { describe, expect, it } from 'vitest'
import type { Move } from '../document'
import { openShot, storeShot } from '../document'
import type { ArgsOf } from '.'
import {
  cmd,
  COLUMN,
  columnIn,
  done,
  PLAN,
  posedShot,
  refusal,
  refused,
  undone,
  withSecond,
} from './fixture.test-helper'
import { applyCommand } from '.'

const shot = posedShot()
const still = { turn: 0, size: 1 }
const on = (frame: number, x = 0, more: Partial<Move> = {}): Move => ({ ...still, frame, place: { x, y: 0 }, ...more })
const go = { recipe: { family: 'even' as const }, step: 1, about: { x: 0, y: 0 } }
const puts = (...all: [string | null, Move][]): ArgsOf<'move.put'> => ({
  plan: PLAN,
  puts: all.map(([column, move]) => ({ column, move })),
})
const frames = (s: typeof shot, column: string | null = COLUMN) =>
  (column === null ? s.plans[PLAN]!.camera?.fields : s.plans[PLAN]!.columns[column]!.moves)?.map(m => m.frame)

describe('placements of a column', () => {
  const two = done(shot, 'move.put', puts([COLUMN, on(24, 100)], [COLUMN, on(1, 0, { go })]))
  it('stand in the order of their frames; one on the same frame takes the place of what was there', () => {
    expect(frames(two)).toEqual([1, 24])
    const other = done(two, 'move.put', puts([COLUMN, on(24, 300)]))
    expect([frames(other), columnIn(other).moves![1]!.place.x]).toEqual([[1, 24], 300])
    expect(undone(shot, two)).toBe(true)
    expect(undone(two, other)).toBe(true)
  })
  it('go to another frame, hold, go on, and are taken out; without one the column lies as it is drawn', () => {
    const later = done(two, 'move.time', { plan: PLAN, column: COLUMN, from: 1, to: 30 })
    expect(frames(later)).toEqual([24, 30])
    const held = done(two, 'move.go', { plan: PLAN, column: COLUMN, frame: 1, go: null })
    expect(columnIn(held).moves![0]!.go).toBeUndefined()
    expect(columnIn(done(held, 'move.go', { plan: PLAN, column: COLUMN, frame: 1, go })).moves).toEqual(
      columnIn(two).moves,
    )
    expect(frames(done(two, 'move.remove', { plan: PLAN, column: COLUMN, frames: [1] }))).toEqual([24])
    const bare = done(two, 'move.remove', { plan: PLAN, column: COLUMN, frames: [1, 24] })
    expect('moves' in columnIn(bare)).toBe(false)
    expect(undone(two, bare)).toBe(true)
  })
  it('of several columns come in one command', () => {
    const both = done(withSecond(shot), 'move.put', puts([COLUMN, on(5, 10)], ['two', on(5, 20)]))
    expect([frames(both), frames(both, 'two')]).toEqual([[5], [5]])
  })
  it('are told in words', () => {
    const out = applyCommand(shot, cmd('move.put', puts([null, on(24)])))
    expect(out.ok && out.label).toBe('Place the camera on frame 24')
  })
})

describe('a camera', () => {
  const seen = done(shot, 'move.put', puts([null, on(1, 960, { go })], [null, on(48, 1200, { size: 0.5 })]))
  const shake = { frame: 20, frames: 12, px: 14, rate: 12, fades: true, seed: 1 }
  const shaken = done(seen, 'camera.shake', { plan: PLAN, was: null, shake })
  it('has fields, and shakes in the order of their frames; without a field there is none', () => {
    expect(frames(seen, null)).toEqual([1, 48])
    const earlier = done(shaken, 'camera.shake', { plan: PLAN, was: null, shake: { ...shake, frame: 4 } })
    expect(earlier.plans[PLAN]!.camera!.shakes!.map(s => s.frame)).toEqual([4, 20])
    const gone = done(done(earlier, 'camera.shake', { plan: PLAN, was: 4, shake: null }), 'camera.shake', {
      ...{ plan: PLAN, was: 20, shake: null },
    })
    expect(gone.plans[PLAN]!.camera).toEqual(seen.plans[PLAN]!.camera)
    const none = done(shaken, 'move.remove', { plan: PLAN, column: null, frames: [1, 48] })
    expect('camera' in none.plans[PLAN]!).toBe(false)
    expect(undone(shaken, none)).toBe(true)
    expect(undone(shaken, done(shaken, 'camera.remove', { plan: PLAN }))).toBe(true)
  })
  it('is stored and opened again, and is never mirrored or away', () => {
    const odd = done(shaken, 'move.put', puts([null, on(60, 0, { mirror: true, away: true })]))
    const opened = openShot(JSON.parse(JSON.stringify(storeShot(odd))))
    expect(opened.ok && opened.shot.plans[PLAN]!.camera).toEqual(odd.plans[PLAN]!.camera)
    expect(odd.plans[PLAN]!.camera!.fields.at(-1)).toEqual({ ...still, frame: 60, place: { x: 0, y: 0 } })
  })
  it('is refused fields of no size, or far too large', () => {
    const words = (size: number) => refusal(shot, 'move.put', puts([null, on(1, 0, { size })]))?.message
    expect(words(0.001)).toMatch(/at least 2 %/)
    expect(words(500)).toMatch(/at most 20 times/)
  })
})

const locked = done(shot, 'column.set', { plan: PLAN, column: COLUMN, locked: true })
const one = done(shot, 'move.put', puts([COLUMN, on(5)], [COLUMN, on(9)]))
describe('refused in words', () => {
  refused(locked, [['move.put', puts([COLUMN, on(1)]), 'locked', /locked/]])
  refused(one, [
    ['move.put', puts(['nowhere', on(1)]), 'gone', /./],
    ['move.remove', { plan: PLAN, column: COLUMN, frames: [6] }, 'gone', /no placement any more/],
    ['move.time', { plan: PLAN, column: COLUMN, from: 5, to: 9 }, 'no-room', /stands on frame 9/],
    ['move.go', { plan: PLAN, column: null, frame: 5, go: null }, 'gone', /the camera has no placement/],
    ['camera.remove', { plan: PLAN }, 'gone', /no camera/],
    [
      'camera.shake',
      { plan: PLAN, was: null, shake: { frame: 1, frames: 2, px: 1, rate: 12, fades: true, seed: 0 } },
      'gone',
      /no camera/,
    ],
  ])
})
