import { z } from 'zod'
import { idSchema, plural } from '../basic'
import { areInRow, poseSchema } from '../figure'
import type { Bound, Shot, Stack, Subject } from '../document/document'
import {
  affineSchema,
  boundHowSchema,
  boundTo,
  contentSchema,
  newSubjectSchema,
  roundSchema,
  strokeRefSchema,
} from '../document/document'
import { subjectsOf } from '../document/shown'
import { ownDrawing } from './drawings'
import { command } from './kind'
import { drawingOf, stackOf, withDrawings, without, withStack, withSubject } from './parts'
import { refuse } from './refusal'

type Figure = Extract<Subject, { kind: 'figure' }>

function figureIn(stack: Stack, id: string): Figure {
  const subject = stack.subjects[id]
  return subject?.kind === 'figure' ? subject : refuse('gone', 'The figure is not there any more.')
}

function boundIn(figure: Figure, id: string): Bound {
  return boundTo(figure).find(b => b.id === id) ?? refuse('gone', 'What was bound is not there any more.')
}

function withBound(shot: Shot, stack: Stack, figure: Figure, bound: readonly Bound[]): Shot {
  const { bound: _old, ...bare } = figure
  const now = bound.length ? { ...bare, bound: [...bound] } : bare
  return withStack(shot, { ...stack, subjects: { ...stack.subjects, [figure.id]: now } })
}

const nameOf = (shot: Shot, stack: string, subject: string): string =>
  shot.stacks[stack]?.subjects[subject]?.name ?? 'the figure'

export const bindArt = command(
  'bound.add',
  z.object({
    stack: idSchema,
    drawing: idSchema,
    subject: idSchema,
    /** Along which bones, and how they and the figure lie on the drawing. */
    bound: boundHowSchema,
    strokes: z.array(idSchema).max(5000),
    /** The pictures on the drawing that are bound, and how each lies. */
    images: z.record(idSchema, affineSchema),
    fix: contentSchema.optional(),
  }),
  ({ stack, subject, strokes, images }, shot) =>
    `Bind ${plural(strokes.length + Object.keys(images).length, 'thing')} to ${nameOf(shot, stack, subject)}`,
  (shot, { stack: id, drawing, subject, bound: how, strokes, images, fix }) => {
    const stack = stackOf(shot, id)
    const figure = figureIn(stack, subject)
    const d = ownDrawing(drawingOf(shot, id, drawing), fix)
    if (!d.content.poses[subject]) refuse('gone', `${figure.name} is not on drawing ${d.number} any more.`)
    if (boundTo(figure).some(b => b.id === how.id)) refuse('invalid', 'This is bound already.')
    if (!areInRow(figure.figure, how.bones)) refuse('invalid', `These are no bones of ${figure.name} in a row.`)
    const named = new Set(strokes)
    const taken = d.content.strokes.filter(s => named.has(s.id)).map(({ part: _part, ...s }) => s)
    if (taken.length < named.size) refuse('gone', `A stroke is not on drawing ${d.number} any more.`)
    if (Object.keys(images).some(id => stack.subjects[id]?.kind !== 'image' || !d.content.poses[id]))
      refuse('gone', `A picture is not on drawing ${d.number} any more.`)
    // From back to front, in whatever order the command names them.
    const pictures = subjectsOf(stack).flatMap(s => {
      const at = Object.hasOwn(images, s.id) ? images[s.id] : undefined
      return s.kind === 'image' && at
        ? [{ id: s.id, name: s.name, file: s.file, width: s.width, height: s.height, at }]
        : []
    })
    if (!taken.length && !pictures.length) refuse('invalid', 'Nothing is selected that could be bound.')
    const left = {
      ...d,
      content: {
        poses: without(d.content.poses, Object.keys(images)),
        strokes: d.content.strokes.filter(s => !named.has(s.id)),
      },
    }
    const bound = [...boundTo(figure), { ...how, strokes: taken, images: pictures }]
    const now = withDrawings(withBound(shot, stack, figure, bound), id, [left])
    return withoutUnused(now, id, Object.keys(images))
  },
)

