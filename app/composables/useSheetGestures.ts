import type { Ref } from 'vue'
import { shallowRef } from 'vue'
import { toast } from 'vue-sonner'
import { carried, carry } from '~/desk/arrange'
import { COLUMN, frameAtY, LEFT, MARGIN, ROW, yOfFrame } from '~/desk/layout'
import type { Desk } from '~/stores/desk'

/** Where a pointer is on the sheet: px from its left edge, and from the top of frame 1. */
export interface SheetPoint { readonly x: number, readonly y: number }

type Gesture =
  | { readonly kind: 'scrub' }
  | { readonly kind: 'end', readonly y: number }
  | { readonly kind: 'loop', readonly anchor: number }
  | { readonly kind: 'note', readonly anchor: number }
  | { readonly kind: 'choose', readonly column: string, readonly anchor: number }
  | { readonly kind: 'carry', readonly frame: number, readonly column: number, readonly at: SheetPoint }

/** Width of the strip at the left edge in which the play range is drawn by dragging, px. */
const STRIP = 8
const NEAR = 5

/**
 * What the pointer does on the sheet. In the margin: scrubbing, the play range along its left edge, the end of the shot by its
 * double line. In the columns: choosing frames, and carrying what is chosen by its edge (Alt puts it between, Ctrl leaves it where it was,
 * too). `note` is asked for a note over the frames that were dragged over in the column of notes.
 */
