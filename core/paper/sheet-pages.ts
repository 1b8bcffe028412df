import { cycleWord } from '../cycle'
import type { Column } from '../document'
import { columnsOf, cyclesIn, linesOnSheet, momentsShown } from '../document'
import type { Pass } from '../pass'
import { toldIn } from '../pass'
import { bracketsOf, eachRun, type Frames } from '../sheet'
import { countedRate } from '../time'
import type { PaperJob } from './head'
import { drawingNumber, headedPage } from './head'
import type { Sheet } from './page'
import { FAINT, INK, LEDGER, SOFT } from './page'
import { MARGIN } from './papers'
import type { Bank, SheetLayout, SheetPage } from './sheet-layout'
import { COLUMN_HEAD, FOOT, LADDER, layOut, MOVES, NOTES, NUMBERS, SPOKEN } from './sheet-layout'
import { spreadApart } from './spread'

/** Where a ladder stands in its strip, and how far its numbers are from each other at least, pt. */
const [LADDER_AT, LABEL] = [20, 6.2]

/** What of a sheet is printed. */
export interface SheetWanted {
  readonly columns: readonly Column[]
  readonly frames: Frames
  /** Charts beside the columns that have some. */
  readonly ladders: boolean
}

/** How the pages of a sheet are laid out; without writing one of them. */
export function sheetLayout({ scene, paper }: PaperJob, { columns, frames, ladders }: SheetWanted): SheetLayout {
  const notes = Object.values(scene.plan.notes ?? {})
  const charted = columns.filter(c => scene.contents.passes(scene, c).some(p => p.chart && p.members.length))
  const beside = new Set(ladders ? charted.map(c => c.id) : [])
  const spoken = Object.keys(scene.plan.lines ?? {}).length > 0
  const moves = toldIn(scene.plan).length > 0
  return layOut({ paper, columns, frames, rate: scene.shot.rate, notes, spoken, moves, ladders: beside })
}

/** The exposure sheet on paper. */
export function sheetPages(job: PaperJob, wanted: SheetWanted): Sheet[] {
  const layout = sheetLayout(job, wanted)
  return layout.pages.map(p => sheetPage(job, layout, p))
}

/** One page of a sheet that is laid out. */
export function sheetPage(job: PaperJob, layout: SheetLayout, p: SheetPage): Sheet {
  const { first } = p.banks[0]!.frames
  const { last } = p.banks.at(-1)!.frames
  const all = Math.max(...layout.pages.map(x => x.part.last))
  const part = p.columns.length < all ? ` · columns ${p.part.first}–${p.part.last} of ${all}` : ''
  const page = headedPage(job, `Exposure sheet · frames ${first}–${last}${part}`)
  for (const bank of p.banks) new BankWriter(page, job, layout, p, bank).write()
  legend(page)
  return page
}

/** Where a column stands in a strip. */
interface Track {
  readonly column: Column
  readonly x: number
  readonly width: number
  /** Where its charts stand; null where it has none. */
  readonly ladder: number | null
}

/** Writes one strip of a sheet. */
class BankWriter {
  private readonly tracks: readonly Track[]
  private readonly left: number
  /** Where what is spoken stands. */
  private readonly spokenAt: number
  /** Where the camera and moves stand. */
  private readonly movesAt: number
  private readonly right: number
  private readonly bottom: number

  constructor(
    private readonly page: Sheet,
    private readonly job: PaperJob,
    private readonly layout: SheetLayout,
    { columns }: SheetPage,
    private readonly bank: Bank,
  ) {
    let x = bank.x + (layout.notes ? NOTES : 0)
    this.left = x
    x += NUMBERS
    this.spokenAt = x
    x += layout.spoken ? SPOKEN : 0
    this.movesAt = x
    x += layout.moves ? MOVES : 0
    this.tracks = columns.map(column => {
      const ladder = layout.ladders.has(column.id) ? x + layout.columnWidth : null
      const track = { column, x, width: layout.columnWidth, ladder }
      x += layout.columnWidth + (ladder === null ? 0 : LADDER)
      return track
    })
    this.right = x
    this.bottom = this.y(bank.frames.last + 1)
  }

  /** The top of a frame's row, pt. */
  private y = (frame: number): number => this.layout.top + (frame - this.bank.frames.first) * this.layout.row
  private get small(): number {
    return Math.min(8.5, this.layout.row * 0.8)
  }
  private shows = (frame: number): boolean => frame >= this.bank.frames.first && frame <= this.bank.frames.last

