import type { Ref } from 'vue'
import { shallowRef } from 'vue'
import { toast } from 'vue-sonner'
import { MAX_FRAMES } from '#core/time'
import { LEFT, MARGIN, ROW } from './layout'
import type { SheetPoint } from './sheet-places'
import { sheetPlaces } from './sheet-places'
import type { Desk } from '~/desk/desk'
import { useCarry } from './useCarry'

type Gesture =
  | { readonly kind: 'scrub' }
  | { readonly kind: 'end'; readonly y: number }
  | { readonly kind: 'loop'; readonly anchor: number }
  | { readonly kind: 'note'; readonly anchor: number }
  | { readonly kind: 'select'; readonly column: string; readonly anchor: number }
  | { readonly kind: 'carry' }

/** Width of the strip at the left edge in which the play range is drawn by dragging, px. */
const STRIP = 8

/**
 * What the pointer does on the sheet. In the margin: scrubbing, the play range along its left edge, the end of the shot by its
 * double line. In the columns: selecting frames, and carrying what is selected by its edge (Alt puts it between, Ctrl leaves it where it was,
 * too). `note` is asked for a note over the frames that were dragged over in the column of notes.
 */
export function useSheetGestures(
  desk: Desk,
  scrollX: Ref<number>,
  note: (at: { frame: number; frames: number }) => void,
) {
  const gesture = shallowRef<Gesture | null>(null)
  let moved = false

  const { frameAt, indexAt, columnAt, columnsBetween, atEnd, onEdge } = sheetPlaces(desk, scrollX)
  const carrying = useCarry(desk, scrollX)

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
      const anchor = desk.selection
        ? f > desk.selection.first
          ? desk.selection.first
          : desk.selection.last
        : desk.frame
      gesture.value = { kind: 'select', column: from, anchor }
      desk.selection = {
        column: from,
        columns: columnsBetween(from, column.id),
        first: Math.min(anchor, f),
        last: Math.max(anchor, f),
      }
      desk.goTo(f)
      return
    }
    if (onEdge(p)) {
      gesture.value = { kind: 'carry' }
      carrying.begin(p)
      return
    }
    gesture.value = { kind: 'select', column: column.id, anchor: f }
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
    else if (g.kind === 'select') {
      const columns = columnsBetween(g.column, columnAt(p.x) ?? g.column)
      if (f !== g.anchor || columns.length > 1 || desk.selection)
        desk.selection = { column: g.column, columns, first: Math.min(g.anchor, f), last: Math.max(g.anchor, f) }
      desk.goTo(f)
    } else if (g.kind === 'carry') carrying.move(p, e)
  }

  function moveEnd(dy: number): void {
    const length = Math.max(1, Math.min(MAX_FRAMES, desk.shot!.length + Math.round(dy / ROW)))
    moved = length !== desk.shot!.length
    if (moved)
      desk.tryOut(
        { name: 'shot.set', args: { length } },
        `The shot ends after frame ${length}${length < desk.shot!.length ? '; what is exposed beyond is kept' : ''}.`,
      )
    else desk.drop()
  }

  function up(p: SheetPoint): void {
    const g = gesture.value
    gesture.value = null
    if (!g) return
    if (g.kind === 'note')
      note({ frame: Math.min(g.anchor, frameAt(p.y)), frames: Math.abs(frameAt(p.y) - g.anchor) + 1 })
    if (g.kind === 'end' && moved) desk.take()
    if (g.kind === 'loop' && desk.loop)
      toast(`Plays frames ${desk.loop.first} to ${desk.loop.last}. L plays the whole shot again.`)
    if (g.kind === 'carry') carrying.end()
  }

  function cancel(): void {
    gesture.value = null
    desk.drop()
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

  return { gesture, down, move, up, cancel, cursorAt, columnAt }
}
