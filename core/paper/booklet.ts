import { plural } from '../basic'
import { placeName } from '../chart'
import type { Column, Drawing } from '../document'
import type { StrokeBy } from '../pass'
import type { Frames } from '../sheet'
import type { PaperJob } from './head'
import { drawingNumber, HEAD, headedPage, numbersOf } from './head'
import type { Box, Sheet } from './page'
import { FAINT, INK, LEDGER, SOFT } from './page'
import { MARGIN } from './papers'
import { sheetPages } from './sheet-pages'
import { spreadApart } from './spread'
import type { Span, Waiting } from './spans'
import { layerOf, partAround, spansIn } from './spans'

/** Pages of drawings need their strokes. */
export interface DrawnJob extends PaperJob {
  readonly strokeBy: StrokeBy
}

const [GAP, LINE, LADDER] = [12, 13, 128]
/** The second pose where both are laid over each other, and what stands between. */
const [SECOND, BETWEEN] = ['#14757f', '#9aa9a1']

/** A page for each pose: the drawing, the ladder to the next one with its numbers, and the order of work in words. */
export function chartPages(job: DrawnJob, columns: readonly Column[], frames: Frames): Sheet[] {
  return columns.flatMap(column => spansIn(job.scene, column, frames).flatMap(span => posePage(job, span)))
}

/** What an in-betweener of a column needs: what there is to do, the column's sheet, and a page for each span. */
export function bookletPages(job: DrawnJob, column: Column, frames: Frames): Sheet[] {
  const spans = spansIn(job.scene, column, frames)
  const charted = spans.filter(s => s.work.length)
  return [
    ...coverPages(job, column, spans),
    ...sheetPages(job, { columns: [column], frames, ladders: true }),
    ...charted.flatMap(span => spanPage(job, span)),
  ]
}

const framesWords = ({ first, last }: Frames): string => (first === last ? `frame ${first}` : `frames ${first}–${last}`)

function posePage(job: DrawnJob, span: Span): Sheet[] {
  const { from, to, column } = span
  const toward = to ? ` · to ${to.number}` : ''
  const page = headedPage(job, `Chart · ${column.name} · ${from.role} ${from.number}${toward}`)
  const marks = layerOf(job.scene, span, from, job.strokeBy)
  const box = pictureBox(job, page, { top: MARGIN + HEAD + 4, share: 1, most: 0.5 })
  picture(job, page, box, [marks])
  const foot = caption(page, box, from, framesWords(span.frames))
  if (span.work.length) return workOn(job, page, span, foot + 18)
  const words = to
    ? `Nothing is charted between ${from.number} and ${to.number}.`
    : `${from.number} is the last pose: nothing follows it.`
  page.text([MARGIN, foot + 24], words, { size: 10, colour: SOFT })
  return [page]
}

/** Both poses, both laid over each other with what stands between, the ladder, and the order of work. */
function spanPage(job: DrawnJob, span: Span): Sheet[] {
  const { from, column } = span
  const to = span.to!
  const page = headedPage(job, `For the in-betweener · ${column.name} · from ${from.number} to ${to.number}`)
  const layers = [from, to].map(d => layerOf(job.scene, span, d, job.strokeBy))
  const between = span.places.map(p => layerOf(job.scene, span, p.drawing, job.strokeBy))
  const part = partAround(
    job.scene.shot.picture,
    [...layers, ...between].flatMap(l => l.marks),
  )
  const top = MARGIN + HEAD + 4
  let foot = top
  for (const [i, d] of [from, to].entries()) {
    const small = pictureBox(job, page, { top, share: 0.5, most: 0.26 })
    const box = { ...small, x: MARGIN + i * ((page.width - 2 * MARGIN + GAP) / 2) }
    picture(job, page, box, [layers[i]!], part)
    foot = caption(page, box, d, i ? '' : framesWords(span.frames))
  }
  const large = pictureBox(job, page, { top: foot + 12, share: 1, most: 0.34 })
  frameOf(job, page, large)
  for (const layer of between) page.drawing(large, part, [layer], BETWEEN)
  page.drawing(large, part, [layers[0]!], INK)
  page.drawing(large, part, [layers[1]!], SECOND)
  const under = large.y + large.height + 10
  page.text([MARGIN, under], `${from.number} dark, ${to.number} green, what is charted between them grey`, {
    size: 7.5,
    colour: SOFT,
  })
  return workOn(job, page, span, under + 16)
}

