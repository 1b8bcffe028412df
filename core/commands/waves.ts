import { z } from 'zod'
import { idSchema, plural } from '../basic'
import { atStage } from '../cycle'
import type { Shot } from '../document/document'
import { cycleSchema, MOST_STAGES, waveSchema } from '../document/document'
import { momentDrawings } from '../document/cycling'
import { orderedColumns, plansOf } from '../document/shown'
import { eachRun } from '../sheet'
import { madesSchema, withMade } from './cycles'
import { command } from './kind'
import { followedAt } from './links'
import { openCycle, reexposed, withCycle } from './passage'
import { columnName, stackOf, withColumn, withDrawings, without, withStack } from './parts'
import { refuse } from './refusal'

export const waveCycle = command(
  'cycle.wave',
  z.object({
    ...{ plan: idSchema, column: idSchema, cycle: idSchema },
    wave: waveSchema,
    /** One step; its moments are the drawings of the wave, those that are kept by their ids. */
    steps: cycleSchema.shape.steps,
    drawings: madesSchema,
  }),
  ({ plan, column, drawings, steps }, shot) =>
    `${plural(steps[0]!.moments.length, 'drawing')} of the wave of ${columnName(shot, plan, column)}${drawings.length ? '' : ', fewer'}`,
  (shot, { plan, column: id, cycle: key, wave, steps, drawings }, { newId }) => {
    const found = openCycle(shot, plan, id, key)
    const { column, cycle, bracket } = found
    if (cycle.kind !== 'wave') refuse('invalid', 'This cycle is no wave.')
    const stack = stackOf(shot, column.stack)
    const made = withMade({ steps }, drawings, stack)
    const there = momentDrawings(made.plan)
    const known = new Set([...Object.keys(stack.drawings), ...made.drawings.map(d => d.id)])
    if (there.some(d => !known.has(d))) refuse('gone', 'A drawing of the wave is not there any more.')
    const wanted = atStage(made.plan, MOST_STAGES).map(({ drawing, frames }) => ({ drawing, frames }))
    if (wanted.length < 2) refuse('invalid', 'A wave has two drawings at least, each for a frame.')
    const { kept: _kept, stage: _stage, half: _half, ...bare } = cycle
    const after = { ...bare, steps: made.plan.steps, wave }
    const exposed = withColumn(
      withDrawings(shot, column.stack, made.drawings),
      plan,
      withCycle(reexposed(column, found, wanted, newId), key, after),
    )
    const total = wanted.reduce((sum, w) => sum + w.frames, 0)
    const linked = followedAt(exposed, plan, column, bracket.from + bracket.frames - 1, total - bracket.frames)
    const gone = momentDrawings(cycle).filter(d => !there.includes(d) && d !== wave.rest)
    return withoutLoose(linked, column.stack, gone)
  },
)

/** The shot without those of some drawings that nothing shows and no chart holds. */
function withoutLoose(shot: Shot, stackId: string, drawings: readonly string[]): Shot {
  if (!drawings.length) return shot
  const used = new Set<string | null>()
  for (const plan of plansOf(shot)) {
    for (const c of orderedColumns(plan)) for (const { run } of eachRun(c.runs)) used.add(run.drawing)
    for (const c of Object.values(plan.charts))
      for (const d of [c.from, c.to, ...c.ticks.map(t => t.drawing)]) used.add(d)
  }
  const stack = stackOf(shot, stackId)
  const loose = drawings.filter(d => !used.has(d))
  return withStack(shot, { ...stack, drawings: without(stack.drawings, loose) })
}
