import type { Locator, Page } from '@playwright/test'
import type { Column, Shot } from '../../core/document'
import { eachRun } from '../../core/sheet'
import { wavFile } from '../support/media'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

const RATE = 48_000
/** Bursts of a tone where something is said: from, to (s), and how loud. */
const said = (seconds: number, ...parts: [from: number, to: number, loud?: number][]): Buffer =>
  wavFile(RATE, seconds * RATE, i => {
    const part = parts.find(([from, to]) => i >= from * RATE && i < to * RATE)
    return part ? Math.round((part[2] ?? 12_000) * Math.sin((2 * Math.PI * 220 * i) / RATE)) : 0
  })

async function take(page: Page, buffer: Buffer): Promise<void> {
  const panel = page.getByRole('dialog', { name: /^Import/ })
  await page.keyboard.press('Alt+i')
  await panel.getByLabel('Files to import').setInputFiles([{ name: 'call.wav', mimeType: '', buffer }])
  await panel.getByRole('button', { name: /Import 1 sound/ }).click()
  await expect(panel).toHaveCount(0)
  await expect(page.getByRole('dialog', { name: 'Sound' }).getByText('On its way')).toHaveCount(0)
}
async function read(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Alt+/')
  const panel = page.getByRole('dialog', { name: 'Reading' })
  await panel.getByLabel('Text of the line').fill(text)
  await panel.getByRole('button', { name: /^Read it/ }).click()
  await expect(panel.getByRole('button', { name: 'Read it anew' })).toBeEnabled()
}
async function openMouths(page: Page): Promise<Locator> {
  await page.keyboard.press('Alt+;')
  return page.getByRole('dialog', { name: 'Mouths' })
}
async function typed(field: Locator, text: string): Promise<void> {
  await field.fill(text)
  await field.press('Enter')
}

/** Does something with the desk's stores, as a click in the reading column would. */
const asked = (page: Page, what: string): Promise<unknown> =>
  page.evaluate(`document.querySelector('#__nuxt').__vue_app__.config.globalProperties.$pinia._s.${what}`)

/** The column of mouths that a shot has. */
const mouthColumn = (shot: Shot): Column => Object.values(shot.plans[shot.planOrder[0]!]!.columns).find(c => c.mouths)!
/** Its exposures: the number of each drawing (or X), and the frame that it begins on. */
async function mouthsOf(desk: Desk): Promise<string> {
  const shot = await desk.shot()
  const column = mouthColumn(shot)
  const { drawings } = shot.stacks[column.stack]!
  return [...eachRun(column.runs)]
    .map(({ run, start }) => `${run.drawing ? drawings[run.drawing]!.number : 'X'} ${start}`)
    .join(', ')
}

