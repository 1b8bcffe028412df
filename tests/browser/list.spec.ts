import type { Page } from '@playwright/test'
import type { Sequelize } from 'sequelize'
import { makeShot } from '../../core/document'
import { rate } from '../../core/time'
import { keepShot } from '../../server/shots/shots'
import { Desk, expect, newShot, test } from './fixtures'
import { newTestId } from '../support/server'

const paper = { picture: { width: 960, height: 540 }, rate: rate(24), paper: '#fffdf6' }
const names = (page: Page, production: string) =>
  page.getByRole('region', { name: production }).locator('li a .font-semibold').allInnerTexts()

test('the list is searched, ordered, folded, seen as rows; it stays so, and what was opened last stands first', async ({
  page,
  running,
}) => {
  // Without digits: what is searched for must not stand in the name by chance.
  const own = newTestId().replace(/\d/g, '')
  const [pier, tower] = [`00 Pier ${own}`, `00 Tower ${own}`]
  for (let i = 1; i <= 12; i++)
    await keepShot(running.db, makeShot(newTestId(), { name: `${i} Wave`, length: 100 - i, ...paper }), pier)
  await keepShot(running.db, makeShot(newTestId(), { name: 'Lämp room', length: 240, ...paper }), tower)
  await page.goto(running.server.url)
  const field = page.getByRole('searchbox', { name: 'Search shots and productions' })
  await field.fill(pier)
  await expect.poll(async () => (await names(page, pier)).slice(0, 3)).toEqual(['1 Wave', '2 Wave', '3 Wave'])
  await field.fill('lamp')
  await expect(page.getByRole('region', { name: pier })).toHaveCount(0)
  await expect.poll(() => names(page, tower)).toEqual(['Lämp room'])
  await field.fill(`${pier} 11`)
  await expect.poll(() => names(page, pier)).toEqual(['11 Wave'])
  await field.fill('no such shot')
  await expect(page.getByText('No shot has “no such shot”')).toBeVisible()
  await field.press('Escape')
  await expect(field).toHaveValue('')

  // Others have many shots on this server: what is seen is looked for.
  await field.fill(pier)
  await page.getByRole('combobox', { name: 'Order of the shots' }).selectOption('length')
  await expect.poll(async () => (await names(page, pier)).at(-1)).toBe('12 Wave')
  await page.getByRole('combobox', { name: 'Order of the shots' }).selectOption('name')
  await field.fill('')
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
  await list.getByRole('searchbox').fill(own)
  await expect(list.getByRole('region', { name: own })).toBeVisible()
  await expect(list.locator('main section[aria-label]')).toHaveCount(1)
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

test('2,000 shots: what is seen is fetched, by pointer and keys; several are selected, given a status, moved, deleted', async ({
  page,
  running,
}) => {
  const own = newTestId().replace(/\d/g, '')
  const [sea, land] = [`Sea ${own}`, `Land ${own}`]
  await running.db.query(MANY_SHOTS, { bind: [own, sea, await templateOf(running.db)] })
  await page.goto(running.server.url)
  const field = page.getByRole('searchbox', { name: 'Search shots and productions' })
  await field.fill(own)
  await expect(page.getByText('2000 shots found')).toBeVisible()
  const items = page.getByRole('region', { name: sea }).getByRole('listitem')
  await expect.poll(() => names(page, sea)).toContain('1 Wave')
  // Only what is seen is there.
  expect(await items.count()).toBeLessThan(60)
  await page.getByRole('radio', { name: 'Rows' }).click()
  await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight))
  await expect.poll(() => names(page, sea)).toContain('2000 Wave')
  await page.evaluate(() => window.scrollTo(0, 0))
  await expect.poll(() => names(page, sea)).toContain('1 Wave')

  // Arrow keys go on past what was fetched, and Enter opens.
  await page.getByRole('link', { name: '1 Wave', exact: false }).first().focus()
  for (let i = 0; i < 120; i++) await page.keyboard.press('ArrowDown')
  await expect(page.locator('a:focus .font-semibold')).toHaveText('121 Wave')
  await page.keyboard.press('ArrowUp')
  await expect(page.locator('a:focus .font-semibold')).toHaveText('120 Wave')

  // A span by Shift, all that were found, and none.
  const tick = (n: number) => page.getByRole('checkbox', { name: `Select ${n} Wave`, exact: true })
  const bar = page.getByRole('toolbar', { name: 'Selected shots' })
  await tick(120).check()
  await tick(124).click({ modifiers: ['Shift'] })
  await expect(bar.getByText('5 shots selected')).toBeVisible()
  await expect(tick(122)).toBeChecked()
  await tick(122).uncheck()
  await bar.getByRole('button', { name: 'Select all 2000' }).click()
  await expect(bar.getByText('2000 shots selected')).toBeVisible()
  await bar.getByRole('button', { name: 'Select none' }).click()
  await expect(bar).toHaveCount(0)

  await tick(120).check()
  await tick(121).check()
  await bar.getByRole('button', { name: 'Status …' }).click()
  const status = page.getByRole('dialog', { name: 'Status of 2 shots' })
  await status.getByLabel('Status, in words of your own').fill(`rough ${own}`)
  await status.getByRole('button', { name: 'Set status' }).click()
  await expect(bar).toHaveCount(0)
  await page.getByRole('combobox', { name: 'Shots of which status' }).selectOption({ label: `rough ${own} (2)` })
  await expect.poll(() => names(page, sea)).toEqual(['120 Wave', '121 Wave'])

  await tick(120).check()
  await tick(121).check()
  await bar.getByRole('button', { name: 'Move …' }).click()
  const move = page.getByRole('dialog', { name: 'Move 2 shots' })
  await move.getByLabel('Production').fill(land)
  await move.getByRole('button', { name: 'Move' }).click()
  await expect.poll(() => names(page, land)).toEqual(['120 Wave', '121 Wave'])
  await page.getByRole('combobox', { name: 'Shots of which status' }).selectOption({ label: 'any status' })
  await field.fill(`${land} 120`)
  await tick(120).check()
  await bar.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText('“120 Wave” was deleted.')).toBeVisible()
  await expect(page.getByText(`No shot has “${land} 120”`)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => names(page, land)).toEqual(['120 Wave'])
})

