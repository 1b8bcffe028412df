import type { Ref } from 'vue'
import type { Desk } from '~/desk/desk'
import { COLUMN, frameAtY, LEFT, MARGIN, yOfFrame } from './layout'

/** Where a pointer is on the sheet: px from its left edge, and from the top of frame 1. */
export interface SheetPoint {
  readonly x: number
  readonly y: number
}

const NEAR = 5

/** What is where on the sheet of a desk that is scrolled sideways by `scrollX` px. */
export function sheetPlaces(desk: Desk, scrollX: Readonly<Ref<number>>) {
  const frameAt = (y: number): number => Math.max(1, Math.min(desk.rows, frameAtY(y)))
  const indexAt = (x: number): number => Math.floor((x - LEFT + scrollX.value) / COLUMN)
  const columnAt = (x: number): string | null =>
    desk.columns[Math.max(0, Math.min(desk.columns.length - 1, indexAt(x)))]?.id ?? null
  /** The columns from one to another, from left to right. */
  function columnsBetween(a: string, b: string): string[] {
    const [i, k] = [desk.columns.findIndex(c => c.id === a), desk.columns.findIndex(c => c.id === b)]
    return desk.columns.slice(Math.min(i, k), Math.max(i, k) + 1).map(c => c.id)
  }
  const atEnd = ({ x, y }: SheetPoint): boolean => x < MARGIN && Math.abs(y - yOfFrame(desk.shot!.length + 1)) <= NEAR
  /** On the edge of what is selected: there it is taken hold of. */
  function onEdge({ x, y }: SheetPoint): boolean {
    const s = desk.selection
    const index = s ? desk.columns.findIndex(c => c.id === s.columns[0]) : -1
    if (!s || s.drawing || index < 0 || x < LEFT) return false
    const left = LEFT + index * COLUMN - scrollX.value
    const [right, top, bottom] = [left + s.columns.length * COLUMN, yOfFrame(s.first), yOfFrame(s.last + 1)]
    if (x < left || x >= right || y < top || y >= bottom) return false
    const deep = Math.min(NEAR, (bottom - top) / 4)
    return x - left < NEAR + 2 || right - x < NEAR + 2 || y - top < deep || bottom - y < deep
  }
  return { frameAt, indexAt, columnAt, columnsBetween, atEnd, onEdge }
}
