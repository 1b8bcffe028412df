import type { Page } from '@playwright/test'
import type { Desk } from './fixtures'
import { columnX, expect, test } from './fixtures'

/** Where the desk stands, as far as keys could change it. */
const standing = (page: Page) =>
  page.evaluate(() => {
    const named = (start: string) =>
      [...document.querySelectorAll('button')].find(b => (b.getAttribute('aria-label') ?? b.title).startsWith(start))
    return {
      plays: document.querySelector('.play-button')!.textContent!.trim() === 'Stop',
      undo: named('Undo')!.getAttribute('aria-label'),
      frame: document.querySelector('output[aria-label=Frame]')!.textContent,
      ghosts: named('Ghosts')!.getAttribute('aria-pressed'),
      // Fields, menus and dialogs that cover the desk have the keys until Escape.
      has: !!document.querySelector(
        '[aria-modal=true], [role=menu], input:not([type=checkbox], [type=radio], [type=range]):focus',
      ),
    }
  })

/** What can be pressed now: each with a mark by which it is found again. */
const controls = (page: Page) =>
  page.evaluate(() => {
    const kinds = 'button, summary, [role=tab], [role=radio], input[type=checkbox], input[type=radio], [tabindex="0"]'
    const names = new Map<string, number>()
    return [...document.querySelectorAll<HTMLElement>(kinds)].flatMap(el => {
      // While acting out Space is a beat, and the picture alone has no bar to look at: tests of their own.
      if (el.textContent!.includes('Start (tap)') || el.getAttribute('aria-label') === 'Picture only') return []
      const box = el.getBoundingClientRect()
      const [x, y] = [box.left + box.width / 2, box.top + box.height / 2]
      const met = document.elementFromPoint(x, y)
      if (!box.width || (el as HTMLButtonElement).disabled || !(el.contains(met) || met?.contains(el))) return []
      const name = el.getAttribute('aria-label') ?? el.textContent!.trim()
      const n = names.get(name) ?? 0
      names.set(name, n + 1)
      return [{ name: `${name || el.title} ${n || ''}`.trim(), x, y }]
    })
  })

/** Of things alike (the drawings of the tray, the heads of columns) so many are pressed. */
const OF_A_KIND = 3
/** Controls, without more of a kind than are needed: names that differ by numbers or by a column alone are of one. */
function someOfEach<C extends { readonly name: string }>(all: readonly C[]): C[] {
  const seen = new Map<string, number>()
  return all.filter(({ name }) => {
    const kind = name.replace(/\d+|Room|Keeper|Rope|Loose end/g, '#')
    seen.set(kind, (seen.get(kind) ?? 0) + 1)
    return seen.get(kind)! <= OF_A_KIND
  })
}

/** Asks for a command by its name. */
async function find(page: Page, name: string): Promise<void> {
  await page.keyboard.press('/')
  await expect(page.getByRole('combobox', { name: 'Command' })).toBeFocused()
  await page.keyboard.type(name)
  await page.keyboard.press('Enter')
}

/** Ways to what is not there at rest. */
const ROOMS: Record<string, (page: Page) => Promise<void>> = {
  'at rest': async () => undefined,
  'settings of a column': page => page.getByRole('button', { name: 'Settings of Keeper' }).click(),
  'what is exported': page => page.keyboard.press('Shift+H'),
  'what is imported': page => page.keyboard.press('Alt+i'),
  'pencil in hand': page => page.keyboard.press('d'),
  'eraser in hand': page => page.keyboard.press('u'),
  'selecting in hand': page => page.keyboard.press(';'),
  'poses in time': page => page.getByRole('button', { name: 'Time …' }).click(),
  'the tray': page => page.getByRole('button', { name: 'Tray', exact: true }).click(),
  'the shot': page => page.keyboard.press('Shift+L'),
  'figures and parts': page => page.keyboard.press('Alt+p'),
  'which ghosts': page => page.keyboard.press('Alt+g'),
  'more to do': page => page.keyboard.press('Shift+O'),
  'pins of parts': page => page.keyboard.press('Shift+I'),
  'adding a pose': page => page.keyboard.press('a'),
  'earlier states': async page => {
    await find(page, 'earlier states')
    await expect(page.getByRole('dialog', { name: 'Earlier states' }).getByRole('button').nth(1)).toBeVisible()
  },
  reshaping: async page => {
    await page.keyboard.press(';')
    await page.getByRole('button', { name: 'By numbers …' }).click()
  },
  'a chart': page =>
    page
      .getByRole('button', { name: /^halves out · 3/ })
      .first()
      .click(),
}

