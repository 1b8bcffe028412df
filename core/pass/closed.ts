import { comesRound } from '../document/cycling'
import type { Column } from '../document/document'
import type { Closed } from '../sheet'
import { closedRuns } from '../sheet'
import type { Moment } from './scene'

const known = new WeakMap<Column, { length: number; closed: Closed }>()

/**
 * What a column shows, closed where it comes round: drawings before a cycle's first and behind its last are those of the
 * neighbouring rounds. The same as it is shown where it has no cycle at its ends.
 */
export function closedColumn({ shot, plan }: Moment, column: Column): Closed {
  const written = shot.plans[plan.id]?.columns[column.id]
  if (!written?.cycles) return { runs: column.runs, shift: 0 }
  const before = known.get(written)
  if (before?.length === shot.length) return before.closed
  const closed = closedRuns(written, shot.length, id => comesRound(written, id))
  known.set(written, { length: shot.length, closed })
  return closed
}

/** The frame on which what stands in a closed column is seen: a neighbouring round lies where the playhead is. */
export const seenFrame = ({ shift }: Closed, column: Column, at: number, playhead: number): number =>
  at - shift >= 1 && at - shift <= Math.max(column.runs.frames, playhead) ? at - shift : playhead
