import { z } from 'zod'
import { recognised } from '../chart'
import { cutLead, uncutLead } from '../motion'
import type { Place, Run, Runs } from '../sheet'
import { findRun, runAfter, splice } from '../sheet'
import { finite, idSchema } from '../basic'
import { command } from './kind'
import { goesWithChart } from '../document/shown'
import type { Chart, Column, Drawing, Shot, Stack } from '../document/document'
import { chartSchema, contentSchema, emptyContent, numberSchema } from '../document/document'
import {
  chartOf,
  drawingOf,
  keptAsFinished,
  endingWith,
  openColumn,
  passPlaces,
  planOf,
  runRefSchema,
  stackOf,
  withChart,
  withColumn,
  withDrawings,
  without,
  withPlan,
  withStack,
} from './parts'
import { refuse } from './refusal'
import { unexpose } from './drawings'
import { followedAt } from './links'

const numberOf = (shot: Shot, plan: string, chart: string, drawing: string): string =>
  shot.stacks[shot.plans[plan]?.charts[chart]?.stack ?? '']?.drawings[drawing]?.number ?? 'the in-between'

export const cutChart = command(
  'chart.cut',
  z.object({
    plan: idSchema,
    chart: idSchema,
    drawing: idSchema,
    /** What the in-between shows now: it keeps it as a breakdown. */
    content: contentSchema,
    /** The chart of the part after the cut. */
    second: idSchema,
    /** The poses before and after the span, which its arc ran through, and how far along it the cut is. */
    before: idSchema.nullable(),
    after: idSchema.nullable(),
    reached: finite,
    /** On which drawing of each part subjects change over that changed over in the whole. */
    change: z.object({ first: z.record(idSchema, idSchema), second: z.record(idSchema, idSchema) }),
  }),
  ({ plan, chart, drawing }, shot) => `Cut the span at ${numberOf(shot, plan, chart, drawing)}`,
  (shot, { plan, chart: id, drawing, content, second: secondId, before, after, reached, change }) => {
    const chart = chartOf(shot, plan, id)
    const i = chart.ticks.findIndex(t => t.drawing === drawing)
    if (i < 0) refuse('gone', 'The drawing is not in this chart any more.')
    if (planOf(shot, plan).charts[secondId]) refuse('invalid', 'There is a chart with this id already.')
    const { u } = chart.ticks[i]!
    if (u <= 0 || u >= 1)
      refuse('invalid', 'This in-between lies beyond its poses: a breakdown there would leave no way to one of them.')
    const firstTicks = chart.ticks.slice(0, i).map(t => ({ ...t, u: t.u / u }))
    const secondTicks = chart.ticks.slice(i + 1).map(t => ({ ...t, u: (t.u - u) / (1 - u) }))
    // Ties made after an earlier cut are of this part alone: it is a whole of its own then, and so are its strokes.
    const alone = !!chart.ties?.length && !posedInBoth(stackOf(shot, chart.stack), chart)
    const along = alone ? undefined : chart.along
    const whole = along ?? {
      ...{ from: chart.from, to: chart.to, before, after, a: 0, b: 1 },
      ...(chart.ties ? { ties: chart.ties } : {}),
      ...(chart.leads ? { leads: chart.leads } : {}),
    }
    const at = whole.a + reached * (whole.b - whole.a)
    // Of a span that was cut before its places were kept, they are not known.
    const span = along ? along.span : ([0, 1] as const)
    const placesIn = (side: 0 | 1): { span?: [number, number] } => {
      if (!span) return {}
      const cutAt = span[0] + u * (span[1] - span[0])
      return { span: side === 0 ? [span[0], cutAt] : [cutAt, span[1]] }
    }
    const leads = Object.entries(chart.leads ?? {}).map(([part, share]) => [part, cutLead(share, u)] as const)
    const half = (side: 0 | 1) =>
      leads.length ? { leads: Object.fromEntries(leads.map(([part, both]) => [part, both[side]])) } : {}
    const { leads: _leads, change: _change, ties: _ties, ...rest } = chart
    const first: Chart = {
      ...rest,
      to: drawing,
      ticks: firstTicks,
      recipe: recognised(firstTicks.map(t => t.u)),
      along: { ...whole, b: at, ...placesIn(0) },
      ...half(0),
      ...some('change', change.first),
    }
    const secondChart: Chart = {
      ...rest,
      id: secondId,
      from: drawing,
      ticks: secondTicks,
      recipe: recognised(secondTicks.map(t => t.u)),
      along: { ...whole, a: at, ...placesIn(1) },
      ...half(1),
      ...some('change', change.second),
    }
    const { fixed: _fixed, ...old } = drawingOf(shot, chart.stack, drawing)
    const cut = withDrawings(shot, chart.stack, [{ ...old, role: 'breakdown', own: true, content }])
    return withChart(withChart(cut, plan, first), plan, secondChart)
  },
)

