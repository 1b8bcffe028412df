import { byHand } from '#core/dialogue'
import type { Column, Plan } from '#core/document'
import type { Bracket, Frames } from '#core/sheet'
import type { Scene } from '~/desk/scene'
import type { Rows } from './layout'
import { MARGIN, NOTES } from './layout'
import { bracketsIn } from './repeats'
import { SANS, theme } from '~/ui/colours'

type C = CanvasRenderingContext2D

export function fitText(c: C, text: string, width: number): string {
  if (c.measureText(text).width <= width) return text
  let cut = text
  while (cut.length > 1 && c.measureText(`${cut}…`).width > width) cut = cut.slice(0, -1)
  return `${cut}…`
}

/** Action notes beside the frames they are said of, each as far as there is room before the next. */
export function drawNotes(c: C, plan: Plan, rows: Rows, { first, last }: Frames): void {
  const t = theme()
  const notes = Object.values(plan.notes ?? {}).sort((a, b) => a.frame - b.frame)
  c.fillStyle = t.edge
  c.fillRect(MARGIN, rows.y(first), 1, (last - first + 2) * rows.px)
  c.textAlign = 'left'
  c.textBaseline = 'top'
  c.font = `400 11px ${SANS}`
  notes.forEach((note, i) => {
    const next = notes[i + 1]?.frame ?? Infinity
    if (note.frame > last + 1 || Math.min(next, note.frame + Math.max(note.frames, 200 / rows.px)) < first) return
    const [top, bottom] = [rows.y(note.frame), rows.y(note.frame + note.frames)]
    c.fillStyle = t.pencil
    c.fillRect(MARGIN + 4, top + 1, 2, Math.max(3, bottom - top - 2))
    c.fillStyle = t.graphite
    const room = Math.max(1, Math.floor((rows.y(Math.min(next, note.frame + 400)) - top) / NOTE_LINE))
    wrapped(c, note.text, NOTES - 14, Math.min(room, 6)).forEach((line, k) =>
      c.fillText(line, MARGIN + 10, top + 2 + k * NOTE_LINE),
    )
  })
}

/** Where the notes are folded away: a bar in the margin beside the frames that a note is said of. */
export function drawNoteMarks(c: C, plan: Plan, rows: Rows, { first, last }: Frames): void {
  c.fillStyle = theme().pencil
  for (const note of Object.values(plan.notes ?? {})) {
    if (note.frame > last || note.frame + note.frames < first) continue
    const [top, bottom] = [rows.y(note.frame), rows.y(note.frame + note.frames)]
    c.fillRect(6, top + 1, 2, Math.max(3, bottom - top - 2))
  }
}

const NOTE_LINE = 13

/** A text in lines of a width, at most so many; the last ends with an ellipsis where more would follow. */
export function wrapped(c: C, text: string, width: number, most: number): string[] {
  const lines: string[] = []
  for (const word of text.split(/\s+/)) {
    const longer = lines.length ? `${lines.at(-1)} ${word}` : word
    if (lines.length && c.measureText(longer).width <= width) lines[lines.length - 1] = longer
    else lines.push(fitText(c, word, width))
  }
  return lines.length <= most ? lines : [...lines.slice(0, most - 1), fitText(c, `${lines[most - 1]} …………`, width)]
}

/**
 * Repeat brackets, signed as in music: a heavy and a fine line with two dots before and after the passage, and how
 * often.
 */
export function drawBrackets(
  c: C,
  scene: Scene,
  column: string,
  { rows, left, width, seen: { first, last } }: { rows: Rows; left: number; width: number; seen: Frames },
): void {
  const t = theme()
  for (const b of bracketsIn(scene, column)) {
    const [top, bottom, end] = [rows.y(b.start), rows.y(b.start + b.frames), rows.y(b.start + b.frames + b.adds)]
    if (end < rows.y(first) || top > rows.y(last + 1)) continue
    const [x, w] = [left + 4, width - 8]
    c.fillStyle = t.pencil
    const inset = Math.min(4, b.frames * rows.px * 0.2)
    for (const [y, to] of [
      [top, 1],
      [bottom, -1],
    ] as const) {
      c.fillRect(x, to > 0 ? y : y - 2.5, w, 2.5)
      c.fillRect(x, y + to * inset - 0.5, w, 1)
      for (const dx of [7, w - 7]) {
        c.beginPath()
        c.arc(x + dx, y + to * (inset + 4), 1.7, 0, Math.PI * 2)
        c.fill()
      }
    }
    c.fillRect(x, top, 1, bottom - top)
    c.fillRect(x + w - 1, top, 1, bottom - top)
    c.save()
    c.globalAlpha *= 0.6
    c.strokeStyle = t.pencil
    c.setLineDash([2, 3])
    c.beginPath()
    c.moveTo(x + 0.5, bottom)
    c.lineTo(x + 0.5, end)
    c.stroke()
    c.restore()
    c.font = `600 10px ${SANS}`
    c.textAlign = 'right'
    c.textBaseline = 'top'
    c.fillText(bracketWords(b), x + w - 1, bottom + 2)
  }
}

/** How often a passage is shown; nothing is said of a cycle that is shown once. */
function bracketWords({ repeat: { times, back } }: Bracket): string {
  return `${times === null ? 'end' : times === 1 && !back ? '' : `${times}×`}${back ? ' ⇅' : ''}`
}

/** Beside the frames on which the hand changed what a reading had put there: a bar, as of a pencil. */
export function drawByHand(
  c: C,
  { runs, spoken }: Column,
  { rows, left, width, seen }: { rows: Rows; left: number; width: number; seen: Frames },
): void {
  if (!spoken) return
  c.fillStyle = theme().pencil
  for (const hand of byHand(runs, spoken)) {
    if (hand.first > seen.last || hand.last < seen.first) continue
    const [top, bottom] = [rows.y(hand.first), rows.y(hand.last + 1)]
    c.fillRect(left + width - 4, top + 1, 2.5, Math.max(2, bottom - top - 2))
  }
}

/** Where a column is placed: a small lozenge at its right edge on each of those frames, joined while it goes. */
export function drawMoveMarks(
  c: C,
  scene: Scene,
  column: string,
  { rows, left, width, seen: { first, last } }: { rows: Rows; left: number; width: number; seen: Frames },
): void {
  const moves = scene.shot.plans[scene.plan.id]?.columns[column]?.moves
  if (!moves?.length || rows.px < 8) return
  const t = theme()
  const x = left + width - 6
  const y = (frame: number): number => rows.y(frame) + rows.px / 2
  c.strokeStyle = c.fillStyle = t.soft
  c.lineWidth = 1.2
  moves.forEach((m, i) => {
    const next = moves[i + 1]
    if (m.frame > last || (next ? next.frame < first : m.frame < first)) return
    if (m.go && next) {
      c.beginPath()
      c.moveTo(x, y(Math.max(m.frame, first - 1)))
      c.lineTo(x, y(Math.min(next.frame, last + 1)))
      c.stroke()
    }
    if (m.frame < first) return
    c.beginPath()
    c.moveTo(x, y(m.frame) - 4)
    c.lineTo(x + 4, y(m.frame))
    c.lineTo(x, y(m.frame) + 4)
    c.lineTo(x - 4, y(m.frame))
    c.closePath()
    c.fill()
  })
}
