import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { layBones } from '#core/figure'
import type { Shot } from '#core/shot'
import { openShot } from '#core/shot'
import { loadDemo } from '../tests/support/demo'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'

const ARGS = ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync']

/** What runs in the page, as text: a bundler's helpers are not there. `newest` and `carried` are expressions. */
const counting = (newest: string, carried: string): string => `(() => {
  const state = window.benchState = { frames: 0, following: 0, on: true }
  const channel = new MessageChannel()
  // A task behind the painting of the display frame.
  channel.port1.onmessage = () => {
    if (!state.on) return
    state.frames += 1
    if ((${carried}).every(n => n === (${newest}))) state.following += 1
  }
  const tick = () => {
    if (!state.on) return
    channel.port2.postMessage(0)
    requestAnimationFrame(tick)
  }
  requestAnimationFrame(tick)
})()`

/** Counts, in the page, the display frames in which everything on it carries the number of the newest pointer move. */
const startCounting = (page: Page, newest: string, carried: string): Promise<unknown> => page.evaluate(counting(newest, carried))

async function stopCounting(page: Page): Promise<{ frames: number, following: number }> {
  return page.evaluate(() => {
    const s = (window as unknown as { benchState: { frames: number, following: number, on: boolean } }).benchState
    s.on = false
    return { frames: s.frames, following: s.following }
  })
}

/** Moves the pointer about a point for some seconds, about once a display frame. */
async function wave(page: Page, x: number, y: number, seconds: number): Promise<void> {
  await page.mouse.move(x, y)
  await page.mouse.down()
  const began = Date.now()
  for (let i = 0; Date.now() - began < seconds * 1000; i++) {
    await page.mouse.move(x + 40 * Math.sin(i / 9), y - 30 + 30 * Math.cos(i / 7))
    await new Promise(r => setTimeout(r, 12))
  }
  await page.mouse.up()
}

async function emptyPage(browser: Browser, seconds: number): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.setContent('<body style="margin:0;height:100vh"></body>')
  await page.evaluate(() => {
    const w = window as unknown as { moves: number, drawn: number }
    w.moves = 0
    w.drawn = 0
    let asked = false
    addEventListener('pointermove', () => {
      w.moves += 1
      if (asked) return
      asked = true
      requestAnimationFrame(() => {
        asked = false
        w.drawn = w.moves
      })
    })
  })
  await startCounting(page, 'window.moves', '[window.drawn]')
  await wave(page, 640, 400, seconds)
  const s = await stopCounting(page)
  await page.close()
  return s.following / s.frames
}

async function picturePoint(page: Page, shot: Shot, x: number, y: number): Promise<{ x: number, y: number }> {
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const { width: w, height: h } = shot.picture
  const scale = Math.min((box.width - 88) / w, (box.height - 28) / h)
  return { x: box.x + 60 + (box.width - 76 - w * scale) / 2 + x * scale, y: box.y + (box.height - h * scale) / 2 + y * scale }
}

/** Both browser benches, on the demo shot in the built application. */
export async function inBrowser(quick: boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS })
  try {
    const id = newTestId()
    await loadDemo(db, id)
    const { document } = await (await fetch(`${server.url}/api/shots/${id}`)).json() as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(opened.message)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/shots/${id}`)
    await page.locator('[data-part=picture]').waitFor()
    await page.waitForTimeout(500)
    const follow = await deskFollow(browser, page, opened.shot, quick ? 1.5 : 5)
    return [follow, await playOnTime(page, quick ? 3 : 20)]
  }
  finally {
    await browser.close()
    await stop()
  }
}

async function deskFollow(browser: Browser, page: Page, shot: Shot, seconds: number): Promise<Row> {
  const stack = shot.stacks['keeper-stack']!
  const at = layBones(stack.subjects.marrow!.figure, stack.drawings['keeper-1']!.content.poses.marrow!).get('near-forearm')!.tip
  const p = await picturePoint(page, shot, at.x, at.y)
  const share = async () => {
    // The newest move that reached the desk, and the one that picture (with its ghosts) and rail last drew.
    await startCounting(page, 'window.fintroMoves()', '["picture", "rail"].map(n => Number(document.querySelector(`[data-part=${n}]`).dataset.move))')
    await wave(page, p.x, p.y, seconds)
    const s = await stopCounting(page)
    await page.keyboard.press('Control+z')
    return s.following / s.frames
  }
  const ours = await share()
  const empty = await emptyPage(browser, seconds)
  return { bench: 'desk.follow', value: ours / empty, unit: 'ratio', bound: 0.95, better: 'higher', parts: { desk: `${(ours * 100).toFixed(1)} % of display frames`, 'empty page': `${(empty * 100).toFixed(1)} % of display frames` } }
}

async function playOnTime(page: Page, seconds: number): Promise<Row> {
  await page.keyboard.press('Home')
  await page.evaluate(() => {
    const w = window as unknown as { fintroShown: (call: (s: { due: number, at: number, skipped: number }) => void) => () => void, benchShown: { onTime: number, late: number, skipped: number } }
    w.benchShown = { onTime: 0, late: 0, skipped: 0 }
    w.fintroShown((s) => {
      w.benchShown.skipped += s.skipped
      if (s.at - s.due <= 1000 / 60 + 1) w.benchShown.onTime += 1
      else w.benchShown.late += 1
    })
  })
  await page.keyboard.press('Space')
  await page.waitForTimeout(seconds * 1000)
  await page.keyboard.press('Space')
  const s = await page.evaluate(() => (window as unknown as { benchShown: { onTime: number, late: number, skipped: number } }).benchShown)
  const all = s.onTime + s.late + s.skipped
  return { bench: 'play.on-time', value: s.onTime / all, unit: 'share', bound: 0.98, better: 'higher', parts: { 'on time': `${s.onTime} of ${all} frames`, late: String(s.late), skipped: String(s.skipped) } }
}
