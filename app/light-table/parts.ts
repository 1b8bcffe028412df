import { tell } from '~/ui/messages'
import type { Draft } from '#core/commands'
import type { Drawing, Subject } from '#core/document'
import { oneBoneFigure, restPose } from '#core/figure'
import { after, inverseOf, SAME } from '#core/motion'
import { placingOf } from '#core/picture'
import { boxAround, outlineOf } from '#core/stroke'
import { fixOf, solidOf } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { contentHere } from '~/desk/scene'
import { newId } from '~/sync/ids'

export const newPart = (scene: Scene, focus: Focus, name: string): { id: string; draft: Draft } => {
  const id = newId()
  return {
    id,
    draft: {
      name: 'subject.add',
      args: {
        stack: focus.stack!.id,
        subject: { id, name, kind: 'part', figure: oneBoneFigure(id, name, 60) },
        drawing: null,
        pose: null,
      },
    },
  }
}

/** The strokes of a part on the drawing before, copied to this one, so that proportions hold. */
export function copyPartOn(scene: Scene, focus: Focus, part: string, to: Drawing): Draft | null {
  const here = contentHere(scene, focus)
  const strokes = (here ? solidOf(scene, here).strokes : [])
    .filter(s => s.part === part)
    .map(s => ({ ...s, id: newId() }))
  return strokes.length
    ? { name: 'stroke.add', args: { stack: focus.stack!.id, drawing: to.id, strokes, ...fixOf(scene, focus, to) } }
    : null
}

/**
 * The part drawn once: as it is on this drawing, placed where it is; drawings on which it was drawn by hand get it in
 * the middle of what was there.
 */
export function shareDraft(scene: Scene, focus: Focus, part: Subject): Draft | null {
  const here = focus.drawing!
  const outlines = (d: Drawing): number[][] =>
    d.content.strokes
      .filter(s => s.part === part.id)
      .flatMap(ref => {
        const stroke = scene.strokeBy(ref.hash)
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
      at: after([1, 0, 0, 1, -middle.x, -middle.y], s.at ?? SAME),
    }))
  const drawn = Object.values(focus.stack!.drawings).filter(
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
      stack: focus.stack!.id,
      subject: part.id,
      strokes,
      figure: oneBoneFigure(part.id, part.name, Math.max(20, (box.bottom - box.top) / 2 + 12)),
      poses,
    },
  }
}

/** The part as strokes of their own again, on every drawing that it is placed on. */
export function unshareDraft(scene: Scene, focus: Focus, part: Subject): Draft | null {
  if (part.kind !== 'part' || !part.strokes) return null
  const strokes = Object.fromEntries(
    Object.values(focus.stack!.drawings).flatMap(d => {
      const pose = d.content.poses[part.id]
      if (!pose) return []
      const at = placingOf(part.figure, pose)
      return [[d.id, part.strokes!.map(s => ({ ...s, id: newId(), part: part.id, at: after(at, s.at ?? SAME) }))]]
    }),
  )
  return { name: 'part.unshare', args: { stack: focus.stack!.id, subject: part.id, strokes } }
}

/**
 * A stroke that is drawn on a shared part goes into the part itself, from where it is placed on this drawing. Null
 * where it is not on it.
 */
export function strokeOnShared(scene: Scene, focus: Focus, part: string, hash: string): Draft | null {
  const subject = focus.stack!.subjects[part]
  const pose = contentHere(scene, focus)?.poses[part]
  if (subject?.kind !== 'part' || !subject.strokes) return null
  if (!pose) {
    tell(`${subject.name} is drawn once, and not on this drawing.`, {
      detail: 'Put it on the drawing by “Figure” (P), or select another part.',
    })
    return null
  }
  return {
    name: 'subject.set',
    args: {
      stack: focus.stack!.id,
      subject: part,
      strokes: [...subject.strokes, { id: newId(), hash, at: inverseOf(placingOf(subject.figure, pose)) }],
    },
  }
}
