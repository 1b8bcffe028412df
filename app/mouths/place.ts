import { mouthOnHead } from '#core/dialogue'
import type { Subject } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Affine } from '#core/motion'
import { after, SAME } from '#core/motion'
import { drawingShown, placingAt } from '#core/pass'
import type { Scene } from '~/desk/scene'
import type { Ride } from '~/sheet/carry'
import { ridesFor } from '~/sheet/carry'

/** A head is looked for by its name, in figures of one's own, too. */
export const isHead = (subject: Subject, bone: string): boolean =>
  /head|face/i.test(bone) || /head|face/i.test(subject.figure.bones.find(b => b.id === bone)?.name ?? '')

/** What a mouth can ride on on a frame; heads come first, `heads` of them. */
export function headsFirst(scene: Scene, frame: number): { rides: Ride[]; heads: number } {
  const rides = ridesFor(scene, null, frame)
  const head = ({ column, part }: Ride): boolean => {
    const subject = part && scene.shot.stacks[scene.plan.columns[column]!.stack]!.subjects[part.subject]
    return !!subject && isHead(subject, part!.bone)
  }
  const heads = rides.filter(head)
  return { rides: [...heads, ...rides.filter(r => !head(r))], heads: heads.length }
}

/** Where a plain mouth of width 1 begins, and how large it is: on a head, else in the middle of the picture. */
export function mouthPlace(
  scene: Scene,
  ride: Ride | null,
  frame: number,
  from: 'front' | 'right' | 'left',
): { at: Affine; width: number } {
  const { width, height } = scene.shot.picture
  const middle = { at: [1, 0, 0, 1, width / 2, height / 2] as const, width: Math.round(height / 8) }
  const on = ride?.part && scene.plan.columns[ride.column]
  const drawing = on && drawingShown(on, frame)
  if (!on || !drawing) return middle
  const stack = scene.shot.stacks[on.stack]!
  const subject = subjectsOf(stack).find(s => s.id === ride.part!.subject)
  const pose = scene.contents.of(scene, stack, drawing).poses[ride.part!.subject]
  const bone = subject?.figure.bones.find(b => b.id === ride.part!.bone)
  if (!subject || !pose || !bone) return middle
  const own = mouthOnHead(subject.figure, pose, bone.id, from)
  return { at: after(placingAt(scene, on, frame) ?? SAME, own.at), width: own.width }
}
