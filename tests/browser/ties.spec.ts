import type { Shot } from '../../core/document'
import { boundTo } from '../../core/document'
import type { Desk } from './fixtures'
import { cell, expect, newShot, test } from './fixtures'

type Point = readonly [x: number, y: number]

/** A line of the pen through points of the picture, px. */
async function line(desk: Desk, points: readonly Point[]): Promise<void> {
  const [first, ...rest] = await Promise.all(points.map(([x, y]) => desk.picturePoint(x, y)))
  await desk.page.mouse.move(first!.x, first!.y)
  await desk.page.mouse.down()
  for (const p of rest) await desk.page.mouse.move(p.x, p.y)
  await desk.page.mouse.up()
}

/** A strand of kelp that leans by `lean` px at its top, and its float beside it there. */
const strand = (lean: number): Point[] =>
  Array.from({ length: 13 }, (_, i) => [900 + lean * (i / 12) ** 2, 940 - 50 * i] as const)
const float = (lean: number): Point[] =>
  Array.from({ length: 17 }, (_, i) => {
    const a = (i / 16) * 2 * Math.PI
    return [990 + lean + 40 * Math.cos(a), 330 + 40 * Math.sin(a)] as const
  })
const stackOf = (shot: Shot) => Object.values(shot.stacks)[0]!
const chartsOf = (shot: Shot) => Object.values(Object.values(shot.plans)[0]!.charts)
const drawingOf = (shot: Shot, number: string) => Object.values(stackOf(shot).drawings).find(d => d.number === number)!

test('drawn poses are in-betweened: ties, drawing from the computed one, back to the chart, played', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, '050 Kelp')
  const status = page.locator('[data-part=status]')
  await page.keyboard.press('d')
  for (const [frame, lean] of [
    [1, -200],
    [9, 180],
    [17, -60],
  ] as const) {
    if (frame > 1) await desk.goTo(frame)
    await line(desk, strand(lean))
    await line(desk, float(lean))
  }
  // In-betweens on twos in both spans.
  const [from, to] = [await cell(desk, 1), await cell(desk, 16)]
  await desk.drag(from, to)
  await page
    .getByRole('button', { name: /^\+ in-betweens/ })
    .first()
    .click()
  await page.getByRole('option', { name: 'Halves, slow into the second' }).click()
  await page.keyboard.press('Escape')
  expect(chartsOf(await desk.shot()).map(c => c.ticks.length)).toEqual([3, 3])
  await desk.goTo(1)
  const [pose] = [await desk.look()]
  await desk.goTo(5)
  await expect(status).toContainText('in-betweened')
  const computed = await desk.look()
  expect(computed).not.toBe(pose)
  expect(drawingOf(await desk.shot(), '5').content.strokes).toEqual([])

  // One tie is corrected: the float of 1 becomes the strand of 9, then none, then what was found again.
  await page.getByRole('button', { name: /^Ties/ }).click()
  const bar = page.getByRole('toolbar', { name: 'Ties' })
  await expect(bar.getByRole('status')).toHaveText('2 pairs')
  const at = async ([x, y]: Point) => desk.picturePoint(x, y)
  const click = async (p: Point) => {
    const { x, y } = await at(p)
    await page.mouse.click(x, y)
  }
  await click(float(-200)[4]!)
  await expect(bar.getByRole('status')).toHaveText('Click what it becomes')
  await click(strand(180)[6]!)
  await expect(bar.getByRole('status')).toHaveText(/1 tied by hand$/)
  expect(chartsOf(await desk.shot()).flatMap(c => c.ties ?? [])).toHaveLength(1)
  expect(await desk.look()).not.toBe(computed)
  await click(float(-200)[4]!)
  await bar.getByRole('button', { name: 'None' }).click()
  await expect(bar.getByRole('status')).toHaveText(/2 alone, 1 tied by hand$/)
  await click(float(-200)[4]!)
  await bar.getByRole('button', { name: 'Free', exact: true }).click()
  await expect(bar.getByRole('status')).toHaveText('2 pairs')

  // The computed one is a start to draw over.
  await page.keyboard.press('d')
  expect(await desk.look()).toBe(computed)
  await status.getByRole('button', { name: 'in-betweened: draw from it' }).click()
  await line(desk, [
    [700, 200],
    [760, 260],
  ])
  const own = drawingOf(await desk.shot(), '5')
  expect([own.own, own.content.strokes.length]).toEqual([true, 3])
  await expect(status).toContainText('detached from its chart')
  // Back to the chart; what was drawn is a spare.
  await page.keyboard.press('b')
  await expect(status).toContainText('in-betweened')
  expect(await desk.look()).toBe(computed)
  const spare = Object.values(stackOf(await desk.shot()).drawings).filter(d => d.content.strokes.length === 3)
  expect(spare.map(d => d.number)).toEqual(['5a'])

  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  const shown = new Set<string>()
  for (let i = 0; i < 12; i++) {
    shown.add(await desk.picture.evaluate(el => (el as HTMLCanvasElement).toDataURL()))
    await page.waitForTimeout(70)
  }
  await page.keyboard.press('Space')
  expect(shown.size).toBeGreaterThan(3)
  await page.reload()
  await desk.settled()
  await desk.goTo(5)
  expect(await desk.look()).toBe(computed)
})

test('what is drawn over a chain is bound to it, bends with its joints, and is released', async ({ page, running }) => {
  const desk = await newShot(page, running.server, '060 Ribbon')
  await page.getByRole('button', { name: 'Figure', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Chain of six links' }).click()
  const pose = async () => Object.values(drawingOf(await desk.shot(), '1').content.poses)[0]!
  const { x, y } = (await pose()).place
  await page.keyboard.press('d')
  for (const off of [-30, 30])
    await line(
      desk,
      Array.from({ length: 12 }, (_, i) => [x + off, y + 24 * i] as const),
    )
  await page.keyboard.press(';')
  await page.keyboard.press('Alt+a')
  await page.keyboard.press('Alt+p')
  const panel = page.getByRole('dialog', { name: /^Figures and parts/ })
  await panel.getByRole('button', { name: 'Bind', exact: true }).click()
  await expect(panel).toContainText('2 strokes along Chain of six links')
  const bound = async () => Object.values(stackOf(await desk.shot()).subjects).flatMap(boundTo)
  expect((await bound()).map(b => [b.strokes.length, b.bones.length])).toEqual([[2, 6]])
  expect(drawingOf(await desk.shot(), '1').content.strokes).toEqual([])

  // Its third link pulled to the side bends what was drawn; the stroke itself is not touched.
  await panel.press('Escape')
  await page.keyboard.press('p')
  const hanging = await desk.look()
  await desk.drag(await desk.picturePoint(x, y + 132), await desk.picturePoint(x + 44, y + 90))
  expect(await desk.look()).not.toBe(hanging)
  expect((await pose()).angles['link-3']).toBeLessThan(-0.5)
  await page.keyboard.press('Alt+p')
  const roundness = panel.getByRole('slider', { name: /^How round/ })
  const [round, bent] = [await roundness.inputValue(), await desk.look()]
  await roundness.fill('10')
  expect([round, (await bound())[0]!.round]).toEqual(['100', 0.1])
  expect(await desk.look()).not.toBe(bent)
  await panel.getByRole('button', { name: /^Release/ }).click()
  await expect(panel).toContainText('Draw over a chain')
  expect(drawingOf(await desk.shot(), '1').content.strokes).toHaveLength(2)
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  expect(drawingOf(await desk.shot(), '1').content.strokes).toHaveLength(2)
  expect(await bound()).toEqual([])
})
