import { layBones } from '#core/figure'
import type { Shot } from '../../core/document'
import { expect, START, test } from './fixtures'

const drawing = (shot: Shot, number: string) =>
  Object.values(shot.stacks['keeper-stack']!.drawings).find(d => d.number === number)!
const chartWith = (shot: Shot, number: string) =>
  Object.values(shot.plans[shot.planOrder[0]!]!.charts).find(c =>
    c.ticks.some(t => t.drawing === drawing(shot, number).id),
  )!
const place = (shot: Shot, number: string) =>
  chartWith(shot, number).ticks.find(t => t.drawing === drawing(shot, number).id)!.u
const wrist = (shot: Shot, number: string) =>
  layBones(shot.stacks['keeper-stack']!.subjects.marrow!.figure, drawing(shot, number).content.poses.marrow!).get(
    'near-forearm',
  )!.tip

test.describe('posing', () => {
  test('a pulled hand moves the in-betweens on both sides at once, ghosts and all, and undo takes it back', async ({
    desk,
    page,
  }) => {
    const shot = await desk.shot()
    const looks: string[] = []
    for (const f of [11, 17]) {
      await desk.goTo(f)
      looks.push(await desk.look())
    }
    await desk.goTo(13)
    const before = await desk.look()
    const hand = wrist(shot, '13')
    const from = await desk.picturePoint(hand.x, hand.y)
    await desk.drag(from, { x: from.x + 30, y: from.y - 60 }, 8, { release: false })
    expect((await desk.shot()).stacks['keeper-stack']).toEqual(shot.stacks['keeper-stack'])
    await page.mouse.up()
    const after = await desk.shot()
    expect(wrist(after, '13').y).toBeLessThan(hand.y - 40)
    for (const [i, f] of [11, 17].entries()) {
      await desk.goTo(f)
      expect(await desk.look()).not.toBe(looks[i])
      expect(drawing(after, String(f)).own).toBe(false)
    }
    await page.keyboard.press('Control+z')
    await desk.goTo(13)
    expect(await desk.look()).toBe(before)
    expect(wrist(await desk.shot(), '13')).toEqual(hand)
  })

  test('a turned joint keeps its length', async ({ desk }) => {
    const shot = await desk.shot()
    const { figure } = shot.stacks['keeper-stack']!.subjects.marrow!
    await desk.goTo(1)
    const head = layBones(figure, drawing(shot, '1').content.poses.marrow!).get('head')!
    const from = await desk.picturePoint(head.tip.x, head.tip.y)
    await desk.drag(from, { x: from.x + 25, y: from.y + 12 })
    const turned = layBones(figure, drawing(await desk.shot(), '1').content.poses.marrow!).get('head')!
    expect(Math.abs(turned.angle - head.angle)).toBeGreaterThan(0.2)
    expect(Math.hypot(turned.tip.x - turned.start.x, turned.tip.y - turned.start.y)).toBeCloseTo(
      Math.hypot(head.tip.x - head.start.x, head.tip.y - head.start.y),
      6,
    )
  })

  test('posing a computed in-between makes it its own; it is given back to its chart', async ({ desk, page }) => {
    await desk.goTo(9)
    await expect(page.getByText('in-betweened from its chart')).toBeVisible()
    const shot = await desk.shot()
    const at = layBones(
      shot.stacks['keeper-stack']!.subjects.marrow!.figure,
      drawing(shot, '1').content.poses.marrow!,
    ).get('far-forearm')!.tip
    const hand = await desk.picturePoint(at.x, at.y)
    await desk.drag(hand, { x: hand.x + 6, y: hand.y - 40 })
    await expect(page.getByText('detached from its chart')).toBeVisible()
    expect(drawing(await desk.shot(), '9').own).toBe(true)
    await desk.role('Return to chart')
    await expect(page.getByText('in-betweened from its chart')).toBeVisible()
    expect(drawing(await desk.shot(), '9')).toEqual(drawing(shot, '9'))
    // The pose that was made by hand is a spare.
    await expect(page.getByText('What 9 was is kept in the tray, as 9a.')).toBeVisible()
    expect(Object.keys(drawing(await desk.shot(), '9a').content.poses)).toContain('marrow')
  })

  test('what was drawn on an in-between is not lost when it returns to its chart', async ({ desk, page }) => {
    await desk.goTo(9)
    const shot = await desk.shot()
    await page.keyboard.press('d')
    const p = await desk.picturePoint(600, 500)
    await desk.drag(p, { x: p.x + 60, y: p.y })
    await expect(page.getByText('detached from its chart')).toBeVisible()
    const drawn = drawing(await desk.shot(), '9').content.strokes.map(s => s.hash)
    expect(drawn).toHaveLength(1)
    await desk.role('Return to chart')
    await expect(page.getByText('What 9 was is kept in the tray, as 9a.')).toBeVisible()
    const after = await desk.shot()
    expect(drawing(after, '9')).toEqual(drawing(shot, '9'))
    expect(drawing(after, '9a').content.strokes.map(s => s.hash)).toEqual(drawn)
    expect(await desk.exposures()).toBe(START)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => drawing(await desk.shot(), '9').content.strokes.length).toBe(1)
  })
})

