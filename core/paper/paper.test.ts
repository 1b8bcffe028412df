import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoShots } from '../../demo'
import type { Column } from '../document'
import { storeShot } from '../document'
import { sheetCsv } from '../formats/csv'
import { orderOfWork } from '../chart'
import { downs, empty, passing, planned } from '../commands/cycles.test-helper'
import { sceneOf } from '../pass'
import { strokeText } from '../stroke'
import { rate } from '../time'
import type { DrawnJob, Item, Measure, Page, Paper, SheetLayout } from '.'
import {
  bookletPages,
  chartPages,
  layOut,
  LEDGER,
  MARGIN,
  numbered,
  PAPERS,
  printed,
  ROW,
  sheetLayout,
  sheetPages,
  spansIn,
  workWords,
} from '.'

/** Letters half as wide as they are high. */
const measure: Measure = (text, _face, size) => [...text].length * size * 0.5
const papers = Object.keys(PAPERS) as Paper[]

function jobOf(name: string, paper: Paper = 'a4'): DrawnJob & { whole: { first: number; last: number } } {
  const { shot, strokes } = demoShots().find(s => s.shot.name.startsWith(name))!
  const by = new Map(strokes.map(s => [createHash('sha256').update(strokeText(s)).digest('hex'), s]))
  const scene = sceneOf(shot, shot.planOrder[0]!)
  const about = {
    production: 'Gull Point Lamp',
    date: '1 May 2026',
    paper,
    measure,
    strokeBy: (h: string) => by.get(h),
  }
  return { scene, ...about, whole: { first: 1, last: shot.length } }
}
type Text = Extract<Item, { kind: 'text' }>
const texts = (page: Page): Text[] => page.items.filter(i => i.kind === 'text')
const words = (pages: readonly Page[]): string[] => pages.flatMap(p => texts(p).map(t => t.text))

/** What is written in a column's rows of a sheet on paper, by frame: its number where a drawing begins, X for a blank. */
function cellsOn(pages: readonly Page[], layout: SheetLayout, columns: readonly Column[]): Map<string, string> {
  const cells = new Map<string, string>()
  layout.pages.forEach((laid, p) => {
    for (const bank of laid.banks) {
      let x = bank.x + (layout.notes ? 92 : 0) + 30
      for (const column of laid.columns) {
        const mid = x + layout.columnWidth / 2
        x += layout.columnWidth + (layout.ladders.has(column.id) ? 52 : 0)
        for (const t of texts(pages[p]!)) {
          if (t.align !== 'center' || Math.abs(t.at[0] - mid) > 0.01 || t.at[1] < layout.top) continue
          const frame = bank.frames.first + Math.floor((t.at[1] - layout.top) / layout.row)
          if (frame <= bank.frames.last && !t.text.startsWith('('))
            cells.set(`${columns.indexOf(column)} ${frame}`, t.text)
        }
      }
    }
  })
  return cells
}