test('a reading is exposed by plain mouths on a head, follows a word and its lead, and keeps what the hand changed', async ({
  page,
  desk,
}) => {
  await take(page, said(2.5, [1, 1.5]))
  await read(page, 'bob')
  const panel = await openMouths(page)
  await panel.getByLabel('What the mouths ride on').selectOption({ label: 'Keeper: Marrow: head' })
  await panel.getByRole('button', { name: 'Draw plain mouths' }).click()
  await expect(panel.getByText('8 mouths', { exact: true })).toBeVisible()
  expect(mouthColumn(await desk.shot()).carrier).toMatchObject({ part: { bone: 'head' } })
  // “bob” on frames 25 to 36: B, AA, B. With a lead of 2 frames for all the lips meet on 23 and part before 27.
  await typed(panel.getByLabel('Frames by which plain sounds lead'), '2')
  await typed(panel.getByLabel('Frames by which broad sounds lead at most'), '2')
  await panel.getByRole('button', { name: 'Look first' }).click()
  expect(await mouthsOf(desk)).toBe('')
  await expect(page.getByText('The reading as it would be exposed')).toBeVisible()
  await panel.getByRole('button', { name: 'Expose it', exact: true }).click()
  const first = await mouthsOf(desk)
  expect(first).toMatch(/^shut 1, wide 2\d, shut 3\d$/)
  // It is heard with the frames that are selected, again and again, until one lets go of it.
  await page.keyboard.press('Alt+Enter')
  expect(await asked(page, "get('sounds').hearing")).toMatchObject({ first: expect.any(Number) as unknown })
  await page.keyboard.press('Alt+Enter')
  const opens = Number(/wide (\d+)/.exec(first)![1])
  // The word comes three frames later: its mouths follow in the same step, and go back with it.
  await page.evaluate(
    `document.querySelector('#__nuxt').__vue_app__.config.globalProperties.$pinia._s.get('reading').beside(1)`,
  )
  await page.evaluate(
    `document.querySelector('#__nuxt').__vue_app__.config.globalProperties.$pinia._s.get('pointed').at = 'reading'`,
  )
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  expect(await mouthsOf(desk)).toContain(`wide ${opens + 3}`)
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  expect(await mouthsOf(desk)).toBe(first)
  // Another lead is exposed at once.
  await typed(panel.getByLabel('Frames by which plain sounds lead'), '4')
  expect(await mouthsOf(desk)).toContain(`wide ${opens - 2}`)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  expect(await mouthsOf(desk)).toBe(first)
  // The last mouth begins a frame earlier by hand: it stays when the lead changes, until it is given back.
  const last = Number(/, shut (\d+)$/.exec(first)![1])
  await desk.goTo(last)
  await asked(page, "get('pointed').reset()")
  await page.keyboard.press('Alt+ArrowUp')
  const held = first.replace(/shut \d+$/, `shut ${last - 1}`)
  expect(await mouthsOf(desk)).toBe(held)
  const again = await openMouths(page)
  await expect(again.getByText(/frames by hand stay/)).toBeVisible()
  await typed(again.getByLabel('Frames by which plain sounds lead'), '1')
  expect(await mouthsOf(desk)).toContain(`shut ${last - 1}`)
  await again.getByRole('button', { name: 'Give these back' }).click()
  expect(await mouthsOf(desk)).toContain(`shut ${last + 1}`)
  await again.getByRole('button', { name: 'Expose it anew' }).click()
  await expect(page.getByText('It is exposed so already.')).toBeVisible()
  // It follows no more as soon as that is said, and from then on again.
  const still = await mouthsOf(desk)
  const follows = again.getByLabel('follow the reading as it changes')
  await follows.uncheck()
  await asked(page, "get('pointed').at = 'reading'")
  await page.keyboard.press('Shift+ArrowRight')
  expect(await mouthsOf(desk)).toBe(still)
  await follows.check()
  expect(await mouthsOf(desk)).not.toBe(still)
})

test('without any text a mouth opens and shuts with what is loud; what is found is mended', async ({ page, desk }) => {
  // Loud on frames 25 to 36, softer on 37 to 42; then silence.
  await take(page, said(2.5, [1, 1.5], [1.5, 1.75, 2200]))
  const panel = await openMouths(page)
  await panel.getByRole('radio', { name: '4', exact: true }).click()
  await panel.getByLabel('What the mouths ride on').selectOption({ label: 'nothing: in the middle of the picture' })
  await panel.getByRole('button', { name: 'Draw plain mouths' }).click()
  await expect(panel.getByLabel('What the mouths are for')).toHaveValue(/^of /)
  await panel.getByRole('button', { name: 'Expose it', exact: true }).click()
  expect(await mouthsOf(desk)).toMatch(/^shut 1, open (1\d|2[0-3]), small 35, shut 43$/)
  const finding = panel.getByRole('list', { name: 'Findings in the mouths' })
  await expect(finding).toContainText('A phrase begins without anticipation')
  await finding.getByRole('button', { name: /^Open before phrases/ }).click()
  await expect(panel.getByText('Nothing to look at again')).toBeVisible()
  expect(await mouthsOf(desk)).toMatch(/^shut 1, small \d+, open \d+, small 35, shut 43$/)
  // A sound is given to another mouth, and back; a mouth is taken out of the set.
  const sounds = panel.getByLabel('Sounds of the mouth shut')
  await typed(sounds, 'M B P F')
  expect(mouthColumn(await desk.shot()).mouths!.sounds).toMatchObject({ V: expect.anything() as unknown })
  await panel.getByRole('button', { name: 'Sounds as usual' }).click()
  await expect(sounds).toHaveValue('M B P F V')
  await panel.getByRole('button', { name: 'Take the mouth round out of the set' }).click()
  expect(mouthColumn(await desk.shot()).mouths!.mouths.map(m => m.shape)).toEqual(['shut', 'a little open', 'open'])
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  expect(mouthColumn(await desk.shot()).mouths!.mouths).toHaveLength(4)
})
