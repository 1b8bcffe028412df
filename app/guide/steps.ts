import type { Plan, Shot } from '#core/document'
import { columnsOf } from '#core/document'
import { isPose } from '#core/pass'
import { exposedDrawings } from '#core/sheet'

/** The first round through the work on a shot. */
export type StepId = 'pose' | 'time' | 'chart' | 'play'

const hasContent = (d: { content: { poses: object; strokes: readonly unknown[] } }): boolean =>
  d.content.strokes.length > 0 || Object.keys(d.content.poses).length > 0

/** How many poses with something on them a column exposes, for the column that has most of them. */
export const posesIn = ({ stacks }: Shot, plan: Plan): number =>
  Math.max(
    0,
    ...columnsOf(plan).map(column => {
      const { drawings } = stacks[column.stack]!
      const exposed = [...exposedDrawings(column.runs).keys()].map(id => drawings[id]!)
      return exposed.filter(d => isPose(d) && hasContent(d)).length
    }),
  )

/** Nothing is on any drawing. */
export const isEmptyShot = ({ stacks }: Shot): boolean =>
  Object.values(stacks).every(s => !Object.values(s.drawings).some(hasContent))

/** What of the round is done: a pose, a second one later, in-betweens charted from one to the other, played. */
export function stepsDone(shot: Shot, plan: Plan, { played }: { played: boolean }): ReadonlySet<StepId> {
  const poses = posesIn(shot, plan)
  const done: [StepId, boolean][] = [
    ['pose', poses > 0],
    ['time', poses > 1],
    ['chart', Object.values(plan.charts).some(c => c.ticks.length > 0)],
    ['play', played],
  ]
  return new Set(done.flatMap(([id, is]) => (is ? [id] : [])))
}
