import { z } from 'zod'
import { areInRow, figureSchema, mapPose } from '../figure'
import { placedBy } from '../stroke'
import { idSchema, label } from '../basic'
import { command } from './kind'
import type { Drawing, Shot, StrokeRef } from '../document/document'
import { affineSchema, boundTo, contentSchema, originalSchema, strokeRefSchema } from '../document/document'
import { drawingOf, stackOf, withDrawings, withStack } from './parts'
import { refuse } from './refusal'
import { checkPoses, numberIn, ofPart, ownDrawing } from './drawings'

/** Strokes of a drawing by their ids; refused where one is gone. */
function named(drawing: Drawing, ids: readonly string[]): ReadonlySet<string> {
  const known = new Set(drawing.content.strokes.map(s => s.id))
  if (ids.some(id => !known.has(id))) refuse('gone', `A stroke is not on drawing ${drawing.number} any more.`)
  return new Set(ids)
}

/** Every stroke of a drawing through a function that gives what stands in its place. */
const eachStroke = (drawing: Drawing, f: (ref: StrokeRef) => StrokeRef[]): Drawing => ({
  ...drawing,
  content: { ...drawing.content, strokes: drawing.content.strokes.flatMap(f) },
})

export const replaceStrokes = command(
  'stroke.replace',
  z.object({
    stack: idSchema,
    drawing: idSchema,
    strokes: z.record(idSchema, z.array(strokeRefSchema).max(200)),
    /** What it is called in undo. */
    words: label.optional(),
    fix: contentSchema.optional(),
  }),
  ({ stack, drawing, words }, shot) => `${words ?? 'Erase'} on ${numberIn(shot, stack, drawing)}`,
  (shot, { stack, drawing, strokes, fix }) => {
    const own = ownDrawing(drawingOf(shot, stack, drawing), fix)
    named(own, Object.keys(strokes))
    const changed = eachStroke(own, ref => strokes[ref.id] ?? [ref])
    if (new Set(changed.content.strokes.map(s => s.id)).size < changed.content.strokes.length)
      refuse('invalid', 'Two strokes would have the same id.')
    return withDrawings(shot, stack, [changed])
  },
)

export const mapStrokes = command(
  'strokes.map',
  z.object({
    stack: idSchema,
    /** On each drawing: the strokes and subjects that are mapped, and the map. */
    drawings: z.record(
      idSchema,
      z.object({
        strokes: z.array(idSchema).max(5000),
        subjects: z.array(idSchema).max(200),
        at: affineSchema,
        fix: contentSchema.optional(),
      }),
    ),
    /** Lines keep their widths; otherwise they grow with what is scaled. */
    keepWidth: z.boolean(),
    words: label.optional(),
  }),
  ({ stack, drawings, words }, shot) => {
    const ids = Object.keys(drawings)
    return `${words ?? 'Move'} on ${ids.length === 1 ? numberIn(shot, stack, ids[0]!) : `${ids.length} drawings`}`
  },
  (shot, { stack: id, drawings, keepWidth }) => {
    const changed = Object.entries(drawings).map(([drawing, { strokes, subjects, at, fix }]) => {
      const own = ownDrawing(drawingOf(shot, id, drawing), fix)
      const ids = named(own, strokes)
      const moved = eachStroke(own, ref => [ids.has(ref.id) ? { ...ref, ...placedBy(at, ref, { keepWidth }) } : ref])
      const poses = { ...own.content.poses }
      for (const s of subjects)
        poses[s] = mapPose(at, poses[s] ?? refuse('gone', `A figure is not on drawing ${own.number} any more.`))
      return { ...moved, content: { ...moved.content, poses } }
    })
    if (!changed.length) refuse('invalid', 'No drawing is named.')
    return withDrawings(shot, id, changed)
  },
)

export const assignStrokes = command(
  'strokes.part',
  z.object({
    stack: idSchema,
    drawing: idSchema,
    strokes: z.array(idSchema).min(1).max(5000),
    part: idSchema.nullable(),
    fix: contentSchema.optional(),
  }),
  ({ stack, part }, shot) =>
    part ? `Strokes of the part ${shot.stacks[stack]?.subjects[part]?.name ?? ''}` : 'Strokes of no part',
  (shot, { stack: id, drawing, strokes, part, fix }) => {
    const stack = stackOf(shot, id)
    if (part && stack.subjects[part]?.kind !== 'part') refuse('gone', 'The part is not there any more.')
    const d = ownDrawing(drawingOf(shot, id, drawing), fix)
    const ids = named(d, strokes)
    return withDrawings(shot, id, [eachStroke(d, ref => [ids.has(ref.id) ? ofPart(ref, part) : ref])])
  },
)

