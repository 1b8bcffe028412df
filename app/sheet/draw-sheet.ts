import type { Column } from '#core/document'
import type { Frames, Run } from '#core/sheet'
import { runsAfter } from '#core/sheet'
import { feetFrames, timecodeOf } from '#core/time'
import type { Focus, Scene } from '~/desk/scene'
import { thumbOf } from '~/desk/thumbs'
import { MONO, SANS, theme } from '~/ui/colours'
import { passagesOf } from './arrange'
import { momentsOf } from './cell-words'
import type { LedgerSight } from './draw-ledger'
import { drawOver, openLedger } from './draw-ledger'
import { drawFootage } from './draw-footage'
import { drawMoment, drawNumber } from './draw-numbers'
import { drawBrackets, drawByHand, drawMoveMarks, drawNoteMarks, drawNotes, fitText } from './draw-sheet-marks'
import type { Rows } from './layout'
import { HEAD, HEAD_BUTTONS, MARGIN, ROOMY } from './layout'
import type { Margin } from './sheet'
import type { WaveSeen } from '~/sound/draw-wave'
import type { SoundLane } from './sound-lane'
import { drawSoundLane } from './sound-lane'

type C = CanvasRenderingContext2D

/** How strongly a hidden column is drawn, and numbers that a repeat adds: weaker, and still 4.5 : 1 on the paper. */
const FAINTER = 0.92

/** What a sheet is drawn from, besides the scene: its rows, where its columns begin, and how long it is, frames. */
export interface SheetLook {
  readonly rows: Rows
  readonly left: number
  /** How wide a column is, px. */
  readonly column: number
  readonly margin: Margin
  readonly frames: number
  readonly loop: Frames | null
  /** The notes are shown. */
  readonly notes: boolean
  /** Where the column of what is spoken begins; null where it is not seen. */
  readonly readingLeft: number | null
  /** Where that of the camera begins; null where it is not seen. */
  readonly cameraLeft: number | null
  /** The column of the sound: its sounds as they are seen, and the one that is worked with. */
  readonly sound: {
    readonly lane: SoundLane
    readonly waves: readonly WaveSeen[]
    readonly here: string | undefined
  } | null
  /** Something is being tried out: the selection is dashed. */
  readonly trying: boolean
}

interface SheetDrawing extends SheetLook {
  readonly scene: Scene
  readonly focus: Focus
}

/** The exposure sheet from a scroll offset on; scrolled sideways by `scrollX` px. */
export function drawSheet(
  c: C,
  scene: Scene,
  focus: Focus,
  look: SheetLook,
  sight: LedgerSight & { scrollX: number },
): void {
  const { rows, left, margin, frames } = look
  const { width, scrollX } = sight
  const ledger = { shot: scene.shot, rows, margin, frames }
  const seen = openLedger(c, ledger, sight)
  const sheet = { ...look, scene, focus }
  c.save()
  c.translate(-scrollX, 0)
  drawColumns(c, sheet, seen, sight)
  drawSelection(c, sheet)
  c.restore()
  c.fillStyle = theme().sheet
  if (scrollX) c.fillRect(0, rows.y(seen.first), left, (seen.last - seen.first + 2) * rows.px)
  if (look.notes) drawNotes(c, scene.plan, rows, seen)
  if (look.sound) drawSoundLane(c, look.sound.lane, { ...look.sound, rows, seen })
  drawOver(c, ledger, width, seen.last)
  drawMargin(c, sheet, seen)
  c.restore()
  drawHeads(c, sheet, width, scrollX)
}

function drawColumns(c: C, sheet: SheetDrawing, seen: Frames, at: { width: number; scrollX: number }): void {
  const { scene, rows, left, column: each } = sheet
  c.strokeStyle = theme().rule
  c.lineWidth = 1
  for (let i = 0; i <= scene.columns.length; i++) {
    c.beginPath()
    c.moveTo(left + i * each + 0.5, rows.y(seen.first))
    c.lineTo(left + i * each + 0.5, rows.y(seen.last + 1))
    c.stroke()
  }
  const first = Math.max(0, Math.floor((at.scrollX - left) / each))
  const last = Math.min(scene.columns.length - 1, Math.ceil((at.scrollX + at.width - left) / each))
  for (let i = first; i <= last; i++) drawColumn(c, sheet, i, seen)
}

