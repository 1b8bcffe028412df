import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { fintro } from '../support/cli'
import { frames, near, open, pngs } from './exporting'
import { expect, test } from './fixtures'

/** A picture in soft colours, clearer and clearer from left to right. */
const soft = new PNG({ width: 320, height: 180 })
for (let i = 0; i < 320 * 180; i++) {
  const [x, y] = [i % 320, Math.floor(i / 320)]
  soft.data.set([x * 0.7, 90 + y * 0.8, 200 - x * 0.4, 255 - Math.floor(x * 0.6)], i * 4)
}
const plate = { name: 'plate.png', mimeType: 'image/png', buffer: PNG.sync.write(soft) }

test('images of the command line are those of the browser, within 40 dB', async ({ page, desk }) => {
  const folder = mkdtempSync(join(tmpdir(), 'fintro-cli-'))
  try {
    await page.keyboard.press('Alt+i')
    const bringing = page.getByRole('dialog', { name: /^Import/ })
    await bringing.getByLabel('Files to import').setInputFiles([plate])
    await bringing.getByRole('radio', { name: 'New drawings' }).click()
    await bringing.getByRole('spinbutton', { name: 'Size, percent' }).fill('62')
    await bringing.getByRole('spinbutton', { name: 'Frames each' }).fill('4')
    await bringing.getByRole('button', { name: 'Import 1', exact: true }).click()
    await expect(page.getByText('1 drawing imported into Keeper.')).toBeVisible()
    await desk.saved()
    const panel = await open(page, 'Images')
    await frames(panel, 1, 30)
    await panel.getByRole('checkbox', { name: 'frame', exact: true }).check()
    const theirs = await pngs(panel, '0.5')
    const said = await fintro(['images', desk.id, folder, '--to', '30', '--scale', '0.5', '--burn', 'frame'], {
      url: desk.server.url,
    })
    expect(said).toMatchObject({ fault: '', code: 0 })
    const ours = readdirSync(folder).sort()
    const pictures = ours.map(n => ({ data: PNG.sync.read(readFileSync(join(folder, n))).data, channels: 4 as const }))
    near(pictures, theirs, 40)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})
