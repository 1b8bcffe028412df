import type { Drawing, Stack } from '#core/document'
import type { Section, Stretch } from '#core/pass'
import { onScale } from '#core/pass'
import { MONO, theme } from '~/ui/colours'
import type { RailGrid } from './handles'

type C = CanvasRenderingContext2D

/** Names nearer than this to each other, or to a pose, share a line, px. */
const [APART, FROM_POSE] = [9, 10]

/** The chart as an in-betweener knows it: a ladder with a tick for each in-between, poses at its ends. */
export function drawLadder(c: C, stack: Stack, { rows, scale }: RailGrid, stretch: Stretch): void {
  const { sections } = stretch
  const x = scale.ladder
  if (!sections.some(s => s.pass.members.length)) return
  const [first, last] = [sections[0]!.pass, sections.at(-1)!.pass]
  // As tall as the in-betweens and their arrival, not as the hold before them.
  const from = first.members[0]?.start ?? first.to.start
  const [top, bottom] = [rows.y(Math.max(stretch.start, from - 1)) + rows.px / 2, rows.y(stretch.end) + rows.px / 2]
  const y = (s: number) => top + Math.max(-0.04, Math.min(1.04, s)) * (bottom - top)
  drawFrame(c, x, top, bottom)
  c.textBaseline = 'middle'
  drawEnd(c, stack.drawings[first.from.drawing]!, x, top)
  drawEnd(c, stack.drawings[last.to.drawing]!, x, bottom)
  c.font = `400 9.5px ${MONO}`
  c.textAlign = 'left'
  const breaks = sections.filter(s => s.to < 1).map(s => y(s.to))
  const free = (at: number, above: number): boolean =>
    at - above >= APART && bottom - at >= FROM_POSE && breaks.every(b => Math.abs(b - at) >= FROM_POSE)
  // Names that have no line of their own stand behind the one above.
  let line = { x: x + 17 + widthOf(c, stack, first.from.drawing) + 9, y: top }
  for (const section of sections) {
    for (const m of section.pass.members) {
      const at = y(onScale(section, m.u))
      drawTick(c, x, at)
      c.font = `400 9.5px ${MONO}`
      c.fillStyle = theme().soft
      const { number } = stack.drawings[m.drawing]!
      if (free(at, line.y)) line = { x: x + 15, y: at }
      c.fillText(number, line.x, line.y)
      line.x += c.measureText(number).width + 4
    }
    if (section.to >= 1) continue
    const at = y(section.to)
    drawBreakdown(c, stack, section, { x, y: at })
    line = { x: x + 16 + widthOf(c, stack, section.pass.to.drawing) + 6, y: at }
  }
}

/** How wide the number of a pose is written, px. */
function widthOf(c: C, stack: Stack, drawing: string): number {
  c.font = `600 9.5px ${MONO}`
  return c.measureText(stack.drawings[drawing]!.number).width
}

function drawFrame(c: C, x: number, top: number, bottom: number): void {
  c.strokeStyle = theme().graphite
  c.lineWidth = 1.4
  c.beginPath()
  c.moveTo(x + 12, top)
  c.lineTo(x, top)
  c.lineTo(x, bottom)
  c.lineTo(x + 12, bottom)
  c.stroke()
}

function drawTick(c: C, x: number, at: number): void {
  c.beginPath()
  c.moveTo(x, at)
  c.lineTo(x + 8, at)
  c.stroke()
}

/** The breakdown that ends a section: a longer tick in blue, its number underlined. */
function drawBreakdown(c: C, stack: Stack, section: Section, { x, y: at }: { x: number; y: number }): void {
  const t = theme()
  c.save()
  c.strokeStyle = t.pencil
  c.lineWidth = 2
  c.beginPath()
  c.moveTo(x, at)
  c.lineTo(x + 13, at)
  c.stroke()
  c.fillStyle = t.pencil
  c.font = `600 9.5px ${MONO}`
  const { number } = stack.drawings[section.pass.to.drawing]!
  c.fillText(number, x + 16, at)
  c.fillRect(x + 16, at + 5, c.measureText(number).width, 1.4)
  c.restore()
}

/** The number of a pose at an end of the ladder: a key ringed, an extreme bold. */
function drawEnd(c: C, drawing: Drawing, x: number, at: number): void {
  const t = theme()
  c.font = `600 9.5px ${MONO}`
  c.textAlign = 'left'
  c.fillStyle = drawing.role === 'breakdown' ? t.pencil : t.graphite
  c.fillText(drawing.number, x + 17, at)
  const w = c.measureText(drawing.number).width
  if (drawing.role === 'breakdown') c.fillRect(x + 17, at + 5, w, 1.4)
  if (drawing.role !== 'key') return
  c.beginPath()
  c.ellipse(x + 17 + w / 2, at, w / 2 + 4.5, 6.8, 0, 0, Math.PI * 2)
  c.lineWidth = 1.1
  c.strokeStyle = t.graphite
  c.stroke()
}
