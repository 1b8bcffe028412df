import type { Draft } from '#core/commands'
import { exposedDrawings } from '#core/sheet'
import { spareOf } from '~/desk/copies'
import { solidOf } from '~/desk/drafts'
import type { Desk } from '~/desk/desk'
import type { Focus, Scene } from '~/desk/scene'
import { rangeIn } from './arrange'

/** How often the drawing under the playhead is exposed besides, in all columns that show it. */
export function exposedElsewhere(scene: Scene, { drawing, stack }: Focus): number {
  if (!drawing) return 0
  const times = scene.columns
    .filter(c => c.stack === stack!.id)
    .reduce((sum, c) => sum + (exposedDrawings(c.runs).get(drawing.id)?.times ?? 0), 0)
  return Math.max(0, times - 1)
}

/** Whether the exposure under the playhead can get a drawing of its own: it shows one that is exposed elsewhere, too. */
export const canBeOwn = (scene: Scene, focus: Focus): boolean =>
  !!focus.place && !focus.place.run.again && exposedElsewhere(scene, focus) > 0

/**
 * The exposure under the playhead shows a copy of its drawing from now on; elsewhere that one stays. `number` is what the
 * copy is called.
 */
export function ownDrawing(scene: Scene, focus: Focus): { drafts: Draft[]; number: string } {
  const [drawing, stack, place] = [focus.drawing!, focus.stack!, focus.place!]
  const copy = spareOf(stack, drawing, solidOf(scene, scene.contents.of(scene, stack, drawing.id)))
  const here = { first: place.start, last: place.start + place.run.frames - 1 }
  const range = rangeIn(scene, focus, focus.column!, here)!
  const { id, number } = copy.args.drawing
  const replace: Draft = { name: 'range.replace', args: { ...range, from: drawing.id, to: id, everywhere: false } }
  return { drafts: [copy, replace], number }
}

/** The same done at once, and told. */
export function makeOwn(d: Desk): void {
  const was = d.drawing!.number
  const { drafts, number } = ownDrawing(d.scene!, d.focus!)
  if (d.run(...drafts)) d.tellDone(`This exposure shows ${number} now, a copy of ${was}.`)
}
