import type { Face, Item, Measure, Page } from '#core/paper'
import { INK } from '#core/paper'
import { MONO, SANS } from '~/ui/colours'
import { drawGhost, drawLayers, ghostLook } from '~/ui/paint/draw-picture'

type C = CanvasRenderingContext2D
const FONTS: Record<Face, string> = {
  plain: `400 1px ${SANS}`,
  bold: `600 1px ${SANS}`,
  mono: `400 1px ${MONO}`,
  'mono-bold': `600 1px ${MONO}`,
}
const fontOf = (face: Face, size: number): string => FONTS[face].replace('1px', `${size}px`)

/** How wide texts are on a canvas: close to how wide they are on paper. */
export function measureOn(c: C): Measure {
  const known = new Map<string, number>()
  return (text, face, size) => {
    const key = `${face} ${text}`
    let wide = known.get(key)
    if (wide === undefined) {
      c.font = fontOf(face, 100)
      wide = c.measureText(text).width / 100
      known.set(key, wide)
    }
    return wide * size
  }
}

/** Draws a page on a canvas whose transform is in pt of it. */
export function drawPage(c: C, page: Page): void {
  c.fillStyle = '#fff'
  c.fillRect(0, 0, page.width, page.height)
  for (const item of page.items) drawItem(c, item)
}

function drawItem(c: C, item: Item): void {
  if (item.kind === 'line') {
    c.strokeStyle = item.colour
    c.lineWidth = item.width
    c.beginPath()
    c.moveTo(...item.from)
    c.lineTo(...item.to)
    c.stroke()
  } else if (item.kind === 'ring') {
    c.strokeStyle = INK
    c.lineWidth = item.width
    c.beginPath()
    c.ellipse(...item.at, item.rx, item.ry, 0, 0, Math.PI * 2)
    c.stroke()
  } else if (item.kind === 'fill') {
    c.fillStyle = item.colour
    c.fillRect(item.x, item.y, item.width, item.height)
  } else if (item.kind === 'text') {
    c.fillStyle = item.colour
    c.font = fontOf(item.face, item.size)
    c.textAlign = item.align
    c.textBaseline = 'alphabetic'
    c.fillText(item.text, ...item.at)
  } else drawPart(c, item)
}

function drawPart(c: C, { x, y, width, height, part, layers, tint }: Extract<Item, { kind: 'drawing' }>): void {
  const scale = width / part.width
  c.save()
  c.beginPath()
  c.rect(x, y, width, height)
  c.clip()
  c.transform(scale, 0, 0, scale, x - part.x * scale, y - part.y * scale)
  if (tint) {
    const look = { ...ghostLook('after', { rank: 0, tint, full: false, own: undefined }), weight: 0.5 }
    for (const layer of layers) drawGhost(c, layer.marks, look)
  } else drawLayers(c, layers)
  c.restore()
}
