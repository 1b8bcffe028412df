import type { Runs } from '../../sheet'
import { differing, insertFrames, push, runAt, runBefore } from '../../sheet'
import type { Column, Shot } from '../document'
import { withColumn } from '../parts'

/** The other columns of a column's link group that can be changed. */
export const linkedTo = (shot: Shot, plan: string, column: Column): Column[] =>
  column.link === undefined ? [] : Object.values(shot.plans[plan]!.columns).filter(c => c.id !== column.id && c.link === column.link && !c.locked)

/**
 * The shot after an edit by which exposures of a column grew or shrank (the column as it was before is given): the columns
 * of its link group get as many frames, or lose them, where those exposures end. Nothing of theirs is reduced to nothing:
 * a drawing that would vanish keeps one frame.
 */
export function followed(shot: Shot, plan: string, before: Column): Shot {
  const linked = linkedTo(shot, plan, before)
  if (!linked.length) return shot
  const { start, before: was, after } = differing(before.runs, shot.plans[plan]!.columns[before.id]!.runs)
  const now = new Map(after.map(run => [run.id, run.frames]))
  let end = start - 1
  const deltas = was.map((run) => {
    end += run.frames
    return { end, delta: (now.get(run.id) ?? run.frames) - run.frames }
  }).filter(d => d.delta !== 0).reverse()
  return linked.reduce((s, column) => withColumn(s, plan, { ...column, runs: deltas.reduce((runs, { end, delta }) => resized(runs, end, delta), column.runs) }), shot)
}

function resized(runs: Runs, end: number, delta: number): Runs {
  if (end > runs.frames && delta > 0) return runs
  if (delta > 0) return insertFrames(runs, end + 1 > runs.frames ? end : end + 1, delta)
  let out = runs
  for (let i = 0; i < -delta; i++) {
    // A frame is taken from the nearest exposure at or before it that has more than one.
    let p = runAt(out, Math.min(end - i, out.frames))
    while (p && p.run.frames === 1) p = runBefore(out, p)
    if (p) out = push(out, p, -1)
  }
  return out
}
