import type { Figure, Pose, Shape } from '../figure'
import { boneLength, layBones, lengthIn, onBone } from '../figure'
import type { Affine, Vec } from '../motion'
import { after } from '../motion'
import { mapPoints, outlineOf } from '../stroke'
import type { Bound, Drawing, Stack, StrokeRef, Subject } from '../document/document'
import type { Shown, StrokeBy } from '../pass'
import { subjectsOf } from '../document/shown'
import { boundTo } from '../document/document'
import { sharedStrokes } from '../document/files'
import { boundMarks } from './bound'
import { strokeMark } from './stroke-mark'

/** The tints a figure is drawn in; who draws them knows their colours. Strokes bring their own. */
export type Tone = 'ink' | 'far' | 'paper' | 'tone' | 'glow'

/** One mark of the display list, px of the picture. Points are flat x, y. Drawn in order. */
export type Mark =
  | {
      readonly kind: 'line'
      readonly points: readonly number[]
      readonly closed: boolean
      readonly width: number
      readonly ink: Tone
      readonly fill: Tone | null
    }
  | {
      readonly kind: 'ellipse'
      readonly at: Vec
      readonly rx: number
      readonly ry: number
      readonly turn: number
      readonly width: number
      readonly ink: Tone
      readonly fill: Tone
    }
  | {
      readonly kind: 'stroke'
      readonly outline: readonly number[]
      readonly colour: string
      /** How strongly it covers; all of it where nothing is said. */
      readonly strength?: number
      /** The named part that it belongs to. */
      readonly part?: string
    }
  /** A picture brought in (by the hash of its bytes), its middle at 0, 0 before it is mapped. */
  | {
      readonly kind: 'image'
      readonly file: string
      readonly width: number
      readonly height: number
      readonly at: Affine
    }
  | Bent

/** A picture that is bent: in triangles, each with its own map and the outline it is cut to. */
export interface Bent {
  readonly kind: 'bent'
  readonly file: string
  readonly width: number
  readonly height: number
  readonly pieces: readonly { readonly at: Affine; readonly corners: readonly number[] }[]
  /** The outline of the whole. */
  readonly rim: readonly number[]
}

/**
 * The display list of a posed figure, back to front; of one of its bones, if `only` names it. Far limbs get their own
 * tone.
 */
export function figureMarks(f: Figure, pose: Pose, only?: string): Mark[] {
  const laid = layBones(f, pose)
  return f.bones.flatMap(bone => {
    if (only !== undefined && bone.id !== only) return []
    const lying = laid.get(bone.id)!
    const along = f.stretches && bone === f.bones[0] ? pose.stretch : 1
    const ink: Tone = bone.side === 'far' ? 'far' : 'ink'
    return bone.shapes.map(shape =>
      shapeMark(shape, {
        ...lying,
        along,
        size: pose.size,
        part: pose.size * lengthIn(pose, bone.id),
        ink,
        place: onBone(f, pose, bone, lying),
      }),
    )
  })
}

/** `size` is that of the figure (of its lines), `part` that of what is drawn on this bone. */
interface Frame {
  start: Vec
  tip: Vec
  angle: number
  along: number
  size: number
  part: number
  ink: Tone
  place: (p: readonly [number, number]) => Vec
}

function shapeMark(shape: Shape, b: Frame): Mark {
  if (shape.kind === 'limb')
    return {
      kind: 'line',
      points: [b.start.x, b.start.y, b.tip.x, b.tip.y],
      closed: false,
      width: shape.width * b.size,
      ink: b.ink,
      fill: null,
    }
  if (shape.kind === 'ellipse') {
    return {
      kind: 'ellipse',
      at: b.place([shape.at, 0]),
      rx: shape.along * b.part * b.along,
      ry: (shape.across * b.part) / b.along,
      turn: b.angle,
      width: 6 * b.size,
      ink: b.ink,
      fill: shape.fill,
    }
  }
  const points = shape.points.flatMap(p => {
    const v = b.place(p)
    return [v.x, v.y]
  })
  return { kind: 'line', points, closed: shape.closed, width: shape.width * b.size, ink: b.ink, fill: shape.fill }
}

const lists = new WeakMap<Shown, { subjects: Stack['subjects']; marks: Mark[] }>()

/** How a subject that is placed as a whole (a picture, a part drawn once) lies: its own middle is at 0, 0. */
export function placingOf(f: Figure, pose: Pose): Affine {
  const top = f.bones[0]!
  const turn = pose.turn + (pose.angles[top.id] ?? 0)
  const [cos, sin] = [Math.cos(turn) * pose.size, Math.sin(turn) * pose.size]
  const m: Affine = [cos, sin, -sin, cos, 0, 0]
  const seen = pose.mirror ? after([-1, 0, 0, 1, 0, 0], m) : m
  return [seen[0], seen[1], seen[2], seen[3], pose.place.x, pose.place.y]
}

