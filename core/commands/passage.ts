import type { NewId, Run } from '../sheet'
import { runAt, splice } from '../sheet'
import type { CycleIn } from '../document/cycling'
import { cycleIn } from '../document/cycling'
import type { Column, Cycle, Shot } from '../document/document'
import { openColumn } from './parts'
import { refuse } from './refusal'

/** Exposures that are wanted: which drawing (null for a blank), for how many frames. */
export type Wanted = Pick<Run, 'drawing' | 'frames'>

/** A cycle of a column whose timing can be changed; refused where it is not there. */
export function openCycle(shot: Shot, plan: string, column: string, id: string): CycleIn & { column: Column } {
  const open = openColumn(shot, plan, column)
  const found = cycleIn(open, id, shot.length)
  return found ? { ...found, column: open } : refuse('gone', 'The cycle is not there any more.')
}

/** The column with what is known of one of its cycles. */
export const withCycle = (column: Column, id: string, cycle: Cycle): Column => ({
  ...column,
  cycles: { ...column.cycles, [id]: cycle },
})

/** True where exposures show the same drawings for as long. */
export const sameExposed = (a: readonly Wanted[], b: readonly Wanted[]): boolean =>
  a.length === b.length && a.every((r, i) => r.drawing === b[i]!.drawing && r.frames === b[i]!.frames)

/**
 * The column with the exposures of a cycle as they are wanted; its bracket is over all of them. An exposure that was there
 * keeps its id.
 */
export function reexposed(
  column: Column,
  { bracket }: Pick<CycleIn, 'bracket'>,
  wanted: readonly Wanted[],
  newId: NewId,
): Column {
  if (sameExposed(bracket.there, wanted)) return column
  const left = [...bracket.there]
  const made = wanted.map((w): Run => {
    const i = left.findIndex(r => r.drawing === w.drawing)
    const id = i >= 0 ? left.splice(i, 1)[0]!.id : newId()
    return { id, drawing: w.drawing, frames: w.frames }
  })
  const runs = splice(column.runs, runAt(column.runs, bracket.from), bracket.there.length, made)
  const repeat = { ...bracket.repeat, first: made[0]!.id, last: made.at(-1)!.id }
  return { ...column, runs, repeats: column.repeats!.map(r => (r.id === repeat.id ? repeat : r)) }
}