describe('the sheet on paper', () => {
  it.each(['010', '020', '050'])('of shot %s says what the sheet says, frame by frame', name => {
    const job = jobOf(name)
    const { shot, plan } = job.scene
    const columns = printed(job)
    const wanted = { columns, frames: job.whole, ladders: true }
    const cells = cellsOn(sheetPages(job, wanted), sheetLayout(job, wanted), columns)
    const rows = sheetCsv(shot, plan)
      .trim()
      .split('\r\n')
      .slice(1, shot.length + 1)
      .map(r => r.split(',').slice(1))
    const expected = new Map(
      rows.flatMap((r, f) => r.flatMap((cell, c) => (cell ? [[`${c} ${f + 1}`, cell] as const] : []))),
    )
    expect(cells).toEqual(expected)
  })
  it('rings keys and nothing else', () => {
    const job = jobOf('020')
    const { drawings } = job.scene.shot.stacks['keeper-stack']!
    const keeper = job.scene.plan.columns.keeper!
    const [page] = sheetPages(job, { columns: [keeper], frames: job.whole, ladders: false })
    const keys = Object.values(drawings).filter(d => d.role === 'key').length
    // One more stands at the foot, where the signs are explained.
    expect(page!.items.filter(i => i.kind === 'ring')).toHaveLength(keys + 1)
  })
  it('tells production, shot, length, rate, date and which page of how many', () => {
    const pages = numbered(sheetPages(jobOf('020'), { columns: [], frames: { first: 1, last: 61 }, ladders: false }))
    const all = words(pages)
    for (const part of ['Gull Point Lamp', '020 Lantern lift', '1 May 2026', 'page 1 of 1']) expect(all).toContain(part)
    // 61 frames at 24 are 2.54 s; 61 = 3 × 16 + 13 (35 mm film: 16 frames to a foot, film handbooks, from memory).
    expect(all).toContain('61 frames · 2.54 s · 3+13 ft · 24 fps')
    expect(all).toContain('Exposure sheet · frames 1–61')
  })
  it('has notes beside their frames, and a rule at each second', () => {
    const job = jobOf('020')
    const wanted = { columns: printed(job), frames: job.whole, ladders: false }
    const [page] = sheetPages(job, wanted)
    const { top, row } = sheetLayout(job, wanted)
    for (const note of Object.values(job.scene.plan.notes!)) {
      const first = texts(page!).find(t => note.text.startsWith(t.text) && t.at[0] < MARGIN + 40)!
      expect(Math.floor((first.at[1] - top) / row) + 1).toBe(note.frame)
    }
    const rules = page!.items.filter(
      i => i.kind === 'line' && i.colour === LEDGER && i.width === 1 && i.from[1] === i.to[1],
    )
    expect(rules.map(r => Math.round(((r as Extract<Item, { kind: 'line' }>).from[1] - top) / row))).toEqual([
      0, 24, 48,
    ])
  })
  it('shows each frame of each column once, as large as can be read, within the margins', () => {
    const [column] = printed(jobOf('020'))
    const count = fc.oneof(fc.integer({ min: 1, max: 130 }), fc.integer({ min: 131, max: 14_400 }))
    fc.assert(
      fc.property(
        fc.constantFrom(...papers),
        fc.integer({ min: 1, max: 60 }),
        fc.nat(200),
        count,
        fc.boolean(),
        (paper, n, before, frames, ladders) => {
          const [spoken, moves] = [n % 2 === 0, n % 3 === 0]
          const columns = Array.from({ length: n }, (_, i) => ({ ...column!, id: `c${i}` }))
          const range = { first: before + 1, last: before + frames }
          const beside = new Set(ladders ? columns.filter((_, i) => i % 3 === 0).map(c => c.id) : [])
          const layout = layOut({
            paper,
            columns,
            frames: range,
            rate: rate(24),
            notes: [],
            spoken,
            moves,
            ladders: beside,
          })
          expect(layout.row).toBeGreaterThanOrEqual(ROW.least - 1e-9)
          const seen = new Map<string, number>()
          for (const page of layout.pages)
            for (const { x, frames: f } of page.banks) {
              const wide = page.columns.reduce(
                (w, c) => w + layout.columnWidth + (beside.has(c.id) ? 52 : 0),
                (spoken ? 88 : 30) + (moves ? 76 : 0),
              )
              expect(x + wide).toBeLessThanOrEqual(PAPERS[paper].width - MARGIN + 1e-6)
              const rows = f.last - f.first + 1
              expect(layout.top + rows * layout.row).toBeLessThanOrEqual(PAPERS[paper].height - MARGIN + 1e-6)
              for (const c of page.columns) seen.set(c.id, (seen.get(c.id) ?? 0) + rows)
            }
          expect([...seen.values()]).toEqual(columns.map(() => frames))
        },
      ),
      { numRuns: 150 },
    )
  })
  it('with repeats tells how often', () => {
    const job = jobOf('020')
    const stored = JSON.parse(JSON.stringify(storeShot(job.scene.shot))) as ReturnType<typeof storeShot>
    const runs = stored.plans[job.scene.plan.id]!.columns.keeper!.runs
    const repeat = { id: 'r1', first: runs[0]!.id, last: runs[2]!.id, times: 3, back: false }
    const shot = job.scene.shot
    const keeper = { ...shot.plans[job.scene.plan.id]!.columns.keeper!, repeats: [repeat] }
    const plan = { ...shot.plans[job.scene.plan.id]!, columns: { keeper }, order: ['keeper'] }
    const scene = sceneOf({ ...shot, plans: { [plan.id]: plan } }, plan.id)
    const pages = sheetPages({ ...job, scene }, { columns: printed({ scene }), frames: job.whole, ladders: true })
    expect(words(pages)).toContain('×3')
  })
  it('with cycles tells what they are, and the moments on their frames', () => {
    const job = jobOf('020')
    const shot = downs(passing(planned(empty)))
    const scene = sceneOf(shot, shot.planOrder[0]!)
    const pages = sheetPages(
      { ...job, scene },
      { columns: printed({ scene }), frames: { first: 1, last: 48 }, ladders: false },
    )
    expect(words(pages)).toEqual(expect.arrayContaining(['walk to end', 'contact', 'passing']))
  })
})

