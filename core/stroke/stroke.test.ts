import { expect, it } from 'vitest'
import { vec } from '../motion'
import type { Stroke } from '.'
import { strokeOutline, strokeSchema, strokeText, tidy, touches } from '.'

const line = (pressure: number[]): Stroke => ({
  schema: 1,
  colour: '#222222',
  width: 10,
  pressure: true,
  points: pressure.flatMap((p, i) => [i * 10, 50, p]),
})
const widest = (s: Stroke, x: number) => {
  const ys: number[] = []
  const o = strokeOutline(s)
  for (let i = 0; i < o.length; i += 2) if (Math.abs(o[i]! - x) < 12) ys.push(o[i + 1]!)
  return Math.max(...ys) - Math.min(...ys)
}

it('is thicker where it was pressed', () => {
  const s = line([...Array.from({ length: 15 }, () => 0.1), ...Array.from({ length: 15 }, () => 1)])
  expect(widest(s, 250)).toBeGreaterThan(widest(s, 60) * 1.5)
})
it('is the same text for the same stroke, whatever the order of its fields', () => {
  const a = tidy(line([0.123456, 0.5, 0.9]))
  const b = Object.fromEntries(Object.entries(a).reverse()) as Stroke
  expect(strokeText(strokeSchema.parse(b))).toBe(strokeText(a))
  expect(a.points[2]).toBe(0.12)
})
it('is touched by an eraser on its line and not beside it', () => {
  const s = line([0.5, 0.5, 0.5])
  expect(touches(s, vec(15, 50), 4)).toBe(true)
  expect(touches(s, vec(15, 58), 4)).toBe(true)
  expect(touches(s, vec(15, 70), 4)).toBe(false)
})
it('refuses points that do not come in threes', () =>
  expect(strokeSchema.safeParse({ ...line([1]), points: [1, 2, 3, 4] }).success).toBe(false))
