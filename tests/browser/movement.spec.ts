import { spread } from '#core/chart'
import type { Desk } from './fixtures'
import { cell, expect, newShot, START, test } from './fixtures'

/** A stroke of the pen from a point of the picture to another, px. */
async function stroke(desk: Desk, from: [number, number], to: [number, number]): Promise<void> {
  await desk.drag(await desk.picturePoint(...from), await desk.picturePoint(...to))
}

test('drawn poses: the pen begins a drawing past the end, in-betweens are added, undrawn ones play held', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, '030 Sail')
  const only = async () => Object.keys(Object.values((await desk.shot()).plans)[0]!.columns)[0]!
  const column = await only()
  await page.keyboard.press('d')
  await stroke(desk, [400, 300], [500, 700])
  await desk.goTo(9)
  await expect(page.getByText('the pen begins a new drawing')).toBeVisible()
  await stroke(desk, [1200, 300], [1300, 700])
  expect(await desk.exposures(column)).toBe('1*8 9*2')
  // The number that fits is offered, with charts drawn for it.
  await page.getByRole('button', { name: /^\+ in-betweens/ }).click()
  const panel = page.getByRole('dialog', { name: 'Chart from 1 to 9' })
  await expect(panel.getByLabel('Number of in-betweens')).toHaveText('3')
  const lines = panel.getByRole('option', { name: 'Thirds, slow out of the first' }).locator('line')
  await expect(lines).toHaveCount(spread({ family: 'thirds', slow: 'first' }, 3).length)
  await expect(panel.getByRole('option', { name: 'Halves, slow at both ends' })).toHaveAttribute(
    'title',
    /same as even here/,
  )
  await panel.getByRole('option', { name: 'Halves, slow into the second' }).click()
  expect(await desk.exposures(column)).toBe('1*2 3*2 5*2 7*2 9*2')
  await page.keyboard.press('Escape')
  // Between drawn poses they are computed. A new pose after them is undrawn: at rest it is empty; played, the last drawn
  // one is held, as long as nothing else is chosen.
  await desk.goTo(11)
  await page.keyboard.press('n')
  expect(await desk.exposures(column)).toBe('1*2 3*2 5*2 7*2 9*2 11*2')
  expect(await inkOf(page)).toBe(0)
  const played = async () => {
    await desk.select(0, 11, 12)
    await page.keyboard.press('l')
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
    const ink = await inkOf(page)
    await page.keyboard.press('Space')
    return ink
  }
  expect(await played()).toBeGreaterThan(20)
  await page.getByRole('button', { name: 'Unfinished work' }).click()
  await page.getByRole('menuitem', { name: 'Undrawn: as they are, empty' }).click()
  expect(await played()).toBe(0)
})

/** Dark px of the middle of the picture. */
const inkOf = (page: Desk['page']) =>
  page.evaluate(async () => {
    await new Promise(done => setTimeout(done, 150))
    const canvas = document.querySelector<HTMLCanvasElement>('[data-part=picture]')!
    const { width, height } = canvas
    const { data } = canvas.getContext('2d')!.getImageData(width * 0.1, height * 0.2, width * 0.8, height * 0.6)
    let dark = 0
    for (let i = 0; i < data.length; i += 4) if (data[i]! + data[i + 1]! + data[i + 2]! < 240) dark += 1
    return dark
  })

test('the end of a column is held, blank or repeated, by a choice beside it', async ({ page, running }) => {
  const desk = await newShot(page, running.server, '040 Gull')
  const column = Object.keys(Object.values((await desk.shot()).plans)[0]!.columns)[0]!
  await page.keyboard.press('n')
  await desk.goTo(5)
  await page.keyboard.press('n')
  const end = page.getByRole('button', { name: 'End of the column' })
  await expect(end).toHaveText('held')
  await end.click()
  await page.getByRole('menuitem', { name: 'Column end: blank' }).click()
  expect(await desk.exposures(column)).toBe('1*4 5*2 X*1')
  await expect(end).toHaveText('blank')
  await end.click()
  await page.getByRole('menuitem', { name: 'Column end: repeated' }).click()
  expect(Object.values((await desk.shot()).plans)[0]!.columns[column]!.repeats).toMatchObject([{ times: null }])
  await desk.goTo(7)
  await expect(page.getByText('exposed again here, in a repeat')).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect(await desk.exposures(column)).toBe('1*4 5*2')
})

