import type { Figure, Pose } from '#core/figure'
import { counterpart, hasSides, mirrorPose, swapSides, withBones } from '#core/figure'
import { eachRun, lastRun } from '#core/sheet'
import type { Drawing, NewSubject, Subject } from '#core/document'
import type { Focus, Scene } from '~/desk/scene'
import { rangeOf } from '~/desk/scene'
import { copied } from '~/desk/copies'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'
import { selectedDrawings } from '~/light-table/art'
import { fixOf } from '~/desk/drafts'
import { newPose } from '~/poses/new-pose'

/** Drafts for the drawing under the playhead; where there is none, for a new key there. */
export function onDrawing(scene: Scene, focus: Focus, put: (drawing: string) => Draft[]): Draft[] {
  const id = focus.drawing?.id ?? newId()
  return [...(focus.drawing ? [] : [newPose(scene, focus, { from: 'blank', where: 'playhead', id })]), ...put(id)]
}

/** A new figure in a pose on the drawing under the playhead. */
export const putFigure = (scene: Scene, focus: Focus, subject: NewSubject, pose: Pose): Draft[] =>
  onDrawing(scene, focus, drawing => [
    { name: 'subject.add', args: { stack: focus.stack!.id, subject, drawing: null, pose: null } },
    poseOnDrawing(scene, focus, drawing, subject.id, pose),
  ])

/** A subject in a pose on a drawing that is there, or comes just before. */
export const poseOnDrawing = (scene: Scene, focus: Focus, drawing: string, subject: string, pose: Pose): Draft => ({
  name: 'drawing.pose',
  args: {
    stack: focus.stack!.id,
    drawing,
    poses: { [subject]: pose },
    ...(focus.drawing ? fixOf(scene, focus, focus.drawing) : {}),
  },
})

const poseOf = (scene: Scene, focus: Focus, drawing: string, subject: string): Pose | undefined =>
  scene.contents.of(scene, focus.stack!, drawing).poses[subject]

/** Poses of a subject on some drawings, as one draft for each; a computed in-between becomes its own. */
function poseOn(
  scene: Scene,
  focus: Focus,
  subject: string,
  drawings: readonly Drawing[],
  change: (pose: Pose, drawing: Drawing) => Pose,
): Draft[] {
  return drawings.flatMap((d): Draft[] => {
    const pose = poseOf(scene, focus, d.id, subject)
    return pose
      ? [
          {
            name: 'drawing.pose',
            args: {
              stack: focus.stack!.id,
              drawing: d.id,
              poses: { [subject]: change(pose, d) },
              ...fixOf(scene, focus, d),
            },
          },
        ]
      : []
  })
}

/**
 * The drawings that are meant: those of the selected frames that were made by hand, since in-betweens follow them; else
 * the one under the playhead.
 */
function meantHere(focus: Focus): readonly Drawing[] {
  const own = focus.selection ? selectedDrawings(focus).filter(d => d.own) : []
  return own.length ? own : focus.drawing ? [focus.drawing] : []
}

/** The subjects that stand on some drawings. */
const standingOn = (scene: Scene, focus: Focus, drawings: readonly Drawing[]): Subject[] =>
  [...new Set(drawings.flatMap(d => Object.keys(scene.contents.of(scene, focus.stack!, d.id).poses)))]
    .map(id => focus.stack!.subjects[id]!)
    .filter(s => !!s)

/** The figures here whose near and far limbs can be exchanged. */
export const sidedHere = (scene: Scene, focus: Focus): Subject[] =>
  standingOn(scene, focus, meantHere(focus)).filter(s => hasSides(s.figure))

/** Left and right exchanged of every figure on the drawing, or on those of the selected frames. */
export const swapHere = (scene: Scene, focus: Focus): Draft[] =>
  sidedHere(scene, focus).flatMap(s => poseOn(scene, focus, s.id, meantHere(focus), pose => swapSides(s.figure, pose)))

/** Every figure there mirrored where it stands. */
export const mirrorHere = (scene: Scene, focus: Focus): Draft[] =>
  standingOn(scene, focus, meantHere(focus)).flatMap(s => poseOn(scene, focus, s.id, meantHere(focus), mirrorPose))

/**
 * The poses of the selected frames once more behind them, near and far limbs exchanged: the second half of a cycle. A
 * sentence where there is nothing to copy, or where the column goes on behind them.
 */
