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
  for (const layer of layers) for (const m of layer.marks) drawMark(c as C, m, layer.palette)
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
