import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
// An independent reader of PDF (ISO 32000).
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import type { Face, Page, Paper } from '#core/paper'
import { chartPages, numbered, PAPERS, printed, Sheet, sheetPages } from '#core/paper'
import { sceneOf } from '#core/pass'
import type { Layer } from '#core/picture'
import { strokeText } from '#core/stroke'
import { demoShots } from '../../../demo'
import { PdfFile } from './pdf'
import { sfntOf } from './sfnt'

const font = (name: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${name}-normal.woff`))
const sans = (weight: number) => ['latin', 'latin-ext'].map(s => font(`figtree/files/figtree-${s}-${weight}`))
const mono = (weight: number) =>
  ['latin', 'latin-ext', 'cyrillic'].map(s => font(`ibm-plex-mono/files/ibm-plex-mono-${s}-${weight}`))
const fonts: Record<Face, Uint8Array[]> = {
  plain: [...sans(400), ...mono(400)],
  bold: sans(600),
  mono: mono(400),
  'mono-bold': mono(600),
}

const red = new PNG({ width: 4, height: 2 })
red.data.fill(255)
const png = new Uint8Array(PNG.sync.write(red))
const begin = () =>
  PdfFile.begin('020', fonts, file => Promise.resolve(file === 'red' ? { type: 'png', bytes: png } : null))

async function pdfOf(make: (pdf: PdfFile) => readonly Page[]): Promise<Uint8Array> {
  const pdf = await begin()
  for (const page of make(pdf)) await pdf.add(page)
  return pdf.bytes()
}
const read = (bytes: Uint8Array) => getDocument({ data: bytes.slice(), verbosity: 0 }).promise
async function textsOf(bytes: Uint8Array, page: number) {
  const { items } = await (await (await read(bytes)).getPage(page)).getTextContent()
  return items.flatMap(i =>
    'str' in i && i.str.trim() ? [{ text: i.str, x: i.transform[4] as number, y: i.transform[5] as number }] : [],
  )
}

const { shot, strokes } = demoShots().find(s => s.shot.name.startsWith('050'))!
const by = new Map(strokes.map(s => [createHash('sha256').update(strokeText(s)).digest('hex'), s]))
const whole = { first: 1, last: shot.length }
const jobOf = (pdf: PdfFile, paper: Paper) => ({
  scene: sceneOf(shot, shot.planOrder[0]!),
  production: 'Gull Point Lamp',
  date: '1 May 2026',
  paper,
  measure: pdf.fonts.measure,
  strokeBy: (h: string) => by.get(h),
})
const sheetOn = (paper: Paper) =>
  pdfOf(pdf => {
    const job = jobOf(pdf, paper)
    return numbered(sheetPages(job, { columns: printed(job), frames: whole, ladders: true }))
  })

describe('a PDF', () => {
  // ISO 216: A4 is 210 × 297 mm, A3 297 × 420 mm; US Letter 8.5 × 11 in, Tabloid 11 × 17 in; 72 pt are an inch of 25.4 mm.
  it.each([
    ['a4', 595.28, 841.89],
    ['a3', 841.89, 1190.55],
    ['letter', 612, 792],
    ['tabloid', 792, 1224],
  ] as const)('on %s has pages of that size', async (paper, width, height) => {
    const doc = await read(await sheetOn(paper))
    const { view } = await doc.getPage(1)
    expect(view.map(n => Math.round(n * 100) / 100)).toEqual([0, 0, width, height])
  })
  it('has the words of its pages as text, where they are', async () => {
    const pdf = await begin()
    const job = jobOf(pdf, 'a4')
    const [page] = numbered(sheetPages(job, { columns: printed(job), frames: whole, ladders: true }))
    await pdf.add(page!)
    const found = await textsOf(await pdf.bytes(), 1)
    const written = page!.items.filter(i => i.kind === 'text').filter(t => t.text.trim())
    // Pieces that stand in one line may be read as one.
    const joined = found
      .map(t => t.text)
      .join('')
      .replaceAll(' ', '')
    expect([...joined].sort()).toEqual(
      [
        ...written
          .map(t => t.text)
          .join('')
          .replaceAll(' ', ''),
      ].sort(),
    )
    const title = found.find(t => t.text === '050 Kelp on the line')!
    const meant = written.find(t => t.text === '050 Kelp on the line')!
    expect(title.x).toBeCloseTo(meant.at[0], 1)
    expect(title.y).toBeCloseTo(PAPERS.a4.height - meant.at[1], 1)
  })
  it('writes with our fonts, embedded', async () => {
    const doc = await read(await sheetOn('a4'))
    const page = await doc.getPage(1)
    const { fnArray, argsArray } = await page.getOperatorList()
    const names = new Set(
      fnArray.flatMap((fn, i) => (fn === OPS.setFont ? [String((argsArray[i] as unknown[])[0])] : [])),
    )
    const used = [...names].map(n => page.commonObjs.get(n) as { name: string; missingFile: boolean })
    expect(used.length).toBeGreaterThanOrEqual(3)
    for (const f of used) {
      expect(f.name).toMatch(/Figtree|IBMPlexMono/)
      expect(f.missingFile).toBe(false)
    }
  })
  it('draws drawings as paths, not as pictures', async () => {
    const bytes = await pdfOf(pdf =>
      chartPages(jobOf(pdf, 'a4'), [sceneOf(shot, shot.planOrder[0]!).plan.columns.kelp!], whole),
    )
    const { fnArray } = await (await (await read(bytes)).getPage(1)).getOperatorList()
    expect(fnArray.filter(fn => fn === OPS.constructPath).length).toBeGreaterThan(25)
    expect(fnArray.filter(fn => fn === OPS.paintImageXObject)).toHaveLength(0)
  })
  it('has pictures upright where they lie, and leaves out what is missing', async () => {
    const bytes = await pdfOf(pdf => {
      const page = new Sheet(300, 200, pdf.fonts.measure)
      const image = (file: string) => ({
        kind: 'image' as const,
        file,
        width: 40,
        height: 20,
        at: [1, 0, 0, 1, 50, 30] as const,
      })
      const palette = { ink: '#000000', paper: '#ffffff', far: '#888888', tone: '#eeeeee', glow: '#ffcc00' }
      const layer: Layer = { column: 'c', drawing: 'd', strength: 0.5, palette, marks: [image('red'), image('gone')] }
      page.drawing({ x: 100, y: 20, width: 100, height: 100 }, { x: 0, y: 0, width: 200, height: 200 }, [layer])
      return [page]
    })
    const { fnArray, argsArray } = await (await (await read(bytes)).getPage(1)).getOperatorList()
    expect(fnArray.filter(fn => fn === OPS.paintImageXObject)).toHaveLength(1)
    // All maps of the page up to the picture, one in the other: where its unit square comes to lie, in pt from the bottom.
    let m = [1, 0, 0, 1, 0, 0]
    for (const [i, fn] of fnArray.entries()) {
      if (fn === OPS.paintImageXObject) break
      if (fn !== OPS.transform) continue
      const [a, b, c, d, e, f] = argsArray[i] as [number, number, number, number, number, number]
      const [p, q, r, s, t, u] = m as [number, number, number, number, number, number]
      m = [a * p + b * r, a * q + b * s, c * p + d * r, c * q + d * s, e * p + f * r + t, e * q + f * s + u]
    }
    // 40 × 20 px at half size are 20 × 10 pt, their middle at (100 + 25, 200 − 20 − 15).
    expect(m.map(n => Math.round(n * 100) / 100)).toEqual([20, 0, 0, 10, 115, 160])
  })
  it('keeps letters that only some of the fonts have, and stands in for those that none has', async () => {
    const bytes = await pdfOf(pdf => {
      const page = new Sheet(400, 100, pdf.fonts.measure)
      page.text([20, 40], 'Žofka Łódź Маяк 灯')
      return [page]
    })
    expect(
      (await textsOf(bytes, 1))
        .map(t => t.text)
        .join('')
        .replaceAll(' ', ''),
    ).toBe('ŽofkaŁódźМаяк?')
  })
})

it('a font that is no WOFF is refused', () => {
  expect(() => sfntOf(new Uint8Array(80))).toThrow(RangeError)
  expect(() => sfntOf(new Uint8Array(3))).toThrow('This is no WOFF font.')
})