export function exchangedCopies(scene: Scene, focus: Focus): Draft[] | string {
  const { column, stack, selection } = focus
  if (!column || !selection) return 'Select the frames of the first half, over its poses.'
  const { first, last } = rangeOf(focus)
  const poses = [...eachRun(column.runs)].flatMap(({ run, start }) => {
    const d = run.drawing ? stack!.drawings[run.drawing]! : null
    return d?.own && start >= first && start <= last ? [{ d, start }] : []
  })
  if (!poses.length) return 'No poses made by hand begin on the selected frames.'
  if (column.runs.frames > last)
    return `${column.name} goes on behind the selected frames. Copies come at its end only.`
  let before = lastRun(column.runs)!.start
  return poses.map(({ d, start }) => {
    const on = start - first + last + 1
    const content = copied(d.content)
    const poses = Object.entries(content.poses).map(([id, pose]) => {
      const { figure } = stack!.subjects[id]!
      return [id, hasSides(figure) ? swapSides(figure, pose) : pose] as const
    })
    const where = { afterLast: on - before }
    before = on
    return newPose(scene, focus, {
      from: { content: { ...content, poses: Object.fromEntries(poses) } },
      where,
      role: d.role === 'in-between' ? 'key' : d.role,
      frame: on,
    })
  })
}

/** A figure's pose, or that of some of its bones, on other drawings. */
export function copyPose(
  scene: Scene,
  focus: Focus,
  subject: Subject,
  bones: readonly string[] | null,
  to: readonly Drawing[],
): Draft[] {
  const from = poseOf(scene, focus, focus.drawing!.id, subject.id)
  if (!from) return []
  const others = to.filter(d => d.id !== focus.drawing!.id && d.own)
  return others.flatMap((d): Draft[] => {
    const now = d.content.poses[subject.id]
    const pose = bones ? now && withBones(now, from, bones) : from
    return pose
      ? [{ name: 'drawing.pose', args: { stack: focus.stack!.id, drawing: d.id, poses: { [subject.id]: pose } } }]
      : []
  })
}

/** Bones that hang together as a part of the body, by name: the limbs of each side, the head, the back. */
export function bodyParts(f: Figure): { name: string; bones: string[] }[] {
  const roots = f.bones
    .filter(b => b.parent === null || counterpart(f, b.id) !== null || b.id === 'neck')
    .filter(b => {
      const parent = f.bones.find(x => x.id === b.parent)
      return !parent || parent.side !== b.side || b.id === 'neck'
    })
  const rootIds = new Set(roots.map(b => b.id))
  const below = (id: string): string[] => [
    id,
    ...f.bones.filter(b => b.parent === id && !rootIds.has(b.id)).flatMap(b => below(b.id)),
  ]
  return roots.map(b => ({ name: partName(b.id, b.name), bones: below(b.id) }))
}

const partName = (id: string, name: string): string => {
  const which = id.startsWith('near-') ? 'near ' : id.startsWith('far-') ? 'far ' : ''
  if (/arm|shoulder/.test(id)) return `${which}arm`
  if (/thigh|hip/.test(id)) return `${which}leg`
  return id === 'neck' ? 'head' : name
}

/** How long a bone is in all drawings: the figure itself changes, and what single poses said of it goes. */
export function lengthInAll(
  scene: Scene,
  focus: Focus,
  subject: Subject,
  bones: readonly string[],
  by: number,
): Draft[] {
  const figure: Figure = {
    ...subject.figure,
    bones: subject.figure.bones.map(b =>
      bones.includes(b.id) ? { ...b, length: Math.max(1, Math.min(4000, Math.round(b.length * by * 100) / 100)) } : b,
    ),
  }
  const told = Object.values(focus.stack!.drawings).filter(
    d => d.own && bones.some(b => d.content.poses[subject.id]?.lengths?.[b] !== undefined),
  )
  return [
    { name: 'subject.set', args: { stack: focus.stack!.id, subject: subject.id, figure } },
    ...poseOn(scene, focus, subject.id, told, pose => withLengths(pose, bones, () => undefined)),
  ]
}

/**
 * How long a bone is from the drawing under the playhead on: told by the poses of that drawing and those exposed after
 * it.
 */
export function lengthFromHere(
  scene: Scene,
  focus: Focus,
  subject: Subject,
  bones: readonly string[],
  by: number,
): Draft[] {
  const later = new Set<string>()
  for (const { run, start } of eachRun(focus.column!.runs))
    if (run.drawing && start + run.frames > focus.workFrame) later.add(run.drawing)
  const drawings = [...later].map(id => focus.stack!.drawings[id]!).filter(d => d.own)
  return poseOn(scene, focus, subject.id, drawings, pose =>
    withLengths(pose, bones, now => Math.min(20, Math.max(0.05, (now ?? 1) * by))),
  )
}

function withLengths(
  pose: Pose,
  bones: readonly string[],
  change: (now: number | undefined) => number | undefined,
): Pose {
  const { lengths, ...rest } = pose
  const next: Record<string, number> = { ...lengths }
  for (const b of bones) {
    const to = change(next[b])
    delete next[b]
    if (to !== undefined && Math.abs(to - 1) > 1e-6) next[b] = to
  }
  return Object.keys(next).length ? { ...rest, lengths: next } : rest
}
