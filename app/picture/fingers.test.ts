import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Finger } from './fingers'
import { Fingers } from './fingers'

let told: string[] = []
let [palm, onlyPen] = [false, false]
let zoom = 1
const finger = (pointerId: number, x: number, y = 0): Finger => ({ pointerId, x, y })
const fingers = () =>
  new Fingers<Finger>(
    {
      begin: e => told.push(`begin ${e.x}`),
      move: e => told.push(`move ${e.x}`),
      end: e => told.push(`end ${e.x}`),
      cancel: () => told.push('cancel'),
      view: (a, b) => {
        zoom *= a.apart ? b.apart / a.apart : 1
        told.push(`view ${b.middle.x - a.middle.x}`)
      },
      isPalm: () => palm,
      onlyPen: () => onlyPen,
    },
    () => Date.now(),
  )

beforeEach(() => {
  vi.useFakeTimers()
  ;[told, palm, onlyPen, zoom] = [[], false, false, 1]
})
afterEach(() => void vi.useRealTimers())

describe('fingers on the picture', () => {
  it('one is the tool, after a moment, when it moves, or when it is lifted', () => {
    const f = fingers()
    f.press(finger(1, 10))
    expect(told).toEqual([])
    vi.advanceTimersByTime(100)
    f.move(finger(1, 12))
    f.lift(finger(1, 12))
    expect(told).toEqual(['begin 10', 'move 12', 'end 12'])
    told = []
    f.press(finger(2, 10))
    f.move(finger(2, 20))
    expect(told).toEqual(['begin 10', 'move 20'])
    f.lift(finger(2, 20))
    told = []
    f.press(finger(3, 5))
    f.lift(finger(3, 5))
    expect(told).toEqual(['begin 5', 'end 5'])
  })

  it('two move and zoom the view, and leave no mark; the one that stays does nothing', () => {
    const f = fingers()
    f.press(finger(1, 0))
    f.press(finger(2, 100))
    vi.advanceTimersByTime(500)
    f.move(finger(1, -50))
    f.move(finger(2, 150))
    expect(told).toEqual(['view -25', 'view 25'])
    expect(zoom).toBeCloseTo(2)
    f.lift(finger(2, 150))
    f.move(finger(1, 40))
    f.lift(finger(1, 40))
    expect(told).toHaveLength(2)
  })

  it('what the first began just before the second came is let go; a stroke that is under way is not', () => {
    const f = fingers()
    f.press(finger(1, 0))
    vi.advanceTimersByTime(100)
    f.press(finger(2, 100))
    expect(told).toEqual(['begin 0', 'cancel'])
    f.lift(finger(1, 0))
    f.lift(finger(2, 100))
    told = []
    f.press(finger(3, 0))
    vi.advanceTimersByTime(1000)
    f.press(finger(4, 100))
    f.move(finger(4, 120))
    f.move(finger(3, 8))
    f.lift(finger(4, 120))
    f.lift(finger(3, 8))
    expect(told).toEqual(['begin 0', 'move 8', 'end 8'])
  })

  it('the hand of a pen does nothing, and where only the pen draws one finger moves the view', () => {
    const f = fingers()
    palm = true
    f.press(finger(1, 0))
    f.move(finger(1, 50))
    f.lift(finger(1, 50))
    expect(told).toEqual([])
    ;[palm, onlyPen] = [false, true]
    f.press(finger(2, 0))
    f.move(finger(2, 30))
    f.press(finger(3, 100))
    f.lift(finger(2, 30))
    f.move(finger(3, 110))
    f.lift(finger(3, 110))
    expect(told).toEqual(['view 30', 'view 10'])
  })

  it('a finger that is taken away by the browser leaves nothing', () => {
    const f = fingers()
    f.press(finger(1, 0))
    vi.advanceTimersByTime(100)
    f.drop(finger(1, 0))
    expect(told).toEqual(['begin 0', 'cancel'])
    expect(f.busy).toBe(false)
    f.press(finger(2, 0))
    f.drop(finger(2, 0))
    vi.advanceTimersByTime(100)
    expect(told).toHaveLength(2)
  })
})
