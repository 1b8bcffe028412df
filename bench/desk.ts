import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { STRAIGHT, viewOf } from '../app/picture/lens'
import { chromiumOptions } from '../tests/support/chromium'
import { demo } from './demo'
import type { Row } from './row'
import { median } from './row'

const SHOT = 'gull-point-020'

/** Windows, px, and the least share of each that the frame has: at rest, rail folded, slot open. */
const WINDOWS = [
  { width: 1280, height: 800, rest: 0.27, folded: 0.45, slot: 0.18 },
  { width: 1440, height: 900, rest: 0.32 },
  { width: 1920, height: 1080, rest: 0.5 },
  { width: 2560, height: 1440, rest: 0.58 },
  { width: 1024, height: 768, rest: 0.22 },
  { width: 820, height: 1180, rest: 0.3 },
] as const
/** Of the largest frame that fits a window, what the picture alone has. */
const ALONE = 0.9

/** The share of the window's px at which the frame of the picture can be seen, and nothing else lies over it. */
async function shareOf(page: Page): Promise<number> {
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const { width, height } = page.viewportSize()!
  const picture = { width: 1920, height: 1080 }
  const view = viewOf(picture, box, STRAIGHT)
  const frame = {
    left: box.x + view.x,
    top: box.y + view.y,
    right: box.x + view.x + picture.width * view.scale,
    bottom: box.y + view.y + picture.height * view.scale,
  }
  return page.evaluate(
    ({ frame: f, width: w, height: h }) => {
      const STEP = 4
      let seen = 0
      for (let y = STEP / 2; y < h; y += STEP)
        for (let x = STEP / 2; x < w; x += STEP)
          if (x > f.left && x < f.right && y > f.top && y < f.bottom)
            if (document.elementFromPoint(x, y)?.matches('[data-part=picture]')) seen += 1
      return (seen * STEP * STEP) / (w * h)
    },
    { frame, width, height },
  )
}

async function openDesk(page: Page, url: string): Promise<void> {
  await page.goto(`${url}/shots/${SHOT}`)
  await page.locator('[data-part=picture]').waitFor()
  await page.locator('[data-part=sheet][data-drawn]').waitFor()
}

/** How much of the window is picture: at each size at rest, with the rail folded, with the slot open, and alone. */
export async function pictureShare(): Promise<Row[]> {
  const { server, stop } = await demo()
  const browser = await chromium.launch(chromiumOptions)
  const rows: Row[] = []
  const add = (state: string, { width, height }: { width: number; height: number }, value: number, bound: number) =>
    rows.push({
      bench: 'picture.share',
      value,
      unit: 'share',
      bound,
      better: 'higher',
      parts: { window: `${width} × ${height}`, state },
    })
  try {
    for (const size of WINDOWS) {
      const { width, height } = size
      const page = await (await browser.newContext({ viewport: { width, height } })).newPage()
      await openDesk(page, server.url)
      const pressed = async (key: string) => {
        await page.keyboard.press(key)
        await page.waitForTimeout(300)
        return shareOf(page)
      }
      add('at rest', size, await shareOf(page), size.rest)
      add('rail folded', size, await pressed('Alt+r'), 'folded' in size ? size.folded : size.rest)
      await pressed('Alt+r')
      add('slot open (tray)', size, await pressed("'"), 'slot' in size ? size.slot : 0)
      await pressed("'")
      add('slot open (chart)', size, await pressed('s'), 'slot' in size ? size.slot : 0)
      await pressed("'")
      const largest = Math.min(width * width * (9 / 16), height * height * (16 / 9)) / (width * height)
      add('picture only, of the largest frame', size, (await pressed('\\')) / largest, ALONE)
      await page.context().close()
    }
  } finally {
    await browser.close()
    await stop()
  }
  return rows
}

/** Opening shot 020 against opening an empty page of the same application, and the JavaScript that is sent for it. */
export async function deskOpen(quick: boolean): Promise<Row[]> {
  const { server, stop } = await demo()
  const browser = await chromium.launch(chromiumOptions)
  const rounds = quick ? 3 : 7
  const [desk, empty]: [number[], number[]] = [[], []]
  let bytes = 0
  const files = new Map<string, number>()
  try {
    for (let i = 0; i < rounds; i++) {
      for (const kind of i % 2 ? (['empty', 'desk'] as const) : (['desk', 'empty'] as const)) {
        const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
        const began = performance.now()
        if (kind === 'desk') {
          if (i === 0) await countScripts(page, files)
          await openDesk(page, server.url)
          await page.waitForFunction(
            () => document.querySelector<HTMLElement>('[data-part=picture]')?.dataset.whole === '1',
          )
          desk.push(performance.now() - began)
          if (i === 0) {
            await page.waitForLoadState('networkidle')
            bytes = [...files.values()].reduce((sum, n) => sum + n, 0)
          }
        } else {
          await page.goto(`${server.url}/empty`)
          await page.locator('[data-part=empty]').waitFor()
          empty.push(performance.now() - began)
        }
        await page.context().close()
      }
    }
  } finally {
    await browser.close()
    await stop()
  }
  return [
    {
      bench: 'desk.open',
      value: median(desk) / median(empty),
      unit: 'times',
      bound: 3,
      better: 'lower',
      parts: {
        desk: `${median(desk).toFixed(0)} ms`,
        'empty page': `${median(empty).toFixed(0)} ms`,
        rounds: `${rounds}`,
      },
    },
    {
      bench: 'desk.bytes',
      value: bytes / 1000,
      unit: 'kB',
      bound: 350,
      better: 'lower',
      parts: { files: String(files.size), largest: `${(Math.max(...files.values()) / 1000).toFixed(0)} kB` },
    },
  ]
}

/** Counts the bytes of scripts as they come over the wire, compressed. */
async function countScripts(page: Page, files: Map<string, number>): Promise<void> {
  const session = await page.context().newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Map<string, string>()
  session.on('Network.responseReceived', e => {
    if (e.type === 'Script' || e.response.mimeType.includes('javascript')) scripts.set(e.requestId, e.response.url)
  })
  session.on('Network.loadingFinished', e => {
    const url = scripts.get(e.requestId)
    if (url) files.set(url, e.encodedDataLength)
  })
}
