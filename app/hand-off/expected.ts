import type { Frames } from '#core/sheet'
import { drawingShown, framingOn, framingSpace, placingAt } from '#core/pass'
import { perSecond } from '#core/time'
import { columnsOf } from '#core/document'
import type { Scene } from '~/desk/scene'
import { bitrateOf, evened } from './choices'
import type { Look } from './given'
import { sizeAt, sizeWords } from './given'
import { summaryOf } from './image-names'
import { drawPreview } from './preview'
import type { Order } from './unfinished'

/** What a further picture of a GIF takes, of what the first takes as PNG: the rest stays as it was (measured on the demo). */
const GIF_SHARE = 0.15

/** How many different pictures are shown on some frames: where any column shows another drawing, or one moves. */
function picturesOn(scene: Scene, { first, last }: Frames): number {
  const columns = columnsOf(scene.plan).filter(c => !c.hidden && !c.reference)
  const { camera } = scene.plan
  const seenBy = (frame: number): string =>
    camera ? framingSpace(framingOn(camera, frame, scene.shot.rate), scene.shot.picture).join() : ''
  const seen = new Set<string>()
  for (let frame = first; frame <= last; frame++)
    seen.add(
      seenBy(frame) +
        columns
          .map(c => `${drawingShown(c, frame)} ${c.carrier || c.moves ? placingAt(scene, c, frame)?.join() : ''}`)
          .join('|'),
    )
  return seen.size
}

/** The size of the first picture as PNG, bytes. */
async function pngBytes(scene: Scene, choices: Look, frame: number): Promise<number> {
  const { width, height } = sizeAt(scene.shot.picture, choices.scale)
  const canvas = new OffscreenCanvas(width, height)
  const c = canvas.getContext('2d') as unknown as CanvasRenderingContext2D
  drawPreview(c, { width, height }, scene, choices, { frame, column: null, drawing: null })
  return (await canvas.convertToBlob({ type: 'image/png' })).size
}

/** What is to be expected, in words: the size of the pictures and of the file. */
export async function expectedWords(scene: Scene, order: Order, range: Frames): Promise<string> {
  if (order.kind === 'paper') return ''
  const { shot, plan } = scene
  const frames = range.last - range.first + 1
  const size = sizeAt(shot.picture, order.choices.scale)
  const px = (s: { width: number; height: number }): string => `${s.width} × ${s.height} px`
  if (order.kind === 'movie') {
    const fps = perSecond(shot.rate)
    const seconds =
      order.shots.length > 1 ? order.shots.reduce((n, s) => n + s.length / perSecond(s.rate), 0) : frames / fps
    const all = seconds * order.choices.loops + order.choices.slate * order.shots.length
    const bytes = (bitrateOf(order.choices.quality, evened(size), fps) * all) / 8
    return `${px(evened(size))}, ${all.toFixed(2)} s, at most about ${sizeWords(bytes)}`
  }
  // Other shots are not at hand yet: they are taken to be like this one.
  const several = order.shots.length > 1
  const times = several ? order.shots.reduce((n, s) => n + s.length, 0) / frames : 1
  const about = (bytes: number): string => `${px(size)}${several ? ' each' : ''}, about ${sizeWords(bytes * times)}`
  const first = await pngBytes(scene, order.choices, range.first)
  if (order.kind === 'gif') return about(first * (1 + GIF_SHARE * (picturesOn(scene, range) - 1)))
  if (order.choices.by === 'contact') return ''
  const { count } = summaryOf({ shot, plan, production: '' }, range, order.choices)
  return about(first * count)
}
