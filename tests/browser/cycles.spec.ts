import type { Locator, Page } from '@playwright/test'
import type { Column, Cycle, Shot } from '../../core/document'
import { chainEnd } from '#core/figure'
import { eachRun } from '../../core/sheet'
import type { Desk } from './fixtures'
import { expect, exposuresOf, newShot, test } from './fixtures'

const columnIn = (shot: Shot): Column => Object.values(shot.plans[shot.planOrder[0]!]!.columns)[0]!
const cycleIn = (shot: Shot): Cycle => Object.values(columnIn(shot).cycles!)[0]!
const exposures = async (desk: Desk): Promise<string> => {
  const shot = await desk.shot()
  return exposuresOf(shot, columnIn(shot))
}
const opened = async (page: Page): Promise<Locator> => {
  await page.keyboard.press("Alt+'")
  return page.getByRole('dialog', { name: 'Cycles' })
}
const work = (panel: Locator, name: RegExp): Locator =>
  panel.getByRole('list', { name: 'Order of work' }).getByRole('button', { name })

/** Drags the end of a leg of the figure under the playhead by so many px of the picture. */
async function legBy(desk: Desk, page: Page, end: 'near-step' | 'far-step', dx: number, dy: number): Promise<void> {
  const shot = await desk.shot()
  const { drawings, subjects } = shot.stacks[columnIn(shot).stack]!
  const number = await page.getByLabel('Number of the drawing', { exact: true }).inputValue()
  const [id, pose] = Object.entries(Object.values(drawings).find(d => d.number === number)!.content.poses)[0]!
  const { figure } = subjects[id]!
  const { x, y } = chainEnd(
    figure,
    pose,
    figure.chains.find(c => c.id === end)!,
  )
  await desk.drag(await desk.picturePoint(x, y), await desk.picturePoint(x + dx, y + dy))
}