// Most of the suite's time is in this file: its tests are shared out.
test.describe.configure({ mode: 'parallel' })

test.describe('keys belong to the desk', () => {
  for (const [room, enter] of Object.entries(ROOMS))
    test(`after every control, ${room}: Space plays, a letter is its shortcut`, async ({ desk }) => {
      test.setTimeout(240_000)
      const { page } = desk
      const again = async () => {
        await desk.open()
        await desk.goTo(13)
        await enter(page)
        await desk.settled()
      }
      await desk.goTo(13)
      const known = new Set((await controls(page)).map(c => c.name))
      await again()
      const all = someOfEach((await controls(page)).filter(c => room === 'at rest' || !known.has(c.name)))
      const did: string[] = []
      for (const { name, x, y } of all) {
        const now = await controls(page)
        if (!now.some(c => c.name === name && c.x === x && c.y === y)) await again()
        const before = await standing(page)
        await page.mouse.click(x, y)
        await desk.settled()
        // Away from the desk, to the list of shots.
        if (!/\/shots\/[^/]+$/.test(new URL(page.url()).pathname)) {
          await again()
          continue
        }
        if ((await standing(page)).has) await page.keyboard.press('Escape')
        await expect(page.locator('[aria-modal=true], [role=menu]')).toHaveCount(0)
        const after = await standing(page)
        await page.keyboard.press('Space')
        const played = await standing(page)
        expect([name, played.plays, played.undo]).toEqual([name, !after.plays, after.undo])
        if (played.plays) await page.keyboard.press('Space')
        else await expect.poll(async () => (await standing(page)).plays).toBe(false)
        const still = await standing(page)
        await page.keyboard.press('g')
        const lettered = await standing(page)
        expect([name, lettered]).toEqual([name, { ...still, ghosts: still.ghosts === 'true' ? 'false' : 'true' }])
        await page.keyboard.press('g')
        did.push(`${name}: ${before.undo === after.undo ? 'nothing to undo' : after.undo}`)
        // What it changed is undone, so that the next one meets the same desk.
        while (before.undo !== after.undo && (await standing(page)).undo !== 'Undo')
          await page.keyboard.press('Control+z')
      }
      expect(did.length).toBeGreaterThan(room === 'at rest' ? 40 : 0)
      await test.info().attach('what each did', { body: did.join('\n') })
    })
})

