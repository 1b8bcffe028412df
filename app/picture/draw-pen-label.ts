import type { Vec } from '#core/motion'
import type { Focus } from '~/desk/scene'
import { exposed } from '~/desk/steps'
import type { PenGoes } from '~/light-table/pen-goes'
import { SANS, theme } from '~/ui/colours'

/** What the pen draws on, in words. */
export function penWords(focus: Focus, goes: PenGoes): string {
  const { column, drawing, place, workFrame } = focus
  const name = column?.name ?? ''
  if (!drawing || goes === 'blank') return `${name} new`
  if (goes === 'copy') return `${name} copy of ${drawing.number}`
  const how = exposed(focus)
  const held = how === 'held' ? `held ${workFrame - place!.start + 1} of ${place!.run.frames}` : how
  return [`${name} ${drawing.number}`, drawing.role, held].join(' · ')
}

/** Where the pen is, px, in a box of a width. */
interface PenAt {
  readonly at: Vec
  readonly width: number
}

/** The same beside the pen. */
export function drawPenLabel(c: CanvasRenderingContext2D, focus: Focus, goes: PenGoes, { at, width }: PenAt): void {
  const t = theme()
  const text = penWords(focus, goes)
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
