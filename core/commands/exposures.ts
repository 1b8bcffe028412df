import { z } from 'zod'
import type { Place, Runs } from '../sheet'
import {
  blankRange,
  exposeByPush,
  exposeByThinning,
  giveAway,
  holdRange,
  insertRun,
  push,
  recut,
  refit,
  runAfter,
  runAt,
  runBefore,
  runsFrom,
  shift,
  shiftBlock,
  splice,
  trade,
  withStay,
} from '../sheet'
import { idSchema, plural } from '../basic'
import { framesSchema as frames } from '../time'
import { command } from './kind'
import type { Column, Shot } from '../document/document'
import type { Making } from './parts'
import { drawingOf, frameOf, openColumn, placeOf, runRefSchema, spotSchema, stackOf, withColumn } from './parts'
import { refuse } from './refusal'
import { followed, followedAt } from './links'

export const where = { plan: idSchema, column: idSchema }
const delta = z
  .number()
  .int()
  .min(-14_400)
  .max(14_400)
  .refine(d => d !== 0, 'By nought frames nothing changes.')
const oneRun = z.object({ ...where, run: runRefSchema, delta })
/** The frames of a range, by the exposures its ends are in, and how many frames it is taken to be. */
export const rangeSchema = z.object({ ...where, first: spotSchema, last: spotSchema, frames })

export const count = (n: number): string => `${plural(Math.abs(n), 'frame')}`
const STEPS = ['', 'ones', 'twos', 'threes', 'fours', 'fives', 'sixes', 'sevens', 'eights']
/** "Twos", at the beginning of a sentence. */
const stepName = (n: number): string => {
  const word = STEPS[n] ?? `on a step of ${n}`
  return word[0]!.toUpperCase() + word.slice(1)
}
/** "on twos", as the trade says it. */
export const onStep = (n: number): string => `on ${STEPS[n] ?? `a step of ${n}`}`

/** An edit of one column's exposures, refused where nothing comes of it. */
export function edited(shot: Shot, plan: string, column: Column, runs: Runs, nothing: string): Shot {
  return runs === column.runs ? refuse('no-room', nothing) : withColumn(shot, plan, { ...column, runs })
}

export const pushRun = command(
  'run.push',
  oneRun,
  a => `${a.delta > 0 ? 'Hold' : 'Show'} ${count(a.delta)} ${a.delta > 0 ? 'more' : 'less'}`,
  (shot, { plan, column: id, run, delta: d }) => {
    const column = openColumn(shot, plan, id)
    const p = placeOf(column.runs, run)
    if (p.run.frames + d < 1) refuse('no-room', 'A drawing keeps at least one frame.')
    return followed(withColumn(shot, plan, { ...column, runs: push(column.runs, p, d) }), plan, column)
  },
)

/** A command by which one exposure and its neighbours give and take frames. */
const retimed = <N extends string>(
  name: N,
  label: (a: z.output<typeof oneRun>) => string,
  edit: (runs: Runs, place: Place, delta: number) => Runs,
  nothing: string,
) =>
  command(name, oneRun, label, (shot, { plan, column: id, run, delta: d }) => {
    const column = openColumn(shot, plan, id)
    return edited(shot, plan, column, edit(column.runs, placeOf(column.runs, run), d), nothing)
  })

export const tradeRun = retimed(
  'run.trade',
  a => `Trade ${count(a.delta)} with the next drawing`,
  trade,
  'The next drawing has no frame to give.',
)

export const shiftRun = retimed(
  'run.shift',
  a => `Move a drawing ${count(a.delta)} ${a.delta > 0 ? 'later' : 'earlier'}`,
  shift,
  'There is no frame left to move into.',
)

export const shiftRuns = command(
  'runs.shift',
  z.object({ ...where, first: runRefSchema, last: runRefSchema, delta }),
  a => `Move drawings ${count(a.delta)} ${a.delta > 0 ? 'later' : 'earlier'}`,
  (shot, { plan, column: id, first, last, delta: d }) => {
    const column = openColumn(shot, plan, id)
    const [a, b] = [placeOf(column.runs, first), placeOf(column.runs, last)]
    if (b.start < a.start) refuse('changed', 'The drawings have changed places.')
    return edited(shot, plan, column, shiftBlock(column.runs, a, b, d), 'There is no frame left to move into.')
  },
)

export const giveRun = command(
  'run.give',
  z.object({
    ...where,
    run: runRefSchema,
    /** Who gets its frames; with none what follows moves up. */
    to: z.enum(['before', 'next', 'none']),
  }),
  'Reduce an exposure to nothing',
  (shot, { plan, column: id, run, to }) => {
    const column = openColumn(shot, plan, id)
    const p = placeOf(column.runs, run)
    if (column.runs.count === 1) refuse('no-room', 'It is the only exposure of the column; blank it instead.')
    if (to !== 'none') return withColumn(shot, plan, { ...column, runs: giveAway(column.runs, p, to) })
    return followedAt(
      withColumn(shot, plan, { ...column, runs: splice(column.runs, p, 1, []) }),
      plan,
      column,
      p.start + p.run.frames - 1,
      -p.run.frames,
    )
  },
)

