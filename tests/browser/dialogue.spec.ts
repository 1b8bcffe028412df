import { readFile } from 'node:fs/promises'
import type { Locator, Page } from '@playwright/test'
import { dictionary } from 'cmu-pronouncing-dictionary'
import type { SpokenLine } from '../../core/document'
import { HEAD, MARGIN, rowsOf, SOUND, USUAL_ROW } from '../../app/sheet/layout'
import { wavFile } from '../support/media'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

const RATE = 48_000
/** Bursts of a tone where something is said, s. */
const said = (seconds: number, ...parts: [from: number, to: number][]): Buffer =>
  wavFile(RATE, seconds * RATE, i =>
    parts.some(([from, to]) => i >= from * RATE && i < to * RATE)
      ? Math.round(12_000 * Math.sin((2 * Math.PI * 220 * i) / RATE))
      : 0,
  )

async function take(page: Page, name: string, buffer: Buffer, button: RegExp): Promise<void> {
  const panel = page.getByRole('dialog', { name: /^Import/ })
  if (!(await panel.isVisible())) await page.keyboard.press('Alt+i')
  await panel.getByLabel('Files to import').setInputFiles([{ name, mimeType: '', buffer }])
  await panel.getByRole('button', { name: button }).click()
  await expect(panel).toHaveCount(0)
}
async function read(page: Page, text: string, speaker = ''): Promise<Locator> {
  const panel = page.getByRole('dialog', { name: 'Reading' })
  if (!(await panel.isVisible())) await page.keyboard.press('Alt+/')
  await panel.getByLabel('Who speaks').fill(speaker)
  await panel.getByLabel('Text of the line').fill(text)
  await panel.getByRole('button', { name: /^Read it/ }).click()
  await expect(panel.getByRole('button', { name: 'Read it anew' })).toBeEnabled()
  return panel
}
const linesOf = async (desk: Desk): Promise<SpokenLine[]> => {
  const shot = await desk.shot()
  return Object.values(shot.plans[shot.planOrder[0]!]!.lines ?? {})
}
const wordsOf = async (desk: Desk) => (await linesOf(desk))[0]!.words
/** A point of the column of what is spoken: px from its left, and so many frames down (which may lie between frames). */
async function inReading(desk: Desk, frames: number, dx = 20): Promise<{ x: number; y: number }> {
  const box = (await desk.sheet.boundingBox())!
  return { x: box.x + MARGIN + SOUND + dx, y: box.y + HEAD + rowsOf(USUAL_ROW).y(1) + frames * USUAL_ROW }
}

test('a line is typed, read over what is heard, timed by its ends and by keys, and undone', async ({ page, desk }) => {
  // Two phrases: frames 1 to 12 and 19 to 30.
  await take(page, 'call.wav', said(2, [0, 0.5], [0.75, 1.25]), /Import 1 sound/)
  await expect(page.getByRole('dialog', { name: 'Sound' }).getByText('On its way')).toHaveCount(0)
  const panel = await read(page, 'Over water, lantern home.', 'Marrow')
  const before = await wordsOf(desk)
  expect(before.map(w => w.text)).toEqual(['Over', 'water,', 'lantern', 'home.'])
  expect((await linesOf(desk))[0]).toMatchObject({ speaker: 'Marrow', text: 'Over water, lantern home.' })
  // The sounds are those of the CMU Pronouncing Dictionary; two words to each phrase.
  expect(before.map(w => w.sounds.map(s => `${s.sound}${s.stress ?? ''}`).join(' '))).toEqual(
    ['over', 'water', 'lantern', 'home'].map(w => dictionary[w]),
  )
  expect(before[1]!.to).toBeLessThanOrEqual(0.55 * RATE)
  expect(before[2]!.from).toBeGreaterThanOrEqual(0.7 * RATE)
  // The end of the first word, which the second one touches, is dragged to the end of frame 4.
  const end = (before[0]!.to / RATE) * 24
  await desk.drag(await inReading(desk, end), await inReading(desk, 4))
  const dragged = await wordsOf(desk)
  expect([dragged[0]!.to, dragged[1]!.from]).toEqual([8000, 8000])
  expect(dragged[2]).toEqual(before[2])
  // A frame later by a key; then the second word is gone to, stressed, split and joined.
  await page.keyboard.press('Alt+ArrowDown')
  expect((await wordsOf(desk))[0]!.to).toBe(10_000)
  await page.keyboard.press('ArrowRight')
  await expect(panel.getByLabel('The word as it is written')).toHaveValue('water,')
  await page.keyboard.press('u')
  expect(typeof (await wordsOf(desk))[1]!.stressed).toBe('boolean')
  await page.keyboard.press('Alt+Shift+ArrowDown')
  const shifted = await wordsOf(desk)
  expect([shifted[0]!.to, shifted[1]!.from, shifted[3]!.to]).toEqual([10_000, 12_000, before[3]!.to + 2000])
  // The end of its first sound, by a quarter of a frame.
  const [first] = (await wordsOf(desk))[1]!.sounds
  await panel.getByRole('button', { name: /^W, up to frame \d+: ends a quarter of a frame later$/ }).click()
  expect((await wordsOf(desk))[1]!.sounds[0]!.to).toBe(first!.to + 500)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('s')
  expect(await wordsOf(desk)).toHaveLength(5)
  await page.keyboard.press('j')
  expect(await wordsOf(desk)).toHaveLength(4)
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+z')
  expect(await wordsOf(desk)).toEqual(before)
  // Where one points at frames of a column the keys are those of the frames: no word is deleted.
  await desk.goTo(3)
  await page.keyboard.press('Delete')
  expect(await wordsOf(desk)).toEqual(before)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect(await linesOf(desk)).toEqual([])
})