/** 2,000 shots, made where the database is: their documents have one head, and nothing else is looked at. */
const MANY_SHOTS = `
  WITH p AS (INSERT INTO productions (id, name) VALUES ('p-' || $1, $2) RETURNING id),
  s AS (INSERT INTO shots (id, production_id, name, schema, incarnation)
    SELECT 'many-' || $1 || '-' || n, p.id, n || ' Wave', 1, 'made-many' FROM p, generate_series(1, 2000) n RETURNING id)
  INSERT INTO shot_pieces (shot_id, path, body) SELECT id, 'shot', $3 FROM s`
async function templateOf(db: Sequelize): Promise<string> {
  const id = newTestId()
  await keepShot(db, makeShot(id, { name: 'Wave', length: 24, ...paper }), `Templates ${id}`)
  const [rows] = await db.query(`SELECT body FROM shot_pieces WHERE shot_id = '${id}' AND path = 'shot'`)
  return (rows as { body: string }[])[0]!.body
}

test('a shot is played between those before and after it, and is not given a name of theirs', async ({
  page,
  running,
}) => {
  const own = newTestId()
  const ids = ['010 Dawn', '020 Noon', '030 Dusk'].map((name, i) => ({ name, id: `${own}-${i}` }))
  for (const { id, name } of ids)
    await keepShot(running.db, makeShot(id, { name, length: 6, ...paper, paper: PAPERS[name]! }), `Day ${own}`)
  await page.goto(`${running.server.url}/shots/${ids[1]!.id}`)
  await page.locator('[data-part=picture]').waitFor()
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Command' }).fill('shots before and after')
  await page.keyboard.press('Enter')
  const strip = page.getByRole('group', { name: 'The shot with those before and after it' })
  await expect(strip.getByRole('listitem')).toHaveText(ids.map(s => s.name))
  // Each of the three is seen in its turn, with its own paper, and then the first again.
  const seen = new Set<string>()
  await expect
    .poll(
      async () => {
        const [name, colour] = await strip.evaluate(el => {
          const c = el.querySelector('canvas')!
          const at = c.getContext('2d')!.getImageData(c.width / 2, c.height / 2, 1, 1).data
          return [el.querySelector('[aria-current]')?.textContent.trim() ?? '', [...at.slice(0, 3)].join()]
        })
        seen.add(`${name} ${colour}`)
        return seen.size
      },
      { intervals: [20], timeout: 20_000 },
    )
    .toBeGreaterThanOrEqual(3)
  const rgb = (hex: string) => [1, 3, 5].map(i => parseInt(hex.slice(i, i + 2), 16)).join()
  for (const { name } of ids) expect([...seen]).toContain(`${name} ${rgb(PAPERS[name]!)}`)
  await page.keyboard.press('Escape')
  await expect(strip).toHaveCount(0)

  await page.getByTitle('Rename the shot').click()
  await page.getByLabel('Name of the shot').fill('030 Dusk')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Call it “030 Dusk 2”' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('030 Dusk 2')
})
const PAPERS: Readonly<Record<string, string>> = { '010 Dawn': '#ffe0d0', '020 Noon': '#fffdf6', '030 Dusk': '#c8d0e8' }

test('frames copied in one shot are pasted into another, with their figures', async ({ page, desk }) => {
  await desk.open()
  await desk.select(1, 1, 6)
  await page.keyboard.press('Control+c')
  await page.getByTitle('To the list of shots').click()
  await page.getByRole('button', { name: 'New shot' }).first().click()
  const dialog = page.getByRole('dialog', { name: 'New shot' })
  await dialog.getByLabel('Name').fill(`Copy ${desk.id}`)
  await dialog.getByRole('button', { name: 'Create shot' }).click()
  await page.waitForURL(url => /\/shots\//.test(url.pathname) && !url.pathname.endsWith(desk.id))
  const other = new Desk(page, desk.server, page.url().split('/').at(-1)!)
  await expect(other.picture).toBeVisible()
  await other.settled()
  await page.keyboard.press('Control+v')
  await expect(page.getByText(/6 frames, 1 drawing/)).toBeVisible()
  const { stacks } = await other.shot()
  const [stack] = Object.values(stacks)
  const [drawing] = Object.values(stack!.drawings)
  expect(Object.values(stack!.subjects).map(s => s.name)).toContain('Marrow')
  expect(Object.keys(drawing!.content.poses).sort()).toEqual(
    Object.values(stack!.subjects)
      .map(s => s.id)
      .sort(),
  )
})
