import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { spread } from '#core/chart'
import { layBones, moveOverFeet, person, restPose } from '#core/figure'
import { vec } from '#core/motion'
import type { Shot } from '../core/document'
import { makeShot, openShot } from '../core/document'
import { rate } from '#core/time'
import { STRAIGHT, viewOf } from '../app/picture/lens'
import { HEAD, rowsOf, USUAL_ROW } from '../app/sheet/layout'
import { RAIL, railScale } from '../app/rail/layout'

import { Planner } from '../demo/planner'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { loadDemo } from '../tests/support/demo'
import { newTestId, serve } from '../tests/support/server'
import { ghostsCost, openArt, penCurve, penFollow } from './art'
import type { Row } from './row'
import { percent } from './row'
import { sheetOpen, sheetScroll } from './browser-sheet'
import { wideShot } from '../tests/support/wide'

const { x: xOfU, ladder: LADDER } = railScale(RAIL)
const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

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
export const startCounting = (page: Page, newest: string, carried: string): Promise<unknown> =>
  page.evaluate(counting(newest, carried))

export async function stopCounting(page: Page): Promise<{ frames: number; following: number }> {
  return page.evaluate(() => {
    const s = (window as unknown as { benchState: { frames: number; following: number; on: boolean } }).benchState
    s.on = false
    return { frames: s.frames, following: s.following }
  })
}

/** Moves the pointer about a point for some seconds, about once a display frame. */
async function wave(page: Page, x: number, y: number, seconds: number, sideways = false): Promise<void> {
  await page.mouse.move(x, y)
  await page.mouse.down()
  const began = Date.now()
  for (let i = 0; Date.now() - began < seconds * 1000; i++) {
    await page.mouse.move(x + (sideways ? 25 : 40) * Math.sin(i / 9), sideways ? y : y - 30 + 30 * Math.cos(i / 7))
    await new Promise(r => setTimeout(r, 12))
  }
  await page.mouse.up()
}

type Waving = (page: Page, x: number, y: number, seconds: number) => Promise<void>

