import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { affineOf, distance, growth, mapped, vec } from '../motion'
import type { Stroke } from '.'
import {
  asDrawn,
  caught,
  cutByCircle,
  ellipseIn,
  inside,
  onEighths,
  outlineOf,
  placedBy,
  erased,
  smoothed,
  straightLine,
  strokeOutline,
  touches,
} from '.'

const stroke = (points: number[], more: Partial<Stroke> = {}): Stroke => ({
  schema: 1,
  colour: '#26302c',
  width: 6,
  pressure: true,
  points,
  ...more,
})
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const line = fc
  .array(fc.tuple(number(0, 400), number(0, 400), number(0, 1)), { minLength: 2, maxLength: 30 })
  .map(list => list.flat())
const length = (p: readonly number[]): number => {
  let sum = 0
  for (let i = 3; i < p.length; i += 3) sum += Math.hypot(p[i]! - p[i - 3]!, p[i + 1]! - p[i - 2]!)
  return sum
}

describe('rubbing out of a line', () => {
  it('cuts a straight line where the circle crosses it', () => {
    // A circle of radius 10 about 50 on the line from 0 to 100 leaves 0–40 and 60–100.
    expect(cutByCircle([0, 0, 0, 100, 0, 1], vec(50, 0), 10)).toEqual([
      [0, 0, 0, 40, 0, 0.4],
      [60, 0, 0.6, 100, 0, 1],
    ])
  })
  it('takes an end off, all of it, or nothing', () => {
    expect(cutByCircle([0, 0, 1, 100, 0, 1], vec(0, 0), 10)).toEqual([[10, 0, 1, 100, 0, 1]])
    expect(cutByCircle([0, 0, 1, 4, 0, 1], vec(0, 0), 10)).toEqual([])
    expect(cutByCircle([0, 0, 1, 100, 0, 1], vec(50, 20), 10)).toEqual([[0, 0, 1, 100, 0, 1]])
  })
  it('leaves nothing inside the circle and never makes a line longer', () => {
    fc.assert(
      fc.property(line, number(0, 400), number(0, 400), number(2, 60), (points, x, y, r) => {
        const left = cutByCircle(points, vec(x, y), r)
        expect(left.reduce((s, p) => s + length(p), 0)).toBeLessThanOrEqual(length(points) + 1e-6)
        for (const p of left)
          for (let i = 0; i < p.length; i += 3) expect(Math.hypot(p[i]! - x, p[i + 1]! - y)).toBeGreaterThan(r - 1e-6)
      }),
    )
  })
  it('tells what it does not touch, and leaves no gap on a fast way', () => {
    const s = stroke([0, 50, 1, 200, 50, 1])
    expect(erased(s, [vec(0, 0), vec(200, 0)], 8)).toBeNull()
    expect(erased(s, [vec(20, 50), vec(180, 50)], 8)!.map(p => [p.points[0], p.points.at(-3)])).toEqual([
      [0, 12],
      [188, 200],
    ])
    expect(erased(stroke([0, 0, 1, 9, 0, 1, 9, 9, 1], { fill: true }), [vec(5, 2)], 3)).toBeNull()
  })
})

describe('a stroke that was moved', () => {
  const reshape = fc.record({
    about: fc.constant(vec(50, 50)),
    move: fc.record({ x: number(-90, 90), y: number(-90, 90) }),
    turn: number(-3, 3),
    scale: number(0.3, 3).map(k => vec(k, k)),
  })
  it('lies where it would have been drawn', () => {
    fc.assert(
      fc.property(line, reshape, (points, r) => {
        const m = affineOf(r)
        const s = stroke(points)
        const there = asDrawn(s, { at: m })
        for (let i = 0; i < points.length; i += 3)
          expect(
            distance(mapped(m, vec(points[i]!, points[i + 1]!)), vec(there.points[i]!, there.points[i + 1]!)),
          ).toBeLessThan(1e-6)
        expect(there.width).toBeCloseTo(6 * growth(m), 6)
      }),
    )
  })
  it('its line grows with it, or keeps its width', () => {
    const double = affineOf({ about: vec(0, 0), move: vec(0, 0), turn: 0, scale: vec(2, 2) })
    expect(asDrawn(stroke([0, 0, 1]), placedBy(double, {}, { keepWidth: false })).width).toBeCloseTo(12)
    expect(asDrawn(stroke([0, 0, 1]), placedBy(double, {}, { keepWidth: true })).width).toBeCloseTo(6)
    expect(
      asDrawn(stroke([0, 0, 1]), placedBy(double, placedBy(double, {}, { keepWidth: true }), { keepWidth: false }))
        .width,
    ).toBeCloseTo(12)
  })
  it('is touched where it is seen', () => {
    const at = affineOf({ about: vec(0, 0), move: vec(100, 0), turn: 0, scale: vec(2, 2) })
    const s = stroke([0, 0, 1, 10, 0, 1])
    expect(touches(s, vec(120, 0), 1, { at })).toBe(true)
    expect(touches(s, vec(10, 0), 1, { at })).toBe(false)
  })
  it('keeps its outline as long as nothing changes', () => {
    const s = stroke([0, 0, 1, 40, 0, 1])
    const placing = { at: [1, 0, 0, 1, 5, 0] as const }
    expect(outlineOf(s, placing)).toBe(outlineOf(s, placing))
    expect(outlineOf(s, {})).toEqual(strokeOutline(s))
    expect(outlineOf(s, placing)[0]).toBeCloseTo(outlineOf(s, {})[0]! + 5)
  })
})