test('a walk is planned, posed in two drawings, doubled twice, its half derived, repeated, walked across; a frame is taken out', async ({
  page,
  running,
}) => {
  test.setTimeout(120_000)
  await page.goto(running.server.url)
  await page.evaluate(() => localStorage.setItem('fintro-first-steps-dismissed', 'true'))
  const desk = await newShot(page, running.server, 'Walking')
  await page.getByRole('button', { name: 'Place a figure', exact: true }).first().click()
  const panel = await opened(page)
  await expect(panel.getByRole('status').first()).toContainText('24 frames a round')
  await panel.getByRole('button', { name: 'Plan it' }).click()
  await expect(panel.getByText(/^Walk of/)).toBeVisible()
  expect(await exposures(desk)).toBe('1*12 13*12')

  // The contact: legs apart. The other one follows with the legs exchanged.
  await legBy(desk, page, 'near-step', 90, -20)
  await legBy(desk, page, 'far-step', -90, -20)
  const contact = await desk.shot()
  const { drawings } = contact.stacks[columnIn(contact).stack]!
  const poseOf = (number: string) =>
    Object.values(Object.values(drawings).find(d => d.number === number)!.content.poses)[0]!
  expect(poseOf('13').angles['near-thigh']).toBe(poseOf('1').angles['far-thigh'])
  expect(Math.abs(poseOf('1').angles['near-thigh']! - poseOf('1').angles['far-thigh']!)).toBeGreaterThan(0.2)

  await panel.getByRole('button', { name: 'Next: passing' }).click()
  expect(await exposures(desk)).toBe('1*6 7*6 13*6 19*6')
  await panel.getByRole('button', { name: 'Next: down, up' }).click()
  const eight = '1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3'
  expect(await exposures(desk)).toBe(eight)
  await expect(work(panel, /16 down derived/)).toBeVisible()
  // Judged at every stage: the length stays.
  await panel.getByRole('radio', { name: /^contact/ }).click()
  expect(await exposures(desk)).toBe('1*12 13*12')
  await panel.getByRole('radio', { name: /^down, up/ }).click()
  expect(await exposures(desk)).toBe(eight)

  // It goes to the end of the shot by itself, and across by its stride.
  const shown = await desk.shot()
  expect(columnIn(shown).repeats).toMatchObject([{ times: null }])
  await expect(panel.getByRole('region', { name: 'Stride' }).getByRole('status').first()).toContainText('px a round')
  await panel.getByRole('button', { name: 'Go across by the stride' }).click()
  await expect(panel.getByText(/goes along at 100 % of the stride/)).toBeVisible()
  expect(columnIn(await desk.shot()).moves).toMatchObject([
    { frame: 1, go: { drawn: true } },
    { frame: shown.length + 1 },
  ])

  // A frame out at the contacts: tried, compared, taken; taken back.
  await panel.getByRole('radio', { name: 'a frame out' }).click()
  await expect(panel.getByText('22 frames a round')).toBeVisible()
  await page.keyboard.press('Escape')
  expect(await exposures(desk)).toBe(eight)
  const again = (await panel.count()) ? panel : await opened(page)
  await again.getByRole('radio', { name: 'a frame out' }).click()
  await again.getByRole('radio', { name: 'as it is' }).click()
  await expect(again.getByText('24 frames a round')).toBeVisible()
  await again.getByRole('radio', { name: 'a frame out' }).click()
  await again.getByRole('button', { name: 'Take it' }).click()
  expect(await exposures(desk)).toBe('1*2 4*3 7*3 10*3 13*2 16*3 19*3 22*3')
  await page.locator('body').click({ position: { x: 2, y: 2 } })
  await page.keyboard.press('Control+z')
  expect(await exposures(desk)).toBe(eight)

  // It is there after a reload.
  await desk.open()
  const reloaded = await opened(page)
  await expect(reloaded.getByText('Walk of A, 24 frames')).toBeVisible()

  // What lies between comes last, on ones; the second half has it, too, and so has the seam.
  await reloaded.getByRole('button', { name: 'Next: what lies between' }).click()
  const ones = Array.from({ length: 24 }, (_, i) => `${i + 1}*1`).join(' ')
  expect(await exposures(desk)).toBe(ones)
  await reloaded.getByRole('radio', { name: /^passing/ }).click()
  expect(await exposures(desk)).toBe('1*6 7*6 13*6 19*6')
  await reloaded.getByRole('radio', { name: /^all/ }).click()
  expect(await exposures(desk)).toBe(ones)
})

test('over the seam of a cycle that is shown once there are in-betweens, ghosts and flips', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, 'Seam')
  await page.getByRole('button', { name: 'Place a figure', exact: true }).first().click()
  const panel = await opened(page)
  await panel.getByLabel('Kind of cycle').selectOption({ label: 'Of one’s own' })
  await panel.getByRole('radio', { name: 'once' }).click()
  await panel.getByRole('button', { name: 'Plan it' }).click()
  expect(await exposures(desk)).toBe('1*4 5*4')
  await legBy(desk, page, 'near-step', 60, -30)
  await panel.getByRole('button', { name: 'Next: what lies between' }).click()
  expect(await exposures(desk)).toBe('1*1 2*1 3*1 4*1 5*1 6*1 7*1 8*1')
  const shot = await desk.shot()
  const charts = Object.values(shot.plans[shot.planOrder[0]!]!.charts)
  const [first, second] = [...eachRun(columnIn(shot).runs)].flatMap(r =>
    ['1', '5'].includes(shot.stacks[columnIn(shot).stack]!.drawings[r.run.drawing!]!.number) ? [r.run.drawing!] : [],
  )
  expect(charts.map(c => [c.from, c.to])).toEqual(
    expect.arrayContaining([
      [first, second],
      [second, first],
    ]),
  )
  // On the first frame the drawing before is the last one.
  const ghosts = () =>
    page.evaluate(
      `document.querySelector('#__nuxt').__vue_app__.config.globalProperties.$pinia._s.get('ghosts').here.map(g => g.side).sort()`,
    )
  await desk.goTo(1)
  expect(await ghosts()).toContain('before')
  // Played and seen on the rail to its end.
  await desk.goTo(8)
  expect(await ghosts()).toContain('after')
})

