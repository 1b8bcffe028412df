import { readFile } from 'node:fs/promises'
import { unzipSync } from 'fflate'
import { HEAD } from '../../app/sheet/layout'
import type { Desk } from './fixtures'
import { columnX, expect, test, xOfU } from './fixtures'

test.describe('context menus', () => {
  const menu = (desk: Desk) => desk.page.locator('[data-part=context-menu]')

  test('offer what applies to a cell, a bar, a card, a head and the picture', async ({ desk, page }) => {
    const sheet = (await desk.sheet.boundingBox())!
    const rail = (await desk.rail.boundingBox())!
    const picture = await desk.picturePoint(300, 300)
    const card = (await page.getByRole('button', { name: /^Pose 31, key/ }).boundingBox())!
    const head = (await page.getByRole('button', { name: 'Column Rope' }).boundingBox())!
    const places = [
      { x: sheet.x + columnX(1), y: sheet.y + HEAD + 15 * 8 + 5, item: /^One frame more/, frame: '9' },
      { x: rail.x + xOfU(1 / 8), y: rail.y + HEAD + 15 * 7, item: /^Chart/, frame: '7' },
      { x: card.x + 20, y: card.y + 20, item: /^Make it a key/, frame: '31' },
      { x: head.x + 20, y: head.y + 10, item: /^Column settings/, frame: '31' },
      { x: picture.x, y: picture.y, item: /^Fit/, frame: '31' },
    ]
    for (const { x, y, item, frame } of places) {
      await page.mouse.click(x, y, { button: 'right' })
      await expect(menu(desk).getByRole('menuitem', { name: item })).toBeVisible()
      await expect(page.getByLabel('Frame', { exact: true })).toHaveText(frame)
      await page.keyboard.press('Escape')
      await expect(menu(desk)).toBeHidden()
    }
    // Afterwards the keys are the desk's again.
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
    expect(await page.getByRole('button', { name: 'Column Rope' }).getAttribute('aria-pressed')).toBe('true')
  })

  test('do what they offer, within what is selected, by pointer and by keys', async ({ desk, page }) => {
    const before = await desk.exposures()
    const sheet = (await desk.sheet.boundingBox())!
    await page.mouse.click(sheet.x + columnX(1), sheet.y + HEAD + 5, { button: 'right' })
    await menu(desk)
      .getByRole('menuitem', { name: /^One frame more/ })
      .click()
    await expect.poll(() => desk.exposures()).toBe(before.replace('1*6', '1*7'))
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(before)
    await desk.select(1, 7, 10)
    await page.mouse.click(sheet.x + columnX(1), sheet.y + HEAD + 15 * 8 + 5, { button: 'right' })
    await page.keyboard.type('blank')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/^Blank: .*2 no longer exposed/)).toBeVisible()
  })

  test('are asked for by a finger that rests, and by none that moves', async ({ desk, page }) => {
    const touch = await page.context().newCDPSession(page)
    await touch.send('Emulation.setTouchEmulationEnabled', { enabled: true })
    const sheet = (await desk.sheet.boundingBox())!
    const [x, y] = [sheet.x + columnX(1), sheet.y + HEAD + 15 * 8 + 5]
    const finger = (type: 'touchStart' | 'touchMove' | 'touchEnd', dy = 0) =>
      touch.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y: y + dy }] })
    await finger('touchStart')
    for (let dy = 4; dy <= 40; dy += 4) await finger('touchMove', dy)
    await page.waitForTimeout(700)
    await finger('touchEnd')
    await expect(menu(desk)).toBeHidden()
    // While it rests it selects; lifted where it came down it asks.
    await finger('touchStart')
    await page.waitForTimeout(600)
    await finger('touchEnd')
    await expect(menu(desk)).toBeVisible()
    await expect(page.getByLabel('Frame', { exact: true })).toHaveText('9')
    await page.waitForTimeout(400)
    await expect(menu(desk)).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(menu(desk)).toBeHidden()
  })

  test('the second one takes the place of the first', async ({ desk, page }) => {
    const sheet = (await desk.sheet.boundingBox())!
    const at = (frame: number) => [sheet.x + columnX(1), sheet.y + HEAD + 15 * (frame - 1) + 5] as const
    await page.mouse.click(...at(9), { button: 'right' })
    await expect(menu(desk)).toBeVisible()
    // Above the first one, which does not cover it.
    await page.mouse.click(...at(3), { button: 'right' })
    await expect(page.getByLabel('Frame', { exact: true })).toHaveText('3')
    await expect(menu(desk)).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(menu(desk)).toBeHidden()
  })
})