/** The shot without pictures of a stack that are on no drawing. */
function withoutUnused(shot: Shot, id: string, images: readonly string[]): Shot {
  const stack = stackOf(shot, id)
  const unused = images.filter(i => !Object.values(stack.drawings).some(d => d.content.poses[i] ?? d.fixed?.[i]))
  return unused.length ? withStack(shot, { ...stack, subjects: without(stack.subjects, unused) }) : shot
}

const at = { stack: idSchema, subject: idSchema, bound: idSchema }

export const setBound = command(
  'bound.set',
  z.object({ ...at, round: roundSchema.optional(), shapes: z.boolean().optional() }),
  ({ stack, subject, round, shapes }, shot) =>
    round === undefined
      ? `${shapes ? 'Show' : 'Hide'} the links of ${nameOf(shot, stack, subject)}`
      : `How round ${nameOf(shot, stack, subject)} bends`,
  (shot, { stack: id, subject, bound, round, shapes }) => {
    const stack = stackOf(shot, id)
    const figure = figureIn(stack, subject)
    boundIn(figure, bound)
    const set = (b: Bound): Bound => {
      const { shapes: old, ...bare } = b
      const seen = shapes ?? old
      return { ...bare, ...(round === undefined ? {} : { round }), ...(seen ? { shapes: true } : {}) }
    }
    return withBound(
      shot,
      stack,
      figure,
      boundTo(figure).map(b => (b.id === bound ? set(b) : b)),
    )
  },
)

export const releaseBound = command(
  'bound.release',
  z.object({
    ...at,
    /** What it becomes on each drawing that the figure is on. */
    strokes: z.record(idSchema, z.array(strokeRefSchema).max(5000)),
    /** Its pictures as subjects again, and where they are placed. */
    images: z.array(z.object({ subject: newSubjectSchema, poses: z.record(idSchema, poseSchema) })).max(20),
  }),
  ({ stack, subject }, shot) => `Release what is bound to ${nameOf(shot, stack, subject)}`,
  (shot, { stack: id, subject, bound, strokes, images }) => {
    const stack = stackOf(shot, id)
    const figure = figureIn(stack, subject)
    boundIn(figure, bound)
    const left = withBound(
      shot,
      stack,
      figure,
      boundTo(figure).filter(b => b.id !== bound),
    )
    const withImages = images.reduce((s, { subject: image }) => {
      const now = stackOf(s, id)
      if (now.subjects[image.id]) refuse('invalid', 'This picture is there already.')
      return withStack(s, withSubject(now, image))
    }, left)
    const drawings = [...new Set([...Object.keys(strokes), ...images.flatMap(i => Object.keys(i.poses))])].sort()
    const drawn = drawings.map(drawing => {
      const d = drawingOf(shot, id, drawing)
      if (!d.own) return refuse('changed', `Drawing ${d.number} is in-betweened from its chart now.`)
      const placed = images.flatMap(i => (i.poses[drawing] ? [[i.subject.id, i.poses[drawing]] as const] : []))
      return {
        ...d,
        content: {
          poses: { ...d.content.poses, ...Object.fromEntries(placed) },
          strokes: [...d.content.strokes, ...(strokes[drawing] ?? [])],
        },
      }
    })
    return withDrawings(withImages, id, drawn)
  },
)

export const removeBound = command(
  'bound.remove',
  z.object(at),
  ({ stack, subject }, shot) => `Delete what is bound to ${nameOf(shot, stack, subject)}`,
  (shot, { stack: id, subject, bound }) => {
    const stack = stackOf(shot, id)
    const figure = figureIn(stack, subject)
    boundIn(figure, bound)
    return withBound(
      shot,
      stack,
      figure,
      boundTo(figure).filter(b => b.id !== bound),
    )
  },
)
