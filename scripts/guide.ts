import { mkdir } from 'node:fs/promises'
import { resolve } from 'node:path'
import type { Locator } from '@playwright/test'
import { chromium } from '@playwright/test'
import sharp from 'sharp'
import { demoShots } from '../demo'
import { chromiumOptions } from '../tests/support/chromium'
import { keepDemoShot } from './keep-demo'
import { serve } from '../tests/support/server'

/** Makes the pictures of docs/guide.md anew, from the demo: what the text tells of, and no more of the desk. */
const folder = resolve(import.meta.dirname, '../public/guide')
await mkdir(folder, { recursive: true })
const { server, db, stop } = await serve()
const browser = await chromium.launch(chromiumOptions)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })

/** A place on screen, from its upper left corner on; all of it where no size is given. */
async function take(name: string, of: Locator, size: { width?: number; height?: number } = {}): Promise<void> {
  await page.waitForTimeout(500)
  const box = (await of.boundingBox())!
  const { width = box.width, height = box.height } = size
  const clip = { x: box.x, y: box.y, width: Math.min(width, box.width), height: Math.min(height, box.height) }
  const png = await page.screenshot({ clip })
  // Few colours: small files, and nothing is lost that an eye finds.
  await sharp(png)
    .png({ palette: true, colours: 128, effort: 10 })
    .toFile(resolve(folder, `${name}.png`))
}
const open = async (id: string, frame: number): Promise<void> => {
  await page.goto(`${server.url}/shots/${id}`)
  await picture.waitFor()
  await page.keyboard.press('Home')
  for (let i = 1; i < frame; i++) await page.keyboard.press('ArrowDown')
}
const picture = page.locator('[data-part=picture]')
const section = (name: string): Locator => page.getByRole('region', { name, exact: true })

try {
  for (const demo of demoShots()) await keepDemoShot(db, demo)
  await open('gull-point-020', 31)
  await take('pose', section('Picture'), { height: 540 })
  await take('time', section('Sheet and rail'), { width: 296, height: 430 })
  await open('gull-point-020', 11)
  await page.keyboard.press('s')
  await page.getByRole('option', { name: 'Halves, slow into the second' }).hover()
  await take('chart', page.locator('[data-part=rail]'), { height: 430 })
  await page.keyboard.press('Escape')
  await open('gull-point-050', 15)
  await page.getByRole('button', { name: 'Column Kelp', exact: true }).click()
  await page.keyboard.press('d')
  await take('draw', section('Picture'), { height: 540 })
  await open('gull-point-030', 7)
  await page.getByRole('button', { name: 'Column Keeper', exact: true }).click()
  await page.keyboard.press("Alt+'")
  await take('cycle', page.getByRole('dialog', { name: 'Cycles' }), { height: 620 })
  await page.keyboard.press('Escape')
  await open('gull-point-040', 60)
  await page.getByRole('button', { name: 'Column Mouth', exact: true }).click()
  await take('speak', section('Sheet and rail'), { width: 378, height: 620 })
  await page.evaluate(() => {
    localStorage.setItem('fintro-points', JSON.stringify({ 'sponge-stack': [{ subject: 'sponge', part: 'place' }] }))
    localStorage.setItem('fintro-plot', 'true')
  })
  await open('gull-point-010', 35)
  await take('check', section('Picture'))
  await page.keyboard.press('Shift+H')
  await page.locator('[data-part=expected]').getByText('MB').waitFor()
  await take('export', page.getByRole('dialog', { name: 'Export' }), { height: 620 })
} finally {
  await browser.close()
  await stop()
}
