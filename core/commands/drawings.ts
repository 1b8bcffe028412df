import { z } from 'zod'
import type { Runs } from '../sheet'
import { eachRun, findRun, giveAway, insertRun, lastRun, withStay } from '../sheet'
import { articled, idSchema, plural } from '../basic'
import { framesSchema as frames } from '../time'
import { command } from './kind'
import { goesWithChart, orderedColumns, plansOf } from '../document/shown'
import type { Content, Drawing, Shot, Stack, StrokeRef } from '../document/document'
import {
  contentSchema,
  poseRoleSchema,
  roleSchema,
  emptyContent,
  finishedSchema,
  numberSchema,
  strokeRefSchema,
  newSubjectSchema,
} from '../document/document'
import { poseSchema } from '../figure'
import {
  chartOf,
  drawingOf,
  frameOf,
  keptAsFinished,
  openColumn,
  spotSchema,
  stackOf,
  unlocked,
  withChart,
  withColumn,
  withDrawings,
  without,
  withPlan,
  withStack,
  withSubject,
} from './parts'
import { refuse } from './refusal'

const at = { stack: idSchema, drawing: idSchema }
export const numberIn = (shot: Shot, stack: string, drawing: string): string =>
  shot.stacks[stack]?.drawings[drawing]?.number ?? '?'

export const addSubject = command(
  'subject.add',
  z.object({ stack: idSchema, subject: newSubjectSchema, drawing: idSchema.nullable(), pose: poseSchema.nullable() }),
  ({ subject }) =>
    `Add ${subject.kind === 'figure' ? 'the figure' : subject.kind === 'part' ? 'the part' : 'the picture'} ${subject.name}`,
  (shot, { stack: id, subject, drawing, pose }) => {
    const stack = stackOf(shot, id)
    if (stack.subjects[subject.id]) refuse('invalid', 'This figure is there already.')
    const added = withStack(shot, withSubject(stack, subject))
    if (!drawing || !pose) return added
    const d = ownDrawing(drawingOf(added, id, drawing))
    return withDrawings(added, id, [
      { ...d, content: { ...d.content, poses: { ...d.content.poses, [subject.id]: pose } } },
    ])
  },
)

export const removeSubject = command(
  'subject.remove',
  z.object({ stack: idSchema, subject: idSchema }),
  ({ stack, subject }, shot) =>
    `Delete ${shot.stacks[stack]?.subjects[subject]?.name ?? 'the figure'} from all drawings`,
  (shot, { stack: id, subject }) => {
    const stack = stackOf(shot, id)
    if (!stack.subjects[subject]) refuse('gone', 'The figure is not there any more.')
    const named = Object.values(stack.drawings).filter(
      d => d.content.poses[subject] || d.content.strokes.some(s => s.part === subject),
    )
    // What is drawn stays; it belongs to no part any more.
    const bare = named.map(d => ({
      ...d,
      content: {
        poses: without(d.content.poses, [subject]),
        strokes: d.content.strokes.map(s => (s.part === subject ? ofPart(s, null) : s)),
      },
    }))
    return withDrawings(withStack(shot, { ...stack, subjects: without(stack.subjects, [subject]) }), id, bare)
  },
)

export const addPose = command(
  'pose.add',
  z.object({
    plan: idSchema,
    column: idSchema,
    drawing: z.object({ id: idSchema, number: numberSchema, role: roleSchema, content: contentSchema }),
    /**
     * At a frame told by its exposure; a number of frames after the beginning of the last one; on a frame of an empty
     * column.
     */
    where: z.union([spotSchema, z.object({ afterLast: frames }), z.object({ onFrame: frames })]),
  }),
  ({ drawing }) => `Add the ${drawing.role} ${drawing.number}`,
  (shot, { plan, column: id, drawing, where }, { newId }) => {
    const column = openColumn(shot, plan, id)
    const stack = stackOf(shot, column.stack)
    if (stack.drawings[drawing.id]) refuse('invalid', 'A drawing with this id is there already.')
    checkPoses(stack, drawing.content)
    const last = lastRun(column.runs)
    if ('onFrame' in where && last) refuse('changed', 'The column has exposures now.')
    const frame =
      'run' in where
        ? frameOf(column.runs, where)
        : 'onFrame' in where
          ? where.onFrame
          : last
            ? last.start + where.afterLast
            : 1
    const run = { id: newId(), drawing: drawing.id, frames: column.step }
    const added = withDrawings(shot, column.stack, [{ ...drawing, own: true }])
    return withColumn(added, plan, {
      ...column,
      runs: insertRun(withStay(column, shot.length, frame, newId), frame, run, newId),
    })
  },
)

