import type { Content, Drawing } from '#core/document'
import type { Focus, Scene } from './scene'

/** How commands name the column that is worked on. */
export const planAndColumn = (scene: Scene, focus: Focus) => ({ plan: scene.plan.id, column: focus.column!.id })

/**
 * The content that a computed in-between is fixed with when someone works on it; nothing for a drawing that is its own.
 */
export const fixOf = (scene: Scene, focus: Focus, drawing: Drawing): { fix?: Content } =>
  drawing.own ? {} : { fix: scene.contents.of(scene, focus.stack!, drawing.id) }
