import type { Page } from '@playwright/test'
import type { Sequelize } from 'sequelize'
import { columnsOf, makeShot } from '../../core/document'
import { rate } from '../../core/time'
import { keepShot } from '../../server/shots/shots'
import { newTestId } from '../support/server'
import { Desk, expect, test } from './fixtures'

/** A further shot in the production of the desk's shot. */
async function beside(db: Sequelize, desk: Desk, name: string): Promise<string> {
  const { production } = (await (await fetch(`${desk.server.url}/api/shots/${desk.id}`)).json()) as {
    production: string
  }
  const id = newTestId()
  const about = { picture: { width: 1920, height: 1080 }, paper: '#fffdf6', length: 48, rate: rate(24) }
  await keepShot(db, makeShot(id, { name: `${name} ${id}`, ...about }), production)
  return id
}
const shelf = (page: Page) => page.getByRole('dialog', { name: /^Shelf of/ })
async function command(page: Page, words: string): Promise<void> {
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill(words)
  await page.keyboard.press('Enter')
}
/** Puts something on the shelf by a name of its own: the production is shared by all tests. */
async function keep(page: Page, what: RegExp, name: string): Promise<void> {
  const list = shelf(page).getByLabel('What is put on the shelf')
  const option = await list.locator('option').filter({ hasText: what }).first().innerText()
  await list.selectOption({ label: option })
  await shelf(page).getByLabel('Name on the shelf').fill(name)
  await shelf(page).getByRole('button', { name: /^Keep/ }).click()
  await expect(page.getByText(`“${name}” is on the shelf.`, { exact: true })).toBeVisible()
}
async function find(page: Page, name: string): Promise<void> {
  await shelf(page).getByLabel('Search the shelf').fill(name)
  await expect(shelf(page).getByRole('listitem')).toHaveCount(1)
}

test('a figure is kept, used in another shot as a copy, changed at home; the newer one is offered, shown, taken', async ({
  page,
  desk,
  running,
}) => {
  test.setTimeout(90_000)
  const name = `Marrow ${desk.id}`
  await page.keyboard.press('Alt+c')
  await expect(shelf(page)).toBeVisible()
  await keep(page, /figure/, name)
  const home = await desk.shot()
  const original = Object.values(home.stacks).flatMap(s => Object.values(s.subjects).flatMap(x => x.original ?? []))
  expect(original).toEqual([{ id: expect.any(String) as unknown as string, version: 1 }])

  const other = new Desk(page, desk.server, await beside(running.db, desk, 'Beside'))
  await other.open()
  await page.keyboard.press('Alt+c')
  await find(page, name)
  await shelf(page)
    .getByRole('button', { name: `Place ${name}` })
    .click()
  const copy = async () => Object.values(Object.values((await other.shot()).stacks)[0]!.subjects)[0]!
  await expect.poll(async () => (await copy())?.original).toEqual(original[0])
  const before = await copy()

  // At home it gets shorter, and that is its second version.
  await desk.open()
  await page.keyboard.press('Alt+p')
  const parts = page.getByRole('dialog', { name: /^Figures and parts/ })
  await parts.getByLabel('Length, percent of what it is').fill('60')
  await parts.getByRole('button', { name: 'in all drawings' }).click()
  await parts.getByRole('button', { name: /^Put .* on the shelf/ }).click()
  await expect(shelf(page).getByLabel('Name on the shelf')).toHaveValue(name)
  await shelf(page).getByRole('button', { name: 'Keep as version 2' }).click()
  await expect(page.getByText(`“${name}” is version 2 on the shelf now.`)).toBeVisible()
  await desk.saved()

  await other.open()
  await expect(page.getByText(`A newer version of “${name}” is on the shelf.`)).toBeVisible()
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  const look = await other.look()
  await page.getByRole('button', { name: `Preview version 2 of ${name}` }).click()
  await expect(shelf(page).getByText(/shown, not taken yet/)).toBeVisible()
  expect(await other.look()).not.toBe(look)
  expect(await copy()).toEqual(before)
  await shelf(page).getByRole('button', { name: 'Back', exact: true }).click()
  expect(await other.look()).toBe(look)

  await page.getByRole('button', { name: `Take version 2 of ${name}` }).click()
  await expect(shelf(page).getByText('Newer on the shelf')).toHaveCount(0)
  await expect.poll(async () => (await copy()).original?.version).toBe(2)
  const lengths = (s: typeof before) => s.figure.bones.map(b => b.length)
  expect(lengths(await copy())).not.toEqual(lengths(before))
  expect({ ...(await copy()), figure: 0, original: 0 }).toEqual({ ...before, figure: 0, original: 0 })
  // The keys are the desk's while a panel is open.
  await page.keyboard.press('Control+z')
  await expect.poll(copy).toEqual(before)
  await expect(shelf(page).getByText('Newer on the shelf')).toBeVisible()
  // All of them by one command.
  await command(page, 'take newer versions')
  await expect.poll(async () => (await copy()).original?.version).toBe(2)
})

