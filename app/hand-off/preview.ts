import type { Layer } from '#core/picture'
import { contentMarks, layersAt, paletteOf } from '#core/picture'
import type { Scene } from '~/desk/scene'
import { drawLayers } from '~/ui/paint/draw-picture'
import { burnIn, burntWords } from './burn'
import type { Look } from './given'
import type { ImagePlan } from './image-names'

/** What is drawn of a scene: a frame, or one image of several. */
export type Previewed = Pick<ImagePlan, 'frame' | 'column' | 'drawing'>

function layersOf(scene: Scene, look: Look, { frame, column, drawing }: Previewed): readonly Layer[] {
  if (!column) return layersAt(scene, frame, scene.strokeBy, { background: look.background })
  if (!drawing) return layersAt(scene, frame, scene.strokeBy).filter(l => l.column === column.id)
  const stack = scene.shot.stacks[column.stack]!
  const marks = contentMarks(stack, scene.contents.of(scene, stack, drawing.id), scene.strokeBy)
  return [
    { column: column.id, drawing: drawing.id, strength: 1, palette: paletteOf(column.ink, scene.shot.paper), marks },
  ]
}

/** Draws what will go out, fitted into a canvas of this size, px: on squares where it is transparent. */
export function drawPreview(
  c: CanvasRenderingContext2D,
  { width, height }: { width: number; height: number },
  scene: Scene,
  look: Look,
  of: Previewed,
): void {
  const { picture, paper } = scene.shot
  if (look.paper) c.fillStyle = paper
  else c.fillStyle = squares(c)
  c.fillRect(0, 0, width, height)
  const ratio = c.getTransform().a
  c.save()
  c.beginPath()
  c.rect(0, 0, width, height)
  c.clip()
  c.scale(width / picture.width, height / picture.height)
  drawLayers(c, layersOf(scene, look, of))
  c.restore()
  if (!of.column) burnIn(c, { width: width * ratio, height: height * ratio }, burntWords(scene, of.frame, look.burnt))
}

let pattern: CanvasPattern | null = null
function squares(c: CanvasRenderingContext2D): CanvasPattern {
  if (pattern) return pattern
  const tile = new OffscreenCanvas(16, 16)
  const t = tile.getContext('2d')!
  t.fillStyle = '#fff'
  t.fillRect(0, 0, 16, 16)
  t.fillStyle = '#dcdcdc'
  t.fillRect(0, 0, 8, 8)
  t.fillRect(8, 8, 8, 8)
  pattern = c.createPattern(tile, 'repeat')!
  return pattern
}
