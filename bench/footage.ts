import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { loadDemo } from '../tests/support/demo'
import { chromiumOptions } from '../tests/support/chromium'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'
import { median } from './row'

const [FRAMES, RATE] = [240, 24]

/** A movie of 240 frames at 1280 × 720 as WebM, and the same packets one after the other in a plain file (IVF). */
function movie(folder: string): { webm: string; ivf: string } {
  const [webm, ivf] = [join(folder, 'lift.webm'), join(folder, 'lift.ivf')]
  const source = ['-f', 'lavfi', '-i', `testsrc2=size=1280x720:rate=${RATE}`, '-frames:v', String(FRAMES)]
  const how = ['-c:v', 'libvpx-vp9', '-b:v', '3M', '-deadline', 'realtime', '-cpu-used', '8']
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...source, ...how, webm])
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', webm, '-c', 'copy', ivf])
  return { webm, ivf }
}

/** Decodes every packet of the file and nothing else, ms. IVF: a head of 32 bytes, then 12 before each packet. */
const bare = `(async () => {
  const file = document.querySelector('input').files[0]
  const bytes = new DataView(await file.arrayBuffer())
  const packets = []
  for (let at = 32; at < bytes.byteLength; ) {
    const size = bytes.getUint32(at, true)
    packets.push(new Uint8Array(bytes.buffer, at + 12, size))
    at += 12 + size
  }
  const began = performance.now()
  let frames = 0
  const decoder = new VideoDecoder({ output: f => (frames++, f.close()), error: e => { throw e } })
  decoder.configure({ codec: 'vp09.00.31.08' })
  packets.forEach((data, i) =>
    decoder.decode(new EncodedVideoChunk({ type: i ? 'delta' : 'key', timestamp: i * 41667, data })))
  await decoder.flush()
  decoder.close()
  return [performance.now() - began, frames]
})()`

/** Has the application's worker open the file and give the picture of every frame, ms. */
const ours = (url: string): string => `(async () => {
  const file = document.querySelector('input').files[0]
  const began = performance.now()
  const worker = new Worker('${url}', { type: 'module' })
  let frames = 0
  await new Promise((done, fail) => {
    worker.onmessage = ({ data }) => {
      if (data.told === 'refused') fail(new Error(data.reason))
      if (data.told === 'open')
        worker.postMessage({ ask: 'pictures', seconds: Array.from({ length: ${FRAMES} }, (_, i) => (i + 0.5) / ${RATE}) })
      if (data.told === 'picture' && data.picture) (frames++, data.picture.close())
      if (data.told === 'done') done()
    }
    worker.postMessage({ ask: 'open', bytes: file })
  })
  worker.terminate()
  return [performance.now() - began, frames]
})()`

async function timed(page: Page, script: string): Promise<number> {
  const [ms, frames] = await page.evaluate<[number, number]>(script)
  if (frames !== FRAMES) throw new Error(`${frames} frames came of ${FRAMES}.`)
  return ms
}

/** Footage from the file to the pictures of all its frames, over decoding its packets with the same decoder. */
export async function importFootage(quick: boolean): Promise<Row> {
  const folder = mkdtempSync(join(tmpdir(), 'fintro-footage-'))
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const { webm, ivf } = movie(folder)
    const shot = newTestId()
    await loadDemo(db, shot)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/shots/${shot}`)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    await page.keyboard.press('Alt+i')
    const asked = page.waitForRequest(/footage\.worker.*\.js/)
    await page.getByLabel('Files to import').setInputFiles(webm)
    const url = (await asked).url()
    const empty = async (file: string): Promise<Page> => {
      const p = await browser.newPage()
      await p.goto(`${server.url}/empty`)
      await p.evaluate("document.body.innerHTML = '<input type=file>'")
      await p.locator('input').setInputFiles(file)
      return p
    }
    const [a, b] = [await empty(webm), await empty(ivf)]
    await page.close()
    const times = { ours: [] as number[], bare: [] as number[] }
    for (let i = 0; i < (quick ? 2 : 5); i++) {
      times.ours.push(await timed(a, ours(url)))
      times.bare.push(await timed(b, bare))
    }
    return {
      bench: 'import.footage',
      value: median(times.ours) / median(times.bare),
      unit: 'ratio',
      bound: 1.5,
      better: 'lower',
      parts: { ours: `${median(times.ours).toFixed(0)} ms`, decoding: `${median(times.bare).toFixed(0)} ms` },
    }
  } finally {
    await browser.close()
    await stop()
    rmSync(folder, { recursive: true, force: true })
  }
}
