import type { Camera, Shot } from '../../core/document'
import { expect, imagesOf, newShot, test } from './fixtures'

const cameraIn = (shot: Shot): Camera | undefined => shot.plans[shot.planOrder[0]!]!.camera
const fields = (shot: Shot) => cameraIn(shot)?.fields.map(f => [f.frame, Math.round(f.size * 100)])

test('a camera is placed by hand and in numbers, timed in the sheet, looked through; what goes out is what it sees', async ({
  page,
  running,
}) => {
  test.setTimeout(120_000)
  await page.goto(running.server.url)
  await page.evaluate(() => localStorage.setItem('fintro-first-steps-dismissed', 'true'))
  const desk = await newShot(page, running.server, 'Truck in')
  await page.getByRole('button', { name: 'Place a figure', exact: true }).first().click()
  await page.keyboard.press('Alt+[')
  const panel = page.getByRole('dialog', { name: 'Moves and camera' })
  await panel.getByRole('radio', { name: 'Camera' }).click()
  await panel.getByRole('button', { name: 'Place it on frame 1' }).click()
  await desk.goTo(24)
  await panel.getByRole('button', { name: 'Place it on frame 24' }).click()
  await panel.getByRole('button', { name: 'By hand' }).click()

  // Both fields lie in the same place: the one of this frame is taken hold of, at its middle too.
  await desk.drag(await desk.picturePoint(960, 540), await desk.picturePoint(1060, 540))
  const places = cameraIn(await desk.shot())!.fields.map(f => Math.round(f.place.x / 10) * 10)
  expect(places).toEqual([960, 1060])
  await page.keyboard.press('Control+z')

  // A corner dragged half way to the middle: half the field.
  await desk.drag(await desk.picturePoint(1920, 1080), await desk.picturePoint(1440, 810))
  expect(fields(await desk.shot())).toEqual([
    [1, 100],
    [24, 50],
  ])
  await expect(panel.getByLabel('per cent, frame 24')).toHaveValue('50')
  await panel.getByLabel('down, frame 24').fill('600')
  await page.keyboard.press('Enter')
  expect(cameraIn(await desk.shot())!.fields[1]!.place).toMatchObject({ x: 960, y: 600 })
  await panel.getByLabel('Spacing from frame 1 on').selectOption({ label: 'Even' })
  const lane = page.getByRole('img', { name: /^Camera: truck in, pan down, frames 1 to 24/ })
  await expect(lane).toBeVisible()

  // The second field is dragged to another frame in the sheet.
  const box = (await lane.boundingBox())!
  const row = (frame: number) => ({ x: box.x + 12, y: box.y + (frame - 0.5) * 15 })
  await desk.drag(row(24), row(20))
  expect(fields(await desk.shot())).toEqual([
    [1, 100],
    [20, 50],
  ])
  await page.keyboard.press('Control+z')
  expect(fields(await desk.shot())).toEqual([
    [1, 100],
    [24, 50],
  ])

  // Looked through, and out: the figure is twice as large where the field is half as large.
  await panel.getByLabel('look through the camera').check()
  const images = await imagesOf(page, 1, 24)
  const high = (name: string): number => {
    const { data, width, height } = images[name]!
    const rows = Array.from({ length: height }, (_, y) => y).filter(y =>
      Array.from({ length: width }, (_, x) => data[4 * (y * width + x)]!).some(red => red < 100),
    )
    return rows.at(-1)! - rows[0]! + 1
  }
  const names = Object.keys(images).sort()
  expect(names).toHaveLength(24)
  // The picture cuts off what of her is beyond it: so much is seen of her at half the field as at the most.
  expect(high(names.at(-1)!) / high(names[0]!)).toBeGreaterThan(1.5)

  // What plays is seen by it, too; at rest it is a frame on the paper again.
  await page.keyboard.press('Escape')
  await page.keyboard.press('Alt+]')
  await expect(desk.picture).toHaveAttribute('data-through', '0')
  await page.keyboard.press('Space')
  await expect(desk.picture).toHaveAttribute('data-through', '1')
  await page.keyboard.press('Space')
  await expect(desk.picture).toHaveAttribute('data-through', '0')
})

test('a column is placed, goes there with its drawings, and lies as it is drawn again', async ({ page, desk }) => {
  await desk.open()
  await page.keyboard.press('Alt+[')
  const panel = page.getByRole('dialog', { name: 'Moves and camera' })
  await expect(panel.getByRole('status').first()).toContainText('lies as it is drawn')
  await desk.goTo(13)
  await panel.getByRole('button', { name: 'Place it on frame 13' }).click()
  await panel.getByLabel('across, frame 13').fill('240')
  await page.keyboard.press('Enter')
  const moves = async () => {
    const shot = await desk.shot()
    const plan = shot.plans[shot.planOrder[0]!]!
    return Object.values(plan.columns).flatMap(c => c.moves ?? [])
  }
  expect((await moves()).map(m => [m.frame, !!m.go?.drawn])).toEqual([
    [1, true],
    [13, false],
  ])
  await panel.getByLabel('Step from frame 1 on').selectOption({ label: 'on twos' })
  expect((await moves())[0]!.go).toMatchObject({ step: 2 })
  expect((await moves())[0]!.go!.drawn).toBeUndefined()
  // Numbers that are none change nothing, and say so.
  await panel.getByLabel('per cent, frame 13').fill('no')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nothing was changed').first()).toBeVisible()
  await panel.getByRole('button', { name: 'As it is drawn' }).click()
  expect(await moves()).toEqual([])
  await page.keyboard.press('Control+z')
  expect(await moves()).toHaveLength(2)
})