test.describe('panels beside which one goes on working', () => {
  test('what is exported is the shot as it is then, not as it was when the panel was opened', async ({
    desk,
    page,
  }) => {
    await page.keyboard.press('Shift+H')
    const panel = page.getByRole('dialog', { name: 'Export' })
    await panel.getByRole('radio', { name: 'Images' }).click()
    await expect(panel.getByRole('button', { name: 'Export 61 images' })).toBeVisible()
    await page.getByLabel(/^Length of the shot/).fill('2')
    await page.getByLabel(/^Length of the shot/).press('Enter')
    const images = async () => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        panel.getByRole('button', { name: 'Export 2 images' }).click(),
      ])
      return unzipSync(new Uint8Array(await readFile((await download.path())!)))
    }
    const before = await images()
    await desk.goTo(1)
    await page.getByRole('button', { name: 'Hide Keeper' }).click()
    await desk.saved()
    const after = await images()
    expect(Object.keys(after)).toEqual(Object.keys(before))
    expect(Object.values(after)[0]).not.toEqual(Object.values(before)[0])
  })

  test('a new pose is added by A and Enter', async ({ desk, page }) => {
    await page.keyboard.press('a')
    await expect(page.getByRole('dialog', { name: 'Add a pose' })).toBeVisible()
    await page.keyboard.press('Enter')
    await expect.poll(() => desk.exposures()).toMatch(/49\*8 57\*\d+$/)
  })

  test('a chart that was open last is of the span here; what was remembered and is nonsense does no harm', async ({
    desk,
    page,
  }) => {
    await page.keyboard.press('s')
    await expect(page.getByRole('dialog', { name: 'Chart from 1 to 13' })).toBeVisible()
    await page.reload()
    await expect(desk.picture).toBeVisible()
    await desk.goTo(14)
    await page.keyboard.press("'")
    await expect(page.getByRole('dialog', { name: 'Chart from 13 to 21' })).toBeVisible()
    await page.evaluate(() => {
      localStorage.setItem('fintro-slot', 'nothing')
      localStorage.setItem('fintro-sizes', JSON.stringify({ sheet: 'wide', rail: -40, poses: 9999, picture: null }))
    })
    await page.reload()
    await expect(desk.picture).toBeVisible()
    await page.keyboard.press("'")
    await expect(page.getByRole('dialog', { name: 'Tray of Keeper' })).toBeVisible()
    await page.keyboard.press("'")
    await desk.settled()
    expect((await desk.rail.boundingBox())!.width).toBe(196)
    expect((await desk.picture.boundingBox())!.height).toBeGreaterThan(250)
  })
})

test('settings of panels are found and set by their names', async ({ desk, page }) => {
  await desk.open()
  const run = async (name: string) => {
    await page.keyboard.press('/')
    await page.getByRole('combobox', { name: 'Command' }).fill(name)
    await page.keyboard.press('Enter')
  }
  const column = async () => {
    const { plans, planOrder } = await desk.shot()
    const plan = plans[planOrder[0]!]!
    return {
      step: plan.columns.keeper!.step,
      reference: !!plan.columns.keeper!.reference,
      place: plan.order.indexOf('keeper'),
    }
  }
  await page.getByRole('button', { name: 'Column Keeper', exact: true }).click()
  const before = await column()
  await run('New drawings on threes')
  await expect.poll(async () => (await column()).step).toBe(3)
  await run('Reference column')
  await expect.poll(async () => (await column()).reference).toBe(true)
  await run('Column one to the right')
  await expect.poll(async () => (await column()).place).toBe(before.place + 1)
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  await expect.poll(column).toEqual(before)

  await run('Fill closed shapes')
  await expect(page.getByRole('button', { name: 'Fill a closed shape' })).toHaveAttribute('aria-pressed', 'true')
  await run('Erase whole strokes')
  await expect(page.getByRole('radio', { name: 'whole strokes' })).toBeChecked()
  await run('Ghosts by poses')
  await page.keyboard.press('Alt+g')
  const panel = page.getByRole('dialog', { name: 'Ghosts' })
  await expect(panel.getByRole('radio', { name: 'poses' })).toBeChecked()
  await run('Ghosts filled faintly')
  await expect(panel.getByRole('checkbox', { name: 'filled faintly' })).toBeChecked()
  await run('Count in timecode')
  await run('Roomier rows')
  await page.getByRole('button', { name: 'How the sheet is looked at' }).click()
  const ticked = page.getByRole('menuitem', { name: 'Count in timecode' }).locator('svg')
  await expect(ticked).not.toHaveClass(/invisible/)
})
