import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import type { Shot } from '../core/document'
import { makeShot, openShot } from '../core/document'
import type { Stroke } from '#core/stroke'
import { rate } from '#core/time'
import { Planner } from '../demo/planner'
import { keepStrokes } from '../server/media/strokes'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { loadDemo } from '../tests/support/demo'
import { newTestId, serve } from '../tests/support/server'
import { handLine } from './art'
import { deskFollow, emptyPage, playOnTime, railFollow } from './browser'
import type { Row } from './row'
import { median, percent } from './row'
import { BUSY, pairing, strokesPair } from './strokes'

/** A column of 501 drawings: a pose of 60 strokes every 25 drawings, each moved a little from the pose before, all charted. */
function longDrawn(id: string): { shot: Shot; strokes: Stroke[] } {
  const p = new Planner(
    makeShot(id, {
      name: 'Long, drawn',
      picture: { width: 1920, height: 1080 },
      rate: rate(24),
      paper: '#fffdf6',
      length: 1000,
    }),
  )
  p.column('long', 'Long', '#26302c')
  const frames = Array.from({ length: 21 }, (_, i) => 1 + i * 50)
  for (const [i, frame] of frames.entries()) {
    const [dx, dy] = [(i % 2) * 120, (i % 3) * 30]
    const strokes = Array.from({ length: 60 }, (_, k) =>
      p.stroke(
        '#26302c',
        5,
        handLine(k, 60).map(([x, y]) => [x + dx, y + dy + 0.02 * i * (x - 900)] as const),
      ),
    )
    p.pose('long', frame, 'key', { poses: {}, strokes })
  }
  for (const frame of frames.slice(0, -1))
    p.chart('long', frame, frame + 50, 24, 2, { family: 'halves', slow: 'both', depth: 4 })
  return { shot: p.shot, strokes: p.strokes }
}

/** Dragging a figure while a worker pairs strokes, over the same beside one that is busy with nothing; taking turns. */
async function followBeside(page: Page, shot: Shot, seconds: number): Promise<Row> {
  const [ours, other] = [[] as number[], [] as number[]]
  for (let i = 0; i < 3; i++) {
    for (const [busy, list] of [
      [pairing(300), ours],
      [BUSY, other],
    ] as const) {
      await page.evaluate(busy)
      await page.waitForTimeout(300)
      const { value, parts } = await deskFollow(page, shot, seconds, 1)
      const rounds = await page.evaluate<number[]>('window.benchBusy()')
      if (!rounds.length) throw new Error(`Nothing was paired meanwhile (${JSON.stringify(parts)}).`)
      list.push(value)
    }
  }
  return {
    bench: 'strokes.beside',
    value: median(ours) / median(other),
    unit: 'ratio',
    bound: 0.95,
    better: 'higher',
    parts: { 'while pairing': percent(median(ours)), 'beside a busy worker': percent(median(other)) },
  }
}

/** The benches of in-betweens that are computed from drawn poses. */
export async function ofDrawn(quick: boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const seconds = quick ? 1.5 : 5
    const id = newTestId()
    const { shot, strokes } = longDrawn(id)
    await keepStrokes(db, strokes)
    await keepShot(db, shot, 'Trials')
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/shots/${id}`)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    await page.getByRole('button', { name: 'Column Long' }).click()
    await page.waitForTimeout(500)
    const empty = await emptyPage(browser, seconds)
    const rows = [await railFollow(page, seconds, empty, 'rail.follow.drawn')]
    rows.push(await playOnTime(page, quick ? 3 : 20, 'play.on-time.drawn'))
    const demo = newTestId()
    await loadDemo(db, demo)
    const { document } = (await (await fetch(`${server.url}/api/shots/${demo}`)).json()) as { document: unknown }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(opened.message)
    await page.goto(`${server.url}/shots/${demo}`)
    await page.locator('[data-part=picture]').waitFor()
    await page.waitForTimeout(500)
    rows.push(await followBeside(page, opened.shot, quick ? 1.5 : 3))
    rows.push(await strokesPair(page, quick))
    return rows
  } finally {
    await browser.close()
    await stop()
  }
}
