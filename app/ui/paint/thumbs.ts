import { contentMarks, figureExtent, paletteOf } from '#core/picture'
import type { Content, Stack } from '#core/document'
import { marksHull } from '#core/travel'
import { boxAround } from '#core/stroke'
import type { Desk } from '~/desk/desk'
import { drawLayers } from './draw-picture'

const made = new WeakMap<Content, Map<string, { canvas: OffscreenCanvas; strokes: number }>>()

/** Draws what is on a drawing small, fitted to its figures (or, where something is drawn by hand, the whole picture). */
export function drawThumb(
  c: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  width: number,
  height: number,
  desk: Desk,
  stack: Stack,
  content: Content,
  ink: string,
): void {
  c.setTransform(1, 0, 0, 1, 0, 0)
  c.fillStyle = desk.shown!.paper
  c.fillRect(0, 0, width, height)
  const extents = Object.entries(content.poses).flatMap(([id, pose]) => {
    const subject = stack.subjects[id]!
    // What is placed as a whole reaches as far as it is drawn.
    const box =
      subject.kind === 'figure'
        ? figureExtent(subject.figure, pose)
        : boxAround([
            marksHull(contentMarks(stack, { poses: { [id]: pose }, strokes: [] }, desk.session!.strokeBy)).flatMap(
              p => [p.x, p.y],
            ),
          ])
    return box ? [box] : []
  })
  const { picture } = desk.shown!
  const box =
    extents.length && !content.strokes.length
      ? {
          left: Math.min(...extents.map(e => e.left)),
          right: Math.max(...extents.map(e => e.right)),
          top: Math.min(...extents.map(e => e.top)),
          bottom: Math.max(...extents.map(e => e.bottom)),
        }
      : { left: 0, top: 0, right: picture.width, bottom: picture.height }
  const scale = Math.min((width - 6) / (box.right - box.left), (height - 6) / (box.bottom - box.top))
  c.setTransform(
    scale,
    0,
    0,
    scale,
    width / 2 - ((box.left + box.right) / 2) * scale,
    height / 2 - ((box.top + box.bottom) / 2) * scale,
  )
  drawLayers(c, [
    {
      column: '',
      drawing: '',
      strength: 1,
      palette: paletteOf(ink, desk.shown!.paper),
      marks: contentMarks(stack, content, desk.session!.strokeBy),
    },
  ])
}

/** A small picture of a drawing, made once for what is on it. */
export function thumbOf(
  desk: Desk,
  stack: Stack,
  drawing: string,
  ink: string,
  width: number,
  height: number,
): OffscreenCanvas {
  const content = desk.contents.of(desk.shown!, desk.plan!, stack, drawing)
  const known = made.get(content) ?? new Map<string, { canvas: OffscreenCanvas; strokes: number }>()
  made.set(content, known)
  const key = `${width}×${height} ${ink} ${desk.shown!.paper}`
  const strokes = content.strokes.filter(s => desk.session!.strokeBy(s.hash)).length
  const found = known.get(key)
  if (found?.strokes === strokes) return found.canvas
  const canvas = new OffscreenCanvas(width, height)
  drawThumb(canvas.getContext('2d')!, width, height, desk, stack, content, ink)
  known.set(key, { canvas, strokes })
  return canvas
}
