import type { Moment } from '#core/pass'
import { closedColumn } from '#core/pass'
import { eachRun } from '#core/sheet'
import type { Focus } from '~/desk/scene'

/**
 * Drawings of the active column in the order they are exposed, each time they are; a drawing that is exposed twice in a
 * row counts once. A cycle goes on from its last one to its first.
 */
function exposed(scene: Moment, { column }: Focus): Exposed[] {
  const out: Exposed[] = []
  if (!column) return out
  const { runs, shift } = closedColumn(scene, column)
  for (const { run, start: at } of eachRun(runs)) {
    if (run.drawing === null) continue
    const start = at - shift
    const before = out.at(-1)
    if (before?.drawing === run.drawing) before.last = start + run.frames - 1
    else out.push({ drawing: run.drawing, first: start, last: start + run.frames - 1 })
  }
  return out
}

/** Frames on which a drawing is exposed; before 1 and behind the end where it is of a cycle that comes round. */
interface Exposed {
  readonly drawing: string
  readonly first: number
  last: number
}

/** The one under the playhead lies as it does now, as does a neighbouring round of a cycle; the others as on their first frame there. */
const flippedOf = ({ drawing, first, last }: Exposed, { workFrame, column }: Focus): Flipped => {
  const there = first >= 1 && first <= Math.max(workFrame, column?.runs.frames ?? 0)
  return { drawing, frame: there && (workFrame < first || workFrame > last) ? first : workFrame }
}

/** There and back, without showing the ends twice: a b c b. */
export const thereAndBack = <T>(row: readonly T[]): T[] => [...row, ...row.slice(1, -1).reverse()]

/**
 * The `n` neighbouring drawings that are flipped between: the one under the playhead, first with the one before it, then
 * the one after, then the next ones out; at an end more from the other side.
 */
export function neighbours(count: number, here: number, n: number): number[] {
  const most = Math.min(n, count)
  const first = Math.max(0, Math.min(here - Math.floor(most / 2), count - most))
  return Array.from({ length: most }, (_, i) => first + i)
}

/** A drawing that is flipped through, and a frame on which it is exposed: it is seen as it lies there. */
export interface Flipped {
  readonly drawing: string
  readonly frame: number
}

/** The drawings flipped between, from the one shown on, there and back. */
export function flippedAround(scene: Moment, focus: Focus, n: number): Flipped[] {
  const row = exposed(scene, focus)
  const at = row.findLastIndex(x => x.first <= focus.workFrame)
  const around = neighbours(row.length, Math.max(0, at), n).map(i => flippedOf(row[i]!, focus))
  const way = thereAndBack(around)
  const from = Math.max(
    0,
    around.findIndex(x => x.drawing === row[at]?.drawing),
  )
  // The other one is seen at once.
  return way.map((_, i) => way[(from + 1 + i) % way.length]!)
}

/** The drawings of the selected frames in order, over and over; those around the playhead where none are selected. */
export function flippedThrough(scene: Moment, focus: Focus): Flipped[] {
  const s = focus.selection
  if (!s || s.column !== focus.column?.id) return flippedAround(scene, focus, 5)
  const inside = exposed(scene, focus)
    .filter(x => x.first <= s.last && x.last >= s.first && (!s.drawing || x.drawing === s.drawing))
    .map(x => flippedOf(x, focus))
  return inside.length > 1 ? inside : flippedAround(scene, focus, 5)
}

/** The drawing pinned last in the stack of the column: it is looked at while the key is held. */
export const heldAgainst = (focus: Focus, pinned: Readonly<Record<string, readonly string[]>>): Flipped[] =>
  (pinned[focus.stack?.id ?? ''] ?? [])
    .filter(d => focus.stack!.drawings[d])
    .slice(-1)
    .map(drawing => ({ drawing, frame: focus.workFrame }))
