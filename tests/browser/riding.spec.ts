import type { Page } from '@playwright/test'
import type { PNG } from 'pngjs'
import { layBones } from '#core/figure'
import { after as afterMap, inverseOf, mapped } from '#core/motion'
import { carrierSpace, placingAt, sceneOf } from '#core/pass'
import { layersAt } from '#core/picture'
import { eachRun } from '#core/sheet'
import { trackOf } from '#core/travel'
import { boxAt, centredOn } from '../../app/picture/lens'
import type { Desk } from './fixtures'
import { expect, imagesOf, newShot, test } from './fixtures'

/**
 * Where the hook of the frame around something small is on the screen: as far above the frame, which is 44 px high at
 * least, and to the left of its middle, as the turning knob stands off.
 */
async function hookOver(desk: Desk, x: number, y: number) {
  const middle = await desk.picturePoint(x, y)
  return { x: middle.x - 24, y: middle.y - 22 - 24 }
}

/** A stroke of the pen through points of the picture. */
async function draw(desk: Desk, points: readonly (readonly [number, number])[]): Promise<void> {
  const { mouse } = desk.page
  const [first, ...rest] = await Promise.all(points.map(([x, y]) => desk.picturePoint(x, y)))
  await mouse.move(first!.x, first!.y)
  await mouse.down()
  for (const p of rest) await mouse.move(p.x, p.y)
  await mouse.up()
}

/** The points of a stored stroke: x, y and pressure, one after the other. */
async function pointsOf(page: Page, hash: string): Promise<[number, number, ...number[]]> {
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
  return strokes[hash]!.points as [number, number, ...number[]]
}

/** A new column that rides on a part of the Keeper; its name. */
async function newRider(desk: Desk, part: string, name: string): Promise<void> {
  const { page } = desk
  await page.getByRole('button', { name: 'Add a column' }).click()
  await page.getByRole('button', { name: `Settings of ${name}` }).click()
  const panel = page.getByRole('dialog', { name: `Column ${name}` })
  await panel.getByLabel('What the column rides on').selectOption({ label: `Keeper: Marrow: ${part}` })
  await expect(panel).toContainText(`Rides on Marrow: ${part} (Keeper)`)
  await panel.press('Escape')
  await page.keyboard.press('d')
}

test('a badge rides on a back, is drawn on where it is, and stays where it is when it is let go', async ({ desk }) => {
  const { page } = desk
  await page.getByRole('button', { name: 'Add a column' }).click()
  await page.keyboard.press('d')
  const stroke = (points: readonly (readonly [number, number])[]) => draw(desk, points)
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
  const [x, y] = await pointsOf(page, hash)
  const start = mapped(at(31), { x, y })
  // To half a px of the screen, at which the pointer stands.
  expect(Math.hypot(start.x - 1000, start.y - 400)).toBeLessThan(2)

  const before = await desk.look()
  const images = Object.values(await imagesOf(page, 16, 18))
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
  // What goes out is the same picture, too; and the badge is in it.
  const differ = (a: PNG, b: PNG) => a.data.filter((n, i) => Math.abs(n - b.data[i]!) > 24).length
  Object.values(await imagesOf(page, 16, 18)).forEach((now, i) => expect(differ(now, images[i]!)).toBe(0))
  await page.getByRole('button', { name: 'Hide E' }).click()
  const [hidden] = Object.values(await imagesOf(page, 16, 17))
  expect(differ(hidden!, images[0]!)).toBeGreaterThan(200)
})

