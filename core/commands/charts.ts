import { z } from 'zod'
import { recipeSchema } from '../chart'
import type { Run } from '../sheet'
import { runsFrom, splice } from '../sheet'
import { finite, idSchema, plural } from '../basic'
import { command } from './kind'
import { goesWithChart } from '../document/shown'
import type { Chart, Drawing, Shot } from '../document/document'
import { chartSchema, emptyContent, numberSchema } from '../document/document'
import {
  chartOf,
  keptAsFinished,
  endingWith,
  openColumn,
  passPlaces,
  runRefSchema,
  stackOf,
  withChart,
  withColumn,
  withDrawings,
  without,
  withStack,
} from './parts'
import { refuse } from './refusal'
import { unexpose } from './drawings'

const named = z.object({ drawing: idSchema, number: numberSchema, u: finite })

export const fillChart = command(
  'chart.fill',
  z.object({
    plan: idSchema,
    column: idSchema,
    chart: idSchema,
    /** The exposures of the two poses. */
    from: runRefSchema,
    to: runRefSchema,
    /** All in-betweens of the chart afterwards, in order; those the stack does not have yet are made. */
    ticks: z.array(named).max(200),
    recipe: recipeSchema,
    step: chartSchema.shape.step,
  }),
  ({ ticks }) => (ticks.length ? `Chart ${plural(ticks.length, 'in-between')}` : 'Delete the in-betweens'),
  (shot, { plan, column: columnId, chart: id, from, to, ticks, recipe, step }, { newId }) => {
    const column = openColumn(shot, plan, columnId)
    const { drawings } = stackOf(shot, column.stack)
    const { a, b, seam } = passPlaces(column, shot.length, from, to)
    if (a.run.drawing === null || b.run.drawing === null)
      return refuse('changed', 'A pose is not exposed there any more.')
    const between = runsFrom(column.runs, a, b.start - a.start)
    if (between.slice(1).some(r => r.drawing === null || drawings[r.drawing]!.role !== 'in-between'))
      refuse('changed', 'Another pose or a blank stands between the two poses now.')
    const old = shot.plans[plan]!.charts[id]
    const ends = { from: a.run.drawing, to: b.run.drawing }
    if (old && !meets(old, ends.from, ends.to)) refuse('changed', 'The chart runs between other poses now.')
    const backward = !!old && old.from !== ends.from
    const total = b.start - a.start
    const each = ticks.length ? Math.min(step, Math.floor((total - 1) / ticks.length)) : 0
    if (ticks.length && each < 1)
      refuse('no-room', `There is no room for ${ticks.length} in-betweens in ${total} frames.`)
    const made: Drawing[] = ticks
      .filter(t => !drawings[t.drawing])
      .map(t => ({ id: t.drawing, number: t.number, role: 'in-between', own: false, content: emptyContent }))
    const chart: Chart = {
      path: 'arc',
      ...old,
      id,
      stack: column.stack,
      ...(old ? {} : ends),
      step,
      recipe,
      ticks: ticks.map(({ drawing, u }) => ({ drawing, u })),
    } as Chart
    const kept = new Map(between.slice(1).map(r => [r.drawing, r]))
    const inOrder = backward ? [...ticks].reverse() : ticks
    const runs: Run[] = inOrder.map(t => ({ id: kept.get(t.drawing)?.id ?? newId(), drawing: t.drawing, frames: each }))
    const hold = { ...a.run, frames: total - each * ticks.length }
    const put = [hold, ...runs]
    const exposed = withColumn(
      withDrawings(shot, column.stack, made),
      plan,
      endingWith({ ...column, runs: splice(column.runs, a, between.length, put) }, seam, put.at(-1)!.id),
    )
    return dropTicks(withChart(exposed, plan, chart), chart, old)
  },
)

const meets = (chart: Chart, a: string, b: string): boolean =>
  (chart.from === a && chart.to === b) || (chart.from === b && chart.to === a)

/** In-betweens that a chart no longer has: computed ones go, own and finished ones stay in the tray. */
export function dropTicks(shot: Shot, chart: Chart, old: Chart | undefined): Shot {
  const stay = new Set(chart.ticks.map(t => t.drawing))
  const { drawings } = stackOf(shot, chart.stack)
  const lost = (old?.ticks ?? []).map(t => t.drawing).filter(d => !stay.has(d))
  const gone = new Set(lost.filter(d => goesWithChart(drawings[d]!)))
  const bare = unexpose(keptAsFinished(shot, chart.stack, lost), chart.stack, gone)
  const stack = stackOf(bare, chart.stack)
  return withStack(bare, { ...stack, drawings: without(stack.drawings, gone) })
}

export const spaceChart = command(
  'chart.space',
  z.object({ plan: idSchema, chart: idSchema, recipe: recipeSchema, places: z.array(finite).max(200) }),
  ({ recipe }) => `Space by ${recipe.family === 'free' ? 'hand' : recipe.family}`,
  (shot, { plan, chart: id, recipe, places }) => {
    const chart = chartOf(shot, plan, id)
    if (chart.ticks.length !== places.length) refuse('changed', 'The chart has another number of in-betweens now.')
    return withChart(shot, plan, { ...chart, recipe, ticks: chart.ticks.map((t, i) => ({ ...t, u: places[i]! })) })
  },
)

export const moveTick = command(
  'chart.tick',
  z.object({ plan: idSchema, chart: idSchema, drawing: idSchema, u: finite }),
  ({ drawing, plan, chart }, shot) =>
    `Move ${shot.stacks[shot.plans[plan]?.charts[chart]?.stack ?? '']?.drawings[drawing]?.number ?? 'the in-between'} in its span`,
  (shot, { plan, chart: id, drawing, u }) => {
    const chart = chartOf(shot, plan, id)
    const i = chart.ticks.findIndex(t => t.drawing === drawing)
    if (i < 0) refuse('gone', 'The drawing is not in this chart any more.')
    return withChart(shot, plan, {
      ...chart,
      recipe: { family: 'free' },
      ticks: chart.ticks.map((t, k) => (k === i ? { ...t, u } : t)),
    })
  },
)

export const setPath = command(
  'chart.path',
  z.object({ plan: idSchema, chart: idSchema, path: chartSchema.shape.path }),
  ({ path }) => (path === 'arc' ? 'Move on an arc' : 'Move in a straight line'),
  (shot, { plan, chart, path }) => withChart(shot, plan, { ...chartOf(shot, plan, chart), path }),
)
