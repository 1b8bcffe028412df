import type { Page } from '@playwright/test'
import { makeShot } from '../../core/document'
import { rate } from '../../core/time'
import { keepShot } from '../../server/shots/shots'
import { expect, newShot, test } from './fixtures'
import { newTestId } from '../support/server'

const paper = { picture: { width: 960, height: 540 }, rate: rate(24), paper: '#fffdf6' }
const names = (page: Page, production: string) =>
  page.getByRole('region', { name: production }).locator('li a .truncate').allInnerTexts()

test('the list is searched, ordered, folded, seen as rows; it stays so, and what was opened last stands first', async ({
  page,
  running,
}) => {
  // Without digits: what is searched for must not stand in the name by chance.
  const own = newTestId().replace(/\d/g, '')
  const [pier, tower] = [`Pier ${own}`, `Tower ${own}`]
  for (let i = 1; i <= 12; i++)
    await keepShot(running.db, makeShot(newTestId(), { name: `${i} Wave`, length: 100 - i, ...paper }), pier)
  await keepShot(running.db, makeShot(newTestId(), { name: 'Lämp room', length: 240, ...paper }), tower)
  await page.goto(running.server.url)
  await expect(page.getByRole('region', { name: pier })).toBeVisible()
  expect((await names(page, pier)).slice(0, 3)).toEqual(['1 Wave', '2 Wave', '3 Wave'])

  const field = page.getByRole('searchbox', { name: 'Search shots and productions' })
  await field.fill('lamp')
  await expect(page.getByRole('region', { name: pier })).toHaveCount(0)
  await expect.poll(() => names(page, tower)).toEqual(['Lämp room'])
  await field.fill(`${pier} 11`)
  await expect.poll(() => names(page, pier)).toEqual(['11 Wave'])
  await field.fill('no such shot')
  await expect(page.getByText('No shot has “no such shot”')).toBeVisible()
  await field.press('Escape')
  await expect(field).toHaveValue('')

  await page.getByRole('combobox', { name: 'Order of the shots' }).selectOption('length')
  await expect.poll(async () => (await names(page, pier)).at(-1)).toBe('12 Wave')
  await page.getByRole('radio', { name: 'Rows' }).click()
  await page.getByRole('button', { name: new RegExp(`^${pier}`) }).click()
  await expect(page.getByRole('region', { name: pier }).getByRole('listitem')).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('radio', { name: 'Rows' })).toBeChecked()
  await expect(page.getByRole('button', { name: new RegExp(`^${pier}`) })).toHaveAttribute('aria-expanded', 'false')

  await page.getByRole('region', { name: tower }).getByRole('link', { name: 'Lämp room' }).click()
  await page.waitForURL(/\/shots\//)
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill('home')
  await page.keyboard.press('Enter')
  await page.waitForURL(running.server.url + '/')
  await expect.poll(() => names(page, 'Opened last')).toEqual(['Lämp room'])
})

test('a shot is renamed while it is open elsewhere, moved, duplicated, deleted and brought back', async ({
  page,
  desk,
  context,
}) => {
  const list = await context.newPage()
  const own = `Trials ${desk.id}`
  const menu = async (name: string, what: string) => {
    await list
      .getByRole('button', { name: `More for ${name}` })
      .first()
      .click()
    await list.getByRole('menuitem', { name: what }).click()
  }
  const dialog = list.getByRole('dialog', { name: 'Rename or move the shot' })
  // Shots of other tests have the same name: it is told apart by its address.
  await list.goto(desk.server.url)
  const tile = list.locator(`li:has(a[href="/shots/${desk.id}"])`).first()
  await tile.getByRole('button', { name: /^More for/ }).click()
  await list.getByRole('menuitem', { name: 'Rename or move' }).click()
  await dialog.getByLabel('Name').fill(`Crane ${desk.id}`)
  await dialog.getByLabel('Production').fill(own)
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(list.getByRole('region', { name: own })).toBeVisible()
  // The window that has it open sees it at once, and can undo it.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Crane ${desk.id}`)
  expect((await desk.shot()).name).toBe(`Crane ${desk.id}`)

  await menu(`Crane ${desk.id}`, 'Duplicate')
  await expect(list.getByText(`“Crane ${desk.id} 2” is a copy of “Crane ${desk.id}”.`)).toBeVisible()
  await expect.poll(() => names(list, own)).toEqual([`Crane ${desk.id}`, `Crane ${desk.id} 2`])

  // A name that is there already is refused, and one that is free is offered.
  await menu(`Crane ${desk.id} 2`, 'Rename or move')
  await dialog.getByLabel('Name').fill(`Crane ${desk.id}`)
  await expect(dialog.getByRole('button', { name: 'Save' })).toBeDisabled()
  await dialog.getByRole('button', { name: /^Call it/ }).click()
  await expect(dialog.getByLabel('Name')).toHaveValue(`Crane ${desk.id} 2`)
  await dialog.getByLabel('Name').fill('Second take')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect.poll(() => names(list, own)).toEqual([`Crane ${desk.id}`, 'Second take'])

  await menu('Second take', 'Delete')
  await expect.poll(() => names(list, own)).toEqual([`Crane ${desk.id}`])
  await list.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => names(list, own)).toEqual([`Crane ${desk.id}`, 'Second take'])

  // From the bin it comes back as well; what goes from there for good is asked for twice.
  const bin = list.getByRole('dialog', { name: 'Bin' })
  const binned = async (name: string) => {
    await list.getByRole('button', { name: 'Bin', exact: true }).click()
    await bin.getByRole('listitem').filter({ hasText: own }).filter({ hasText: name }).getByRole('checkbox').check()
  }
  await menu('Second take', 'Delete')
  await expect.poll(() => names(list, own)).toEqual([`Crane ${desk.id}`])
  await binned('Second take')
  await bin.getByRole('button', { name: 'Bring back' }).click()
  await expect(bin.getByText(own)).toHaveCount(0)
  await list.keyboard.press('Escape')
  await expect.poll(() => names(list, own)).toEqual([`Crane ${desk.id}`, 'Second take'])
  await menu('Second take', 'Delete')
  await binned('Second take')
  await bin.getByRole('button', { name: 'Delete for good …' }).click()
  await expect(bin.getByText('Second take')).toHaveCount(1)
  await bin.getByRole('button', { name: 'Yes, delete 1 shot for good' }).click()
  await expect(bin.getByText(own)).toHaveCount(0)
  await list.close()
})

test('a new shot goes where the last one was made, and not under a name that is there', async ({ page, running }) => {
  const name = `Lift ${newTestId()}`
  const first = await newShot(page, running.server, name)
  await page.goto(running.server.url)
  await page.getByRole('button', { name: 'New shot' }).first().click()
  const dialog = page.getByRole('dialog', { name: 'New shot' })
  await expect(dialog.getByLabel('Production')).toHaveValue('My shots')
  await dialog.getByLabel('Name').fill(name)
  await expect(dialog.getByText('is there already in My shots')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Create shot' })).toBeDisabled()
  await dialog.getByLabel('Production').fill(`Trials ${first.id}`)
  await dialog.getByRole('button', { name: 'Create shot' }).click()
  await page.waitForURL(/\/shots\//)
  await page.goto(running.server.url)
  await page.getByRole('button', { name: 'New shot' }).first().click()
  await expect(dialog.getByLabel('Production')).toHaveValue(`Trials ${first.id}`)
})
