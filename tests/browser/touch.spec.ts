import type { CDPSession, Page } from '@playwright/test'
import { HEAD, rowsOf, USUAL_ROW } from '../../app/sheet/layout'
import { cell, expect, newShot, test } from './fixtures'

const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

/** Touch and pen events come as from a glass, by Chromium's own protocol. */
test.use({ hasTouch: true })

interface Point {
  readonly x: number
  readonly y: number
}
/** Fingers that go from some points to others, together, in steps; all are lifted at the end unless they stay. */
async function swipe(page: Page, from: readonly Point[], to: readonly Point[], { rest = 0, lifts = true } = {}) {
  const glass = await page.context().newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: readonly Point[]) =>
    glass.send('Input.dispatchTouchEvent', { type, touchPoints: touchPoints.map((p, id) => ({ ...p, id })) })
  await send('touchStart', from)
  await page.waitForTimeout(rest)
  for (let i = 1; i <= 8; i++)
    await send(
      'touchMove',
      from.map((p, n) => ({ x: p.x + ((to[n]!.x - p.x) * i) / 8, y: p.y + ((to[n]!.y - p.y) * i) / 8 })),
    )
  if (lifts) await send('touchEnd', [])
  return glass
}
const tap = async (page: Page, at: Point, rest = 0): Promise<CDPSession> => {
  const glass = await page.context().newCDPSession(page)
  await glass.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [at] })
  await page.waitForTimeout(rest)
  await glass.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  return glass
}
/** A pen on the glass. */
async function pen(page: Page, from: Point, to: Point): Promise<void> {
  const glass = await page.context().newCDPSession(page)
  const send = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', { x, y }: Point) =>
    glass.send('Input.dispatchMouseEvent', {
      type,
      x,
      y,
      button: 'left',
      buttons: 1,
      pointerType: 'pen',
      force: 0.5,
      clickCount: 1,
    })
  await send('mousePressed', from)
  for (let i = 1; i <= 6; i++)
    await send('mouseMoved', { x: from.x + ((to.x - from.x) * i) / 6, y: from.y + ((to.y - from.y) * i) / 6 })
  await send('mouseReleased', to)
}

test('on the picture one finger draws, two pan and zoom and leave no mark; the hand of a pen does nothing', async ({
  page,
  running,
}) => {
  const desk = await newShot(page, running.server, 'Glass')
  await page.keyboard.press('d')
  const strokes = async () => {
    const { stacks } = await desk.shot()
    return Object.values(stacks).flatMap(s => Object.values(s.drawings).flatMap(d => d.content.strokes)).length
  }
  const box = (await desk.picture.boundingBox())!
  const at = (x: number, y: number): Point => ({ x: box.x + box.width * x, y: box.y + box.height * y })
  const zoom = page.getByRole('button', { name: /^View \d/ })
  const percent = async () => parseInt((await zoom.innerText()).replace(/\D/g, ''), 10)
  const before = await percent()

  await swipe(page, [at(0.4, 0.5), at(0.6, 0.5)], [at(0.3, 0.5), at(0.7, 0.5)])
  await expect.poll(percent).toBeGreaterThan(before * 1.8)
  // A finger that comes a moment before the other begins nothing either.
  const glass = await page.context().newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: { x: number; y: number; id: number }[]) =>
    glass.send('Input.dispatchTouchEvent', { type, touchPoints })
  await touch('touchStart', [{ ...at(0.3, 0.5), id: 0 }])
  await page.waitForTimeout(120)
  await touch('touchStart', [
    { ...at(0.3, 0.5), id: 0 },
    { ...at(0.7, 0.5), id: 1 },
  ])
  await touch('touchMove', [
    { ...at(0.4, 0.5), id: 0 },
    { ...at(0.6, 0.5), id: 1 },
  ])
  await touch('touchEnd', [])
  await expect.poll(percent).toBeLessThan(before * 1.2)
  expect(await strokes()).toBe(0)

  await page.keyboard.press('Alt+0')
  await swipe(page, [at(0.4, 0.4)], [at(0.6, 0.6)], { rest: 120 })
  await expect.poll(strokes).toBe(1)

  // A pen draws; what touches the glass just then is a hand.
  await pen(page, at(0.3, 0.6), at(0.5, 0.7))
  await swipe(page, [at(0.5, 0.8)], [at(0.6, 0.8)])
  await expect.poll(strokes).toBe(2)

  // Where only the pen draws a finger moves the picture.
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill('palm rejection')
  await page.keyboard.press('Enter')
  await page.waitForTimeout(900)
  const look = await desk.look()
  await swipe(page, [at(0.4, 0.4)], [at(0.5, 0.5)], { rest: 120 })
  await expect.poll(() => desk.look()).not.toBe(look)
  expect(await strokes()).toBe(2)
  await page.waitForTimeout(900)
  await pen(page, at(0.3, 0.3), at(0.5, 0.35))
  await expect.poll(strokes).toBe(3)
})

test('on the sheet one finger scrolls, a tap goes to a cell, one that rests selects or asks for the menu', async ({
  page,
  desk,
}) => {
  await desk.open()
  const scrolled = () => desk.sheet.evaluate(el => el.closest('.overflow-y-scroll')!.scrollTop)
  const at = await cell(desk, 9, 1)
  await tap(page, at)
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('9')
  await expect(page.getByRole('button', { name: 'Column Keeper', exact: true })).toBeVisible()

  await swipe(page, [await cell(desk, 25, 1)], [await cell(desk, 5, 1)])
  await expect.poll(scrolled).toBeGreaterThan(100)
  // It runs out: a finger that comes down while it does stops it, and nothing else.
  let last = -1
  await expect
    .poll(async () => {
      const [before, now] = [last, await scrolled()]
      last = now
      return now - before
    })
    .toBe(0)
  // It was no selection and no step.
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('9')
  await desk.sheet.evaluate(el => (el.closest('.overflow-y-scroll')!.scrollTop = 0))

  await swipe(page, [await cell(desk, 13, 1)], [await cell(desk, 20, 1)], { rest: 600 })
  await expect(page.getByText(/Keeper, frames 13–20/)).toBeVisible()
  expect(await scrolled()).toBe(0)

  await tap(page, await cell(desk, 17, 1), 700)
  await expect(page.getByRole('menu')).toBeVisible()
  await page.keyboard.press('Escape')

  // In the margin it scrubs.
  const box = (await desk.sheet.boundingBox())!
  const margin = (frame: number): Point => ({ x: box.x + 14, y: box.y + HEAD + yOfFrame(frame) + ROW / 2 })
  await swipe(page, [margin(3)], [margin(12)])
  await expect(page.getByLabel('Frame', { exact: true })).toHaveText('12')
  expect(await scrolled()).toBe(0)

  // Two fingers scroll it, and make the rows roomier and denser.
  const rowHeight = () => page.evaluate(() => Number(localStorage.getItem('fintro-row') ?? 15))
  const [left, right] = [await cell(desk, 12, 0), await cell(desk, 12, 2)]
  const apart = (p: Point, by: number): Point => ({ x: p.x + by, y: p.y })
  await swipe(page, [left, apart(left, 50)], [left, right])
  await expect.poll(rowHeight).toBeGreaterThan(15)
  await swipe(page, [left, right], [left, apart(left, 40)])
  await expect.poll(rowHeight).toBeLessThanOrEqual(15)
  expect((await desk.exposures()).length).toBeGreaterThan(0)
})
