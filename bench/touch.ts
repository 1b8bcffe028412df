import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { chromiumOptions } from '../tests/support/chromium'
import { emptyPage, NEWEST, ONLY_PICTURE, startCounting, stopCounting } from './browser'
import { demo } from './demo'
import type { Row } from './row'
import { percent } from './row'

/** Two fingers on the glass, about a point, for some seconds: they go round it, and apart and together. */
async function pinch(page: Page, x: number, y: number, seconds: number): Promise<void> {
  const glass = await page.context().newCDPSession(page)
  const at = (i: number) => {
    const [dx, dy, apart] = [30 * Math.sin(i / 11), 20 * Math.cos(i / 13), 70 + 25 * Math.sin(i / 8)]
    return [-1, 1].map((side, id) => ({ x: x + dx + side * apart, y: y + dy, id }))
  }
  await glass.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) })
  const began = Date.now()
  for (let i = 1; Date.now() - began < seconds * 1000; i++) {
    await glass.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(i) })
    await new Promise(r => setTimeout(r, 12))
  }
  await glass.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
}

/** How the picture follows two fingers. */
export async function touchFollow(quick: boolean): Promise<Row> {
  const { server, stop } = await demo()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const seconds = quick ? 1.5 : 5
    const empty = await emptyPage(browser, seconds, pinch)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, hasTouch: true })
    await page.goto(`${server.url}/shots/gull-point-020`)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    await page.waitForTimeout(500)
    const box = (await page.locator('[data-part=picture]').boundingBox())!
    const before = (await page.evaluate(NEWEST)) as number
    await startCounting(page, NEWEST, ONLY_PICTURE)
    await pinch(page, box.x + box.width / 2, box.y + box.height / 2, seconds)
    const s = await stopCounting(page)
    if (((await page.evaluate(NEWEST)) as number) - before < seconds * 10) throw new Error('Nothing was moved.')
    const ours = s.following / s.frames
    return {
      ...{ bench: 'touch.follow', value: ours / empty, unit: 'ratio', bound: 0.95, better: 'higher' },
      parts: { picture: percent(ours), 'empty page': percent(empty) },
    }
  } finally {
    await browser.close()
    await stop()
  }
}
