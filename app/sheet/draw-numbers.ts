import type { State } from '#core/pass'
import { MONO, SANS, theme } from '~/ui/colours'
import { fitText } from './draw-sheet-marks'
import type { Rows } from './layout'

type C = CanvasRenderingContext2D

/** A drawing's number where it is first shown: the middle of its cell and the top of its row, px. */
export interface SheetNumber {
  readonly x: number
  readonly y: number
  readonly number: string
  readonly role: string
  readonly state: State
  /** It is in-betweened from strokes whose pairing is a rough guess. */
  readonly rough?: boolean
}

/**
 * A drawing's number where it is first shown, marked by what it is: key ringed, breakdown underlined, extreme
 * underlined heavily. An empty drawing's number stands in parentheses; one that is drawn, or detached from its chart, is
 * bold, one that its chart makes is light, with a question mark where that is a rough guess.
 */
export function drawNumber(c: C, rows: Rows, { x, y, number: plain, role, state, rough }: SheetNumber): void {
  const t = theme()
  const number = state === 'empty' ? `(${plain})` : rough ? `${plain}?` : plain
  // In a roomy cell the number stands at its top, beside the picture.
  const high = Math.min(rows.px, 24)
  const mid = y + high / 2
  const core = role !== 'in-between'
  if (rows.px < 11) {
    drawDense(c, { x, y, number: plain, role })
    return
  }
  c.textAlign = 'center'
  c.textBaseline = 'middle'
  c.font = `${core || state === 'own' ? 600 : 400} 11.5px ${MONO}`
  const w = Math.max(16, c.measureText(number).width + 10)
  c.fillStyle = t.sheet
  c.fillRect(x - w / 2, y + 1, w, high - 2)
  c.strokeStyle = t.graphite
  c.lineWidth = 1.3
  if (role === 'key') {
    c.beginPath()
    c.ellipse(x, mid, w / 2 + 1, high / 2 - 0.5, 0, 0, Math.PI * 2)
    c.stroke()
  }
  c.fillStyle = role === 'breakdown' ? t.pencil : state === 'own' ? t.graphite : t.soft
  c.fillText(number, x, mid + 0.5)
  if (role === 'breakdown' || role === 'extreme') {
    c.strokeStyle = role === 'breakdown' ? t.pencil : t.graphite
    c.lineWidth = role === 'breakdown' ? 1.2 : 2.6
    c.beginPath()
    c.moveTo(x - w / 2 + 3, y + high - 1.5)
    c.lineTo(x + w / 2 - 3, y + high - 1.5)
    c.stroke()
  }
}

/** What a drawing is in a cycle, under its number where that is held; as wide as the column, px. */
export function drawMoment(
  c: C,
  rows: Rows,
  { x, y, width, moment }: { x: number; y: number; width: number; moment: string },
): void {
  if (rows.px < 11) return
  const t = theme()
  c.font = `400 10px ${SANS}`
  c.textAlign = 'center'
  c.textBaseline = 'middle'
  const name = fitText(c, moment, width)
  const wide = c.measureText(name).width + 4
  c.fillStyle = t.sheet
  c.fillRect(x - wide / 2, y + 1, wide, rows.px - 2)
  c.fillStyle = t.soft
  c.fillText(name, x, y + rows.px / 2 + 0.5)
}

/** A drawing in a dense sheet: a tick where it begins, the numbers of poses where there is room. */
function drawDense(c: C, { x, y, number, role }: Omit<SheetNumber, 'state'>): void {
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
