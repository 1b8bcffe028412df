import type { State } from '#core/pass'
import { runsAfter } from '#core/sheet'
import type { Column } from '#core/document'
import { feetFrames, perSecond, timecodeOf } from '#core/time'
import type { Desk } from '~/desk/desk'
import { COLUMN, HEAD, LEFT, MARGIN, ROOMY, ROW, yOfFrame } from './layout'
import { passagesOf } from './arrange'
import { drawBrackets, drawNotes, fitText } from './draw-sheet-marks'
import { MONO, SANS, theme } from '~/ui/colours'
import { thumbOf } from '~/ui/paint/thumbs'

type C = CanvasRenderingContext2D

/** How strongly what a repeat adds is drawn. */
export const LIGHTER = 0.42

/** Rules of a ledger: fine at each frame, stronger every 8, strongest at each second. */
function drawRules(c: C, desk: Desk, width: number, first: number, last: number): void {
  const t = theme()
  // By the second and every 8 frames; in feet by the foot (16 frames) and every 8.
  const second = desk.margin === 'feet' ? 16 : Math.round(perSecond(desk.shown!.rate))
  for (let f = first; f <= last + 1; f++) {
    const y = Math.round(yOfFrame(f)) + 0.5
    const [atSecond, atEight] = [(f - 1) % second === 0, (f - 1) % 8 === 0]
    if (ROW < 6 && !atSecond && !atEight) continue
    c.fillStyle = atSecond ? t.ledger : atEight ? t.edge : t.rule
    c.fillRect(0, y - 0.5, width, 1)
  }
}

/** What lies beyond the end of the shot is shaded, with the end itself as a double line. */
export function drawOver(c: C, desk: Desk, width: number, last: number): void {
  if (last <= desk.shown!.length) return
  const t = theme()
  const end = yOfFrame(desk.shown!.length + 1)
  c.save()
  c.fillStyle = t.board
  c.globalAlpha = 0.42
  c.fillRect(0, end, width, yOfFrame(last + 2) - end)
  c.restore()
  c.strokeStyle = t.graphite
  c.lineWidth = 1
  for (const d of [0.5, 3.5]) {
    c.beginPath()
    c.moveTo(0, Math.round(end) + d)
    c.lineTo(width, Math.round(end) + d)
    c.stroke()
  }
}

function drawMargin(c: C, desk: Desk, first: number, last: number): void {
  const t = theme()
  c.textAlign = 'right'
  c.textBaseline = 'middle'
  const range = desk.loop
  if (range) {
    c.fillStyle = t.ledger
    c.fillRect(1, yOfFrame(range.first), 3, (range.last - range.first + 1) * ROW)
  }
  // As many labels as there is room for, on the frames that matter.
  const every = ROW >= 11 ? 1 : ROW >= 6 ? 2 : 8
  const label = (f: number) =>
    desk.margin === 'frame'
      ? String(f)
      : desk.margin === 'feet'
        ? feetFrames(f)
        : timecodeOf(f, desk.shown!.rate).slice(-5)
  c.font = `400 ${Math.min(11, Math.max(8.5, ROW * every - 2))}px ${MONO}`
  for (let f = first; f <= last; f++) {
    if ((f - 1) % every) continue
    c.fillStyle = f % 2 ? t.graphite : t.soft
    c.globalAlpha = f % 2 ? 1 : 0.75
    c.fillText(label(f), MARGIN - (desk.margin === 'frame' ? 10 : 4), yOfFrame(f) + ROW / 2 + 0.5)
  }
  c.globalAlpha = 1
}

/** A drawing's number where it is first shown, marked by what it is: key ringed, breakdown underlined, extreme underlined heavily. */
function drawNumber(c: C, x: number, y: number, number: string, role: string, state: State): void {
  const t = theme()
  // In a roomy cell the number stands in its corner, over the picture.
  const high = Math.min(ROW, 24)
  const mid = y + high / 2
  const core = role !== 'in-between'
  if (ROW < 11) {
    drawDense(c, x, y, number, role)
    return
  }
  c.textAlign = 'center'
  c.textBaseline = 'middle'
  c.font = `${core ? 600 : 400} 11.5px ${MONO}`
  const w = Math.max(16, c.measureText(number).width + 10)
  c.fillStyle = t.sheet
  c.fillRect(x - w / 2, y + 1, w, high - 2)
  c.strokeStyle = t.graphite
  c.lineWidth = 1.3
  if (role === 'key') {
    c.setLineDash(state === 'empty' ? [2, 2] : [])
    c.beginPath()
    c.ellipse(x, mid, w / 2 + 1, high / 2 - 0.5, 0, 0, Math.PI * 2)
    c.stroke()
    c.setLineDash([])
  }
  c.fillStyle = role === 'breakdown' ? t.pencil : state === 'own' ? t.graphite : t.soft
  c.fillText(number, x, mid + 0.5)
  if (role === 'breakdown' || role === 'extreme') {
    c.strokeStyle = role === 'breakdown' ? t.pencil : t.graphite
    c.lineWidth = role === 'breakdown' ? 1.2 : 2.6
    c.setLineDash(state === 'empty' ? [2, 2] : [])
    c.beginPath()
    c.moveTo(x - w / 2 + 3, y + high - 1.5)
    c.lineTo(x + w / 2 - 3, y + high - 1.5)
    c.stroke()
    c.setLineDash([])
  }
  if (!core) drawState(c, x + w / 2 + 3, mid, state)
}

