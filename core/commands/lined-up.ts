import type { Run } from '../sheet'
import { eachRun, listOf, runsOf } from '../sheet'
import type { Column, Drawing, Stack } from '../document/document'
import { emptyContent } from '../document/document'
import { freeNumber } from '../document/make'

/** A column lined up with another, and the drawings that were made for it. */
export interface LinedUp {
  readonly column: Column
  readonly drawings: readonly Drawing[]
}

/**
 * A column that changes drawings wherever its leader does. Exposures carry the leader's ids, so that a drawing stays
 * with its exposure however that is re-timed. Where the leader has an exposure that this one does not know, a drawing
 * takes its place that this one shows first in those frames and that found no other; else an empty one, named by its
 * frame. Blanks lead to blanks, repeats to repeats. Drawings that lose their place stay in the tray.
 */
export function linedUp(column: Column, leader: Column, stack: Stack): LinedUp {
  const old = [...eachRun(column.runs)]
  const own = new Map(old.map(({ run }) => [run.id, run.drawing]))
  const wanted = listOf(leader.runs)
  const ids = new Set(wanted.map(r => r.id))
  const used = new Set(wanted.map(r => own.get(r.id) ?? null))
  const free = old.filter(({ run }) => !ids.has(run.id) && run.drawing !== null && !used.has(run.drawing))
  const drawings: Drawing[] = []
  let start = 1
  const runs = wanted.map(({ id, drawing, frames }): Run => {
    const end = start + frames
    const first = start
    start = end
    if (drawing === null) return { id, drawing: null, frames }
    const known = own.get(id)
    if (known) return { id, drawing: known, frames }
    const at = free.findIndex(o => o.start >= first && o.start < end)
    if (at >= 0) return { id, drawing: free.splice(at, 1)[0]!.run.drawing, frames }
    // It is called after the exposure that it was made for; that it was made before (and taken out of the sheet) shows
    // here.
    if (!stack.drawings[id])
      drawings.push({
        id,
        number: freeNumber(
          stack,
          String(first),
          drawings.map(d => d.number),
        ),
        role: 'in-between',
        own: true,
        content: emptyContent,
      })
    return { id, drawing: id, frames }
  })
  const { repeats: _repeats, ...bare } = column
  return { column: { ...bare, runs: runsOf(runs), ...(leader.repeats ? { repeats: leader.repeats } : {}) }, drawings }
}
