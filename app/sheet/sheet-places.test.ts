import { describe, expect, it } from 'vitest'
import { COLUMN, leftOf, MARGIN, rowsOf } from './layout'
import type { SheetPlan } from './sheet-places'
import { atEnd, columnAt, columnsBetween, cursorOver, frameAt, indexAt, inMargin, onEdge } from './sheet-places'

const plan: SheetPlan = {
  columns: ['a', 'b', 'c'],
  rows: rowsOf(15),
  left: leftOf({ notes: false, sound: false, reading: false }),
  column: COLUMN,
  scrollX: 0,
  frames: 60,
  length: 48,
  sound: null,
  selection: { column: 'b', columns: ['b', 'c'], first: 5, last: 12 },
}
const x = (column: number, dx = COLUMN / 2) => MARGIN + column * COLUMN + dx
const y = (frame: number, dy = 7) => (frame - 1) * 15 + dy

describe('places on the sheet', () => {
  it('are told by frame and column, scrolled too', () => {
    expect([frameAt(plan, y(9)), frameAt(plan, -40), frameAt(plan, y(900))]).toEqual([9, 1, 60])
    expect([columnAt(plan, x(1)), columnAt(plan, 0), columnAt(plan, x(7))]).toEqual(['b', 'a', 'c'])
    expect([indexAt(plan, x(7)), indexAt({ ...plan, scrollX: COLUMN }, x(0))]).toEqual([7, 1])
    expect(columnAt({ ...plan, columns: [] }, x(0))).toBeNull()
  })
  it('of several columns go from left to right, whichever came first', () => {
    expect(columnsBetween(plan, 'c', 'a')).toEqual(['a', 'b', 'c'])
    expect(columnsBetween(plan, 'b', 'b')).toEqual(['b'])
  })
  it('find the end of the shot in the margin only', () => {
    expect([atEnd(plan, { x: 20, y: y(49, 3) }), atEnd(plan, { x: 20, y: y(49, 9) })]).toEqual([true, false])
    expect(atEnd(plan, { x: x(0), y: y(49, 0) })).toBe(false)
  })
  it('take hold of what is selected by its edge, not inside it', () => {
    expect(onEdge(plan, { x: x(1, 3), y: y(8) })).toBe(true)
    expect(onEdge(plan, { x: x(2, COLUMN - 3), y: y(8) })).toBe(true)
    expect(onEdge(plan, { x: x(1), y: y(5, 2) })).toBe(true)
    expect(onEdge(plan, { x: x(1), y: y(8) })).toBe(false)
    expect(onEdge(plan, { x: x(0), y: y(8) })).toBe(false)
    expect(onEdge({ ...plan, selection: { ...plan.selection!, drawing: 'd1' } }, { x: x(1, 3), y: y(8) })).toBe(false)
  })
  it('say what begins in the margin and in the notes', () => {
    expect(inMargin(plan, { x: 20, y: y(9) })).toEqual({ kind: 'scrub' })
    expect(inMargin(plan, { x: 3, y: y(9) })).toEqual({ kind: 'loop', anchor: 9 })
    expect(inMargin(plan, { x: MARGIN + 5, y: y(9) })).toEqual({ kind: 'note', anchor: 9 })
    expect(inMargin(plan, { x: 20, y: y(49, 3) })).toEqual({ kind: 'end', y: y(49, 3) })
  })
  it('show by the pointer what can be done there', () => {
    const at = (px: number, frame: number, dy?: number) => cursorOver(plan, { x: px, y: y(frame, dy) })
    expect([at(20, 49, 3), at(3, 9), at(20, 9)]).toEqual(['row-resize', 'ns-resize', 'default'])
    expect([at(x(1, 3), 8), at(x(1), 8)]).toEqual(['grab', 'cell'])
    expect(cursorOver({ ...plan, left: MARGIN + 90 }, { x: MARGIN + 40, y: y(9) })).toBe('text')
  })
})
