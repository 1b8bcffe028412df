import { eachRun } from '#core/sheet'
import type { Shot } from '../../core/document'
import { HEAD, rowsOf, USUAL_ROW } from '../../app/sheet/layout'
import { columnX, expect, START, test } from './fixtures'
import { readFile } from 'node:fs/promises'
import Papa from 'papaparse'

const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

const planIn = (shot: Shot) => shot.plans[shot.planOrder[0]!]!

test.describe('arranging chosen frames', () => {
  test('there and back, reversed, repeated, spread: shown first, then taken, each one undo step', async ({
    desk,
    page,
  }) => {
    await desk.select(1, 7, 12)
    await page.keyboard.press('Shift+O')
    const panel = page.getByRole('dialog', { name: 'More for these frames' })
    await panel.getByRole('button', { name: 'There and back', exact: true }).hover()
    await expect(panel.getByText(/There and back: 61 → 63 frames/)).toBeVisible()
    expect(await desk.exposures()).toBe(START)
    await panel.getByRole('button', { name: 'There and back', exact: true }).click()
    await expect.poll(() => desk.exposures()).toBe(START.replace('7*2 9*2 11*2', '7*2 9*2 11*2 9*2'))
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(START)
    for (const [name, out] of [
      ['Reverse', '11*2 9*2 7*2'],
      ['Spread evenly', '7*2 9*2 11*2'],
    ] as const) {
      await panel.getByRole('button', { name, exact: true }).click()
      await expect.poll(() => desk.exposures()).toBe(START.replace('7*2 9*2 11*2', out))
      if (name === 'Reverse') await page.keyboard.press('Control+z')
    }
    // The panel stays, for the next passage.
    await desk.select(1, 7, 10)
    await panel.getByLabel('How many times', { exact: true }).fill('3')
    await panel.getByRole('button', { name: 'times', exact: true }).last().click()
    await expect.poll(() => desk.exposures()).toContain('7*2 9*2 7*2 9*2 7*2 9*2 11*2')
  })
  test('several columns at once, frames put in and taken out, linked columns follow', async ({ desk, page }) => {
    const box = (await desk.sheet.boundingBox())!
    const at = (column: number, frame: number) => ({
      x: box.x + columnX(column),
      y: box.y + HEAD + yOfFrame(frame) + ROW / 2,
    })
    await desk.drag(at(1, 17), at(2, 28))
    await expect(page.getByText(/2 columns, frames 17–28: 12 frames/)).toBeVisible()
    await page.keyboard.press('Shift+Delete')
    await page.keyboard.press('Shift+Delete')
    const shot = await desk.shot()
    expect([planIn(shot).columns.keeper!.runs.frames, planIn(shot).columns.rope!.runs.frames]).toEqual([49, 49])
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(START)
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Settings of Keeper' }).click()
    await page.getByRole('checkbox', { name: 'Rope' }).check()
    await page.keyboard.press('Escape')
    await desk.goTo(3)
    await page.keyboard.press('Insert')
    const linked = await desk.shot()
    expect([planIn(linked).columns.keeper!.runs.frames, planIn(linked).columns.rope!.runs.frames]).toEqual([62, 62])
  })
  test('copied, pasted over and between, in the same and in another column', async ({ desk, page }) => {
    await desk.select(1, 7, 10)
    await page.keyboard.press('Control+c')
    await desk.select(1, 31, 32)
    await page.keyboard.press('Control+v')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '7*2 9*2 31*2'))
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+Alt+v')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '7*2 9*2 31*6'))
    await page.keyboard.press('Control+z')
    await desk.select(2, 31, 32)
    await page.keyboard.press('Control+v')
    await expect.poll(() => desk.exposures('rope')).toMatch(/7\*2 9\*2/)
  })
  test('a number typed into a cell exposes that drawing from there on', async ({ desk, page }) => {
    await desk.goTo(33)
    await page.getByRole('button', { name: 'Column Keeper' }).focus()
    await page.keyboard.press('Shift+Enter')
    const cell = page.getByLabel('Number of the drawing to expose from here on')
    await cell.fill('99')
    await cell.press('Enter')
    await expect(page.getByText('There is no drawing 99 in this column.')).toBeVisible()
    await cell.fill('26')
    await cell.press('Enter')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '31*2 26*4'))
  })
})

