import { useDesk } from '~/desk/desk'
import { carried, carry } from './arrange'
import { useSelecting } from './selecting'
import type { SheetPlan, SheetPoint } from './sheet-places'
import { frameAt, indexAt } from './sheet-places'

/** The pointer carries nothing until it has gone so far, px. */
const STILL = 5

/**
 * Carrying what is selected on the sheet to another place: shown on the way, done where it is let go. Alt puts it between
 * what is there, Ctrl leaves it where it was, too.
 */
export function useCarry(plan: () => SheetPlan) {
  const desk = useDesk()
  const { selectAt } = useSelecting()
  let from: SheetPoint = { x: 0, y: 0 }
  let moved = false
  let way: { frames: number; columns: number } | null = null

  function begin(p: SheetPoint): void {
    from = p
    moved = false
    way = null
  }

  function move(p: SheetPoint, e: PointerEvent): void {
    if (!moved && Math.hypot(p.x - from.x, p.y - from.y) < STILL) return
    moved = true
    const [sheet, { first }] = [plan(), desk.selection!]
    const frames = Math.max(1 - first, frameAt(sheet, p.y) - frameAt(sheet, from.y))
    const columns = indexAt(sheet, p.x) - indexAt(sheet, from.x)
    desk.drop()
    way = null
    const how = { frames, columns, by: e.altKey ? ('push' as const) : ('over' as const), copy: e.ctrlKey || e.metaKey }
    const drafts = carry(desk.scene!, desk.focus!, how)
    if (!drafts.length) return
    const to = columns ? `${desk.columns[indexAt(sheet, p.x)]?.name ?? ''}, ` : ''
    const place = how.by === 'push' ? 'between' : 'over'
    const done = `${how.copy ? 'Copied' : 'Moved'} to ${to}frame ${first + frames}, ${place} what is there.`
    const words = `${done} Alt: between; Ctrl: leave it here, too.`
    if (!desk.tryOut(drafts, words)) way = { frames, columns }
  }

  function end(): void {
    if (!moved) {
      const sheet = plan()
      desk.selection = null
      desk.columnId = sheet.columns[indexAt(sheet, from.x)]!
      desk.goTo(frameAt(sheet, from.y))
    } else if (way) {
      const { scene, focus } = desk.stored!
      const to = carried(scene, focus, way)
      if (desk.take()) selectAt(to)
    }
  }

  return { begin, move, end }
}
