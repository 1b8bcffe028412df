import AxeBuilder from '@axe-core/playwright'
import type { PNG } from 'pngjs'
import { loadDemo } from '../support/demo'
import { HEAD } from '../../app/sheet/layout'
import { newTestId } from '../support/server'
import { Desk, expect, test, imagesOf } from './fixtures'

const strokesOn = async (desk: Desk, id = 'keeper-1') =>
  (await desk.shot()).stacks['keeper-stack']!.drawings[id]!.content.strokes.length

test('drawing with the pencil, undo, redo, rubbing out, and reload', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  const clean = await desk.look()
  const p = await desk.picturePoint(500, 700)
  await desk.drag(p, { x: p.x + 120, y: p.y + 30 })
  await expect.poll(() => strokesOn(desk)).toBe(1)
  const drawn = await desk.look()
  expect(drawn).not.toBe(clean)
  await page.keyboard.press('Control+z')
  await expect.poll(() => strokesOn(desk)).toBe(0)
  expect(await desk.look()).toBe(clean)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => strokesOn(desk)).toBe(1)
  await desk.saved()
  await page.reload()
  await expect(desk.picture).toBeVisible()
  await expect.poll(() => desk.look()).toBe(drawn)
  await page.keyboard.press('u')
  await page.getByRole('radio', { name: 'whole strokes' }).check()
  await desk.drag({ x: p.x + 60, y: p.y + 40 }, { x: p.x + 60, y: p.y })
  await expect.poll(() => strokesOn(desk)).toBe(0)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => strokesOn(desk)).toBe(0)
})

test('the server killed and started again: everything is there, and undo too', async ({ desk, page, running }) => {
  const before = await desk.exposures()
  await page.keyboard.press('+')
  await expect.poll(() => desk.exposures()).toContain('1*7')
  await desk.saved()
  await running.server.kill('SIGKILL')
  await running.server.start()
  await page.reload()
  await expect(desk.picture).toBeVisible()
  expect(await desk.exposures()).toContain('1*7')
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toBe(before)
})

test('with the server away the desk says so, goes on, and sends what it kept, once', async ({
  desk,
  page,
  running,
}) => {
  await running.server.kill('SIGKILL')
  for (let i = 0; i < 3; i++) await page.keyboard.press('+')
  await expect(page.locator('[data-part=saving]')).toHaveText('Offline · 3 changes kept here')
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  const box = (await desk.picture.boundingBox())!
  await desk.drag({ x: box.x + 200, y: box.y + 300 }, { x: box.x + 300, y: box.y + 320 })
  await expect(page.locator('[data-part=saving]')).toHaveText('Offline · 4 changes kept here')
  await running.server.start()
  await desk.saved()
  expect(await desk.exposures()).toMatch(/^1\*9 /)
  expect(await strokesOn(desk)).toBe(1)
})

test('an answer that was lost on its way is not applied twice after a reload', async ({ desk, page }) => {
  await page.route('**/commands', async route => {
    await route.fetch()
    await route.abort()
  })
  await page.keyboard.press('+')
  await expect(page.locator('[data-part=saving]')).toContainText('1 change kept here')
  // One that is on its way again is let go.
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.reload()
  await expect(desk.picture).toBeVisible()
  expect(await desk.exposures()).toMatch(/^1\*7 /)
  await expect(page.getByText(/frames 1–7: 7 frames/)).toBeVisible()
})

test('two windows follow each other; a command that no longer fits is refused by name, the rest kept', async ({
  desk,
  page,
  browser,
}) => {
  // Another browser profile: windows of one profile share what they still have to send.
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  const second = new Desk(other, desk.server, desk.id)
  await second.open()
  await page.keyboard.press('+')
  await expect(other.getByText(/frames 1–7: 7 frames/)).toBeVisible()
  await other.route('**/commands', route => route.abort())
  await second.goTo(14)
  await other.keyboard.press('k')
  await other.keyboard.press('Home')
  await other.keyboard.press('+')
  await expect(other.locator('[data-part=saving]')).toContainText('2 changes kept here')
  await page.getByRole('button', { name: /^Pose 13/ }).click()
  await page.keyboard.press('Delete')
  await expect.poll(() => desk.exposures()).not.toContain('13*')
  await other.unroute('**/commands')
  await expect(other.getByText('“Make 13 a key” could not be kept: The drawing is not there any more.')).toBeVisible()
  await expect.poll(() => desk.exposures()).toMatch(/^1\*22 /)
  await other.context().close()
})

test('playback loops by the clock, steps by frame and by drawing, scrubs in the margin', async ({ desk, page }) => {
  const frame = page.getByLabel('Frame', { exact: true })
  await page.keyboard.press('ArrowRight')
  await expect(frame).toHaveText('7')
  await page.keyboard.press('ArrowDown')
  await expect(frame).toHaveText('8')
  await page.keyboard.press('ArrowLeft')
  await expect(frame).toHaveText('7')
  const box = (await desk.sheet.boundingBox())!
  await desk.drag({ x: box.x + 10, y: box.y + HEAD + 8 }, { x: box.x + 10, y: box.y + HEAD + 15 * 20 + 8 })
  await expect(frame).toHaveText('21')
  await desk.select(1, 5, 10)
  await page.keyboard.press('l')
  await expect(page.getByRole('button', { name: '5–10' })).toBeVisible()
  await page.keyboard.press('Space')
  const seen = new Set<string>()
  for (let i = 0; i < 40; i++) {
    seen.add(await frame.innerText())
    await page.waitForTimeout(25)
  }
  expect([...seen].map(Number).every(f => f >= 5 && f <= 10)).toBe(true)
  expect(seen.size).toBeGreaterThan(3)
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
})

