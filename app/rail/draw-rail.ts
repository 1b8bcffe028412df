import type { Bar, Stretch } from '#core/pass'
import { onScale } from '#core/pass'
import type { Drawing } from '#core/document'
import type { Desk } from '~/desk/desk'
import { drawOver, drawState, LIGHTER, openLedger } from '~/sheet/draw-sheet'
import { HEAD, LADDER, RAIL, ROW, xOfU, yOfFrame } from '~/sheet/layout'
import { familyHandles, leadMarkers, scaleOf, wayOf } from './handles'
import { passHere } from '~/chart/spans'
import { MONO, SANS, theme } from '~/ui/colours'

type C = CanvasRenderingContext2D

export const BAR = 8

function ring(c: C, x: number, y: number, filled: string, stroke: string): void {
  c.beginPath()
  c.arc(x, y, Math.min(4.6, Math.max(2.4, ROW * 0.4)), 0, Math.PI * 2)
  c.fillStyle = filled
  c.fill()
  c.strokeStyle = stroke
  c.lineWidth = 1.6
  c.stroke()
}

function roundBar(c: C, x: number, y: number, w: number, h: number): void {
  c.beginPath()
  c.roundRect(x - w / 2, y, w, h, Math.min(3, w / 2))
}

function drawBar(c: C, desk: Desk, bar: Bar, held: boolean, strength: number): void {
  const t = theme()
  c.globalAlpha = strength
  const [x, y, h] = [
    xOfU(bar.x),
    yOfFrame(bar.start) + Math.min(1.5, ROW / 10),
    Math.max(1.5, bar.run.frames * ROW - Math.min(3, ROW / 5)),
  ]
  if (bar.kind === 'blank') return
  if (bar.kind === 'pose') {
    const tint = bar.role === 'breakdown' ? t.pencil : t.ledger
    c.globalAlpha = 0.32 * strength
    roundBar(c, x, y, BAR, h)
    c.fillStyle = tint
    c.fill()
    c.globalAlpha = strength
    ring(c, x, y + ROW / 2 - 1.5, bar.state === 'empty' ? t.sheet : tint, tint)
    if (bar.arrives) ring(c, xOfU(1), y + ROW / 2 - 1.5, t.sheet, t.ledger)
  } else if (bar.kind === 'loose') {
    c.strokeStyle = t.soft
    c.setLineDash([2, 2])
    roundBar(c, 10, y, BAR, h)
    c.stroke()
    c.setLineDash([])
    return
  } else {
    const fixed = !!bar.run.drawing && !!desk.stack!.drawings[bar.run.drawing]?.fixed
    const tint = held ? t.signal : fixed ? t.pencil : t.ledger
    roundBar(c, x, y, BAR, h)
    c.fillStyle = bar.state === 'empty' ? t.sheet : tint
    c.fill()
    c.lineWidth = 1.4
    c.strokeStyle = tint
    c.setLineDash(bar.state === 'empty' ? [3, 2] : [])
    c.stroke()
    c.setLineDash([])
    if (bar.state === 'own') drawState(c, x + BAR, y + 4, 'own')
  }
  if (desk.picked.has(bar.run.id)) {
    c.strokeStyle = t.graphite
    c.lineWidth = 1.6
    roundBar(c, x, y - 1.5, BAR + 5, h + 3)
    c.stroke()
  }
  if (desk.stuck.has(bar.run.id)) {
    c.font = `600 9.5px ${SANS}`
    c.textAlign = 'left'
    c.textBaseline = 'middle'
    c.fillStyle = t.signal
    c.fillText('= same', Math.min(x + 9, LADDER - 36), y + ROW / 2 - 1)
  }
}