test.describe('things land where one pointed', () => {
  test('within a hold, after the end, and on one frame where nothing is selected', async ({ desk, page }) => {
    const mark = page.locator('[data-part=landing]')
    await desk.goTo(33)
    await page.keyboard.press('Backspace')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '31*2 X*1 31*3'))
    await page.keyboard.press('Control+z')
    await desk.goTo(21)
    await page.keyboard.press('Control+c')
    await expect(page.getByText('Copied frame 21 of Keeper.')).toBeVisible()
    await desk.goTo(34)
    await expect(mark.locator('[data-part=paste-place]')).toBeVisible()
    await page.keyboard.press('Control+v')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '31*3 21*1 31*2'))
    await page.keyboard.press('Control+z')
    // The last drawing is not replaced.
    await desk.goTo(64)
    await page.keyboard.press('Control+Alt+v')
    await expect.poll(() => desk.exposures()).toBe(START.replace('49*13', '49*15 21*1'))
    await page.keyboard.press('Control+z')
    await desk.goTo(33)
    await page.keyboard.press('Shift+Delete')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '31*5'))
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Insert')
    await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '31*7'))
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Escape')
    await expect(mark.locator('[data-part=paste-place]')).toBeHidden()
    await expect(mark).toBeVisible()
  })

  test('Delete means the exposure, the drawing or what is drawn, by where one last pointed', async ({ desk, page }) => {
    await desk.goTo(13)
    const box = (await desk.sheet.boundingBox())!
    await page.mouse.click(box.x + columnX(1), box.y + HEAD + 15 * 12 + 7)
    await page.keyboard.press('Delete')
    await expect.poll(() => desk.exposures()).toBe(START.replace('13*4', 'X*1 13*3'))
    await page.keyboard.press('Control+z')
    // On the picture nothing is selected: nothing is deleted, and that is said.
    await page.keyboard.press(';')
    const at = await desk.picturePoint(1700, 200)
    await page.mouse.click(at.x, at.y)
    await page.keyboard.press('Delete')
    await expect(page.getByText('Delete selected art: nothing is selected on the picture.')).toBeVisible()
    expect(await desk.exposures()).toBe(START)
    await page.getByRole('button', { name: /^Pose 13/ }).click()
    await page.keyboard.press('Delete')
    await expect(page.getByText('Pose 13 deleted.')).toBeVisible()
    await page.locator('[data-part=messages]').getByRole('button', { name: 'Undo' }).click()
    await expect.poll(() => desk.exposures()).toBe(START)
    // An in-between, by its bar on the rail.
    const bar = await desk.railPoint(0.5, 11)
    await page.mouse.click(bar.x, bar.y)
    await page.keyboard.press('Delete')
    await expect(page.getByText('The in-between 11 was deleted.')).toBeVisible()
    await page.locator('[data-part=messages]').getByRole('button', { name: 'Undo' }).click()
    await expect.poll(() => desk.exposures()).toBe(START)
  })

  test('what was copied last is pasted, also after a click on the sheet', async ({ desk, page }) => {
    await desk.goTo(1)
    await page.keyboard.press('Control+c')
    await page.keyboard.press('Alt+a')
    await page.keyboard.press('Control+c')
    await expect(page.getByText(/^Copied\. Paste \(Ctrl V\)/)).toBeVisible()
    await desk.goTo(13)
    const before = await desk.exposures()
    await page.keyboard.press('Control+v')
    await expect(page.getByRole('button', { name: /^Undo: / })).toBeVisible()
    expect(await desk.exposures()).toBe(before)
  })
})

