import { z } from 'zod'
import type { NewId, Place, Repeat, Runs } from '../sheet'
import { bracketsOf, findRun, keptRepeats, lastRun } from '../sheet'
import { idSchema } from '../basic'
import type { Chart, Column, Drawing, NewSubject, Plan, Shot, Stack } from '../document/document'
import { emptyContent } from '../document/document'
import { orderedColumns, plansOf } from '../document/shown'
import { linedUp } from './lined-up'
import { refuse } from './refusal'

/** What a command is applied with: the ids it may make. */
export interface Making {
  readonly newId: NewId
}

/** A run by id, with the frame it was last seen on. */
export const runRefSchema = z.object({
  run: idSchema,
  at: z.number().int().min(0),
  /** It was taken hold of in what a repeat bracket adds: nothing is written there that could be changed. */
  again: z.boolean().optional(),
})
/** A frame told by the exposure it is in: the run, and how many frames after its first. */
export const spotSchema = runRefSchema.extend({ offset: z.number().int().min(0).max(14_400) })
export type RunRef = z.infer<typeof runRefSchema>
export type Spot = z.infer<typeof spotSchema>

export const planOf = (shot: Shot, id: string): Plan =>
  shot.plans[id] ?? refuse('gone', 'The plan is not there any more.')
export const columnOf = (shot: Shot, plan: string, id: string): Column =>
  planOf(shot, plan).columns[id] ?? refuse('gone', 'The column is not there any more.')
/** What a column is called, for the words of a command. */
export const columnName = (shot: Shot, plan: string, column: string): string =>
  shot.plans[plan]?.columns[column]?.name ?? 'the column'
export const stackOf = (shot: Shot, id: string): Stack =>
  shot.stacks[id] ?? refuse('gone', 'The stack of drawings is not there any more.')
export const drawingOf = (shot: Shot, stack: string, id: string): Drawing =>
  stackOf(shot, stack).drawings[id] ?? refuse('gone', 'The drawing is not there any more.')
export const chartOf = (shot: Shot, plan: string, id: string): Chart =>
  planOf(shot, plan).charts[id] ?? refuse('gone', 'The chart is not there any more.')

/** Its timing can be changed: it is not locked, and not lined up with another. */
export const isTimed = (column: Column): boolean => !column.locked && column.leader === undefined

/** A column whose timing can be changed; refused when it is locked, or lined up with another. */
export function openColumn(shot: Shot, plan: string, id: string): Column {
  const column = columnOf(shot, plan, id)
  if (column.leader !== undefined) {
    const leader = shot.plans[plan]!.columns[column.leader]?.name ?? 'another'
    refuse('locked', `The column ${column.name} is lined up with ${leader}, and its timing follows. Release it first.`)
  }
  return unlocked(column)
}

/** The column, refused when it is locked. */
export const unlocked = (column: Column): Column =>
  column.locked ? refuse('locked', `The column ${column.name} is locked.`) : column

/** The stack with one more subject, in front of all others. */
export function withSubject(stack: Stack, subject: NewSubject): Stack {
  const rank = 1 + Math.max(-1, ...Object.values(stack.subjects).map(s => s.rank))
  return { ...stack, subjects: { ...stack.subjects, [subject.id]: { ...subject, rank } } }
}

export const withPlan = (shot: Shot, plan: Plan): Shot => ({ ...shot, plans: { ...shot.plans, [plan.id]: plan } })
/**
 * The shot with a column as it is now; its repeat brackets keep to what is left under them, and columns that are lined up
 * with it follow.
 */
export function withColumn(shot: Shot, plan: string, column: Column): Shot {
  const p = planOf(shot, plan)
  const leader = column.leader === undefined ? undefined : p.columns[column.leader]
  if (leader) return following(shot, plan, column, leader)
  const before = p.columns[column.id]
  const kept = withCyclesOf(
    column.repeats && before?.repeats === column.repeats
      ? withRepeats(column, keptRepeats(column.repeats, before.runs, column.runs))
      : column,
  )
  const out = withPlan(shot, { ...p, columns: { ...p.columns, [column.id]: kept } })
  return withFollowers(out, plan, before, kept)
}

function following(shot: Shot, plan: string, column: Column, leader: Column): Shot {
  const lined = linedUp(column, leader, stackOf(shot, column.stack))
  const made = { ...lined, column: withCyclesOf(lined.column) }
  const drawn = made.drawings.length ? withDrawings(shot, column.stack, made.drawings) : shot
  const p = planOf(drawn, plan)
  return withFollowers(
    withPlan(drawn, { ...p, columns: { ...p.columns, [column.id]: made.column } }),
    plan,
    p.columns[column.id],
    made.column,
  )
}