/** A drawing in a dense sheet: a tick where it begins, the numbers of poses where there is room. */
function drawDense(c: C, x: number, y: number, number: string, role: string): void {
  const t = theme()
  const core = role !== 'in-between'
  c.strokeStyle = role === 'breakdown' ? t.pencil : core ? t.graphite : t.soft
  c.lineWidth = core ? 1.8 : 1
  c.beginPath()
  c.moveTo(x - (core ? 9 : 5), y + 0.5)
  c.lineTo(x + (core ? 9 : 5), y + 0.5)
  c.stroke()
  if (!core) return
  c.font = `600 9px ${MONO}`
  c.textAlign = 'left'
  c.textBaseline = 'top'
  c.fillStyle = role === 'breakdown' ? t.pencil : t.graphite
  c.fillText(number, x + 8, y + 1)
}

/** An in-between's state beside its number: own is a filled dot, empty a hollow one, computed has none. */
export function drawState(c: C, x: number, y: number, state: State): void {
  if (state === 'computed') return
  const t = theme()
  c.beginPath()
  c.arc(x, y, 2.3, 0, Math.PI * 2)
  c.lineWidth = 1.1
  c.strokeStyle = t.graphite
  c.fillStyle = t.graphite
  if (state === 'own') c.fill()
  else c.stroke()
}

/** A picture of the drawing in a roomy cell, beside its number. */
function drawRoomy(c: C, desk: Desk, column: Column, left: number, top: number, drawing: string): void {
  const ratio = Math.min(2, window.devicePixelRatio || 1)
  const [w, h] = [COLUMN - 4, ROW - 4]
  c.drawImage(
    thumbOf(desk, desk.shown!.stacks[column.stack]!, drawing, column.ink, Math.round(w * ratio), Math.round(h * ratio)),
    left + 2,
    top + 2,
    w,
    h,
  )
}

function drawColumn(c: C, desk: Desk, index: number, first: number, last: number): void {
  const t = theme()
  const column = desk.columns[index]!
  const stack = desk.shown!.stacks[column.stack]!
  const left = LEFT + index * COLUMN
  const x = left + COLUMN / 2
  const strength = column.hidden ? 0.4 : 1
  for (const { run, start } of runsAfter(column.runs, first - 1)) {
    if (start > last + 1) break
    c.globalAlpha = run.again ? strength * LIGHTER : strength
    const end = start + run.frames - 1
    const [top, bottom] = [yOfFrame(start), yOfFrame(end + 1)]
    if (run.drawing === null) {
      c.font = `400 11.5px ${MONO}`
      c.textAlign = 'center'
      c.fillStyle = t.soft
      c.fillText('X', x, top + ROW / 2 + 0.5)
      continue
    }
    const drawing = stack.drawings[run.drawing]!
    if (run.frames > 1) {
      c.strokeStyle = t.soft
      c.lineWidth = 1
      c.beginPath()
      c.moveTo(x, ROW < 11 ? top : top + ROW)
      c.lineTo(x, bottom - Math.min(3.5, ROW / 4))
      if (run.frames > 2 && ROW >= 11) {
        c.moveTo(x - 4, bottom - 3.5)
        c.lineTo(x + 4, bottom - 3.5)
      }
      c.stroke()
    }
    if (ROW >= ROOMY) drawRoomy(c, desk, column, left, top, drawing.id)
    drawNumber(
      c,
      ROW >= ROOMY ? left + 15 : x,
      top,
      drawing.number,
      drawing.role,
      desk.contents.state(desk.shown!, desk.plan!, stack, run.drawing),
    )
  }
  c.globalAlpha = strength
  drawBrackets(c, desk, column.id, left, first, last)
  const total = column.runs.frames
  if (total && total < desk.shown!.length) {
    // The last drawing stays: said by a dotted line down to the end of the shot.
    c.strokeStyle = t.edge
    c.setLineDash([1, 4])
    c.beginPath()
    c.moveTo(x, yOfFrame(total + 1))
    c.lineTo(x, yOfFrame(desk.shown!.length + 1))
    c.stroke()
    c.setLineDash([])
  }
  c.globalAlpha = 1
}

function drawSelection(c: C, desk: Desk): void {
  const s = desk.selection
  const index = s ? desk.columns.findIndex(col => col.id === s.columns[0]) : -1
  if (!s || index < 0) return
  const t = theme()
  c.save()
  c.lineWidth = 1.5
  for (const part of s.drawing ? passagesOf(desk) : [s]) {
    const [x, y, w, h] = [
      LEFT + index * COLUMN + 1.5,
      yOfFrame(part.first) + 0.5,
      s.columns.length * COLUMN - 3,
      (part.last - part.first + 1) * ROW,
    ]
    c.fillStyle = t.ledger
    c.globalAlpha = 0.13
    c.fillRect(x, y, w, h)
    c.globalAlpha = 1
    c.strokeStyle = desk.preview ? t.signal : t.ledger
    c.setLineDash(desk.preview ? [4, 3] : [])
    c.strokeRect(x, y, w, h)
  }
  c.restore()
}