test('columns: order, strength, guide, and three ways to duplicate', async ({ desk, page }) => {
  const menu = page.getByRole('dialog', { name: 'Column' })
  await page.getByRole('button', { name: 'Settings of Rope' }).click()
  await menu.getByRole('button', { name: 'One to the left' }).click()
  expect(planIn(await desk.shot()).order.slice(1)).toEqual(['rope', 'keeper', 'loose'])
  await menu.getByLabel('Strength in percent').fill('40')
  await menu.getByLabel('Reference column: not exported').check()
  expect(planIn(await desk.shot()).columns.rope).toMatchObject({ strength: 0.4, reference: true })
  await menu.getByRole('button', { name: 'with copies' }).click()
  const shot = await desk.shot()
  const copy = Object.values(planIn(shot).columns).find(c => c.name === 'Rope 2')!
  expect(Object.keys(shot.stacks[copy.stack]!.drawings)).toHaveLength(
    Object.keys(shot.stacks['rope-stack']!.drawings).length,
  )
  expect(Object.values(planIn(shot).charts).filter(c => c.stack === copy.stack)).toHaveLength(4)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Settings of Rope', exact: true }).click()
  await menu.getByRole('button', { name: 'same drawings' }).click()
  const shared = Object.values(planIn(await desk.shot()).columns).filter(c => c.stack === 'rope-stack')
  expect(shared).toHaveLength(2)
})

test.describe('poses in time', () => {
  test('typed frames are shown first, said in place where they do not fit, and taken', async ({ desk, page }) => {
    await page.keyboard.press('Shift+G')
    const panel = page.getByRole('dialog', { name: 'Poses in time' })
    const field = panel.getByLabel('Frames of the poses')
    await field.fill('1 9 5')
    await expect(panel.getByRole('alert')).toContainText('5 does not come after 9.')
    await field.fill('1 15 23 28')
    await expect(panel.getByText(/Off the step: 28 \(nearest 29\)/)).toBeVisible()
    expect(await desk.exposures()).toBe(START)
    await panel.getByRole('button', { name: 'To the step' }).click()
    await panel.getByRole('button', { name: 'Apply', exact: true }).click()
    const runs = [...eachRun(planIn(await desk.shot()).columns.keeper!.runs)]
    const starts = runs
      .filter(({ run }) => ['keeper-1', 'keeper-13', 'keeper-21', 'keeper-26'].includes(run.drawing!))
      .map(r => r.start)
    expect(starts).toEqual([1, 15, 23, 29])
  })
  test('beats are tapped, averaged, struck out and become frames', async ({ desk, page }) => {
    await page.keyboard.press('Shift+G')
    const panel = page.getByRole('dialog', { name: 'Poses in time' })
    const tap = panel.getByRole('button', { name: /^Start|^Beat/ })
    // Once begun by a key, once by the pointer: Space is a beat in both.
    for (const begun of ['key', 'pointer']) {
      if (begun === 'key') await tap.focus()
      else await tap.click()
      for (let i = begun === 'key' ? 0 : 1; i < 3; i++) {
        if (i) await page.waitForTimeout(260)
        await page.keyboard.press('Space')
      }
      await page.waitForTimeout(260)
      await panel.getByRole('button', { name: 'Stop' }).click()
    }
    await expect(panel.getByText('Mean of 2')).toBeVisible()
    await panel.locator('circle').nth(1).dblclick()
    await expect(panel.getByText('Mean of 2')).toBeHidden()
    await panel.getByRole('button', { name: 'Use', exact: true }).last().click()
    await expect(panel.getByText(/Poses on the beats/)).toBeVisible()
    await panel.getByRole('button', { name: 'Apply', exact: true }).click()
    expect(await desk.exposures()).not.toBe(START)
  })
})

test('the tray shows every drawing, duplicates, numbers and deletes spares', async ({ desk, page }) => {
  await page.keyboard.press('Shift+K')
  const panel = page.getByRole('dialog', { name: 'Tray of Keeper' })
  await expect(panel.getByRole('listitem')).toHaveCount(23)
  await panel.getByRole('button', { name: /^Drawing 26,/ }).hover()
  await panel.getByRole('button', { name: 'Duplicate 26' }).click()
  await expect(panel.getByRole('listitem')).toHaveCount(24)
  await panel.getByLabel('in order', { exact: true }).check()
  await panel.getByRole('button', { name: /^Number \d+ drawings$/ }).click()
  expect(await desk.exposures()).toMatch(/^1\*6 2\*2 3\*2 4\*2 5\*4/)
  await panel.getByRole('button', { name: 'Delete the spares' }).click()
  await expect(panel.getByRole('listitem')).toHaveCount(23)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect(await desk.exposures()).toBe(START)
})

