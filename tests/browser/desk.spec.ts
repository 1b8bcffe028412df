import type { Locator, Page } from '@playwright/test'
import { HEAD } from '../../app/sheet/layout'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

/** What lies over the middle and the edges of an element, other than itself. */
const coveredBy = (part: Locator, { below = 0 } = {}) =>
  part.evaluate((el, below) => {
    const box = el.getBoundingClientRect()
    const over = new Set<string>()
    for (let i = 0; i <= 12; i++)
      for (let k = 0; k <= 12; k++) {
        const at = document.elementFromPoint(
          box.left + 2 + ((box.width - 4) * i) / 12,
          box.top + below + 2 + ((box.height - below - 4) * k) / 12,
        )
        if (at && at !== el) over.add(at.outerHTML.slice(0, 80))
      }
    return [...over]
  }, below)
/** What lies over the rows of the sheet, below its heads. */
const rowsCovered = (desk: Desk) => coveredBy(desk.sheet, { below: HEAD })
const height = async (part: Locator): Promise<number> => (await part.boundingBox())!.height
/** Reached by the keyboard, not by the pointer: it has the keys then. */
async function byKeyboard(page: Page, part: Locator): Promise<void> {
  await part.focus()
  await page.keyboard.press('Tab')
  await page.keyboard.press('Shift+Tab')
}
const width = async (part: Locator): Promise<number> => (await part.boundingBox())!.width

/** Ways to everything that the side slot holds. */
const PANELS: Record<string, (page: Page) => Promise<void>> = {
  tray: page => page.keyboard.press('Shift+K'),
  'poses in time': page => page.keyboard.press('Shift+G'),
  'a new pose': page => page.keyboard.press('a'),
  chart: page => page.keyboard.press('s'),
  'order of work': page => page.keyboard.press('Shift+V'),
  'more for these frames': page => page.keyboard.press('Shift+O'),
  'ghosts and flipping': page => page.keyboard.press('Alt+g'),
  'figures and parts': page => page.keyboard.press('Alt+p'),
  pins: page => page.keyboard.press('Shift+I'),
  shelf: page => page.keyboard.press('Alt+c'),
  lines: page => page.keyboard.press('Alt+l'),
  sound: page => page.keyboard.press('Alt+v'),
  reading: page => page.keyboard.press('Alt+/'),
  mouths: page => page.keyboard.press('Alt+;'),
  cycles: page => page.keyboard.press("Alt+'"),
  moves: page => page.keyboard.press('Alt+['),
  'the shot': page => page.keyboard.press('Shift+L'),
  export: page => page.keyboard.press('Shift+H'),
  import: page => page.keyboard.press('Alt+i'),
  column: page => page.getByRole('button', { name: 'Settings of Keeper' }).click(),
}

