import type { Content, Drawing } from '#core/document'
import type { Shown } from '#core/pass'
import { solid } from '#core/pass'
import { newId } from '~/sync/ids'
import type { Focus, Scene } from './scene'

/** How commands name the column that is worked on. */
export const planAndColumn = (scene: Scene, focus: Focus) => ({ plan: scene.plan.id, column: focus.column!.id })

/** Thrown where a drawing cannot be worked on, since not all strokes that it is computed from have come yet. */
export class StrokesAway extends Error {
  constructor() {
    super('Not all strokes of this drawing have come yet. Try again in a moment; nothing was changed.')
  }
}

const tried = (scene: Scene, shown: Shown): Content | null =>
  solid(shown, { strokeBy: scene.strokeBy, keep: scene.keeper.note, newId })

/** What no command names is cleared away on the server after some hours: what was kept so long ago is kept again, ms. */
const KEPT_FOR = 30 * 60 * 1000
const keptAt = new WeakMap<Content, number>()

/**
 * What a drawing shows as a content that commands can carry; its strokes are kept for them. Throws `StrokesAway`; that is
 * told to whoever did it.
 */
export function solidOf(scene: Scene, shown: Shown): Content {
  const content = tried(scene, shown)
  if (!content) throw new StrokesAway()
  if (shown.drawn && !(Date.now() - (keptAt.get(content) ?? 0) < KEPT_FOR)) {
    for (const { hash } of content.strokes) scene.keeper.keep(scene.strokeBy(hash)!)
    keptAt.set(content, Date.now())
  }
  return content
}

/** What is on the drawing under the playhead, to be looked at and worked on; null where none is shown, or not all. */
export const solidHere = (scene: Scene, { drawing, stack }: Focus): Content | null =>
  drawing && tried(scene, scene.contents.of(scene, stack!, drawing.id))

/**
 * The content that a computed in-between is fixed with when someone works on it; nothing for a drawing that is its own.
 */
export const fixOf = (scene: Scene, focus: Focus, drawing: Drawing): { fix?: Content } =>
  drawing.own ? {} : { fix: solidOf(scene, scene.contents.of(scene, focus.stack!, drawing.id)) }
