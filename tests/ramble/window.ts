import type { BrowserContext, Page } from '@playwright/test'
import type { Area, Spot, Step } from './steps'

const PARTS: Record<Area, string> = {
  sheet: '[data-part=sheet]',
  rail: '[data-part=rail]',
  picture: '[data-part=picture]',
  poses: '[aria-label=Poses]',
}
/** What leads away from the shot, or opens a window of the system. */
const NOT_PRESSED = 'a, [target=_blank], input[type=file], [aria-label^="Import"]'
/** Said by the browser when a request does not get through. */
const ON_THE_WAY = /Failed to load resource|net::ERR|ERR_CONNECTION|fetch/i
const SHORT = { timeout: 1500 }

/** A window with a shot open: does steps in it, and notes what goes wrong. */
export class RambleWindow {
  readonly faults: string[] = []
  private page!: Page

  constructor(
    private readonly context: BrowserContext,
    private readonly url: string,
    /** Whether the server is there: requests that do not get through are no fault while it is not. */
    private readonly served: () => boolean,
  ) {}

  async open(): Promise<void> {
    this.page = await this.context.newPage()
    this.page.on('pageerror', e => this.faults.push(`page error: ${e.message}`))
    this.page.on('console', m => {
      if (m.type() === 'error' && !ON_THE_WAY.test(m.text())) this.faults.push(`console: ${m.text()}`)
    })
    this.page.on('response', r => {
      if (r.status() >= 500 && this.served()) this.faults.push(`the server answered ${r.status()} to ${r.url()}`)
    })
    await this.page.goto(this.url)
    await this.shown()
  }

  private async shown(): Promise<void> {
    await this.page.locator(PARTS.picture).waitFor({ timeout: 20_000 })
  }

  /** What it looks like, for who has to find out. */
  async picture(path: string): Promise<void> {
    await this.page.screenshot({ path, timeout: 3000 }).catch(() => {})
  }

  async close(): Promise<void> {
    await this.page.close()
  }

  async do(step: Step): Promise<void> {
    const { page } = this
    switch (step.kind) {
      case 'key':
        return page.keyboard.press(step.key)
      case 'click':
        return this.holding(step.held, async () => {
          const p = await this.point(step.at)
          if (p) await page.mouse.click(p.x, p.y, { clickCount: step.twice ? 2 : 1 })
        })
      case 'menu': {
        const p = await this.point(step.at)
        if (p) await page.mouse.click(p.x, p.y, { button: 'right' })
        return
      }
      case 'drag':
        return this.holding(step.held, () => this.drag(step.at, step.to))
      case 'wheel': {
        const p = await this.point(step.at)
        if (!p) return
        await page.mouse.move(p.x, p.y)
        return page.mouse.wheel(0, step.by)
      }
      case 'button':
        return this.press(step.which)
      case 'type':
        return this.fill(step.which, step.text)
      case 'select':
        return this.choose(step.which, step.option)
      case 'undo':
        return page.keyboard.press('Control+z')
      case 'redo':
        return page.keyboard.press('Control+Shift+z')
      case 'reload':
        await page.reload()
        return this.shown()
      case 'close':
        await this.close()
        return this.open()
      case 'kill':
        return
    }
  }

  private async holding(key: string | null, work: () => Promise<void>): Promise<void> {
    if (key) await this.page.keyboard.down(key)
    await work()
    if (key) await this.page.keyboard.up(key)
  }

  private async point({ area, x, y }: Spot): Promise<{ x: number; y: number } | null> {
    const box = await this.page
      .locator(PARTS[area])
      .first()
      .boundingBox({ timeout: 500 })
      .catch(() => null)
    if (!box) return null
    const [right, bottom] = [Math.min(box.x + box.width, 1279), Math.min(box.y + box.height, 799)]
    return { x: box.x + x * (right - box.x), y: box.y + y * (bottom - box.y) }
  }

