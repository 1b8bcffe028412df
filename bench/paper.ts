import { readFileSync } from 'node:fs'
import { rate } from '#core/time'
import { sceneOf } from '#core/pass'
import type { Face } from '#core/paper'
import { numbered, printed, sheetPages } from '#core/paper'
import type { Shot } from '../core/document'
import { makeShot } from '../core/document'
import { PdfFile } from '../app/hand-off/work/pdf'
import { Planner } from '../demo/planner'
import type { Row } from './row'
import { median } from './row'

const font = (name: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${name}-normal.woff`))
const FONTS: Record<Face, Uint8Array[]> = {
  plain: [font('figtree/files/figtree-latin-400')],
  bold: [font('figtree/files/figtree-latin-600')],
  mono: [font('ibm-plex-mono/files/ibm-plex-mono-latin-400')],
  'mono-bold': [font('ibm-plex-mono/files/ibm-plex-mono-latin-600')],
}

/** A shot of four columns: a key every 24 frames, in-betweens on twos. */
function plannedShot(length: number): Shot {
  const p = new Planner(
    makeShot('paper-shot', {
      name: 'Paper',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length,
    }),
  )
  for (const id of ['one', 'two', 'three', 'four']) {
    p.column(id, id, '#26302c')
    for (let f = 1; f <= length; f += 24) p.pose(id, f, 'key', { poses: {}, strokes: [] })
    for (let f = 1; f + 24 <= length; f += 24)
      p.chart(id, f, f + 24, 11, 2, { family: 'halves', slow: 'both', depth: 3 })
  }
  return p.shot
}

async function printTime(shot: Shot): Promise<{ ms: number; pages: number }> {
  const began = performance.now()
  const pdf = await PdfFile.begin('Paper', FONTS, () => Promise.resolve(null))
  const about = { production: 'Trials', date: '', paper: 'a4' as const, measure: pdf.fonts.measure }
  const job = { scene: sceneOf(shot, shot.planOrder[0]!), ...about }
  const pages = numbered(
    sheetPages(job, { columns: printed(job), frames: { first: 1, last: shot.length }, ladders: true }),
  )
  for (const page of pages) await pdf.add(page)
  await pdf.bytes()
  return { ms: performance.now() - began, pages: pages.length }
}

/** A sheet of 2,400 frames as PDF over one of 240. */
export async function pdfGrowth(quick: boolean): Promise<Row> {
  const [short, long] = [plannedShot(240), plannedShot(2400)]
  await printTime(short)
  const times = { short: [] as number[], long: [] as number[] }
  let pages = 0
  for (let i = 0; i < (quick ? 1 : 5); i++) {
    times.short.push((await printTime(short)).ms)
    const all = await printTime(long)
    times.long.push(all.ms)
    pages = all.pages
  }
  return {
    bench: 'export.pdf.growth',
    value: median(times.long) / median(times.short),
    unit: 'ratio',
    bound: 12,
    better: 'lower',
    parts: {
      '2,400 frames': `${median(times.long).toFixed(0)} ms, ${pages} pages`,
      '240 frames': `${median(times.short).toFixed(0)} ms`,
    },
  }
}
