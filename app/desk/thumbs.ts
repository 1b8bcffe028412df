import type { Drawing, Stack } from '#core/document'
import type { Shown } from '#core/pass'
import { contentMarks, figureExtent, finishedMarks, paletteOf } from '#core/picture'
import { boxAround } from '#core/stroke'
import { marksHull } from '#core/travel'
import { bitmaps } from '~/sync/bitmaps'
import { drawLayers } from '~/ui/paint/draw-picture'
import type { Scene } from './scene'

/** A small picture: what is on it, of which stack, in which ink, and its size, px. */
export interface Thumb {
  readonly stack: Stack
  readonly content: Shown
  /** What came back for it, if anything. */
  readonly finished?: Drawing['finished'] | undefined
  readonly ink: string
  readonly width: number
  readonly height: number
}

type C = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** A box of the picture, px of the picture. */
export interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** Draws what is on a drawing small, fitted to all that is on it. */
export function drawThumb(c: C, scene: Scene, { stack, content, finished, ink, width, height }: Thumb): void {
  c.setTransform(1, 0, 0, 1, 0, 0)
  c.fillStyle = scene.shot.paper
  c.fillRect(0, 0, width, height)
  const box = contentBox(scene, stack, content)
  const scale = Math.min((width - 6) / (box.right - box.left), (height - 6) / (box.bottom - box.top))
  const [x, y] = [width / 2 - ((box.left + box.right) / 2) * scale, height / 2 - ((box.top + box.bottom) / 2) * scale]
  c.setTransform(scale, 0, 0, scale, x, y)
  const palette = paletteOf(ink, scene.shot.paper)
  const marks = finishedMarks({ finished }, contentMarks(stack, content, scene.strokeBy))
  drawLayers(c, [{ column: '', drawing: '', strength: 1, palette, marks }])
}

/** Of the picture's height, what a box around a drawing has at least: a dot is not blown up. */
const LEAST_BOX = 0.16
const boxes = new WeakMap<Shown, { box: Box; strokes: number }>()
const strokesAtHand = (scene: Scene, { strokes, drawn }: Shown): number =>
  strokes.filter(s => scene.strokeBy(s.hash)).length + (drawn?.strokes(scene.strokeBy)?.length ?? 0)

/** What is on a drawing, figures and all that is drawn by hand, framed; the whole picture where nothing is. */
export function contentBox(scene: Scene, stack: Stack, content: Shown): Box {
  const strokes = strokesAtHand(scene, content)
  const known = boxes.get(content)
  if (known?.strokes === strokes) return known.box
  const box = framed(scene, stack, content)
  boxes.set(content, { box, strokes })
  return box
}

function framed(scene: Scene, stack: Stack, content: Shown): Box {
  const { width, height } = scene.shot.picture
  const hull = marksHull(contentMarks(stack, content, scene.strokeBy))
  const figures = Object.entries(content.poses)
    .filter(([id]) => stack.subjects[id]!.kind === 'figure')
    .map(([id, pose]) => figureExtent(stack.subjects[id]!.figure, pose))
  const all = [...figures, ...[boxAround([hull.flatMap(p => [p.x, p.y])])].filter(b => b !== null)]
  if (!all.length) return { left: 0, top: 0, right: width, bottom: height }
  const box = {
    left: Math.min(...all.map(e => e.left)),
    right: Math.max(...all.map(e => e.right)),
    top: Math.min(...all.map(e => e.top)),
    bottom: Math.max(...all.map(e => e.bottom)),
  }
  const [dx, dy] = [LEAST_BOX * height - (box.right - box.left), LEAST_BOX * height - (box.bottom - box.top)]
  return {
    left: box.left - Math.max(0, dx) / 2,
    right: box.right + Math.max(0, dx) / 2,
    top: box.top - Math.max(0, dy) / 2,
    bottom: box.bottom + Math.max(0, dy) / 2,
  }
}

const made = new WeakMap<Shown, Map<string, { canvas: OffscreenCanvas; strokes: number }>>()

/** A small picture of a drawing, made once for what is on it. */
export function thumbOf(
  scene: Scene,
  of: Omit<Thumb, 'content' | 'finished'> & { readonly drawing: string },
): OffscreenCanvas {
  const content = scene.contents.of(scene, of.stack, of.drawing)
  const known = made.get(content) ?? new Map<string, { canvas: OffscreenCanvas; strokes: number }>()
  made.set(content, known)
  const { finished } = of.stack.drawings[of.drawing]!
  const came = finished ? `${finished.file} ${finished.over} ${finished.at.join()} ${!!bitmaps.of(finished.file)}` : ''
  const key = `${of.width}×${of.height} ${of.ink} ${scene.shot.paper} ${came}`
  const strokes = strokesAtHand(scene, content)
  const found = known.get(key)
  if (found?.strokes === strokes) return found.canvas
  const canvas = new OffscreenCanvas(of.width, of.height)
  drawThumb(canvas.getContext('2d')!, scene, { ...of, content, finished })
  known.set(key, { canvas, strokes })
  return canvas
}