test.describe('nothing lies on the picture', () => {
  test('whatever panel is open: the slot refits the picture, and closes again', async ({ desk, page }) => {
    const slot = page.getByRole('complementary', { name: 'Side slot' })
    const rest = await width(desk.picture)
    for (const [name, enter] of Object.entries(PANELS)) {
      await enter(page)
      await expect(slot.getByRole('dialog'), name).toBeVisible()
      await desk.settled()
      expect(await coveredBy(desk.picture), name).toEqual([])
      expect(await rowsCovered(desk), name).toEqual([])
      expect(await width(slot), name).toBe(320)
      expect(await width(desk.picture), name).toBeGreaterThan(600)
      // Nothing of the panel is cut off at its side.
      const wide = await slot.evaluate(el => [...el.querySelectorAll('*')].filter(x => x.scrollWidth > 340).length)
      expect(wide, name).toBe(0)
      await page.keyboard.press('Escape')
      await expect(slot, name).toBeHidden()
    }
    await desk.settled()
    expect(await width(desk.picture)).toBe(rest)
  })

  test('whatever tool is in hand, and the bars keep their height', async ({ desk, page }) => {
    const tools = page.getByRole('toolbar', { name: 'Tools' }).getByRole('button')
    expect(await tools.count()).toBe(10)
    for (const tool of await tools.all()) {
      await tool.click()
      await desk.settled()
      expect(await coveredBy(desk.picture)).toEqual([])
      expect(await height(page.locator('[data-part=tools]'))).toBe(40)
      expect(await height(page.locator('[data-part=light-table]'))).toBe(40)
      const cut = await page.locator('[data-part=tools]').evaluate(el => el.scrollWidth - el.clientWidth)
      expect(cut, 'px of the bar that are cut off').toBeLessThanOrEqual(0)
    }
  })

  test('whatever tool is in hand, in a narrow window beside a panel', async ({ desk, page }) => {
    await page.keyboard.press('Shift+K')
    const slot = page.getByRole('complementary', { name: 'Side slot' })
    await expect(slot.getByRole('dialog')).toBeVisible()
    for (const width of [1440, 1280, 1024]) {
      await page.setViewportSize({ width, height: 768 })
      for (const tool of await page.getByRole('toolbar', { name: 'Tools' }).getByRole('button').all()) {
        await tool.click()
        await desk.settled()
        const cut = await page.locator('[data-part=tools]').evaluate(el => el.scrollWidth - el.clientWidth)
        expect(cut, `px of the bar that are cut off at ${width}`).toBeLessThanOrEqual(0)
      }
    }
    await expect(page.getByRole('button', { name: 'More for these frames' })).toBeInViewport({ ratio: 1 })
  })

  test('while a message stands, and a change is tried out', async ({ desk, page }) => {
    const [sheet, picture] = [await height(desk.sheet), await height(desk.picture)]
    await desk.select(1, 5, 12)
    await page.keyboard.press('Control+c')
    await expect(page.locator('[data-part=message]')).toHaveText(/^Copied frames 5–12 of Keeper/)
    await page.keyboard.press('3')
    await expect(page.getByText(/^Threes, keep drawings/)).toBeVisible()
    expect([await height(desk.sheet), await height(desk.picture)]).toEqual([sheet, picture])
    expect([await coveredBy(desk.picture), await rowsCovered(desk)]).toEqual([[], []])
  })
})