  write(): void {
    this.rules()
    this.frameNumbers()
    if (this.layout.notes) this.notes()
    if (this.layout.spoken) this.spoken()
    if (this.layout.moves) this.moves()
    for (const track of this.tracks) {
      this.head(track)
      this.exposures(track)
      this.repeats(track)
      if (track.ladder !== null)
        for (const pass of this.job.scene.contents.passes(this.job.scene, track.column)) this.ladder(pass, track.ladder)
    }
  }

  private rules(): void {
    const { page, bank } = this
    const second = countedRate(this.job.scene.shot.rate)
    for (let f = bank.frames.first; f <= bank.frames.last + 1; f++) {
      const begins = (f - 1) % second === 0 ? 'second' : (f - 1) % 8 === 0 ? 'eight' : 'frame'
      const style = {
        second: { width: 1, colour: LEDGER },
        eight: { width: 0.6, colour: '#7fa392' },
        frame: { width: 0.3, colour: FAINT },
      }[begins]
      page.line([this.left, this.y(f)], [this.right, this.y(f)], style)
    }
    const uprights = [this.left, ...this.tracks.flatMap(t => (t.ladder === null ? [t.x] : [t.x, t.ladder])), this.right]
    for (const x of uprights)
      page.line([x, this.layout.top - COLUMN_HEAD], [x, this.bottom], { width: 0.4, colour: '#9db3a6' })
    const { length } = this.job.scene.shot
    // The end of the shot.
    if (this.shows(length)) {
      const y = this.y(length + 1)
      for (const dy of [0, 2]) page.line([this.left, y + dy], [this.right, y + dy], { width: 1.1 })
    }
  }

  private frameNumbers(): void {
    const { page, small } = this
    page.text([this.left + NUMBERS - 4, this.layout.top - 5], 'frame', { size: 6.5, colour: SOFT, align: 'right' })
    const second = countedRate(this.job.scene.shot.rate)
    for (let f = this.bank.frames.first; f <= this.bank.frames.last; f++) {
      const foot = this.y(f) + this.layout.row / 2 + small * 0.35
      page.text([this.left + NUMBERS - 4, foot], String(f), { face: 'mono', size: small, align: 'right' })
      if ((f - 1) % second === 0)
        page.text([this.left + 2, foot], `${(f - 1) / second}s`, { size: small * 0.85, colour: LEDGER })
    }
  }

  private head({ column, x, width, ladder }: Track): void {
    const { page, layout } = this
    const mid = x + width / 2
    page.text([mid, layout.top - 13], column.name, { face: 'bold', size: 8, align: 'center', within: width - 4 })
    const words = column.reference ? 'reference' : column.background ? 'background' : ''
    if (words) page.text([mid, layout.top - 5], words, { size: 6.5, colour: SOFT, align: 'center', within: width - 4 })
    if (ladder !== null)
      page.text([ladder + LADDER / 2, layout.top - 5], 'charts', { size: 6.5, colour: SOFT, align: 'center' })
  }

  private exposures({ column, x, width }: Track): void {
    const { page, layout, bank } = this
    const { scene } = this.job
    const stack = scene.shot.stacks[column.stack]!
    const mid = x + width / 2
    const half = layout.row / 2
    let end = 0
    let drawing: string | null = null
    const written = scene.shot.plans[scene.plan.id]?.columns[column.id]
    const moments = new Map(
      (written ? cyclesIn(written, scene.shot.length) : []).flatMap(momentsShown).map(m => [m.frame, m.name] as const),
    )
    for (const { run, start } of eachRun(column.runs)) {
      end = start + run.frames - 1
      drawing = run.drawing
      if (start > bank.frames.last) return
      if (end < bank.frames.first) continue
      const from = Math.max(start, bank.frames.first)
      const until = Math.min(end, bank.frames.last)
      const y = this.y(from) + half
      const shown = run.drawing === null ? null : stack.drawings[run.drawing]!
      if (!shown) {
        if (start === from)
          page.text([mid, y + this.small * 0.35], 'X', { face: 'mono', size: this.small, align: 'center' })
        continue
      }
      const held = from === start ? shown : { ...shown, role: 'in-between' as const, number: `(${shown.number})` }
      drawingNumber(page, [mid, y], held, { size: this.small, within: width - 4, faint: !!run.again || from !== start })
      const moment = from === start ? moments.get(start) : undefined
      // Beside the number, where the row below is this drawing's too.
      if (moment && until > from)
        page.text([mid + 5, y + layout.row], moment, { size: 5.5, colour: SOFT, within: width / 2 - 7 })
      if (until === from) continue
      const line = run.again ? { width: 0.5, colour: SOFT } : { width: 0.8 }
      page.line([mid, y + half * 1.15], [mid, this.y(until + 1) - 2], line)
      if (until === end) page.line([mid - 3.5, this.y(end + 1) - 2], [mid + 3.5, this.y(end + 1) - 2], line)
    }
    // Behind the last exposure its drawing stays.
    if (drawing !== null && end < bank.frames.last)
      for (let f = Math.max(end + 1, bank.frames.first); f <= bank.frames.last; f++)
        page.line([mid, this.y(f) + 1.5], [mid, this.y(f) + layout.row * 0.45], { width: 0.6, colour: SOFT })
  }

