import type { Draft } from '#core/commands'
import type { Shot } from '#core/document'
import type { Figure, Pose } from '#core/figure'
import { restPose } from '#core/figure'
import { fixOf } from '~/desk/drafts'
import type { Desk } from '~/desk/desk'
import type { Focus, Scene } from '~/desk/scene'
import { lastPose } from '~/poses/new-pose'
import { newId } from '~/sync/ids'
import { onDrawing, poseOnDrawing, putFigure } from './subjects'

/** A figure stands on the ground of the picture (px), in its middle, about half as high. */
export function standing({ width, height }: Shot['picture'], figure: Figure): Pose {
  const high = figure.id.startsWith('person') ? 520 : 140
  const size = Math.max(0.02, Math.round((height / 1080) * 100) / 100)
  const ground = height * 0.86
  return restPose(
    { x: width / 2, y: figure.id.startsWith('person') ? ground - 250 * size : ground - high * size },
    size,
  )
}

/** Puts a new figure on the drawing under the playhead. */
export function placeFigure(d: Desk, figure: Figure): void {
  const names = new Set(Object.values(d.stack!.subjects).map(s => s.name))
  const short = figure.name.split(',')[0]!
  const name = names.has(short) ? `${short} ${names.size + 1}` : short
  const subject = { id: newId(), name, kind: 'figure' as const, figure }
  d.run(...putFigure(d.scene!, d.focus!, subject, standing(d.shot!.picture, figure)))
}

/** Drafts that put a figure of the column on the drawing under the playhead, posed as it was last. */
export function bringDrafts(scene: Scene, focus: Focus, subject: string): Draft[] {
  const stack = focus.stack!
  const from = lastPose(focus, focus.frame)
  const pose =
    (from && scene.contents.of(scene, stack, from.id).poses[subject]) ??
    Object.values(stack.drawings)
      .map(drawing => drawing.content.poses[subject])
      .find(Boolean) ??
    standing(scene.shot.picture, stack.subjects[subject]!.figure)
  return onDrawing(scene, focus, drawing => [poseOnDrawing(scene, focus, drawing, subject, pose)])
}

/** Puts a figure of the column on the drawing under the playhead, posed as it was last. */
export const bringFigure = (d: Desk, subject: string): boolean => d.run(...bringDrafts(d.scene!, d.focus!, subject))

/** Removes a figure from the drawing under the playhead. */
export const takeFigureOff = (d: Desk, subject: string): boolean =>
  d.run({
    name: 'drawing.pose',
    args: {
      stack: d.stack!.id,
      drawing: d.drawing!.id,
      poses: { [subject]: null },
      ...fixOf(d.scene!, d.focus!, d.drawing!),
    },
  })