export function useSheetGestures(desk: Desk, scrollX: Ref<number>, note: (at: { frame: number, frames: number }) => void) {
  const gesture = shallowRef<Gesture | null>(null)
  let moved = false
  let last: { frames: number, columns: number } | null = null

  const frameAt = (y: number): number => Math.max(1, Math.min(desk.rows, frameAtY(y)))
  const indexAt = (x: number): number => Math.floor((x - LEFT + scrollX.value) / COLUMN)
  const columnAt = (x: number): string | null => desk.columns[Math.max(0, Math.min(desk.columns.length - 1, indexAt(x)))]?.id ?? null
  /** The columns from one to another, from left to right. */
  function columnsBetween(a: string, b: string): string[] {
    const [i, k] = [desk.columns.findIndex(c => c.id === a), desk.columns.findIndex(c => c.id === b)]
    return desk.columns.slice(Math.min(i, k), Math.max(i, k) + 1).map(c => c.id)
  }
  const atEnd = ({ x, y }: SheetPoint): boolean => x < MARGIN && Math.abs(y - yOfFrame(desk.shot!.length + 1)) <= NEAR
  /** On the edge of what is chosen: there it is taken hold of. */
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

  /** How the pointer looks over a place. */
  function cursorAt(p: SheetPoint): string {
    if (gesture.value?.kind === 'carry') return 'grabbing'
    if (atEnd(p)) return 'row-resize'
    if (p.x < STRIP) return 'ns-resize'
    if (p.x < MARGIN) return 'default'
    if (p.x < LEFT) return 'text'
    return onEdge(p) ? 'grab' : 'cell'
  }

  function down(p: SheetPoint, e: PointerEvent): void {
    const f = frameAt(p.y)
    moved = false
    desk.drop()
    if (p.x < LEFT) {
      if (p.x >= MARGIN) gesture.value = { kind: 'note', anchor: f }
      else if (atEnd(p)) gesture.value = { kind: 'end', y: p.y }
      else if (p.x < STRIP) gesture.value = { kind: 'loop', anchor: f }
      else {
        gesture.value = { kind: 'scrub' }
        desk.playing = false
        desk.goTo(f)
      }
      return
    }
    const column = desk.columns[indexAt(p.x)]
    if (!column) return
    if (e.shiftKey && desk.column) {
      const from = desk.selection?.column ?? desk.column.id
      const anchor = desk.selection ? (f > desk.selection.first ? desk.selection.first : desk.selection.last) : desk.frame
      gesture.value = { kind: 'choose', column: from, anchor }
      desk.selection = { column: from, columns: columnsBetween(from, column.id), first: Math.min(anchor, f), last: Math.max(anchor, f) }
      desk.goTo(f)
      return
    }
    if (onEdge(p)) {
      gesture.value = { kind: 'carry', frame: f, column: indexAt(p.x), at: p }
      return
    }
    gesture.value = { kind: 'choose', column: column.id, anchor: f }
    desk.selection = null
    desk.columnId = column.id
    desk.goTo(f)
  }

  function move(p: SheetPoint, e: PointerEvent): void {
    const g = gesture.value
    if (!g) return
    const f = frameAt(p.y)
    if (g.kind === 'scrub') desk.goTo(f)
    else if (g.kind === 'loop') desk.loop = { first: Math.min(g.anchor, f), last: Math.max(g.anchor, f) }
    else if (g.kind === 'end') moveEnd(p.y - g.y)
    else if (g.kind === 'choose') {
      const columns = columnsBetween(g.column, columnAt(p.x) ?? g.column)
      if (f !== g.anchor || columns.length > 1 || desk.selection) desk.selection = { column: g.column, columns, first: Math.min(g.anchor, f), last: Math.max(g.anchor, f) }
      desk.goTo(f)
    }
    else if (g.kind === 'carry') moveCarried(g, p, e)
  }

  function moveEnd(dy: number): void {
    const length = Math.max(1, Math.min(14_400, desk.shot!.length + Math.round(dy / ROW)))
    moved = length !== desk.shot!.length
    if (moved) desk.tryOut({ name: 'shot.set', args: { length } }, `The shot ends after frame ${length}${length < desk.shot!.length ? '; what is exposed beyond is kept' : ''}.`)
    else desk.drop()
  }

  function moveCarried(g: Extract<Gesture, { kind: 'carry' }>, p: SheetPoint, e: PointerEvent): void {
    if (!moved && Math.hypot(p.x - g.at.x, p.y - g.at.y) < 5) return
    moved = true
    const first = desk.selection!.first
    const frames = Math.max(1 - first, frameAt(p.y) - g.frame)
    const columns = indexAt(p.x) - g.column
    desk.drop()
    last = null
    const by = e.altKey ? 'push' as const : 'over' as const
    const wishes = carry(desk, frames, columns, by, e.ctrlKey || e.metaKey)
    if (!wishes.length) return
    const to = desk.columns[g.column + columns]?.name ?? ''
    const words = `${e.ctrlKey || e.metaKey ? 'Copied' : 'Moved'} to ${columns ? `${to}, ` : ''}frame ${first + frames}${by === 'push' ? ', between what is there' : ', over what is there'}. Alt: between; Ctrl: leave it here, too.`
    if (!desk.tryOut(wishes, words)) last = { frames, columns }
  }

  function up(p: SheetPoint): void {
    const g = gesture.value
    gesture.value = null
    if (!g) return
    if (g.kind === 'note') note({ frame: Math.min(g.anchor, frameAt(p.y)), frames: Math.abs(frameAt(p.y) - g.anchor) + 1 })
    if (g.kind === 'end' && moved) desk.take()
    if (g.kind === 'loop' && desk.loop) toast(`Plays frames ${desk.loop.first} to ${desk.loop.last}. L plays the whole shot again.`)
    if (g.kind !== 'carry') return
    if (!moved) {
      desk.selection = null
      desk.columnId = desk.columns[g.column]!.id
      desk.goTo(g.frame)
    }
    else if (last) {
      const to = carried(desk, last.frames, last.columns)
      if (desk.take()) {
        desk.selection = to
        desk.columnId = to.column
        desk.goTo(to.first)
      }
    }
    last = null
  }

  function cancel(): void {
    gesture.value = null
    last = null
    desk.drop()
  }

  return { gesture, down, move, up, cancel, cursorAt, columnAt }
}
