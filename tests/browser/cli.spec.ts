import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { fintro } from '../support/cli'
import { frames, near, open, pngs } from './exporting'
import { expect, test } from './fixtures'

test('images of the command line are those of the browser, within 40 dB', async ({ page, desk }) => {
  const folder = mkdtempSync(join(tmpdir(), 'fintro-cli-'))
  try {
    await desk.saved()
    const panel = await open(page, 'Images')
    await frames(panel, 7, 30)
    await panel.getByRole('checkbox', { name: 'frame', exact: true }).check()
    const theirs = await pngs(panel, '0.5')
    const said = await fintro(
      ['images', desk.id, folder, '--from', '7', '--to', '30', '--scale', '0.5', '--burn', 'frame'],
      { url: desk.server.url },
    )
    expect(said).toMatchObject({ fault: '', code: 0 })
    const ours = readdirSync(folder).sort()
    const pictures = ours.map(n => ({ data: PNG.sync.read(readFileSync(join(folder, n))).data, channels: 4 as const }))
    near(pictures, theirs, 40)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})
