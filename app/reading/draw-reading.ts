import type { Rate } from '#core/time'
import { MONO, SANS, theme } from '~/ui/colours'
import { fitText } from '~/sheet/draw-sheet-marks'
import { alongFrames } from '~/sound/draw-wave'
import type { LaidLine } from './lines'
import { SOUNDS_LEFT, WIDTH, WORDS } from './lane'

type C = CanvasRenderingContext2D

/** What the column of what is spoken is drawn from. */
export interface ReadingLook {
  readonly lines: readonly LaidLine[]
  readonly stresses: ReadonlyMap<string, readonly boolean[]>
  readonly px: number
  readonly rate: Rate
  readonly scroll: number
  readonly high: number
  /** The id of the word that is worked with. */
  readonly here: string
}

/** Words lower than this have no letters, px; sounds neither. */
const [WORD_LOW, SOUND_LOW] = [10, 9]

/** Words beside the frames they are said on, their stresses, and their sounds. */
export function drawReading(c: C, look: ReadingLook): void {
  const t = theme()
  const along = alongFrames(look.px, look.rate)
  c.clearRect(0, 0, WIDTH, look.high)
  c.save()
  c.translate(0, -look.scroll)
  c.fillStyle = t.edge
  c.fillRect(0, look.scroll, 1, look.high)
  for (const { line, later } of look.lines) {
    const stresses = look.stresses.get(line.id) ?? []
    for (const [i, word] of line.words.entries()) {
      const [top, bottom] = [along.at(word.from + later), along.at(word.to + later)]
      if (bottom < look.scroll) continue
      if (top > look.scroll + look.high) break
      const here = word.id === look.here
      drawWord(c, { text: word.text, guess: !!word.guess, stressed: !!stresses[i], here }, top, bottom)
      let from = top
      for (const { sound, to } of word.sounds) {
        const end = along.at(to + later)
        drawSound(c, sound, from, end)
        from = end
      }
    }
  }
  c.restore()
}

function drawWord(
  c: C,
  { text, guess, stressed, here }: { text: string; guess: boolean; stressed: boolean; here: boolean },
  top: number,
  bottom: number,
): void {
  const t = theme()
  const high = bottom - top
  c.fillStyle = here ? t.wash : t.panel
  c.fillRect(3, top, WORDS - 4, high)
  c.strokeStyle = here ? t.ledger : t.edge
  c.lineWidth = here ? 2 : 1
  c.setLineDash(guess ? [3, 2] : [])
  c.strokeRect(3.5, top + 0.5, WORDS - 5, Math.max(1, high - 1))
  c.setLineDash([])
  if (stressed) {
    // A mark above the word, as in a dictionary.
    c.fillStyle = t.ledger
    c.fillRect(3, top, 3, Math.max(2, high))
  }
  if (high < WORD_LOW) return
  c.font = `${stressed ? 700 : 400} 11px ${SANS}`
  c.fillStyle = t.graphite
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.fillText(fitText(c, stressed ? `ˈ${text}` : text, WORDS - 12), 9, top + Math.min(high / 2, 9) + 0.5)
}

function drawSound(c: C, sound: string, top: number, bottom: number): void {
  const t = theme()
  c.fillStyle = t.edge
  c.fillRect(SOUNDS_LEFT, bottom - 0.5, WIDTH - SOUNDS_LEFT - 2, 1)
  if (bottom - top < SOUND_LOW) return
  c.font = `400 9.5px ${MONO}`
  c.fillStyle = t.soft
  c.textAlign = 'left'
  c.textBaseline = 'middle'
  c.fillText(sound, SOUNDS_LEFT + 3, (top + bottom) / 2 + 0.5)
}