function drawMargin(c: C, { scene, rows, notes, margin, loop }: SheetDrawing, { first, last }: Frames): void {
  const t = theme()
  c.textAlign = 'right'
  c.textBaseline = 'middle'
  const range = loop
  if (range) {
    c.fillStyle = t.ledger
    c.fillRect(1, rows.y(range.first), 3, (range.last - range.first + 1) * rows.px)
  }
  if (!notes) drawNoteMarks(c, scene.plan, rows, { first, last })
  // As many labels as there is room for, on the frames that matter.
  const every = rows.px >= 11 ? 1 : rows.px >= 6 ? 2 : 8
  const label = (f: number) =>
    margin === 'frame' ? String(f) : margin === 'feet' ? feetFrames(f) : timecodeOf(f, scene.shot.rate).slice(-5)
  c.font = `400 ${Math.min(11, Math.max(8.5, rows.px * every - 2))}px ${MONO}`
  for (let f = first; f <= last; f++) {
    if ((f - 1) % every) continue
    c.fillStyle = f % 2 ? t.graphite : t.soft
    c.fillText(label(f), MARGIN - (margin === 'frame' ? 10 : 4), rows.y(f) + rows.px / 2 + 0.5)
  }
  c.globalAlpha = 1
}

/** Room for the number left of the picture in a roomy cell, px. */
const ROOMY_NUMBER = 32

/** A picture of the drawing in a roomy cell, beside its number. */
function drawRoomy(
  c: C,
  { scene, rows, column: wide }: SheetDrawing,
  column: Column,
  at: { left: number; top: number; drawing: string },
): void {
  const ratio = Math.min(2, window.devicePixelRatio || 1)
  const [w, h] = [wide - ROOMY_NUMBER - 3, rows.px - 4]
  c.drawImage(
    thumbOf(scene, {
      stack: scene.shot.stacks[column.stack]!,
      drawing: at.drawing,
      ink: column.ink,
      width: Math.round(w * ratio),
      height: Math.round(h * ratio),
    }),
    at.left + ROOMY_NUMBER,
    at.top + 2,
    w,
    h,
  )
}

function drawColumn(c: C, sheet: SheetDrawing, index: number, seen: Frames): void {
  const { scene, rows } = sheet
  const column = scene.columns[index]!
  const left = sheet.left + index * sheet.column
  const strength = column.hidden ? FAINTER : 1
  c.globalAlpha = strength
  if (column.footage) drawFootage(c, column.footage, scene.shot.rate, { rows, left, seen, width: sheet.column })
  for (const { run, start } of runsAfter(column.runs, seen.first - 1)) {
    if (start > seen.last + 1) break
    c.globalAlpha = run.again ? FAINTER : strength
    drawExposure(c, sheet, column, { run, start, left })
  }
  c.globalAlpha = strength
  drawByHand(c, column, { rows, left, seen, width: sheet.column })
  drawBrackets(c, scene, column.id, { rows, left, seen, width: sheet.column })
  drawMoveMarks(c, scene, column.id, { rows, left, seen, width: sheet.column })
  drawStays(c, sheet, column.runs.frames, lineX(sheet, left))
  c.globalAlpha = 1
}

/** Where the numbers and the lines of a column stand: in the middle; left of the pictures in roomy rows. */
const lineX = ({ rows, column }: SheetDrawing, left: number): number =>
  left + (rows.px >= ROOMY ? ROOMY_NUMBER / 2 : column / 2)

function drawExposure(
  c: C,
  sheet: SheetDrawing,
  column: Column,
  { run, start, left }: { run: Run; start: number; left: number },
): void {
  const { scene, rows } = sheet
  const t = theme()
  const x = lineX(sheet, left)
  const top = rows.y(start)
  if (run.drawing === null) {
    c.font = `400 11.5px ${MONO}`
    c.textAlign = 'center'
    c.fillStyle = t.soft
    c.fillText('X', x, top + rows.px / 2 + 0.5)
    return
  }
  const stack = scene.shot.stacks[column.stack]!
  const { id, number, role } = stack.drawings[run.drawing]!
  if (run.frames > 1) drawHold(c, rows, x, { top, bottom: rows.y(start + run.frames), frames: run.frames })
  const roomy = rows.px >= ROOMY
  const moment = momentsOf(scene, column).get(id)
  if (moment && run.frames > 1 && !roomy) drawMoment(c, rows, { x, y: top + rows.px, width: sheet.column - 6, moment })
  if (roomy) drawRoomy(c, sheet, column, { left, top, drawing: id })
  drawNumber(c, rows, {
    x,
    y: top,
    number,
    role,
    state: scene.contents.state(scene, stack, id),
    rough: scene.contents.of(scene, stack, id).drawn?.guess(scene.strokeBy, 'known')?.rough ?? false,
  })
}

