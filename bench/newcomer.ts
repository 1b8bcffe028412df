import type { Locator, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import type { Shot } from '../core/document'
import { openShot } from '../core/document'
import { STRAIGHT, viewOf } from '../app/picture/lens'
import { COLUMN, HEAD, MARGIN, rowsOf, USUAL_ROW } from '../app/sheet/layout'
import { chromiumOptions } from '../tests/support/chromium'
import type { Row } from './row'
import { demo } from './demo'

const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

/** What somebody takes for each thing, seconds; what the machine takes is not counted. */
const PAUSE = { click: 0.6, key: 0.25, panel: 1.5 }

interface Point {
  readonly x: number
  readonly y: number
}

/** A hand whose actions are counted: one is a click, a drag, a key chord, or a field typed and entered. */
class Hand {
  actions = 0
  seconds = 0
  private readonly begun = Date.now()
  constructor(readonly page: Page) {}

  /** Seconds that passed besides the pauses: the machine's. */
  get waited(): number {
    return (Date.now() - this.begun) / 1000
  }

  private act(seconds: number): void {
    this.actions += 1
    this.seconds += seconds
  }

  /** A click; `opens` tells that something new is to be read then. */
  async click(what: Locator | Point, { opens, ...how }: { opens?: true; modifiers?: ('Alt' | 'Control')[] } = {}) {
    this.act(PAUSE.click + (opens ? PAUSE.panel : 0))
    if ('x' in what) {
      for (const m of how.modifiers ?? []) await this.page.keyboard.down(m)
      await this.page.mouse.click(what.x, what.y)
      for (const m of how.modifiers ?? []) await this.page.keyboard.up(m)
    } else await what.click(how)
    await this.page.waitForTimeout(150)
  }

  async key(key: string, { opens }: { opens?: true } = {}) {
    this.act(PAUSE.key + (opens ? PAUSE.panel : 0))
    await this.page.keyboard.press(key)
    await this.page.waitForTimeout(150)
  }

  async drag(...way: Point[]) {
    this.act(PAUSE.click)
    await this.page.mouse.move(way[0]!.x, way[0]!.y)
    await this.page.mouse.down()
    for (const p of way.slice(1)) await this.page.mouse.move(p.x, p.y, { steps: 6 })
    await this.page.mouse.up()
    await this.page.waitForTimeout(150)
  }

  /** A field typed and entered. */
  async type(field: Locator, text: string) {
    this.act(PAUSE.key * text.length)
    await field.fill(text)
    await field.press('Enter')
    await this.page.waitForTimeout(150)
  }
}

/** A cell of the sheet, on the screen. */
async function cell(page: Page, column: number, frame: number): Promise<Point> {
  const box = (await page.locator('[data-part=sheet]').boundingBox())!
  return { x: box.x + MARGIN + (column + 0.4) * COLUMN, y: box.y + HEAD + yOfFrame(frame) + ROW / 2 }
}

/** A point of the picture (px of a picture of 1920 × 1080), on the screen. */
async function onPicture(page: Page, x: number, y: number): Promise<Point> {
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const view = viewOf({ width: 1920, height: 1080 }, box, STRAIGHT)
  return { x: box.x + view.x + x * view.scale, y: box.y + view.y + y * view.scale }
}

async function stored(page: Page): Promise<Shot> {
  await page.getByText('All saved').waitFor()
  const id = new URL(page.url()).pathname.split('/').at(-1)!
  const answer: unknown = await page.evaluate(async i => (await fetch(`/api/shots/${i}`)).json(), id)
  const opened = openShot((answer as { document: unknown }).document)
  if (!opened.ok) throw new Error(opened.message)
  return opened.shot
}

const charts = (shot: Shot) => Object.values(Object.values(shot.plans)[0]!.charts)

/** Fails where what was made is not what was meant, so that no route is counted that leads nowhere. */
function check(holds: boolean, what: string): void {
  if (!holds) throw new Error(`The route of the bench no longer leads there: ${what}.`)
}

async function plays(page: Page): Promise<void> {
  const seen = new Set<string>()
  for (let i = 0; i < 20; i++) {
    seen.add(await page.getByLabel('Frame', { exact: true }).innerText())
    await page.waitForTimeout(40)
  }
  check(seen.size > 3, 'it does not play')
}

async function newShot(hand: Hand): Promise<void> {
  await hand.click(hand.page.getByRole('button', { name: 'New shot' }).first(), { opens: true })
  await hand.key('Enter')
  await hand.page.locator('[data-part=picture]').waitFor()
  await hand.page.waitForTimeout(500)
}

/** From the list to watching an eased movement of two posed figures on twos. */
async function figureRoute(hand: Hand): Promise<void> {
  const { page } = hand
  await newShot(hand)
  await hand.click(page.getByRole('button', { name: 'Figure', exact: true }), { opens: true })
  await hand.click(page.getByRole('menuitem', { name: 'Person, from the side' }))
  const lean = async (x: number, y: number, dx: number, dy: number) =>
    hand.drag(await onPicture(page, x, y), await onPicture(page, x + dx, y + dy))
  // The hand nearer to the eye, and the root.
  await lean(960, 0.86 * 1080 - 250, -60, 30)
  await hand.click(await cell(page, 0, 9))
  await hand.key('c')
  await lean(900, 0.86 * 1080 - 220, 160, -20)
  await hand.click(page.getByRole('button', { name: /^\+ in-betweens/ }).first(), { opens: true })
  await hand.click(page.getByRole('option', { name: 'Curve, slow at both ends' }))
  await hand.key('Space')
  await plays(page)
  await page.keyboard.press('Space')
  const shot = await stored(page)
  const [chart] = charts(shot)
  check(chart?.ticks.length === 3 && chart.step === 2 && chart.recipe.family === 'curve', 'three in-betweens on twos')
  const stack = Object.values(shot.stacks)[0]!
  const [a, b] = [chart!.from, chart!.to].map(d => JSON.stringify(stack.drawings[d]!.content.poses))
  check(a !== b && a !== '{}', 'two figures in two poses')
}

/** Three drawn poses, charted, on twos, playing held where nothing is drawn yet. */
async function drawnRoute(hand: Hand): Promise<void> {
  const { page } = hand
  await newShot(hand)
  await hand.key('d')
  for (const [frame, x] of [
    [1, 500],
    [9, 900],
    [17, 1300],
  ] as const) {
    if (frame > 1) await hand.click(await cell(page, 0, frame))
    await hand.drag(await onPicture(page, x, 300), await onPicture(page, x + 120, 500), await onPicture(page, x, 800))
  }
  await hand.drag(await cell(page, 0, 1), await cell(page, 0, 16))
  await hand.click(page.getByRole('button', { name: /^\+ in-betweens/ }).first(), { opens: true })
  await hand.click(page.getByRole('option', { name: 'Halves, slow into the second' }))
  await hand.key('Space')
  await plays(page)
  await page.keyboard.press('Space')
  check(
    charts(await stored(page))
      .map(c => c.ticks.length)
      .join() === '3,3',
    'two charts of three in-betweens',
  )
}

type Job = readonly [name: string, how: (hand: Hand) => Promise<void>, holds: (shot: Shot, before: Shot) => boolean]
const column = (shot: Shot, id = 'keeper') => Object.values(shot.plans)[0]!.columns[id]!
const drawings = (shot: Shot) => Object.keys(shot.stacks['keeper-stack']!.drawings).length

/** Frequent jobs on the demo's second shot, the desk at rest. */
const JOBS: readonly Job[] = [
  [
    'range on twos',
    async h => {
      await h.drag(await cell(h.page, 1, 1), await cell(h.page, 1, 12))
      await h.key('2')
      await h.key('Enter')
    },
    (s, b) => column(s).runs.frames !== column(b).runs.frames,
  ],
  [
    'one frame more',
    async h => {
      await h.click(await cell(h.page, 1, 13))
      await h.key('+')
    },
    (s, b) => column(s).runs.frames === column(b).runs.frames + 1,
  ],
  [
    'new drawing here',
    async h => {
      await h.click(await cell(h.page, 1, 15))
      await h.key('n')
    },
    (s, b) => drawings(s) === drawings(b) + 1,
  ],
  [
    'in-between halfway',
    async h => {
      await h.click(await cell(h.page, 1, 9))
      await h.key('Shift+Semicolon')
    },
    (s, b) => drawings(s) === drawings(b) + 1,
  ],
  [
    'ease a span',
    async h => {
      await h.click(await cell(h.page, 1, 28))
      await h.key('e')
    },
    s => charts(s).some(c => c.recipe.family === 'halves' && c.recipe.slow === 'second'),
  ],
  [
    'rename and hide a column',
    async h => {
      await h.click(h.page.getByRole('button', { name: 'Settings of Rope' }), { opens: true })
      await h.type(h.page.getByRole('dialog').getByLabel('Name', { exact: true }), 'Line')
      await h.click(h.page.getByRole('button', { name: 'Hide Line' }))
    },
    s => Object.values(Object.values(s.plans)[0]!.columns).some(c => c.name === 'Line' && c.hidden),
  ],
  [
    'copy any pose elsewhere',
    async h => {
      await h.click(await cell(h.page, 1, 35))
      await h.click(h.page.getByRole('button', { name: /^Pose 13,/ }), { modifiers: ['Alt'] })
    },
    (s, b) => drawings(s) === drawings(b) + 1,
  ],
  ['flip', h => h.key('9'), () => true],
  [
    'loop a range',
    async h => {
      await h.drag(await cell(h.page, 1, 13), await cell(h.page, 1, 26))
      await h.key('l')
      await h.page.getByRole('button', { name: '13–26' }).waitFor()
    },
    () => true,
  ],
  [
    'export a sequence',
    async h => {
      await h.key('Shift+H', { opens: true })
      await h.click(h.page.getByRole('radio', { name: 'Images' }))
      const download = h.page.waitForEvent('download')
      await h.click(h.page.getByRole('button', { name: /^Export \d+ images/ }))
      await download
    },
    () => true,
  ],
  [
    'cycle to the end',
    async h => {
      await h.drag(await cell(h.page, 1, 13), await cell(h.page, 1, 25))
      await h.key('Alt+b')
    },
    s => column(s).repeats?.some(r => r.times === null) ?? false,
  ],
  [
    'take a frame out at two contacts',
    async h => {
      await h.click(await cell(h.page, 1, 3))
      await h.click(await cell(h.page, 1, 15), { modifiers: ['Control'] })
      await h.key('Shift+Delete')
    },
    (s, b) => column(s).runs.frames === column(b).runs.frames - 2,
  ],
]

/** Somebody new makes a movement; and how many actions frequent jobs take. */
export async function newcomer(): Promise<Row[]> {
  const { server, stop } = await demo()
  const browser = await chromium.launch(chromiumOptions)
  const rows: Row[] = []
  const open = async (path: string): Promise<Hand> => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true })
    const page = await context.newPage()
    await page.goto(server.url + path)
    await page.getByText(path === '/' ? '020 Lantern lift' : 'All saved').waitFor()
    await page.waitForTimeout(600)
    return new Hand(page)
  }
  try {
    for (const [name, route, bound] of [
      ['newcomer.figure', figureRoute, { actions: 18, seconds: 25 }],
      ['newcomer.drawn', drawnRoute, { actions: 18, seconds: 28 }],
    ] as const) {
      const hand = await open('/')
      await route(hand)
      const parts = { 'the whole run': `${hand.waited.toFixed(1)} s` }
      const seconds = Number(hand.seconds.toFixed(2))
      rows.push({
        bench: `${name}.actions`,
        value: hand.actions,
        unit: '',
        bound: bound.actions,
        better: 'lower',
        parts,
      })
      rows.push({ bench: name, value: seconds, unit: 's', bound: bound.seconds, better: 'lower', parts })
      await hand.page.context().close()
    }
    for (const [name, how, holds] of JOBS) {
      const hand = await open('/shots/gull-point-020')
      const before = await stored(hand.page)
      await how(hand)
      check(holds(await stored(hand.page), before), name)
      const parts = { job: name, seconds: hand.seconds.toFixed(2) }
      rows.push({ bench: 'job.actions', value: hand.actions, unit: '', bound: 3, better: 'lower', parts })
      // The next one finds the shot as it was.
      for (let i = 0; i < 3; i++) await hand.page.keyboard.press('Control+z')
      await stored(hand.page)
      await hand.page.context().close()
    }
  } finally {
    await browser.close()
    await stop()
  }
  return rows
}
