import { readFile } from 'node:fs/promises'
import type { Locator, Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import { PNG } from 'pngjs'
import { expect, test as base } from '@playwright/test'
import type { Sequelize } from 'sequelize'
import type { Column, Shot } from '../../core/document'
import { openShot } from '../../core/document'
import { eachRun } from '#core/sheet'
import { HEAD, MARGIN, COLUMN, rowsOf, USUAL_ROW } from '../../app/sheet/layout'
import { viewOf, STRAIGHT } from '../../app/picture/lens'
import { RAIL, railScale } from '../../app/rail/layout'
import { loadDemo } from '../support/demo'
import type { FintroServer } from '../support/server'
import { newTestId, serve } from '../support/server'

const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

/** The middle of a column of the demo's sheet; px from the left of the sheet. */
export const columnX = (column: number): number => MARGIN + column * COLUMN + COLUMN / 2
/** Places across the rail at its usual width. */
export const { x: xOfU, u: uOfX } = railScale(RAIL)

/** What the demo's Keeper exposes at first. */
export const START =
  '1*6 7*2 9*2 11*2 13*4 17*2 19*2 21*1 22*1 23*1 24*1 25*1 26*1 27*2 29*2 31*6 37*2 39*2 41*2 43*2 45*2 47*2 49*13'

export interface Running {
  server: FintroServer
  db: Sequelize
  stop: () => Promise<void>
}

/** The exposures of a column as "number*frames", in order. */
export const exposuresOf = (shot: Shot, { runs, stack }: Column): string =>
  [...eachRun(runs)]
    .map(({ run }) => `${run.drawing === null ? 'X' : shot.stacks[stack]!.drawings[run.drawing]!.number}*${run.frames}`)
    .join(' ')

/** What a person has in hand on the desk of one shot. */
export class Desk {
  readonly sheet: Locator
  readonly rail: Locator
  readonly picture: Locator
  constructor(
    readonly page: Page,
    readonly server: FintroServer,
    readonly id: string,
  ) {
    this.sheet = page.locator('[data-part=sheet]')
    this.rail = page.locator('[data-part=rail]')
    this.picture = page.locator('[data-part=picture]')
  }

  async open(): Promise<void> {
    await this.page.goto(`${this.server.url}/shots/${this.id}`)
    await expect(this.picture).toBeVisible()
    await this.settled()
  }

  /** All is stored by the server. */
  async saved(): Promise<void> {
    await expect(this.page.locator('[data-part=saving]')).toHaveText('All saved')
  }

  /** The panel in the side slot is there, and the canvases have drawn what there is to draw. */
  async settled(): Promise<void> {
    // Panels are loaded when they are first opened.
    await expect(this.page.locator('aside:not(:has([role=dialog]))')).toHaveCount(0)
    await this.page.evaluate(
      () => new Promise<void>(done => requestAnimationFrame(() => requestAnimationFrame(() => done()))),
    )
  }

  /** The shot as the server keeps it. */
  async shot(): Promise<Shot> {
    await this.saved()
    const { document } = (await (await fetch(`${this.server.url}/api/shots/${this.id}`)).json()) as {
      document: unknown
    }
    const opened = openShot(document)
    if (!opened.ok) throw new Error(opened.message)
    return opened.shot
  }

  /** Exposures of a column as "number*frames", in order. */
  async exposures(column = 'keeper'): Promise<string> {
    const shot = await this.shot()
    const c = shot.plans[shot.planOrder[0]!]!.columns[column]!
    return exposuresOf(shot, c)
  }

  async goTo(frame: number): Promise<void> {
    await this.scrollTo(frame)
    const box = (await this.sheet.boundingBox())!
    await this.page.mouse.click(box.x + 14, box.y + HEAD + (await this.y(frame)))
    await expect(this.page.getByLabel('Frame', { exact: true })).toHaveText(String(frame))
  }

  private async scrollTo(frame: number): Promise<void> {
    await this.sheet.evaluate((el, top) => {
      const scroller = el.closest('.overflow-y-scroll')!
      if (top < scroller.scrollTop || top > scroller.scrollTop + scroller.clientHeight - 120)
        scroller.scrollTop = Math.max(0, top - 60)
    }, yOfFrame(frame))
    await this.settled()
  }

  private async y(frame: number): Promise<number> {
    const scroll = await this.sheet.evaluate(el => el.closest('.overflow-y-scroll')!.scrollTop)
    return yOfFrame(frame) - scroll + ROW / 2
  }

  /** Selects frames of a column by dragging over them. */
  async select(column: number, first: number, last: number): Promise<void> {
    await this.scrollTo(first)
    const box = (await this.sheet.boundingBox())!
    const x = box.x + columnX(column)
    await this.drag({ x, y: box.y + HEAD + (await this.y(first)) }, { x, y: box.y + HEAD + (await this.y(last)) })
  }

  /** A point of the rail: a place u across, a frame down, and some px more. */
  async railPoint(u: number, frame: number, dy = 0): Promise<{ x: number; y: number }> {
    await this.scrollTo(frame)
    const box = (await this.rail.boundingBox())!
    return { x: box.x + xOfU(u), y: box.y + HEAD + (await this.y(frame)) + dy }
  }

  /** A point of the picture on the page, from px of the picture. */
  async picturePoint(x: number, y: number): Promise<{ x: number; y: number }> {
    const shot = await this.shot()
    // A panel that was just closed makes room for the picture, which is fitted anew.
    await this.settled()
    const box = (await this.picture.boundingBox())!
    const { scale, x: left, y: top } = viewOf(shot.picture, box, STRAIGHT)
    return { x: box.x + left + x * scale, y: box.y + top + y * scale }
  }

  /** Makes the rows of the sheet denser or roomier, so many times. */
  async rows(how: 'Denser' | 'Roomier', times: number): Promise<void> {
    for (let i = 0; i < times; i++) {
      await this.page.getByRole('button', { name: 'How the sheet is looked at' }).click()
      await this.page.getByRole('menuitem', { name: `${how} rows` }).click()
    }
    await this.settled()
  }

  /** What the drawing under the playhead is made, by the menu of its role. */
  async role(item: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Role of the drawing' }).click()
    await this.page.getByRole('menuitem', { name: item }).click()
  }

  async drag(
    from: { x: number; y: number },
    to: { x: number; y: number },
    steps = 8,
    { release = true } = {},
  ): Promise<void> {
    await this.page.mouse.move(from.x, from.y)
    await this.page.mouse.down()
    await this.page.mouse.move(to.x, to.y, { steps })
    await this.settled()
    if (release) await this.page.mouse.up()
  }

  /** The picture as it is drawn now; equal when nothing in it differs. */
  async look(): Promise<string> {
    await this.page.mouse.move(640, 24)
    await this.settled()
    // Strokes of a frame are fetched when one goes there.
    await expect(this.picture).toHaveAttribute('data-whole', '1')
    await this.settled()
    return this.picture.evaluate(el => (el as HTMLCanvasElement).toDataURL())
  }
}

/** What goes wrong in a page from now on: errors, and what its content security policy forbids. */
export function faultsOf(page: Page): string[] {
  const faults: string[] = []
  page.on('pageerror', e => faults.push(e.message))
  page.on('console', m => {
    if (m.type() === 'error' && /Content Security Policy/i.test(m.text())) faults.push(m.text())
  })
  return faults
}

export const test = base.extend<{ desk: Desk }, { running: Running }>({
  running: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const running = await serve({ FINTRO_HOSTS: 'studio.test' })
      await use(running)
      await running.stop()
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  /** Who tests knows the first steps. */
  context: async ({ context }, use) => {
    await context.addInitScript(() => {
      if (!localStorage.getItem('fintro-first-steps-dismissed'))
        localStorage.setItem('fintro-first-steps-dismissed', 'true')
    })
    await use(context)
  },
  /** The desk of a demo shot of its own. */
  desk: async ({ page, running }, use) => {
    const id = newTestId()
    await loadDemo(running.db, id)
    const faults = faultsOf(page)
    const desk = new Desk(page, running.server, id)
    await desk.open()
    await use(desk)
    expect(faults, 'faults in the page').toEqual([])
  },
})
export { expect }

/** A new shot, its desk open. */
export async function newShot(page: Desk['page'], server: Desk['server'], name: string): Promise<Desk> {
  await page.goto(server.url)
  await page.getByRole('button', { name: 'New shot' }).first().click()
  await expect(page.getByRole('dialog', { name: 'New shot' }).getByLabel('Name')).toBeFocused()
  await page.keyboard.type(name)
  await page.keyboard.press('Enter')
  await page.waitForURL(/\/shots\//)
  const desk = new Desk(page, server, page.url().split('/').at(-1)!)
  await expect(desk.picture).toBeVisible()
  await desk.settled()
  return desk
}

/** A cell of the sheet, on the screen. */
export const cell = async (desk: Desk, frame: number, column = 0) => {
  const box = (await desk.sheet.boundingBox())!
  return { x: box.x + columnX(column), y: box.y + HEAD + yOfFrame(frame) + ROW / 2 }
}

/** Frames exported as images, by the names of their files; read back by pngjs (ISO/IEC 15948). */
export async function imagesOf(
  page: Page,
  first: number,
  last: number,
  { background = true }: { background?: boolean } = {},
): Promise<Record<string, PNG>> {
  await page.keyboard.press('Shift+H')
  const dialog = page.getByRole('dialog', { name: 'Export' })
  await dialog.getByRole('radio', { name: 'Images' }).click()
  await dialog.getByLabel('From frame').fill(String(first))
  await dialog.getByLabel('to frame').fill(String(last))
  for (const part of ['with the background', 'on paper, not transparent'])
    await dialog.getByLabel(part).setChecked(background)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: /^Export \d+ images?$/ }).click(),
  ])
  await page.keyboard.press('Escape')
  const files = unzipSync(new Uint8Array(await readFile(await download.path())))
  return Object.fromEntries(Object.entries(files).map(([name, bytes]) => [name, PNG.sync.read(Buffer.from(bytes))]))
}