/** The line that runs down while a drawing holds, and its end. */
function drawHold(
  c: C,
  rows: Rows,
  x: number,
  { top, bottom, frames }: { top: number; bottom: number; frames: number },
): void {
  c.strokeStyle = theme().soft
  c.lineWidth = 1
  c.beginPath()
  c.moveTo(x, rows.px < 11 ? top : top + rows.px)
  c.lineTo(x, bottom - Math.min(3.5, rows.px / 4))
  if (frames > 2 && rows.px >= 11) {
    c.moveTo(x - 4, bottom - 3.5)
    c.lineTo(x + 4, bottom - 3.5)
  }
  c.stroke()
}

/** The last drawing stays: said by a dotted line down to the end of the shot. */
function drawStays(c: C, { scene, rows }: SheetDrawing, total: number, x: number): void {
  const { length } = scene.shot
  if (!total || total >= length) return
  c.strokeStyle = theme().edge
  c.setLineDash([1, 4])
  c.beginPath()
  c.moveTo(x, rows.y(total + 1))
  c.lineTo(x, rows.y(length + 1))
  c.stroke()
  c.setLineDash([])
}

function drawSelection(c: C, { scene, focus, rows, left, column, trying }: SheetDrawing): void {
  const s = focus.selection
  const index = s ? scene.columns.findIndex(col => col.id === s.columns[0]) : -1
  if (!s || index < 0) return
  const t = theme()
  c.save()
  c.lineWidth = 1.5
  for (const passage of s.drawing || s.passages ? passagesOf(focus) : [s]) {
    const [x, y] = [left + index * column + 1.5, rows.y(passage.first) + 0.5]
    const [w, h] = [s.columns.length * column - 3, (passage.last - passage.first + 1) * rows.px]
    c.fillStyle = t.ledger
    c.globalAlpha = 0.13
    c.fillRect(x, y, w, h)
    c.globalAlpha = 1
    c.strokeStyle = trying ? t.signal : t.ledger
    c.setLineDash(trying ? [4, 3] : [])
    c.strokeRect(x, y, w, h)
  }
  c.restore()
}

function drawHeads(
  c: C,
  { scene, focus, left, column: each, notes, sound, readingLeft, cameraLeft }: SheetDrawing,
  width: number,
  scrollX: number,
): void {
  const t = theme()
  c.fillStyle = t.sheet
  c.fillRect(0, 0, width, HEAD)
  c.textBaseline = 'alphabetic'
  c.font = `500 11px ${SANS}`
  c.fillStyle = t.soft
  c.textAlign = 'right'
  c.fillText('frame', MARGIN - 8, HEAD - 8)
  c.textAlign = 'left'
  if (notes) c.fillText('action', MARGIN + 10, HEAD - 8)
  if (sound) c.fillText('sound', sound.lane.left + 8, HEAD - 8)
  if (readingLeft !== null) c.fillText('reading', readingLeft + 8, HEAD - 8)
  if (cameraLeft !== null) c.fillText('camera', cameraLeft + 14, HEAD - 8)
  c.save()
  c.beginPath()
  c.rect(left, 0, width - left, HEAD)
  c.clip()
  c.translate(-scrollX, 0)
  c.textAlign = 'center'
  scene.columns.forEach((column, i) =>
    drawHead(c, column, { x: left + i * each, width: each, active: column.id === focus.column?.id }),
  )
  c.restore()
  c.fillStyle = t.graphite
  c.fillRect(0, HEAD - 1.5, width, 1.5)
}

function drawHead(c: C, column: Column, { x, width, active }: { x: number; width: number; active: boolean }): void {
  const t = theme()
  if (active) {
    c.fillStyle = t.ledger
    c.fillRect(x + 1, 0, width - 1, 4)
  }
  c.font = `${active ? 700 : 500} 12px ${SANS}`
  c.fillStyle = active ? t.graphite : t.soft
  c.fillText(fitText(c, column.name, width - 8), x + width / 2, HEAD - HEAD_BUTTONS - 18)
  if (column.link) {
    // Linked columns carry the same small chain mark under their names.
    c.strokeStyle = t.ledger
    c.lineWidth = 1.4
    for (const dx of [-3, 3]) {
      c.beginPath()
      c.ellipse(x + width - 10 + dx, HEAD - HEAD_BUTTONS - 7, 3.6, 2.4, 0, 0, Math.PI * 2)
      c.stroke()
    }
  }
  c.font = `400 10px ${SANS}`
  c.fillStyle = t.soft
  c.fillText(headWord(column), x + width / 2, HEAD - HEAD_BUTTONS - 5)
}

/** What is most worth knowing of a column, under its name; the buttons say whether it is locked or hidden. */
function headWord(column: Column): string {
  if (column.footage) return 'footage'
  if (column.reference) return 'reference'
  if (column.leader) return 'follows'
  if (column.background) return 'background'
  return ['', 'ones', 'twos', 'threes', 'fours'][column.step] ?? `on ${column.step}s`
}