test('another rate asks what stays, tells what is rounded, and can be only tried', async ({ desk, page }) => {
  await page.keyboard.press('Shift+L')
  const panel = page.getByRole('dialog', { name: 'The shot' })
  await panel.getByRole('button', { name: '12', exact: true }).click()
  await expect(panel.getByText(/would have no frame left; each keeps one/)).toBeVisible()
  await panel.getByRole('button', { name: 'Only try it' }).click()
  expect((await desk.shot()).rate).toEqual({ num: 24, den: 1 })
  await page.getByRole('button', { name: 'trying 12, not 24' }).click()
  await panel.getByRole('button', { name: '48', exact: true }).click()
  await panel.getByRole('button', { name: 'Keep the seconds' }).click()
  const shot = await desk.shot()
  expect([shot.rate, shot.length]).toEqual([{ num: 48, den: 1 }, 122])
  expect(await desk.exposures()).toMatch(/^1\*12 7\*4 9\*4/)
  await panel.getByLabel('Frame, timecode or feet+frames to go to').fill('1:12')
  await panel.getByRole('button', { name: 'Go', exact: true }).click()
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('61')
})

test('the sheet goes out as CSV and comes back in; what does not fit is listed', async ({ desk, page }) => {
  await page.keyboard.press('Shift+H')
  const dialog = page.getByRole('dialog', { name: 'Export' })
  await dialog.getByRole('radio', { name: 'Data' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Export sheet', exact: true }).click(),
  ])
  const text = await readFile((await download.path())!, 'utf8')
  const rows = Papa.parse<string[]>(text, { skipEmptyLines: true }).data
  expect(rows[0]).toEqual(['Frame', 'Room', 'Keeper', 'Rope', 'Loose end'])
  expect([rows[1]![2], rows[7]![2], rows[8]![2]]).toEqual(['1', '7', ''])
  const changed = text.replace('\r\n7,,7,', '\r\n7,,9,')
  await dialog.getByLabel('Sheet as CSV').setInputFiles({
    name: 'sheet.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text.replace('\r\n7,,7,', '\r\n7,,77,')),
  })
  await expect(dialog.getByText('Row 8, Keeper: There is no drawing 77 in this column.')).toBeVisible()
  await dialog
    .getByLabel('Sheet as CSV')
    .setInputFiles({ name: 'sheet.csv', mimeType: 'text/csv', buffer: Buffer.from(changed) })
  await expect(dialog.getByText(/Keeper: 61 → 61 frames/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Import it' }).click()
  await expect.poll(() => desk.exposures()).toMatch(/^1\*6 9\*2 9\*2 11\*2/)
})

test('rows from dense to roomy, and what the margin counts', async ({ desk, page }) => {
  const before = await desk.sheet.evaluate(el => (el as HTMLCanvasElement).toDataURL())
  await desk.rows('Denser', 2)
  expect(await desk.sheet.evaluate(el => (el as HTMLCanvasElement).toDataURL())).not.toBe(before)
  // At 3 px a row more than 190 frames are in sight.
  const box = (await desk.sheet.boundingBox())!
  expect((box.height - HEAD) / 3).toBeGreaterThan(190)
  await page.mouse.click(box.x + 14, box.y + HEAD + 48 * 3 + 1)
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('49')
  await desk.rows('Roomier', 2)
  const usual = await desk.sheet.evaluate(el => (el as HTMLCanvasElement).toDataURL())
  await page.getByRole('button', { name: 'How the sheet is looked at' }).click()
  await page.getByRole('menuitem', { name: 'Count in feet+frames' }).click()
  await page.reload()
  await desk.goTo(49)
  expect(await desk.sheet.evaluate(el => (el as HTMLCanvasElement).toDataURL())).not.toBe(usual)
})

test('a choice that is refused is told once, however often it is tried', async ({ desk, page }) => {
  await desk.select(1, 1, 4)
  await page.getByRole('button', { name: 'More for these frames' }).click()
  const reverse = page.getByRole('button', { name: 'Reverse', exact: true })
  const told = page.getByText('Reversing needs at least two exposures.')
  await reverse.hover()
  await expect(told).toBeVisible()
  for (let i = 0; i < 3; i++) await reverse.click()
  await expect(told).toHaveCount(1)
  await expect(page.getByRole('button', { name: /^Undo/ }).first()).toBeDisabled()
})
