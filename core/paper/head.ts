import { byNumber, plural } from '../basic'
import type { Drawing } from '../document'
import { feetOfLength, rateLabel, secondsOf } from '../time'
import type { Scene } from '../pass'
import type { Measure, Point } from './page'
import { INK, LEDGER, PENCIL, Sheet, SOFT } from './page'
import type { Paper } from './papers'
import { MARGIN, PAPERS } from './papers'

/** What pages are made of: a shot in a plan, and what is told of it. */
export interface PaperJob {
  readonly scene: Scene
  readonly production: string
  /** As it is written, of the day it is printed. */
  readonly date: string
  readonly paper: Paper
  readonly measure: Measure
}

/** How high the head of a page is, pt, with the room under it. */
export const HEAD = 50

/** A page with its head: what shot it is of, and which part of it (`words`). Its number is written when all are there. */
export function headedPage({ scene, production, date, paper, measure }: PaperJob, words: string): Sheet {
  const { width, height } = PAPERS[paper]
  const page = new Sheet(width, height, measure)
  const { shot, plan } = scene
  const inner = width - 2 * MARGIN
  const right = width - MARGIN
  const plans = shot.planOrder.length > 1 ? ` · ${plan.name}` : ''
  const seconds = secondsOf(shot.length, shot.rate).toFixed(2)
  const [frames, feet] = [plural(shot.length, 'frame'), feetOfLength(shot.length)]
  const lasts = `${frames} · ${seconds} s · ${feet} ft · ${rateLabel(shot.rate)} fps`
  page.text([MARGIN, MARGIN + 8], production, { size: 8.5, colour: SOFT, within: inner * 0.5 })
  page.text([MARGIN, MARGIN + 25], `${shot.name}${plans}`, { size: 15, face: 'bold', within: inner * 0.58 })
  page.text([right, MARGIN + 8], date, { size: 8.5, colour: SOFT, align: 'right', within: inner * 0.45 })
  page.text([right, MARGIN + 20], lasts, { size: 8.5, align: 'right', within: inner * 0.4 })
  page.text([MARGIN, MARGIN + 37], words, { size: 9, within: inner * 0.8 })
  page.line([MARGIN, MARGIN + 42], [right, MARGIN + 42], { width: 1.4, colour: LEDGER })
  return page
}

/** Writes the number of each page among all of them. */
export function numbered(pages: readonly Sheet[]): readonly Sheet[] {
  pages.forEach((page, i) =>
    page.text([page.width - MARGIN, MARGIN + 37], `page ${i + 1} of ${pages.length}`, { size: 9, align: 'right' }),
  )
  return pages
}

/** A drawing's number as in the sheet: a key ringed, a breakdown underlined, an extreme underlined heavily. */
export function drawingNumber(
  page: Sheet,
  [x, y]: Point,
  drawing: Pick<Drawing, 'number' | 'role'>,
  { size, within, faint = false }: { size: number; within: number; faint?: boolean },
): void {
  const { role, number } = drawing
  const pose = role !== 'in-between'
  const face = pose ? 'mono-bold' : 'mono'
  const colour = role === 'breakdown' ? PENCIL : faint ? SOFT : INK
  const room = role === 'key' ? within - 5 : within
  const wide = Math.min(room, page.wide(number, { face, size }))
  const foot = y + size * 0.35
  page.text([x, foot], number, { face, size, colour, align: 'center', within: room })
  if (role === 'key') page.ring([x, y], Math.max(wide / 2 + 2.5, size * 0.62), size * 0.66)
  else if (pose) {
    const under = foot + size * 0.22
    const thick = role === 'extreme' ? 1.6 : 0.7
    page.line([x - wide / 2 - 1, under], [x + wide / 2 + 1, under], { width: thick, colour })
  }
}

/** The numbers of drawings in their order, in words. */
export const numbersOf = (drawings: readonly Pick<Drawing, 'number'>[]): string =>
  [...drawings]
    .sort(byNumber)
    .map(d => d.number)
    .join(', ')