/** The curve of a family that looks at time, its handles, and the markers of parts that lead: of the pass that is worked on. */
function drawFamily(c: C, desk: Desk, part: Stretch['parts'][number], hot: string | null): void {
  const t = theme()
  const scale = scaleOf(part)
  const way = wayOf(part.pass)
  c.save()
  c.lineWidth = 1.2
  if (way) {
    c.strokeStyle = t.pencil
    c.beginPath()
    for (let i = 0; i <= 48; i++) c.lineTo(scale.x(way(i / 48)), scale.y(i / 48))
    c.stroke()
  }
  const curve = part.pass.chart?.recipe.family === 'curve'
  for (const [i, h] of familyHandles(part.pass).entries()) {
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
  const markers = leadMarkers(desk, part)
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
  c.restore()
}

function drawWay(c: C, bars: readonly Bar[]): void {
  const t = theme()
  c.strokeStyle = t.edge
  c.lineWidth = 1
  let before: Bar | null = null
  for (const bar of bars) {
    if (bar.kind === 'blank') before = null
    if (bar.kind === 'blank' || bar.kind === 'loose') continue
    if (before) {
      const x = bar.kind === 'pose' && bar.arrives ? 1 : bar.x
      c.beginPath()
      c.moveTo(xOfU(before.x), yOfFrame(before.start + before.run.frames) - 1.5)
      c.lineTo(xOfU(x), yOfFrame(bar.start) + (bar.kind === 'pose' ? ROW / 2 : 1.5))
      c.stroke()
    }
    before = bar
  }
}

/** The chart as an in-betweener knows it: a ladder with a tick for each in-between, poses at its ends. */
function drawLadder(c: C, desk: Desk, stretch: Stretch): void {
  const t = theme()
  const stack = desk.stack!
  const parts = stretch.parts.filter(p => p.pass.members.length)
  if (!parts.length) return
  // As tall as the in-betweens and their arrival, not as the hold before them.
  const firstPart = stretch.parts[0]!
  const from = firstPart.pass.members[0]?.start ?? firstPart.pass.to.start
  const [top, bottom] = [yOfFrame(Math.max(stretch.start, from - 1)) + ROW / 2, yOfFrame(stretch.end) + ROW / 2]
  const y = (s: number) => top + Math.max(-0.04, Math.min(1.04, s)) * (bottom - top)
  c.strokeStyle = t.graphite
  c.lineWidth = 1.4
  c.beginPath()
  c.moveTo(LADDER + 12, top)
  c.lineTo(LADDER, top)
  c.lineTo(LADDER, bottom)
  c.lineTo(LADDER + 12, bottom)
  c.stroke()
  c.textBaseline = 'middle'
  drawEnd(c, stack.drawings[firstPart.pass.from.drawing]!, top)
  drawEnd(c, stack.drawings[stretch.parts.at(-1)!.pass.to.drawing]!, bottom)
  c.font = `400 9.5px ${MONO}`
  c.textAlign = 'left'
  let lastLabel = top + 3
  const breaks = stretch.parts.filter(p => p.to < 1).map(p => y(p.to))
  for (const part of stretch.parts) {
    for (const m of part.pass.members) {
      const at = y(onScale(part, m.u))
      c.beginPath()
      c.moveTo(LADDER, at)
      c.lineTo(LADDER + 8, at)
      c.stroke()
      if (at - lastLabel >= 9 && bottom - at >= 10 && breaks.every(b => Math.abs(b - at) >= 10)) {
        c.fillStyle = t.soft
        c.fillText(stack.drawings[m.drawing]!.number, LADDER + 15, at)
        lastLabel = at
      }
    }
    if (part.to < 1) {
      const at = y(part.to)
      c.save()
      c.strokeStyle = t.pencil
      c.lineWidth = 2
      c.beginPath()
      c.moveTo(LADDER, at)
      c.lineTo(LADDER + 13, at)
      c.stroke()
      c.fillStyle = t.pencil
      c.font = `600 9.5px ${MONO}`
      const number = stack.drawings[part.pass.to.drawing]!.number
      c.fillText(number, LADDER + 16, at)
      c.fillRect(LADDER + 16, at + 5, c.measureText(number).width, 1.4)
      c.restore()
      lastLabel = at
    }
  }
}

/** The number of a pose at an end of the ladder: a key ringed, an extreme bold. */
function drawEnd(c: C, drawing: Drawing, at: number): void {
  const t = theme()
  c.font = `600 9.5px ${MONO}`
  c.textAlign = 'left'
  c.fillStyle = drawing.role === 'breakdown' ? t.pencil : t.graphite
  c.fillText(drawing.number, LADDER + 17, at)
  const w = c.measureText(drawing.number).width
  if (drawing.role === 'breakdown') c.fillRect(LADDER + 17, at + 5, w, 1.4)
  if (drawing.role !== 'key') return
  c.beginPath()
  c.ellipse(LADDER + 17 + w / 2, at, w / 2 + 4.5, 6.8, 0, 0, Math.PI * 2)
  c.lineWidth = 1.1
  c.strokeStyle = t.graphite
  c.stroke()
}

function drawHead(c: C, desk: Desk): void {
  const t = theme()
  c.fillStyle = t.sheet
  c.fillRect(0, 0, RAIL, HEAD)
  c.fillStyle = t.graphite
  c.font = `600 12px ${SANS}`
  c.textAlign = 'left'
  c.textBaseline = 'alphabetic'
  c.fillText(desk.column ? `Spacing of ${desk.column.name}` : 'Spacing', 12, HEAD - 22)
  c.font = `400 10px ${SANS}`
  c.fillStyle = t.soft
  c.textAlign = 'center'
  for (const [u, word] of [
    [0, 'first'],
    [0.5, '½'],
    [1, 'second'],
  ] as const)
    c.fillText(word, xOfU(u), HEAD - 7)
  c.textAlign = 'left'
  c.fillText('chart', LADDER, HEAD - 7)
  c.fillStyle = t.graphite
  c.fillRect(0, HEAD - 1.5, RAIL, 1.5)
}

/** The rail of the active column, row for row with the sheet. `held` are the exposures that are being dragged, `hot` the handle under the pointer, `frame` what is being picked. */
export function drawRail(
  c: C,
  desk: Desk,
  width: number,
  height: number,
  scroll: number,
  {
    held,
    hot,
    frame,
  }: { held: ReadonlySet<string>; hot: string | null; frame: { x: number; y: number; w: number; h: number } | null },
): void {
  const t = theme()
  const { bars, stretches } = desk.rail
  const { first, last } = openLedger(c, desk, width, height, scroll)
  for (const [u, dash] of [
    [0, []],
    [0.5, [2, 3]],
    [1, []],
  ] as const) {
    c.strokeStyle = t.edge
    c.lineWidth = 1
    c.setLineDash([...dash])
    c.beginPath()
    c.moveTo(Math.round(xOfU(u)) + 0.5, yOfFrame(first))
    c.lineTo(Math.round(xOfU(u)) + 0.5, yOfFrame(last + 1))
    c.stroke()
    c.setLineDash([])
  }
  const near = bars.filter(b => b.start + b.run.frames >= first - 60 && b.start <= last + 60)
  drawWay(c, near)
  for (const stretch of stretches) {
    if (stretch.end < first - 1 || stretch.start > last + 1) continue
    drawLadder(c, desk, stretch)
    if (desk.litChart && stretch.parts.some(p => p.pass.chart?.id === desk.litChart)) {
      c.save()
      c.fillStyle = t.signal
      c.globalAlpha = 0.06
      for (const p of stretch.parts)
        if (p.pass.chart?.id === desk.litChart)
          c.fillRect(0, yOfFrame(p.pass.from.start), width, (p.pass.to.start - p.pass.from.start) * ROW)
      c.restore()
    }
  }
  drawOver(c, desk, width, last)
  const here = passHere(desk)
  const part = here && stretches.flatMap(x => x.parts).find(p => p.pass.from.run.id === here.from.run.id)
  c.save()
  for (const bar of near) {
    // What a repeat adds is lighter; it cannot be taken hold of.
    drawBar(c, desk, bar, held.has(bar.run.id), bar.run.again ? LIGHTER : 1)
  }
  c.restore()
  if (part && !desk.playing) drawFamily(c, desk, part, hot)
  if (frame) {
    c.strokeStyle = t.graphite
    c.setLineDash([3, 3])
    c.strokeRect(frame.x, frame.y, frame.w, frame.h)
    c.setLineDash([])
  }
  c.restore()
  drawHead(c, desk)
}
