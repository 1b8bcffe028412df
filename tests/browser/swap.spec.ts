import { PNG } from 'pngjs'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

function filled(name: string, width: number, height: number, grey: number) {
  const png = new PNG({ width, height })
  for (let i = 0; i < png.data.length; i += 4) png.data.set([grey, grey, grey, 255], i)
  return { name, mimeType: 'image/png', buffer: PNG.sync.write(png) }
}
const stackOf = async (desk: Desk) => {
  const shot = await desk.shot()
  return shot.stacks[Object.values(shot.plans)[0]!.columns.keeper!.stack]!
}

test('a picture that is placed is swapped for another file, then for a drawing; it stays where it is', async ({
  page,
  desk,
}) => {
  await page.keyboard.press('Alt+i')
  const panel = page.getByRole('dialog', { name: /^Import/ })
  await panel.getByLabel('Files to import').setInputFiles([filled('plate.png', 400, 200, 60)])
  await panel.getByRole('radio', { name: 'New drawings' }).check()
  await panel.getByRole('button', { name: 'Import 1', exact: true }).click()
  await expect(page.getByText('1 drawing imported into Keeper.')).toBeVisible()
  await desk.saved()
  const before = await stackOf(desk)
  const plate = Object.values(before.subjects).find(s => s.kind === 'image')!
  const places = Object.values(before.drawings).flatMap(d =>
    d.content.poses[plate.id] ? [d.content.poses[plate.id]] : [],
  )
  expect(places).toHaveLength(1)

  // Twice as many px, and wider: its height stays, so its places do.
  await page.keyboard.press('Alt+i')
  await panel.getByLabel('File that it is swapped for').setInputFiles([filled('better.png', 1200, 400, 90)])
  await expect(page.getByText('plate was swapped wherever it is placed.')).toBeVisible()
  await desk.saved()
  const now = await stackOf(desk)
  expect(now.subjects[plate.id]).toMatchObject({ name: 'plate', width: 600, height: 200 })
  expect(now.drawings).toEqual(before.drawings)

  await page.keyboard.press('Control+z')
  await desk.saved()
  expect((await stackOf(desk)).subjects[plate.id]).toEqual(plate)
  await panel
    .getByLabel('File that it is swapped for')
    .setInputFiles([{ name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') }])
  await expect(page.getByText(/broken.png was not taken/)).toBeVisible()

  // A pencil line on a drawing of its own becomes what is seen in its place.
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  await page.keyboard.press('End')
  await page.keyboard.press('n')
  const box = (await desk.picture.boundingBox())!
  await page.mouse.move(box.x + box.width * 0.4, box.y + box.height * 0.4)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.6, { steps: 8 })
  await page.mouse.up()
  await desk.saved()
  await panel.getByRole('button', { name: 'For the drawing' }).click()
  await expect
    .poll(async () => {
      const drawn = (await stackOf(desk)).subjects[plate.id]!
      return drawn.kind === 'part' && drawn.strokes?.length
    })
    .toBe(1)
  expect(Object.values((await stackOf(desk)).drawings).filter(d => d.content.poses[plate.id])).toHaveLength(1)
})