/** The same of a page on which nothing is but the counting. */
export async function emptyPage(browser: Browser, seconds: number, waving: Waving = wave): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, hasTouch: waving !== wave })
  await page.setContent('<body style="margin:0;height:100vh;touch-action:none"></body>')
  await page.evaluate(() => {
    const w = window as unknown as { moves: number; drawn: number }
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
  await waving(page, 640, 400, seconds)
  const s = await stopCounting(page)
  await page.close()
  return s.following / s.frames
}

async function picturePoint(page: Page, shot: Shot, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const view = viewOf(shot.picture, box, STRAIGHT)
  return { x: box.x + view.x + x * view.scale, y: box.y + view.y + y * view.scale }
}

/** Both browser benches, on the demo shot in the built application. */
export async function inBrowser(quick: boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const id = newTestId()
    await loadDemo(db, id)
    const { document } = (await (await fetch(`${server.url}/api/shots/${id}`)).json()) as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(opened.message)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/shots/${id}`)
    await page.locator('[data-part=picture]').waitFor()
    await page.waitForTimeout(500)
    const seconds = quick ? 1.5 : 5
    const empty = await emptyPage(browser, seconds)
    const rows: Row[] = [await deskFollow(page, opened.shot, seconds, empty)]
    rows.push(await playOnTime(page, quick ? 3 : 20, 'play.on-time'))
    await followPoint(page)
    rows.push(await playOnTime(page, quick ? 3 : 20, 'play.on-time.arcs'))
    const long = newTestId()
    await keepShot(db, longShot(long), 'Trials')
    await page.goto(`${server.url}/shots/${long}`)
    await page.locator('[data-part=picture]').waitFor()
    await page.getByRole('button', { name: 'Column Long' }).click()
    await page.waitForTimeout(500)
    rows.push(await railFollow(page, seconds, empty))
    const wide = newTestId()
    await keepShot(db, wideShot(wide), 'Trials')
    rows.push(await sheetOpen(browser, `${server.url}/shots/${wide}`, `${server.url}/shots/${id}`, quick))
    rows.push(...(await sheetScroll(browser, `${server.url}/shots/${wide}`, seconds)))
    return rows
  } finally {
    await browser.close()
    await stop()
  }
}

/** The benches of what is drawn by hand. */
export async function ofArt(quick: boolean, wants: (name: string) => boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const seconds = quick ? 1.5 : 5
    const rows: Row[] = []
    if (wants('pen.follow'))
      rows.push(
        await penFollow(
          page,
          server.url,
          db,
          (x, y) => followed(page, x, y, seconds, { carried: ONLY_PICTURE }),
          await emptyPage(browser, seconds),
        ),
      )
    if (wants('pen.curve')) rows.push(await penCurve(page, server.url, db))
    if (wants('ghosts.cost')) rows.push(await ghostsCost(page, server.url, db, quick))
    if (wants('shot.open.art')) rows.push(await openArt(browser, server.url, db, quick))
    return rows
  } finally {
    await browser.close()
    await stop()
  }
}

/** The newest move that reached the desk, and the one that picture (with its ghosts) and rail last drew. */
export const NEWEST = 'window.fintroMoves()'
const CARRIED = '["picture", "rail"].map(n => Number(document.querySelector(`[data-part=${n}]`).dataset.move))'

export const ONLY_PICTURE = '[Number(document.querySelector("[data-part=picture]").dataset.move)]'

/** How the pointer waves, and what has to follow it. */
interface Wave {
  readonly sideways?: boolean
  readonly carried?: string
}

export async function followed(
  page: Page,
  x: number,
  y: number,
  seconds: number,
  { sideways = false, carried = CARRIED }: Wave = {},
): Promise<number> {
  const moves = () => page.evaluate(NEWEST) as Promise<number>
  const before = await moves()
  await startCounting(page, NEWEST, carried)
  await wave(page, x, y, seconds, sideways)
  const s = await stopCounting(page)
  if ((await moves()) - before < seconds * 10) throw new Error('Nothing was dragged.')
  await page.keyboard.press('Control+z')
  return s.following / s.frames
}

export async function deskFollow(page: Page, shot: Shot, seconds: number, empty: number): Promise<Row> {
  const stack = shot.stacks['keeper-stack']!
  const at = layBones(stack.subjects.marrow!.figure, stack.drawings['keeper-1']!.content.poses.marrow!).get(
    'near-forearm',
  )!.tip
  const p = await picturePoint(page, shot, at.x, at.y)
  const ours = await followed(page, p.x, p.y, seconds)
  return {
    bench: 'desk.follow',
    value: ours / empty,
    unit: 'ratio',
    bound: 0.95,
    better: 'higher',
    parts: { desk: percent(ours), 'empty page': percent(empty) },
  }
}

/** A column of 500 drawings: a pose every 25 drawings, all in-betweens charted, on twos. */
function longShot(id: string): Shot {
  const p = new Planner(
    makeShot(id, {
      name: 'Long',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: 1000,
    }),
  )
  p.column('long', 'Long', '#26302c')
  p.do('subject.add', {
    stack: 'long-stack',
    subject: { id: 'keeper', name: 'Keeper', kind: 'figure', figure: person },
    drawing: null,
    pose: null,
  })
  const frames = Array.from({ length: 21 }, (_, i) => 1 + i * 50)
  for (const [i, frame] of frames.entries())
    p.pose('long', frame, 'key', {
      poses: { keeper: moveOverFeet(person, restPose(vec(700, 650)), vec(700 + (i % 2) * 120, 650 + (i % 3) * 30)) },
      strokes: [],
    })
  for (const frame of frames.slice(0, -1))
    p.chart('long', frame, frame + 50, 24, 2, { family: 'halves', slow: 'both', depth: 4 })
  return p.shot
}

/** Dragging 12 bars together in a column of 500 drawings. */
export async function railFollow(page: Page, seconds: number, empty: number, bench = 'rail.follow'): Promise<Row> {
  const drawings = 501
  await page.keyboard.press('Home')
  const box = (await page.locator('[data-part=rail]').boundingBox())!
  const y = (frame: number) => box.y + HEAD + yOfFrame(frame) + ROW / 2
  await page.mouse.move(box.x + LADDER - 6, y(7) - 6)
  await page.mouse.down()
  await page.mouse.move(box.x + xOfU(0) - 10, y(29) + 6, { steps: 6 })
  await page.mouse.up()
  const picked = await page.evaluate(() => (window as unknown as { fintroPicked: () => number }).fintroPicked())
  if (picked !== 12) throw new Error(`${picked} bars are picked, not 12.`)
  const u = spread({ family: 'halves', slow: 'both', depth: 4 }, 24)[8]!
  const ours = await followed(page, box.x + xOfU(u), y(19), seconds, { sideways: true })
  return {
    bench,
    value: ours / empty,
    unit: 'ratio',
    bound: 0.95,
    better: 'higher',
    parts: { desk: percent(ours), 'empty page': percent(empty), drawings: String(drawings), bars: String(picked) },
  }
}

/** The page with a point followed, its arcs and the travel plot shown. */
async function followPoint(page: Page): Promise<void> {
  await page.evaluate(() => {
    localStorage.setItem(
      'fintro-points',
      JSON.stringify({
        'keeper-stack': [
          { subject: 'marrow', part: 'near-forearm' },
          { subject: 'marrow', part: 'head' },
        ],
      }),
    )
    localStorage.setItem('fintro-plot', 'true')
    localStorage.setItem('fintro-arcs', 'true')
  })
  await page.reload()
  await page.locator('[data-part=picture]').waitFor()
  await page.getByRole('img', { name: /^Travel of/ }).waitFor()
  await page.waitForTimeout(500)
}

export async function playOnTime(page: Page, seconds: number, bench: string): Promise<Row> {
  await page.keyboard.press('Home')
  await page.evaluate(() => {
    const w = window as unknown as {
      fintroShown: (call: (s: { due: number; at: number; skipped: number }) => void) => () => void
      benchShown: { onTime: number; late: number; skipped: number }
    }
    w.benchShown = { onTime: 0, late: 0, skipped: 0 }
    w.fintroShown(s => {
      w.benchShown.skipped += s.skipped
      if (s.at - s.due <= 1000 / 60 + 1) w.benchShown.onTime += 1
      else w.benchShown.late += 1
    })
  })
  await page.keyboard.press('Space')
  await page.waitForTimeout(seconds * 1000)
  await page.keyboard.press('Space')
  const s = await page.evaluate(
    () => (window as unknown as { benchShown: { onTime: number; late: number; skipped: number } }).benchShown,
  )
  const all = s.onTime + s.late + s.skipped
  return {
    bench,
    value: s.onTime / all,
    unit: 'share',
    bound: 0.98,
    better: 'higher',
    parts: { 'on time': `${s.onTime} of ${all} frames`, late: String(s.late), skipped: String(s.skipped) },
  }
}
