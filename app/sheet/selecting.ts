import { storeToRefs } from 'pinia'
import { usePointed } from '~/desk/pointed'
import { useDesk } from '~/desk/desk'
import type { Selection } from '~/desk/scene'

/** What selecting frames does to the desk. */
export function useSelecting() {
  const desk = useDesk()

  /** The selection that a change of it begins from: the frame under the playhead where there is none. */
  const now = (): Selection =>
    desk.selection ?? {
      column: desk.column!.id,
      columns: [desk.column!.id],
      first: desk.frame,
      last: desk.frame,
    }

  const { at } = storeToRefs(usePointed())

  /** Goes along with what was carried. */
  function selectAt(to: Selection): void {
    desk.selection = to
    desk.columnId = to.column
    desk.goTo(to.first)
  }

  /** The selection reaches so many frames further from where it began. */
  function extend(by: number): void {
    if (!desk.column) return
    at.value = 'sheet'
    const { column, columns, first, last } = now()
    const anchor = desk.frame === first ? last : first
    desk.goTo(desk.frame + by)
    desk.selection = { column, columns, first: Math.min(anchor, desk.frame), last: Math.max(anchor, desk.frame) }
  }

  /** The selected columns reach one further to the right (1) or the left (−1). */
  function widen(by: 1 | -1): void {
    at.value = 'sheet'
    const s = now()
    const ids = desk.columns.map(c => c.id)
    const from = ids.indexOf(s.column)
    const other = s.columns[0] === s.column ? ids.indexOf(s.columns.at(-1)!) : ids.indexOf(s.columns[0]!)
    const to = Math.max(0, Math.min(ids.length - 1, other + by))
    const columns = ids.slice(Math.min(from, to), Math.max(from, to) + 1)
    desk.selection = { column: s.column, columns, first: s.first, last: s.last }
  }

  return { now, selectAt, extend, widen }
}
