import type { Ref } from 'vue'
import { carried, carry, selectAt } from './arrange'
import type { SheetPoint } from './sheet-places'
import { sheetPlaces } from './sheet-places'
import type { Desk } from '~/desk/desk'

/** Carrying what is selected on the sheet to another place: shown on the way, done where it is let go. Alt puts it between what is there, Ctrl leaves it where it was, too. */
export function useCarry(desk: Desk, scrollX: Ref<number>) {
  const { frameAt, indexAt } = sheetPlaces(desk, scrollX)
  let from: SheetPoint = { x: 0, y: 0 }
  let moved = false
  let by: { frames: number; columns: number } | null = null

  function begin(p: SheetPoint): void {
    from = p
    moved = false
    by = null
  }

  function move(p: SheetPoint, e: PointerEvent): void {
    if (!moved && Math.hypot(p.x - from.x, p.y - from.y) < 5) return
    moved = true
    const { first } = desk.selection!
    const frames = Math.max(1 - first, frameAt(p.y) - frameAt(from.y))
    const columns = indexAt(p.x) - indexAt(from.x)
    const [push, copy] = [e.altKey, e.ctrlKey || e.metaKey]
    desk.drop()
    by = null
    const drafts = carry(desk, frames, columns, push ? 'push' : 'over', copy)
    if (!drafts.length) return
    const to = columns ? `${desk.columns[indexAt(p.x)]?.name ?? ''}, ` : ''
    const words = `${copy ? 'Copied' : 'Moved'} to ${to}frame ${first + frames}, ${push ? 'between' : 'over'} what is there. Alt: between; Ctrl: leave it here, too.`
    if (!desk.tryOut(drafts, words)) by = { frames, columns }
  }

  function end(): void {
    if (!moved) {
      desk.selection = null
      desk.columnId = desk.columns[indexAt(from.x)]!.id
      desk.goTo(frameAt(from.y))
    } else if (by) {
      const to = carried(desk, by.frames, by.columns)
      if (desk.take()) selectAt(desk, to)
    }
  }

  return { begin, move, end }
}
