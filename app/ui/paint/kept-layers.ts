import type { Layer, Mark, PictureRoom } from '#core/picture'
import { bitmaps } from '~/sync/bitmaps'
import { drawLayers } from './draw-picture'
import { KeptImage } from './kept-image'

/** A number that the same list has, and no other. */
const numbers = new WeakMap<object, number>()
let count = 0
function numberOf(list: object): number {
  if (!numbers.has(list)) numbers.set(list, ++count)
  return numbers.get(list)!
}

/** Where layers lie, how strongly they are seen and in which colours: equal for layers that look the same with the same marks. */
const placesKey = (layers: readonly Layer[]): string =>
  [
    ...layers.map(l => `${l.palette.ink}${l.palette.paper}${l.strength}${l.at?.join(',') ?? ''}`),
    ...layers.flatMap(l => l.cut?.map(numberOf) ?? []),
  ].join(' ')

/** Equal for layers that look the same. */
export const layersKey = (layers: readonly Layer[]): string =>
  `${layers.map(l => numberOf(l.marks)).join(' ')} ${placesKey(layers)}`

/**
 * Draws layers from an image that is kept as long as they are the same, so that what only moves over them (a pen, the
 * playhead of another column) costs an image and not their strokes. Layers of up to `few` marks are drawn anew, and so is
 * what has only just changed: it may change again with the next display frame.
 */
export class KeptLayers {
  private image = new KeptImage()
  private key = ''
  private marks: readonly (readonly Mark[])[] = []

  constructor(private readonly few: number) {}

  draw(c: CanvasRenderingContext2D, layers: readonly Layer[], room: PictureRoom): void {
    if (!layers.length) return
    const key = `${bitmaps.count} ${placesKey(layers)}`
    const same =
      this.key === key && this.marks.length === layers.length && layers.every((l, i) => l.marks === this.marks[i])
    if (!same) {
      this.key = key
      this.marks = layers.map(l => l.marks)
      this.image = new KeptImage()
    }
    const many = layers.reduce((n, l) => n + l.marks.length, 0) > this.few
    if (!many || (!same && this.few)) drawLayers(c, layers)
    else this.image.draw(c, room, ic => drawLayers(ic, layers))
  }
}
