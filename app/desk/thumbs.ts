import type { Content, Stack } from '#core/document'
import { contentMarks, figureExtent, paletteOf } from '#core/picture'
import { boxAround } from '#core/stroke'
import { marksHull } from '#core/travel'
import { drawLayers } from '~/ui/paint/draw-picture'
import type { Scene } from './scene'

/** A small picture: what is on it, of which stack, in which ink, and its size, px. */
export interface Thumb {
  readonly stack: Stack
  readonly content: Content
  readonly ink: string
  readonly width: number
  readonly height: number
}

type C = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/**
 * Draws what is on a drawing small, fitted to its figures (or, where something is drawn by hand, the whole picture).
 */
export function drawThumb(c: C, scene: Scene, { stack, content, ink, width, height }: Thumb): void {
  c.setTransform(1, 0, 0, 1, 0, 0)
  c.fillStyle = scene.shot.paper
  c.fillRect(0, 0, width, height)
  const box = boxOf(scene, stack, content)
  const scale = Math.min((width - 6) / (box.right - box.left), (height - 6) / (box.bottom - box.top))
  const [x, y] = [width / 2 - ((box.left + box.right) / 2) * scale, height / 2 - ((box.top + box.bottom) / 2) * scale]
  c.setTransform(scale, 0, 0, scale, x, y)
  const palette = paletteOf(ink, scene.shot.paper)
  const marks = contentMarks(stack, content, scene.strokeBy)
  drawLayers(c, [{ column: '', drawing: '', strength: 1, palette, marks }])
}

function boxOf(scene: Scene, stack: Stack, content: Content) {
  const { width, height } = scene.shot.picture
  const whole = { left: 0, top: 0, right: width, bottom: height }
  if (content.strokes.length) return whole
  const extents = Object.entries(content.poses).flatMap(([id, pose]) => {
    const subject = stack.subjects[id]!
    if (subject.kind === 'figure') return [figureExtent(subject.figure, pose)]
    // What is placed as a whole reaches as far as it is drawn.
    const hull = marksHull(contentMarks(stack, { poses: { [id]: pose }, strokes: [] }, scene.strokeBy))
    return boxAround([hull.flatMap(p => [p.x, p.y])]) ?? []
  })
  if (!extents.length) return whole
  return {
    left: Math.min(...extents.map(e => e.left)),
    right: Math.max(...extents.map(e => e.right)),
    top: Math.min(...extents.map(e => e.top)),
    bottom: Math.max(...extents.map(e => e.bottom)),
  }
}

const made = new WeakMap<Content, Map<string, { canvas: OffscreenCanvas; strokes: number }>>()

/** A small picture of a drawing, made once for what is on it. */
export function thumbOf(scene: Scene, of: Omit<Thumb, 'content'> & { readonly drawing: string }): OffscreenCanvas {
  const content = scene.contents.of(scene, of.stack, of.drawing)
  const known = made.get(content) ?? new Map<string, { canvas: OffscreenCanvas; strokes: number }>()
  made.set(content, known)
  const key = `${of.width}×${of.height} ${of.ink} ${scene.shot.paper}`
  const strokes = content.strokes.filter(s => scene.strokeBy(s.hash)).length
  const found = known.get(key)
  if (found?.strokes === strokes) return found.canvas
  const canvas = new OffscreenCanvas(of.width, of.height)
  drawThumb(canvas.getContext('2d')!, scene, { ...of, content })
  known.set(key, { canvas, strokes })
  return canvas
}
