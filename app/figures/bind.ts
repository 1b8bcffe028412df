import type { Draft } from '#core/commands'
import type { Bound, Content, Drawing, Subject } from '#core/document'
import { boundTo } from '#core/document'
import type { Bone, Figure, Pose } from '#core/figure'
import { acrossIn, jointsAlong, mapPose, oneBoneFigure, restPose, rowsOf } from '#core/figure'
import type { Affine, Vec } from '#core/motion'
import { after, directionOf, mapped, pointToSegment } from '#core/motion'
import { boundStrokes, placingOf } from '#core/picture'
import { asDrawn, tidy } from '#core/stroke'
import { plural } from '#core/basic'
import { fixOf, solidHere, StrokesAway } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import type { SelectedArt } from '~/light-table/art'
import { newId } from '~/sync/ids'

/** Bones in a row that something can be bound to. */
export interface Row {
  readonly subject: Subject
  readonly bones: readonly string[]
  readonly name: string
}

const rowName = (figure: Figure, row: readonly Bone[]): string =>
  row.length === figure.bones.length
    ? 'all of it'
    : row.length === 1
      ? row[0]!.name
      : `${row[0]!.name} to ${row.at(-1)!.name}`

/** What bones in a row are called. */
export const bonesName = (figure: Figure, bones: readonly string[]): string =>
  rowName(
    figure,
    bones.flatMap(id => figure.bones.find(b => b.id === id) ?? []),
  )

/** What of the selected can be bound on the drawing under the playhead: strokes, pictures; null where nothing can. */
export function bindable(scene: Scene, focus: Focus, selected: SelectedArt | null): SelectedArt | null {
  if (!selected || selected.drawing !== focus.drawing?.id) return null
  const pictures = selected.subjects.filter(id => focus.stack!.subjects[id]?.kind === 'image')
  return selected.strokes.length + pictures.length ? { ...selected, subjects: pictures } : null
}

/** The rows of bones of all figures on the drawing under the playhead, those nearest to what is selected first. */
export function rowsHere(scene: Scene, focus: Focus, art: SelectedArt): Row[] {
  const content = solidHere(scene, focus)
  if (!content) return []
  const points = pointsOf(scene, focus, content, art)
  return Object.entries(content.poses)
    .flatMap(([id, pose]) => {
      const subject = focus.stack!.subjects[id]
      if (subject?.kind !== 'figure') return []
      return rowsOf(subject.figure).map(row => {
        const bones = row.map(b => b.id)
        const joints = jointsAlong(subject.figure, pose, bones)!
        return { subject, bones, name: rowName(subject.figure, row), far: meanDistance(points, joints) }
      })
    })
    .sort((a, b) => a.far - b.far)
    .map(({ far: _far, ...row }) => row)
}

function pointsOf(scene: Scene, focus: Focus, content: Content, art: SelectedArt): Vec[] {
  const named = new Set(art.strokes)
  const lines = content.strokes
    .filter(s => named.has(s.id))
    .flatMap(ref => {
      const stroke = scene.strokeBy(ref.hash)
      const { points } = stroke ? asDrawn(stroke, ref) : { points: [] }
      return points.flatMap((x, i) => (i % 3 ? [] : [{ x, y: points[i + 1]! }]))
    })
  const corners = art.subjects.flatMap(id => {
    const s = focus.stack!.subjects[id]
    if (s?.kind !== 'image') return []
    const at = placingOf(s.figure, content.poses[id]!)
    const [x, y] = [s.width / 2, s.height / 2]
    return [-1, 0, 1].flatMap(i => [-1, 0, 1].map(k => mapped(at, { x: i * x, y: k * y })))
  })
  return [...lines, ...corners]
}

const meanDistance = (points: readonly Vec[], joints: readonly Vec[]): number =>
  points.reduce((sum, p) => sum + Math.min(...joints.slice(1).map((j, i) => pointToSegment(p, joints[i]!, j))), 0) /
  Math.max(1, points.length)

/** A chain bends over half of each link; a limb of few bones nearer to its joints. */
const roundFor = (bones: number): number => (bones > 3 ? 1 : 0.5)

