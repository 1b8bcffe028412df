import { createHash } from 'node:crypto'
import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import type { ArgsOf, CommandName } from '../core/commands'
import { applyCommand } from '../core/commands'
import type { Shot } from '../core/document'
import { SCHEMA } from '../core/document'
import { inverseOf } from '../core/motion'
import { carrierSpace, sceneOf } from '../core/pass'
import type { Stroke } from '../core/stroke'
import { strokeText, tidy } from '../core/stroke'
import { lanternLift } from '../demo/lantern-lift'
import { keepStrokes } from '../server/media/strokes'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { newTestId, serve } from '../tests/support/server'
import { handLine } from './art'
import { emptyPage, followed, playOnTime } from './browser'
import type { Row } from './row'

const BONES = ['head', 'near-hand', 'far-hand', 'near-foot', 'far-foot', 'spine']

/** The demo's first shot with 6 columns more, each of one drawing of 20 strokes; riding on parts of the keeper, or not. */
function withSix(rides: boolean): { shot: Shot; strokes: Stroke[] } {
  const demo = lanternLift()
  const id = newTestId()
  let shot: Shot = { ...demo.shot, id }
  const plan = shot.planOrder[0]!
  const keeper = Object.values(shot.plans[plan]!.columns).find(c => c.name === 'Keeper')!
  const [figure] = Object.values(shot.stacks[keeper.stack]!.subjects)
  const strokes = [...demo.strokes]
  const run = <N extends CommandName>(name: N, args: ArgsOf<N>) => {
    const out = applyCommand(shot, { id: newTestId(), schema: SCHEMA, name, args })
    if (!out.ok) throw new Error(out.refusal.message)
    shot = out.shot
  }
  BONES.forEach((bone, k) => {
    const [column, stack] = [newTestId(), newTestId()]
    const { runs: _r, repeats: _p, leader: _l, link: _k, ...settings } = keeper
    const drawn = Array.from({ length: 20 }, (_, i): Stroke => {
      const points = handLine(k * 20 + i, 40).flatMap(([x, y, p]) => [900 + x / 8, 500 + y / 8, p])
      return tidy({ schema: 1, colour: '#8a5a2b', width: 3, pressure: true, points })
    })
    strokes.push(...drawn)
    run('column.add', {
      plan,
      index: shot.plans[plan]!.order.length,
      stack: { id: stack, subjects: {}, drawings: {} },
      column: { ...settings, id: column, stack, name: `Ride ${k}`, drawingsLocked: false, runs: [] },
    })
    const refs = drawn.map(s => ({ id: newTestId(), hash: createHash('sha256').update(strokeText(s)).digest('hex') }))
    run('pose.add', {
      plan,
      column,
      drawing: { id: newTestId(), number: '1', role: 'key', content: { poses: {}, strokes: refs } },
      where: { onFrame: 1 },
    })
    if (!rides) return
    const carrier = { column: keeper.id, part: { subject: figure!.id, bone }, sizes: true, stays: false }
    const base = inverseOf(carrierSpace(sceneOf(shot, plan), carrier, 1)!)
    run('column.carry', { plan, column, was: null, carrier: { ...carrier, base }, moves: [] })
  })
  return { shot, strokes }
}

/** The mean time of drawing the picture with the playhead moved each time, ms; the canvas is flushed. */
const drawing = async (page: Page, url: string, quick: boolean): Promise<number> => {
  await page.goto(url)
  await page.locator('[data-part=picture][data-whole="1"]').waitFor()
  await page.waitForTimeout(800)
  return page.evaluate(`(() => {
    const canvas = document.querySelector('[data-part=picture]')
    const times = []
    for (let i = 0; i < ${quick ? 90 : 300}; i++) {
      window.fintroGoTo(1 + (i % 60))
      const began = performance.now()
      window.fintroPaint()
      canvas.getContext('2d').getImageData(0, 0, 1, 1)
      // Once through all frames to begin with: what is kept of them is made then.
      if (i >= 60) times.push(performance.now() - began)
    }
    return times.reduce((a, b) => a + b, 0) / times.length
  })()`)
}

const BOTH = '["picture", "picture-beside"].map(n => Number(document.querySelector(`[data-part=${n}]`).dataset.move))'

/** Drawing in the steady view with the ordinary one beside it, ghosts in both, as pen.follow measures. */
async function steadyFollow(page: Page, url: string, browser: Browser, seconds: number): Promise<Row> {
  await page.goto(url)
  await page.locator('[data-part=picture][data-whole="1"]').waitFor()
  await page.getByRole('button', { name: 'Column Keeper', exact: true }).click()
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowDown')
  await page.keyboard.press('d')
  await page.keyboard.press('Alt+y')
  await page.getByRole('button', { name: 'Beside the ordinary view' }).click()
  const box = (await page.locator('[data-part=picture-beside]').boundingBox())!
  await page.waitForTimeout(500)
  const empty = await emptyPage(browser, seconds)
  const ours = await followed(page, box.x + box.width / 2, box.y + box.height / 2, seconds, { carried: BOTH })
  await page.keyboard.press('Escape')
  const percent = (share: number): string => `${(share * 100).toFixed(1)} % of display frames`
  return {
    bench: 'steady.follow',
    value: ours / empty,
    unit: 'ratio',
    bound: 0.95,
    better: 'higher',
    parts: { desk: percent(ours), 'empty page': percent(empty) },
  }
}

/** The picture with 6 carried columns over the same 6 not carried, taking turns; and how it plays. */
export async function ofCarried(quick: boolean, wants: (name: string) => boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const urls: string[] = []
    for (const rides of [true, false]) {
      const { shot, strokes } = withSix(rides)
      await keepStrokes(db, strokes)
      await keepShot(db, shot, 'Trials')
      urls.push(`${server.url}/shots/${shot.id}`)
    }
    const rows: Row[] = []
    if (wants('steady.follow')) rows.push(await steadyFollow(page, urls[0]!, browser, quick ? 1.5 : 5))
    if (!wants('carried.cost') && !wants('play.on-time.carried')) return rows
    const [ours, plain] = [[] as number[], [] as number[]]
    for (let i = 0; i < (quick ? 1 : 3); i++) {
      ours.push(await drawing(page, urls[0]!, quick))
      plain.push(await drawing(page, urls[1]!, quick))
    }
    const [carried, still] = [Math.min(...ours), Math.min(...plain)]
    await page.goto(urls[0]!)
    await page.locator('[data-part=picture][data-whole="1"]').waitFor()
    await page.waitForTimeout(800)
    return [
      ...rows,
      {
        bench: 'carried.cost',
        value: carried / still,
        unit: 'ratio',
        bound: 1.3,
        better: 'lower',
        parts: { carried: `${carried.toFixed(2)} ms`, 'not carried': `${still.toFixed(2)} ms` },
      },
      await playOnTime(page, quick ? 3 : 20, 'play.on-time.carried'),
    ]
  } finally {
    await browser.close()
    await stop()
  }
}
