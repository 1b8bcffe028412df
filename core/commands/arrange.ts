import { z } from 'zod'
import type { Exposure, NewId } from '../sheet'
import {
  backOf,
  blankRange,
  deleteFrames,
  eachRun,
  exposeFrom,
  exposuresIn,
  insertExposures,
  insertFrames,
  orderPassages,
  overwrite,
  recut,
  repeatRange,
  repeatUntil,
  replaceDrawing,
  reverseRange,
  runsOf,
  spreadRange,
  startOn,
  thereAndBack,
  withStay,
} from '../sheet'
import { idSchema, plural } from '../basic'
import { framesSchema as frames } from '../time'
import { command } from './kind'
import type { Column, Drawing, Shot } from '../document/document'
import { contentSchema, MOST_RUNS, numberSchema, roleSchema, runSchema, TOO_MANY_RUNS } from '../document/document'
import { frameOf, openColumn, spotSchema, stackOf, withColumn, withDrawings, withRepeats } from './parts'
import { refuse } from './refusal'
import { count, edited, rangeFrames, overRange, rangeSchema, where } from './exposures'
import { followedAt, followedOut } from './links'

/** Drawings that an edit makes as copies of others: by the drawing each is a copy of. */
const copiesSchema = z
  .record(
    idSchema,
    z.object({ id: idSchema, number: numberSchema, role: roleSchema.exclude(['in-between']), content: contentSchema }),
  )
  .optional()
type Copies = z.infer<typeof copiesSchema>

/** The shot with the copies in its stack, and exposures that show them instead. */
function withCopies(
  shot: Shot,
  stackId: string,
  copies: Copies,
  list: readonly Exposure[],
): { shot: Shot; list: Exposure[] } {
  if (!copies) return { shot, list: [...list] }
  const { drawings } = stackOf(shot, stackId)
  const made = Object.values(copies).map((c): Drawing => {
    if (drawings[c.id]) refuse('invalid', 'A drawing with this id is there already.')
    return { ...c, own: true }
  })
  return {
    shot: withDrawings(shot, stackId, made),
    list: list.map(x => ({ ...x, drawing: x.drawing === null ? null : (copies[x.drawing]?.id ?? x.drawing) })),
  }
}

/** Refused where exposures show what is not in the stack. */
function checkDrawings(
  shot: Shot,
  stack: string,
  list: readonly Pick<Exposure, 'drawing'>[],
  message = 'The drawing is not there any more.',
): void {
  const { drawings } = stackOf(shot, stack)
  if (list.some(x => x.drawing !== null && !drawings[x.drawing])) refuse('gone', message)
}

/** A column with exposures put in from a frame on: over what is there, or between it. */
function withExposures(
  column: Column,
  length: number,
  frame: number,
  list: readonly Exposure[],
  by: 'over' | 'push',
  newId: NewId,
): Column {
  const runs = withStay(column, length, frame, newId)
  return {
    ...column,
    runs: by === 'over' ? overwrite(runs, frame, list, newId) : insertExposures(runs, frame, list, newId),
  }
}

const exposedFrames = (list: readonly Exposure[]): number => list.reduce((sum, x) => sum + x.frames, 0)

/** A range shown several times; columns that are linked follow where it pushes. */
export const repeatFrames = overRange(
  'range.repeat',
  rangeSchema.extend({
    how: z.union([z.object({ times: z.number().int().min(2).max(500) }), z.object({ until: frames })]),
  }),
  a => ('times' in a.how ? `Repeat ${a.how.times} times` : `Repeat until frame ${a.how.until}`),
  (runs, first, last, { how }, { newId }) => {
    if ('until' in how && how.until <= last)
      return refuse('invalid', 'Repeating ends after the frames that are repeated.')
    // Those that lie at both ends may be parts of others, so that none come with them.
    if ('times' in how && runs.count + (how.times - 1) * exposuresIn(runs, first, last).length - 2 > MOST_RUNS)
      return refuse('limit', TOO_MANY_RUNS)
    return 'times' in how
      ? repeatRange(runs, first, last, how.times, newId)
      : repeatUntil(runs, first, last, how.until, newId)
  },
  (after, before, last, { plan, how, frames: length }) =>
    'times' in how ? followedAt(after, plan, before, last, (how.times - 1) * length) : after,
)

export const reverseFrames = command(
  'range.reverse',
  rangeSchema.extend({ copies: copiesSchema }),
  ({ copies }) => (copies ? 'Reverse with copies' : 'Reverse'),
  (shot, { plan, column: id, copies, ...a }, { newId }) => {
    const column = openColumn(shot, plan, id)
    const [first, last] = rangeFrames(column.runs, a)
    const list = exposuresIn(column.runs, first, last)
    if (list.length < 2) refuse('no-room', 'Reversing needs at least two exposures.')
    if (!copies) return withColumn(shot, plan, { ...column, runs: reverseRange(column.runs, first, last, newId) })
    const made = withCopies(shot, column.stack, copies, list.reverse())
    return withColumn(made.shot, plan, { ...column, runs: overwrite(column.runs, first, made.list, newId) })
  },
)

