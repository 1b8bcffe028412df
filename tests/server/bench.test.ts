import { expect, it } from 'vitest'
import { chartOrder, spacingSpan } from '../../bench/charts'
import { median, within } from '../../bench/row'
import { sheetEdit } from '../../bench/sheet-edit'

const QUICK = true

it('the bench of sheet edits measures both columns and gives their ratio (smoke form, no time asserted)', () => {
  const row = sheetEdit(QUICK)
  const [short, long] = Object.values(row.parts).map(Number.parseFloat) as [number, number]
  expect(short).toBeGreaterThan(0)
  expect(Math.abs(row.value - long / short)).toBeLessThan(0.05 * row.value + 0.02)
})
it('the benches of charts measure what they divide', () => {
  for (const row of [...chartOrder(QUICK).slice(0, 1), spacingSpan(QUICK)]) {
    expect(row.value).toBeGreaterThan(0)
    expect(Object.values(row.parts).every(p => Number.parseFloat(p) > 0)).toBe(true)
  }
})
it('bounds are read the way they are better', () => {
  const row = { bench: 'x', value: 3, unit: 'ratio', bound: 4, parts: {} }
  expect([within({ ...row, better: 'lower' }), within({ ...row, better: 'higher' }), median([5, 1, 3])]).toEqual([
    true,
    false,
    3,
  ])
})