test('how a word is said: another way, words for a number, one of one’s own for the whole production', async ({
  page,
  desk,
}) => {
  await take(page, 'call.wav', said(2, [0, 1.5]), /Import 1 sound/)
  const panel = await read(page, 'Read 24 xqpth')
  const words = await wordsOf(desk)
  expect(words.map(w => [w.text, w.said ?? '', !!w.guess])).toEqual([
    ['Read', '', false],
    ['24', 'twenty four', false],
    ['xqpth', '', true],
  ])
  await page.mouse.click(...(Object.values(await inReading(desk, 1)) as [number, number]))
  await expect(panel.getByText('It can be said in 2 ways:')).toBeVisible()
  await panel.getByRole('radio', { name: 'R IY1 D' }).click()
  await expect.poll(async () => (await wordsOf(desk))[0]!.sounds.map(s => s.sound)).toEqual(['R', 'IY', 'D'])
  await panel.getByLabel('Its sounds').fill('r ah1 d')
  await panel.getByLabel('Its sounds').press('Enter')
  await expect.poll(async () => (await wordsOf(desk))[0]!.sounds.map(s => s.sound)).toEqual(['R', 'AH', 'D'])
  await panel.getByLabel('Its sounds').fill('R QQ1')
  await panel.getByLabel('Its sounds').press('Enter')
  await expect(page.getByText(/There is no sound QQ1/)).toBeVisible()
  await panel.getByRole('button', { name: 'So in all of the production' }).click()
  await expect(page.getByText('“read” is said so in this production.')).toBeVisible()
  await desk.open()
  await read(page, 'Read it')
  await expect.poll(async () => (await wordsOf(desk))[0]!.sounds.map(s => s.sound)).toEqual(['R', 'AH', 'D'])
})

test('lines go out as timed text and come in again; text that has no room or no words is refused', async ({
  page,
  desk,
}) => {
  await take(page, 'call.wav', said(2, [0, 1.5]), /Import 1 sound/)
  const panel = await read(page, 'Over the water', 'Marrow')
  const [before] = await linesOf(desk)
  await page.keyboard.press('Shift+H')
  const out = page.getByRole('dialog', { name: 'Export' })
  await out.getByRole('radio', { name: 'Data' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    out.getByRole('button', { name: 'Export lines' }).click(),
  ])
  const text = await readFile(await download.path())
  expect(text.toString()).toContain('<v Marrow>Over <')
  await page.keyboard.press('Alt+/')
  await panel.getByRole('button', { name: 'Delete the line' }).click()
  expect(await linesOf(desk)).toEqual([])
  await take(page, 'lines.vtt', text, /Import 1 line/)
  const [after] = await linesOf(desk)
  expect(after).toMatchObject({ text: 'Over the water', speaker: 'Marrow' })
  // Timed text counts in thousandths of a second.
  after!.words.forEach((w, i) => expect(Math.abs(w.from - before!.words[i]!.from)).toBeLessThanOrEqual(48))
  await read(page, 'word '.repeat(500))
  await expect(page.getByText(/There is no room for 500 words in 2.0 s/)).toBeVisible()
  await panel.getByLabel('Text of the line').fill('… !')
  await panel.getByRole('button', { name: /^Read it/ }).click()
  await expect(page.getByText('There is no word in it.')).toBeVisible()
  expect(await linesOf(desk)).toHaveLength(1)
})
