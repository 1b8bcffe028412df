import type { z } from 'zod'
import type { Run, Runs } from '../sheet'
import { bracketsOf, differingChunks, idsOutside, isRuns, runsIn } from '../sheet'
import { MAX_FRAMES } from '../time'
import type { Chart, Column, Content, Drawing, Plan, Shot, Stack } from './document'
import {
  chartSchema,
  columnSchema,
  lineSchema,
  contentSchema,
  drawingSchema,
  MOST_RUNS,
  MOST_RUNS_IN_ALL,
  TOO_MANY_RUNS,
  MOST_STROKES,
  planSchema,
  runSchema,
  shotSchema,
  stackSchema,
  strokeRefSchema,
} from './document'
import { equal } from './equal'
import { hangingFault, soundlessLine } from './shown'

/** What is wrong with a changed shot: something has not the form of a document, or names what is not there. */
export interface Fault {
  readonly kind: 'form' | 'lost'
  readonly message: string
}

const form = (message: string): Fault => ({ kind: 'form', message })
const lost = (message: string): Fault => ({ kind: 'lost', message })

const headSchema = shotSchema.omit({ stacks: true, plans: true })
const stackHeadSchema = stackSchema.omit({ drawings: true })
const drawingHeadSchema = drawingSchema.omit({ content: true })
const planHeadSchema = planSchema.omit({ columns: true, charts: true, lines: true })
const columnHeadSchema = columnSchema.omit({ runs: true })
const strokesSchema = contentSchema.shape.strokes
const posesSchema = contentSchema.shape.poses

/**
 * The first thing by which a shot that came of another one would not open again; null where it does. Everything is
 * checked by the schema that reads it, but only what differs is looked at: what it costs grows with the change. The
 * shot before is taken to be whole.
 */
export function firstFault(before: Shot, after: Shot): Fault | null {
  if (before === after) return null
  return (
    headFault(before, after) ??
    inRecord(before.stacks, after.stacks, (old, now) => stackFault(old, now)) ??
    inRecord(before.plans, after.plans, (old, now) => planFault(after, old, now)) ??
    tooManyRuns(before, after) ??
    leftFault(before, after)
  )
}

/** All exposures together: a shot has an end as a whole, which what it had already is not held against. */
function tooManyRuns(before: Shot, after: Shot): Fault | null {
  if (before.plans === after.plans) return null
  const all = runsInAll(after)
  return all > MOST_RUNS_IN_ALL && all > runsInAll(before)
    ? form(`A shot holds at most ${MOST_RUNS_IN_ALL.toLocaleString('en')} exposures in all its columns.`)
    : null
}
const runsInAll = ({ plans }: Shot): number =>
  Object.values(plans).reduce((sum, p) => Object.values(p.columns).reduce((n, c) => n + c.runs.count, sum), 0)

/** The parts of a value that are checked by a schema; null where they fit it to the letter. */
function misfit(schema: z.ZodType, value: unknown, what: string): Fault | null {
  const read = schema.safeParse(value)
  if (read.success)
    return equal(read.data, value) ? null : form(`${what} holds something that is not of the form of a shot.`)
  const issue = read.error.issues[0]!
  // The schema's own sentences say what a person can do; others are about data that no hand makes.
  return form(
    /^[A-Z].*\.$/.test(issue.message)
      ? issue.message
      : `${what} does not fit the form of a shot at ${issue.path.join(' › ') || 'its top'}: ${issue.message}.`,
  )
}

type Entry = { readonly id: string }

/** The first fault among the entries of a record that are others than before. */
function inRecord<T extends Entry>(
  before: Readonly<Record<string, T>> | undefined,
  after: Readonly<Record<string, T>> | undefined,
  check: (old: T | undefined, now: T) => Fault | null,
): Fault | null {
  if (before === after || !after) return null
  for (const id of Object.keys(after)) {
    const [old, now] = [before && Object.hasOwn(before, id) ? before[id] : undefined, after[id]!]
    if (old === now) continue
    if (typeof now !== 'object' || now === null || now.id !== id) return form(`${id} is kept under another id.`)
    const fault = check(old, now)
    if (fault) return fault
  }
  return null
}

function headFault({ stacks: _s, plans: _p, ...old }: Shot, { stacks, plans, ...now }: Shot): Fault | null {
  if (!isRecord(stacks) || !isRecord(plans)) return form('A shot has stacks and plans.')
  const fault = same(old, now) ? null : misfit(headSchema, now, 'The shot')
  if (fault) return fault
  const missing = now.planOrder.find(id => !Object.hasOwn(plans, id))
  return missing === undefined ? null : lost(`The plan ${missing} is missing.`)
}

