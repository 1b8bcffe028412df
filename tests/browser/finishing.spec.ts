import type { Locator, Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import { PNG } from 'pngjs'
import { byNumber } from '../../core/basic'
import type { Shot } from '../../core/document'
import { exported, frames, open } from './exporting'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

type Given = { name: string; mimeType: string; buffer: Buffer }
type Colour = readonly [red: number, green: number, blue: number]

/** A picture of one colour, as a file. */
function filled(name: string, [width, height]: readonly [number, number], [red, green, blue]: Colour): Given {
  const png = new PNG({ width, height })
  for (let i = 0; i < png.data.length; i += 4) png.data.set([red, green, blue, 255], i)
  return { name, mimeType: 'image/png', buffer: PNG.sync.write(png) }
}
/** What a script outside makes of images that went out: as many of the same names, of one colour. */
const altered = (files: Record<string, Uint8Array>, size: readonly [number, number], colour: Colour): Given[] =>
  Object.keys(files).map(name => filled(name, size, colour))

async function importing(page: Page, files: Given[]): Promise<Locator> {
  const panel = page.getByRole('dialog', { name: 'Import drawings into Keeper' })
  if (!(await panel.isVisible())) await page.keyboard.press('Alt+i')
  await panel.getByLabel('Files to import').setInputFiles(files)
  return panel
}

/** The drawings of a column by their numbers, as images that went out. */
async function byDrawing(page: Page): Promise<Record<string, Uint8Array>> {
  const panel = await open(page, 'Images')
  await panel.getByRole('radio', { name: 'Drawings', exact: true }).click()
  await panel.getByLabel('Columns of the images').selectOption('Keeper')
  await panel.getByLabel('Size of the images').selectOption('0.25')
  const { bytes } = await exported(panel, /^Export \d+ images$/)
  await page.keyboard.press('Escape')
  return unzipSync(new Uint8Array(bytes))
}

/** The colour in the middle of a frame that is exported. */
async function middleOf(page: Page, frame: number): Promise<number[]> {
  const panel = await open(page, 'Images')
  await panel.getByRole('radio', { name: 'Frames', exact: true }).click()
  await frames(panel, frame, frame)
  const png = PNG.sync.read((await exported(panel, 'Export 1 image')).bytes)
  const at = ((png.height >> 1) * png.width + (png.width >> 1)) * 4
  await page.keyboard.press('Escape')
  return [...png.data.subarray(at, at + 3)]
}

const stackOf = (shot: Shot) => shot.stacks[Object.values(shot.plans)[0]!.columns.keeper!.stack]!
/** All but what came back. */
const bare = (shot: Shot): unknown => ({
  plans: shot.plans,
  drawings: Object.values(stackOf(shot).drawings).map(({ finished: _finished, ...d }) => d),
})
const finishedOf = (shot: Shot) =>
  Object.values(stackOf(shot).drawings)
    .filter(d => d.finished)
    .sort(byNumber)
const status = (desk: Desk) => desk.page.locator('[data-part=status]').first()

test('drawings go out by drawing, are altered outside, come back by number, and again; in one step each', async ({
  page,
  desk,
}) => {
  test.slow()
  const before = await desk.shot()
  const out = await byDrawing(page)
  const count = Object.keys(out).length
  expect(count).toBe(Object.keys(stackOf(before).drawings).length)

  const panel = await importing(page, altered(out, [480, 270], [200, 30, 30]))
  await expect(panel.getByRole('radio', { name: 'Finished, by number' })).toBeChecked()
  await expect(panel.getByLabel('Where the number stands in the names')).toHaveValue('Keeper-[number]')
  await expect(panel.getByText(`${count} drawings matched`)).toBeVisible()
  await panel.getByRole('button', { name: `Import ${count}` }).click()
  await expect(status(desk)).toContainText('finished')
  await desk.saved()
  const once = await desk.shot()
  expect(finishedOf(once)).toHaveLength(count)
  expect(bare(once)).toEqual(bare(before))
  expect(await middleOf(page, 7)).toEqual([200, 30, 30])

  await page.keyboard.press('Control+z')
  await expect(status(desk)).not.toContainText('finished')
  await desk.saved()
  expect(finishedOf(await desk.shot())).toEqual([])
  await page.keyboard.press('Control+Shift+z')
  await expect(status(desk)).toContainText('finished')

  // Newer ones, twice as large: they lie as the first ones did.
  const again = await importing(page, altered(out, [960, 540], [30, 30, 200]))
  await again.getByRole('button', { name: `Import ${count}` }).click()
  await expect(again.getByText('drop the files on a column')).toBeVisible()
  await desk.saved()
  const twice = await desk.shot()
  expect(bare(twice)).toEqual(bare(before))
  expect(finishedOf(twice).map(d => d.finished!.at)).toEqual(
    finishedOf(once).map(d => d.finished!.at.map((v, i) => (i < 4 ? v / 2 : v))),
  )
  expect(await middleOf(page, 13)).toEqual([30, 30, 200])
})

test('what is drawn on a rough is seen; roughs and finished drawings change with a key', async ({ page, desk }) => {
  const panel = await importing(page, [filled('lift.0001.png', [480, 270], [200, 30, 30])])
  await panel.getByRole('button', { name: 'Import 1' }).click()
  await page.keyboard.press('Escape')
  await expect(status(desk)).toContainText('finished')
  const finished = await desk.look()
  await page.keyboard.press('Alt+q')
  await expect(status(desk)).toContainText('the rough of a finished drawing')
  expect(await desk.look()).not.toBe(finished)
  await page.keyboard.press('Alt+q')
  await expect(status(desk)).not.toContainText('rough')
  expect(await desk.look()).toBe(finished)
  await page.keyboard.press('d')
  await desk.drag(await desk.picturePoint(300, 300), await desk.picturePoint(500, 400))
  await expect(status(desk)).toContainText('the rough of a finished drawing')

  await desk.picture.click({ button: 'right', position: { x: 60, y: 60 } })
  await page.getByRole('menuitem', { name: /^Take finished pictures off/ }).click()
  await expect(status(desk)).not.toContainText('finished')
  await page.keyboard.press('Control+z')
  await expect(status(desk)).toContainText('finished')
})

test('files that fit no drawing are told, and given to one, brought in as new, or left out', async ({ page, desk }) => {
  const names = ['lift.0001.png', 'lift.0007.png', 'lift.0009.png', 'lift.0500.png', 'lift.0501.png', 'lift.0502.png']
  const panel = await importing(
    page,
    names.map((name, i) => filled(name, [96, 54], [i * 40, 0, 0])),
  )
  await panel.getByRole('radio', { name: 'Finished, by number' }).click()
  await expect(panel.getByText('3 files without a drawing')).toBeVisible()
  await expect(panel.getByText('No drawing has the number 500.')).toBeVisible()
  await panel.getByLabel('What becomes of lift.0500.png').selectOption('for 13')
  await panel.getByLabel('What becomes of lift.0501.png').selectOption('for 13')
  await expect(panel.getByRole('alert')).toHaveText('Two files are for drawing 13.')
  await expect(panel.getByRole('button', { name: /^Import \d/ })).toBeDisabled()
  await panel.getByLabel('What becomes of lift.0501.png').selectOption('new, in the tray')
  const before = await desk.shot()
  await panel.getByRole('button', { name: 'Import 5' }).click()
  await expect(page.getByText('4 drawings of Keeper finished, 1 new one in the tray.')).toBeVisible()
  await desk.saved()
  const now = await desk.shot()
  expect(finishedOf(now).map(d => `${d.number} ${d.finished!.name}`)).toEqual([
    '1 lift.0001.png',
    '7 lift.0007.png',
    '9 lift.0009.png',
    '13 lift.0500.png',
  ])
  expect(Object.keys(stackOf(now).drawings)).toHaveLength(Object.keys(stackOf(before).drawings).length + 1)
  await page.keyboard.press('Control+z')
  await desk.saved()
  expect((await desk.shot()).stacks).toEqual(before.stacks)

  await importing(page, [filled('lift.0001.png', [96, 54], [9, 9, 9])])
  await panel.getByLabel('Where the number stands in the names').fill('lift')
  await expect(panel.getByRole('alert')).toHaveText('Say once where the number stands: [number]')
})
