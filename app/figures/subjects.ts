import { toast } from 'vue-sonner'
import type { Figure, Pose } from '#core/figure'
import { counterpart, hasSides, mirrorPose, oneBoneFigure, restPose, swapSides, withBones } from '#core/figure'
import { after, inverseOf } from '#core/motion'
import { placingOf } from '#core/picture'
import { eachRun } from '#core/sheet'
import type { Drawing, Subject } from '#core/document'
import { boxAround, outlineOf } from '#core/stroke'
import type { Desk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import type { Draft } from '~/sync/session'
import { contentHere } from '~/light-table/art'
import { fixOf, newPose } from '~/desk/wishes'

/** Drafts for the drawing under the playhead; where there is none, for a new key there. */
export function onDrawing(desk: Desk, put: (drawing: string) => Draft[]): Draft[] {
  const id = desk.drawing?.id ?? newId()
  return [...(desk.drawing ? [] : [newPose(desk, 'blank', 'playhead', 'key', id)]), ...put(id)]
}

/** A new figure in a pose on the drawing under the playhead. */
export const putFigure = (desk: Desk, subject: Subject, pose: Pose): Draft[] =>
  onDrawing(desk, drawing => [
    { name: 'subject.add', args: { stack: desk.stack!.id, subject, drawing: null, pose: null } },
    poseOnDrawing(desk, drawing, subject.id, pose),
  ])

/** A subject in a pose on a drawing that is there, or comes just before. */
export const poseOnDrawing = (desk: Desk, drawing: string, subject: string, pose: Pose): Draft => ({
  name: 'drawing.pose',
  args: {
    stack: desk.stack!.id,
    drawing,
    poses: { [subject]: pose },
    ...(desk.drawing ? fixOf(desk, desk.drawing) : {}),
  },
})

const poseOf = (desk: Desk, drawing: string, subject: string): Pose | undefined =>
  desk.contents.of(desk.shot!, desk.plan!, desk.stack!, drawing).poses[subject]

/** Poses of a subject on some drawings, as one draft for each; a computed in-between becomes its own. */
function poseOn(
  desk: Desk,
  subject: string,
  drawings: readonly Drawing[],
  change: (pose: Pose, drawing: Drawing) => Pose,
): Draft[] {
  return drawings.flatMap((d): Draft[] => {
    const pose = poseOf(desk, d.id, subject)
    return pose
      ? [
          {
            name: 'drawing.pose',
            args: { stack: desk.stack!.id, drawing: d.id, poses: { [subject]: change(pose, d) }, ...fixOf(desk, d) },
          },
        ]
      : []
  })
}

/** The figures on the drawing under the playhead whose near and far limbs can be exchanged. */
export const sidedHere = (desk: Desk): Subject[] =>
  Object.keys(contentHere(desk)?.poses ?? {})
    .map(id => desk.stack!.subjects[id]!)
    .filter(s => s && hasSides(s.figure))

/** Left and right exchanged of every figure on the drawing. */
export const swapHere = (desk: Desk): Draft[] =>
  sidedHere(desk).flatMap(s => poseOn(desk, s.id, [desk.drawing!], pose => swapSides(s.figure, pose)))

/** Every figure on the drawing mirrored where it stands. */
export const mirrorHere = (desk: Desk): Draft[] =>
  Object.keys(contentHere(desk)?.poses ?? {}).flatMap(id => poseOn(desk, id, [desk.drawing!], mirrorPose))

/** A figure's pose, or that of some of its bones, on other drawings. */
export function copyPose(
  desk: Desk,
  subject: Subject,
  bones: readonly string[] | null,
  to: readonly Drawing[],
): Draft[] {
  const from = poseOf(desk, desk.drawing!.id, subject.id)
  if (!from) return []
  const others = to.filter(d => d.id !== desk.drawing!.id && d.own)
  return others.flatMap((d): Draft[] => {
    const now = d.content.poses[subject.id]
    const pose = bones ? now && withBones(now, from, bones) : from
    return pose
      ? [{ name: 'drawing.pose', args: { stack: desk.stack!.id, drawing: d.id, poses: { [subject.id]: pose } } }]
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
export function lengthInAll(desk: Desk, subject: Subject, bones: readonly string[], by: number): Draft[] {
  const figure: Figure = {
    ...subject.figure,
    bones: subject.figure.bones.map(b =>
      bones.includes(b.id) ? { ...b, length: Math.max(1, Math.min(4000, Math.round(b.length * by * 100) / 100)) } : b,
    ),
  }
  const told = Object.values(desk.stack!.drawings).filter(
    d => d.own && bones.some(b => d.content.poses[subject.id]?.lengths?.[b] !== undefined),
  )
  return [
    { name: 'subject.set', args: { stack: desk.stack!.id, subject: subject.id, figure } },
    ...poseOn(desk, subject.id, told, pose => withLengths(pose, bones, () => undefined)),
  ]
}

/** How long a bone is from the drawing under the playhead on: told by the poses of that drawing and those exposed after it. */
export function lengthFromHere(desk: Desk, subject: Subject, bones: readonly string[], by: number): Draft[] {
  const later = new Set<string>()
  for (const { run, start } of eachRun(desk.column!.runs))
    if (run.drawing && start + run.frames > desk.workFrame) later.add(run.drawing)
  const drawings = [...later].map(id => desk.stack!.drawings[id]!).filter(d => d.own)
  return poseOn(desk, subject.id, drawings, pose =>
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

// — named parts —

export const newPart = (desk: Desk, name: string): { id: string; draft: Draft } => {
  const id = newId()
  return {
    id,
    draft: {
      name: 'subject.add',
      args: {
        stack: desk.stack!.id,
        subject: { id, name, kind: 'part', figure: oneBoneFigure(id, name, 60) },
        drawing: null,
        pose: null,
      },
    },
  }
}

/** The strokes of a part on the drawing before, copied to this one, so that proportions hold. */
export function copyPartOn(desk: Desk, part: string, to: Drawing): Draft | null {
  const strokes =
    contentHere(desk)
      ?.strokes.filter(s => s.part === part)
      .map(s => ({ ...s, id: newId() })) ?? []
  return strokes.length
    ? { name: 'stroke.add', args: { stack: desk.stack!.id, drawing: to.id, strokes, ...fixOf(desk, to) } }
    : null
}

/** The part drawn once: as it is on this drawing, oneBoneFigure where it is; drawings on which it was drawn by hand get it in the middle of what was there. */
export function shareDraft(desk: Desk, part: Subject): Draft | null {
  const here = desk.drawing!
  const outlines = (d: Drawing): number[][] =>
    d.content.strokes
      .filter(s => s.part === part.id)
      .flatMap(ref => {
        const stroke = desk.session!.strokeBy(ref.hash)
        return stroke ? [outlineOf(stroke, ref)] : []
      })
  const box = boxAround(outlines(here))
  if (!box) return null
  const middle = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }
  const strokes = here.content.strokes
    .filter(s => s.part === part.id)
    .map(({ part: _part, ...s }) => ({
      ...s,
      id: newId(),
      at: after([1, 0, 0, 1, -middle.x, -middle.y], s.at ?? [1, 0, 0, 1, 0, 0]),
    }))
  const drawn = Object.values(desk.stack!.drawings).filter(
    d => d.own && d.content.strokes.some(s => s.part === part.id),
  )
  const poses = Object.fromEntries(
    drawn.flatMap(d => {
      const b = boxAround(outlines(d))
      return b ? [[d.id, restPose({ x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 })]] : []
    }),
  )
  return {
    name: 'part.share',
    args: {
      stack: desk.stack!.id,
      subject: part.id,
      strokes,
      figure: oneBoneFigure(part.id, part.name, Math.max(20, (box.bottom - box.top) / 2 + 12)),
      poses,
    },
  }
}

/** The part as strokes of their own again, on every drawing that it is oneBoneFigure on. */
export function unshareDraft(desk: Desk, part: Subject): Draft | null {
  if (part.kind !== 'part' || !part.strokes) return null
  const strokes = Object.fromEntries(
    Object.values(desk.stack!.drawings).flatMap(d => {
      const pose = d.content.poses[part.id]
      if (!pose) return []
      const at = placingOf(part.figure, pose)
      return [
        [
          d.id,
          part.strokes!.map(s => ({ ...s, id: newId(), part: part.id, at: after(at, s.at ?? [1, 0, 0, 1, 0, 0]) })),
        ],
      ]
    }),
  )
  return { name: 'part.unshare', args: { stack: desk.stack!.id, subject: part.id, strokes } }
}

/** A stroke that is drawn on a shared part goes into the part itself, from where it is oneBoneFigure on this drawing. Null where it is not on it. */
export function strokeOnShared(desk: Desk, part: string, hash: string): Draft | null {
  const subject = desk.stack!.subjects[part]
  const pose = contentHere(desk)?.poses[part]
  if (subject?.kind !== 'part' || !subject.strokes) return null
  if (!pose) {
    toast(`${subject.name} is drawn once, and not on this drawing.`, {
      description: 'Put it on the drawing by “Figure”, or choose another part.',
    })
    return null
  }
  return {
    name: 'subject.set',
    args: {
      stack: desk.stack!.id,
      subject: part,
      strokes: [...subject.strokes, { id: newId(), hash, at: inverseOf(placingOf(subject.figure, pose)) }],
    },
  }
}
