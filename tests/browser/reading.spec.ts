import type { Page } from '@playwright/test'
import { makeShot } from '../../core/document'
import { rate } from '../../core/time'
import { keepShot } from '../../server/shots/shots'
import { findings } from '../support/axe'
import { newTestId } from '../support/server'
import { expect, test } from './fixtures'

const PAPER = { picture: { width: 960, height: 540 }, rate: rate(24), paper: '#fffdf6' }

/** Panels by the key that opens them. */
const PANELS: Readonly<Record<string, string>> = {
  Chart: 's',
  Tray: 'Shift+K',
  'Time the poses': 'Shift+G',
  'Figures and parts': 'Alt+p',
  Ghosts: 'Alt+g',
  Shot: 'Shift+L',
  Import: 'Alt+i',
  Export: 'Shift+H',
  Guide: 'Alt+z',
  'Add a pose': 'a',
  'More for these frames': 'Shift+O',
  Footage: 'Alt+u',
  Lines: 'Alt+l',
  Pins: 'Shift+I',
  Shelf: 'Alt+c',
  Sound: 'Alt+v',
  Reading: 'Alt+/',
  Mouths: 'Alt+;',
  Cycles: "Alt+'",
  'Moves and camera': 'Alt+[',
}
const TOOLS = ['p', 'd', 'u', ';', 'Alt+e', 'Alt+o', 'Shift+P']

for (const colours of ['day', 'night'] as const) {
  test(`axe finds nothing on the desk, by ${colours}`, async ({ page, desk }) => {
    test.setTimeout(240_000)
    await page.addInitScript(c => localStorage.setItem('fintro-theme', c), colours)
    // What changes its colour slowly is looked at when it has.
    await page.emulateMedia({ reducedMotion: 'reduce' })
    await desk.open()
    const found: Record<string, string[]> = {}
    const look = async (state: string) => {
      await desk.settled()
      const now = await findings(page)
      if (now.length) found[state] = now
    }
    await look('at rest')
    for (const key of TOOLS) {
      await page.keyboard.press(key)
      await look(`tool ${key}`)
    }
    await page.keyboard.press('p')
    for (const [name, key] of Object.entries(PANELS)) {
      await page.keyboard.press(key)
      await look(name)
      await page.keyboard.press('Escape')
    }
    for (const [name, key] of [
      ['search', '/'],
      ['shortcuts', '?'],
    ] as const) {
      await page.keyboard.press(key)
      await look(name)
      await page.keyboard.press('Escape')
    }
    await page.keyboard.press('Shift+F')
    await look('selected')
    await page.getByRole('button', { name: /^Saving|^All saved/ }).click()
    await look('saving')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^View \d/ }).click()
    await look('menu')
    await page.keyboard.press('Escape')
    await page.keyboard.press('/')
    await page.getByRole('combobox', { name: 'Command' }).fill('first steps')
    await page.keyboard.press('Enter')
    await look('first steps')
    await page.keyboard.press('z')
    await look('plot')
    await page.keyboard.press("Alt+'")
    const cycles = page.getByRole('dialog', { name: 'Cycles' })
    await cycles.getByRole('button', { name: 'Plan it' }).click()
    await cycles.getByRole('button', { name: /^Next/ }).click()
    await cycles.getByText(/^Its frames and moments/).click()
    await look('a planned cycle')
    await page.keyboard.press('\\')
    await look('picture only')
    expect(found).toEqual({})
  })

  test(`axe finds nothing in the list, the guide and the table, by ${colours}`, async ({ page, desk, running }) => {
    test.setTimeout(120_000)
    await page.addInitScript(c => localStorage.setItem('fintro-theme', c), colours)
    // What changes its colour slowly is looked at when it has.
    await page.emulateMedia({ reducedMotion: 'reduce' })
    const found: Record<string, string[]> = {}
    const look = async (state: string) => {
      const now = await findings(page)
      if (now.length) found[state] = now
    }
    // What lies half under the foot of the page is no smaller a target for it: few shots, all of them seen whole.
    const own = `Read ${newTestId()}`
    for (const name of ['010 Dawn', '020 Noon', '030 Dusk'])
      await keepShot(running.db, makeShot(newTestId(), { name, length: 24, ...PAPER }), own)
    await page.goto(running.server.url)
    await page.getByRole('searchbox').fill(own)
    await expect(page.getByText('3 shots found')).toBeVisible()
    await expect(page.getByRole('listitem').first()).toBeVisible()
    await look('cards')
    await page.getByRole('checkbox').first().check()
    await look('selected')
    await page.getByRole('radio', { name: 'Rows' }).click()
    await look('rows')
    for (const name of ['Status …', 'Move …']) {
      await page.getByRole('button', { name }).click()
      await look(name)
      await page.keyboard.press('Escape')
    }
    for (const name of ['Bin', 'New shot']) {
      await page.getByRole('button', { name, exact: true }).click()
      await page.waitForTimeout(300)
      await look(name)
      await page.keyboard.press('Escape')
    }
    await page
      .getByRole('button', { name: /^More for/ })
      .first()
      .click()
    await look('menu')
    await page.keyboard.press('Escape')
    await page.getByRole('searchbox').fill('no such shot at all')
    await expect(page.getByText('No shot has')).toBeVisible()
    await look('nothing found')
    for (const path of ['/guide', '/guide/chart', `/table/${desk.id}`]) {
      await page.goto(`${running.server.url}${path}`)
      await page.waitForTimeout(600)
      await look(path)
    }
    expect(found).toEqual({})
  })
}

