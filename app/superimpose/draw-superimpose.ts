import type { Vec } from '#core/motion'
import { drawSelected } from '~/light-table/draw-tools'
import { theme } from '~/ui/colours'
import type { View } from '~/ui/paint/view'
import type { SuperimposeLook } from './superimpose-tool'

type C = CanvasRenderingContext2D

/** The frame around the neighbour that is laid, or the points that were clicked on both. */
export function drawSuperimpose(c: C, v: View, { box, grips, pairs, open }: SuperimposeLook): void {
  drawSelected(c, v, { box, grips, line: [], lasso: false, riding: null })
  const on = (p: Vec): [number, number] => [v.x + p.x * v.scale, v.y + p.y * v.scale]
  c.save()
  c.strokeStyle = theme().ledger
  c.lineWidth = 1.4
  for (const [from, to] of pairs) {
    c.beginPath()
    c.moveTo(...on(from))
    c.lineTo(...on(to))
    c.stroke()
  }
  // A ring on the neighbour, a cross where the point belongs.
  for (const p of [...pairs.map(x => x[0]), ...(open ? [open] : [])]) {
    c.beginPath()
    c.arc(...on(p), 5, 0, Math.PI * 2)
    c.stroke()
  }
  for (const [, p] of pairs) {
    const [x, y] = on(p)
    c.beginPath()
    c.moveTo(x - 6, y)
    c.lineTo(x + 6, y)
    c.moveTo(x, y - 6)
    c.lineTo(x, y + 6)
    c.stroke()
  }
  c.restore()
}