test.describe('the division of the window', () => {
  test('the slot remembers what it held; the rail folds for it and comes back', async ({ desk, page }) => {
    const slot = page.getByRole('complementary', { name: 'Side slot' })
    await page.keyboard.press('Alt+g')
    await expect(desk.rail).toBeHidden()
    await page.keyboard.press("'")
    await expect(slot).toBeHidden()
    await expect(desk.rail).toBeVisible()
    await page.reload()
    await expect(desk.picture).toBeVisible()
    await page.keyboard.press("'")
    await expect(slot.getByRole('dialog', { name: 'Ghosts and flipping' })).toBeVisible()
    // A chart is read with the rail: the sheet gives way to it.
    await page.keyboard.press('s')
    await expect(slot.getByRole('dialog', { name: 'Chart from 1 to 13' })).toBeVisible()
    await expect(desk.rail).toBeVisible()
    await desk.goTo(14)
    await slot.getByRole('button', { name: 'Show 13 to 21' }).click()
    await expect(slot.getByRole('dialog', { name: 'Chart from 13 to 21' })).toBeVisible()
  })

  test('splitters are dragged or moved by keys, remembered, and brought back', async ({ desk, page }) => {
    const before = await width(desk.picture)
    const bar = page.getByRole('separator', { name: 'Width of the rail' })
    const at = (await bar.boundingBox())!
    await desk.drag({ x: at.x + 1, y: at.y + 300 }, { x: at.x - 29, y: at.y + 300 })
    expect(await width(desk.picture)).toBe(before + 30)
    await byKeyboard(page, bar)
    await page.keyboard.press('ArrowRight')
    await expect.poll(() => width(desk.picture)).toBe(before + 14)
    await page.reload()
    await desk.settled()
    await expect.poll(() => width(desk.picture)).toBe(before + 14)
    await bar.dblclick()
    await expect.poll(() => width(desk.picture)).toBe(before)
    const sheet = page.getByRole('separator', { name: 'Width of the sheet' })
    await byKeyboard(page, sheet)
    for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
    await expect.poll(() => width(desk.picture)).toBe(before + 64)
    // The column that is worked on stays in sight.
    await page.keyboard.press('PageDown')
    await page.keyboard.press('PageDown')
    await expect(page.getByRole('button', { name: 'Column Loose end' })).toBeVisible()
    const poses = page.getByRole('separator', { name: 'Height of the pose row' })
    const high = await height(desk.picture)
    await byKeyboard(page, poses)
    await page.keyboard.press('ArrowUp')
    await expect.poll(() => height(desk.picture)).toBe(high - 16)
  })

  test('rail, notes and pose row fold away by a key each; the picture stands alone', async ({ desk, page }) => {
    const poses = page.getByRole('region', { name: 'Poses' })
    await page.keyboard.press('Alt+r')
    await expect(desk.rail).toBeHidden()
    await page.keyboard.press('Alt+w')
    await expect(poses).toBeHidden()
    await page.reload()
    await expect(desk.picture).toBeVisible()
    await expect(desk.rail).toBeHidden()
    await page.keyboard.press('Alt+r')
    await page.keyboard.press('Alt+w')
    await expect(desk.rail).toBeVisible()
    await expect(poses).toBeVisible()
    const sheet = await width(desk.sheet)
    await page.keyboard.press('Alt+n')
    await desk.settled()
    expect(await width(desk.sheet)).toBeGreaterThan(sheet)
    await page.keyboard.press('Alt+n')
    await page.keyboard.press('\\')
    await expect(desk.sheet).toBeHidden()
    await desk.settled()
    expect(await width(desk.picture)).toBe(1280)
    // Drawing, playing and stepping go on as before.
    await page.keyboard.press('ArrowRight')
    await expect(page.getByLabel('Frame', { exact: true })).toHaveText('7')
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
    await page.keyboard.press('Space')
    await page.keyboard.press('Escape')
    await expect(desk.sheet).toBeVisible()
  })

  for (const [w, h] of [
    [1024, 768],
    [820, 1180],
    [1920, 1080],
  ] as const)
    test(`is whole at ${w} × ${h}`, async ({ desk, page }) => {
      await page.setViewportSize({ width: w, height: h })
      await desk.settled()
      for (const panel of ['', 'Shift+K', 's']) {
        if (panel) await page.keyboard.press(panel)
        await desk.settled()
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(w)
        for (const name of ['Export', 'Find a command', 'Undo', 'Pose'])
          await expect(page.getByRole('button', { name, exact: true })).toBeInViewport({ ratio: 1 })
        expect(await coveredBy(desk.picture)).toEqual([])
        expect(await rowsCovered(desk)).toEqual([])
        expect(await height(desk.sheet)).toBeGreaterThan(150)
      }
    })
})

test.describe('messages', () => {
  test('count up instead of stacking, and can be closed', async ({ desk, page }) => {
    await desk.select(1, 5, 12)
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+c')
    const line = page.locator('[data-part=messages]').first()
    await expect(line).toContainText('Copied frames 5–12 of Keeper.× 3')
    await line.getByRole('button', { name: 'Close the message' }).click()
    await expect(page.locator('[data-part=message]')).toBeHidden()
    await page.keyboard.press('Control+c')
    await expect(line).toContainText('× 4')
  })

  test('offer Undo where a pose was removed', async ({ desk, page }) => {
    const before = await desk.exposures()
    await page.getByRole('button', { name: /^Pose 26/ }).click()
    await page.keyboard.press('Delete')
    await expect(page.getByText('Pose 26 deleted.')).toBeVisible()
    expect(await desk.exposures()).not.toBe(before)
    await page.locator('[data-part=messages]').getByRole('button', { name: 'Undo' }).click()
    await expect.poll(() => desk.exposures()).toBe(before)
    await desk.goTo(26)
    await page.keyboard.press('Backspace')
    await expect(page.getByText('Pose 26 no longer exposed, kept in the tray.')).toBeVisible()
  })
})

