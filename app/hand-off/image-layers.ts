import type { Scene, StrokeBy } from '#core/pass'
import type { Layer } from '#core/picture'
import { contentMarks, finishedMarks, layersAt, paletteOf } from '#core/picture'
import type { Look } from './given'

/** Which image: of a frame (of all columns, or of one), or of a drawing of a column. Columns and drawings by their ids. */
export interface WhichImage {
  readonly frame: number
  readonly column: string | null
  readonly drawing: string | null
}

/** What is seen on an image: a drawing lies in its column's own space, a frame as it is seen. */
export function imageLayers(
  scene: Scene,
  strokeBy: StrokeBy,
  look: Pick<Look, 'background'> & { readonly figuresOnly?: boolean },
  { frame, column: id, drawing }: WhichImage,
): readonly Layer[] {
  if (!id) return layersAt(scene, frame, strokeBy, { background: look.background, camera: true })
  if (!drawing) return layersAt(scene, frame, strokeBy, { background: true, camera: true }).filter(l => l.column === id)
  const column = scene.plan.columns[id]!
  const stack = scene.shot.stacks[column.stack]!
  const shown = scene.contents.of(scene, stack, drawing)
  const content = look.figuresOnly ? { poses: shown.poses, strokes: [] } : shown
  const palette = paletteOf(column.ink, scene.shot.paper)
  const rough = contentMarks(stack, content, strokeBy)
  const marks = look.figuresOnly ? rough : finishedMarks(stack.drawings[drawing]!, rough)
  return [{ column: id, drawing, strength: 1, palette, marks }]
}