export const backFrames = command(
  'range.back',
  rangeSchema.extend({ copies: copiesSchema }),
  ({ copies }) => (copies ? 'There and back with copies' : 'There and back'),
  (shot, { plan, column: id, copies, ...a }, { newId }) => {
    const column = openColumn(shot, plan, id)
    const [first, last] = rangeFrames(column.runs, a)
    const back = backOf(column.runs, first, last)
    if (!back.length) refuse('no-room', 'There and back needs at least three exposures.')
    const made = withCopies(shot, column.stack, copies, back)
    return followedAt(
      withColumn(made.shot, plan, { ...column, runs: thereAndBack(column.runs, first, last, newId, made.list) }),
      plan,
      column,
      last,
      exposedFrames(made.list),
    )
  },
)

export const spreadFrames = overRange(
  'range.spread',
  rangeSchema.extend({ step: z.number().int().min(1).max(24) }),
  'Spread evenly',
  (runs, first, last, { step }, { newId }) => spreadRange(runs, first, last, step, newId),
)

export const replaceIn = command(
  'range.replace',
  rangeSchema.extend({ from: idSchema, to: idSchema.nullable(), everywhere: z.boolean() }),
  ({ from, plan, column }, shot) =>
    `Replace ${shot.stacks[shot.plans[plan]?.columns[column]?.stack ?? '']?.drawings[from]?.number ?? 'the drawing'}`,
  (shot, { plan, column: id, from, to, everywhere, ...a }) => {
    const column = openColumn(shot, plan, id)
    checkDrawings(shot, column.stack, [{ drawing: to }])
    const [first, last] = rangeFrames(column.runs, a)
    return edited(
      shot,
      plan,
      column,
      everywhere ? replaceDrawing(column.runs, from, to) : replaceDrawing(column.runs, from, to, first, last),
      'The drawing is not exposed there.',
    )
  },
)

export const exposeHere = command(
  'frame.expose',
  z.object({ ...where, at: spotSchema.nullable(), frame: frames, drawing: idSchema.nullable() }),
  ({ drawing, plan, column }, shot) =>
    drawing
      ? `Expose ${shot.stacks[shot.plans[plan]?.columns[column]?.stack ?? '']?.drawings[drawing]?.number ?? 'the drawing'} here`
      : 'A blank here',
  (shot, { plan, column: id, at, frame, drawing }, { newId }) => {
    const column = openColumn(shot, plan, id)
    checkDrawings(shot, column.stack, [{ drawing }])
    if (!at && column.runs.count) refuse('changed', 'The column has exposures now.')
    const to = at ? frameOf(column.runs, at) : frame
    return withColumn(shot, plan, {
      ...column,
      runs: exposeFrom(withStay(column, shot.length, to, newId), to, drawing, newId),
    })
  },
)

export const insertTime = command(
  'frames.insert',
  z.object({ ...where, at: spotSchema, count: frames }),
  a => `Insert ${count(a.count)}`,
  (shot, { plan, column: id, at, count: n }) => {
    const column = openColumn(shot, plan, id)
    const frame = frameOf(column.runs, at)
    return followedAt(
      withColumn(shot, plan, { ...column, runs: insertFrames(column.runs, frame, n) }),
      plan,
      column,
      frame - 1,
      n,
    )
  },
)

export const deleteTime = command(
  'frames.delete',
  rangeSchema,
  a => `Delete ${count(a.frames)}`,
  (shot, { plan, column: id, ...a }, { newId }) => {
    const column = openColumn(shot, plan, id)
    const [first, last] = rangeFrames(column.runs, a)
    return followedOut(
      withColumn(shot, plan, { ...column, runs: deleteFrames(column.runs, first, last, newId) }),
      plan,
      column,
      first,
      last,
      newId,
    )
  },
)

const exposureSchema = runSchema.omit({ id: true })
export const pasteFrames = command(
  'range.paste',
  z.object({
    ...where,
    at: spotSchema.nullable(),
    frame: frames,
    exposures: z.array(exposureSchema).min(1).max(14_400),
    by: z.enum(['over', 'push']),
    copies: copiesSchema,
  }),
  ({ by, exposures }) => `Paste ${plural(exposures.length, 'exposure')}${by === 'push' ? ', what follows moves' : ''}`,
  (shot, { plan, column: id, at, frame, exposures, by, copies }, { newId }) => {
    const column = openColumn(shot, plan, id)
    if (!at && column.runs.count) refuse('changed', 'The column has exposures now.')
    const to = at ? frameOf(column.runs, at) : frame
    const made = withCopies(shot, column.stack, copies, exposures)
    checkDrawings(
      made.shot,
      column.stack,
      made.list,
      'A drawing that was copied is not in this column. Paste it as new copies.',
    )
    const pasted = withColumn(made.shot, plan, withExposures(column, shot.length, to, made.list, by, newId))
    return by === 'push' ? followedAt(pasted, plan, column, to - 1, exposedFrames(made.list)) : pasted
  },
)

