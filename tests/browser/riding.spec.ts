import { layBones } from '#core/figure'
import { mapped } from '#core/motion'
import { placingAt, sceneOf } from '#core/pass'
import { layersAt } from '#core/picture'
import type { Desk } from './fixtures'
import { expect, newShot, test } from './fixtures'

/**
 * Where the hook of the frame around something small is on the screen: as far above the frame, which is 44 px high at
 * least, and to the left of its middle, as the turning knob stands off.
 */
async function hookOver(desk: Desk, x: number, y: number) {
  const middle = await desk.picturePoint(x, y)
  return { x: middle.x - 24, y: middle.y - 22 - 24 }
}

test('a badge rides on a back, is drawn on where it is, and stays where it is when it is let go', async ({ desk }) => {
  const { page } = desk
  await page.getByRole('button', { name: 'Add a column' }).click()
  await page.keyboard.press('d')
  const stroke = async (points: readonly (readonly [number, number])[]) => {
    const [first, ...rest] = await Promise.all(points.map(([x, y]) => desk.picturePoint(x, y)))
    await page.mouse.move(first!.x, first!.y)
    await page.mouse.down()
    for (const p of rest) await page.mouse.move(p.x, p.y)
    await page.mouse.up()
  }
  await stroke([
    [960, 580],
    [1000, 600],
    [990, 640],
  ])
  // By the hook beside what is selected, dropped on nothing, then near the end of a hand; by the panel onto the back.
  await page.keyboard.press(';')
  await page.keyboard.press('Alt+a')
  const hook = await hookOver(desk, 980, 610)
  await desk.drag(hook, await desk.picturePoint(200, 200))
  await expect(page.getByText('Let E go over a part of a figure')).toBeVisible()
  const scene = sceneOf(await desk.shot(), Object.keys((await desk.shot()).plans)[0]!)
  const keeper = Object.values(scene.plan.columns).find(c => c.name === 'Keeper')!
  const drawn = layersAt(scene, 1, () => undefined).find(l => l.column === keeper.id)!.drawing
  const { subjects } = scene.shot.stacks[keeper.stack]!
  const [marrow] = Object.values(subjects)
  const pose = scene.contents.of(scene, scene.shot.stacks[keeper.stack]!, drawn).poses[marrow!.id]!
  const wrist = layBones(marrow!.figure, pose).get('near-hand')!.tip
  await desk.drag(hook, await desk.picturePoint(wrist.x + 4, wrist.y))
  await expect(page.getByText(/^E rides on Marrow: near hand \(Keeper\)\.$/)).toBeVisible()
  await page.getByRole('button', { name: 'Settings of E' }).click()
  const panel = page.getByRole('dialog', { name: 'Column E' })
  await panel.getByLabel('What the column rides on').selectOption({ label: 'Keeper: Marrow: back' })
  await expect(panel).toContainText('Rides on Marrow: back (Keeper)')
  await panel.press('Escape')
  await page.keyboard.press('d')
  const badge = async () => {
    const shot = await desk.shot()
    const plan = Object.values(shot.plans)[0]!
    const column = Object.values(plan.columns).find(c => c.name === 'E')!
    return { column, at: (frame: number) => placingAt(sceneOf(shot, plan.id), column, frame)! }
  }
  const riding = await badge()
  expect(riding.column.carrier?.part?.bone).toBe('spine')
  const here = mapped(riding.at(31), { x: 980, y: 610 })
  expect(Math.hypot(here.x - 980, here.y - 610)).toBeGreaterThan(40)

  // On a later frame the pen draws where it is, though that lies elsewhere in the space that is ridden on.
  await desk.goTo(31)
  await stroke([
    [1000, 400],
    [1040, 420],
  ])
  const { column, at } = await badge()
  const shot = await desk.shot()
  const drawing = Object.values(shot.stacks[column.stack]!.drawings).find(d => d.number === '31')!
  const { hash } = drawing.content.strokes[0]!
  const strokes = await page.evaluate(
    async hashes => {
      const found = await fetch('/api/strokes/find', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ hashes }),
      })
      return ((await found.json()) as { strokes: Record<string, { points: number[] }> }).strokes
    },
    [hash],
  )
  const [x, y] = strokes[hash]!.points as [number, number]
  const start = mapped(at(31), { x, y })
  // To half a px of the screen, at which the pointer stands.
  expect(Math.hypot(start.x - 1000, start.y - 400)).toBeLessThan(2)

  const before = await desk.look()
  await page.getByRole('button', { name: 'Column E', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Let the column go' }).click()
  const free = await badge()
  expect(free.column.carrier).toBeUndefined()
  expect(free.column.moves!.length).toBeGreaterThan(5)
  for (const frame of [1, 17, 31, 50]) {
    const [was, is] = [riding.at(frame), free.at(frame)].map(m => mapped(m, { x: 980, y: 610 }))
    expect(Math.hypot(was!.x - is!.x, was!.y - is!.y)).toBeLessThan(1 / 16)
  }
  expect(await desk.look()).toBe(before)
})

