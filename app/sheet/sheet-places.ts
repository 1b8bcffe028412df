import type { Selection } from '~/desk/scene'
import type { Rows } from './layout'
import { MARGIN } from './layout'
import type { SoundGrip, SoundLane } from './sound-lane'
import { gripAt } from './sound-lane'

/** Where a pointer is on the sheet: px from its left edge, and from the top of frame 1. */
export interface SheetPoint {
  readonly x: number
  readonly y: number
}

/** How a sheet lies under the pointer: its columns from left to right, scrolled sideways by `scrollX` px. */
export interface SheetPlan {
  readonly columns: readonly string[]
  readonly rows: Rows
  readonly left: number
  /** How wide a column is, px. */
  readonly column: number
  readonly scrollX: number
  /** Frames on the sheet, and those of the shot. */
  readonly frames: number
  readonly length: number
  readonly selection: Selection | null
  /** The column of the sound; null where it is not seen. */
  readonly sound: SoundLane | null
}

/** How near an edge is taken hold of, px. */
const NEAR = 5

export const frameAt = (s: SheetPlan, y: number): number => Math.max(1, Math.min(s.frames, s.rows.frameAt(y)))

/** The place of the column at a height, from 0; it may lie beyond the columns there are. */
export const indexAt = (s: SheetPlan, x: number): number => Math.floor((x - s.left + s.scrollX) / s.column)

/** The column at a place; the nearest where there is none. Null where there are no columns. */
export const columnAt = (s: SheetPlan, x: number): string | null =>
  s.columns[Math.max(0, Math.min(s.columns.length - 1, indexAt(s, x)))] ?? null

/** The columns from one to another, from left to right. */
export function columnsBetween(s: SheetPlan, a: string, b: string): string[] {
  const [i, k] = [s.columns.indexOf(a), s.columns.indexOf(b)]
  return s.columns.slice(Math.min(i, k), Math.max(i, k) + 1)
}

/** On the double line in the margin that ends the shot. */
export const atEnd = (s: SheetPlan, { x, y }: SheetPoint): boolean =>
  x < MARGIN && Math.abs(y - s.rows.y(s.length + 1)) <= NEAR

/** On the edge of what is selected: there it is taken hold of. */
export function onEdge(s: SheetPlan, { x, y }: SheetPoint): boolean {
  const { selection } = s
  const index = selection ? s.columns.indexOf(selection.columns[0]!) : -1
  if (!selection || selection.drawing || selection.passages || index < 0 || x < s.left) return false
  const left = s.left + index * s.column - s.scrollX
  const right = left + selection.columns.length * s.column
  const [top, bottom] = [s.rows.y(selection.first), s.rows.y(selection.last + 1)]
  if (x < left || x >= right || y < top || y >= bottom) return false
  const deep = Math.min(NEAR, (bottom - top) / 4)
  return x - left < NEAR + 2 || right - x < NEAR + 2 || y - top < deep || bottom - y < deep
}

/** Width of the strip at the left edge in which the play range is drawn by dragging, px. */
const STRIP = 8

/** What the pointer can begin in the margin and the notes: frames and px of the sheet. */
export type MarginGesture =
  | { readonly kind: 'scrub' }
  | { readonly kind: 'end'; readonly y: number }
  | { readonly kind: 'loop'; readonly anchor: number }
  | { readonly kind: 'note'; readonly anchor: number }
  | { readonly kind: 'sound'; readonly grip: SoundGrip; readonly y: number }

/** What begins where the pointer goes down left of the columns. */
export function inMargin(s: SheetPlan, p: SheetPoint): MarginGesture {
  const anchor = frameAt(s, p.y)
  if (s.sound && p.x >= s.sound.left && p.x < s.sound.left + s.sound.width) {
    const grip = gripAt(s.sound, s.rows, p)
    return grip ? { kind: 'sound', grip, y: p.y } : { kind: 'scrub' }
  }
  if (p.x >= MARGIN) return { kind: 'note', anchor }
  if (atEnd(s, p)) return { kind: 'end', y: p.y }
  return p.x < STRIP ? { kind: 'loop', anchor } : { kind: 'scrub' }
}

/** How the pointer looks over a place. */
export function cursorOver(s: SheetPlan, p: SheetPoint): string {
  if (atEnd(s, p)) return 'row-resize'
  if (p.x < STRIP) return 'ns-resize'
  if (p.x < MARGIN) return 'default'
  if (s.sound && p.x >= s.sound.left && p.x < s.sound.left + s.sound.width) return cursorInSound(s.sound, s.rows, p)
  if (p.x < s.left) return 'text'
  return onEdge(s, p) ? 'grab' : 'cell'
}

function cursorInSound(lane: SoundLane, rows: Rows, p: SheetPoint): string {
  const grip = gripAt(lane, rows, p)
  if (!grip) return 'default'
  return grip.part === 'tag' ? 'grab' : 'ns-resize'
}
