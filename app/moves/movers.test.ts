import { describe, expect, it } from 'vitest'
import { COLUMN, columnIn, done, PLAN, posedShot, withSecond } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { mapped, SAME } from '#core/motion'
import { openShot, storeShot } from '#core/document'
import { after, deskOn } from '~/desk/scene.test-helper'
import { beyondPaper, stretches, stretchWords } from './checks'
import { numbersOf, placeDraft, spaceOf, withNumbers } from './movers'

const shot = posedShot()
const [scene] = deskOn(shot)
const aside = (x: number, y = 0) => [1, 0, 0, 1, x, y] as const
const placed = (s: Shot, frame: number, change: typeof SAME, movers: readonly (string | null)[] = [COLUMN]) =>
  after(s, placeDraft(deskOn(s)[0], movers, frame, change))
const lies = (s: Shot, frame: number, mover: string | null = COLUMN) =>
  mapped(spaceOf(deskOn(s)[0], mover, frame)!, { x: 0, y: 0 })
const far = (s: Shot, frame: number, mover: string | null = COLUMN) => Math.round(lies(s, frame, mover).x)

describe('placing', () => {
  it('on a later frame begins where it is drawn, on frame 1, and goes there', () => {
    const s = placed(shot, 25, aside(240))
    expect(columnIn(s).moves!.map(m => [m.frame, !!m.go])).toEqual([
      [1, true],
      [25, false],
    ])
    // With its drawings, which are shown from 1, 13 and 25 on.
    expect([1, 12, 13, 24, 25, 40].map(f => far(s, f))).toEqual([0, 0, 120, 120, 240, 240])
  })
  it('of what held before makes it go there; between two it keeps how they go', () => {
    const one = placed(shot, 1, aside(100))
    const two = placed(one, 25, aside(50))
    expect(columnIn(two).moves!.map(m => [m.frame, m.place.x, !!m.go])).toEqual([
      [1, 100, true],
      [25, 150, false],
    ])
    const three = placed(two, 13, aside(0, 60))
    expect(columnIn(three).moves![1]).toMatchObject({
      frame: 13,
      place: { x: 125, y: 60 },
      go: columnIn(two).moves![0]!.go,
    })
    // Placed anew on its frame it keeps how it goes on.
    expect(columnIn(placed(three, 13, aside(5))).moves![1]).toMatchObject({ place: { x: 130 }, go: { step: 1 } })
  })
  it('turns the way it was turned, several rounds too', () => {
    const [c, s] = [Math.cos(3), Math.sin(3)]
    const once = placed(shot, 1, [c, s, -s, c, 0, 0])
    const twice = placed(once, 1, [c, s, -s, c, 0, 0])
    expect(columnIn(twice).moves![0]!.turn).toBeCloseTo(6, 6)
  })
  it('brings several columns along as one, each from where it lies', () => {
    const both = withSecond(shot)
    const s = placed(placed(both, 1, aside(30), ['two']), 1, aside(0, 40), [COLUMN, 'two'])
    expect([lies(s, 1), lies(s, 1, 'two')]).toEqual([
      { x: 0, y: 40 },
      { x: 30, y: 40 },
    ])
  })
  it('makes a camera that stands still, then a field that it goes to, slow at both ends', () => {
    const s = placed(shot, 25, aside(240), [null])
    const { camera } = s.plans[PLAN]!
    expect(camera!.fields.map(f => [f.frame, f.place.x, f.go?.recipe.family])).toEqual([
      [1, 960, 'curve'],
      [25, 1200, undefined],
    ])
    expect([far(s, 2, null) - 960, 1200 - far(s, 24, null)].every(d => d >= 0 && d < 10)).toBe(true)
    expect(openShot(storeShot(s)).ok).toBe(true)
  })
})

describe('placements in numbers', () => {
  it('are read and typed back: px from where it is drawn, degrees, per cent', () => {
    const s = placed(shot, 1, aside(240, -30))
    const move = columnIn(s).moves![0]!
    expect(numbersOf(deskOn(s)[0], COLUMN, move)).toEqual({ x: 240, y: -30, turn: 0, size: 100 })
    const typed = after(s, withNumbers(deskOn(s)[0], COLUMN, move, { turn: 90, size: 50 }))
    const now = numbersOf(deskOn(typed)[0], COLUMN, columnIn(typed).moves![0]!)
    expect(now.x).toBeCloseTo(240, 6)
    expect(now.y).toBeCloseTo(-30, 6)
    expect([now.turn, now.size]).toEqual([90, 50])
  })
  it('of the camera are the middle of its field', () => {
    const s = placed(shot, 1, SAME, [null])
    const [field] = s.plans[PLAN]!.camera!.fields
    expect(numbersOf(scene, null, field!)).toEqual({ x: 960, y: 540, turn: 0, size: 100 })
    const typed = after(s, withNumbers(deskOn(s)[0], null, field!, { x: 700, size: 50 }))
    expect(typed.plans[PLAN]!.camera!.fields[0]).toMatchObject({ place: { x: 700, y: 540 }, size: 0.5 })
  })
})

describe('what a camera sees too much of', () => {
  it('is told by frames: what lies beyond the paper', () => {
    // The room around a picture is 0.3 of its sides: a field that is moved aside by more than that sees beyond it.
    const far = (x: number) =>
      done(shot, 'move.put', {
        plan: PLAN,
        puts: [
          { column: null, move: { frame: 1, place: { x: 960, y: 540 }, turn: 0, size: 1 } },
          { column: null, move: { frame: 21, place: { x: 960 + x, y: 540 }, turn: 0, size: 1 } },
          { column: null, move: { frame: 31, place: { x: 960, y: 540 }, turn: 0, size: 1 } },
        ],
      })
    const words = (s: Shot) => stretchWords(beyondPaper({ shot: s }, s.plans[PLAN]!.camera!))
    expect([words(far(576)), words(far(577))]).toEqual(['', '21–30'])
    expect(stretchWords(stretches([1, 2, 3, 7, 9, 10]))).toBe('1–3, 7, 9–10')
  })
})