test('two heads are superimposed by two points each, the one between is drawn, all is put back', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, '080 Turn')
  const ellipse = async (from: [number, number], to: [number, number]) =>
    desk.drag(await desk.picturePoint(...from), await desk.picturePoint(...to))
  const click = async (x: number, y: number) => {
    const p = await desk.picturePoint(x, y)
    await page.mouse.click(p.x, p.y)
  }
  await page.keyboard.press('d')
  await page.getByRole('button', { name: /^Ellipse/ }).click()
  await ellipse([600, 300], [800, 540])
  await desk.goTo(13)
  await ellipse([1000, 400], [1240, 690])
  await desk.goTo(7)
  await page.keyboard.press('n')
  const before = await desk.shot()

  await page.keyboard.press('Alt+o')
  await page.getByLabel('How it is laid').selectOption({ label: 'by 2 points' })
  const bar = page.getByRole('toolbar', { name: 'Superimpose' })
  // The tops and the bottoms of both heads, where those of the one between should be.
  await expect(bar.getByRole('status')).toHaveText('Click point 1 on 1')
  await click(700, 300)
  await click(900, 350)
  await click(700, 540)
  await click(900, 630)
  await expect(bar.getByRole('status')).toHaveText('Click point 1 on 13')
  await click(1120, 400)
  await click(900, 350)
  await click(1120, 690)
  await expect(bar.getByRole('status')).toHaveText('Now where point 2 belongs')
  await click(900, 630)
  const sign = page.locator('[data-part=superimposed]')
  await expect(sign).toHaveText('Superimposed: 1, 13')
  const laid = await page.evaluate(() => JSON.parse(localStorage.getItem('fintro-laid')!) as Record<string, object>)
  const maps = Object.values(laid)[0] as Record<string, [number, number, number, number, number, number]>
  const stack = Object.values(before.stacks)[0]!
  const [first, second] = ['1', '13'].map(n => Object.values(stack.drawings).find(d => d.number === n)!)
  // To half a px of the screen, at which the pointer stands; and back again where the same two points were clicked.
  for (const [drawing, x, top, bottom] of [
    [first!, 700, 300, 540],
    [second!, 1120, 400, 690],
  ] as const) {
    const [a, b] = [mapped(maps[drawing.id]!, { x, y: top }), mapped(maps[drawing.id]!, { x, y: bottom })]
    expect(Math.hypot(a.x - 900, a.y - 350)).toBeLessThan(3)
    expect(Math.hypot(b.x - 900, b.y - 630)).toBeLessThan(3)
  }

  await page.keyboard.press('d')
  await ellipse([790, 350], [1010, 630])
  const after = await desk.shot()
  const drawings = Object.values(Object.values(after.stacks)[0]!.drawings)
  expect(drawings.find(d => d.number === '7')!.content.strokes).toHaveLength(1)
  for (const d of [first!, second!]) expect(drawings.find(x => x.id === d.id)!.content).toEqual(d.content)

  await page.keyboard.press('Alt+j')
  await expect(sign).toHaveCount(0)
  await page.keyboard.press('Alt+j')
  await expect(sign).toBeVisible()
  // It belongs to this drawing: on another one nothing is laid; here it still is when the shot is opened again.
  await desk.goTo(13)
  await expect(sign).toHaveCount(0)
  await desk.open()
  await desk.goTo(7)
  await expect(sign).toHaveText('Superimposed: 1, 13')
  await page.keyboard.press('Alt+o')
  await bar.getByRole('button', { name: 'Clear' }).click()
  await expect(sign).toHaveCount(0)
  await expect(bar.getByRole('button', { name: 'Put back' })).toBeDisabled()
})