/** A box with the picture's proportions, in the middle of so much of the width, at most so much of the page high. */
function pictureBox(
  job: PaperJob,
  page: Sheet,
  { top, share, most }: { top: number; share: number; most: number },
): Box {
  const { width, height } = job.scene.shot.picture
  const wide = share === 1 ? page.width - 2 * MARGIN : (page.width - 2 * MARGIN - GAP) / 2
  const w = Math.min(wide, (most * page.height * width) / height)
  return { x: MARGIN + (wide - w) / 2, y: top, width: w, height: (w * height) / width }
}

function frameOf(job: PaperJob, page: Sheet, box: Box): void {
  page.fill(box, job.scene.shot.paper)
  page.frame(box, { width: 0.5, colour: '#9db3a6' })
}

function picture(job: DrawnJob, page: Sheet, box: Box, layers: Parameters<Sheet['drawing']>[2], part?: Box): void {
  frameOf(job, page, box)
  const shown =
    part ??
    partAround(
      job.scene.shot.picture,
      layers.flatMap(l => l.marks),
    )
  page.drawing(box, shown, layers)
}

/** What a drawing is, under its picture. Gives its foot. */
function caption(page: Sheet, box: Box, d: Drawing, when: string): number {
  const foot = box.y + box.height + 17
  drawingNumber(page, [box.x + 16, foot - 3.5], d, { size: 10, within: 34 })
  const words = [d.role, when].filter(Boolean).join(' · ')
  page.text([box.x + 38, foot], words, { size: 9, colour: SOFT, within: box.width - 40 })
  return foot
}

/** The ladder and the order of work from a height on; what does not fit goes on to further pages. */
function workOn(job: DrawnJob, first: Sheet, span: Span, top: number): Sheet[] {
  const pages = [first]
  const bottom = first.height - MARGIN - 8
  const x = MARGIN + LADDER + GAP
  ladder(first, span, {
    x: MARGIN,
    y: top,
    width: LADDER,
    height: Math.min(bottom - top, ladderHeight(span)),
  })
  let page = first
  let y = top + 2
  page.text([x, y + 6], 'Order of work', { face: 'bold', size: 10 })
  y += 22
  for (const [i, line] of span.work.entries()) {
    if (y > bottom) {
      page = headedPage(job, `Order of work, continued · ${span.column.name} · from ${span.from.number}`)
      pages.push(page)
      y = MARGIN + HEAD + 16
    }
    const left = page === first ? x : MARGIN
    workLine(page, line, i + 1, { x: left, y, width: page.width - MARGIN - left })
    y += LINE
  }
  return pages
}

/** One line of the order of work, as it is said: which, between which, how, and whether it can be begun. */
export function workWords(line: Waiting): { what: string; state: string } {
  const how = line.words ? `, ${line.words}` : ''
  const state = { drawn: 'drawn', ready: 'can be drawn', waits: `waits for ${numbersOf(line.for)}` }[line.state]
  return { what: `between ${line.first.number} and ${line.second.number}${how}`, state }
}

function workLine(page: Sheet, line: Waiting, n: number, { x, y, width }: Omit<Box, 'height'>): void {
  const { what, state } = workWords(line)
  page.text([x + 14, y], `${n}`, { face: 'mono', size: 8.5, colour: SOFT, align: 'right' })
  page.text([x + 22, y], line.drawing.number, { face: 'mono-bold', size: 9.5, within: 40 })
  const told = page.text([x + width, y], state, { size: 8.5, colour: SOFT, align: 'right', within: width * 0.34 })
  page.text([x + 66, y], what, { size: 9.5, within: width - 74 - told })
  page.line([x, y + 3.8], [x + width, y + 3.8], { width: 0.3, colour: FAINT })
}

/** Numbers at the rungs of a ladder are that far from each other at least, pt, where the page has the room. */
const RUNG = 10

/** How high a ladder is so that its closest rungs can be told apart, pt. */
function ladderHeight({ places }: Span): number {
  const sorted = [0, 1, ...places.map(p => p.u)].sort((a, b) => a - b)
  const gaps = sorted.slice(1).map((u, i) => u - sorted[i]!)
  const closest = Math.min(...gaps.filter(g => g > 1e-6))
  const apart = Math.min(MOST_LADDER, ((sorted.at(-1)! - sorted[0]!) * RUNG) / closest + 20)
  return Math.max(LEAST_LADDER, apart, places.length * RUNG + 40)
}
const [LEAST_LADDER, MOST_LADDER] = [150, 260]