test('names that no longer fit are offered new ones; frames are taken out one by one', async ({ desk, page }) => {
  await page.mouse.click(...(Object.values(await cell(desk, 3, 1)) as [number, number]))
  await page.keyboard.down('Control')
  const at = await cell(desk, 15, 1)
  await page.mouse.click(at.x, at.y)
  await page.keyboard.up('Control')
  await expect(page.getByText('Keeper, frames 3, 15: 2 passages.')).toBeVisible()
  // A third comes, and is let go again.
  const third = await cell(desk, 28, 1)
  for (const words of ['Keeper, frames 3, 15, 28: 3 passages.', 'Keeper, frames 3, 15: 2 passages.']) {
    await page.keyboard.down('Control')
    await page.mouse.click(third.x, third.y)
    await page.keyboard.up('Control')
    await expect(page.getByText(words)).toBeVisible()
  }
  await page.keyboard.press('Shift+Delete')
  await expect(page.getByText('Taken out: frames 3, 15 of Keeper.')).toBeVisible()
  await expect.poll(() => desk.exposures()).toBe(START.replace('1*6', '1*5').replace('13*4', '13*3'))
  await page.getByRole('button', { name: 'Names no longer fit: renumber' }).click()
  await expect.poll(() => desk.exposures()).toMatch(/^1\*5 6\*2 8\*2 10\*2 12\*3 15\*2/)
  await expect(page.getByRole('button', { name: 'Names no longer fit: renumber' })).toBeHidden()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toBe(START)
})

