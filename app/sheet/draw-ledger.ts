import type { Shot } from '#core/document'
import type { Frames } from '#core/sheet'
import { perSecond } from '#core/time'
import { theme } from '~/ui/colours'
import type { Rows } from './layout'
import { HEAD } from './layout'
import type { Margin } from './sheet'

type C = CanvasRenderingContext2D

/** How strongly what a repeat adds is drawn. */
export const LIGHTER = 0.62

/** The ruled paper that sheet and rail stand on: of a shot, in rows, so many frames long. */
export interface Ledger {
  readonly shot: Shot
  readonly rows: Rows
  readonly margin: Margin
  readonly frames: number
}

/** What is in sight of a ledger, px: its box, and how far it is scrolled down. */
export interface LedgerSight {
  readonly width: number
  readonly height: number
  readonly scroll: number
}

/** Rules of a ledger: fine at each frame, stronger every 8, strongest at each second. */
function drawRules(c: C, { shot, rows, margin }: Ledger, width: number, sight: Frames): void {
  const t = theme()
  // By the second and every 8 frames; in feet by the foot (16 frames) and every 8.
  const second = margin === 'feet' ? 16 : Math.round(perSecond(shot.rate))
  for (let f = sight.first; f <= sight.last + 1; f++) {
    const y = Math.round(rows.y(f)) + 0.5
    const [atSecond, atEight] = [(f - 1) % second === 0, (f - 1) % 8 === 0]
    if (rows.px < 6 && !atSecond && !atEight) continue
    c.fillStyle = atSecond ? t.ledger : atEight ? t.edge : t.rule
    c.fillRect(0, y - 0.5, width, 1)
  }
}

/** What lies beyond the end of the shot is shaded, with the end itself as a double line. */
export function drawOver(c: C, { shot, rows }: Ledger, width: number, last: number): void {
  if (last <= shot.length) return
  const t = theme()
  const end = rows.y(shot.length + 1)
  c.save()
  c.fillStyle = t.board
  c.globalAlpha = 0.42
  c.fillRect(0, end, width, rows.y(last + 2) - end)
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

/**
 * The ground that sheet and rail share: the paper and its rules, below the head. Saves the context, clipped and moved
 * to the rows; the caller restores it. Gives the frames in sight.
 */
export function openLedger(c: C, ledger: Ledger, { width, height, scroll }: LedgerSight): Frames {
  const { rows, frames } = ledger
  c.fillStyle = theme().sheet
  c.fillRect(0, 0, width, height)
  const sight = framesInSight(ledger, { height, scroll })
  c.save()
  c.beginPath()
  c.rect(0, HEAD, width, height - HEAD)
  c.clip()
  c.translate(0, HEAD - scroll)
  drawRules(c, ledger, width, sight)
  const end = rows.y(frames + 1)
  if (end - scroll < height) {
    c.fillStyle = theme().board
    c.fillRect(0, end, width, height + scroll - end)
  }
  return sight
}

/** The first and the last frame in sight. */
export function framesInSight(
  { rows, frames }: Pick<Ledger, 'rows' | 'frames'>,
  { height, scroll }: Pick<LedgerSight, 'height' | 'scroll'>,
): Frames {
  const first = Math.max(1, Math.floor(scroll / rows.px))
  return { first, last: Math.min(frames, first + Math.ceil(height / rows.px) + 1) }
}
