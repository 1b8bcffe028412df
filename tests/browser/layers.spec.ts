import { strToU8, zipSync } from 'fflate'
import { PNG } from 'pngjs'
import type { Desk } from './fixtures'
import { expect, exposuresOf, test } from './fixtures'

type Box = readonly [x: number, y: number, width: number, height: number]

/** A clear picture with one box of a colour on it. */
function picture([x, y, width, height]: Box, colour: readonly number[]): Uint8Array {
  const png = new PNG({ width: 320, height: 180 })
  for (let j = y; j < y + height; j++)
    for (let i = x; i < x + width; i++) png.data.set([...colour, 255], (j * 320 + i) * 4)
  return new Uint8Array(PNG.sync.write(png))
}
const stack = `<image w="320" h="180"><stack>
  <layer name="arm" src="data/a.png"/><layer name="arm" src="data/b.png" x="10"/>
  <layer name="sketch" src="data/b.png" visibility="hidden"/><layer name="empty" src="data/c.png"/>
  <layer name="torn" src="data/d.png"/></stack></image>`
const ora = zipSync({
  mimetype: [strToU8('image/openraster'), { level: 0 }],
  'stack.xml': strToU8(stack),
  'data/a.png': picture([0, 0, 40, 20], [200, 0, 0]),
  'data/b.png': picture([100, 100, 20, 40], [0, 0, 200]),
  'data/c.png': picture([0, 0, 0, 0], [0, 0, 0]),
  'data/d.png': strToU8('no picture'),
  'mergedimage.png': picture([0, 0, 40, 20], [200, 0, 0]),
})
const line = (d: string): string => `<path d="${d}" stroke="#203040" stroke-width="3" fill="none"/>`
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 320 180">
  <g id="body">${line('M100 40L100 120')}${line('M90 60L110 60')}</g><g id="head">${line('M90 20L110 20')}</g></svg>`
const file = (name: string, bytes: Uint8Array) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer: Buffer.from(bytes),
})
async function bring(desk: Desk, ...files: ReturnType<typeof file>[]) {
  await desk.page.keyboard.press('Alt+i')
  const panel = desk.page.getByRole('dialog', { name: /^Import/ })
  await panel.getByLabel('Files to import').setInputFiles(files)
  return panel
}
const columnsOf = async (desk: Desk) => {
  const shot = await desk.shot()
  const plan = shot.plans[shot.planOrder[0]!]!
  return { shot, plan, columns: plan.order.map(id => plan.columns[id]!) }
}

test('layers of an OpenRaster picture come in as columns, those named alike apart; one step back', async ({
  page,
  desk,
}) => {
  const before = (await columnsOf(desk)).columns
  const panel = await bring(desk, file('crane.ora', ora))
  await expect(panel.getByText('3 layers, from front to back')).toBeVisible()
  const rows = panel.getByRole('listitem')
  await expect(rows).toContainText([/^arm 2/, /^arm/, /^sketch/, /^torn: It is damaged/, /^empty: There is nothing/])
  await expect(panel.getByRole('checkbox', { name: /^sketch/ })).not.toBeChecked()
  await panel.getByRole('button', { name: 'Import 2 layers' }).click()
  await expect(page.getByText('2 layers of crane.ora imported as columns.')).toBeVisible()
  const { shot, columns } = await columnsOf(desk)
  expect(columns.slice(before.length).map(c => c.name)).toEqual(['arm', 'arm 2'])
  const [back, front] = columns.slice(before.length).map(c => {
    const [drawing] = Object.values(shot.stacks[c.stack]!.drawings)
    const [subject] = Object.values(shot.stacks[c.stack]!.subjects)
    const { place, size } = drawing!.content.poses[subject!.id]!
    expect(exposuresOf(shot, c)).toBe(`1*${shot.length}`)
    return { subject, place, size: size ?? 1 }
  })
  // Cut to what is on them, where they lay in the file, as large as fits the picture.
  const k = shot.picture.width / 320
  expect(front!.subject).toMatchObject({ width: 40, height: 20 })
  expect(front!.place).toEqual({ x: 20 * k, y: 10 * k })
  expect(back!.subject).toMatchObject({ width: 20, height: 40 })
  expect(back!.place).toEqual({ x: 120 * k, y: 120 * k })
  expect([front!.size, back!.size]).toEqual([k, k])
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await columnsOf(desk)).columns).toEqual(before)
})

test('groups of an SVG come in as parts of one drawing, or all of it as one drawing', async ({ page, desk }) => {
  const panel = await bring(desk, file('crane.svg', strToU8(svg)))
  await panel.getByRole('radio', { name: 'Parts' }).click()
  await panel.getByLabel('Frames that the layers are held').fill('0')
  await expect(panel.getByRole('alert')).toContainText('whole number of frames')
  await panel.getByLabel('Frames that the layers are held').fill('4')
  await panel.getByRole('button', { name: 'Import 2 layers' }).click()
  await expect(page.getByText('2 layers of crane.svg imported as parts.')).toBeVisible()
  const { shot, plan } = await columnsOf(desk)
  const { subjects, drawings } = shot.stacks[plan.columns.keeper!.stack]!
  const parts = Object.values(subjects).filter(s => s.kind === 'part')
  expect(parts.map(p => [p.name, p.strokes?.length])).toEqual([
    ['body', 2],
    ['head', 1],
  ])
  const [drawing] = Object.values(drawings).filter(d => parts.every(p => d.content.poses[p.id]))
  const k = shot.picture.width / 320
  expect(drawing!.content.poses[parts[1]!.id]!.place.x).toBeCloseTo(100 * k, 0)
  expect(drawing!.content.poses[parts[1]!.id]!.place.y).toBeCloseTo(20 * k, 0)
  expect(await desk.exposures()).toMatch(new RegExp(`^${drawing!.number}\\*4 `))

  const again = await bring(desk, file('crane.svg', strToU8(svg)))
  await again.getByRole('button', { name: 'As one drawing' }).click()
  await expect(again.getByText('3 strokes')).toBeVisible()
})