test('several drawings are selected in the tray, shown large, exposed and deleted', async ({ desk, page }) => {
  await desk.goTo(50)
  await page.keyboard.press('Shift+K')
  const tray = page.getByRole('dialog', { name: 'Tray of Keeper' })
  await tray.getByRole('button', { name: /^Drawing 7,/ }).click()
  await expect(tray.getByRole('img', { name: 'Drawing 7' })).toBeVisible()
  // A look changes nothing.
  expect(await desk.exposures()).toBe(START)
  await tray.getByRole('button', { name: /^Drawing 11,/ }).click({ modifiers: ['Shift'] })
  await expect(tray.getByText('; 3 selected')).toBeVisible()
  await tray.getByRole('button', { name: 'Expose here' }).click()
  await expect.poll(() => desk.exposures()).toBe(START.replace('49*13', '49*1 7*2 9*2 11*2 49*6'))
  await page.keyboard.press('Control+z')
  await tray.getByRole('button', { name: /^Drawing 7,/ }).click()
  await tray.getByRole('button', { name: /^Drawing 11,/ }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('Delete')
  await expect(page.getByText('Drawings 7, 9, 11 deleted.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect.poll(() => desk.exposures()).toBe(START)
})

test('selected frames over several spans take a spacing and one more at once; a full span offers room', async ({
  desk,
  page,
}) => {
  const counts = async () =>
    Object.values(Object.values((await desk.shot()).plans)[0]!.charts)
      .filter(c => c.stack === 'keeper-stack')
      .map(c => c.ticks.length)
      .reduce((a, b) => a + b, 0)
  const before = await counts()
  await desk.select(1, 2, 20)
  await page.keyboard.press(']')
  await expect.poll(counts).toBe(before + 2)
  await page.keyboard.press('q')
  const even = async () =>
    Object.values(Object.values((await desk.shot()).plans)[0]!.charts).filter(c => c.recipe.family === 'even').length
  await expect.poll(even).toBeGreaterThanOrEqual(2)
  await page.keyboard.press('Escape')
  // From 41 to 49 as many as there are frames, then no more.
  await desk.goTo(27)
  for (let i = 0; i < 6; i++) await page.keyboard.press(']')
  await expect(page.getByText(/^There is no room for one more between 26 and 31/)).toBeVisible()
  await page.getByRole('button', { name: 'Hold 26 longer' }).click()
  await expect(page.getByText('There is no room')).toBeHidden()
})

test('what is selected is moved by its middle; its turning centre has a mark of its own', async ({ desk, page }) => {
  await desk.goTo(15)
  const marrow = async () =>
    Object.values((await desk.shot()).stacks['keeper-stack']!.drawings).find(d => d.number === '13')!.content.poses
      .marrow!.place
  const before = await marrow()
  await page.keyboard.press(';')
  await page.keyboard.press('Alt+a')
  await expect(page.getByText(/\d selected/)).toBeVisible()
  const at = await desk.picturePoint(before.x, before.y)
  await desk.drag(at, { x: at.x + 60, y: at.y })
  await expect.poll(async () => (await marrow()).x).toBeGreaterThan(before.x + 50)
})

test('the eraser on a held frame makes the copy that the shot asks for', async ({ page, running }) => {
  const desk = await newShot(page, running.server, '050 Rope')
  const column = Object.keys(Object.values((await desk.shot()).plans)[0]!.columns)[0]!
  await page.keyboard.press('d')
  await stroke(desk, [400, 300], [900, 300])
  await stroke(desk, [400, 600], [900, 600])
  for (let i = 0; i < 4; i++) await page.keyboard.press('+')
  expect(await desk.exposures(column)).toBe('1*6')
  await desk.goTo(4)
  await page.keyboard.press('Shift+S')
  await page.keyboard.press('Shift+S')
  await expect(page.getByText('On a held frame the pen begins a copy of what is held.')).toBeVisible()
  expect((await desk.shot()).onHeld).toBe('copy')
  await page.keyboard.press('u')
  await page.getByLabel('whole strokes').check()
  await stroke(desk, [600, 250], [600, 350])
  await expect.poll(() => desk.exposures(column)).toBe('1*3 4*3')
  const strokes = async () =>
    Object.values(Object.values((await desk.shot()).stacks)[0]!.drawings).map(d => [d.number, d.content.strokes.length])
  expect(await strokes()).toEqual(
    expect.arrayContaining([
      ['1', 2],
      ['4', 1],
    ]),
  )
})

test('new poses come every so many frames in this shot, unless the playhead was placed by hand', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, '060 Steps')
  const column = Object.keys(Object.values((await desk.shot()).plans)[0]!.columns)[0]!
  await page.keyboard.press('Shift+U')
  await expect(page.getByText(/New poses come 8 frames after the last begins/)).toBeVisible()
  for (let i = 0; i < 3; i++) await page.keyboard.press('n')
  expect(await desk.exposures(column)).toBe('1*8 9*8 17*2')
  await desk.goTo(5)
  await page.keyboard.press('n')
  expect(await desk.exposures(column)).toBe('1*4 5*4 9*8 17*2')
  expect((await desk.shot()).newEvery).toBe(8)
})

test('colour fills the lines of another column; a new step asks about the charts', async ({ page, running, desk }) => {
  await page.getByRole('button', { name: 'Settings of Keeper' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'threes' }).click()
  await expect(page.getByText('6 charts of this column keep their own step.')).toBeVisible()
  await page.getByRole('button', { name: 'The charts, too' }).click()
  await expect
    .poll(async () =>
      Object.values(Object.values((await desk.shot()).plans)[0]!.charts)
        .filter(c => c.stack === 'keeper-stack' && c.ticks.length)
        .every(c => c.step === 3),
    )
    .toBe(true)
  const other = await newShot(page, running.server, '070 Sail')
  await page.keyboard.press('d')
  await page.getByRole('button', { name: /^Ellipse/ }).click()
  await stroke(other, [700, 300], [1100, 700])
  await page.getByRole('button', { name: 'Add a column' }).click()
  await other.goTo(1)
  await page.getByRole('button', { name: 'Fill a closed shape' }).click()
  const inside = await other.picturePoint(900, 500)
  await page.mouse.click(inside.x, inside.y)
  await expect(page.getByText('Nothing is drawn here that could close something in.')).toBeVisible()
  await page.getByRole('button', { name: /^Tie-down/ }).click()
  await page.getByLabel('Filling sees all columns').check()
  await page.keyboard.press('Escape')
  await page.mouse.click(inside.x, inside.y)
  await expect
    .poll(async () =>
      Object.values((await other.shot()).stacks).map(s => Object.values(s.drawings)[0]?.content.strokes.length),
    )
    .toEqual([1, 1])
})