/** What a screen reader has: roles and names, as text. */
const active = (page: Page) =>
  page.locator('[data-part=sheet-grid]').evaluate(grid => {
    const cell = document.getElementById(grid.getAttribute('aria-activedescendant') ?? '')
    return cell ? `${cell.getAttribute('role')} ${cell.textContent.trim()}` : 'none'
  })

test('the sheet is entered and read by a screen reader’s route', async ({ page, desk }) => {
  await desk.open()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('link', { name: 'Skip to the sheet' })).toBeFocused()
  await page.keyboard.press('Enter')
  const grid = page.getByRole('grid', { name: 'Exposure sheet' })
  await expect(grid).toBeFocused()
  await expect(grid).toHaveAttribute('aria-rowcount', '74')
  await expect(grid.getByRole('columnheader')).toHaveText(['Frame', 'Room', 'Keeper', 'Rope', 'Loose end'])
  await page.keyboard.press('Home')
  const first = await active(page)
  expect(first).toMatch(/^gridcell \w+, frame 1: drawing 1, key, first exposed here$/)
  // To the Keeper, and down into its hold.
  while (!(await active(page)).startsWith('gridcell Keeper')) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  expect(await active(page)).toBe('gridcell Keeper, frame 3: drawing 1, key, held, frame 3')
  await page.keyboard.press('ArrowLeft')
  expect(await active(page)).toMatch(/^gridcell Room, frame 3/)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(grid.getByRole('gridcell', { selected: true })).toHaveCount(2)
  await expect(page.locator('[data-part=selected]')).toHaveText('Selected: frames 3 to 4 of Keeper')
  // What is done from here is done there, and told.
  const before = await desk.exposures()
  await page.keyboard.press('Escape')
  await page.keyboard.press('=')
  await expect.poll(() => desk.exposures()).not.toBe(before)
  await expect(grid).toBeFocused()
  // Space plays, as everywhere.
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await page.keyboard.press('Space')

  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill('screen reader')
  const [table] = await Promise.all([page.context().waitForEvent('page'), page.keyboard.press('Enter')])
  await expect(table.getByRole('table')).toBeVisible()
  await expect(table.getByRole('columnheader')).toHaveText([
    'Frame',
    'Action notes',
    'Room',
    'Keeper',
    'Rope',
    'Loose end',
  ])
  await expect(table.getByRole('row', { name: /^3 / }).getByRole('cell').nth(2)).toHaveText(
    'drawing 1, key, held, frame 3',
  )
  await table.close()
})
