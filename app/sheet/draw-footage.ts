import type { Footage } from '#core/document'
import type { Frames } from '#core/sheet'
import type { Rate } from '#core/time'
import { footageFrom, lastOfFootage, markedFrames } from '#core/time'
import { MONO, theme } from '~/ui/colours'
import type { Rows } from './layout'

type C = CanvasRenderingContext2D

/** From this height of a row on, px, its moments are written, every so many frames. */
const WRITTEN = 11
const EVERY = 6

/** How footage runs in its column: a band as long as it is seen, its seconds, and a flag on each frame that is marked. */
export function drawFootage(
  c: C,
  footage: Footage,
  rate: Rate,
  { rows, left, width, seen }: { rows: Rows; left: number; width: number; seen: Frames },
): void {
  const t = theme()
  const [first, last] = [Math.max(seen.first - 1, footage.from), Math.min(seen.last + 1, lastOfFootage(footage, rate))]
  if (last < first) return
  const x = left + 4
  c.save()
  c.fillStyle = t.wash
  c.fillRect(x, rows.y(first), width - 8, (last - first + 1) * rows.px)
  c.fillStyle = t.edge
  c.fillRect(x, rows.y(first), 2, (last - first + 1) * rows.px)
  c.font = `400 10px ${MONO}`
  c.textAlign = 'right'
  c.textBaseline = 'middle'
  const marked = new Set(markedFrames(footage, rate))
  for (let f = first; f <= last; f++) {
    const y = rows.y(f) + rows.px / 2
    if (marked.has(f)) drawFlag(c, { x: x + 2, y, width: width - 12, size: Math.min(4.5, rows.px / 2) })
    else if (rows.px >= WRITTEN && (f - footage.from) % EVERY === 0) {
      c.fillStyle = t.soft
      c.fillText(footageFrom(footage, f, rate).toFixed(2), x + width - 12, y + 0.5)
    }
  }
  c.restore()
}

/** A flag that points into the frame, with a line across it. */
function drawFlag(c: C, { x, y, width, size }: { x: number; y: number; width: number; size: number }): void {
  c.fillStyle = theme().pencil
  c.beginPath()
  c.moveTo(x, y - size)
  c.lineTo(x + size * 1.8, y)
  c.lineTo(x, y + size)
  c.closePath()
  c.fill()
  c.fillRect(x, y - 0.75, width, 1.5)
}