const strokeMarks = (refs: readonly StrokeRef[], strokeBy: StrokeBy): Mark[] =>
  refs.flatMap((ref): Mark[] => {
    const stroke = strokeBy(ref.hash)
    return stroke ? [strokeMark(stroke, outlineOf(stroke, ref), ref.part)] : []
  })

/** A figure with what is bound to it: each before the last of its bones, in whose place it is seen. */
function boundFigureMarks(s: Subject, pose: Pose, strokeBy: StrokeBy): Mark[] {
  const bound = boundTo(s)
  if (!bound.length) return figureMarks(s.figure, pose)
  const covered = new Set(bound.flatMap(b => (b.shapes ? [] : b.bones)))
  const order = new Map(s.figure.bones.map((b, i) => [b.id, i]))
  const last = (b: Bound): number => Math.max(...b.bones.map(id => order.get(id) ?? 0))
  return s.figure.bones.flatMap((bone, i) => [
    ...(covered.has(bone.id) ? [] : figureMarks(s.figure, pose, bone.id)),
    ...bound.filter(b => last(b) === i).flatMap(b => boundMarks(b, s.figure, pose, strokeBy)),
  ])
}

function subjectMarks(s: Subject, pose: Pose, strokeBy: StrokeBy): Mark[] {
  if (s.kind === 'figure') return boundFigureMarks(s, pose, strokeBy)
  const at = placingOf(s.figure, pose)
  if (s.kind === 'image') return [{ kind: 'image', file: s.file, width: s.width, height: s.height, at }]
  return strokeMarks(s.strokes ?? [], strokeBy).map(m =>
    m.kind === 'stroke' ? { ...m, outline: mapPoints(m.outline, at, 2) } : m,
  )
}

/**
 * The display list of a drawing: pictures, then figures and parts in the order of the stack, then its strokes. A stroke
 * not at hand yet is left out. The same content gives the same list, so that what is made from it can be kept too.
 * `parts` names the parts of the stack that are seen; all are where it is missing.
 */
export function contentMarks(stack: Stack, content: Shown, strokeBy: StrokeBy, parts?: PartsSeen): Mark[] {
  const known = parts ? undefined : lists.get(content)
  if (known?.subjects === stack.subjects) return known.marks
  const subjects = subjectsOf(stack).filter(s => content.poses[s.id] && (!parts || parts(s.id)))
  const marks = [...subjects.filter(s => s.kind === 'image'), ...subjects.filter(s => s.kind !== 'image')].flatMap(s =>
    subjectMarks(s, content.poses[s.id]!, strokeBy),
  )
  const refs = parts ? content.strokes.filter(s => parts(s.part ?? null)) : content.strokes
  marks.push(...strokeMarks(refs, strokeBy))
  const between = content.drawn?.strokes(strokeBy)
  for (const { stroke, part } of between ?? [])
    if (!parts || parts(part)) marks.push(strokeMark(stroke, outlineOf(stroke, {}), part))
  const whole = between !== null && [...content.strokes, ...sharedStrokes(stack)].every(({ hash }) => strokeBy(hash))
  if (whole && !parts) lists.set(content, { subjects: stack.subjects, marks })
  return marks
}

const finishedLists = new WeakMap<
  NonNullable<Drawing['finished']>,
  { under: readonly Mark[] | null; marks: readonly Mark[] }
>()

/**
 * The display list of a drawing as it is seen when it is finished: the picture that came back for it instead of these
 * marks of its rough, or over them. The same list for the same two.
 */
export function finishedMarks({ finished }: Pick<Drawing, 'finished'>, rough: readonly Mark[]): readonly Mark[] {
  if (!finished) return rough
  const under = finished.over ? rough : null
  const known = finishedLists.get(finished)
  if (known && known.under === under) return known.marks
  const { file, width, height, at } = finished
  const marks: readonly Mark[] = [...(under ?? []), { kind: 'image', file, width, height, at }]
  finishedLists.set(finished, { under, marks })
  return marks
}

/** Whether a part (or, for null, what belongs to none) is seen. */
export type PartsSeen = (part: string | null) => boolean

/** Where a posed figure's bones reach, px; for fitting a picture of it into a small frame. */
export function figureExtent(f: Figure, pose: Pose): { left: number; top: number; right: number; bottom: number } {
  const laid = [...layBones(f, pose).values()].flatMap(l => [l.start, l.tip])
  const pad = Math.max(...f.bones.map(b => boneLength(f, b, pose))) * 0.3
  return {
    left: Math.min(...laid.map(p => p.x)) - pad,
    right: Math.max(...laid.map(p => p.x)) + pad,
    top: Math.min(...laid.map(p => p.y)) - pad,
    bottom: Math.max(...laid.map(p => p.y)) + pad,
  }
}