describe('charts on paper', () => {
  // Common practice: halves of halves. 11 stands halfway between 1 and 13, 9 halfway between 1 and 11, 7 between 1 and 9.
  it('say the order of work in words', () => {
    const job = jobOf('020')
    const [first] = spansIn(job.scene, job.scene.plan.columns.keeper!, job.whole)
    expect(first!.work.map(l => [l.drawing.number, workWords(l).what])).toEqual([
      ['11', 'between 1 and 13, half'],
      ['9', 'between 1 and 11, half'],
      ['7', 'between 1 and 9, half'],
    ])
    expect(first!.work.map(l => workWords(l).state)).toEqual(['can be drawn', 'waits for 11', 'waits for 9'])
  })
  it.each(papers)('on %s have a page for each pose, with the order of the core', paper => {
    const job = jobOf('020', paper)
    const keeper = job.scene.plan.columns.keeper!
    const pages = chartPages(job, [keeper], job.whole)
    const spans = spansIn(job.scene, keeper, job.whole)
    expect(pages).toHaveLength(spans.length)
    spans.forEach((span, i) => {
      const written = texts(pages[i]!).filter(t => t.face === 'mono-bold' && t.size === 9.5 && t.align === 'left')
      const { chart } = span
      const order = chart ? orderOfWork(chart.ticks.map(t => t.u)).map(t => chart.ticks[t.tick]!.drawing) : []
      expect(written.map(t => t.text)).toEqual(order.map(id => span.stack.drawings[id]!.number))
      expect(pages[i]!.items.some(item => item.kind === 'drawing')).toBe(true)
    })
  })
  it('keep everything on the page', () => {
    for (const paper of papers)
      for (const name of ['010', '020', '050']) {
        const job = jobOf(name, paper)
        const column = printed(job).find(c => !c.background)!
        for (const page of [...chartPages(job, printed(job), job.whole), ...bookletPages(job, column, job.whole)])
          for (const t of texts(page)) {
            const wide = measure(t.text, t.face, t.size)
            const left = t.at[0] - (t.align === 'left' ? 0 : t.align === 'right' ? wide : wide / 2)
            expect(left, t.text).toBeGreaterThanOrEqual(MARGIN - 8)
            expect(left + wide, t.text).toBeLessThanOrEqual(page.width - MARGIN + 8)
            expect(t.at[1], t.text).toBeLessThanOrEqual(page.height - MARGIN + 6)
          }
      }
  }, 30_000)
  it('of an order that is longer than a page go on with a head', () => {
    const job = jobOf('020')
    const shot = job.scene.shot
    const keeper = shot.plans[job.scene.plan.id]!.columns.keeper!
    // The chart of a span holds up to 200 in-betweens.
    const chart = Object.values(shot.plans[job.scene.plan.id]!.charts).find(c => c.stack === keeper.stack)!
    const drawings = Object.fromEntries(
      Array.from({ length: 150 }, (_, i) => [
        `x${i}`,
        { id: `x${i}`, number: `x${i}`, role: 'in-between' as const, own: false, content: { poses: {}, strokes: [] } },
      ]),
    )
    const ticks = Object.keys(drawings).map((id, i) => ({ drawing: id, u: (i + 1) / 151 }))
    const stack = { ...shot.stacks[keeper.stack]!, drawings: { ...shot.stacks[keeper.stack]!.drawings, ...drawings } }
    const plan = shot.plans[job.scene.plan.id]!
    const scene = sceneOf(
      {
        ...shot,
        stacks: { ...shot.stacks, [stack.id]: stack },
        plans: { [plan.id]: { ...plan, charts: { ...plan.charts, [chart.id]: { ...chart, ticks } } } },
      },
      plan.id,
    )
    const pages = chartPages({ ...job, scene }, [scene.plan.columns.keeper!], job.whole)
    expect(words(pages).filter(t => /^x\d+$/.test(t)).length).toBeGreaterThanOrEqual(150)
    expect(words(pages).some(t => t.startsWith('Order of work, continued'))).toBe(true)
  })
})

it('a booklet for the in-betweener says what can be drawn now', () => {
  const job = jobOf('020')
  const pages = bookletPages(job, job.scene.plan.columns.keeper!, job.whole)
  const lines = spansIn(job.scene, job.scene.plan.columns.keeper!, job.whole).flatMap(s => s.work)
  const ready = lines.filter(l => l.state === 'ready').length
  expect(words(pages)).toContain(
    `${lines.length} in-betweens: 0 drawn, ${ready} can be drawn now, ${lines.length - ready} wait for others.`,
  )
})
