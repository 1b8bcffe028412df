import type { Shelved, ShelvedSubject } from '../document/shelf'
import { aloneOf, columnAlone, isColumn, isSubject } from '../document/shelf'
import { restPose } from '../figure'
import type { Affine } from '../motion'
import type { StrokeBy } from '../pass'
import { Contents, matchAtOnce, sceneOf } from '../pass'
import type { Layer, Mark } from '../picture'
import { contentMarks, figureExtent, finishedMarks, paletteOf, strokeMark } from '../picture'
import { eachRun } from '../sheet'
import { boxAround, outlineOf, strokeSchema } from '../stroke'
import { marksHull } from './overlap'

/** The size of the picture of a thing on a shelf, px; its paper and its ink are the same in any production. */
const SIZE = { width: 160, height: 120 }
const [PAPER, INK] = ['#fffdf6', '#26302c']
const MARGIN = 10

/** What a thing on a shelf looks like, small: a subject at rest, the ladder of a spacing, a line of a pencil. */
export function shelfLayers(
  x: Shelved,
  strokeBy: StrokeBy,
): { size: { width: number; height: number }; paper: string; layers: Layer[] } {
  const drawn = lookOf(x, strokeBy)
  return {
    size: SIZE,
    paper: PAPER,
    layers: [{ column: '', drawing: '', strength: 1, palette: paletteOf(INK, PAPER), ...drawn }],
  }
}

function lookOf(x: Shelved, strokeBy: StrokeBy): { marks: readonly Mark[]; at?: Affine } {
  if (isSubject(x)) return subjectAlone(x, strokeBy)
  if (isColumn(x)) return firstKey(x, strokeBy)
  return { marks: x.kind === 'spacing' ? ladder(x.places) : [line(x)] }
}

/** The first key of a column, else its first drawing, as large as it fits; of mouths one that is open. */
function firstKey({ shot: stored }: Extract<Shelved, { kind: 'column' | 'mouths' }>, strokeBy: StrokeBy) {
  const { shot, stack, column } = columnAlone(stored)!
  const exposed = [...eachRun(column.runs)].flatMap(({ run }) => stack.drawings[run.drawing ?? ''] ?? [])
  const open = column.mouths?.mouths.find(m => ['open', 'wide'].includes(m.shape))
  const drawing =
    stack.drawings[open?.drawing ?? ''] ??
    exposed.find(d => d.role === 'key') ??
    exposed[0] ??
    Object.values(stack.drawings)[0]
  if (!drawing) return { marks: [] }
  const scene = sceneOf(shot, shot.planOrder[0]!, new Contents(matchAtOnce))
  const marks = finishedMarks(drawing, contentMarks(stack, scene.contents.of(scene, stack, drawing.id), strokeBy))
  const box = boxAround([marksHull(marks).flatMap(p => [p.x, p.y])])
  return box ? fitted(marks, box) : { marks }
}

/** A subject as large as it fits. */
function subjectAlone(x: ShelvedSubject, strokeBy: StrokeBy): { marks: readonly Mark[]; at: Affine } {
  const subject = aloneOf(x)
  const pose = restPose({ x: 0, y: 0 })
  const stack = { id: 'alone', subjects: { [subject.id]: subject }, drawings: {} }
  const marks = contentMarks(stack, { poses: { [subject.id]: pose }, strokes: [] }, strokeBy)
  const box = boxAround([marksHull(marks).flatMap(p => [p.x, p.y])]) ?? figureExtent(subject.figure, pose)
  return fitted(marks, box)
}

function fitted(
  marks: readonly Mark[],
  box: { left: number; right: number; top: number; bottom: number },
): { marks: readonly Mark[]; at: Affine } {
  const [width, height] = [Math.max(1, box.right - box.left), Math.max(1, box.bottom - box.top)]
  const scale = Math.min((SIZE.width - 2 * MARGIN) / width, (SIZE.height - 2 * MARGIN) / height)
  const middle = (from: number, to: number, room: number): number => room / 2 - ((from + to) / 2) * scale
  return {
    marks,
    at: [scale, 0, 0, scale, middle(box.left, box.right, SIZE.width), middle(box.top, box.bottom, SIZE.height)],
  }
}

const stroke = (points: number[], width: number): Mark => ({
  ...{ kind: 'line', points, closed: false, width, ink: 'ink', fill: null },
})
/** The poses at its ends, a tick for each in-between. */
function ladder(places: readonly number[]): Mark[] {
  const [low, high] = [Math.min(0, ...places), Math.max(1, ...places)]
  const x = (u: number): number => 16 + ((u - low) / (high - low)) * (SIZE.width - 32)
  const [top, foot] = [34, 86]
  return [
    stroke([x(0), foot, x(1), foot], 2),
    stroke([x(0), top, x(0), foot], 3),
    stroke([x(1), top, x(1), foot], 3),
    ...places.map(u => stroke([x(u), 54, x(u), foot], 2)),
  ]
}

/** A swung line, begun lightly, as the pencil draws it; a wide one is seen as wide as there is room. */
function line(pencil: { colour: string; width: number; strength?: number | undefined }): Mark {
  const points = Array.from({ length: 41 }, (_, i) => {
    const t = i / 40
    return [20 + 120 * t, 60 - 26 * Math.sin(t * 2 * Math.PI), 0.25 + 0.75 * Math.sin(t * Math.PI)]
  }).flat()
  const drawn = strokeSchema.parse({
    ...{ schema: 1, colour: pencil.colour, width: Math.min(pencil.width, 40), pressure: true, points },
    ...(pencil.strength === undefined ? {} : { strength: pencil.strength }),
  })
  return strokeMark(drawn, outlineOf(drawn, {}))
}