/** True where two values have the same entries, each the same object. */
const same = (a: object, b: object): boolean =>
  Object.keys(a).length === Object.keys(b).length &&
  Object.entries(b).every(([k, v]) => (a as Record<string, unknown>)[k] === v)

const isRecord = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v)

function stackFault(before: Stack | undefined, after: Stack): Fault | null {
  const { drawings: old, ...headBefore } = before ?? { drawings: undefined }
  const { drawings, ...head } = after
  if (!isRecord(drawings)) return form('A stack has drawings.')
  return (
    (same(headBefore, head) ? null : misfit(stackHeadSchema, head, 'The stack')) ??
    inRecord(old, drawings, (was, now) => drawingFault(was, now))
  )
}

function drawingFault(before: Drawing | undefined, after: Drawing): Fault | null {
  const { content: old, ...headBefore } = before ?? { content: undefined }
  const { content, ...head } = after
  const what = `The drawing ${String(after.number)}`
  return (
    (same(headBefore, head) ? null : misfit(drawingHeadSchema, head, what)) ??
    (old === content ? null : contentFault(old, content, what))
  )
}

/** A drawing can have thousands of strokes: those that were there are not looked into again. */
function contentFault(old: Content | undefined, now: Content, what: string): Fault | null {
  if (!isRecord(now) || !isRecord(now.poses) || !Array.isArray(now.strokes))
    return misfit(contentSchema, now, what) ?? form(`${what} has no content.`)
  const { poses, strokes, ...rest } = now
  if (Object.keys(rest).length) return misfit(contentSchema, now, what)
  if (strokes.length > MOST_STROKES) return misfit(strokesSchema, strokes, what)
  const known = new Set(old?.strokes)
  for (const s of strokes) {
    const fault = known.has(s) ? null : misfit(strokeRefSchema, s, what)
    if (fault) return fault
  }
  for (const id of Object.keys(poses)) {
    const fault = poses[id] === old?.poses[id] ? null : misfit(posesSchema, { [id]: poses[id] }, what)
    if (fault) return fault
  }
  return null
}

const NO_PLAN = { columns: undefined, charts: undefined, lines: undefined }

function planFault(shot: Shot, before: Plan | undefined, after: Plan): Fault | null {
  const { columns: oldColumns, charts: oldCharts, lines: oldLines, ...headBefore } = before ?? NO_PLAN
  const { columns, charts, lines, ...head } = after
  if (!isRecord(columns) || !isRecord(charts)) return form('A plan has columns and charts.')
  const fault = same(headBefore, head) ? null : misfit(planHeadSchema, head, 'The plan')
  if (fault) return fault
  const missing = after.order.find(id => !Object.hasOwn(columns, id))
  if (missing !== undefined) return lost(`The column ${missing} is missing.`)
  return (
    inRecord(oldColumns, columns, (was, now) =>
      columnFault(shot, after, was?.stack === now.stack ? was : undefined, now),
    ) ??
    leaderFault(after) ??
    inRecord(oldCharts, charts, (_was, now) => chartFault(shot, now)) ??
    (oldCharts === charts ? null : twiceCharted(shot, oldCharts, after)) ??
    inRecord(oldLines, lines, (_was, now) => misfit(lineSchema, now, 'A line')) ??
    soundlessFault(after)
  )
}

function columnFault(shot: Shot, plan: Plan, before: Column | undefined, after: Column): Fault | null {
  const { runs: old, ...headBefore } = before ?? { runs: undefined }
  const { runs, ...head } = after
  const what = `The column ${String(after.name)}`
  const fault = same(headBefore, head) ? null : misfit(columnHeadSchema, head, what)
  if (fault) return fault
  if (!Object.hasOwn(shot.stacks, after.stack)) return lost(`${what} has no stack of drawings.`)
  if (runs === old && before?.repeats === after.repeats) return null
  return (runs === old ? null : runsFault(shot, old, after, what)) ?? repeatFault(after, shot.length) ?? null
}

/**
 * The exposures that a column got: whole numbers of frames, ids that stand once, drawings that are there. In plain
 * comparisons and not by the schema, as a whole sheet can change at once; where ids stand as before, nothing is looked
 * up, and where only lengths changed, just the longest.
 */