describe('smoothing', () => {
  it('keeps the ends and strays hardly out of the line’s box', () => {
    fc.assert(
      fc.property(line, number(0, 1), (points, strength) => {
        const out = smoothed(points, strength)
        expect([out.slice(0, 3), out.slice(-3)]).toEqual([points.slice(0, 3), points.slice(-3)])
        for (const k of [0, 1]) {
          const values = points.filter((_, i) => i % 3 === k)
          const [least, most] = [Math.min(...values), Math.max(...values)]
          for (const v of out.filter((_, i) => i % 3 === k)) {
            expect(v).toBeGreaterThanOrEqual(least - 0.15 * (most - least) - 1e-9)
            expect(v).toBeLessThanOrEqual(most + 0.15 * (most - least) + 1e-9)
          }
        }
      }),
    )
  })
  it('keeps the size of a curve: a circle drawn fast with few points keeps its radius', () => {
    const circle = Array.from({ length: 63 }, (_, i) => {
      const a = (i / 62) * 2 * Math.PI
      return [500 + 200 * Math.cos(a), 400 + 200 * Math.sin(a), 0.5]
    }).flat()
    for (const strength of [0.3, 1]) {
      const out = smoothed(circle, strength)
      for (let i = 0; i < out.length; i += 3)
        expect(Math.abs(Math.hypot(out[i]! - 500, out[i + 1]! - 400) - 200)).toBeLessThan(1)
    }
  })
  it('takes a tremor out of a straight line', () => {
    const trembling = Array.from({ length: 40 }, (_, i) => [i * 5, i % 2 ? 2 : -2, 0.5]).flat()
    const rough = (p: number[]) =>
      p
        .filter((_, i) => i % 3 === 1)
        .slice(4, -4)
        .reduce((s, y) => s + Math.abs(y), 0)
    expect(rough(smoothed(trembling, 0.5))).toBeLessThan(rough(trembling) / 10)
    expect(smoothed(trembling, 0)).toEqual(trembling)
  })
})

describe('lines and shapes', () => {
  it('an ellipse lies in its box: x²/a² + y²/b² = 1', () => {
    const p = ellipseIn(vec(10, 20), vec(110, 60))
    for (let i = 0; i < p.length; i += 3)
      expect(((p[i]! - 60) / 50) ** 2 + ((p[i + 1]! - 40) / 20) ** 2).toBeCloseTo(1, 9)
    expect([p[0], p[1]]).toEqual([p.at(-3), expect.closeTo(p.at(-2)!, 9)])
  })
  it('a held line falls on eighths of a turn', () => {
    expect(onEighths(vec(0, 0), vec(100, 8)).y).toBeCloseTo(0)
    const d = onEighths(vec(0, 0), vec(90, 100))
    expect(d.x).toBeCloseTo(d.y)
  })
  it('tells inside from outside, and what a lasso catches', () => {
    const square = [0, 0, 100, 0, 100, 100, 0, 100]
    expect([inside(square, vec(50, 50)), inside(square, vec(150, 50))]).toEqual([true, false])
    expect(caught(stroke(straightLine(vec(10, 10), vec(90, 90))), square)).toBe(true)
    expect(caught(stroke([10, 10, 1, 150, 10, 1, 190, 10, 1]), square)).toBe(false)
  })
  it('a flat shape is its own outline, and is touched anywhere inside', () => {
    const s = stroke([0, 0, 1, 100, 0, 1, 100, 100, 1], { fill: true })
    expect(strokeOutline(s)).toEqual([0, 0, 100, 0, 100, 100])
    expect(touches(s, vec(80, 40), 1)).toBe(true)
    expect(touches(s, vec(20, 80), 1)).toBe(false)
  })
})
