import type { Carrier } from '#core/document'
import { subjectsOf } from '#core/document'
import type { Affine } from '#core/motion'
import { after, areaOf, inverseOf, SAME } from '#core/motion'
import { carrierSpace } from '#core/pass'
import type { Focus, Scene } from '~/desk/scene'
import type { Ride } from '~/sheet/carry'
import { partsOn, rideName } from '~/sheet/carry'

/** A part that is held still in the picture, where it lay on a frame. */
export interface Steady {
  readonly on: Pick<Carrier, 'column' | 'part'>
  readonly frame: number
}

/** Parts that can be held still: what the active column rides on, and what stands on every column. */
export function steadyChoices(scene: Scene, { column, workFrame }: Focus): Ride[] {
  const own = column?.carrier ? [{ ...column.carrier, name: rideName(scene, column.carrier) }] : []
  return [
    ...own,
    ...scene.columns
      .filter(c => !c.hidden)
      .flatMap(c => partsOn(scene, c, workFrame).map(r => ({ ...r, name: `${c.name}: ${r.name}` }))),
  ]
}

export const steadyAt = ({ column, part }: Pick<Ride, 'column' | 'part'>, frame: number): Steady => ({
  on: { column, part },
  frame,
})

/** What is held still by itself: what the column rides on, else the first figure on its drawing. Null where nothing is. */
export function steadyFor(scene: Scene, { column, stack, drawing, workFrame }: Focus): Steady | null {
  if (!column) return null
  if (column.carrier) return { on: column.carrier, frame: workFrame }
  const poses = drawing ? scene.contents.of(scene, stack!, drawing.id).poses : {}
  const subject = stack && subjectsOf(stack).find(s => poses[s.id])
  return subject ? { on: { column: column.id, part: { subject: subject.id, bone: 'place' } }, frame: workFrame } : null
}

/** The map by which a part lies on a frame as it lay on the frame it is held at; `SAME` where it is not to be seen. */
export function steadyMap(scene: Scene, { on, frame: held }: Steady, frame: number): Affine {
  const at = (f: number) => carrierSpace(scene, { ...on, sizes: false, stays: true }, f)
  const [then, now] = [at(held), at(frame)]
  if (!then || !now) return SAME
  const map = after(then, inverseOf(now))
  // A part that is seen in a mirror is held still as it is; the picture is not turned over.
  return areaOf(map) > 0 ? map : after(then, inverseOf(after(now, [1, 0, 0, -1, 0, 0])))
}