/** What is selected, bound to bones of a figure as it stands on this drawing. Null where the figure is not on it. */
export function bindDraft(scene: Scene, focus: Focus, art: SelectedArt, row: Row): Draft | null {
  const content = solidHere(scene, focus)
  const pose = content?.poses[row.subject.id]
  const joints = pose && jointsAlong(row.subject.figure, pose, row.bones)
  if (!content || !joints) return null
  const images = Object.fromEntries(
    art.subjects.map(id => [id, placingOf(focus.stack!.subjects[id]!.figure, content.poses[id]!)]),
  )
  return {
    name: 'bound.add',
    args: {
      stack: focus.stack!.id,
      drawing: art.drawing,
      subject: row.subject.id,
      bound: {
        id: newId(),
        bones: [...row.bones],
        joints: [...joints],
        across: acrossIn(pose),
        round: roundFor(row.bones.length),
      },
      strokes: [...art.strokes],
      images,
      ...fixOf(scene, focus, focus.drawing!),
    },
  }
}

/** What is bound to a figure, in words: "4 strokes, 1 picture". */
export const boundWords = (b: Bound): string =>
  [
    b.strokes.length ? plural(b.strokes.length, 'stroke') : '',
    b.images.length ? plural(b.images.length, 'picture') : '',
  ]
    .filter(Boolean)
    .join(', ')

/** How what was bound as a whole lies along its first bone now. */
function asAWhole(b: Bound, joints: readonly Vec[], across: number): Affine {
  const k = Math.abs(across / b.across)
  const flips = across * b.across < 0
  const [was, is] = [directionOf(b.joints[0]!, b.joints[1]!), directionOf(joints[0]!, joints[1]!)]
  const turn = (a: number): Affine => [Math.cos(a), Math.sin(a), -Math.sin(a), Math.cos(a), 0, 0]
  const back = after(turn(-was), [1, 0, 0, 1, -b.joints[0]!.x, -b.joints[0]!.y])
  const grown = after([k, 0, 0, flips ? -k : k, 0, 0], back)
  return after([1, 0, 0, 1, joints[0]!.x, joints[0]!.y], after(turn(is), grown))
}

/**
 * What is bound as strokes of their own again, as they are bent on every drawing made by hand that the figure is on;
 * pictures come back unbent, along the first bone. A sentence where there is no such drawing; throws `StrokesAway`.
 */
export function releaseDraft(scene: Scene, focus: Focus, subject: Subject, b: Bound): Draft | string {
  if (b.strokes.some(({ hash }) => !scene.strokeBy(hash))) throw new StrokesAway()
  const on = Object.values(focus.stack!.drawings).flatMap((d: Drawing) => {
    const pose: Pose | undefined = d.own ? d.content.poses[subject.id] : undefined
    const joints = pose && jointsAlong(subject.figure, pose, b.bones)
    return pose && joints ? [{ id: d.id, pose, joints }] : []
  })
  if (!on.length) return `${subject.name} stands on no drawing: what is bound to it would be lost.`
  const strokes = Object.fromEntries(
    on.map(({ id, pose }) => [
      id,
      boundStrokes(b, subject.figure, pose, scene.strokeBy).map(s => ({
        id: newId(),
        hash: scene.keeper.keep(tidy(s)),
      })),
    ]),
  )
  const images = b.images.map(({ id: _id, at, ...image }) => {
    const id = newId()
    const place = (joints: readonly Vec[], pose: Pose): Pose =>
      mapPose(after(asAWhole(b, joints, acrossIn(pose)), at), restPose({ x: 0, y: 0 }))
    return {
      subject: { ...image, id, kind: 'image' as const, figure: oneBoneFigure(id, image.name, image.height / 2) },
      poses: Object.fromEntries(on.map(({ id: drawing, joints, pose }) => [drawing, place(joints, pose)])),
    }
  })
  return {
    name: 'bound.release',
    args: { stack: focus.stack!.id, subject: subject.id, bound: b.id, strokes, images },
  }
}

/** Everything that is bound to figures of the column. */
export const boundHere = (focus: Focus): { subject: Subject; bound: Bound }[] =>
  Object.values(focus.stack?.subjects ?? {})
    .sort((a, b) => b.rank - a.rank)
    .flatMap(subject => boundTo(subject).map(bound => ({ subject, bound })))
