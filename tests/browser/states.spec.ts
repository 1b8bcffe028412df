import { QueryTypes } from 'sequelize'
import { expect, test } from './fixtures'

const length = 'Length of the shot: frames, seconds (2.5 s) or feet+frames (3+13)'

test('a command is found by typing its name at once', async ({ desk, page }) => {
  await expect(desk.picture).toBeVisible()
  await page.keyboard.press('/')
  await expect(page.getByRole('combobox', { name: 'Command' })).toBeFocused()
  const field = page.getByRole('combobox', { name: 'Command' })
  // With nothing found what was typed stays.
  await page.keyboard.type('earxqz')
  await page.keyboard.press('Enter')
  await expect(page.getByText('No command of that name')).toBeVisible()
  await expect(field).toHaveValue('earxqz')
  for (let i = 0; i < 3; i++) await page.keyboard.press('Backspace')
  await page.keyboard.type('lier')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Earlier states' })).toBeVisible()
})

test('a mark is set, looked at, restored and the restoring undone', async ({ desk, page, context }) => {
  await page.keyboard.press('/')
  await page.keyboard.type('earlier')
  await page.keyboard.press('Enter')
  const panel = page.getByRole('dialog', { name: 'Earlier states' })
  await expect(panel.getByText('As it was created')).toBeVisible()
  await panel.getByLabel('Name of the mark').fill('First pass')
  await panel.getByRole('button', { name: 'Set a mark' }).click()
  await expect(panel.getByText('First pass')).toBeVisible()
  const before = await desk.exposures()
  await page.getByLabel(length).fill('99')
  await page.getByLabel(length).press('Enter')
  await desk.goTo(1)
  await page.keyboard.press('+')
  await expect.poll(async () => [await desk.exposures(), (await desk.shot()).length]).not.toEqual([before, 61])
  const opening = context.waitForEvent('page')
  await panel.getByRole('link', { name: /“First pass”/ }).click()
  const there = await opening
  await expect(there.getByText('Looking at “First pass”')).toBeVisible()
  await expect(there.getByLabel(length)).toHaveValue('61')
  await there.keyboard.press('+')
  await expect(there.getByText(/to be looked at/).first()).toBeVisible()
  expect((await desk.shot()).length).toBe(99)
  await there.getByRole('button', { name: 'Restore it', exact: true }).click()
  await expect.poll(async () => [await desk.exposures(), (await desk.shot()).length]).toEqual([before, 61])
  await expect(there.getByText('Looking at')).toBeHidden()
  // Done there, undone here.
  await expect(page.getByLabel(length)).toHaveValue('61')
  await page.bringToFront()
  await panel.press('Escape')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await desk.shot()).length).toBe(99)
  await there.close()
  await page.keyboard.press('/')
  await page.keyboard.type('earlier')
  await page.keyboard.press('Enter')
  await panel.getByRole('button', { name: 'Restore “First pass”' }).click()
  await expect.poll(async () => [await desk.exposures(), (await desk.shot()).length]).toEqual([before, 61])
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await desk.shot()).length).toBe(99)
})

test('a shot that cannot be read is shown as far as it can be, and its last good state brought back', async ({
  desk,
  page,
  running: { db },
}) => {
  const [piece] = await db.query<{ path: string; body: string }>(
    "SELECT path, body FROM shot_pieces WHERE shot_id = $1 AND path LIKE '%/drawings/keeper-1'",
    { bind: [desk.id], type: QueryTypes.SELECT },
  )
  await db.query('UPDATE shot_pieces SET body = $3 WHERE shot_id = $1 AND path = $2', {
    bind: [desk.id, piece!.path, piece!.body.replace(/"role":"[a-z-]+"/, '"role":"none"')],
  })
  await page.reload()
  await expect(page.getByText('This shot can only be looked at.')).toBeVisible()
  await expect(page.getByText('Shown without what is on drawing 1.')).toBeVisible()
  await expect(desk.picture).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export as it is stored' }).click()
  expect((await download).suggestedFilename()).toMatch(/\.fintro\.zip$/)
  await page.getByRole('button', { name: /^Restore the state of/ }).click()
  await expect(page.getByText('This shot can only be looked at.')).toBeHidden()
  const exposed = await desk.exposures()
  await desk.goTo(1)
  await page.keyboard.press('+')
  await expect.poll(() => desk.exposures()).not.toBe(exposed)
})
