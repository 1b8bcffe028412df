import { layBones } from '#core/figure'
import { sceneOf } from '#core/pass'
import { trackOf } from '../../core/travel'
import type { Shot } from '../../core/document'
import { Desk, expect, START, test, uOfX, xOfU } from './fixtures'

const planIn = (shot: Shot) => shot.plans[shot.planOrder[0]!]!
const drawing = (shot: Shot, number: string) =>
  Object.values(shot.stacks['keeper-stack']!.drawings).find(d => d.number === number)!
const chartWith = (shot: Shot, number: string) =>
  Object.values(planIn(shot).charts).find(c => c.ticks.some(t => t.drawing === drawing(shot, number).id))!
const place = (shot: Shot, number: string) =>
  chartWith(shot, number).ticks.find(t => t.drawing === drawing(shot, number).id)!.u
const places = (shot: Shot, ...numbers: string[]) => numbers.map(n => place(shot, n))

// Common practice: key on 1, breakdown on 13, key on 25, on threes, slow at both ends by halves: 4, 7, 10 at 1/8, 1/4,
// 1/2.
test("a new user's path: two poses, a breakdown, halves, the chart read, wedged twice, one favour pulled, played", async ({
  page,
  running,
}) => {
  await page.goto(running.server.url)
  await page.getByRole('button', { name: 'New shot' }).first().click()
  const dialog = page.getByRole('dialog', { name: 'New shot' })
  await dialog.getByLabel('Name').fill('First try')
  await dialog.getByLabel('Production').fill('Trials')
  await dialog.getByLabel('Length').fill('36')
  await dialog.getByRole('button', { name: 'Create shot' }).click()
  await page.waitForURL(/\/shots\//)
  const desk = new Desk(page, running.server, page.url().split('/').at(-1)!)
  await expect(desk.picture).toBeVisible()
  await page.getByRole('button', { name: 'Figure', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Ball' }).click()
  await page.keyboard.press('a')
  await page.getByLabel('Frames after the last exposure').fill('24')
  await page.getByRole('button', { name: 'Add it on frame 25' }).click()
  const shot = await desk.shot()
  const [stack] = Object.values(shot.stacks)
  const pose = Object.values(Object.values(stack!.drawings)[0]!.content.poses)[0]!
  const ball = await desk.picturePoint(pose.place.x, pose.place.y)
  await desk.drag(ball, { x: ball.x + 160, y: ball.y - 40 })
  await desk.goTo(1)
  await page.keyboard.press('s')
  const panel = page.getByRole('dialog', { name: 'From 1 to 25' })
  await panel.getByRole('button', { name: 'Add 11' }).click()
  for (let i = 0; i < 4; i++) await panel.getByRole('button', { name: 'One less' }).click()
  await panel.getByRole('button', { name: 'threes' }).click()
  await panel.getByRole('option', { name: 'Halves, slow at both ends' }).click()
  await panel.getByRole('tab', { name: 'Order of work' }).click()
  await expect(panel.getByRole('listitem').first()).toContainText('between 1 and 25, half')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+N')
  await desk.goTo(13)
  await page.keyboard.press('j')
  const chart = (s: Shot, number: string) =>
    Object.values(planIn(s).charts).find(c => Object.values(s.stacks)[0]!.drawings[c.to]!.number === number)!
  const cut = await desk.shot()
  expect(chart(cut, '13').ticks.map(t => t.u)).toEqual([1 / 8, 1 / 4, 1 / 2])
  expect(chart(cut, '13').recipe).toEqual({ family: 'halves', slow: 'first' })
  expect(chart(cut, '25').recipe).toEqual({ family: 'halves', slow: 'second' })
  await desk.goTo(1)
  await page.keyboard.press('Comma')
  await page.keyboard.press('Comma')
  const wedged = await desk.shot()
  expect(chart(wedged, '13').ticks.map(t => t.u)).toEqual([1 / 32, 1 / 16, 1 / 8, 1 / 4, 1 / 2])
  expect(chart(wedged, '13').recipe).toEqual({ family: 'halves', slow: 'first' })
  await page.keyboard.press('Shift+Comma')
  await page.keyboard.press('Shift+Comma')
  await desk.goTo(4)
  await page.keyboard.press('t')
  await desk.settled()
  const favour = chart(await desk.shot(), '13')
  expect(favour.recipe).toMatchObject({ family: 'favours', slow: 'first' })
  // The favour's own handle, dragged to a quarter of the span (drawn on half of the stretch's scale).
  const [before, after] = [await desk.railPoint(favour.ticks[0]!.u * 0.5, 1, 0), await desk.railPoint(0.125, 1, 0)]
  await desk.drag({ x: before.x, y: before.y - 7 }, { x: after.x, y: after.y - 7 })
  expect(chart(await desk.shot(), '13').ticks[0]!.u).toBeCloseTo(0.25, 1)
  await page.keyboard.press('Space')
  await page.waitForTimeout(400)
  await page.keyboard.press('Space')
})

test.describe('the rail', () => {
  test('snaps a bar to halves of its neighbours, and not with Alt', async ({ desk, page }) => {
    const from = await desk.railPoint(1 / 8, 7)
    await desk.drag(from, { x: from.x + xOfU(0.235) - xOfU(1 / 8), y: from.y })
    // A quarter is the half of the first pose and 11, which is at a half.
    expect(place(await desk.shot(), '7')).toBe(0.25)
    await page.keyboard.press('Control+z')
    await desk.goTo(7)
    await page.keyboard.down('Alt')
    await desk.drag(from, { x: from.x + xOfU(0.235) - xOfU(1 / 8), y: from.y })
    await page.keyboard.up('Alt')
    expect(place(await desk.shot(), '7')).toBeCloseTo(0.235, 2)
    expect(await desk.exposures()).toBe(START)
  })
  test('moves several bars together, sideways and in time', async ({ desk, page }) => {
    await desk.goTo(7)
    await page.keyboard.press('Shift+A')
    const before = await desk.shot()
    const from = await desk.railPoint(1 / 8, 7)
    await desk.drag(from, { x: from.x + 12, y: from.y })
    const after = await desk.shot()
    const by = uOfX(12 + xOfU(0))
    for (const n of ['7', '9', '11']) expect(place(after, n) - place(before, n)).toBeCloseTo(by, 2)
    expect(await desk.exposures()).toBe(START)
    await page.keyboard.press('Alt+ArrowDown')
    await expect.poll(() => desk.exposures()).toBe(START.replace('1*6 7*2 9*2 11*2 13*4', '1*7 7*2 9*2 11*2 13*3'))
    expect(places(await desk.shot(), '7', '9', '11')).toEqual(places(after, '7', '9', '11'))
    await page.keyboard.press('Escape')
  })
  test('stretches a passage by the ring of its pose, cut to whole steps', async ({ desk, page }) => {
    const ring = await desk.railPoint(0, 13, -3)
    await desk.drag(ring, { x: ring.x, y: ring.y + 4 * 15 }, 10, { release: false })
    await page.keyboard.down('Shift')
    await page.mouse.move(ring.x, ring.y + 6 * 15 + 1, { steps: 3 })
    await page.mouse.up()
    await page.keyboard.up('Shift')
    const out = await desk.exposures()
    expect(out).toMatch(/^1\*\d+ 7\*[24] 9\*[24] 11\*[24] 13\*4 17\*2/)
    expect(out.split(' ').reduce((sum, r) => sum + Number(r.split('*')[1]), 0)).toBe(67)
  })
  test('leads and drags by a marker; the poses stay', async ({ desk }) => {
    await desk.goTo(9)
    const shot = await desk.shot()
    const chart = chartWith(shot, '9')
    const box = (await desk.rail.boundingBox())!
    // The markers stand in the middle of the passage, 7 to 13 on twos: departure on 5.
    const y = (await desk.railPoint(0, 9)).y - 7
    await desk.drag({ x: box.x + 14, y }, { x: box.x + 14, y: y - 30 })
    const led = planIn(await desk.shot()).charts[chart.id]!
    expect(Object.values(led.leads ?? {})[0]).toBeCloseTo(2 / 8, 6)
    expect(drawing(await desk.shot(), '13')).toEqual(drawing(shot, '13'))
  })
})

test.describe('charts', () => {
  test('cut and join, type places, keep by name and give to another span', async ({ desk, page }) => {
    await desk.goTo(9)
    const look = await desk.look()
    await page.keyboard.press('j')
    await expect.poll(async () => drawing(await desk.shot(), '9').role).toBe('breakdown')
    await desk.settled()
    await page.getByRole('button', { name: 'Arcs', exact: true }).click()
    await page.keyboard.press('Shift+J')
    await expect.poll(async () => drawing(await desk.shot(), '9').role).toBe('in-between')
    await page.keyboard.press('b')
    expect(places(await desk.shot(), '7', '9', '11').map(u => u.toFixed(6))).toEqual([
      '0.125000',
      '0.250000',
      '0.500000',
    ])
    await page.getByRole('button', { name: 'Arcs', exact: true }).click()
    expect(await desk.look()).toBe(look)
    await page.keyboard.press('s')
    const panel = page.getByRole('dialog', { name: 'From 1 to 13' })
    await panel.getByLabel('Places').fill('1/10 half')
    await panel.getByLabel('Places').press('Enter')
    await expect(panel.getByRole('alert')).toContainText('is not a place')
    await panel.getByLabel('Places').fill('10 % 1/3 2/3')
    await panel.getByLabel('Places').press('Enter')
    expect(places(await desk.shot(), '7', '9', '11')).toEqual([0.1, 1 / 3, 2 / 3])
    await panel.getByRole('tab', { name: 'Saved' }).click()
    await panel.getByLabel('Name for this spacing').fill('Heavy start')
    await panel.getByRole('button', { name: 'Save', exact: true }).click()
    await page.keyboard.press('Escape')
    await page.reload()
    await expect(desk.picture).toBeVisible()
    await desk.goTo(45)
    await page.keyboard.press('s')
    await page.getByRole('tab', { name: 'Saved' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Heavy start' }).first().click()
    expect(places(await desk.shot(), '43', '45', '47')).toEqual([0.1, 1 / 3, 2 / 3])
  })
  test('a copied spacing is given to all chosen spans as one step', async ({ desk, page }) => {
    const before = await desk.shot()
    await desk.goTo(9)
    await page.keyboard.press('y')
    await desk.select(1, 27, 47)
    await page.keyboard.press('Shift+Y')
    const after = await desk.shot()
    for (const n of ['27', '37', '43']) expect(chartWith(after, n).recipe).toEqual({ family: 'halves', slow: 'first' })
    await page.keyboard.press('Control+z')
    expect(planIn(await desk.shot()).charts).toEqual(planIn(before).charts)
  })
  test('the next in-between to draw comes with its two ghosts', async ({ desk, page }) => {
    await desk.goTo(1)
    await page.keyboard.press('v')
    await expect(page.getByText('Next: 11 between 1 and 13, half.')).toBeVisible()
    await expect(page.getByLabel('Frame', { exact: true })).toHaveText('11')
  })
  test('a breakdown of some parts fixes what is posed on it and follows its chart with the rest', async ({
    desk,
    page,
  }) => {
    await desk.goTo(9)
    await page.keyboard.press('m')
    const shot = await desk.shot()
    expect(drawing(shot, '9')).toMatchObject({ own: false, fixed: {} })
    const { figure } = shot.stacks['keeper-stack']!.subjects.marrow!
    const hand = layBones(figure, drawing(shot, '1').content.poses.marrow!).get('far-forearm')!.tip
    const p = await desk.picturePoint(hand.x, hand.y)
    await desk.drag(p, { x: p.x + 6, y: p.y - 40 })
    const fixed = drawing(await desk.shot(), '9')
    expect(fixed.own).toBe(false)
    expect(Object.keys(fixed.fixed!.marrow!.angles).every(b => b.startsWith('far'))).toBe(true)
    expect(fixed.fixed!.marrow!.place).toBeUndefined()
  })
})

test('arcs: a point is followed, its dot moves along the path, and off it asks to become a breakdown', async ({
  desk,
  page,
}) => {
  await desk.goTo(13)
  await page.keyboard.press('z')
  await page.keyboard.press('Shift+P')
  await expect(page.getByText('No point is followed')).toBeVisible()
  const shot = await desk.shot()
  const { figure } = shot.stacks['keeper-stack']!.subjects.marrow!
  const tip = (n: string) => layBones(figure, drawing(shot, n).content.poses.marrow!).get('near-forearm')!.tip
  const at = await desk.picturePoint(tip('13').x, tip('13').y)
  await page.mouse.move(at.x, at.y)
  await page.mouse.click(at.x, at.y)
  await expect(page.getByText('Marrow, near forearm')).toBeVisible()
  await expect(page.getByText(/widest \d+ px/).first()).toBeVisible()
  await page.getByRole('radio', { name: 'per drawing' }).click()
  // 24 is the in-between before the last of its span; its dot lies far from others on the way up.
  await desk.goTo(22)
  const track = trackOf(sceneOf(shot, planIn(shot).id), planIn(shot).columns.keeper!, {
    subject: 'marrow',
    part: 'near-forearm',
  })
  const dot = (n: string) => track.dots.find(d => d.drawing.number === n)!.at
  const [here, next] = [
    await desk.picturePoint(dot('22').x, dot('22').y),
    await desk.picturePoint(dot('23').x, dot('23').y),
  ]
  const before = place(shot, '22')
  await desk.drag(here, { x: here.x + (next.x - here.x) * 0.3, y: here.y + (next.y - here.y) * 0.3 })
  const moved = place(await desk.shot(), '22')
  expect(moved).toBeGreaterThan(before)
  expect(moved).toBeLessThan(place(shot, '23'))
  await page.keyboard.press('Control+z')
  await desk.drag(here, { x: here.x + 70, y: here.y + 20 })
  await expect(page.getByText('Make 22 a breakdown here?')).toBeVisible()
  expect(drawing(await desk.shot(), '22').role).toBe('in-between')
  await page.getByRole('button', { name: 'Breakdown here' }).click()
  await expect.poll(async () => drawing(await desk.shot(), '22').role).toBe('breakdown')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => drawing(await desk.shot(), '22').role).toBe('in-between')
})

test('a pin holds a hand through a run of drawings, and comes out again', async ({ desk, page }) => {
  await desk.goTo(31)
  await page.getByRole('button', { name: 'Pins' }).click()
  const panel = page.getByRole('dialog', { name: 'Pins' })
  await panel.getByLabel('Part that is pinned').selectOption({ label: 'Marrow: near wrist' })
  await panel.getByRole('button', { name: 'Pin it' }).click()
  await expect(panel.getByText('Marrow: near wrist, 31 to 41')).toBeVisible()
  const shot = await desk.shot()
  expect(Object.values(planIn(shot).pins!)).toHaveLength(1)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  expect(planIn(await desk.shot()).pins).toBeUndefined()
})

test('with a scale, gravity is a ruler and never forced', async ({ desk, page }) => {
  await desk.goTo(22)
  await page.getByRole('button', { name: /^Set the scale/ }).click()
  const [a, b] = [await desk.picturePoint(1300, 200), await desk.picturePoint(1300, 900)]
  await desk.drag(a, b)
  await page.getByLabel('Height in metres').fill('2')
  await page.getByRole('button', { name: 'Set the scale' }).last().click()
  const shot = await desk.shot()
  expect(shot.scale!.metres).toBe(2)
  expect(shot.scale!.px).toBeCloseTo(700, -1)
  await page.keyboard.press('s')
  await expect(page.getByText(/by gravity/).first()).toBeVisible()
  expect(await desk.exposures()).toBe(START)
})
