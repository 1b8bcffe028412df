import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { PNG } from 'pngjs'
import type { Shot } from '../../core/document'
import { sheetJson } from '../../core/formats/sheet-json'
import { open } from './exporting'
import { expect, exposuresOf, test } from './fixtures'

type Given = { name: string; mimeType: string; buffer: Buffer }
const file = (name: string, content: string | Buffer): Given => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(content),
})
async function exported(page: Page, label: string): Promise<Given> {
  const panel = await open(page, 'Data')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    panel.getByRole('button', { name: label, exact: true }).click(),
  ])
  await page.keyboard.press('Escape')
  return file(download.suggestedFilename(), await readFile(await download.path()))
}
async function bring(page: Page, ...files: Given[]) {
  const panel = page.getByRole('dialog', { name: /^Import/ })
  if (!(await panel.isVisible())) await page.keyboard.press('Alt+i')
  await panel.getByLabel('Files to import').setInputFiles(files)
  return panel
}
const timing = (shot: Shot): Record<string, string> => {
  const [plan] = Object.values(shot.plans)
  return Object.fromEntries(plan!.order.map(id => [plan!.columns[id]!.name, exposuresOf(shot, plan!.columns[id]!)]))
}

test('a sheet goes out as OpenTimelineIO, is changed elsewhere, and comes back as timing; in one step', async ({
  page,
  desk,
}) => {
  const before = timing(await desk.shot())
  const out = await exported(page, 'Export sheet as OpenTimelineIO')
  const otio = JSON.parse(out.buffer.toString()) as {
    tracks: { children: { name: string; children: { source_range: { duration: { value: number } } }[] }[] }
  }
  // Another program holds the Keeper's first drawing four frames longer.
  otio.tracks.children.find(t => t.name === 'Keeper')!.children[0]!.source_range.duration.value += 4
  const panel = await bring(page, file('lift.otio', JSON.stringify(otio)))
  await expect(panel.getByRole('radio', { name: 'Timing of those here' })).toBeChecked()
  await expect(panel.getByText('left out: its timing is locked, or follows another column')).toBeVisible()
  await panel.getByRole('button', { name: 'Import 3 columns' }).click()
  await desk.saved()
  const after = timing(await desk.shot())
  expect(after.Keeper).toBe(before.Keeper!.replace('1*6', '1*10'))
  await page.keyboard.press('Control+z')
  await desk.saved()
  expect(timing(await desk.shot())).toEqual(before)
})

test('a sheet as JSON comes in as new columns with its charts and notes', async ({ page, desk }) => {
  const shot = await desk.shot()
  const out = await exported(page, 'Export sheet as JSON')
  const panel = await bring(page, out)
  await panel.getByRole('radio', { name: 'New columns' }).click()
  await panel.getByRole('button', { name: /^Import \d+ columns$/ }).click()
  await desk.saved()
  const now = await desk.shot()
  const [plan] = Object.values(now.plans)
  const columns = plan!.order.map(id => plan!.columns[id]!)
  const half = columns.length / 2
  expect(columns.slice(half).map(c => [c.name, exposuresOf(now, c)])).toEqual(
    columns.slice(0, half).map(c => [c.name, exposuresOf(now, c)]),
  )
  const count = (s: Shot): number[] => {
    const [p] = Object.values(s.plans)
    return [Object.keys(p!.charts).length, Object.keys(p!.notes ?? {}).length]
  }
  expect(count(now)).toEqual(count(shot).map(n => n * 2))
})

test('several kinds in one drop are sorted out, and nothing happens before it is asked for', async ({ page, desk }) => {
  const before = await desk.shot()
  const png = new PNG({ width: 8, height: 8 })
  png.data.fill(200)
  const panel = await bring(
    page,
    { name: 'a.png', mimeType: 'image/png', buffer: PNG.sync.write(png) },
    file('sheet.json', JSON.stringify(sheetJson(before, before.planOrder[0]!, ''))),
    file('broken.json', '{"format":"fintro-sheet",'),
    file('plain.txt', 'hello'),
  )
  await expect(panel.getByText('1 drawing, 1 sheet: each kind comes in by itself.')).toBeVisible()
  await expect(panel.getByText('2 left out')).toBeVisible()
  await expect(panel.getByText('It is no whole JSON: it was cut off, or is something else.')).toBeVisible()
  expect(await desk.shot()).toEqual(before)
})
