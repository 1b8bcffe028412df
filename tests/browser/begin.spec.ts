import { expect, newShot, test } from './fixtures'

test('an empty shot offers what to begin with; four steps lead round, are dismissed, and come back from help', async ({
  page,
  running,
}) => {
  await page.goto(running.server.url)
  await page.evaluate(() => localStorage.setItem('fintro-first-steps-dismissed', 'false'))
  const desk = await newShot(page, running.server, 'Beginning')
  const strip = page.getByRole('region', { name: 'First steps' })
  const step = (name: string) => strip.getByRole('listitem').filter({ hasText: name })
  const done = strip.getByLabel('done')
  await expect(strip.getByRole('listitem')).toHaveCount(4)
  await expect(done).toHaveCount(0)
  const picture = await desk.picture.boundingBox()

  await strip.getByRole('button', { name: 'Place a figure', exact: true }).click()
  await expect(done).toHaveCount(1)
  await expect(strip.getByRole('group', { name: 'Begin with' })).toHaveCount(0)
  await expect(step('Time')).toHaveAttribute('aria-current', 'step')
  await step('Time').getByRole('button').first().click()
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('13')
  await expect(done).toHaveCount(2)

  // The guide tells more of the step that is next.
  await step('Chart').getByRole('button', { name: 'Guide: Chart' }).click()
  const guide = page.getByRole('dialog', { name: 'Guide' })
  const wide = () => guide.getByRole('img').evaluate(el => (el as HTMLImageElement).naturalWidth)
  await expect.poll(wide).toBeGreaterThan(100)
  await expect(guide.getByText('where each drawing is on its way')).toBeVisible()
  await guide.getByRole('button', { name: 'Export', exact: true }).click()
  await expect(guide.getByText('what goes out is seen first')).toBeVisible()
  await page.keyboard.press('Escape')

  await page.keyboard.press('ArrowUp')
  await step('Chart').getByRole('button').first().click()
  await page.getByRole('option', { name: /^Even/ }).first().click()
  await expect(done).toHaveCount(3)
  await step('Play').getByRole('button').first().click()
  await expect(done).toHaveCount(4)
  await expect(strip.getByText('That is the whole round.')).toBeVisible()
  await page.keyboard.press('Space')
  // Nothing has moved meanwhile.
  await page.keyboard.press('Escape')
  await expect.poll(() => desk.picture.boundingBox()).toEqual(picture)

  await strip.getByRole('button', { name: 'Dismiss the first steps' }).click()
  await expect(strip).toHaveCount(0)
  await desk.saved()
  await page.reload()
  await expect(desk.picture).toBeVisible()
  await expect(strip).toHaveCount(0)
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill('getting started')
  await page.keyboard.press('Enter')
  await expect(strip).toBeVisible()
})

test('where the steps were dismissed an empty shot offers the same in the place for messages', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, 'Empty')
  const offers = page.getByRole('group', { name: 'Begin with' })
  await expect(offers.getByRole('button')).toHaveText(['Place a figure', 'Draw', 'Import', 'Open the sample'])
  await offers.getByRole('button', { name: 'Open the sample' }).click()
  await expect(page.getByText('The sample shot is not on this server.')).toBeVisible()
  await page.getByRole('button', { name: 'Close the message' }).click()
  await offers.getByRole('button', { name: 'Draw' }).click()
  await expect(page.getByRole('button', { name: 'Pencil', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Close the message' }).click()
  await offers.getByRole('button', { name: 'Import' }).click()
  await expect(page.getByRole('dialog', { name: 'Import' })).toBeVisible()
  await page.keyboard.press('Escape')
  const box = (await desk.picture.boundingBox())!
  await desk.drag({ x: box.x + 300, y: box.y + 200 }, { x: box.x + 400, y: box.y + 260 })
  await expect(offers).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(offers).toBeVisible()
})
