import type { PictureRoom } from '#core/picture'

type C = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/**
 * What is drawn in a part of the picture, kept as an image of the px that it covers on the canvas, for as long as the
 * canvas and its transform are the same: it is put back px for px then, without being scaled again.
 */
export class KeptImage {
  private key = ''
  private image: OffscreenCanvas | null = null
  private at = { x: 0, y: 0 }

  /** `paint` draws it in px of the picture. */
  draw(c: C, room: PictureRoom, paint: (c: OffscreenCanvasRenderingContext2D) => void): void {
    const t = c.getTransform()
    const key = [t.a, t.b, t.c, t.d, t.e, t.f, c.canvas.width, c.canvas.height].join(' ')
    if (key !== this.key) this.make(c, t, room, paint)
    this.key = key
    if (!this.image) return
    c.save()
    c.resetTransform()
    c.drawImage(this.image, this.at.x, this.at.y)
    c.restore()
  }

  private make(c: C, t: DOMMatrix, room: PictureRoom, paint: (c: OffscreenCanvasRenderingContext2D) => void): void {
    // The box of the room's corners on the canvas; turned pictures have one as well.
    const corners = [
      [room.x, room.y],
      [room.x + room.width, room.y],
      [room.x, room.y + room.height],
      [room.x + room.width, room.y + room.height],
    ].map(([x, y]) => t.transformPoint({ x, y }))
    const within = (n: number, most: number): number => Math.max(0, Math.min(most, n))
    const left = within(Math.floor(Math.min(...corners.map(p => p.x))), c.canvas.width)
    const right = within(Math.ceil(Math.max(...corners.map(p => p.x))), c.canvas.width)
    const top = within(Math.floor(Math.min(...corners.map(p => p.y))), c.canvas.height)
    const bottom = within(Math.ceil(Math.max(...corners.map(p => p.y))), c.canvas.height)
    this.at = { x: left, y: top }
    this.image = right > left && bottom > top ? new OffscreenCanvas(right - left, bottom - top) : null
    if (!this.image) return
    const ic = this.image.getContext('2d')!
    ic.setTransform(t.a, t.b, t.c, t.d, t.e - left, t.f - top)
    paint(ic)
  }
}
