import { readFileSync } from 'node:fs'
import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { unzipSync } from 'fflate'
import type { Column, Shot } from '../core/document'
import { lastRun } from '#core/sheet'
import { lanternLift } from '../demo/lantern-lift'
import { keepStrokes } from '../server/media/strokes'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { newTestId, serve } from '../tests/support/server'
import { deskFollow } from './browser'
import type { Row } from './row'
import { median } from './row'

const FRAMES = 240
/** Frames drawn before that a bare encoder is fed with, and how often. */
const [FED, TIMES] = [24, 10]
const BITRATE = Math.round(0.12 * 1920 * 1080 * 24)

/** Shot 020 as 240 frames: every column again and again to the end. */
function repeated(): ReturnType<typeof lanternLift> {
  const { shot, strokes } = lanternLift()
  const plan = shot.plans[shot.planOrder[0]!]!
  const again = (c: Column): Column => {
    const first = [...c.runs.chunks[0]!.runs][0]!
    return {
      ...c,
      repeats: [{ id: newTestId(), first: first.id, last: lastRun(c.runs)!.run.id, times: null, back: false }],
    }
  }
  const columns = Object.fromEntries(Object.entries(plan.columns).map(([id, c]) => [id, again(c)]))
  const long: Shot = {
    ...shot,
    id: newTestId(),
    length: FRAMES,
    plans: { ...shot.plans, [plan.id]: { ...plan, columns } },
  }
  return { shot: long, strokes }
}

export async function panel(page: Page, kind: string): Promise<void> {
  if (!(await page.getByRole('dialog', { name: 'Export' }).isVisible())) await page.keyboard.press('Shift+H')
  await page.getByRole('radio', { name: kind, exact: true }).click()
}

/** From pressing to having the file, ms. */
export async function exportTime(page: Page, button: RegExp): Promise<{ ms: number; bytes: Buffer }> {
  const pressed = page.getByRole('button', { name: button })
  await pressed.waitFor()
  const began = performance.now()
  const [download] = await Promise.all([page.waitForEvent('download', { timeout: 300_000 }), pressed.click()])
  const ms = performance.now() - began
  return { ms, bytes: readFileSync(await download.path()) }
}

/** What runs in a page of its own, as text: pictures are there as `window.pictures`, canvases. */
const bareMovie = (times: number): string => `(async () => {
  const encoder = new VideoEncoder({ output: () => {}, error: e => { throw e } })
  encoder.configure({ codec: 'avc1.640028', width: 1920, height: 1080, bitrate: ${BITRATE}, framerate: 24, latencyMode: 'quality' })
  const began = performance.now()
  let n = 0
  for (let k = 0; k < ${times}; k++) for (const canvas of window.pictures) {
    const frame = new VideoFrame(canvas, { timestamp: (n * 1e6) / 24, duration: 1e6 / 24 })
    encoder.encode(frame, { keyFrame: n % 24 === 0 })
    frame.close()
    n++
    while (encoder.encodeQueueSize > 3) await new Promise(done => encoder.addEventListener('dequeue', done, { once: true }))
  }
  await encoder.flush()
  encoder.close()
  return performance.now() - began
})()`

const bareGif = (times: number): string => `(async () => {
  const { GIFEncoder, quantize, applyPalette } = window.gifenc
  const all = window.pictures.map(c => c.getContext('2d').getImageData(0, 0, c.width, c.height).data)
  const palette = quantize(all[0], 255)
  const began = performance.now()
  const gif = GIFEncoder()
  for (let k = 0; k < ${times}; k++) for (const data of all) {
    const index = applyPalette(data, palette)
    gif.writeFrame(index, window.pictures[0].width, window.pictures[0].height, { palette, delay: 40 })
  }
  gif.finish()
  gif.bytes()
  return performance.now() - began
})()`

const bareImages = `(async () => {
  const began = performance.now()
  for (const canvas of window.pictures) await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer()
  return performance.now() - began
})()`

/** A page without anything of ours, with pictures drawn on canvases. */
async function barePage(browser: Browser, url: string, pngs: readonly Uint8Array[]): Promise<Page> {
  const page = await browser.newPage()
  // An address of its own: encoders are there on secure pages only.
  await page.goto(`${url}/empty`)
  const gifenc = readFileSync('node_modules/gifenc/dist/gifenc.js', 'utf8')
  await page.evaluate(
    `(() => { const exports = {}; const module = { exports }; ${gifenc}; window.gifenc = module.exports })()`,
  )
  await page.evaluate('window.pictures = []')
  for (const png of pngs)
    await page.evaluate(async text => {
      const bytes = Uint8Array.from(atob(text), c => c.charCodeAt(0))
      const bitmap = await createImageBitmap(new Blob([bytes]))
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
      canvas.getContext('2d', { willReadFrequently: true })!.drawImage(bitmap, 0, 0)
      ;(window as unknown as { pictures: OffscreenCanvas[] }).pictures.push(canvas)
    }, Buffer.from(png).toString('base64'))
  return page
}

