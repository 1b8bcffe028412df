import { PNG } from 'pngjs'
import type { Content } from '../../core/document'
import { planOf } from '../../core/commands/parts'
import type { RecordedStroke } from '../../app/light-table/recorded-pen'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

/** A recorded stroke of the simulated pen, in a box of px of the picture. */
async function pen(desk: Desk, stroke: RecordedStroke, x: number, y: number, size: number): Promise<void> {
  const [a, b] = [await desk.picturePoint(x, y), await desk.picturePoint(x + size, y + size)]
  await desk.page.evaluate(
    async ([name, box]) => {
      const draw = (
        window as unknown as {
          fintroPen: (on: Element, stroke: string, box: object, how: { quick: boolean }) => Promise<void>
        }
      ).fintroPen
      await draw(document.querySelector('[data-part=picture]')!, name as string, box as object, { quick: true })
    },
    [stroke, { x: a.x, y: a.y, width: b.x - a.x, height: b.y - a.y }] as const,
  )
  await desk.settled()
}
const stackOf = async (desk: Desk, column: string) => {
  const shot = await desk.shot()
  const c = planOf(shot, shot.planOrder[0]!).columns[column]!
  return { shot, column: c, stack: shot.stacks[c.stack]! }
}
const byNumber = async (desk: Desk, column: string, number: string): Promise<Content> =>
  Object.values((await stackOf(desk, column)).stack.drawings).find(d => d.number === number)!.content
/** The column that was added last. */
const added = async (desk: Desk): Promise<string> => {
  const shot = await desk.shot()
  return planOf(shot, shot.planOrder[0]!).order.at(-1)!
}
const key = (desk: Desk, keys: string) => desk.page.keyboard.press(keys)

test('poses drawn, a head copied across, a figure over them, a range transformed, flipped, pinned, all undone', async ({
  desk,
}) => {
  test.setTimeout(150_000)
  const { page } = desk
  const before = await desk.shot()
  await page.getByRole('button', { name: 'Add a column' }).click()
  await key(desk, 'd')
  for (const [i, frame] of [1, 9, 17].entries()) {
    await desk.goTo(frame)
    if (i) await key(desk, 'n')
    await pen(desk, 'ring', 300 + i * 200, 200, 160)
    if (!i) await pen(desk, 'sweep', 300, 420, 200)
    await desk.saved()
  }
  const column = await added(desk)
  expect(await desk.exposures(column)).toMatch(/^1\*8 9\*8 17\*2$/)
  const first = await byNumber(desk, column, '1')
  expect(first.strokes).toHaveLength(2)

  // The head of 1 is copied to 9, in place.
  await desk.goTo(1)
  await page.getByRole('button', { name: /^Select and move/ }).click()
  const [a, b] = [await desk.picturePoint(270, 170), await desk.picturePoint(500, 400)]
  await page.getByRole('button', { name: 'Select by a box' }).click()
  await desk.drag(a, b)
  await expect(page.getByText('1 selected')).toBeVisible()
  await key(desk, 'Control+c')
  await desk.goTo(9)
  await key(desk, 'Control+v')
  const copied = await byNumber(desk, column, '9')
  expect(copied.strokes.map(s => s.hash)).toContain(first.strokes[0]!.hash)

  // A figure stands on 9, too, and is mirrored and swapped.
  await key(desk, 'p')
  await page.getByRole('button', { name: 'Figure', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Person, from the side' }).click()
  await key(desk, 'Alt+s')
  await key(desk, 'Alt+m')
  expect(Object.values((await byNumber(desk, column, '9')).poses)[0]).toMatchObject({ mirror: true })

  // All that is on 1 to 17 is moved, growing along them.
  await key(desk, 'Home')
  await key(desk, 'Shift+End')
  await page.getByRole('button', { name: /^Select and move/ }).click()
  await page.getByRole('button', { name: 'By numbers …' }).click()
  const panel = page.getByRole('dialog', { name: 'By numbers' })
  await panel.getByRole('radio', { name: /drawings of the selected frames \(3\)/ }).check()
  await panel.getByLabel('How it runs along the drawings').selectOption('grow')
  await panel.getByLabel('Down, px').fill('90')
  await expect(panel.getByText('1 33% 9 67% 17 100%')).toBeVisible()
  await panel.getByRole('button', { name: 'Apply' }).click()
  const moved = async (n: string) => Math.round((await byNumber(desk, column, n)).strokes[0]!.at?.[5] ?? 0)
  expect([await moved('1'), await moved('9'), await moved('17')]).toEqual([30, 60, 90])
  await panel.getByRole('button', { name: 'Close' }).click()

  // Rocking shows the neighbour while the key is held; the pinned drawing is looked at by another.
  await desk.goTo(9)
  const here = await desk.look()
  await page.keyboard.down('9')
  await expect(page.locator('[data-part=status]')).toContainText('1looked at')
  await page.keyboard.up('9')
  await expect(page.getByLabel('Number of the drawing', { exact: true })).toHaveValue('9')
  expect(await desk.look()).toBe(here)
  await desk.goTo(17)
  await key(desk, 'Shift+0')
  await desk.goTo(1)
  await page.keyboard.down('0')
  await expect(page.locator('[data-part=status]')).toContainText('17looked at')
  await page.keyboard.up('0')

  // Everything is taken back, after a reload as well.
  await desk.saved()
  await page.reload()
  await desk.settled()
  const undo = page.getByRole('button', { name: /^Undo/ }).first()
  for (let i = 0; i < 40 && (await undo.isEnabled()); i++) {
    await key(desk, 'Control+z')
    await page.waitForTimeout(30)
  }
  const after = await desk.shot()
  expect({ ...after, stacks: after.stacks }).toEqual(before)
})

test('the pen presses: a stroke keeps its pressure, and lies where it was drawn within 1/16 px after a reload', async ({
  desk,
}) => {
  await key(desk, 'd')
  await pen(desk, 'sweep', 1200, 500, 300)
  const [ref] = (await byNumber(desk, 'keeper', '1')).strokes
  const { strokes } = (await (
    await desk.server.fetch('/api/strokes/find', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ hashes: [ref!.hash] }),
    })
  ).json()) as { strokes: Record<string, { pressure: boolean; points: number[] }> }
  const stroke = strokes[ref!.hash]!
  const pressures = stroke.points.filter((_, i) => i % 3 === 2)
  expect(stroke.pressure).toBe(true)
  expect(Math.max(...pressures)).toBeGreaterThan(0.75)
  expect(pressures[0]).toBeLessThan(0.3)
  const look = await desk.look()
  await desk.page.reload()
  await expect(desk.picture).toBeVisible()
  await expect.poll(() => desk.look()).toBe(look)
})

