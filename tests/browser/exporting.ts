import { readFile } from 'node:fs/promises'
import type { Download, Locator, Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import { PNG } from 'pngjs'
import { psnr } from '../support/media'
import { expect } from './fixtures'

/** The panel that exports. */
export const panelOf = (page: Page): Locator => page.getByRole('dialog', { name: 'Export' })

/** Opens it for one kind of what goes out. */
export async function open(page: Page, kind: 'Movie' | 'GIF' | 'Images' | 'Paper' | 'Data'): Promise<Locator> {
  await page.keyboard.press('Shift+H')
  const panel = panelOf(page)
  await panel.getByRole('radio', { name: kind, exact: true }).click()
  return panel
}
export async function frames(panel: Locator, first: number, last: number): Promise<void> {
  await panel.getByLabel('From frame').fill(String(first))
  await panel.getByLabel('to frame').fill(String(last))
}
/** Exports by a button, and gives the file. */
export async function exported(
  panel: Locator,
  name: RegExp | string,
): Promise<{ path: string; name: string; bytes: Buffer }> {
  const [download] = await Promise.all([
    panel.page().waitForEvent('download'),
    panel.getByRole('button', { name, exact: typeof name === 'string' }).click(),
  ])
  return saved(download)
}
async function saved(download: Download): Promise<{ path: string; name: string; bytes: Buffer }> {
  const path = await download.path()
  return { path, name: download.suggestedFilename(), bytes: await readFile(path) }
}
/** The same frames as PNGs of a size (a share of the picture’s). */
export async function pngs(panel: Locator, size: string): Promise<PNG[]> {
  await panel.getByRole('radio', { name: 'Images', exact: true }).click()
  await panel.getByLabel('Size of the images').selectOption(size)
  const { bytes } = await exported(panel, /^Export \d+ images$/)
  return Object.values(unzipSync(new Uint8Array(bytes))).map(b => PNG.sync.read(Buffer.from(b)))
}
/** Every picture is close to its PNG: what the pictures are, and how close they have to be, dB. */
export function near(
  pictures: readonly { data: Uint8Array; channels: 3 | 4 }[],
  images: readonly PNG[],
  least: number,
): void {
  expect(pictures).toHaveLength(images.length)
  images.forEach((png, i) =>
    expect(
      psnr(pictures[i]!, { data: png.data, channels: 4 }, png.width * png.height),
      `picture ${i + 1}`,
    ).toBeGreaterThan(least),
  )
}