export const ratio = (bench: string, bound: number, ours: number[], bare: number[], words: string): Row => ({
  bench,
  value: median(ours) / median(bare),
  unit: 'ratio',
  bound,
  better: 'lower',
  parts: { ours: `${median(ours).toFixed(0)} ms`, [words]: `${median(bare).toFixed(0)} ms` },
})

/** The desk beside an export, over the same desk beside a bare encoder that is as busy. */
async function follow(page: Page, url: string, shot: Shot, seconds: number): Promise<Row> {
  const open = async () => {
    await page.goto(url)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    await page.getByRole('button', { name: 'Column Keeper', exact: true }).click()
    await page.waitForTimeout(500)
  }
  await open()
  await panel(page, 'Movie')
  await page.getByLabel('How often the frames are shown').fill('100')
  await page.getByRole('button', { name: 'Export movie' }).click()
  await page.getByRole('button', { name: 'Stop' }).waitFor()
  await page.keyboard.press('Escape')
  await page.waitForTimeout(800)
  const ours = (await deskFollow(page, shot, seconds, 1)).value
  page.once('dialog', d => void d.accept())
  await open()
  await page.evaluate(`(() => {
    const program = 'const c = new OffscreenCanvas(1920, 1080); const x = c.getContext("2d");' +
      'const encoder = new VideoEncoder({ output: () => {}, error: () => {} });' +
      'encoder.configure({ codec: "avc1.640028", width: 1920, height: 1080, bitrate: ${BITRATE},' +
      'framerate: 24, latencyMode: "quality" });' +
      'let n = 0; (async () => { for (;;) { x.fillStyle = "hsl(" + (n >> 1) % 360 + " 50% 50%)"; x.fillRect(n % 900, 200, 400, 400);' +
      'const f = new VideoFrame(c, { timestamp: n * 41666 }); encoder.encode(f, { keyFrame: n % 24 === 0 }); f.close(); n++;' +
      'while (encoder.encodeQueueSize > 3) await new Promise(d => encoder.addEventListener("dequeue", d, { once: true })) } })()'
    window.busy = new Worker(URL.createObjectURL(new Blob([program], { type: 'text/javascript' })))
  })()`)
  await page.waitForTimeout(800)
  const bare = (await deskFollow(page, shot, seconds, 1)).value
  const percent = (share: number): string => `${(share * 100).toFixed(1)} %`
  return {
    bench: 'export.follow',
    value: ours / bare,
    unit: 'ratio',
    bound: 0.9,
    better: 'higher',
    parts: { 'beside an export': percent(ours), 'beside a bare encoder': percent(bare) },
  }
}

/** Movies, GIFs and images of 240 frames over bare encoders that are fed with frames drawn before. */
export async function ofHandOff(quick: boolean, wants: (name: string) => boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const { shot, strokes } = repeated()
    await keepStrokes(db, strokes)
    await keepShot(db, shot, 'Trials')
    const url = `${server.url}/shots/${shot.id}`
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(url)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    const rows: Row[] = []
    const rounds = quick ? 1 : 3
    await panel(page, 'Images')
    const files = Object.values(unzipSync(new Uint8Array((await exportTime(page, /^Export 240 images$/)).bytes)))
    const different = [...new Map(files.map(f => [Buffer.from(f).toString('base64'), f])).values()]
    if (wants('export.images')) {
      const bare = await barePage(browser, server.url, different)
      const times = { ours: [] as number[], bare: [] as number[] }
      for (let i = 0; i < rounds; i++) {
        times.ours.push((await exportTime(page, /^Export 240 images$/)).ms)
        times.bare.push(await bare.evaluate(bareImages))
      }
      await bare.close()
      rows.push(ratio('export.images', 1.3, times.ours, times.bare, `${different.length} different canvases`))
    }
    const bare = await barePage(browser, server.url, files.slice(0, FED))
    for (const [kind, button, program, name] of [
      ['Movie', /^Export movie$/, bareMovie(TIMES), 'export.movie'],
      ['GIF', /^Export GIF$/, bareGif(TIMES), 'export.gif'],
    ] as const) {
      if (!wants(name)) continue
      await panel(page, kind)
      if (kind === 'GIF') await page.getByLabel('Size of the GIF').selectOption('1')
      const times = { ours: [] as number[], bare: [] as number[] }
      for (let i = 0; i < rounds; i++) {
        times.ours.push((await exportTime(page, button)).ms)
        times.bare.push(await bare.evaluate(program))
      }
      rows.push(ratio(name, 1.5, times.ours, times.bare, 'bare encoder'))
    }
    await bare.close()
    if (wants('export.follow')) {
      const one = { ...shot, length: 61 }
      rows.push(await follow(page, url, one, quick ? 1.5 : 5))
    }
    return rows
  } finally {
    await browser.close()
    await stop()
  }
}