test('heads of columns hide, lock and open settings', async ({ desk, page }) => {
  const column = async () => (await desk.shot()).plans[(await desk.shot()).planOrder[0]!]!.columns.rope!
  await page.getByRole('button', { name: 'Hide Rope' }).click()
  expect((await column()).hidden).toBe(true)
  await page.getByRole('button', { name: 'Show Rope' }).click()
  await page.getByRole('button', { name: 'Lock Rope' }).click()
  expect(await column()).toMatchObject({ hidden: false, locked: true })
  // None of these changes what is worked on.
  await expect(page.getByRole('button', { name: 'Column Keeper' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Settings of Rope' }).click()
  await expect(page.getByRole('dialog', { name: 'Column Rope' })).toBeVisible()
  await page.getByRole('button', { name: 'Settings of Rope' }).click()
  await expect(page.getByRole('dialog', { name: 'Column Rope' })).toBeHidden()
})

test('beyond the paper a click draws nothing', async ({ desk, page }) => {
  const strokes = async () => (await desk.shot()).stacks['keeper-stack']!.drawings['keeper-1']!.content.strokes.length
  await page.keyboard.press('d')
  for (let i = 0; i < 4; i++) await page.keyboard.press('Alt+Minus')
  const box = (await desk.picture.boundingBox())!
  await desk.drag({ x: box.x + 6, y: box.y + 6 }, { x: box.x + 40, y: box.y + 30 })
  expect(await strokes()).toBe(0)
  // On the paper around the frame things are parked.
  const frame = { left: box.x + box.width / 2 - 150, top: box.y + box.height / 2 - 100 }
  await desk.drag({ x: frame.left - 10, y: frame.top }, { x: frame.left + 10, y: frame.top + 20 })
  await expect.poll(strokes).toBe(1)
  // How much of it there is is the shot's own.
  await page.keyboard.press('Shift+L')
  const room = page.getByLabel(/^Room around the picture/)
  await expect(room).toHaveValue('30')
  await room.fill('120')
  await page.keyboard.press('Enter')
  await expect(page.getByText('The room is 0 to 100 %. Nothing was changed.')).toBeVisible()
  await expect(room).toHaveValue('30')
  await room.fill('0')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await desk.shot()).room).toBe(0)
  await page.keyboard.press("'")
  await desk.settled()
  await desk.drag({ x: frame.left - 10, y: frame.top + 40 }, { x: frame.left - 30, y: frame.top + 60 })
  expect(await strokes()).toBe(1)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await desk.shot()).room).toBe(undefined)
  await desk.drag({ x: frame.left - 10, y: frame.top + 40 }, { x: frame.left - 30, y: frame.top + 60 })
  await expect.poll(strokes).toBe(2)
})

test('what is selected is told from what is not, by day and by night', async ({ desk, page }) => {
  const luminance = (rgb: string): number => {
    const [r, g, b] = rgb
      .match(/[\d.]+/g)!
      .slice(0, 3)
      .map(v => Number(v) / 255)
      .map(v => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4))
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
  }
  const colourOf = (part: Locator) => part.evaluate(el => getComputedStyle(el).backgroundColor)
  for (const theme of ['day', 'night']) {
    if (theme === 'night') await page.getByRole('button', { name: 'Night colours' }).click()
    await page.keyboard.press('d')
    // Colours change over a moment.
    await page.waitForTimeout(400)
    const pairs = [
      [page.getByRole('radio', { name: 'keep drawings' }), page.getByRole('radio', { name: 'keep length' })],
      [page.getByRole('button', { name: 'Arcs', exact: true }), page.getByRole('button', { name: 'Travel plot' })],
    ] as const
    for (const [on, off] of pairs) {
      const [a, b] = [luminance(await colourOf(on)), luminance(await colourOf(off))]
      const contrast = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
      // WCAG 2.2, 1.4.11: 3 : 1.
      expect(contrast, theme).toBeGreaterThanOrEqual(3)
    }
  }
  await desk.settled()
})