test.describe('the rail', () => {
  test('a bar dragged sideways changes the spacing and no frame', async ({ desk }) => {
    const from = await desk.railPoint(0.5, 11)
    await desk.drag(from, { x: from.x + 30, y: from.y + 2 })
    const shot = await desk.shot()
    expect(place(shot, '11')).toBeGreaterThan(0.7)
    expect(chartWith(shot, '11').recipe).toEqual({ family: 'free' })
    expect(await desk.exposures()).toBe(START)
  })
  test('a bar dragged down trades with its neighbours and changes no place', async ({ desk }) => {
    const before = await desk.shot()
    const from = await desk.railPoint(0.25, 9)
    await desk.drag(from, { x: from.x + 2, y: from.y + 15 })
    expect(await desk.exposures()).toBe(START.replace('7*2 9*2 11*2', '7*3 9*2 11*1'))
    expect(chartWith(await desk.shot(), '9')).toEqual(chartWith(before, '9'))
  })
  test('the end of a bar pushes what follows', async ({ desk }) => {
    const from = await desk.railPoint(0.25, 10, 5)
    await desk.drag(from, { x: from.x, y: from.y + 30 })
    expect(await desk.exposures()).toBe(START.replace('9*2', '9*4'))
  })
  test('Escape during a drag leaves everything as it was', async ({ desk, page }) => {
    const before = await desk.shot()
    const from = await desk.railPoint(0.5, 11)
    await desk.drag(from, { x: from.x - 30, y: from.y }, 8, { release: false })
    await page.keyboard.press('Escape')
    await page.mouse.up()
    expect(await desk.shot()).toEqual(before)
  })
  test('a spacing is seen before it is taken', async ({ desk, page }) => {
    await desk.goTo(11)
    const before = await desk.look()
    await page.keyboard.press('s')
    const panel = page.getByRole('dialog', { name: 'From 1 to 13' })
    await panel.getByRole('option', { name: /^Even/ }).hover()
    await desk.settled()
    expect(await desk.picture.evaluate(el => (el as HTMLCanvasElement).toDataURL())).not.toBe(before)
    expect(place(await desk.shot(), '11')).toBe(1 / 2)
    await panel.getByRole('option', { name: 'Halves, slow into the second' }).click()
    const shot = await desk.shot()
    expect(['7', '9', '11'].map(n => place(shot, n))).toEqual([1 / 2, 3 / 4, 7 / 8])
    await panel.getByRole('button', { name: 'One less' }).click()
    expect(await desk.exposures()).toBe(START.replace('1*6 7*2 9*2 11*2', '1*8 9*2 11*2'))
    await page.keyboard.press('Escape')
    await expect(panel).toBeHidden()
  })
})

test.describe('poses', () => {
  test('are added blank or as copies, at the playhead or after the last, and get a role', async ({ desk, page }) => {
    await page.keyboard.press('a')
    const panel = page.getByRole('dialog', { name: 'Add a pose' })
    await panel.getByLabel('as a copy of', { exact: false }).last().check()
    await panel.getByLabel('Drawing to copy').selectOption({ label: '26 (extreme)' })
    await panel.getByLabel('Frames after the last exposure').fill('12')
    await panel.getByLabel('a breakdown').check()
    await panel.getByRole('button', { name: 'Add it on frame 61' }).click()
    const shot = await desk.shot()
    expect(await desk.exposures()).toBe(START.replace('49*13', '49*12 61*1'))
    expect(drawing(shot, '61')).toMatchObject({
      role: 'breakdown',
      own: true,
      content: { poses: drawing(shot, '26').content.poses },
    })
    await desk.role('Extreme')
    await desk.goTo(52)
    await page.keyboard.press('n')
    await expect(page.getByText('empty: pose or draw on it')).toBeVisible()
    await page.keyboard.press('c')
    expect(await desk.exposures()).toBe(START.replace('49*13', '49*3 52a*2 52*9 61*1'))
    expect(drawing(await desk.shot(), '61').role).toBe('extreme')
  })
  test('move in time with their in-betweens, and are deleted with what is charted from them', async ({
    desk,
    page,
  }) => {
    await desk.goTo(13)
    await page.keyboard.press('Alt+ArrowDown')
    await expect.poll(() => desk.exposures()).toMatch(/^1\*7 7\*2 9\*2 11\*2 13\*[34] /)
    const card = page.getByRole('button', { name: /^Pose 49, key/ })
    const box = (await card.boundingBox())!
    await desk.drag({ x: box.x + 20, y: box.y + 30 }, { x: box.x + 20 - 22, y: box.y + 30 })
    expect(await desk.exposures()).not.toContain('41*2 43*2 45*2 47*2')
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(START)
    await page.getByRole('button', { name: /^Pose 13,/ }).click()
    await page.keyboard.press('Delete')
    await expect.poll(() => desk.exposures()).toBe(START.replace('1*6 7*2 9*2 11*2 13*4 17*2 19*2', '1*20'))
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(START)
  })
})

