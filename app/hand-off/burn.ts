import type { Shot } from '#core/document'
import type { Scene } from '#core/pass'
import { drawingShown } from '#core/pass'
import { feetOfLength, rateLabel, secondsOf, timecodeOf } from '#core/time'
import { MONO, SANS } from '~/ui/colours'
import type { Burnt } from './given'

type C = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D

/** Ink and ground of what is written over pictures; the same by day and by night. */
const [INK, GROUND, RULE] = ['#1d2824', 'rgba(253, 252, 247, 0.88)', '#2c6b54']

/** What is told of a frame, from left to right; empty where nothing is. */
export function burntWords(scene: Scene, frame: number, burnt: Burnt): string[] {
  const { shot, plan } = scene
  const column = plan.order.map(id => plan.columns[id]!).find(c => c.name === burnt.column)
  const drawing = column && drawingShown(column, frame)
  return [
    burnt.shot ? shot.name : '',
    column ? `${column.name} ${drawing ? shot.stacks[column.stack]!.drawings[drawing]!.number : '–'}` : '',
    burnt.frame ? String(frame) : '',
    burnt.timecode ? timecodeOf(frame, shot.rate) : '',
  ].filter(Boolean)
}

/** Writes words over the foot of a picture of this size, px: evenly from left to right in one line. */
export function burnIn(c: C, { width, height }: { width: number; height: number }, words: readonly string[]): void {
  if (!words.length) return
  const high = Math.max(14, Math.round(height / 24))
  c.save()
  c.setTransform(1, 0, 0, 1, 0, 0)
  c.fillStyle = GROUND
  c.fillRect(0, height - high, width, high)
  c.fillStyle = INK
  c.textBaseline = 'middle'
  c.font = `600 ${Math.round(high * 0.62)}px ${MONO}`
  const pad = Math.round(high * 0.4)
  words.forEach((word, i) => {
    const share = words.length === 1 ? 0 : i / (words.length - 1)
    c.textAlign = share === 0 ? 'left' : share === 1 ? 'right' : 'center'
    c.fillText(word, pad + share * (width - 2 * pad), height - high / 2, width / words.length - pad)
  })
  c.restore()
}

/** What a slate tells of a shot: its name first, then a line each. */
export interface SlateWords {
  readonly name: string
  readonly lines: readonly string[]
}

export function slateWords(shot: Shot, { production, plan, frames, date }: Slate): SlateWords {
  const { width, height } = shot.picture
  return {
    name: shot.name,
    lines: [
      production,
      `${frames} frames · ${secondsOf(frames, shot.rate).toFixed(2)} s · ${feetOfLength(frames)} · ${rateLabel(shot.rate)} fps`,
      `${width} × ${height} px${plan ? ` · ${plan}` : ''}`,
      date,
    ],
  }
}
/** What a slate tells besides what the shot says: `plan` where a shot has several. */
export interface Slate {
  readonly production: string
  readonly plan: string
  readonly frames: number
  readonly date: string
}

/** A card before the first frame: what follows. */
export function drawSlate(c: C, { width, height }: { width: number; height: number }, words: SlateWords): void {
  const unit = Math.min(height / 12, width / 16)
  const left = width / 2 - unit * 6
  const top = height / 2 - unit * 3
  c.save()
  c.setTransform(1, 0, 0, 1, 0, 0)
  c.fillStyle = '#fdfcf7'
  c.fillRect(0, 0, width, height)
  c.fillStyle = INK
  c.textAlign = 'left'
  c.textBaseline = 'alphabetic'
  c.font = `700 ${unit * 1.6}px ${SANS}`
  c.fillText(words.name, left, top + unit * 1.5, unit * 12)
  c.fillStyle = RULE
  c.fillRect(left, top + unit * 2.05, unit * 12, Math.max(1, unit * 0.06))
  c.fillStyle = INK
  c.font = `500 ${unit * 0.62}px ${SANS}`
  words.lines.forEach((line, i) => c.fillText(line, left, top + unit * (3 + i), unit * 12))
  c.restore()
}
