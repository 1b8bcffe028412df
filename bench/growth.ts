import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { rate } from '#core/time'
import type { Shot } from '../core/document'
import { makeShot } from '../core/document'
import { Planner } from '../demo/planner'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'

/** Every pass four frames long, with one in-between. */
const PASS = 4
const [FEW, MANY] = [299, 2999]

/** A shot of one column of poses drawn by hand, each charted to the next. */
function chartedShot(id: string, charts: number): Shot {
  const length = charts * PASS + 1
  const p = new Planner(
    makeShot(id, { name: 'Growing', picture: { width: 1920, height: 1080 }, rate: rate(24), paper: '#fffdf6', length }),
  )
  p.column('ink', 'Ink', '#26302c')
  for (let i = 0; i <= charts; i++) p.pose('ink', 1 + i * PASS, 'key', { poses: {}, strokes: [] })
  for (let i = 0; i < charts; i++) p.chart('ink', 1 + i * PASS, 1 + (i + 1) * PASS, 1, 2, { family: 'even' })
  return p.shot
}

/**
 * Milliseconds that the page's main thread is busy for one stroke of the simulated pen, from touching to all that
 * follows.
 */
async function strokeTime(page: Page, strokes: number): Promise<number> {
  const client = await page.context().newCDPSession(page)
  await client.send('Performance.enable')
  const busy = async () => {
    const { metrics } = await client.send('Performance.getMetrics')
    return metrics.find(m => m.name === 'TaskDuration')!.value * 1000
  }
  const draw = () =>
    page.evaluate(`(async () => {
      const picture = document.querySelector('[data-part=picture]')
      const { left, top, width, height } = picture.getBoundingClientRect()
      const box = { x: left + width * 0.4, y: top + height * 0.4, width: height * 0.2, height: height * 0.2 }
      await window.fintroPen(picture, 'tick', box, { quick: true })
    })()`)
  const times: number[] = []
  for (let i = 0; i < strokes + 2; i++) {
    const before = await busy()
    await draw()
    await page.waitForTimeout(400)
    // The first two fill caches and compile, and are not counted.
    if (i > 1) times.push((await busy()) - before)
  }
  await client.detach()
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!
}

async function measured(browser: Browser, server: string, id: string, strokes: number): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${server}/shots/${id}`)
  await page.locator('[data-part=sheet][data-drawn="1"]').waitFor()
  await page.getByRole('button', { name: 'Column Ink' }).click()
  await page.keyboard.press('d')
  await page.waitForTimeout(1500)
  const time = await strokeTime(page, strokes)
  await page.close()
  const { revision } = (await (await fetch(`${server}/api/shots/${id}`)).json()) as { revision: number }
  if (revision < strokes) throw new Error(`Only ${revision} strokes were stored.`)
  return time
}

/** One stroke in a column with ten times as many charts: what it costs should follow what is touched and seen. */
export async function commitGrowth(quick: boolean): Promise<Row> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const time = async (charts: number): Promise<number> => {
      const id = newTestId()
      await keepShot(db, chartedShot(id, charts), 'Trials')
      return measured(browser, server.url, id, quick ? 3 : 11)
    }
    const [few, many] = [await time(FEW), await time(MANY)]
    return {
      bench: 'commit.growth',
      value: many / few,
      unit: 'ratio',
      bound: 2,
      better: 'lower',
      parts: { [`${MANY} charts`]: `${many.toFixed(1)} ms`, [`${FEW} charts`]: `${few.toFixed(1)} ms` },
    }
  } finally {
    await browser.close()
    await stop()
  }
}
