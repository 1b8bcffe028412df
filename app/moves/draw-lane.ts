import type { Field, Shake } from '#core/document'
import type { Instruction } from '#core/pass'
import { wrapped } from '~/sheet/draw-sheet-marks'
import { SANS, theme } from '~/ui/colours'

type C = CanvasRenderingContext2D

/** Where fields stand in the column of the camera, and where words begin, px. */
export const [FIELD_AT, WORDS_AT] = [12, 22]
/** Rows lower than this have no words, px. */
const LOW = 8
/** A line of words is so high, px. */
const LINE = 12

/** What the column of the camera is drawn from. */
export interface LaneLook {
  readonly fields: readonly Field[]
  readonly shakes: readonly Shake[]
  /** What all of it is called, in the order of the frames. */
  readonly told: readonly Instruction[]
  readonly px: number
  readonly width: number
  readonly scroll: number
  readonly high: number
  readonly frame: number
}

/** What the camera does beside the frames: fields, joined while it goes, what that is called, and shakes. */
export function drawLane(c: C, look: LaneLook): void {
  const { fields, shakes, told, px, width, scroll, high, frame } = look
  const t = theme()
  const y = (f: number): number => (f - 0.5) * px
  c.clearRect(0, 0, width, high)
  c.save()
  c.translate(0, -scroll)
  c.fillStyle = t.edge
  c.fillRect(0, scroll, 1, high)
  c.font = `400 11px ${SANS}`
  c.textBaseline = 'middle'
  c.textAlign = 'left'
  let free = 0
  for (const { first, last, words, detail } of told) {
    if (px < LOW || y(last) < scroll || y(first) > scroll + high) continue
    let at = Math.max(y(first), free)
    const end = Math.max(y(last), y(first) + px)
    const wide = width - WORDS_AT - 3
    const said = words.split(', ').flatMap(line => wrapped(c, line, wide, 3))
    const more = detail ? detail.split(', ').flatMap(line => wrapped(c, line, wide, 3)) : []
    for (const [i, line] of [...said, ...more].entries()) {
      if (at > end - LINE / 2 && i > 0) break
      c.fillStyle = i < said.length ? t.graphite : t.soft
      c.fillText(line, WORDS_AT, at)
      at += LINE
    }
    free = at
  }
  fields.forEach((f, i) => {
    const next = fields[i + 1]
    if ((next ? y(next.frame) : y(f.frame)) < scroll - px || y(f.frame) > scroll + high + px) return
    c.strokeStyle = t.graphite
    c.lineWidth = f.go ? 1.6 : 1
    c.setLineDash(f.go ? [] : [2, 3])
    if (next) {
      c.beginPath()
      c.moveTo(FIELD_AT, y(f.frame))
      c.lineTo(FIELD_AT, y(next.frame))
      c.stroke()
    }
    c.setLineDash([])
    c.fillStyle = f.frame === frame ? t.signal : t.graphite
    c.fillRect(FIELD_AT - 5, y(f.frame) - 3.5, 10, 7)
  })
  for (const s of shakes) drawShake(c, y(s.frame) - px / 2, s.frames * px)
  c.restore()
}

/** A line to and fro beside the frames of a shake. */
function drawShake(c: C, top: number, high: number): void {
  c.strokeStyle = theme().signal
  c.lineWidth = 1.2
  c.beginPath()
  c.moveTo(4, top)
  for (let k = 1; k * 4 <= high; k++) c.lineTo(k % 2 ? 7 : 2, top + k * 4)
  c.stroke()
}