test('a new shot from nothing: two poses, in-betweens, play', async ({ page, running }) => {
  await page.goto(running.server.url)
  await page.getByRole('button', { name: 'New shot' }).first().click()
  const dialog = page.getByRole('dialog', { name: 'New shot' })
  // It opens in its field.
  await expect(dialog.getByLabel('Name')).toBeFocused()
  await page.keyboard.type('Test of a wave')
  await dialog.getByLabel('Production').fill('Trials')
  await dialog.getByRole('button', { name: '1280 × 720' }).click()
  await dialog.getByLabel('Length').fill('2+08')
  await expect(dialog.getByText('40 frames at 24')).toBeVisible()
  await dialog.getByRole('button', { name: 'Create shot' }).click()
  const id = page.url().split('/').at(-1)!
  await page.waitForURL(/\/shots\//)
  const desk = new Desk(page, running.server, page.url().split('/').at(-1) ?? id)
  await expect(desk.picture).toBeVisible()
  await page.getByRole('button', { name: 'Figure', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Person, from the side' }).click()
  await page.keyboard.press('a')
  await page.getByRole('button', { name: 'Add it on frame 9' }).click()
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('9')
  const at = await desk.picturePoint(640, 0.86 * 720 - 250 * 0.67)
  await desk.drag(at, { x: at.x + 80, y: at.y + 20 })
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('s')
  await page.getByRole('button', { name: 'Add 3' }).click()
  await page.keyboard.press('Escape')
  const column = (await desk.shot()).plans
  expect(Object.values(Object.values(column)[0]!.charts)[0]!.ticks).toHaveLength(3)
  await desk.goTo(1)
  const first = await desk.look()
  await desk.goTo(5)
  expect(await desk.look()).not.toBe(first)
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
})

test('images go out as a numbered sequence, with and without the background', async ({ desk, page }) => {
  await desk.saved()
  const whole = await imagesOf(page, 13, 15)
  expect(Object.keys(whole)).toEqual([
    '020-Lantern-lift.0013.png',
    '020-Lantern-lift.0014.png',
    '020-Lantern-lift.0015.png',
  ])
  const first = whole['020-Lantern-lift.0013.png']!
  expect([first.width, first.height, first.data[3]]).toEqual([1920, 1080, 255])
  const bare = (await imagesOf(page, 13, 15, { background: false }))['020-Lantern-lift.0013.png']!
  expect(bare.data[3]).toBe(0)
  const inked = (png: PNG) => png.data.filter((v, i) => i % 4 === 3 && v > 0).length
  expect(inked(bare)).toBeGreaterThan(5000)
  expect(inked(bare)).toBeLessThan(inked(first) / 5)
})

test('a shot goes out as an archive and comes back as a new one; a file of another kind is refused in words', async ({
  desk,
  page,
}) => {
  await page.keyboard.press('Shift+H')
  await page.getByRole('radio', { name: 'Data' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export archive' }).click(),
  ])
  const path = await download.path()
  await page.goto(desk.server.url)
  await page.getByLabel('Archive to import').setInputFiles(path)
  // Others of its name may be there.
  await expect(page.getByText(/“020 Lantern lift( \d+)?” was imported\./)).toBeVisible()
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.waitForURL(/\/shots\//)
  const copy = new Desk(page, desk.server, page.url().split('/').at(-1)!)
  await expect(copy.picture).toBeVisible()
  expect(copy.id).not.toBe(desk.id)
  expect(await copy.exposures()).toBe(await desk.exposures())
  await page.goto(desk.server.url)
  await page
    .getByLabel('Archive to import')
    .setInputFiles({ name: 'notes.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') })
  await expect(page.getByText('This file is not a Fintro archive')).toBeVisible()
})

test('every command is on the sheet of shortcuts and found by name', async ({ desk, page }) => {
  await page.keyboard.press('?')
  const sheet = page.getByRole('dialog', { name: 'Shortcuts' })
  await expect(sheet.getByText('Play or stop')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill('one frame more of')
  await page.keyboard.press('Enter')
  await expect.poll(() => desk.exposures()).toContain('1*7')
})

test('both pages pass an axe check, by day and by night', async ({ desk, page, running }) => {
  await loadDemo(running.db, newTestId())
  for (const theme of ['day', 'night']) {
    for (const url of [desk.server.url, `${desk.server.url}/shots/${desk.id}`]) {
      await page.goto(url)
      await page.evaluate(t => localStorage.setItem('fintro-theme', t), theme)
      await page.reload()
      await expect(page.getByRole('link').first()).toBeVisible()
      await page.waitForTimeout(600)
      const { violations } = await new AxeBuilder({ page }).analyze()
      expect(
        violations.map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).join(', ')}`),
        `${url} by ${theme}`,
      ).toEqual([])
    }
  }
})
