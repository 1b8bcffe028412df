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
import { median } from './row'

const FRAMES = 61

/**
 * The 61 frames of shot 020 as PNGs of its own size: by the command line in a process that has just begun, once the shot
 * is there, over a browser whose workers are there.
 */
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
    const [ours, theirs, whole]: [number[], number[], number[]] = [[], [], []]
    for (let i = 0; i < (quick ? 1 : 5); i++) {
      const out = join(folder, String(i))
      const began = performance.now()
      const { out: said, fault } = await fintro(['images', id, out], { url: server.url })
      whole.push(performance.now() - began)
      const [, seconds] = /\((.*) s\)$/.exec(said) ?? []
      if (!seconds || readdirSync(out).length !== FRAMES) throw new Error(`The command line made no images: ${fault}`)
      ours.push(Number(seconds) * 1000)
      theirs.push((await exportTime(page, /^Export 61 images$/)).ms)
    }
    const row = ratio('cli.images', 1.5, ours, theirs, 'the browser')
    return { ...row, parts: { ...row.parts, 'from its start': `${median(whole).toFixed(0)} ms` } }
  } finally {
    rmSync(folder, { recursive: true, force: true })
    await browser.close()
    await stop()
  }
}