export const movePose = command(
  'pose.move',
  oneRun.extend({
    /** In-betweens are cut to whole exposure steps again. */
    recut: z.boolean().optional(),
    /** What follows the pose moves with it instead of being fitted to the time that is left. */
    push: z.boolean().optional(),
  }),
  a =>
    `${a.push ? 'Stretch the passage before a pose by' : 'Move a pose'} ${count(a.delta)} ${a.delta > 0 ? 'later' : 'earlier'}`,
  (shot, { plan, column: id, run, delta: d, recut: cut = false, push: pushes = false }) => {
    const column = openColumn(shot, plan, id)
    const moved = withColumn(shot, plan, {
      ...column,
      runs: moveWithPasses(shot, plan, column, placeOf(column.runs, run), d, cut, pushes),
    })
    return pushes ? followed(moved, plan, column) : moved
  },
)

/** The pose moved, and what lies between it and the poses on both sides fitted to the time there is now. */
function moveWithPasses(
  shot: Shot,
  plan: string,
  column: Column,
  pose: Place,
  d: number,
  cut: boolean,
  pushes: boolean,
): Runs {
  const { drawings } = stackOf(shot, column.stack)
  const isPose = (p: Place) => p.run.drawing === null || drawings[p.run.drawing]!.role !== 'in-between'
  const search = (from: Place, step: typeof runAfter): Place | null => {
    let p = step(column.runs, from)
    while (p && !isPose(p)) p = step(column.runs, p)
    return p
  }
  const previous = search(pose, runBefore) ?? (runBefore(column.runs, pose) ? runAt(column.runs, 1) : null)
  if (!previous) return refuse('no-room', 'The first pose of a column stays on its frame.')
  const next = pushes ? null : search(pose, runAfter)
  const stepFrom = (from: Place): number | null => {
    const first = runAfter(column.runs, from)?.run.drawing
    return cut
      ? (Object.values(shot.plans[plan]!.charts).find(c => c.ticks.some(t => t.drawing === first))?.step ?? column.step)
      : null
  }
  const before = fitted(column.runs, previous, pose.start - previous.start, d, stepFrom(previous))
  if (!next) return splice(column.runs, previous, before.length, before)
  const after = fitted(column.runs, pose, next.start - pose.start, -d, stepFrom(pose))
  return splice(column.runs, previous, before.length + after.length, [...before, ...after])
}

function fitted(runs: Runs, from: Place, length: number, d: number, step: number | null) {
  const list = runsFrom(runs, from, length)
  if (length + d < list.length) return refuse('no-room', 'There is no frame left to move into.')
  const old = list.map(r => r.frames)
  const lengths = step === null ? refit(old, length + d) : recut(old, length + d, step)
  return list.map((r, i) => ({ ...r, frames: lengths[i]! }))
}

/** First and last frame of a range; refused when it is not as long as it was taken to be. */
export function rangeFrames(
  runs: Runs,
  a: { first: z.infer<typeof spotSchema>; last: z.infer<typeof spotSchema>; frames: number },
): [number, number] {
  const [first, last] = [frameOf(runs, a.first), frameOf(runs, a.last)]
  return last - first + 1 === a.frames ? [first, last] : refuse('changed', 'The frames of this range have changed.')
}

type RangeArgs = z.output<typeof rangeSchema>

/**
 * A command that edits a range of one column (its arguments are those of a range, and more); `follow` takes the columns that are
 * linked with it along.
 */
export const overRange = <S extends z.ZodType<RangeArgs>>(
  name: string,
  args: S,
  label: string | ((a: z.output<S>) => string),
  edit: (runs: Runs, first: number, last: number, a: z.output<S>, making: Making) => Runs,
  follow: (after: Shot, before: Column, last: number, a: z.output<S>) => Shot = after => after,
) =>
  command(name, args, label, (shot, a, making) => {
    const column = openColumn(shot, a.plan, a.column)
    const [first, last] = rangeFrames(column.runs, a)
    const runs = edit(column.runs, first, last, a, making)
    return follow(edited(shot, a.plan, column, runs, 'No drawing begins in this range.'), column, last, a)
  })

/** On ones, twos …; columns that are linked follow a push. */
export const exposeRange = overRange(
  'range.expose',
  rangeSchema.extend({ step: z.number().int().min(1).max(24), by: z.enum(['push', 'thin']) }),
  a => `${stepName(a.step)}, ${a.by === 'push' ? 'keep drawings' : 'keep length'}`,
  (runs, first, last, a, { newId }) =>
    a.by === 'push' ? exposeByPush(runs, first, last, a.step) : exposeByThinning(runs, first, last, a.step, newId),
  (after, before, _last, a) => (a.by === 'push' ? followed(after, a.plan, before) : after),
)

export const holdFrames = overRange('range.hold', rangeSchema, 'Hold', (runs, first, last, _a, { newId }) =>
  holdRange(runs, first, last, newId),
)

export const clearFrames = overRange(
  'range.clear',
  rangeSchema,
  'Blank exposures',
  (runs, first, last, _a, { newId }) => blankRange(runs, first, last, newId),
)

export const exposeDrawing = command(
  'run.expose',
  z.object({ ...where, drawing: idSchema, at: spotSchema.nullable(), frames }),
  ({ plan, column, drawing }, shot) =>
    `Expose ${shot.stacks[shot.plans[plan]?.columns[column]?.stack ?? '']?.drawings[drawing]?.number ?? 'the drawing'}`,
  (shot, { plan, column: id, drawing, at, frames: n }, { newId }) => {
    const column = openColumn(shot, plan, id)
    drawingOf(shot, column.stack, drawing)
    const frame = at ? frameOf(column.runs, at) : column.runs.frames + 1
    return withColumn(shot, plan, {
      ...column,
      runs: insertRun(withStay(column, shot.length, frame, newId), frame, { id: newId(), drawing, frames: n }, newId),
    })
  },
)