/** True where a subject moves between the poses of a chart: it runs along the longer one that was cut. */
function posedInBoth({ drawings }: Stack, { from, to }: Chart): boolean {
  const [a, b] = [from, to].map(id => drawings[id]?.content.poses ?? {})
  return Object.keys(a!).some(id => b![id])
}

const some = <T>(name: string, record: Record<string, T>) => (Object.keys(record).length ? { [name]: record } : {})

export const joinCharts = command(
  'chart.join',
  z.object({
    plan: idSchema,
    first: idSchema,
    second: idSchema,
    /** Where the drawing between them stands in the whole: its share of the travel. */
    at: z.number().gt(0).lt(1),
  }),
  ({ plan, first }, shot) =>
    `Join the spans at ${numberOf(shot, plan, first, shot.plans[plan]?.charts[first]?.to ?? '')}`,
  (shot, { plan, first: firstId, second: secondId, at }) => {
    const [first, second] = [chartOf(shot, plan, firstId), chartOf(shot, plan, secondId)]
    if (first.to !== second.from || first.stack !== second.stack)
      refuse('changed', 'The two charts do not meet any more.')
    if (first.from === second.to) refuse('invalid', 'The two spans go there and back: joined they would lead nowhere.')
    const middle = drawingOf(shot, first.stack, first.to)
    const { charts } = planOf(shot, plan)
    if (
      Object.values(charts).some(
        c => c.id !== firstId && c.id !== secondId && (c.from === middle.id || c.to === middle.id),
      )
    )
      refuse('invalid', `Drawing ${middle.number} is also the end of another chart.`)
    const ticks = [
      ...first.ticks.map(t => ({ ...t, u: t.u * at })),
      { drawing: middle.id, u: at },
      ...second.ticks.map(t => ({ ...t, u: at + t.u * (1 - at) })),
    ]
    const [one, two] = [first.along, second.along]
    const whole =
      one && two && one.from === two.from && one.to === two.to && Math.abs(one.b - two.a) < 1e-9
        ? {
            ...one,
            b: two.b,
            ...(one.span && two.span ? { span: [one.span[0], two.span[1]] as [number, number] } : {}),
          }
        : undefined
    const { along: _along, leads: _leads, change: _change, ties: _ties, ...rest } = first
    const joined: Chart = {
      ...rest,
      to: second.to,
      ticks,
      recipe: recognised(ticks.map(t => t.u)),
      ...(whole && (whole.a > 0 || whole.b < 1) ? { along: whole } : {}),
      ...(whole?.ties && whole.a === 0 && whole.b === 1 ? { ties: whole.ties } : {}),
      ...some('leads', joinedLeads(first, second, at)),
    }
    const p = planOf(shot, plan)
    const kept = withPlan(shot, { ...p, charts: { ...without(p.charts, [secondId]), [firstId]: joined } })
    return withDrawings(kept, first.stack, [{ ...middle, role: 'in-between', own: true }])
  },
)

/** Leads that both parts have from one whole; others cannot be told in one number and are left out. */
function joinedLeads(first: Chart, second: Chart, at: number): Record<string, number> {
  return Object.fromEntries(
    Object.entries(first.leads ?? {}).flatMap(([part, share]) => {
      const whole = uncutLead(share, at)
      return Math.abs(cutLead(whole, at)[1] - (second.leads?.[part] ?? 0)) < 1e-6 ? [[part, whole] as const] : []
    }),
  )
}

const passArgs = {
  plan: idSchema,
  column: idSchema,
  chart: idSchema,
  /** The exposures of the two poses of the pass. */
  from: runRefSchema,
  to: runRefSchema,
  /** Beside which pose of the pass. */
  side: z.enum(['first', 'second']),
}