test('the eraser takes a part out of a stroke, lines, ellipses and fills are drawn, strokes are selected and rotated', async ({
  desk,
}) => {
  const { page } = desk
  await page.getByRole('button', { name: 'Add a column' }).click()
  await key(desk, 'd')
  await page.getByRole('button', { name: /^Straight line/ }).click()
  await desk.drag(await desk.picturePoint(300, 300), await desk.picturePoint(900, 300))
  const column = await added(desk)
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(1)
  await page.getByRole('button', { name: /^Ellipse/ }).click()
  await desk.drag(await desk.picturePoint(1200, 300), await desk.picturePoint(1600, 700))
  await page.getByRole('button', { name: 'Fill a closed shape' }).click()
  const inside = await desk.picturePoint(1400, 500)
  await page.mouse.click(inside.x, inside.y)
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(3)
  const outside = await desk.picturePoint(300, 800)
  await page.mouse.click(outside.x, outside.y)
  await expect(page.getByText('Nothing closes this place in')).toBeVisible()
  // The middle of the line is erased out: two pieces stand for it.
  await key(desk, 'u')
  await desk.drag(await desk.picturePoint(600, 240), await desk.picturePoint(600, 360))
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(4)
  await key(desk, 'Control+z')
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(3)
  // All of it is selected and turned by its knob, and a nudge moves it.
  await key(desk, 'Alt+a')
  await expect(page.getByText('3 selected')).toBeVisible()
  await key(desk, 'Control+ArrowRight')
  expect((await byNumber(desk, column, '1')).strokes.map(s => s.at?.[4])).toEqual([2, 2, 2])
  await key(desk, 'Delete')
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(0)
})