  /** A bracket over what is repeated, with how often, and a thin one over what that adds. */
  private repeats({ column, x }: Track): void {
    const { page, layout, bank } = this
    const { shot, plan } = this.job.scene
    const written = shot.plans[plan.id]?.columns[column.id]
    if (!written?.repeats?.length) return
    for (const { repeat, frames, start, adds } of bracketsOf(
      { runs: written.runs, repeats: written.repeats },
      shot.length,
    )) {
      const clip = (a: number, b: number): [number, number] | null =>
        b < bank.frames.first || a > bank.frames.last
          ? null
          : [this.y(Math.max(a, bank.frames.first)) + 1, this.y(Math.min(b, bank.frames.last) + 1) - 1]
      const there = clip(start, start + frames - 1)
      if (there) {
        const at = x + 3
        page.line([at, there[0]], [at, there[1]], { width: 1.2 })
        for (const y of there) page.line([at, y], [at + 3, y], { width: 1.2 })
        const times = repeat.times === null ? 'to end' : repeat.times === 1 ? '' : `×${repeat.times}`
        const cycle = written.cycles?.[repeat.id]
        const words = [cycle ? cycleWord(cycle.kind) : '', times, repeat.back ? 'back' : ''].filter(Boolean).join(' ')
        page.text([at + 3, there[0] + Math.min(7, layout.row * 0.8)], words, { size: 5.5, face: 'bold', colour: INK })
      }
      const again = adds ? clip(start + frames, start + frames + adds - 1) : null
      if (again) page.line([x + 3, again[0]], [x + 3, again[1]], { width: 0.5, colour: SOFT })
    }
  }

  /** Words beside the frames they are said on, stressed ones bold, each with a bar as long as it lasts. */
  private spoken(): void {
    const { page, bank, layout, spokenAt: x } = this
    const { shot, plan } = this.job.scene
    page.text([x + SPOKEN / 2, layout.top - 5], 'spoken', { size: 6.5, colour: SOFT, align: 'center' })
    let free = Number.NEGATIVE_INFINITY
    for (const { word, first, last, stressed } of linesOnSheet(shot, plan).flatMap(l => l.words)) {
      if (last < bank.frames.first || first > bank.frames.last) continue
      const [from, to] = [Math.max(first, bank.frames.first), Math.min(last, bank.frames.last)]
      page.line([x + 3, this.y(from) + 1], [x + 3, this.y(to + 1) - 1], { width: stressed ? 1.8 : 0.7 })
      const foot = this.y(from) + this.small
      // Where words are short their letters do not lie over each other.
      if (first < from || foot < free) continue
      page.text([x + 7, foot], word.text, { face: stressed ? 'bold' : 'plain', size: this.small, within: SPOKEN - 10 })
      free = foot + this.small * 0.9
    }
  }

  /** What the camera and columns do, each with a bar from its first frame to its last. */
  private moves(): void {
    const { page, bank, layout, movesAt: x, small } = this
    page.text([x + MOVES / 2, layout.top - 5], 'camera and moves', { size: 6.5, colour: SOFT, align: 'center' })
    // Bars that last together stand beside each other.
    const ends: number[] = []
    let free = Number.NEGATIVE_INFINITY
    for (const { of, first, last, words, detail } of toldIn(this.job.scene.plan)) {
      if (last < bank.frames.first || first > bank.frames.last) continue
      const found = ends.findIndex(end => end < first)
      const lane = Math.min(3, found < 0 ? ends.length : found)
      ends[lane] = last
      const [from, to] = [Math.max(first, bank.frames.first), Math.min(last, bank.frames.last)]
      const at = x + 3 + lane * 3
      page.line([at, this.y(from) + 1], [at, this.y(to + 1) - 1], { width: words === 'hold' ? 0.5 : 1.2 })
      let foot = Math.max(this.y(from) + small, free)
      for (const line of [`${of}:`, ...words.split(', '), `to ${last}`, ...(detail ? detail.split(', ') : [])]) {
        if (foot > this.bottom) break
        page.text([x + 16, foot], line, { size: Math.min(6.5, small), within: MOVES - 18 })
        foot += 7.5
      }
      free = foot + 2
    }
  }