function runsFault(shot: Shot, old: Runs | undefined, { runs, stack }: Column, what: string): Fault | null {
  if (!isRuns(runs)) return form(`${what} has no exposures.`)
  if (runs.count > MOST_RUNS) return form(TOO_MANY_RUNS)
  const { before, after } = differingChunks(old ?? NO_RUNS, runs)
  const { drawings } = shot.stacks[stack]!
  let inPlace = before.length === after.length
  for (let k = 0; k < after.length; k++) {
    const alike = before[k]?.alike === after[k]!.alike
    if (alike && after[k]!.longest <= MAX_FRAMES) continue
    const [was, now] = [before[k]?.runs ?? [], after[k]!.runs]
    inPlace &&= was.length === now.length
    for (let i = 0; i < now.length; i++) {
      const { id, frames, drawing } = now[i]!
      if (!Number.isInteger(frames) || frames < 1 || frames > MAX_FRAMES) return misfit(runSchema, now[i], what)
      if (drawing !== null && drawing !== was[i]?.drawing && !Object.hasOwn(drawings, drawing))
        return lost(`${what} exposes a drawing that is missing.`)
      if (inPlace && id !== was[i]!.id) inPlace = false
    }
  }
  return inPlace ? null : idsFault(runs, runsIn(before), runsIn(after), what)
}

const NO_RUNS: Runs = { chunks: [], frames: 0, count: 0 }

/** The ids of the exposures that came in between: each of the form of an id, and standing once in the column. */
function idsFault(runs: Runs, before: readonly Run[], after: readonly Run[], what: string): Fault | null {
  const known = new Set(before.map(r => r.id))
  const seen = new Set<string>()
  const outside = idsOutside(runs, after)
  for (const run of after) {
    const fault = known.has(run.id) ? null : misfit(runSchema, run, what)
    if (fault) return fault
    if (seen.has(run.id) || (!known.has(run.id) && outside(run.id)))
      return lost(`${what} has two exposures with the id ${run.id}.`)
    seen.add(run.id)
  }
  return null
}

/** Repeats stand over exposures that are there, one after another. */
function repeatFault(column: Column, length: number): Fault | null {
  if (!column.repeats?.length) return null
  const stand = bracketsOf(column, length)
  if (stand.length < column.repeats.length)
    return lost(`A repeat in the column ${column.name} is over exposures that are missing.`)
  return stand.some((b, i) => i > 0 && b.from < stand[i - 1]!.from + stand[i - 1]!.frames)
    ? lost(`Two repeats in the column ${column.name} overlap.`)
    : null
}

function leaderFault({ columns }: Plan): Fault | null {
  for (const id of Object.keys(columns)) {
    const words = hangingFault(columns, id)
    if (words) return lost(words)
  }
  return null
}

/** The moments of a line are those of a sound that is there. */
function soundlessFault(plan: Plan): Fault | null {
  const words = soundlessLine(plan)
  return words ? lost(words) : null
}

function chartFault(shot: Shot, chart: Chart): Fault | null {
  const fault = misfit(chartSchema, chart, 'A chart')
  if (fault) return fault
  const drawings = Object.hasOwn(shot.stacks, chart.stack) ? shot.stacks[chart.stack]!.drawings : {}
  return [chart.from, chart.to, ...chart.ticks.map(t => t.drawing)].every(d => Object.hasOwn(drawings, d))
    ? null
    : lost(`The chart ${chart.id} names a drawing that is missing.`)
}

/** A drawing that came into a chart is in no other one; looked for only where one came. */
function twiceCharted(shot: Shot, old: Plan['charts'] | undefined, { charts }: Plan): Fault | null {
  const come = Object.values(charts).filter(c => old?.[c.id] !== c && ticksOf(c).some(d => !isTick(old?.[c.id], d)))
  if (!come.length) return null
  const seen = new Set<string>()
  for (const chart of Object.values(charts))
    for (const d of ticksOf(chart)) {
      if (seen.has(d)) return lost(`The drawing ${shot.stacks[chart.stack]!.drawings[d]!.number} is in two charts.`)
      seen.add(d)
    }
  return null
}

const ticksOf = (chart: Chart): string[] => chart.ticks.map(t => t.drawing)
const isTick = (chart: Chart | undefined, drawing: string): boolean => !!chart?.ticks.some(t => t.drawing === drawing)

/** What is left after stacks or drawings went: nothing names them any more. */
function leftFault(before: Shot, after: Shot): Fault | null {
  const gone = Object.values(before.stacks).filter(s => {
    const now = Object.hasOwn(after.stacks, s.id) ? after.stacks[s.id] : undefined
    return now !== s && (!now || Object.keys(s.drawings).some(d => !Object.hasOwn(now.drawings, d)))
  })
  const ids = new Set(gone.map(s => s.id))
  if (!ids.size) return null
  for (const plan of Object.values(after.plans)) {
    for (const column of Object.values(plan.columns)) {
      if (!ids.has(column.stack)) continue
      const fault = columnFault(after, plan, undefined, column)
      if (fault) return fault
    }
    for (const chart of Object.values(plan.charts)) {
      const fault = ids.has(chart.stack) ? chartFault(after, chart) : null
      if (fault) return fault
    }
  }
  return null
}
