import type { Browser, Page } from '@playwright/test'
import type { Row } from './row'
import { percent } from './row'

/** Milliseconds from asking for a shot's page until its sheet is drawn whole: the middle of several openings. */
async function openTime(browser: Browser, url: string, rounds: number): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < rounds + 1; i++) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const began = performance.now()
    await page.goto(url, { waitUntil: 'commit' })
    await page.locator('[data-part=sheet][data-drawn="1"]').waitFor()
    // The first opening fills caches of the server and the browser, and is not counted.
    if (i) times.push(performance.now() - began)
    await page.close()
  }
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!
}

/** Opening a shot of 20 columns of 14,400 frames against the demo. */
export async function sheetOpen(browser: Browser, wide: string, demo: string, quick: boolean): Promise<Row> {
  const [a, b] = [await openTime(browser, wide, quick ? 1 : 5), await openTime(browser, demo, quick ? 1 : 5)]
  return {
    bench: 'sheet.open',
    value: a / b,
    unit: 'ratio',
    bound: 4,
    better: 'lower',
    parts: { '20 × 14400': `${a.toFixed(0)} ms`, demo: `${b.toFixed(0)} ms` },
  }
}

/** Share of display frames that came on time, while a page is scrolled by wheel. */
async function scrolled(page: Page, x: number, y: number, seconds: number): Promise<number> {
  await page.evaluate(`(() => {
    const s = window.benchScroll = { frames: 0, late: 0, on: true }
    let last = performance.now()
    const tick = (now) => {
      if (!s.on) return
      s.frames += 1
      if (now - last > 1000 / 60 * 1.5) s.late += 1
      last = now
      requestAnimationFrame(tick)
    }
    requestAnimationFrame(tick)
  })()`)
  await page.mouse.move(x, y)
  const began = Date.now()
  for (let i = 0; Date.now() - began < seconds * 1000; i++) {
    await page.mouse.wheel(0, Math.floor(i / 120) % 2 ? -160 : 160)
    await new Promise(r => setTimeout(r, 14))
  }
  const s = (await page.evaluate('(() => { window.benchScroll.on = false; return window.benchScroll })()')) as {
    frames: number
    late: number
  }
  return 1 - s.late / s.frames
}

/** Scrolling a long sheet against an empty page as long; the nodes in it, and the memory after ten rounds. */
export async function sheetScroll(browser: Browser, url: string, seconds: number): Promise<Row[]> {
  const empty = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await empty.setContent(
    '<body style="margin:0"><div style="height:216000px;background:linear-gradient(#fff,#ddd)"></div></body>',
  )
  const plain = await scrolled(empty, 300, 400, seconds)
  await empty.close()
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(url)
  await page.locator('[data-part=sheet][data-drawn="1"]').waitFor()
  const heap = async () => {
    const client = await page.context().newCDPSession(page)
    await client.send('HeapProfiler.collectGarbage')
    const { usedSize } = await client.send('Runtime.getHeapUsage')
    await client.detach()
    return usedSize
  }
  await scrolled(page, 200, 400, 1)
  const ours = await scrolled(page, 200, 400, seconds)
  const nodes = (await page.evaluate('document.querySelectorAll("*").length')) as number
  const before = await heap()
  for (let i = 0; i < 10; i++) await scrolled(page, 200, 400, Math.min(1, seconds / 5))
  const after = await heap()
  await page.close()
  return [
    {
      bench: 'sheet.scroll',
      value: ours / plain,
      unit: 'ratio',
      bound: 0.95,
      better: 'higher',
      parts: { sheet: percent(ours), 'empty page': percent(plain) },
    },
    {
      bench: 'sheet.scroll.nodes',
      value: nodes,
      unit: 'nodes',
      bound: 4000,
      better: 'lower',
      parts: { nodes: String(nodes) },
    },
    {
      bench: 'sheet.scroll.heap',
      value: after / before,
      unit: 'ratio',
      bound: 1.1,
      better: 'lower',
      parts: { 'after 10 rounds': `${(after / 1e6).toFixed(1)} MB`, before: `${(before / 1e6).toFixed(1)} MB` },
    },
  ]
}