/** The exposures between two poses of a pass, without the poses' own. */
function insideOf(runs: Runs, a: Place, b: Place): Place[] {
  const inside: Place[] = []
  for (let p = runAfter(runs, a); p && p.start < b.start; p = runAfter(runs, p)) inside.push(p)
  return inside
}

function passEnds(
  shot: Shot,
  column: Column,
  args: { from: z.infer<typeof runRefSchema>; to: z.infer<typeof runRefSchema> },
): { a: Place; b: Place; from: string; to: string; inside: Place[]; seam: string | null } {
  const { a, b, seam } = passPlaces(column, shot.length, args.from, args.to)
  const { drawings } = stackOf(shot, column.stack)
  const inside = insideOf(column.runs, a, b)
  if (
    a.run.drawing === null ||
    b.run.drawing === null ||
    inside.some(p => p.run.drawing === null || drawings[p.run.drawing]!.role !== 'in-between')
  )
    return refuse('changed', 'Another pose or a blank stands between the two poses now.')
  return { a, b, from: a.run.drawing, to: b.run.drawing, inside, seam }
}

/** True where a chart runs the other way round in a pass. */
function backwardIn(chart: Chart | undefined, from: string, to: string): boolean {
  if (!chart || (chart.from === from && chart.to === to)) return false
  return chart.from === to && chart.to === from ? true : refuse('changed', 'The chart runs between other poses now.')
}

export const wedge = command(
  'chart.wedge',
  z.object({ ...passArgs, drawing: z.object({ id: idSchema, number: numberSchema }), step: chartSchema.shape.step }),
  ({ side, drawing }) =>
    `Wedge ${drawing.number} in, slow ${side === 'first' ? 'out of the first' : 'into the second'}`,
  (shot, { plan, column: columnId, chart: id, side, drawing, step, ...refs }, { newId }) => {
    const column = openColumn(shot, plan, columnId)
    const { a, from, to, inside, seam } = passEnds(shot, column, refs)
    const old = planOf(shot, plan).charts[id]
    const backward = backwardIn(old, from, to)
    if (stackOf(shot, column.stack).drawings[drawing.id]) refuse('invalid', 'A drawing with this id is there already.')
    const atStart = (side === 'first') !== backward
    const ticks = old?.ticks ?? []
    const u = atStart ? (ticks[0]?.u ?? 1) / 2 : (1 + (ticks.at(-1)?.u ?? 0)) / 2
    if (atStart ? u <= 0 : u >= 1)
      refuse('no-room', 'The in-between beside this pose lies beyond it already: there is nothing to halve.')
    const put = atStart ? [{ drawing: drawing.id, u }, ...ticks] : [...ticks, { drawing: drawing.id, u }]
    const chart: Chart = {
      path: 'arc',
      stack: column.stack,
      from,
      to,
      ...old,
      id,
      step: old?.step ?? step,
      recipe: recognised(put.map(t => t.u)),
      ticks: put,
    }
    const made: Drawing = { ...drawing, role: 'in-between', own: false, content: emptyContent }
    const behind = side === 'first' ? a : (inside.at(-1) ?? a)
    const run: Run = { id: newId(), drawing: drawing.id, frames: chart.step }
    const longer = { ...column, runs: splice(column.runs, behind, 1, [behind.run, run]) }
    const atEnd = behind === (inside.at(-1) ?? a)
    const pushed = withColumn(
      withDrawings(shot, column.stack, [made]),
      plan,
      atEnd ? endingWith(longer, seam, run.id) : longer,
    )
    return withChart(followedAt(pushed, plan, column, behind.start + behind.run.frames - 1, chart.step), plan, chart)
  },
)