test('what is changed in a derived half is released, and derived again; steps are typed and dragged', async ({
  page,
  running,
}) => {
  test.setTimeout(90_000)
  const desk = await newShot(page, running.server, 'Limping')
  await page.getByRole('button', { name: 'Place a figure', exact: true }).first().click()
  const panel = await opened(page)
  // Planned on the ruler: passing a frame later by its key, a step of 10 frames.
  await panel.getByLabel('Frames of step 1').fill('10')
  await panel.getByLabel('Frames of step 1').press('Enter')
  await panel.getByRole('slider', { name: 'passing, frame' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(panel.getByLabel('Frame of passing, step 1')).toHaveValue('7')
  await panel.getByRole('button', { name: 'Plan it' }).click()
  await panel.getByRole('button', { name: 'Next: passing' }).click()
  expect(await exposures(desk)).toBe('1*6 7*4 11*6 17*4')

  await desk.goTo(17)
  await legBy(desk, page, 'near-step', 30, -60)
  await expect(panel.getByRole('button', { name: '17 by hand' })).toHaveAttribute('aria-pressed', 'false')
  expect(cycleIn(await desk.shot()).half!.released).toHaveLength(1)
  await panel.getByRole('button', { name: '17 by hand' }).click()
  await expect(panel.getByRole('button', { name: '17 of 7' })).toHaveAttribute('aria-pressed', 'true')

  // One who limps: the second half is timed by itself.
  await panel.getByRole('button', { name: 'Time it by itself' }).click()
  await desk.goTo(11)
  await page.keyboard.press('+')
  expect(await exposures(desk)).toBe('1*6 7*4 11*7 17*4')
  await panel.getByRole('button', { name: 'Time it as the first half' }).click()
  expect(await exposures(desk)).toBe('1*6 7*4 11*6 17*4')

  // The table: how often, and an offset.
  const table = panel.getByRole('region', { name: 'Cycles of the shot' })
  await table.getByLabel('Offset of A').fill('3')
  await table.getByLabel('Offset of A').press('Enter')
  expect(await exposures(desk)).toBe('17*3 1*6 7*4 11*6 17*4')
  await table.getByLabel('How often A is shown').fill('2')
  await table.getByLabel('How often A is shown').press('Enter')
  expect(columnIn(await desk.shot()).repeats).toMatchObject([{ times: 2 }])
  await table.getByRole('button', { name: 'Fill all to the end' }).click()
  expect(columnIn(await desk.shot()).repeats).toMatchObject([{ times: null }])
})

test('a drawn edge waves in three drawings, then in six of the same wave', async ({ page, running }) => {
  const desk = await newShot(page, running.server, 'Flag')
  await page.keyboard.press('d')
  const [a, b] = [await desk.picturePoint(400, 500), await desk.picturePoint(1300, 500)]
  await desk.drag(a, b)
  const panel = await opened(page)
  const wave = panel.getByRole('region', { name: 'Wave along an edge' })
  await expect(wave.getByRole('status')).toContainText('1 line of drawing')
  const set = async (label: string, n: number) => {
    await wave.getByLabel(label).fill(String(n))
    await wave.getByLabel(label).press('Enter')
  }
  await set('Drawings of a wave', 3)
  await wave.getByRole('button', { name: 'Make the wave' }).click()
  expect(await exposures(desk)).toMatch(/^\S+\*8 \S+\*8 \S+\*8$/)
  const three = columnIn(await desk.shot())
  await set('Drawings of a wave', 6)
  await wave.getByRole('button', { name: 'Wave it so' }).click()
  await expect.poll(() => exposures(desk)).toMatch(/^(\S+\*4 ?){6}$/)
  const six = columnIn(await desk.shot())
  const drawn = (c: Column) => [...eachRun(c.runs)].map(r => r.run.drawing)
  expect(drawn(six).filter((_, i) => i % 2 === 0)).toEqual(drawn(three))
})
