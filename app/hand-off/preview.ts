import type { Scene } from '~/desk/scene'
import { drawLayers } from '~/ui/paint/draw-picture'
import { burnIn, burntWords } from './burn'
import type { Look } from './given'
import type { WhichImage } from './image-layers'
import { imageLayers } from './image-layers'

/** Draws what will go out, fitted into a canvas of this size, px: on squares where it is transparent. */
export function drawPreview(
  c: CanvasRenderingContext2D,
  { width, height }: { width: number; height: number },
  scene: Scene,
  look: Look & { readonly figuresOnly?: boolean },
  of: WhichImage,
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
  drawLayers(c, imageLayers(scene, scene.strokeBy, look, of))
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
