import type { Vec } from '#core/motion'
import type { Focus } from '~/desk/scene'
import { isHeld } from '~/desk/steps'
import { SANS, theme } from '~/ui/colours'

/** The column and drawing under the pen, beside it: inside a box `width` px wide. */
export function drawPenLabel(c: CanvasRenderingContext2D, focus: Focus, at: Vec, width: number): void {
  const t = theme()
  const { column, drawing, place, workFrame } = focus
  const held = place && isHeld(focus) ? `held ${workFrame - place.start + 1} of ${place.run.frames}` : 'first'
  const words = [`${column?.name ?? ''} ${drawing?.number ?? 'new'}`, ...(drawing ? [drawing.role, held] : [])]
  const text = words.join(' · ')
  c.font = `500 10.5px ${SANS}`
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.globalAlpha = 0.85
  c.fillStyle = t.sheet
  const wide = c.measureText(text).width + 8
  const x = Math.min(at.x + 12, width - wide - 4)
  c.fillRect(x, at.y + 10, wide, 15)
  c.globalAlpha = 1
  c.fillStyle = t.graphite
  c.fillText(text, x + 4, at.y + 18)
}