test('a hand changes shape on a wrist, an eye blinks, a badge is drawn in the steady view beside the ordinary one', async ({
  desk,
}) => {
  const { page } = desk
  const sceneNow = async () => {
    const shot = await desk.shot()
    return sceneOf(shot, Object.keys(shot.plans)[0]!)
  }
  const columnOf = (scene: Awaited<ReturnType<typeof sceneNow>>, name: string) =>
    Object.values(scene.plan.columns).find(c => c.name === name)!
  const before = await sceneNow()
  const keeper = columnOf(before, 'Keeper')
  const [marrow] = Object.values(before.shot.stacks[keeper.stack]!.subjects)
  const wristOn = (frame: number) => {
    const drawing = layersAt(before, frame, () => undefined).find(l => l.column === keeper.id)!.drawing
    const pose = before.contents.of(before, before.shot.stacks[keeper.stack]!, drawing).poses[marrow!.id]!
    return layBones(marrow!.figure, pose).get('near-hand')!.tip
  }
  const track = trackOf(before, keeper, { subject: marrow!.id, part: 'near-hand' })
  const widest = track.dots[track.widest]!.start

  // Two shapes of the hand; the second one comes where the hand moves farthest.
  await newRider(desk, 'near hand', 'E')
  await desk.goTo(1)
  const { x, y } = wristOn(1)
  await draw(desk, [
    [x, y],
    [x + 30, y + 6],
  ])
  await desk.goTo(widest)
  const there = wristOn(widest)
  await draw(desk, [
    [there.x, there.y],
    [there.x + 18, there.y - 24],
  ])

  // An eye that is shut for three frames.
  await newRider(desk, 'head', 'F')
  await desk.goTo(1)
  await draw(desk, [
    [1010, 500],
    [1016, 502],
  ])
  await desk.goTo(20)
  await draw(desk, [
    [1010, 400],
    [1022, 400],
  ])
  await desk.goTo(23)
  await page.keyboard.press('Shift+Enter')
  await page.keyboard.type('1')
  await page.keyboard.press('Enter')

  // A badge, drawn while the back it rides on is held still in a view of its own.
  await newRider(desk, 'back', 'G')
  await desk.goTo(1)
  await page.keyboard.press('Alt+y')
  await page.getByRole('button', { name: 'Beside the ordinary view' }).click()
  const still = page.locator('[data-part=picture-beside]')
  await expect(page.locator('[data-part=held-still]')).toContainText('Held still: Marrow: back (Keeper)')
  await desk.goTo(31)
  const box = (await still.boundingBox())!
  const pen = { x: box.width / 2 + 12, y: box.height / 2 - 20 }
  await page.mouse.move(box.x + pen.x, box.y + pen.y)
  await page.mouse.down()
  await page.mouse.move(box.x + pen.x + 30, box.y + pen.y + 8, { steps: 4 })
  await page.mouse.up()

  const scene = await sceneNow()
  const [hand, eye, badge] = ['E', 'F', 'G'].map(name => columnOf(scene, name))
  const shown = (column: typeof hand) =>
    [...eachRun(column!.runs)]
      .map(({ run }) => `${scene.shot.stacks[column!.stack]!.drawings[run.drawing ?? '']?.number ?? 'X'}*${run.frames}`)
      .join(' ')
  expect(shown(hand)).toMatch(new RegExp(`^1\\*${widest - 1} ${widest}\\*`))
  expect(shown(eye)).toMatch(/^1\*19 20\*3 1\*/)
  // The hand's strokes begin on the wrist on every frame, within what the pointer can say.
  const first = await pointsOf(
    page,
    Object.values(scene.shot.stacks[hand!.stack]!.drawings).find(d => d.number === '1')!.content.strokes[0]!.hash,
  )
  const off = mapped(placingAt(scene, hand!, 1)!, { x: first[0], y: first[1] })
  const miss = { x: off.x - x, y: off.y - y }
  expect(Math.hypot(miss.x, miss.y)).toBeLessThan(3)
  for (let frame = 1; frame <= scene.shot.length; frame++) {
    const at = mapped(placingAt(scene, hand!, frame)!, { x: first[0], y: first[1] })
    const wrist = wristOn(frame)
    // As far beside it as on the first frame, turned with it.
    expect(Math.abs(Math.hypot(at.x - wrist.x, at.y - wrist.y) - Math.hypot(miss.x, miss.y))).toBeLessThan(1 / 16)
  }

  // What was drawn in the steady view lies where the pen was there: the back on frame 31, laid on that of frame 1.
  const drawing = Object.values(scene.shot.stacks[badge!.stack]!.drawings)[0]!
  const drawn = await pointsOf(page, drawing.content.strokes[0]!.hash)
  const back = { ...badge!.carrier!, sizes: false, stays: true }
  const [then, now] = [carrierSpace(scene, back, 1)!, carrierSpace(scene, back, 31)!]
  const lens = centredOn({ x: then[4], y: then[5] }, scene.shot.picture, box, 1.6)
  const seen = mapped(
    afterMap(then, inverseOf(now)),
    mapped(placingAt(scene, badge!, 31)!, { x: drawn[0], y: drawn[1] }),
  )
  const screen = boxAt(seen, scene.shot.picture, box, lens)
  expect(Math.hypot(screen.x - pen.x, screen.y - pen.y)).toBeLessThan(1.5)

  // Leaving it changes nothing.
  await page.getByRole('button', { name: 'In one view' }).click()
  await page.getByRole('button', { name: 'Hold nothing still' }).click()
  await expect(still).toHaveCount(0)
  expect((await sceneNow()).shot).toEqual(scene.shot)
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