export const addDrawing = command(
  'drawing.add',
  z.object({
    stack: idSchema,
    drawing: z.object({ id: idSchema, number: numberSchema, role: poseRoleSchema, content: contentSchema }),
  }),
  ({ drawing }) => `Add the drawing ${drawing.number} to the tray`,
  (shot, { stack: id, drawing }) => {
    const stack = stackOf(shot, id)
    if (stack.drawings[drawing.id]) refuse('invalid', 'A drawing with this id is there already.')
    checkPoses(stack, drawing.content)
    return withDrawings(shot, id, [{ ...drawing, own: true }])
  },
)

export const setDrawing = command(
  'drawing.set',
  z.object({
    ...at,
    number: numberSchema.optional(),
    role: poseRoleSchema.optional(),
    strength: z.number().min(0).max(1).optional(),
    alike: z.boolean().optional(),
  }),
  ({ stack, drawing, number, role, strength, alike }, shot) =>
    strength !== undefined
      ? `Show ${numberIn(shot, stack, drawing)} at ${Math.round(strength * 100)} %`
      : alike !== undefined
        ? `${numberIn(shot, stack, drawing)} is ${alike ? '' : 'not '}meant to look the same`
        : number
          ? `Number ${numberIn(shot, stack, drawing)} as ${number}`
          : `Make ${numberIn(shot, stack, drawing)} ${articled(role!)}`,
  (shot, { stack, drawing: id, number, role, strength, alike }) => {
    const drawing = drawingOf(shot, stack, id)
    if (number && Object.values(shot.stacks[stack]!.drawings).some(d => d.id !== id && d.number === number))
      refuse('invalid', `There is a drawing ${number} already.`)
    if (
      role &&
      drawing.role === 'in-between' &&
      Object.values(shot.plans).some(p => Object.values(p.charts).some(c => c.ticks.some(t => t.drawing === id)))
    )
      refuse('invalid', `Drawing ${drawing.number} is an in-between of a chart.`)
    return withDrawings(shot, stack, [
      {
        ...drawing,
        number: number ?? drawing.number,
        role: role ?? drawing.role,
        ...(strength === undefined ? {} : { strength }),
        ...(alike === undefined ? {} : { alike }),
      },
    ])
  },
)

/** The drawing as its own: a computed in-between takes the content given in `fix`, which is what it shows now. */
export function ownDrawing(drawing: Drawing, fix?: Content): Drawing {
  if (drawing.own) return drawing
  return fix
    ? { ...drawing, own: true, content: fix }
    : refuse('changed', `Drawing ${drawing.number} is in-betweened from its chart now.`)
}

/** A stroke as it belongs to a part, or to none. */
export function ofPart(ref: StrokeRef, part: string | null): StrokeRef {
  const { part: _old, ...bare } = ref
  return part === null ? bare : { ...bare, part }
}

export function checkPoses(stack: Stack, content: Content): void {
  for (const id of Object.keys(content.poses))
    if (!stack.subjects[id]) refuse('gone', 'The figure is not there any more.')
}

export const poseDrawing = command(
  'drawing.pose',
  z.object({ ...at, poses: z.record(idSchema, poseSchema.nullable()), fix: contentSchema.optional() }),
  ({ stack, drawing }, shot) => `Pose drawing ${numberIn(shot, stack, drawing)}`,
  (shot, { stack: id, drawing, poses, fix }) => {
    const stack = stackOf(shot, id)
    const own = ownDrawing(drawingOf(shot, id, drawing), fix)
    const set = Object.entries(poses).filter((p): p is [string, NonNullable<(typeof p)[1]>] => p[1] !== null)
    const content = {
      ...own.content,
      poses: { ...without(own.content.poses, Object.keys(poses)), ...Object.fromEntries(set) },
    }
    checkPoses(stack, content)
    return withDrawings(shot, id, [{ ...own, content }])
  },
)

export const addStrokes = command(
  'stroke.add',
  z.object({
    ...at,
    strokes: z.array(strokeRefSchema).min(1).max(500),
    /** Beneath what is drawn there. */
    under: z.boolean().optional(),
    fix: contentSchema.optional(),
  }),
  ({ stack, drawing }, shot) => `Draw on ${numberIn(shot, stack, drawing)}`,
  (shot, { stack, drawing, strokes, under, fix }) => {
    const own = ownDrawing(drawingOf(shot, stack, drawing), fix)
    const known = new Set(own.content.strokes.map(s => s.id))
    if (strokes.some(s => known.has(s.id))) refuse('invalid', 'This stroke is there already.')
    return withDrawings(shot, stack, [
      {
        ...own,
        content: {
          ...own.content,
          strokes: under ? [...strokes, ...own.content.strokes] : [...own.content.strokes, ...strokes],
        },
      },
    ])
  },
)

