import { isPose } from '#core/pass'
import type { Shot } from '#core/document'
import { exposedDrawings } from '#core/sheet'

/** Columns with more exposures are not looked through: it would be felt at every edit. */
const MOST_RUNS = 4000

/** The poses of a shot that another one no longer has, or no longer exposes: their numbers, by column. */
export function posesGone(before: Shot, after: Shot): { deleted: string[]; unexposed: string[] } {
  const deleted: string[] = []
  const unexposed: string[] = []
  for (const stack of Object.values(before.stacks)) {
    const now = after.stacks[stack.id]
    if (now === stack) continue
    for (const d of Object.values(stack.drawings)) if (isPose(d) && !now?.drawings[d.id]) deleted.push(d.number)
  }
  const columnsOf = (shot: Shot) => Object.values(shot.plans).flatMap(p => Object.values(p.columns))
  const later = new Map(columnsOf(after).map(c => [c.id, c]))
  for (const column of columnsOf(before)) {
    const now = later.get(column.id)
    if (!now || now.runs === column.runs || column.runs.count > MOST_RUNS) continue
    const [was, is] = [exposedDrawings(column.runs), exposedDrawings(now.runs)]
    const drawings = after.stacks[column.stack]?.drawings
    for (const id of was.keys()) {
      const d = drawings?.[id]
      if (d && isPose(d) && !is.has(id)) unexposed.push(d.number)
    }
  }
  return { deleted, unexposed }
}

/** In the order of their numbers, whatever order they are stored in. */
function numbers(list: readonly string[]): string {
  const sorted = [...list].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
  return `${list.length > 1 ? 'Poses' : 'Pose'} ${sorted.slice(0, 5).join(', ')}${list.length > 5 ? ' …' : ''}`
}

/** What is said of poses that are gone; empty where none are. */
export function goneWords({ deleted, unexposed }: ReturnType<typeof posesGone>): string {
  if (deleted.length) return `${numbers(deleted)} deleted.`
  return unexposed.length ? `${numbers(unexposed)} no longer exposed, kept in the tray.` : ''
}