test.describe('exposing a range', () => {
  test('push and thin are told apart, shown first, and taken', async ({ desk, page }) => {
    await desk.select(1, 1, 12)
    await page.keyboard.press('3')
    await expect(page.getByText(/Threes, keep drawings: length stays 61 frames, all 23 drawings kept/)).toBeVisible()
    expect(await desk.exposures()).toBe(START)
    await page.keyboard.press('Shift+Digit3')
    await expect(
      page.getByText(/Threes, keep length: length stays 61 frames, 23 → 22 drawings \(1 no longer exposed\)/),
    ).toBeVisible()
    await page.keyboard.press('Enter')
    expect(await desk.exposures()).toBe(START.replace('1*6 7*2 9*2 11*2', '1*6 7*3 9*3'))
    await desk.select(1, 21, 26)
    await page.keyboard.press('2')
    await page.keyboard.press('2')
    const doubled = START.replace('1*6 7*2 9*2 11*2', '1*6 7*3 9*3').replace(
      '21*1 22*1 23*1 24*1 25*1 26*1',
      '21*2 22*2 23*2 24*2 25*2 26*2',
    )
    expect(await desk.exposures()).toBe(doubled)
    await expect(page.getByText('6 frames overhang')).toBeVisible()
    await page.getByRole('button', { name: 'Lengthen to 67' }).click()
    expect((await desk.shot()).length).toBe(67)
  })
  test('hold, blank, one frame more and less', async ({ desk, page }) => {
    await desk.select(1, 21, 26)
    await page.keyboard.press('h')
    await page.keyboard.press('Enter')
    await expect.poll(() => desk.exposures()).toBe(START.replace('21*1 22*1 23*1 24*1 25*1 26*1', '21*6'))
    await expect(page.getByText('not exposed:')).toBeVisible()
    await page.keyboard.press('+')
    await expect.poll(() => desk.exposures()).toContain('21*7')
    await page.keyboard.press('-')
    await page.keyboard.press('-')
    await expect.poll(() => desk.exposures()).toContain('21*5')
    for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(START)
    await desk.select(1, 1, 3)
    await page.getByRole('button', { name: 'Blank' }).click()
    await expect.poll(() => desk.exposures()).toContain('X*3 1*3 7*2')
    await desk.goTo(2)
    await expect(page.getByText('blank here')).toBeVisible()
  })
})

test('a locked column refuses the pen and says why', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Settings of Keeper' }).click()
  await page.getByLabel('Locked', { exact: true }).check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  const p = await desk.picturePoint(600, 500)
  await desk.drag(p, { x: p.x + 60, y: p.y })
  await expect(page.getByText('is locked: nothing can be changed on it')).toBeVisible()
  expect(drawing(await desk.shot(), '1').content.strokes).toEqual([])
})

test('locked drawings refuse the pen and keep their timing free', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Settings of Keeper' }).click()
  await page.getByLabel('Its drawings locked, its timing free').check()
  await page.keyboard.press('Escape')
  await page.keyboard.press('d')
  const p = await desk.picturePoint(600, 500)
  await desk.drag(p, { x: p.x + 60, y: p.y })
  await expect(page.getByText('The drawings of Keeper are locked; its timing is free.')).toBeVisible()
  expect(drawing(await desk.shot(), '1').content.strokes).toEqual([])
  await page.keyboard.press('+')
  await expect.poll(() => desk.exposures()).toBe(START.replace('1*6', '1*7'))
  await page.getByRole('button', { name: 'Unlock them' }).click()
  await desk.drag(p, { x: p.x + 60, y: p.y })
  await expect.poll(async () => drawing(await desk.shot(), '1').content.strokes.length).toBe(1)
})