export const removeStrokes = command(
  'stroke.remove',
  z.object({ ...at, strokes: z.array(idSchema).min(1).max(5000), fix: contentSchema.optional() }),
  ({ stack, drawing }, shot) => `Erase on ${numberIn(shot, stack, drawing)}`,
  (shot, { stack, drawing, strokes, fix }) => {
    const own = ownDrawing(drawingOf(shot, stack, drawing), fix)
    const gone = new Set(strokes)
    const kept = own.content.strokes.filter(s => !gone.has(s.id))
    if (kept.length === own.content.strokes.length) refuse('gone', 'The stroke is not there any more.')
    return withDrawings(shot, stack, [{ ...own, content: { ...own.content, strokes: kept } }])
  },
)

export const releaseDrawing = command(
  'drawing.release',
  z.object({ plan: idSchema, chart: idSchema, drawing: idSchema }),
  ({ plan, chart, drawing }, shot) =>
    `Return ${numberIn(shot, shot.plans[plan]?.charts[chart]?.stack ?? '', drawing)} to its chart`,
  (shot, { plan, chart: id, drawing }) => {
    const chart = chartOf(shot, plan, id)
    if (!chart.ticks.some(t => t.drawing === drawing)) refuse('gone', 'The drawing is not in this chart any more.')
    const { fixed: _fixed, ...bare } = drawingOf(shot, chart.stack, drawing)
    return withDrawings(shot, chart.stack, [{ ...bare, own: false, content: emptyContent }])
  },
)

/** The exposures of these drawings given to their neighbours, in every column of every plan that exposes the stack. */
export function unexpose(shot: Shot, stack: string, drawings: ReadonlySet<string>): Shot {
  const strip = (runs: Runs): Runs => {
    const gone = [...eachRun(runs)]
      .filter(({ run }) => run.drawing !== null && drawings.has(run.drawing))
      .map(({ run }) => run.id)
    return gone.reduce((r, id) => giveAway(r, findRun(r, id)!), runs)
  }
  return plansOf(shot).reduce(
    (s, plan) =>
      orderedColumns(plan)
        .filter(c => c.stack === stack)
        .reduce((t, c) => withColumn(t, plan.id, { ...c, runs: strip(c.runs) }), s),
    shot,
  )
}

export const finishDrawings = command(
  'drawing.finish',
  z.object({ stack: idSchema, finished: z.record(idSchema, finishedSchema.nullable()) }),
  ({ stack, finished }, shot) => {
    const [ids, all] = [Object.keys(finished), Object.values(finished)]
    const what = ids.length === 1 ? `drawing ${numberIn(shot, stack, ids[0]!)}` : plural(ids.length, 'drawing')
    return all.some(f => f) ? `Finish ${what}` : `Take the finished pictures off ${what}`
  },
  (shot, { stack, finished }) => {
    const ids = Object.keys(finished)
    if (!ids.length) refuse('invalid', 'Nothing is finished by this.')
    const drawings = ids.map((id): Drawing => {
      const { finished: _old, ...bare } = drawingOf(shot, stack, id)
      const now = finished[id]
      return now ? { ...bare, finished: now } : bare
    })
    return withDrawings(shot, stack, drawings)
  },
)

export const removeDrawing = command(
  'drawing.remove',
  z.object({ ...at }),
  ({ stack, drawing }, shot) => `Delete drawing ${numberIn(shot, stack, drawing)}`,
  (shot, { stack: id, drawing }) => {
    drawingOf(shot, id, drawing)
    const { drawings } = stackOf(shot, id)
    for (const plan of plansOf(shot)) {
      for (const c of orderedColumns(plan)) {
        if (c.stack !== id) continue
        unlocked(c)
        if (c.leader !== undefined && [...eachRun(c.runs)].some(({ run }) => run.drawing === drawing))
          refuse(
            'locked',
            `The column ${c.name} is lined up with another and needs this drawing. Clear it, or release the column first.`,
          )
      }
    }
    const goneWithIt = new Set([drawing])
    let out = shot
    const lost = new Set<string>()
    for (const plan of plansOf(shot)) {
      const charts = Object.values(plan.charts).filter(c => c.stack === id)
      const ended = charts.filter(c => c.from === drawing || c.to === drawing)
      for (const t of ended.flatMap(c => c.ticks)) {
        lost.add(t.drawing)
        if (goesWithChart(drawings[t.drawing]!)) goneWithIt.add(t.drawing)
      }
      out = withPlan(out, {
        ...plan,
        charts: without(
          plan.charts,
          ended.map(c => c.id),
        ),
      })
      for (const c of charts.filter(x => !ended.includes(x) && x.ticks.some(t => t.drawing === drawing))) {
        out = withChart(out, plan.id, {
          ...c,
          recipe: { family: 'free' },
          ticks: c.ticks.filter(t => t.drawing !== drawing),
        })
      }
    }
    out = unexpose(keptAsFinished(out, id, lost), id, goneWithIt)
    const stack = stackOf(out, id)
    return withStack(out, { ...stack, drawings: without(stack.drawings, goneWithIt) })
  },
)
