import type { Draft } from '#core/commands'
import { spotAt } from '#core/commands'
import type { Drawing } from '#core/document'
import { isPose } from '#core/pass'
import { exposedOn } from '#core/sheet'
import { spareOf } from '~/desk/copies'
import { solidOf } from '~/desk/drafts'
import type { Desk } from '~/desk/desk'
import type { Focus, Scene, Selection } from '~/desk/scene'
import type { Clip } from '~/sheet/arrange'
import { everyExposure } from '~/sheet/arrange'
import { joined, selectionOf } from '~/sheet/passages'

/** Drawings as they are exposed one after the other, each for the step of the column. */
const oneByOne = (focus: Focus, drawings: readonly Drawing[]) =>
  drawings.map(d => ({ drawing: d.id, frames: focus.column!.step }))

/** Drawings exposed one after the other from the playhead on, over what is exposed there. */
export const exposeHere = (scene: Scene, focus: Focus, drawings: readonly Drawing[]): Draft => {
  const { id, runs } = focus.column!
  const frame = focus.workFrame
  const where = { plan: scene.plan.id, column: id, at: spotAt(runs, frame), frame }
  return { name: 'range.paste', args: { ...where, exposures: oneByOne(focus, drawings), by: 'over' } }
}

/** The same to be pasted somewhere. */
export const clipOf = (scene: Scene, focus: Focus, drawings: readonly Drawing[]): Clip => ({
  scene,
  frames: drawings.length * focus.column!.step,
  columns: [{ stack: focus.stack!.id, exposures: oneByOne(focus, drawings) }],
})

/**
 * All exposures of some drawings in the active column, selected: of one of them wherever it is exposed at the time. Null
 * where there is none.
 */
export function exposuresOf(focus: Focus, drawings: readonly Drawing[]): Selection | null {
  if (drawings.length === 1) return everyExposure(focus, drawings[0]!.id)
  const { id, runs } = focus.column!
  const all = joined(drawings.flatMap(d => exposedOn(runs, d.id)))
  return all.length ? selectionOf(id, all) : null
}

/** Copies of drawings, as spares. */
export const duplicates = (scene: Scene, focus: Focus, drawings: readonly Drawing[]): Draft[] => {
  // Each gets a number of its own, also where two are copied that differ by a letter.
  let stack = focus.stack!
  return drawings.map(d => {
    const draft = spareOf(stack, d, solidOf(scene, scene.contents.of(scene, focus.stack!, d.id)))
    const made = { ...draft.args.drawing, own: true }
    stack = { ...stack, drawings: { ...stack.drawings, [made.id]: made } }
    return draft
  })
}

/** In-betweens first: those of a chart go with its poses. */
export const deletion = (focus: Focus, drawings: readonly Drawing[]): Draft[] =>
  [...drawings.filter(d => !isPose(d)), ...drawings.filter(isPose)].map(d => ({
    name: 'drawing.remove',
    args: { stack: focus.stack!.id, drawing: d.id },
  }))

/** Deletes drawings, and says which, with a way back. */
export function deleteDrawings(d: Desk, drawings: readonly Drawing[]): void {
  const words = namesOf(drawings)
  if (d.run(...deletion(d.focus!, drawings))) d.tellDone(`${words} deleted.`)
}

/** "Drawing 9", "Drawings 9, 11 and 3 more". */
export function namesOf(drawings: readonly Drawing[]): string {
  const [shown, more] = [drawings.slice(0, 4).map(d => d.number), drawings.length - 4]
  if (drawings.length === 1) return `Drawing ${shown[0]}`
  return more > 0 ? `Drawings ${shown.join(', ')} and ${more} more` : `Drawings ${shown.join(', ')}`
}
