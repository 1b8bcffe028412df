import type { Layer, Mark } from '#core/picture'
import { drawLayers } from './draw-picture'

export interface Room { readonly x: number, readonly y: number, readonly width: number, readonly height: number }

/** A kept image has at most so many px a side. */
const MOST_PX = 4096

/**
 * Draws layers from an image that is kept as long as they are the same and as large, so that what only moves over them (a
 * pen, the playhead of another column) costs an image and not their strokes. Layers of up to `few` marks are drawn anew,
 * and so is what has only just changed: it may change again with the next display frame.
 */
export class KeptLayers {
  private image: OffscreenCanvas | null = null
  private key = ''
  private marks: readonly (readonly Mark[])[] = []

  constructor(private readonly few: number) {}

  /** `room` is what the image covers, px of the picture. */
  draw(c: CanvasRenderingContext2D, layers: readonly Layer[], room: Room): void {
    if (!layers.length) return
    const { a, b } = c.getTransform()
    const scale = Math.hypot(a, b)
    const large = scale * Math.max(room.width, room.height) > MOST_PX
    const key = [scale, room.width, room.height, ...layers.map(l => `${l.palette.ink}${l.strength}`)].join(' ')
    const same = this.key === key && this.marks.length === layers.length && layers.every((l, i) => l.marks === this.marks[i])
    if (!same) {
      this.key = key
      this.marks = layers.map(l => l.marks)
      this.image = null
    }
    const many = layers.reduce((n, l) => n + l.marks.length, 0) > this.few
    // A picture that is zoomed in far is drawn as it is: its image would be too large, or blurred.
    if (!many || large || (!same && this.few)) return drawLayers(c, layers)
    this.image ??= this.made(layers, room, scale)
    c.drawImage(this.image, room.x, room.y, room.width, room.height)
  }

  private made(layers: readonly Layer[], room: Room, scale: number): OffscreenCanvas {
    const image = new OffscreenCanvas(Math.ceil(room.width * scale), Math.ceil(room.height * scale))
    const c = image.getContext('2d')!
    c.scale(scale, scale)
    c.translate(-room.x, -room.y)
    drawLayers(c, layers)
    return image
  }
}