test('on a held frame the pen begins a new drawing when it is told so; draw-through goes on by itself', async ({
  desk,
}) => {
  await desk.goTo(3)
  await key(desk, 'd')
  await expect(desk.page.locator('[data-part=status]')).toContainText('held, frame 3 of 6')
  await key(desk, 'Shift+S')
  await pen(desk, 'tick', 900, 300, 120)
  await expect.poll(() => desk.exposures('keeper')).toMatch(/^1\*2 3\*\d/)
  expect((await byNumber(desk, 'keeper', '3')).strokes).toHaveLength(1)
  expect((await byNumber(desk, 'keeper', '1')).strokes).toHaveLength(0)
  await desk.page.getByRole('button', { name: 'Column Loose end' }).click()
  await desk.goTo(7)
  await key(desk, 'Alt+t')
  await pen(desk, 'tick', 900, 300, 120)
  await expect(desk.page.getByLabel('Frame', { exact: true })).toHaveText('9')
})

test('a column lined up with another follows it until it is released', async ({ desk }) => {
  const { page } = desk
  expect((await stackOf(desk, 'loose')).column.leader).toBe('keeper')
  const before = await desk.exposures('loose')
  await desk.goTo(1)
  await key(desk, '+')
  await expect.poll(() => desk.exposures('loose')).toBe(before.replace('1*6', '1*7'))
  await page.getByRole('button', { name: 'Column Loose end' }).click()
  await key(desk, '+')
  await expect(page.getByText(/lined up with Keeper/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Settings of Loose end' }).click()
  await page.getByRole('dialog', { name: 'Column' }).getByRole('button', { name: 'Release it' }).click()
  await page.keyboard.press('Escape')
  await key(desk, '+')
  await expect.poll(() => desk.exposures('loose')).toBe(before.replace('1*6', '1*8'))
  // A new one lined up: the leading column is locked, and faint in the view only.
  await page.getByRole('button', { name: 'Settings of Keeper' }).click()
  await page.getByRole('button', { name: 'New column lined up with it' }).click()
  const shot = await desk.shot()
  const plan = planOf(shot, shot.planOrder[0]!)
  // Its drawings are locked, its timing is free.
  expect([plan.columns.keeper!.locked, plan.columns.keeper!.drawingsLocked]).toEqual([false, true])
  expect(plan.columns.keeper!.strength).toBeUndefined()
  expect(Object.values(plan.columns).find(c => c.leader === 'keeper')!.runs.count).toBe(plan.columns.keeper!.runs.count)
})

test('ghosts follow their settings, and are off while a key is held', async ({ desk }) => {
  const { page } = desk
  await desk.goTo(23)
  const plain = await desk.look()
  await key(desk, 'Alt+g')
  const row = page.locator('[data-part=ghosts]')
  await row.getByRole('button', { name: 'One more ghost before' }).click()
  await expect(row.getByRole('slider', { name: '2 drawings before' })).toBeVisible()
  await row.getByRole('slider', { name: '2 drawings before' }).focus()
  // Reached by the keyboard, not by the pointer.
  await key(desk, 'Tab')
  await key(desk, 'Shift+Tab')
  await key(desk, 'ArrowDown')
  await row.getByRole('radio', { name: 'poses' }).click()
  await key(desk, 'Alt+g')
  const more = await desk.look()
  expect(more).not.toBe(plain)
  await page.keyboard.down('`')
  const hidden = await desk.look()
  expect(hidden).not.toBe(more)
  await page.keyboard.up('`')
  expect(await desk.look()).toBe(more)
  await page.reload()
  await expect(desk.picture).toBeVisible()
  await desk.goTo(23)
  expect(await desk.look()).toBe(more)
})

test('a numbered sequence is brought in, in order, with its gaps and with what is left out told; and undone', async ({
  desk,
}) => {
  const { page } = desk
  const picture = (grey: number): Buffer => {
    const png = new PNG({ width: 160, height: 90 })
    for (let i = 0; i < png.data.length; i += 4) png.data.set([grey, 120, 90, 255], i)
    return PNG.sync.write(png)
  }
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/octet-stream', buffer })
  const before = await desk.shot()
  await page.getByRole('button', { name: 'Add a column' }).click()
  await key(desk, 'Alt+i')
  await page.getByLabel('Files to import').setInputFiles([
    file('gull.10.png', picture(10)),
    file('gull.2.png', picture(2)),
    file('gull.1.png', picture(1)),
    file('gull.4.png', picture(4)),
    file('notes.txt', Buffer.from('hello')),
    file('cut.png', picture(9).subarray(0, 90)),
    file('nothing.png', Buffer.alloc(0)),
    file(
      'leaf.svg',
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100">
            <path d="M10 50L190 50" fill="none" stroke="#234"/><script>alert(1)</script></svg>`,
      ),
    ),
  ])
  const dialog = page.getByRole('dialog', { name: /^Import drawings into/ })
  await expect(dialog.getByText('5 good files')).toBeVisible()
  await expect(dialog.getByText('gull.#: 3; gull.#: 5–9')).toBeVisible()
  for (const [name, reason] of [
    ['notes.txt', 'no PNG'],
    ['cut.png', 'damaged'],
    ['nothing.png', 'empty'],
  ])
    await expect(dialog.locator('li', { hasText: name! })).toContainText(reason!)
  await expect(dialog.locator('li', { hasText: 'leaf.svg' })).toContainText('script')
  await dialog.getByRole('button', { name: 'Import 5' }).click()
  const column = await added(desk)
  await expect.poll(() => desk.exposures(column)).toBe('1*2 2*2 4*2 10*2 9*2')
  const { stack } = await stackOf(desk, column)
  expect(Object.values(stack.subjects).map(s => s.kind)).toEqual(['image', 'image', 'image', 'image'])
  expect((await byNumber(desk, column, '9')).strokes).toHaveLength(1)
  await page.getByRole('dialog', { name: /^Tray/ }).getByRole('button', { name: 'Close' }).click()
  const look = await desk.look()
  await page.reload()
  await expect(desk.picture).toBeVisible()
  for (let i = 0; i < 3; i++) await key(desk, 'PageDown')
  await expect.poll(() => desk.look()).toBe(look)
  await key(desk, 'Control+z')
  await key(desk, 'Control+z')
  expect(await desk.shot()).toEqual(before)
})

test('a figure made from joints, proportions from here on, a part drawn once', async ({ desk }) => {
  const { page } = desk
  await page.getByRole('button', { name: 'Add a column' }).click()
  await page.getByRole('button', { name: 'Create a figure from joints' }).click()
  for (const [x, y] of [
    [900, 700],
    [900, 450],
    [1050, 300],
  ] as const) {
    const p = await desk.picturePoint(x, y)
    await page.mouse.click(p.x, p.y)
  }
  await page.getByRole('form', { name: 'A figure from joints' }).getByLabel('Name').fill('Heron')
  await page.getByRole('button', { name: 'Create figure' }).click()
  const column = await added(desk)
  await expect
    .poll(async () =>
      Object.values((await stackOf(desk, column)).stack.subjects).map(s => [s.name, s.figure.bones.length]),
    )
    .toEqual([['Heron', 2]])
  await key(desk, 'Alt+p')
  const panel = page.getByRole('dialog', { name: /^Figures and parts/ })
  await panel.getByLabel('Length, percent of what it is').fill('150')
  await panel.getByRole('button', { name: 'from here on' }).click()
  const pose = async () => Object.values((await byNumber(desk, column, '1')).poses)[0]!
  await expect.poll(async () => Object.values((await pose()).lengths ?? {})).toEqual([1.5, 1.5])
  await panel.getByRole('button', { name: 'in all drawings' }).click()
  await expect.poll(async () => (await pose()).lengths).toBeUndefined()
  // A named part: the pen draws for it, and it is drawn once then.
  await panel.getByLabel('Name of a new part').fill('beak')
  await panel.getByRole('button', { name: 'New part' }).click()
  // It is not the pen's part by itself.
  await page.getByRole('button', { name: 'Draw on beak' }).click()
  await panel.getByRole('button', { name: 'Close' }).click()
  await key(desk, 'd')
  await pen(desk, 'tick', 1100, 250, 120)
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(1)
  await key(desk, 'Alt+p')
  await panel.getByRole('button', { name: 'share', exact: true }).click()
  await expect.poll(async () => (await byNumber(desk, column, '1')).strokes.length).toBe(0)
  const beak = async () => Object.values((await stackOf(desk, column)).stack.subjects).find(s => s.name === 'beak')!
  expect(await beak()).toMatchObject({ kind: 'part', strokes: [{}] })
  // The eraser works on the part itself, where it is placed.
  await panel.getByRole('button', { name: 'Close' }).click()
  await key(desk, 'u')
  await desk.drag(await desk.picturePoint(1178, 280), await desk.picturePoint(1178, 340))
  await expect.poll(async () => ((await beak()) as { strokes?: unknown[] }).strokes?.length).toBe(2)
})