test('a spacing and a pencil are used as copies; things are renamed, deleted and taken back', async ({
  page,
  desk,
}) => {
  const [slow, rough] = [`Slow ${desk.id}`, `Rough ${desk.id}`]
  await page.keyboard.press('Alt+c')
  await keep(page, /spacing/, slow)
  await keep(page, /pencil/, rough)
  const charts = async () => Object.values(Object.values((await desk.shot()).plans)[0]!.charts)
  const recipe = (await charts()).find(c => c.ticks.length)!.recipe
  // On the next span it is given to that one.
  await desk.goTo(27)
  await find(page, slow)
  await shelf(page)
    .getByRole('button', { name: `Use ${slow}` })
    .click()
  await expect
    .poll(async () => (await charts()).filter(c => JSON.stringify(c.recipe) === JSON.stringify(recipe)).length)
    .toBeGreaterThan(1)
  expect(Object.values((await desk.shot()).spacings!).map(k => [k.name, k.original?.version])).toEqual([[slow, 1]])

  await find(page, rough)
  await shelf(page)
    .getByRole('button', { name: `Take ${rough}` })
    .click()
  await expect(page.getByText('is in hand.')).toBeVisible()

  const menu = async (of: string, entry: string) => {
    await shelf(page)
      .getByRole('button', { name: `More for ${of}` })
      .click()
    await page.getByRole('menuitem', { name: entry }).click()
  }
  await menu(rough, 'Rename')
  await page.getByLabel(`New name of ${rough}`).fill(`${rough} blue`)
  await page.keyboard.press('Enter')
  await expect(shelf(page).getByRole('button', { name: `Take ${rough} blue` })).toBeVisible()
  await menu(`${rough} blue`, 'Delete')
  await expect(shelf(page).getByText('Nothing like that is on the shelf.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(shelf(page).getByRole('button', { name: `Take ${rough} blue` })).toBeVisible()
})

test('a column is kept whole, added elsewhere; another one is copied, and pasted after a reload; without the server that is said', async ({
  page,
  desk,
  running,
}) => {
  test.setTimeout(60_000)
  const name = `Lift ${desk.id}`
  await page.keyboard.press('Alt+c')
  await keep(page, /column/, name)
  await command(page, 'copy column')
  await expect(page.getByText(/^Copied the column/)).toBeVisible()
  const home = await desk.shot()
  const from = Object.values(home.plans)[0]!
  const frames = Object.values(from.columns).find(c => c.original)!.runs.frames

  const other = new Desk(page, desk.server, await beside(running.db, desk, 'Columns'))
  await other.open()
  const columns = async () => columnsOf(Object.values((await other.shot()).plans)[0]!)
  await command(page, 'paste column')
  await expect(page.getByText(/^Pasted .*: \d+ drawings\./)).toBeVisible()
  await page.keyboard.press('Alt+c')
  await find(page, name)
  await page.context().route('**/api/shelf/**', route => route.abort())
  await shelf(page)
    .getByRole('button', { name: `Add ${name}` })
    .click()
  await expect(shelf(page).getByRole('alert')).toContainText('The server does not answer.')
  await page.context().unroute('**/api/shelf/**')
  await shelf(page)
    .getByRole('button', { name: `Add ${name}` })
    .click()
  await expect.poll(async () => (await columns()).map(c => c.runs.frames)).toEqual([0, frames, frames])
  const [, pasted, added] = await columns()
  // A copy of a copy knows the original, too.
  expect([pasted!.original?.version, added!.original]).toEqual([1, pasted!.original])
  const shot = await other.shot()
  const charts = Object.values(Object.values(shot.plans)[0]!.charts)
  const of = (stack: string) =>
    charts
      .filter(c => c.stack === stack)
      .map(c => c.ticks.map(t => t.u))
      .sort()
  expect(of(pasted!.stack)).toEqual(of(added!.stack))
  expect(of(pasted!.stack).flat().length).toBeGreaterThan(5)
})