/** The columns that are lined up with one follow where its exposures have changed, and those that follow them. */
function withFollowers(shot: Shot, plan: string, before: Column | undefined, now: Column): Shot {
  if (before?.runs === now.runs && before.repeats === now.repeats) return shot
  return orderedColumns(planOf(shot, plan))
    .filter(c => c.leader === now.id)
    .reduce((s, c) => following(s, plan, c, now), shot)
}

/** A column whose cycles are those of the brackets that it has. */
function withCyclesOf(column: Column): Column {
  const { cycles, ...bare } = column
  if (!cycles) return column
  const there = new Set(column.repeats?.map(r => r.id))
  const kept = Object.entries(cycles).filter(([id]) => there.has(id))
  if (kept.length === Object.keys(cycles).length) return column
  return kept.length ? { ...bare, cycles: Object.fromEntries(kept) } : bare
}

/** A column with these brackets; without the field where there are none. */
export function withRepeats(column: Column, repeats: readonly Repeat[]): Column {
  if (column.repeats === repeats) return column
  const { repeats: _repeats, ...bare } = column
  return repeats.length ? { ...bare, repeats: [...repeats] } : bare
}
export const withChart = (shot: Shot, plan: string, chart: Chart): Shot => {
  const p = planOf(shot, plan)
  return withPlan(shot, { ...p, charts: { ...p.charts, [chart.id]: chart } })
}
export const withStack = (shot: Shot, stack: Stack): Shot => ({
  ...shot,
  stacks: { ...shot.stacks, [stack.id]: stack },
})
export const withDrawings = (shot: Shot, stackId: string, drawings: readonly Drawing[]): Shot => {
  const stack = stackOf(shot, stackId)
  return withStack(shot, {
    ...stack,
    drawings: { ...stack.drawings, ...Object.fromEntries(drawings.map(d => [d.id, d])) },
  })
}

/** Computed in-betweens that lose their chart but not their finished picture: that is all that is on them then. */
export const keptAsFinished = (shot: Shot, stack: string, lost: Iterable<string>): Shot => {
  const { drawings } = stackOf(shot, stack)
  const finished = [...lost].filter(id => !drawings[id]!.own && drawings[id]!.finished)
  if (!finished.length) return shot
  const charted = new Set(plansOf(shot).flatMap(p => Object.values(p.charts).flatMap(c => c.ticks.map(t => t.drawing))))
  const kept = finished
    .filter(id => !charted.has(id))
    .map((id): Drawing => {
      const { fixed: _fixed, ...d } = drawings[id]!
      return { ...d, own: true, content: emptyContent }
    })
  return kept.length ? withDrawings(shot, stack, kept) : shot
}

export const without = <T>(record: Record<string, T>, ids: Iterable<string>): Record<string, T> => {
  const gone = new Set(ids)
  return Object.fromEntries(Object.entries(record).filter(([id]) => !gone.has(id)))
}

/** Where a named run stands; refused when it is not in the column any more. */
export const placeOf = (runs: Runs, ref: RunRef): Place =>
  ref.again
    ? refuse(
        'again',
        'These frames show a repeated passage again. Change the passage itself, or turn its repeat into plain exposures.',
      )
    : (findRun(runs, ref.run, ref.at) ?? refuse('gone', 'The exposure is not there any more.'))

/** The frame of a spot. Behind the last run its drawing stays, so a spot there may lie beyond it. */
export function frameOf(runs: Runs, spot: Spot): number {
  const place = placeOf(runs, spot)
  if (spot.offset >= place.run.frames && place.run.id !== lastRun(runs)!.run.id)
    return refuse('changed', 'The exposure is shorter now.')
  return place.start + spot.offset
}

/** The two poses of a pass; the second may be the first of a repeat that the pass leads to, and not stand behind it. */
export interface PassPlaces {
  readonly a: Place
  readonly b: Place
  /** The repeat whose seam the pass goes over. */
  readonly seam: string | null
}

/**
 * The poses of a pass by their exposures. Where the second is shown again (`again`), the pass leads over the seam of a
 * repeat to its first exposure: it ends where the repeat does.
 */
export function passPlaces(column: Column, length: number, from: RunRef, to: RunRef): PassPlaces {
  const a = placeOf(column.runs, from)
  const over = to.again
    ? bracketsOf(column, length).find(
        x => !x.repeat.back && x.repeat.first === to.run && a.start >= x.from && a.start < x.from + x.frames,
      )
    : undefined
  const first = over && findRun(column.runs, over.repeat.first)
  if (over && first) return { a, b: { ...first, start: over.from + over.frames }, seam: over.repeat.id }
  const b = placeOf(column.runs, to)
  return b.start <= a.start ? refuse('changed', 'The two poses have changed places.') : { a, b, seam: null }
}

/** A column whose repeat ends with another exposure: what was put over its seam belongs to it. */
export const endingWith = (column: Column, repeat: string | null, last: string): Column =>
  repeat === null ? column : { ...column, repeats: column.repeats!.map(r => (r.id === repeat ? { ...r, last } : r)) }