  private async drag(from: Spot, to: Spot): Promise<void> {
    const [a, b] = [await this.point(from), await this.point(to)]
    if (!a || !b) return
    await this.page.mouse.move(a.x, a.y)
    await this.page.mouse.down()
    await this.page.mouse.move(b.x, b.y, { steps: 6 })
    await this.page.mouse.up()
  }

  /** One of those that are there now. Gone again before it is reached is no fault. */
  private async oneOf(selector: string, which: number) {
    const all = this.page.locator(selector)
    const n = await all.count()
    return n ? all.nth(Math.floor(which * n)) : null
  }

  private async press(which: number): Promise<void> {
    const button = await this.oneOf(`button:visible:enabled:not(${NOT_PRESSED})`, which)
    await button?.click(SHORT).catch(() => {})
  }

  private async fill(which: number, text: string): Promise<void> {
    const field = await this.oneOf(
      'input:visible:enabled:not([type=file]):not([type=checkbox]):not([type=radio]):not([type=range]):not([type=color])',
      which,
    )
    await field?.fill(text, SHORT).catch(() => {})
    await field?.press('Enter', SHORT).catch(() => {})
  }

  private async choose(which: number, option: number): Promise<void> {
    const select = await this.oneOf('select:visible:enabled', which)
    const n =
      (await select
        ?.locator('option')
        .count()
        .catch(() => 0)) ?? 0
    if (n) await select!.selectOption({ index: Math.floor(option * n) }, SHORT).catch(() => {})
  }

  /** Nothing stands in the way any more: dialogs close, and the desk takes keys. Says what does not. */
  async letGo(): Promise<void> {
    const { page } = this
    for (let i = 0; i < 6; i++) await page.keyboard.press('Escape')
    await page.waitForTimeout(60)
    if (await page.locator('[role=dialog][aria-modal=true]:visible').count())
      this.faults.push('a dialog does not close with Escape')
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    // While it plays, keys that go somewhere do not show.
    const playing = (await page.locator('.play-button').textContent()) ?? ''
    if (playing.includes('Stop')) await page.keyboard.press('Space')
    const frame = page.getByLabel('Frame', { exact: true })
    await page.keyboard.press('Home')
    const [before] = [await frame.textContent()]
    await page.keyboard.press('ArrowDown')
    await page.waitForTimeout(60)
    if ((await frame.textContent()) === before) this.faults.push('the desk takes no keys')
  }

  /** All is saved, or a fault. */
  async saved(): Promise<void> {
    const text = this.page.locator('[data-part=saving]')
    for (let i = 0; i < 300; i++) {
      if (/^All saved/.test((await text.textContent()) ?? '')) return
      await this.page.waitForTimeout(100)
    }
    this.faults.push(`not saved after 30 s: ${(await text.textContent()) ?? ''}`)
  }

  /** The shot that the desk shows, as it would be stored. */
  async document(): Promise<unknown> {
    return JSON.parse(
      await this.page.evaluate(() => {
        interface Pinia {
          _s: Map<string, { shot: unknown }>
        }
        const root = document.querySelector('#__nuxt') as unknown as {
          __vue_app__: { config: { globalProperties: { $pinia: Pinia } } }
        }
        const { shot } = root.__vue_app__.config.globalProperties.$pinia._s.get('desk')!
        return JSON.stringify(shot, (_k, v: unknown) => {
          const runs = v as { chunks?: { runs: unknown[] }[]; count?: number } | null
          return typeof v === 'object' && runs?.chunks && runs.count !== undefined
            ? runs.chunks.flatMap(c => c.runs)
            : v
        })
      }),
    ) as unknown
  }

  /** Undoes until there is nothing left; gives how many steps that were. */
  async undoAll(): Promise<number> {
    const button = this.page.getByRole('button', { name: /^Undo/ }).first()
    let n = 0
    for (; n < 2000 && (await button.isEnabled()); n++) await this.page.keyboard.press('Control+z')
    const refused = await this.page.getByText('cannot be undone').count()
    if (refused) this.faults.push('an undo was refused')
    return n
  }
}
