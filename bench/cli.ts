import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { chromiumOptions } from '../tests/support/chromium'
import { fintro } from '../tests/support/cli'
import { loadDemo } from '../tests/support/demo'
import { newTestId, serve } from '../tests/support/server'
import { exportTime, panel, ratio } from './hand-off'
import type { Row } from './row'

const FRAMES = 61

/** The 61 frames of shot 020 as PNGs of its own size: by the command line, from its start to its end, over the browser. */
export async function imagesByCli(quick: boolean): Promise<Row> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  const folder = mkdtempSync(join(tmpdir(), 'fintro-bench-'))
  try {
    const id = newTestId()
    await loadDemo(db, id)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/shots/${id}`)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    await panel(page, 'Images')
    // Workers are there, and files were read once.
    await exportTime(page, /^Export 61 images$/)
    await fintro(['images', id, join(folder, 'first'), '--to', '2'], { url: server.url })
    const [ours, theirs]: [number[], number[]] = [[], []]
    for (let i = 0; i < (quick ? 1 : 5); i++) {
      const out = join(folder, String(i))
      const began = performance.now()
      const { fault } = await fintro(['images', id, out], { url: server.url })
      ours.push(performance.now() - began)
      if (fault || readdirSync(out).length !== FRAMES) throw new Error(`The command line made no images: ${fault}`)
      theirs.push((await exportTime(page, /^Export 61 images$/)).ms)
    }
    return ratio('cli.images', 1.5, ours, theirs, 'the browser')
  } finally {
    rmSync(folder, { recursive: true, force: true })
    await browser.close()
    await stop()
  }
}
