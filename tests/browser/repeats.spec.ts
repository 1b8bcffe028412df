import type { Shot } from '../../core/document'
import { COLUMN, HEAD, MARGIN, rowsOf, USUAL_ROW } from '../../app/sheet/layout'
import type { Desk } from './fixtures'
import { columnX, expect, START, test, xOfU } from './fixtures'

const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

const planIn = (shot: Shot) => shot.plans[shot.planOrder[0]!]!
const keeperIn = (shot: Shot) => planIn(shot).columns.keeper!
/** A point of the sheet on the page: the middle of a cell, and some px more. */
async function cell(desk: Desk, column: number, frame: number, dx = 0, dy = 0) {
  const box = (await desk.sheet.boundingBox())!
  return { x: box.x + columnX(column) + dx, y: box.y + HEAD + yOfFrame(frame) + ROW / 2 + dy }
}
const margin = async (desk: Desk, x: number, y: number) => {
  const box = (await desk.sheet.boundingBox())!
  return { x: box.x + x, y: box.y + HEAD + y }
}

test.describe('repeat brackets', () => {
  test('by key: more often, to the end, there and back, into plain exposures', async ({ desk, page }) => {
    await desk.select(1, 7, 12)
    await page.keyboard.press('Shift+B')
    await page.keyboard.press('Shift+B')
    expect(keeperIn(await desk.shot()).repeats).toMatchObject([{ times: 3, back: false }])
    expect(await desk.exposures()).toBe(START)
    await page.keyboard.press('Escape')
    await desk.goTo(13)
    await expect(page.getByLabel('Number of the drawing', { exact: true })).toHaveValue('7')
    await expect(page.locator('[data-part=status]')).toContainText('in a repeat')
    // What a repeat adds is not changed by itself.
    await page.keyboard.press('+')
    await expect(page.getByText(/show a repeated passage again/)).toBeVisible()
    expect(await desk.exposures()).toBe(START)
    await page.keyboard.press('Shift+X')
    await expect
      .poll(() => desk.exposures())
      .toBe(START.replace('7*2 9*2 11*2', '7*2 9*2 11*2 7*2 9*2 11*2 7*2 9*2 11*2'))
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
    expect(keeperIn(await desk.shot()).repeats).toBeUndefined()
  })
  test('by pointer, shown first; the picture and what goes out follow', async ({ desk, page }) => {
    await desk.select(1, 21, 25)
    await page.keyboard.press('Shift+O')
    const panel = page.getByRole('dialog', { name: 'More for these frames' })
    await panel.getByLabel('How many times it is shown').fill('4')
    await panel.getByRole('button', { name: 'times', exact: true }).first().hover()
    await expect(
      panel.getByText(/Bracket: 61 → 76 frames, all 23 drawings kept, 15 beyond the end of the shot/),
    ).toBeVisible()
    await panel.getByRole('button', { name: 'times', exact: true }).first().click()
    expect(keeperIn(await desk.shot()).repeats).toMatchObject([{ times: 4 }])
    await expect(page.getByText('15 frames overhang the end of the shot.')).toBeVisible()
    await page.keyboard.press('Escape')
    await desk.goTo(21)
    const first = await desk.look()
    await page.keyboard.press('g')
    const bare = await desk.look()
    expect(bare).not.toBe(first)
    await desk.goTo(31)
    await expect(page.getByLabel('Number of the drawing', { exact: true })).toHaveValue('21')
    await page.keyboard.press('Shift+O')
    await panel.getByRole('button', { name: 'Delete repeat' }).click()
    expect(keeperIn(await desk.shot()).repeats).toBeUndefined()
  })
})

test('chosen frames are carried by their edge: over, between, to another column; and by key', async ({
  desk,
  page,
}) => {
  await desk.select(1, 7, 10)
  await desk.drag(await cell(desk, 1, 8, -COLUMN / 2 + 3), await cell(desk, 1, 33, -COLUMN / 2 + 3))
  await expect.poll(() => desk.exposures()).toBe(START.replace('7*2 9*2', 'X*4').replace('31*6', '31*1 7*2 9*2 31*1'))
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Escape')
  await desk.select(1, 7, 10)
  await page.keyboard.down('Alt')
  await desk.drag(await cell(desk, 1, 8, -COLUMN / 2 + 3), await cell(desk, 1, 32, -COLUMN / 2 + 3))
  await page.keyboard.up('Alt')
  await expect
    .poll(() => desk.exposures())
    .toBe(START.replace('7*2 9*2 ', '').replace('29*2 31*6', '29*2 7*2 9*2 31*6'))
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Escape')
  await desk.select(1, 7, 10)
  await page.keyboard.press('Alt+Shift+ArrowRight')
  await expect.poll(() => desk.exposures('rope')).toMatch(/7\*2 9\*2/)
  await expect.poll(() => desk.exposures()).toBe(START.replace('7*2 9*2', 'X*4'))
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toBe(START)
  await page.keyboard.press('Escape')
  await desk.select(1, 7, 8)
  await page.keyboard.press('Alt+Shift+ArrowDown')
  await expect.poll(() => desk.exposures()).toBe(START.replace('7*2 9*2', 'X*1 7*2 9*1'))
})