/** The chart as an in-betweener knows it: the first pose above, the second below, a rung for each drawing between. */
function ladder(page: Sheet, { from, to, places }: Span, box: Box): void {
  const mid = box.x + 48
  const all = [0, 1, ...places.map(p => p.u)]
  const [least, most] = [Math.min(...all), Math.max(...all)]
  const [top, high] = [box.y + 10, box.height - 20]
  const y = (u: number): number => top + ((u - least) / (most - least)) * high
  page.line([mid, y(least)], [mid, y(most)], { width: 1 })
  const end = (u: number, d: Drawing): void => {
    page.line([mid - 14, y(u)], [mid + 14, y(u)], { width: 1.6 })
    drawingNumber(page, [mid - 34, y(u)], d, { size: 9.5, within: 34 })
  }
  end(0, from)
  if (to) end(1, to)
  const labels = spreadApart(
    places.map(p => y(p.u)),
    RUNG,
    y(most),
  )
  places.forEach(({ drawing, u }, i) => {
    const label = labels[i]!
    page.line([mid - 8, y(u)], [mid + 8, y(u)], { width: 0.9 })
    if (Math.abs(label - y(u)) > 0.5) page.line([mid + 8, y(u)], [mid + 18, label], { width: 0.3, colour: SOFT })
    const wide = page.text([mid + 20, label + 3], drawing.number, { face: 'mono', size: 8.5, within: 30 })
    page.text([mid + 25 + wide, label + 2.6], placeName(u), { size: 7.5, colour: SOFT, within: 26 })
  })
}

/** What there is to do in a column: each span with what is drawn, what can be drawn and what waits. */
function coverPages(job: DrawnJob, column: Column, spans: readonly Span[]): Sheet[] {
  const pages: Sheet[] = []
  const ROW = 56
  let page: Sheet | null = null
  let y = 0
  const lines = spans.flatMap(s => s.work)
  const count = (state: Waiting['state']): number => lines.filter(l => l.state === state).length
  const begin = (): Sheet => {
    const next = headedPage(job, `For the in-betweener · ${column.name}`)
    pages.push(next)
    y = MARGIN + HEAD + 14
    return next
  }
  page = begin()
  const waits = plural(count('waits'), 'waits', 'wait')
  const all = lines.length
    ? `${plural(lines.length, 'in-between')}: ${count('drawn')} drawn, ${count('ready')} can be drawn now, ${waits} for others.`
    : 'Nothing is charted in these frames.'
  page.text([MARGIN, y], all, { size: 10.5, face: 'bold', within: page.width - 2 * MARGIN })
  y += 16
  for (const span of spans) {
    if (y + ROW > page.height - MARGIN) page = begin()
    const { width, height } = job.scene.shot.picture
    const high = ROW - 10
    const box = { x: MARGIN, y, width: Math.min(96, (high * width) / height), height: 0 }
    const small = { ...box, height: (box.width * height) / width }
    picture(job, page, small, [layerOf(job.scene, span, span.from, job.strokeBy)])
    spanRow(page, span, { x: MARGIN + 108, y, width: page.width - 2 * MARGIN - 108 })
    y += ROW
    page.line([MARGIN, y - 5], [page.width - MARGIN, y - 5], { width: 0.4, colour: FAINT })
  }
  return pages
}

function spanRow(page: Sheet, { from, to, frames, work }: Span, { x, y, width }: Omit<Box, 'height'>): void {
  drawingNumber(page, [x + 16, y + 9], from, { size: 10, within: 34 })
  const toward = to ? ` to ${to.number}` : ''
  page.text([x + 40, y + 12.5], `${from.role} · ${framesWords(frames)}${toward}`, { size: 9.5, within: width - 40 })
  if (!work.length) return void page.text([x, y + 28], 'no in-betweens', { size: 9, colour: SOFT })
  const listed = (state: Waiting['state']): string => numbersOf(work.filter(l => l.state === state).map(l => l.drawing))
  const rows = (
    [
      ['drawn', listed('drawn')],
      ['can be drawn', listed('ready')],
      ['waits', listed('waits')],
    ] as const
  ).filter(([, numbers]) => numbers)
  let at = x
  const third = width / 3
  for (const [words, numbers] of rows) {
    page.text([at, y + 27], words, { size: 7.5, colour: words === 'can be drawn' ? LEDGER : SOFT })
    page.text([at, y + 38], numbers, { face: 'mono', size: 9, within: third - 8 })
    at += third
  }
}
