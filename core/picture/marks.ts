import type { Figure, Pose, Shape } from '../figure'
import { boneLength, layBones } from '../figure'
import type { Vec } from '../motion'
import { polar } from '../motion'
import type { Stroke } from '../stroke'
import { strokeOutline } from '../stroke'
import type { Content, Stack } from '../shot/document'

/** The tints a figure is drawn in; who draws them knows their colours. Strokes bring their own. */
export type Tone = 'ink' | 'far' | 'paper' | 'tone' | 'glow'

/** One mark of the display list, px of the picture. Points are flat x, y. Drawn in order. */
export type Mark =
  | { readonly kind: 'line', readonly points: readonly number[], readonly closed: boolean, readonly width: number, readonly ink: Tone, readonly fill: Tone | null }
  | { readonly kind: 'ellipse', readonly at: Vec, readonly rx: number, readonly ry: number, readonly turn: number, readonly width: number, readonly ink: Tone, readonly fill: Tone }
  | { readonly kind: 'stroke', readonly outline: readonly number[], readonly colour: string }

const outlines = new WeakMap<Stroke, number[]>()
const outlineOf = (s: Stroke): number[] => {
  const known = outlines.get(s) ?? strokeOutline(s)
  outlines.set(s, known)
  return known
}

/** The display list of a posed figure, back to front; of one of its bones, if `only` names it. Far limbs get their own tone. */
export function figureMarks(f: Figure, pose: Pose, only?: string): Mark[] {
  const laid = layBones(f, pose)
  return f.bones.flatMap((bone) => {
    if (only !== undefined && bone.id !== only) return []
    const { start, tip, angle } = laid.get(bone.id)!
    const along = f.stretches && bone === f.bones[0] ? pose.stretch : 1
    const place = ([a, c]: readonly [number, number]): Vec =>
      polar(polar(start, a * pose.size * along, angle), (c * pose.size) / along, angle + Math.PI / 2)
    const ink: Tone = bone.side === 'far' ? 'far' : 'ink'
    return bone.shapes.map(shape => shapeMark(shape, { start, tip, angle, along, size: pose.size, ink, place }))
  })
}

interface Frame { start: Vec, tip: Vec, angle: number, along: number, size: number, ink: Tone, place: (p: readonly [number, number]) => Vec }

function shapeMark(shape: Shape, b: Frame): Mark {
  if (shape.kind === 'limb') return { kind: 'line', points: [b.start.x, b.start.y, b.tip.x, b.tip.y], closed: false, width: shape.width * b.size, ink: b.ink, fill: null }
  if (shape.kind === 'ellipse') {
    return { kind: 'ellipse', at: b.place([shape.at, 0]), rx: shape.along * b.size * b.along, ry: (shape.across * b.size) / b.along, turn: b.angle, width: 6 * b.size, ink: b.ink, fill: shape.fill }
  }
  const points = shape.points.flatMap((p) => {
    const v = b.place(p)
    return [v.x, v.y]
  })
  return { kind: 'line', points, closed: shape.closed, width: shape.width * b.size, ink: b.ink, fill: shape.fill }
}

const lists = new WeakMap<Content, { subjects: Stack['subjects'], marks: Mark[] }>()

/**
 * The display list of a drawing: its figures in the order of the stack, then its strokes. A stroke not at hand yet is left
 * out. The same content gives the same list, so that what is made from it can be kept too.
 */
export function contentMarks(stack: Stack, content: Content, strokeBy: (hash: string) => Stroke | undefined): Mark[] {
  const known = lists.get(content)
  if (known?.subjects === stack.subjects) return known.marks
  const figures = Object.values(stack.subjects).flatMap((s) => {
    const pose = content.poses[s.id]
    return pose ? figureMarks(s.figure, pose) : []
  })
  const found = content.strokes.map(({ hash }) => strokeBy(hash)).filter(s => s !== undefined)
  const marks = [...figures, ...found.map((s): Mark => ({ kind: 'stroke', outline: outlineOf(s), colour: s.colour }))]
  if (found.length === content.strokes.length) lists.set(content, { subjects: stack.subjects, marks })
  return marks
}

/** Where a posed figure's bones reach, px; for fitting a picture of it into a small frame. */
export function figureExtent(f: Figure, pose: Pose): { left: number, top: number, right: number, bottom: number } {
  const laid = [...layBones(f, pose).values()].flatMap(l => [l.start, l.tip])
  const pad = Math.max(...f.bones.map(b => boneLength(f, b, pose))) * 0.3
  return {
    left: Math.min(...laid.map(p => p.x)) - pad, right: Math.max(...laid.map(p => p.x)) + pad,
    top: Math.min(...laid.map(p => p.y)) - pad, bottom: Math.max(...laid.map(p => p.y)) + pad,
  }
}