test('all exposures of a drawing are chosen and changed at once; one is replaced by another', async ({
  desk,
  page,
}) => {
  await desk.select(1, 7, 10)
  await page.keyboard.press('Shift+O')
  const panel = page.getByRole('dialog', { name: 'More for these frames' })
  await panel.getByLabel('How many times', { exact: true }).fill('3')
  await panel.getByRole('button', { name: 'times', exact: true }).last().click()
  await page.keyboard.press('Escape')
  await desk.goTo(7)
  await page.keyboard.press('Shift+D')
  await expect(page.getByText('Drawing 7 of Keeper, exposed 3 times: 6 frames.')).toBeVisible()
  await page.keyboard.press('3')
  await page.keyboard.press('Enter')
  await expect.poll(() => desk.exposures()).toContain('7*3 9*2 7*3 9*2 7*3 9*2 11*2')
  // The choice stays with the drawing, wherever its exposures are now.
  await expect(page.getByText('Drawing 7 of Keeper, exposed 3 times: 9 frames.')).toBeVisible()
  await page.keyboard.press('4')
  await page.keyboard.press('4')
  await expect.poll(() => desk.exposures()).toContain('7*4 9*2 7*4 9*2 7*4 9*2 11*2')
  await page.keyboard.press('Shift+Delete')
  await page.keyboard.press('Shift+Delete')
  await expect.poll(() => desk.exposures()).toBe(START.replace('7*2 9*2 11*2', '9*2 9*2 9*2 11*2'))
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toContain('7*3 9*2 7*3 9*2 7*3 9*2 11*2')
  await page.keyboard.press('Shift+O')
  await panel.getByLabel('Number of the drawing to show instead, or X').fill('26')
  await panel.getByRole('button', { name: 'everywhere' }).click()
  await expect.poll(() => desk.exposures()).toContain('26*3 9*2 26*3 9*2 26*3 9*2 11*2')
})

test('the end of the shot and the play range are drawn in the margin', async ({ desk, page }) => {
  await desk.rows('Denser', 2)
  await desk.drag(await margin(desk, 24, 61 * 3), await margin(desk, 24, 70 * 3 + 1))
  await expect.poll(async () => (await desk.shot()).length).toBe(70)
  await desk.drag(await margin(desk, 5, 10 * 3 - 1), await margin(desk, 5, 30 * 3 - 1))
  await expect(page.getByRole('button', { name: /10–30/ })).toBeVisible()
  await page.keyboard.press('l')
  // Beyond 61 nothing is exposed yet: it plays up to there.
  await expect(page.getByRole('button', { name: /1–61/ })).toBeVisible()
})

test('a whole column that ends in a cycle is put on another step as it is written', async ({ desk, page }) => {
  await desk.select(2, 47, 58)
  await page.keyboard.press('Alt+b')
  const before = await desk.exposures('rope')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+C')
  await page.keyboard.press('4')
  await page.keyboard.press('Enter')
  await expect.poll(() => desk.exposures('rope')).toBe(before.replace(/\*\d+/g, '*4'))
  await page.reload()
  await desk.settled()
  expect(planIn(await desk.shot()).columns.rope!.repeats).toMatchObject([{ times: null }])
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures('rope')).toBe(before)
})

test('an exposure is reduced to nothing by pulling it on past its beginning, and copied by Ctrl', async ({
  desk,
  page,
}) => {
  await desk.select(1, 9, 10)
  const box = (await desk.rail.boundingBox())!
  // Halves out of the first pose: 7, 9 and 11 stand at 1/8, 1/4 and 1/2. The end of 9 is pulled three rows up.
  const x = box.x + xOfU(1 / 4)
  const end = box.y + HEAD + yOfFrame(11) - 2
  await desk.drag({ x, y: end }, { x, y: end - 3 * ROW })
  await expect.poll(() => desk.exposures()).toBe(START.replace('9*2 ', ''))
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toBe(START)
  await page.keyboard.press('Escape')
  await desk.select(1, 7, 10)
  await page.keyboard.down('Control')
  await desk.drag(await cell(desk, 1, 8, -COLUMN / 2 + 3), await cell(desk, 1, 33, -COLUMN / 2 + 3))
  await page.keyboard.up('Control')
  await expect.poll(() => desk.exposures()).toBe(START.replace('31*6', '31*1 7*2 9*2 31*1'))
})

