import type { Pose } from '../figure'
import { layBones } from '../figure'
import type { Affine } from '../motion'
import { after, growth, SAME } from '../motion'
import { runBefore, shownAt } from '../sheet'
import type { Carrier, Column, Subject } from '../document/document'
import { lying, movedOn } from './moves'
import { drawingShown } from './passes'
import type { Scene } from './scene'

/** Which drawing a column shows on a frame. */
export type Shows = (column: Column, frame: number) => string | null

/** The space of a part of a posed subject: at the end of a bone, along it; or at its place. Null where it has no such bone. */
export function partSpace({ figure }: Subject, pose: Pose, bone: string): Affine | null {
  const mirror = pose.mirror ?? false
  if (bone === 'place') return lying(pose.place, mirror ? Math.PI - pose.turn : pose.turn, pose.size, mirror)
  const laid = layBones(figure, pose).get(bone)
  return laid ? lying(laid.tip, laid.angle, pose.size, mirror) : null
}

/**
 * Where a column lies on a frame: the map from its own space, in which its drawings are drawn, to the picture. `SAME` for
 * one that is neither carried nor moved; null where it is not seen, since what carries it is not.
 */
export function placingAt(scene: Scene, column: Column, frame: number, shows: Shows = drawingShown): Affine | null {
  const own = ownPlacing(column, frame)
  if (!own) return null
  const { carrier } = column
  // What was deleted carries nothing, and hides nothing: the column lies as it is drawn.
  if (!carrier || !isThere(scene, carrier)) return own
  const space = carrierSpace(scene, carrier, frame, shows)
  return space && large(after(space, after(carrier.base, own)))
}

/** Where its own moves put a column on a frame, in the space of what carries it. Null where it is away. */
export const ownPlacing = (column: Column, frame: number): Affine | null =>
  movedOn(column.moves, frame, f => drawnSince(column, f))

/** Since which frame a column has shown the drawing that it shows on a frame. */
export function drawnSince({ runs }: Column, frame: number): number {
  let place = shownAt(runs, frame)
  if (!place) return frame
  for (let before = runBefore(runs, place); before?.run.drawing === place.run.drawing; before = runBefore(runs, place))
    place = before!
  return place.start
}

/** What is so small that there is no way back from it is not seen. */
const large = (m: Affine): Affine | null => (growth(m) > 1e-5 && m.every(Number.isFinite) ? m : null)

/** True while what carries a column is in the shot: its column, its subject, its bone. */
function isThere({ shot, plan }: Scene, { column, part }: Pick<Carrier, 'column' | 'part'>): boolean {
  const on = plan.columns[column]
  if (!on || !part) return !!on
  const subject = shot.stacks[on.stack]!.subjects[part.subject]
  return !!subject && (part.bone === 'place' || subject.figure.bones.some(b => b.id === part.bone))
}

/** The space of what carries a column on a frame, in the picture; null where that is not seen, or is gone. */
export function carrierSpace(
  scene: Scene,
  carrier: Omit<Carrier, 'base'>,
  frame: number,
  shows: Shows = drawingShown,
): Affine | null {
  const on = scene.plan.columns[carrier.column]
  const part = on ? partAt(scene, carrier, on, frame, shows) : null
  const outer = part && placingAt(scene, on!, part.frame, shows)
  return part && outer && large(after(outer, part.space))
}

/** The space of what carries, and on which frame it lay so: on an earlier one where it stays there. */
function partAt(
  scene: Scene,
  { part, sizes, stays }: Omit<Carrier, 'base'>,
  on: Column,
  frame: number,
  shows: Shows,
): { space: Affine; frame: number } | null {
  const stack = scene.shot.stacks[on.stack]!
  const subject = part && stack.subjects[part.subject]
  if (part && !subject) return null
  for (let f = frame; f >= 1;) {
    const drawing = shows(on, f)
    if (drawing && !part) return { space: SAME, frame: f }
    const pose = drawing && part ? scene.contents.of(scene, stack, drawing).poses[part.subject] : undefined
    const space = pose && partSpace(subject!, pose, part!.bone)
    if (space) return { space: sizes ? space : unsized(space), frame: f }
    if (!stays) return null
    f = (shownAt(on.runs, f)?.start ?? f) - 1
  }
  return null
}

/** The same space at size 1. */
function unsized(m: Affine): Affine {
  const k = growth(m)
  return [m[0] / k, m[1] / k, m[2] / k, m[3] / k, m[4], m[5]]
}