const moveSchema = rangeSchema
  .extend({
    /** The column it is taken to, and the frame there. */
    to: z.object({ column: idSchema, at: spotSchema.nullable(), frame: frames }),
    copies: copiesSchema,
  })
  .omit({ plan: true })

/**
 * Passages of one or several columns taken to other places at once: what they leave is a blank, or (pushing) what
 * follows moves up.
 */
export const moveFrames = command(
  'range.move',
  z.object({ plan: idSchema, by: z.enum(['over', 'push']), moves: z.array(moveSchema).min(1).max(500) }),
  ({ by, moves }) =>
    `Move exposures${moves.some(m => m.to.column !== m.column) ? ' to another column' : ''}${by === 'push' ? ', what follows moves' : ''}`,
  (shot, { plan, by, moves }, { newId }) => {
    const read = moves.map(({ column, to, copies, ...a }) => {
      const [source, target] = [openColumn(shot, plan, column), openColumn(shot, plan, to.column)]
      const [first, last] = rangeFrames(source.runs, a)
      if (!to.at && target.runs.count) refuse('changed', 'The column has exposures now.')
      return {
        column,
        first,
        last,
        copies,
        list: exposuresIn(source.runs, first, last),
        to: target.id,
        stack: target.stack,
        frame: to.at ? frameOf(target.runs, to.at) : to.frame,
      }
    })
    const left = read.reduce((s, m) => {
      const column = openColumn(s, plan, m.column)
      return withColumn(s, plan, {
        ...column,
        runs:
          by === 'over'
            ? blankRange(column.runs, m.first, m.last, newId)
            : deleteFrames(column.runs, m.first, m.last, newId),
      })
    }, shot)
    return read.reduce((s, m) => {
      const made = withCopies(s, m.stack, m.copies, m.list)
      const column = openColumn(made.shot, plan, m.to)
      checkDrawings(made.shot, m.stack, made.list, 'A drawing of these is not in that column. Move them as new copies.')
      // What was taken out before it has moved the frame up.
      const out = by === 'push' ? read.find(x => x.column === m.to) : undefined
      const frame = !out
        ? m.frame
        : m.frame > out.last
          ? m.frame - (out.last - out.first + 1)
          : Math.min(m.frame, out.first)
      return withColumn(made.shot, plan, withExposures(column, shot.length, frame, made.list, by, newId))
    }, left)
  },
)

export const replaceExposures = command(
  'column.expose',
  z.object({ ...where, exposures: z.array(exposureSchema).max(14_400) }),
  ({ plan, column }, shot) => `Expose all of ${shot.plans[plan]?.columns[column]?.name ?? 'the column'} anew`,
  (shot, { plan, column: id, exposures }, { newId }) => {
    const column = openColumn(shot, plan, id)
    checkDrawings(shot, column.stack, exposures)
    return withColumn(shot, plan, {
      ...withRepeats(column, []),
      runs: runsOf(exposures.map(x => ({ id: newId(), ...x }))),
    })
  },
)

export const orderPoses = command(
  'poses.order',
  z.object({ ...where, order: z.array(idSchema).min(2).max(14_400) }),
  'Put the poses in another order',
  (shot, { plan, column: id, order }) => {
    const column = openColumn(shot, plan, id)
    const { drawings } = stackOf(shot, column.stack)
    const poses = [...eachRun(column.runs)]
      .filter(({ run }) => run.drawing !== null && drawings[run.drawing]!.role !== 'in-between')
      .map(({ run }) => run.id)
    if (order.length !== poses.length || new Set(order).size !== order.length || !poses.every(p => order.includes(p)))
      refuse('changed', 'Poses have come or gone since.')
    return withColumn(shot, plan, { ...column, runs: orderPassages(column.runs, order) })
  },
)

export const startExposures = command(
  'runs.start',
  z.object({ ...where, starts: z.record(idSchema, frames) }),
  ({ starts }) => `Move ${Object.keys(starts).length} poses in time`,
  (shot, { plan, column: id, starts }) => {
    const column = openColumn(shot, plan, id)
    const wanted = new Map(Object.entries(starts))
    const known = new Set(column.runs.chunks.flatMap(c => c.runs.map(r => r.id)))
    if ([...wanted.keys()].some(r => !known.has(r))) refuse('gone', 'The exposure is not there any more.')
    const runs = startOn(column.runs, wanted, (lengths, total) => recut(lengths, total, column.step))
    return runs
      ? withColumn(shot, plan, { ...column, runs })
      : refuse('no-room', 'Between two of these frames there is no room for what stands there.')
  },
)
