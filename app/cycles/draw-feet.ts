import type { Vec } from '#core/motion'
import { MONO } from '~/ui/colours'
import type { View } from '~/ui/paint/view'
import { useDesk } from '~/desk/desk'
import { useCycles } from './store'

type C = CanvasRenderingContext2D
const SLIDES = '#c62f20'
const STANDS = '#1d3b2d'
/** What slides less is not told, px. */
const LEAST = 0.5

/** The planted feet of the drawing under the playhead: where each stands, and how far it has slid from there. */
export function drawFeet(c: C, v: View): void {
  const [desk, { gait }] = [useDesk(), useCycles()]
  const id = desk.drawing?.id
  if (!gait || !id || desk.playing) return
  for (const { drawings, at, slides } of gait.plants) {
    const i = drawings.indexOf(id)
    if (i < 0) continue
    const [foot, slide] = [at[i]!, slides[i]!]
    drawFoot(c, v, foot, { x: foot.x - slide.x, y: foot.y - slide.y }, Math.hypot(slide.x, slide.y))
  }
}

function drawFoot(c: C, v: View, foot: Vec, stood: Vec, far: number): void {
  const on = (p: Vec): [number, number] => [v.x + p.x * v.scale, v.y + p.y * v.scale]
  const [[x, y], [sx, sy]] = [on(foot), on(stood)]
  c.save()
  c.strokeStyle = far < LEAST ? STANDS : SLIDES
  c.fillStyle = c.strokeStyle
  c.lineWidth = 1.5
  // The ground under it.
  c.beginPath()
  c.moveTo(sx - 9, sy + 5)
  c.lineTo(sx + 9, sy + 5)
  for (const dx of [-7, -1, 5]) {
    c.moveTo(sx + dx + 3, sy + 5)
    c.lineTo(sx + dx, sy + 9)
  }
  c.stroke()
  if (far >= LEAST) {
    c.beginPath()
    c.moveTo(sx, sy)
    c.lineTo(x, y)
    c.stroke()
    c.beginPath()
    c.arc(x, y, 3, 0, Math.PI * 2)
    c.fill()
    c.font = `600 11px ${MONO}`
    c.textBaseline = 'top'
    c.fillText(`slides ${Math.round(far)} px`, Math.min(x, sx) - 4, Math.max(y, sy) + 12)
  }
  c.restore()
}