export const setSubject = command(
  'subject.set',
  z.object({
    stack: idSchema,
    subject: idSchema,
    name: label.optional(),
    figure: figureSchema.optional(),
    strokes: z.array(strokeRefSchema).max(5000).optional(),
    /** The thing on a shelf that it is a copy of from now on; null for none. */
    original: originalSchema.nullable().optional(),
  }),
  ({ stack, subject, name, figure, strokes, original }, shot) =>
    name
      ? `Call it ${name}`
      : original !== undefined && !figure && !strokes
        ? `${original ? 'A copy of the one on the shelf' : 'No copy any more'}: ${shot.stacks[stack]?.subjects[subject]?.name ?? ''}`
        : `Change ${figure ? 'the proportions of ' : ''}${shot.stacks[stack]?.subjects[subject]?.name ?? ''} in all drawings`,
  (shot, { stack: id, subject: subjectId, name, figure, strokes, original }) => {
    const stack = stackOf(shot, id)
    const old = stack.subjects[subjectId] ?? refuse('gone', 'The figure is not there any more.')
    if (strokes && old.kind !== 'part') refuse('invalid', `${old.name} is not drawn.`)
    if (figure && boundTo(old).some(b => !areInRow(figure, b.bones)))
      refuse('invalid', `Something is bound to bones that ${old.name} would have no more. Release it first.`)
    const { original: _original, ...bare } = old
    const base = {
      ...(original === null ? bare : old),
      ...(original ? { original } : {}),
      ...(name ? { name } : {}),
      ...(figure ? { figure: { ...figure, version: old.figure.version + 1 } } : {}),
    }
    const subject = strokes && base.kind === 'part' ? { ...base, strokes } : base
    return withStack(shot, { ...stack, subjects: { ...stack.subjects, [subjectId]: subject } })
  },
)

export const sharePart = command(
  'part.share',
  z.object({
    stack: idSchema,
    /** The part as it is then: drawn once. */
    subject: idSchema,
    strokes: z.array(strokeRefSchema).min(1).max(5000),
    figure: figureSchema,
    /** Where it is placed, and which strokes of its own each drawing loses. */
    poses: z.record(idSchema, contentSchema.shape.poses.valueType),
  }),
  ({ stack, subject }, shot) =>
    `Draw ${shot.stacks[stack]?.subjects[subject]?.name ?? 'the part'} once for all drawings`,
  (shot, { stack: id, subject: subjectId, strokes, figure, poses }) => {
    const stack = stackOf(shot, id)
    const part = stack.subjects[subjectId]
    if (part?.kind !== 'part') return refuse('gone', 'The part is not there any more.')
    const placedOn = Object.entries(poses).map(([drawing, pose]) => {
      const d = drawingOf(shot, id, drawing)
      if (!d.own) return refuse('changed', `Drawing ${d.number} is in-betweened from its chart now.`)
      return {
        ...d,
        content: {
          poses: { ...d.content.poses, [subjectId]: pose },
          strokes: d.content.strokes.filter(s => s.part !== subjectId),
        },
      }
    })
    const shared = withStack(shot, {
      ...stack,
      subjects: { ...stack.subjects, [subjectId]: { ...part, figure, strokes } },
    })
    for (const d of placedOn) checkPoses(stackOf(shared, id), d.content)
    return withDrawings(shared, id, placedOn)
  },
)

export const unsharePart = command(
  'part.unshare',
  z.object({
    stack: idSchema,
    subject: idSchema,
    /** What it becomes on each drawing that it is on. */
    strokes: z.record(idSchema, z.array(strokeRefSchema).max(5000)),
  }),
  ({ stack, subject }, shot) =>
    `Draw ${shot.stacks[stack]?.subjects[subject]?.name ?? 'the part'} anew on each drawing`,
  (shot: Shot, { stack: id, subject: subjectId, strokes }) => {
    const stack = stackOf(shot, id)
    const part = stack.subjects[subjectId]
    if (part?.kind !== 'part' || !part.strokes) return refuse('changed', 'The part is not drawn once any more.')
    const { strokes: _shared, ...bare } = part
    const posed = Object.values(stack.drawings).filter(d => d.content.poses[subjectId])
    const drawn = posed.map(d => {
      const { [subjectId]: _pose, ...poses } = d.content.poses
      return { ...d, content: { poses, strokes: [...d.content.strokes, ...(strokes[d.id] ?? [])] } }
    })
    return withDrawings(withStack(shot, { ...stack, subjects: { ...stack.subjects, [subjectId]: bare } }), id, drawn)
  },
)