export const unwedge = command(
  'chart.unwedge',
  z.object(passArgs),
  ({ side }) => `Delete the in-between beside the ${side} pose`,
  (shot, { plan, column: columnId, chart: id, side, ...refs }) => {
    const column = openColumn(shot, plan, columnId)
    const chart = chartOf(shot, plan, id)
    const { from, to, inside } = passEnds(shot, column, refs)
    const atStart = (side === 'first') !== backwardIn(chart, from, to)
    const gone = atStart ? chart.ticks[0] : chart.ticks.at(-1)
    if (!gone) return refuse('gone', 'There is no in-between beside this pose.')
    const ticks = chart.ticks.filter(t => t !== gone)
    const pulled = inside
      .filter(p => p.run.drawing === gone.drawing)
      .reverse()
      .reduce((runs, p) => splice(runs, findRun(runs, p.run.id, p.start), 1, []), column.runs)
    const shorter = inside
      .filter(p => p.run.drawing === gone.drawing)
      .reduceRight(
        (s, p) => followedAt(s, plan, column, p.start + p.run.frames - 1, -p.run.frames),
        withColumn(shot, plan, { ...column, runs: pulled }),
      )
    const out = withChart(shorter, plan, { ...chart, ticks, recipe: recognised(ticks.map(t => t.u)) })
    if (!goesWithChart(drawingOf(shot, column.stack, gone.drawing)))
      return keptAsFinished(out, column.stack, [gone.drawing])
    const bare = unexpose(out, column.stack, new Set([gone.drawing]))
    const stack = stackOf(bare, column.stack)
    return withStack(bare, { ...stack, drawings: without(stack.drawings, [gone.drawing]) })
  },
)

const PART = z
  .string()
  .max(100)
  .regex(/^[^/]+\/[^/]+$/, 'A part is named by its subject and itself.')

export const leadPart = command(
  'chart.lead',
  z.object({ plan: idSchema, chart: idSchema, part: PART, share: chartSchema.shape.leads.unwrap().valueType }),
  ({ part, share }) =>
    share === 0
      ? `${part.split('/')[1]} neither leads nor drags`
      : `${part.split('/')[1]} ${share > 0 ? 'leads' : 'drags'}`,
  (shot, { plan, chart: id, part, share }) => {
    const { leads = {}, ...chart } = chartOf(shot, plan, id)
    const others = without(leads, [part])
    return withChart(shot, plan, { ...chart, ...some('leads', share === 0 ? others : { ...others, [part]: share }) })
  },
)

export const changeOver = command(
  'chart.change',
  z.object({ plan: idSchema, chart: idSchema, subject: idSchema, drawing: idSchema.nullable() }),
  ({ drawing }) => (drawing ? 'Set where a subject changes over' : 'Change over across the widest gap'),
  (shot, { plan, chart: id, subject, drawing }) => {
    const { change = {}, ...chart } = chartOf(shot, plan, id)
    if (drawing && drawing !== chart.to && !chart.ticks.some(t => t.drawing === drawing))
      refuse('gone', 'The drawing is not in this chart any more.')
    const others = without(change, [subject])
    return withChart(shot, plan, { ...chart, ...some('change', drawing ? { ...others, [subject]: drawing } : others) })
  },
)

export const throwCharts = command(
  'chart.throw',
  z.object({
    plan: idSchema,
    parts: z
      .array(z.object({ chart: idSchema, to: z.enum(['top', 'ground']), places: z.array(finite).max(200) }))
      .min(1)
      .max(2),
  }),
  'Throw: up to the top and down from it',
  (shot, { plan, parts }) =>
    parts.reduce((s, { chart: id, to, places }) => {
      const chart = chartOf(s, plan, id)
      if (chart.ticks.length !== places.length) refuse('changed', 'The chart has another number of in-betweens now.')
      return withChart(s, plan, {
        ...chart,
        path: to === 'top' ? 'throw-up' : 'throw-down',
        recipe: { family: to === 'top' ? 'rise' : 'fall' },
        ticks: chart.ticks.map((t, i) => ({ ...t, u: places[i]! })),
      })
    }, shot),
)

export const placeTicks = command(
  'chart.ticks',
  z.object({
    plan: idSchema,
    charts: z
      .array(z.object({ chart: idSchema, places: z.array(finite).max(200) }))
      .min(1)
      .max(200),
  }),
  ({ charts }) => (charts.length === 1 ? 'Space by hand' : `Space ${charts.length} charts by hand`),
  (shot, { plan, charts }) =>
    charts.reduce((s, { chart: id, places }) => {
      const chart = chartOf(s, plan, id)
      if (chart.ticks.length !== places.length) refuse('changed', 'The chart has another number of in-betweens now.')
      return withChart(s, plan, {
        ...chart,
        recipe: { family: 'free' },
        ticks: chart.ticks.map((t, i) => ({ ...t, u: places[i]! })),
      })
    }, shot),
)
