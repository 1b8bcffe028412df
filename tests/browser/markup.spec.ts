import type { Locator, Page } from '@playwright/test'
import { newTestId } from '../support/server'
import { keepShot } from '../../server/shots/shots'
import { openShot, storeShot } from '../../core/document'
import { expect, faultsOf, test } from './fixtures'

/** Markup that would do something wherever it were taken for markup. */
const BAD = '<img src=x onerror=document.title="taken">"\'><b style=color:red>&lt;'
const PANELS = [
  'Move, turn and scale',
  'Spacing and number',
  'Hand off',
  'Order of work',
  'Type the number of a drawing',
  'More to do with',
  'Figures and named parts',
  'Length, rate',
  'Pin a part',
  'Add a pose',
  'Spread the poses',
  'Earlier states',
  'Bring drawings in',
  'The tray',
  'Write an action note',
  'Sound',
  'Reading',
  'Mouths',
  'Cycles',
]

/** Nothing of it was made into elements, and nothing of it ran. */
async function unharmed(page: Page): Promise<void> {
  expect(await page.locator('img[src=x], b[style]').count(), 'elements made of text').toBe(0)
  expect(await page.title()).not.toBe('taken')
}
const open = async (page: Page, panel: string): Promise<void> => {
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.locator('body').click({ position: { x: 2, y: 2 } })
  await page.keyboard.press('/')
  await expect(page.getByRole('combobox', { name: 'Command' })).toBeFocused()
  await page.keyboard.type(panel)
  await page.keyboard.press('Enter')
  await page.waitForTimeout(150)
}
/** Types markup into every field that is seen, and leaves it. Gives how many there were. */
async function fillAll(fields: Locator): Promise<number> {
  let filled = 0
  const n = await fields.count()
  for (let i = 0; i < n; i++) {
    const field = fields.nth(i)
    if (!(await field.isVisible().catch(() => false)) || !(await field.isEditable().catch(() => false))) continue
    await field.focus()
    await field.selectText().catch(() => {})
    await field.page().keyboard.insertText(BAD)
    await field.press('Enter').catch(() => {})
    filled++
  }
  return filled
}
const FIELDS =
  'input:not([type=checkbox]):not([type=radio]):not([type=range]):not([type=file]):not([type=color]), textarea'

test('markup typed into every field of the desk stays text, and the shot opens again', async ({ desk, page }) => {
  test.setTimeout(180_000)
  let filled = await fillAll(page.locator(FIELDS))
  for (const panel of PANELS) {
    await open(page, panel)
    filled += await fillAll(page.locator(FIELDS))
    await unharmed(page)
  }
  expect(filled).toBeGreaterThan(20)
  await page.keyboard.press('Escape')
  await desk.saved()
  await desk.open()
  await unharmed(page)
})

test('markup in every name that is stored is shown as it is written', async ({ desk, page, running }) => {
  const id = newTestId()
  const stored = JSON.parse(JSON.stringify(storeShot(await desk.shot()))) as ReturnType<typeof storeShot>
  const renamed = JSON.parse(
    JSON.stringify(stored, (key, value: unknown) =>
      (key === 'name' || key === 'text') && typeof value === 'string' ? BAD : value,
    ),
  ) as typeof stored
  for (const stack of Object.values(renamed.stacks)) {
    const [first] = Object.values(stack.drawings)
    if (first) Object.assign(first, { number: '<b>1' })
  }
  const opened = openShot({ ...renamed, id })
  if (!opened.ok) throw new Error(opened.message)
  await keepShot(running.db, opened.shot, BAD)
  const faults = faultsOf(page)
  await page.goto(running.server.url)
  await expect(page.getByText(BAD).first()).toBeVisible()
  const poster = page.locator(`img[src*="${id}/poster"]`).first()
  // It is fetched when it comes into sight, and other tests have left shots above it.
  await poster.scrollIntoViewIfNeeded()
  await expect.poll(() => poster.evaluate(el => (el as HTMLImageElement).naturalWidth)).toBeGreaterThan(0)
  await unharmed(page)
  await page.goto(`${running.server.url}/shots/${id}`)
  await expect(desk.picture).toBeVisible()
  for (const panel of PANELS) {
    await open(page, panel)
    await unharmed(page)
  }
  // What goes out for other programs, and what comes back as a picture.
  const sent = await running.server.fetch(`/api/shots/${id}/poster`)
  expect(sent.headers.get('x-content-type-options')).toBe('nosniff')
  expect(await sent.text()).not.toMatch(/<img|<b /)
  expect(faults).toEqual([])
})

test('files with markup in their names and scripts in their pictures are shown as text', async ({ desk, page }) => {
  await page.getByRole('button', { name: 'Add a column' }).click()
  await page.keyboard.press('Alt+i')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:x="http://www.w3.org/1999/xlink" viewBox="0 0 200 100"
    onload="document.title='taken'"><style>@import url(http://elsewhere.example/a.css); path{stroke:red}</style>
    <script>document.title='taken'</script><foreignObject><body onload="document.title='taken'"/></foreignObject>
    <a x:href="javascript:document.title='taken'"><path d="M10 50L190 50" fill="none" stroke="#234"/></a>
    <image x:href="http://elsewhere.example/a.png"/><title>${BAD.replaceAll('&', '&amp;').replaceAll('<', '&lt;')}</title></svg>`
  const elsewhere: string[] = []
  page.on('request', r => r.url().includes('elsewhere.example') && elsewhere.push(r.url()))
  await page.getByLabel('Files to import').setInputFiles([
    { name: `${BAD.replaceAll('/', '')}.svg`, mimeType: 'image/svg+xml', buffer: Buffer.from(svg) },
    { name: `${BAD}.txt`, mimeType: 'text/plain', buffer: Buffer.from(BAD) },
  ])
  const dialog = page.getByRole('dialog', { name: /^Import drawings into/ })
  await expect(dialog.getByText('<img src=x').first()).toBeVisible()
  await unharmed(page)
  await dialog
    .getByRole('button', { name: /^Import/ })
    .last()
    .click()
  await desk.saved()
  await desk.open()
  await unharmed(page)
  expect(elsewhere).toEqual([])
})