  private notes(): void {
    const { page, bank, left } = this
    page.text([left - NOTES + 2, this.layout.top - 5], 'action', { size: 6.5, colour: SOFT })
    let free = 0
    for (const note of Object.values(this.job.scene.plan.notes ?? {}).sort((a, b) => a.frame - b.frame)) {
      const last = note.frame + note.frames - 1
      if (last < bank.frames.first || note.frame > bank.frames.last) continue
      const top = this.y(Math.max(note.frame, bank.frames.first))
      const bottom = this.y(Math.min(last, bank.frames.last) + 1)
      page.line([left - 4, top + 1], [left - 4, bottom - 1], { width: 0.9, colour: LEDGER })
      for (const y of [top + 1, bottom - 1]) page.line([left - 7, y], [left - 4, y], { width: 0.9, colour: LEDGER })
      let foot = Math.max(top + 7, free)
      for (const line of page.wrapped(note.text, NOTES - 12, { size: 7 })) {
        if (foot > this.bottom + 2) break
        page.text([left - NOTES + 2, foot], line, { size: 7 })
        foot += 8
      }
      free = foot + 2
    }
  }

  /** The ladder of a span, as high as the span is long: the poses at its ends, in-betweens where they are on the way. */
  private ladder(pass: Pass, x: number): void {
    if (!pass.chart || !pass.members.length) return
    const { page, bank, layout } = this
    const at = (frame: number): number => this.y(frame) + layout.row / 2
    const [top, bottom] = [at(pass.from.start), at(pass.to.start)]
    const [least, most] = [layout.top, this.y(bank.frames.last + 1)]
    if (bottom < least || top > most) return
    const mid = x + LADDER_AT
    const within = (y: number): number => Math.min(most, Math.max(least, y))
    page.line([mid, within(top)], [mid, within(bottom)], { width: 0.7 })
    const { drawings } = this.job.scene.shot.stacks[pass.chart.stack]!
    const tick = (y: number, half: number): void => {
      if (y >= least && y <= most) page.line([mid - half, y], [mid + half, y], { width: half > 6 ? 1.1 : 0.7 })
    }
    tick(top, 9)
    tick(bottom, 9)
    const seen = pass.members
      .map(m => ({ number: drawings[m.drawing]!.number, y: top + m.u * (bottom - top) }))
      .filter(m => m.y >= least && m.y <= most)
    const labels = spreadApart(
      seen.map(m => m.y),
      LABEL,
      most,
    )
    seen.forEach(({ number, y }, i) => {
      const label = labels[i]!
      tick(y, 5)
      if (Math.abs(label - y) > 0.5) page.line([mid + 5, y], [mid + 9, label], { width: 0.25, colour: SOFT })
      page.text([mid + 10, label + 2], number, { face: 'mono', size: 5.8, within: LADDER - LADDER_AT - 11 })
    })
  }
}

/** How the signs are read, at the foot of each page. */
function legend(page: Sheet): void {
  const foot = page.height - MARGIN - FOOT / 2 + 6
  let x = MARGIN
  const style = { size: 7, colour: SOFT }
  for (const [role, words] of [
    ['key', 'key'],
    ['extreme', 'extreme'],
    ['breakdown', 'breakdown'],
    ['in-between', 'in-between'],
  ] as const) {
    drawingNumber(page, [x + 8, foot - 2.4], { number: '7', role }, { size: 7, within: 20 })
    x += 20
    x += page.text([x, foot], words, style) + 12
  }
  page.line([x + 4, foot - 6], [x + 4, foot], { width: 0.8 })
  page.line([x + 0.5, foot], [x + 7.5, foot], { width: 0.8 })
  x += 12
  x += page.text([x, foot], 'held', style) + 12
  page.text([x, foot], 'X blank     (7) goes on from before     a double line: the end of the shot', style)
}

/** The columns that a sheet on paper may show: all that are not hidden. */
export const printed = (job: Pick<PaperJob, 'scene'>): Column[] => columnsOf(job.scene.plan).filter(c => !c.hidden)