test.describe('fields, and what is tried out', () => {
  test('Escape takes nothing that was typed, and gives the keys back', async ({ desk }) => {
    const { page } = desk
    await page.getByRole('button', { name: '020 Lantern lift' }).click()
    await page.getByLabel('Name of the shot').fill('Something else')
    await page.keyboard.press('Escape')
    await expect(page.getByRole('button', { name: '020 Lantern lift' })).toBeVisible()
    const length = page.getByLabel(/^Length of the shot/)
    await length.fill('99')
    await page.keyboard.press('Escape')
    await expect(length).toHaveValue('61')
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
    await page.keyboard.press('Space')
    await length.fill('62')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
    expect((await desk.shot()).length).toBe(62)
  })

  test('Escape closes what a clicked button has opened', async ({ desk }) => {
    const { page } = desk
    await page.keyboard.press('d')
    const strip = page.locator('[data-part=tools]')
    await strip.getByRole('button', { name: /^Tie-down/ }).click()
    await expect(page.getByLabel('Name of the pencil')).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(page.getByLabel('Name of the pencil')).toBeHidden()
    await page.getByRole('button', { name: 'Tray', exact: true }).click()
    const tray = page.getByRole('dialog', { name: /tray/i })
    await tray.getByRole('button', { name: /^Drawing 9,/ }).click()
    await page.keyboard.press('Space')
    await page.keyboard.press('Space')
    await page.keyboard.press('Escape')
    await expect(tray).toBeHidden()
  })

  test('what was reached by the keyboard keeps Space and Enter', async ({ desk }) => {
    const { page } = desk
    await page.getByRole('button', { name: 'Arcs', exact: true }).focus()
    await page.keyboard.press('Tab')
    await page.keyboard.press('Shift+Tab')
    const arcs = page.getByRole('button', { name: 'Arcs', exact: true })
    await expect(arcs).toBeFocused()
    const was = await arcs.getAttribute('aria-pressed')
    await page.keyboard.press('Space')
    await expect(arcs).not.toHaveAttribute('aria-pressed', was!)
    await page.keyboard.press('Enter')
    await expect(arcs).toHaveAttribute('aria-pressed', was!)
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
  })

  test('“More” tries nothing until a choice is reached', async ({ desk }) => {
    const { page } = desk
    const before = await desk.exposures()
    await desk.select(1, 1, 20)
    await page.keyboard.press('Shift+O')
    await expect(page.getByText('Point at one')).toBeVisible()
    await page.keyboard.press('Enter')
    await page.keyboard.press('ArrowDown')
    await expect(page.getByText(/^Fives/).first()).toBeVisible()
    await page.keyboard.press('ArrowDown')
    await expect(page.getByText(/Sixes:/).first()).toBeVisible()
    expect(await desk.exposures()).toBe(before)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: /^Undo: / })).toBeVisible()
    expect(await desk.exposures()).not.toBe(before)
  })

  test('leaving what is tried out says so, and it can be done after all', async ({ desk }) => {
    const { page } = desk
    const before = await desk.exposures()
    await desk.select(1, 1, 20)
    await page.keyboard.press('5')
    await page.keyboard.press('ArrowDown')
    await expect(page.getByText('Fives, keep drawings was only tried out.')).toBeVisible()
    await page.getByRole('button', { name: 'Do it' }).click()
    await expect.poll(() => desk.exposures()).not.toBe(before)
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(before)
    // What was made for another shot than is there now is not done.
    await desk.select(1, 1, 20)
    await page.keyboard.press('5')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('=')
    const changed = await desk.exposures()
    await page.getByRole('button', { name: 'Do it' }).click()
    await expect(page.getByText('The shot has changed since. Try it again.')).toBeVisible()
    expect(await desk.exposures()).toBe(changed)
    await page.keyboard.press('Control+z')
    await expect.poll(() => desk.exposures()).toBe(before)
    // Nothing is told where it was let go of on purpose.
    await page.keyboard.press('5')
    await page.keyboard.press('Escape')
    await page.keyboard.press('6')
    const sheet = (await desk.sheet.boundingBox())!
    await page.mouse.click(sheet.x + columnX(0), sheet.y + 300)
    await expect(page.getByText('Sixes, keep drawings was only tried out.')).toBeVisible()
    expect(await desk.exposures()).toBe(before)
  })

  test('the timer for acting out takes Space for a beat, however it was started', async ({ desk }) => {
    const { page } = desk
    await page.getByRole('button', { name: 'Time …' }).click()
    await page.getByRole('button', { name: 'Start (tap)' }).click()
    await expect(page.getByRole('button', { name: /^Beat 2/ })).toBeVisible()
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: /^Beat 3/ })).toBeVisible()
    await page.getByLabel('Ghosts', { exact: true }).click()
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: /^Beat 4/ })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
  })

  test('Ctrl A selects no text of the page, and the pen draws on', async ({ desk }) => {
    const { page } = desk
    await desk.goTo(13)
    await page.keyboard.press('Control+a')
    expect(await page.evaluate(() => getSelection()!.toString())).toBe('')
    const strokes = async () => {
      const { stacks } = await desk.shot()
      const drawings = Object.values(stacks).flatMap(s => Object.values(s.drawings))
      return drawings.reduce((n, d) => n + d.content.strokes.length, 0)
    }
    const before = await strokes()
    await page.keyboard.press('d')
    const at = await desk.picturePoint(400, 400)
    await desk.drag(at, { x: at.x + 60, y: at.y + 20 })
    await expect.poll(strokes).toBe(before + 1)
  })
})