test('a sheet read in changes its own columns only, also where they are linked', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Settings of Keeper' }).click()
  await page.getByRole('checkbox', { name: 'Rope' }).check()
  await page.keyboard.press('Escape')
  const rope = await desk.exposures('rope')
  await page.keyboard.press('Shift+H')
  const dialog = page.getByRole('dialog', { name: 'Export' })
  await dialog.getByRole('radio', { name: 'Data' }).click()
  const text = ['Frame,Keeper', '1,1', '2,', '3,7', '4,X', '5,13'].join('\r\n')
  await dialog
    .getByLabel('Sheet as CSV')
    .setInputFiles({ name: 'short.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await expect(dialog.getByText(/Keeper: 61 → 5 frames/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Import it' }).click()
  await expect.poll(() => desk.exposures()).toBe('1*2 7*1 X*1 13*1')
  expect(await desk.exposures('rope')).toBe(rope)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toBe(START)
})

test('column heads are dragged into another order', async ({ desk, page }) => {
  const head = (await page.getByRole('button', { name: 'Column Rope' }).boundingBox())!
  await desk.drag({ x: head.x + 30, y: head.y + 15 }, { x: head.x - COLUMN * 2 + 20, y: head.y + 15 })
  expect(planIn(await desk.shot()).order[0]).toBe('rope')
  await page.keyboard.press('Control+z')
  expect(planIn(await desk.shot()).order[2]).toBe('rope')
})

test('poses are put in another order, by pointer and by key', async ({ desk, page }) => {
  await page.keyboard.press('Shift+G')
  const cards = page.getByRole('dialog', { name: 'Poses in time' }).getByRole('listitem')
  await cards.nth(1).focus()
  await page.keyboard.press('ArrowRight')
  await expect
    .poll(() => desk.exposures())
    .toMatch(/^1\*6 7\*2 9\*2 11\*2 21\*1 22\*1 23\*1 24\*1 25\*1 13\*4 17\*2 19\*2 26\*1/)
  const [a, b] = [(await cards.nth(2).boundingBox())!, (await cards.nth(1).boundingBox())!]
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2)
  await page.mouse.down()
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 12 })
  await page.mouse.move(b.x + 4, b.y + b.height / 2, { steps: 6 })
  await page.waitForTimeout(200)
  await page.mouse.up()
  await expect.poll(() => desk.exposures()).toBe(START)
})

test('an exposure is reduced to nothing only by a further pull, or a key asked twice', async ({ desk, page }) => {
  await desk.goTo(37)
  await page.keyboard.press('Shift+Backspace')
  await expect(
    page.getByText(/Reduced to nothing: length stays 61 frames, 23 → 22 drawings \(1 no longer exposed\)/),
  ).toBeVisible()
  expect(await desk.exposures()).toBe(START)
  await page.keyboard.press('Shift+Backspace')
  await expect.poll(() => desk.exposures()).toBe(START.replace('31*6 37*2', '31*8'))
  expect(Object.values((await desk.shot()).stacks['keeper-stack']!.drawings).map(d => d.number)).toContain('37')
})

test('action notes are written by pointer and key, and follow frames put in everywhere', async ({ desk, page }) => {
  const notes = async () =>
    Object.values(planIn(await desk.shot()).notes ?? {})
      .sort((a, b) => a.frame - b.frame)
      .map(n => `${n.frame} ${n.text}`)
  expect(await notes()).toHaveLength(6)
  await page.keyboard.press('Alt+n')
  const from = await margin(desk, MARGIN + 40, yOfFrame(13) + 5)
  await page.mouse.click(from.x, from.y)
  const note = page.getByRole('dialog', { name: 'Action note' })
  await expect(note.getByLabel('What happens here')).toHaveValue('gathers herself')
  await note.getByLabel('What happens here').fill('breathes in')
  await page.keyboard.press('Enter')
  await expect.poll(notes).toContain('13 breathes in')
  await desk.goTo(5)
  await page.keyboard.press('Alt+Insert')
  await expect.poll(notes).toContain('14 breathes in')
  await desk.goTo(61)
  await page.keyboard.press('Shift+M')
  await page.keyboard.type('holds still')
  await page.keyboard.press('Enter')
  await expect.poll(notes).toHaveLength(6)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(notes).toContain('13 breathes in')
})

test('new poses come every so many frames when that is on', async ({ desk, page }) => {
  await page.keyboard.press('Shift+U')
  await page.keyboard.press('a')
  await page.getByLabel('Frames from one new pose to the next').fill('20')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Column Keeper' }).focus()
  await page.keyboard.press('n')
  await expect.poll(() => desk.exposures()).toMatch(/49\*20 69\*2$/)
  await page.keyboard.press('c')
  await expect.poll(() => desk.exposures()).toMatch(/49\*20 69\*20 89\*2$/)
})
