import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { makeShot } from '../core/document'
import { rate } from '../core/time'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'
import { median } from './row'

const [FEW, MANY, IN_ONE] = [20, 2000, 100]
/** The list waits so long for the next letter, ms (app/list/useShots.ts). */
const TYPED_MS = 150

/** A server with so many shots, a hundred in a production. */
async function withShots(count: number) {
  const running = await serve()
  for (let i = 0; i < count; i++) {
    const about = { length: 24 + (i % 96), rate: rate(24), picture: { width: 960, height: 540 }, paper: '#fffdf6' }
    await keepShot(running.db, makeShot(newTestId(), { name: `${i} Wave`, ...about }), `Sea ${Math.floor(i / IN_ONE)}`)
  }
  return running
}

/** When, by the page's clock, everything that is seen has its name and its picture. */
const COMPLETE = `(() => new Promise(done => {
  const look = () => {
    const items = [...document.querySelectorAll('main li')].filter(li => {
      const { top, bottom } = li.getBoundingClientRect()
      return bottom > 0 && top < innerHeight
    })
    const whole = items.length && items.every(li => {
      const image = li.querySelector('img')
      return image && image.complete && image.naturalWidth > 0
    })
    if (whole) done(performance.now())
    else requestAnimationFrame(look)
  }
  look()
}))()`

async function opened(browser: Browser, url: string): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(url, { waitUntil: 'commit' })
  await page.locator('main li').first().waitFor()
  const ms = (await page.evaluate(COMPLETE)) as number
  await page.close()
  return ms
}

/** From the last letter typed to the one shot that was looked for being the only one that is seen. */
async function searched(page: Page, number: number): Promise<number> {
  const field = page.getByRole('searchbox')
  await field.fill('')
  // All are seen again.
  await page.locator('main li').nth(3).waitFor()
  await page.waitForTimeout(400)
  await page.evaluate(`void (window.found = (() => new Promise(done => {
    let typed = 0
    document.querySelector('input[type=search]').addEventListener('input', () => (typed = performance.now()), { once: true })
    const look = () => {
      const names = [...document.querySelectorAll('main li a .font-semibold')].map(e => e.textContent)
      if (typed && names.length && names.every(n => n === '${number} Wave')) done(performance.now() - typed)
      else requestAnimationFrame(look)
    }
    look()
  }))())`)
  await field.fill(`${number} wave`)
  return ((await page.evaluate('window.found')) as number) - TYPED_MS
}

/** The list of 2,000 shots against one of 20. */
export async function ofList(quick: boolean): Promise<Row[]> {
  const [few, many] = [await withShots(FEW), await withShots(MANY)]
  const browser = await chromium.launch(chromiumOptions)
  try {
    const rounds = quick ? 3 : 9
    const open = { few: [] as number[], many: [] as number[] }
    for (let i = 0; i <= rounds; i++) {
      const [a, b] = [await opened(browser, few.server.url), await opened(browser, many.server.url)]
      // The first of each warms the server up.
      if (i) open.few.push(a)
      if (i) open.many.push(b)
    }
    const pages = { few: await browser.newPage(), many: await browser.newPage() }
    await pages.few.goto(few.server.url)
    await pages.many.goto(many.server.url)
    for (const p of Object.values(pages)) await p.locator('main li').first().waitFor()
    const found = { few: [] as number[], many: [] as number[] }
    for (let i = 0; i <= rounds; i++) {
      const [a, b] = [await searched(pages.few, 11), await searched(pages.many, 1711)]
      if (i) found.few.push(a)
      if (i) found.many.push(b)
    }
    const row = (bench: string, of: typeof open): Row => ({
      ...{ bench, value: median(of.many) / median(of.few), unit: 'ratio', bound: 1.5, better: 'lower' },
      parts: { [String(MANY)]: `${median(of.many).toFixed(0)} ms`, [String(FEW)]: `${median(of.few).toFixed(0)} ms` },
    })
    return [row('list.2000', open), row('search.shots', found)]
  } finally {
    await browser.close()
    await few.stop()
    await many.stop()
  }
}