test.describe('shortcuts', () => {
  const sheet = (desk: Desk) => desk.page.getByRole('heading', { name: 'Shortcuts' })
  const playing = (desk: Desk) => desk.page.getByRole('button', { name: 'Stop' })

  test('are changed, refused, told where they clash, taken from there, kept, and put back', async ({ desk }) => {
    const { page } = desk
    await page.keyboard.press('?')
    await page.keyboard.type('play or')
    await page.getByRole('button', { name: 'Change shortcuts' }).click()
    await page.getByRole('button', { name: 'Change the key of Play or stop' }).click()
    await page.keyboard.press('Control+t')
    await expect(page.getByText('Ctrl T belongs to the browser.')).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(sheet(desk)).toBeVisible()
    await expect(page.getByRole('button', { name: 'Change the key of Play or stop' })).toHaveText('Space')
    await page.getByRole('button', { name: 'Give Play or stop one more key' }).click()
    await page.keyboard.press('g')
    await expect(page.getByText('2 commands with a key that another has.')).toBeVisible()
    await page.getByRole('button', { name: 'Show these' }).click()
    await expect(page.getByText('Clash: also Play or stop.')).toBeVisible()
    await page.getByRole('button', { name: 'Take it from there' }).first().click()
    await expect(page.getByText(/Clash:/)).toHaveCount(0)
    await page.keyboard.press('Escape')
    await expect(sheet(desk)).toBeHidden()
    // The other has lost it: tooltips say so, and nothing but playback follows.
    const ghosts = page.getByRole('button', { name: 'Ghosts', exact: true })
    await expect(ghosts).not.toHaveAttribute('title', /\(G\)/)
    await page.reload()
    await desk.settled()
    const on = await ghosts.getAttribute('aria-pressed')
    await page.keyboard.press('g')
    await expect(playing(desk)).toBeVisible()
    await expect(ghosts).toHaveAttribute('aria-pressed', on!)
    await page.keyboard.press('Space')
    await expect(playing(desk)).toBeHidden()
    await page.keyboard.press('?')
    await page.getByRole('button', { name: 'Change shortcuts' }).click()
    await page.getByRole('button', { name: 'Put all back' }).click()
    await page.keyboard.press('Escape')
    await page.keyboard.press('g')
    await expect(ghosts).not.toHaveAttribute('aria-pressed', on!)
    await expect(ghosts).toHaveAttribute('title', /\(G\)/)
  })

  test('one is switched off, and all single keys are', async ({ desk }) => {
    const { page } = desk
    const ghosts = page.getByRole('button', { name: 'Ghosts', exact: true })
    const on = await ghosts.getAttribute('aria-pressed')
    await page.keyboard.press('?')
    await page.getByRole('button', { name: 'Change shortcuts' }).click()
    await page.getByRole('button', { name: 'Switch a key of Play or stop off' }).click()
    await page.getByRole('checkbox', { name: /Single keys/ }).uncheck()
    await page.keyboard.press('Escape')
    for (const key of ['Space', 'g', 'Shift+B', '3']) await page.keyboard.press(key)
    await expect(playing(desk)).toBeHidden()
    await expect(ghosts).toHaveAttribute('aria-pressed', on!)
    await page.keyboard.press('ArrowDown')
    await expect(page.getByLabel('Frame', { exact: true })).toHaveText('2')
    await expect(page.getByRole('button', { name: /^Undo: / })).toHaveCount(0)
    await page.reload()
    await desk.settled()
    await page.keyboard.press('g')
    await expect(ghosts).toHaveAttribute('aria-pressed', on!)
    // The way back is by the pointer.
    await page.getByRole('button', { name: 'Shortcuts' }).click()
    await page.getByRole('button', { name: 'Change shortcuts' }).click()
    await page.getByRole('button', { name: 'Put all back' }).click()
    await page.keyboard.press('Escape')
    await page.keyboard.press('Space')
    await expect(playing(desk)).toBeVisible()
  })
})

test('a list of values that is closed again gives the keys back', async ({ desk }) => {
  const { page } = desk
  await page.keyboard.press('Alt+g')
  const list = page.getByLabel('Columns whose ghosts are seen')
  for (const closed of ['elsewhere', 'by Escape', 'by itself']) {
    await list.click()
    if (closed === 'elsewhere') await page.getByLabel('Frame', { exact: true }).click()
    else if (closed === 'by Escape') await page.keyboard.press('Escape')
    else await list.click()
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' }), closed).toBeVisible()
    await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden()
  }
})
