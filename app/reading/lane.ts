import type { Rate } from '#core/time'
import type { SpokenLine, Word } from '#core/document'
import { READING } from '~/sheet/layout'
import { alongFrames } from '~/sound/draw-wave'
import type { LaidLine } from './lines'

/** The words stand left in the column, their sounds right of them, px. */
export const WORDS = 52
export const SOUNDS_LEFT = WORDS + 2
export const WIDTH = READING

/** What of the reading is taken hold of at a place: an end of a word, the end of a sound, or a word itself. */
export type ReadingGrip =
  | { readonly part: 'start' | 'end'; readonly line: SpokenLine; readonly at: number; readonly later: number }
  | {
      readonly part: 'sound'
      readonly line: SpokenLine
      readonly at: number
      readonly k: number
      readonly later: number
    }
  | { readonly part: 'word'; readonly line: SpokenLine; readonly at: number; readonly later: number }

/** How near an end is taken hold of, px; in a low word less. */
const NEAR = 4

/** What is at a place of the column, px from its left edge and from the top of frame 1. */
export function gripAt(
  lines: readonly LaidLine[],
  { px, rate }: { px: number; rate: Rate },
  { x, y }: { x: number; y: number },
): ReadingGrip | null {
  const { at } = alongFrames(px, rate)
  for (const { line, later } of lines) {
    const top = (w: Word): number => at(w.from + later)
    const bottom = (w: Word): number => at(w.to + later)
    const near = (w: Word): number => Math.min(NEAR, (bottom(w) - top(w)) / 3)
    const i = line.words.findIndex(w => y >= top(w) - NEAR && y < bottom(w) + NEAR && y < bottom(w) + near(w))
    if (i < 0) continue
    const word = line.words[i]!
    const where = { line, at: i, later }
    if (x >= SOUNDS_LEFT) {
      const k = word.sounds.slice(0, -1).findIndex(s => Math.abs(at(s.to + later) - y) <= NEAR)
      return k >= 0 ? { part: 'sound', ...where, k } : y >= top(word) ? { part: 'word', ...where } : null
    }
    if (Math.abs(y - top(word)) <= near(word)) return { part: 'start', ...where }
    if (Math.abs(y - bottom(word)) <= near(word)) return { part: 'end', ...where }
    return y >= top(word) && y < bottom(word) ? { part: 'word', ...where } : null
  }
  return null
}
