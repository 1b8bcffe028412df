import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import type { Drawing, Shot } from '../core/document'
import { makeShot } from '../core/document'
import { runsOf } from '#core/sheet'
import { rate } from '../core/time'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'
import { median } from './row'

const DRAWINGS = 300

/** A shot of as many empty keys, numbered from 1. */
function numbered(): Shot {
  const shot = makeShot(newTestId(), {
    name: 'Numbers',
    picture: { width: 1920, height: 1080 },
    rate: rate(24),
    paper: '#fffdf6',
    length: DRAWINGS,
  })
  const [stack, plan] = [Object.values(shot.stacks)[0]!, Object.values(shot.plans)[0]!]
  const column = Object.values(plan.columns)[0]!
  const ids = Array.from({ length: DRAWINGS }, (_, i) => `drawing-${String(i + 1).padStart(4, '0')}`)
  const drawing = (id: string, i: number): Drawing => ({
    ...{ id, number: String(i + 1), role: 'key', own: true },
    content: { poses: {}, strokes: [] },
  })
  const runs = runsOf(ids.map(id => ({ id: `run-${id}`, drawing: id, frames: 1 })))
  return {
    ...shot,
    stacks: { [stack.id]: { ...stack, drawings: Object.fromEntries(ids.map((id, i) => [id, drawing(id, i)])) } },
    plans: { [plan.id]: { ...plan, columns: { [column.id]: { ...column, runs } } } },
  }
}

/** Different PNGs of 1920 × 1080, made in a browser; the places of their files. */
async function files(page: Page, folder: string): Promise<string[]> {
  const out: string[] = []
  for (let i = 1; i <= DRAWINGS; i++) {
    const text = await page.evaluate(async n => {
      const canvas = new OffscreenCanvas(1920, 1080)
      const c = canvas.getContext('2d')!
      c.lineWidth = 6
      for (let k = 0; k < 60; k++) {
        c.beginPath()
        c.arc((k * 397 + n * 13) % 1920, (k * 211 + n * 7) % 1080, 20 + ((k * 31) % 200), 0, 5)
        c.stroke()
      }
      const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())
      let text = ''
      for (const b of bytes) text += String.fromCharCode(b)
      return btoa(text)
    }, i)
    const path = join(folder, `lift.${String(i).padStart(4, '0')}.png`)
    writeFileSync(path, Buffer.from(text, 'base64'))
    out.push(path)
  }
  return out
}

/** Hashing and decoding of the same files and nothing else, one after the other, ms. */
const bare = `(async () => {
  const files = [...document.querySelector('input').files]
  const began = performance.now()
  for (const file of files) {
    await crypto.subtle.digest('SHA-256', await file.arrayBuffer())
    ;(await createImageBitmap(file)).close()
  }
  return performance.now() - began
})()`

/** 300 drawings that come back by number, from the files to the drawings, over hashing and decoding the files. */
export async function importNumber(quick: boolean): Promise<Row> {
  const folder = mkdtempSync(join(tmpdir(), 'fintro-import-'))
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const empty = await browser.newPage()
    await empty.goto(`${server.url}/empty`)
    const paths = await files(empty, folder)
    await empty.evaluate("document.body.innerHTML = '<input type=file multiple>'")
    await empty.locator('input').setInputFiles(paths)
    const times = { ours: [] as number[], bare: [] as number[] }
    for (let i = 0; i < (quick ? 1 : 3); i++) {
      const shot = numbered()
      await keepShot(db, shot, 'Trials')
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
      await page.goto(`${server.url}/shots/${shot.id}`)
      await page.locator('[data-part=picture][data-whole="1"]').waitFor()
      await page.keyboard.press('Alt+i')
      const input = page.getByLabel('Files to import')
      await input.waitFor({ state: 'attached' })
      let began = performance.now()
      await input.setInputFiles(paths)
      const button = page.getByRole('button', { name: `Import ${DRAWINGS}` })
      await button.waitFor({ timeout: 120_000 })
      const read = performance.now() - began
      began = performance.now()
      await button.click()
      await page.getByText(`${DRAWINGS} drawings of A finished.`).waitFor({ timeout: 120_000 })
      times.ours.push(read + performance.now() - began)
      await page.close()
      times.bare.push(await empty.evaluate(bare))
    }
    return {
      bench: 'import.number',
      value: median(times.ours) / median(times.bare),
      unit: 'ratio',
      bound: 1.5,
      better: 'lower',
      parts: {
        ours: `${median(times.ours).toFixed(0)} ms`,
        'hashing and decoding': `${median(times.bare).toFixed(0)} ms`,
      },
    }
  } finally {
    await browser.close()
    await stop()
    rmSync(folder, { recursive: true })
  }
}
