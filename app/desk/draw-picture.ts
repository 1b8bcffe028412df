import type { Layer, Mark, Palette } from '#core/picture'

type C = CanvasRenderingContext2D

function trace(c: C, points: readonly number[], closed: boolean): void {
  c.beginPath()
  c.moveTo(points[0]!, points[1]!)
  for (let i = 2; i < points.length; i += 2) c.lineTo(points[i]!, points[i + 1]!)
  if (closed) c.closePath()
}

function drawMark(c: C, m: Mark, p: Palette): void {
  if (m.kind === 'stroke') {
    if (m.outline.length < 6) return
    trace(c, m.outline, true)
    c.fillStyle = m.colour
    c.fill()
    return
  }
  if (m.kind === 'line') trace(c, m.points, m.closed)
  else {
    c.beginPath()
    c.ellipse(m.at.x, m.at.y, m.rx, m.ry, m.turn, 0, Math.PI * 2)
  }
  if (m.fill) {
    c.fillStyle = p[m.fill]
    c.fill()
  }
  c.strokeStyle = p[m.ink]
  c.lineWidth = m.width
  c.stroke()
}

/** Draws layers in px of the picture; the canvas is placed by its transform. Used on screen and for what goes out. */
export function drawLayers(c: C | OffscreenCanvasRenderingContext2D, layers: readonly Layer[]): void {
  c.lineCap = 'round'
  c.lineJoin = 'round'
  for (const layer of layers) {
    if (layer.strength < 1) drawFaded(c, layer)
    else for (const m of layer.marks) drawMark(c as C, m, layer.palette)
  }
}

/** A layer that is seen faintly: drawn whole beside the picture first, so that its marks do not darken each other. */
function drawFaded(c: C | OffscreenCanvasRenderingContext2D, layer: Layer): void {
  if (layer.strength <= 0) return
  const { width, height } = c.canvas
  const aside = new OffscreenCanvas(width, height).getContext('2d')!
  aside.setTransform(c.getTransform())
  drawLayers(aside, [{ ...layer, strength: 1 }])
  c.save()
  c.resetTransform()
  c.globalAlpha *= layer.strength
  c.drawImage(aside.canvas, 0, 0)
  c.restore()
}

/**
 * A ghost: the outline of a drawing in one tint, thin. The one before is dashed and the one after is whole, so that the two
 * are told apart without their colour.
 */
export function drawGhost(c: C, marks: readonly Mark[], tint: string, dashed: boolean): void {
  c.save()
  c.lineCap = 'round'
  c.lineJoin = 'round'
  c.strokeStyle = tint
  for (const m of marks) {
    c.setLineDash(dashed ? [14, 9] : [])
    c.lineWidth = m.kind === 'stroke' ? 2 : Math.min(5, Math.max(3, m.width * 0.3))
    if (m.kind === 'ellipse') {
      c.beginPath()
      c.ellipse(m.at.x, m.at.y, m.rx, m.ry, m.turn, 0, Math.PI * 2)
    }
    else {
      const points = m.kind === 'stroke' ? m.outline : m.points
      if (points.length < 4) continue
      trace(c, points, m.kind === 'stroke' || m.closed)
    }
    c.stroke()
  }
  c.restore()
}
