import { chromium } from '@playwright/test'
import { chromiumOptions } from '../support/chromium'
import { Desk, expect, test } from './fixtures'

const strokesOf = async (desk: Desk, id: string) =>
  (await desk.shot()).stacks['keeper-stack']!.drawings[id]?.content.strokes.length ?? 0
const saving = (desk: Desk) => desk.page.locator('[data-part=saving]')

/** Takes things away that a browser may not give. */
const takenAway = {
  store: () => {
    Object.defineProperty(window, 'indexedDB', { get: () => undefined })
  },
  'a store that refuses': () => {
    indexedDB.open = () => {
      throw new DOMException('Blocked', 'SecurityError')
    }
  },
  'local storage': () => {
    Object.defineProperty(window, 'localStorage', {
      get: () => {
        throw new DOMException('Blocked', 'SecurityError')
      },
    })
  },
  locks: () => {
    Object.defineProperty(navigator, 'locks', { get: () => undefined })
  },
}

for (const [name, script] of Object.entries(takenAway))
  test(`without ${name} the shot opens, is drawn on and saved`, async ({ desk, page, context }) => {
    await context.addInitScript(script)
    await page.reload()
    await expect(desk.picture).toBeVisible()
    await page.getByRole('button', { name: 'Pencil', exact: true }).click()
    const p = await desk.picturePoint(500, 700)
    await desk.drag(p, { x: p.x + 90, y: p.y + 20 })
    await expect.poll(() => strokesOf(desk, 'keeper-1')).toBe(1)
    if (name.includes('store')) await expect(page.getByText(/^This browser keeps nothing/)).toBeVisible()
  })

test('over plain http in a studio’s network, where the browser gives less, work is saved', async ({
  desk,
  running,
}) => {
  const rule = '--host-resolver-rules=MAP studio.test 127.0.0.1'
  const browser = await chromium.launch({ ...chromiumOptions, args: [...(chromiumOptions.args ?? []), rule] })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${running.server.url.replace('127.0.0.1', 'studio.test')}/shots/${desk.id}`)
    const there = new Desk(page, running.server, desk.id)
    await expect(there.picture).toBeVisible()
    expect(await page.evaluate(() => [isSecureContext, !!crypto.subtle, !!navigator.locks])).toEqual([
      false,
      false,
      false,
    ])
    await page.getByRole('button', { name: 'Pencil', exact: true }).click()
    const p = await there.picturePoint(500, 700)
    await there.drag(p, { x: p.x + 90, y: p.y + 20 })
    await expect.poll(() => strokesOf(there, 'keeper-1')).toBe(1)
    await page.reload()
    await expect(there.picture).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect.poll(() => strokesOf(there, 'keeper-1')).toBe(0)
  } finally {
    await browser.close()
  }
})

test('a stroke that is finished survives the tab being closed at once', async ({ desk, page, context, running }) => {
  // Nothing gets through any more, as when the closing tab cuts its requests off.
  await context.route('**/api/shots/*/commands', route => route.abort())
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  const p = await desk.picturePoint(500, 700)
  await desk.drag(p, { x: p.x + 90, y: p.y + 20 }, 8, { release: false })
  // The browser's own store gets nothing after this.
  await page.evaluate(() => {
    IDBDatabase.prototype.transaction = () => {
      throw new Error('The tab is closing')
    }
  })
  await page.mouse.up()
  await page.close()
  await context.unroute('**/api/shots/*/commands')
  const next = new Desk(await context.newPage(), running.server, desk.id)
  await next.open()
  await expect.poll(() => strokesOf(next, 'keeper-1')).toBe(1)
  await next.page.keyboard.press('Control+z')
  await expect.poll(() => strokesOf(next, 'keeper-1')).toBe(0)
})

test('two strokes in quick succession on a blank frame go on one drawing', async ({ desk, page }) => {
  await desk.select(1, 50, 55)
  await page.getByRole('button', { name: 'Blank', exact: true }).click()
  await expect.poll(() => desk.exposures()).toContain('X*')
  await desk.goTo(52)
  const before = Object.keys((await desk.shot()).stacks['keeper-stack']!.drawings)
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  const p = await desk.picturePoint(500, 700)
  // Both within one turn of the page, faster than anything could be stored in between.
  await desk.picture.evaluate(
    (el, { x, y }) => {
      const canvas = el as HTMLElement
      const at = (type: string, dx: number, dy: number) =>
        canvas.dispatchEvent(
          new PointerEvent(type, {
            clientX: x + dx,
            clientY: y + dy,
            button: 0,
            buttons: type === 'pointerup' ? 0 : 1,
            pointerId: 1,
            isPrimary: true,
            bubbles: true,
          }),
        )
      canvas.setPointerCapture = () => {}
      for (const dy of [0, 30]) {
        at('pointerdown', 0, dy)
        for (let i = 1; i < 9; i++) at('pointermove', i * 8, dy)
        at('pointerup', 64, dy)
      }
    },
    { x: p.x, y: p.y },
  )
  const made = async () => {
    const { drawings } = (await desk.shot()).stacks['keeper-stack']!
    return Object.values(drawings)
      .filter(d => !before.includes(d.id))
      .map(d => d.content.strokes.length)
  }
  await expect.poll(made).toEqual([2])
})

test('seven windows of one browser all open and all save', async ({ desk, context, running }) => {
  const windows = [desk]
  for (let i = 1; i < 7; i++) {
    const more = new Desk(await context.newPage(), running.server, desk.id)
    await more.open()
    windows.push(more)
  }
  await windows[0]!.page.bringToFront()
  await windows[0]!.page.keyboard.press('+')
  await expect.poll(() => desk.exposures()).toContain('1*7')
  await windows[6]!.page.bringToFront()
  await windows[6]!.page.keyboard.press('+')
  await expect.poll(() => desk.exposures()).toContain('1*8')
  for (const w of windows) await expect(saving(w)).toHaveText('All saved')
})
