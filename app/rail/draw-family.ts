import type { Stack } from '#core/document'
import type { Section } from '#core/pass'
import type { Point } from '#core/travel'
import { theme } from '~/ui/colours'
import type { LeadMarker, RailGrid } from './handles'
import { familyHandles, leadMarkers, scaleOf, wayOf } from './handles'

type C = CanvasRenderingContext2D
type Scale = ReturnType<typeof scaleOf>

/**
 * What a family is drawn with: the points that are followed have markers, the handle or marker under the pointer is
 * lit.
 */
export interface FamilyLook extends RailGrid {
  readonly stack: Stack
  readonly points: readonly Point[]
  readonly hot: string | null
}

/**
 * The curve of a family that looks at time, its handles, and the markers of parts that lead: of the pass that is worked
 * on.
 */
export function drawFamily(c: C, { stack, points, hot, ...on }: FamilyLook, section: Section): void {
  const scale = scaleOf(section, on)
  const way = wayOf(section.pass)
  c.save()
  c.lineWidth = 1.2
  if (way) {
    c.strokeStyle = theme().pencil
    c.beginPath()
    for (let i = 0; i <= 48; i++) c.lineTo(scale.x(way(i / 48)), scale.y(i / 48))
    c.stroke()
  }
  drawFamilyHandles(c, section, scale, hot)
  drawMarkers(c, leadMarkers(stack, section, on, points), scale, hot)
  c.restore()
}

function drawFamilyHandles(c: C, section: Section, scale: Scale, hot: string | null): void {
  const t = theme()
  const curve = section.pass.chart?.recipe.family === 'curve'
  for (const [i, h] of familyHandles(section.pass).entries()) {
    const [x, y] = [scale.x(h.u), scale.y(h.t)]
    c.strokeStyle = t.pencil
    c.beginPath()
    if (curve) {
      c.moveTo(scale.x(i), scale.y(i))
      c.lineTo(x, y)
    } else {
      c.setLineDash([3, 2])
      c.moveTo(x, scale.y(0))
      c.lineTo(x, scale.y(1))
    }
    c.stroke()
    c.setLineDash([])
    c.beginPath()
    c.moveTo(x, y - 5)
    c.lineTo(x + 5, y)
    c.lineTo(x, y + 5)
    c.lineTo(x - 5, y)
    c.closePath()
    c.fillStyle = hot === h.id ? t.signal : t.sheet
    c.fill()
    c.strokeStyle = hot === h.id ? t.signal : t.pencil
    c.stroke()
  }
}

function drawMarkers(c: C, markers: readonly LeadMarker[], scale: Scale, hot: string | null): void {
  const t = theme()
  if (markers.length) {
    const middle = scale.y(0.5)
    c.strokeStyle = t.edge
    c.beginPath()
    c.moveTo(2, middle)
    c.lineTo(markers.at(-1)!.x + 4, middle)
    c.stroke()
  }
  for (const m of markers) {
    c.beginPath()
    c.moveTo(m.x - 3.2, m.y + 3.4)
    c.lineTo(m.x, m.y - 3.8)
    c.lineTo(m.x + 3.2, m.y + 3.4)
    c.closePath()
    c.fillStyle = hot === m.key ? t.signal : m.share ? t.pencil : t.sheet
    c.fill()
    c.strokeStyle = hot === m.key ? t.signal : t.pencil
    c.stroke()
  }
}