function drawHead(c: C, desk: Desk, width: number, scrollX: number): void {
  const t = theme()
  c.fillStyle = t.sheet
  c.fillRect(0, 0, width, HEAD)
  c.textBaseline = 'alphabetic'
  c.font = `500 11px ${SANS}`
  c.fillStyle = t.soft
  c.textAlign = 'right'
  c.fillText('frame', MARGIN - 8, HEAD - 10)
  if (LEFT > MARGIN) {
    c.textAlign = 'left'
    c.fillText('action', MARGIN + 10, HEAD - 10)
  }
  c.save()
  c.beginPath()
  c.rect(LEFT, 0, width - LEFT, HEAD)
  c.clip()
  c.translate(-scrollX, 0)
  c.textAlign = 'center'
  desk.columns.forEach((col, i) => {
    const x = LEFT + i * COLUMN
    const active = col.id === desk.column?.id
    if (active) {
      c.fillStyle = t.ledger
      c.fillRect(x + 1, 0, COLUMN - 1, 4)
    }
    c.font = `${active ? 700 : 500} 12px ${SANS}`
    c.fillStyle = active ? t.graphite : t.soft
    c.fillText(fitText(c, col.name, COLUMN - 8), x + COLUMN / 2, HEAD - 18)
    if (col.link) {
      // Linked columns carry the same small chain mark under their names.
      c.strokeStyle = t.ledger
      c.lineWidth = 1.4
      for (const dx of [-3, 3]) {
        c.beginPath()
        c.ellipse(x + COLUMN - 10 + dx, HEAD - 9, 3.6, 2.4, 0, 0, Math.PI * 2)
        c.stroke()
      }
    }
    c.font = `400 10px ${SANS}`
    c.fillStyle = t.soft
    c.fillText(
      col.locked
        ? 'locked'
        : col.hidden
          ? 'hidden'
          : col.guide
            ? 'guide'
            : col.lead
              ? 'follows'
              : col.background
                ? 'behind'
                : (['', 'ones', 'twos', 'threes', 'fours'][col.step] ?? `on ${col.step}s`),
      x + COLUMN / 2,
      HEAD - 6,
    )
  })
  c.restore()
  c.fillStyle = t.graphite
  c.fillRect(0, HEAD - 1.5, width, 1.5)
}

/**
 * The ground that sheet and rail share: the paper and its rules, below the head. Saves the context, clipped and moved to the
 * rows; the caller restores it. Gives the first and the last frame in sight.
 */
export function openLedger(
  c: C,
  desk: Desk,
  width: number,
  height: number,
  scroll: number,
): { first: number; last: number } {
  c.fillStyle = theme().sheet
  c.fillRect(0, 0, width, height)
  const first = Math.max(1, Math.floor(scroll / ROW))
  const last = Math.min(desk.rows, first + Math.ceil(height / ROW) + 1)
  c.save()
  c.beginPath()
  c.rect(0, HEAD, width, height - HEAD)
  c.clip()
  c.translate(0, HEAD - scroll)
  drawRules(c, desk, width, first, last)
  const end = yOfFrame(desk.rows + 1)
  if (end - scroll < height) {
    c.fillStyle = theme().board
    c.fillRect(0, end, width, height + scroll - end)
  }
  return { first, last }
}

/** The exposure sheet from a scroll offset on. */
export function drawSheet(c: C, desk: Desk, width: number, height: number, scroll: number, scrollX: number): void {
  const t = theme()
  const { first, last } = openLedger(c, desk, width, height, scroll)
  c.save()
  c.translate(-scrollX, 0)
  c.strokeStyle = t.rule
  c.lineWidth = 1
  for (let i = 0; i <= desk.columns.length; i++) {
    c.beginPath()
    c.moveTo(LEFT + i * COLUMN + 0.5, yOfFrame(first))
    c.lineTo(LEFT + i * COLUMN + 0.5, yOfFrame(last + 1))
    c.stroke()
  }
  const left = Math.max(0, Math.floor((scrollX - LEFT) / COLUMN))
  const right = Math.min(desk.columns.length - 1, Math.ceil((scrollX + width - LEFT) / COLUMN))
  for (let i = left; i <= right; i++) drawColumn(c, desk, i, first, last)
  drawSelection(c, desk)
  c.restore()
  c.fillStyle = t.sheet
  if (scrollX) c.fillRect(0, yOfFrame(first), LEFT, (last - first + 2) * ROW)
  if (LEFT > MARGIN) drawNotes(c, desk, first, last)
  drawOver(c, desk, width, last)
  drawMargin(c, desk, first, last)
  c.restore()
  drawHead(c, desk, width, scrollX)
}
