import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { mkdir, readFile } from 'node:fs/promises'
import { resolve } from 'node:path'
import type { Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import { unzipSync } from 'fflate'
import { demoShots, PRODUCTION } from '../demo'
import { makeShot } from '../core/document'
import { rate } from '../core/time'
import { keepShot } from '../server/shots/shots'
import { STRAIGHT, viewOf } from '../app/picture/lens'
import { HEAD, MARGIN, COLUMN, rowsOf, USUAL_ROW } from '../app/sheet/layout'
import { chromiumOptions } from '../tests/support/chromium'
import { serve } from '../tests/support/server'
import { actedLift } from './acted'
import { keepDemoShot } from './keep-demo'

const { px: ROW, y: yOfFrame } = rowsOf(USUAL_ROW)

/** Makes every picture of docs/screenshots anew, from the demo, on a server and a database of its own. */
const folder = resolve(import.meta.dirname, '../docs/screenshots')
await mkdir(folder, { recursive: true })
const { server, db, stop } = await serve()
const browser = await chromium.launch(chromiumOptions)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
const take = async (name: string) => {
  await page.waitForFunction(() => [...document.images].every(i => i.complete && i.naturalWidth))
  await page.waitForTimeout(400)
  await page.screenshot({ path: resolve(folder, `${name}.png`) })
}
const goTo = async (p: Page, frame: number) => {
  await p.keyboard.press('Home')
  for (let i = 1; i < frame; i++) await p.keyboard.press('ArrowDown')
}
const overKeeper = async (first: number, last: number) => {
  const box = (await page.locator('[data-part=sheet]').boundingBox())!
  const x = box.x + MARGIN + COLUMN * 1.5
  await page.mouse.move(x, box.y + HEAD + yOfFrame(first) + ROW / 2)
  await page.mouse.down()
  await page.mouse.move(x, box.y + HEAD + yOfFrame(last) + ROW / 2, { steps: 4 })
  await page.mouse.up()
}
/** The pointer over a point of the picture, px of it. */
const hover = async (x: number, y: number) => {
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const view = viewOf({ width: 1920, height: 1080 }, box, STRAIGHT)
  await page.mouse.move(box.x + view.x + x * view.scale, box.y + view.y + y * view.scale)
}
/** A sheet and a page for the in-betweener, printed and drawn by another program, side by side. */
const takePaper = async () => {
  await page.getByRole('radio', { name: 'Paper', exact: true }).click()
  const images: string[] = []
  for (const [what, number] of [
    ['Sheet', 1],
    ['For the in-betweener', 5],
  ] as const) {
    await page.getByRole('radio', { name: what, exact: true }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export PDF' }).click(),
    ])
    const args = ['-r', '76', '-f', String(number), '-l', String(number), '-png', await download.path()]
    const { stdout } = await promisify(execFile)('pdftoppm', args, { encoding: 'buffer', maxBuffer: 1 << 26 })
    images.push(`data:image/png;base64,${stdout.toString('base64')}`)
  }
  const other = await browser.newPage({ viewport: { width: 1280, height: 900 } })
  const pages = images.map(src => `<img src="${src}" style="background:#fff;height:876px">`).join('')
  await other.setContent(
    `<body style="margin:0;background:#d3d6d4;display:flex;justify-content:center;gap:16px;padding:12px">${pages}</body>`,
  )
  await other.screenshot({ path: resolve(folder, 'paper.png') })
  await other.close()
}
/** Things on the shelf, and a newer Marrow that is seen before it is taken. */
const takeShelf = async () => {
  const shelf = page.getByRole('dialog', { name: /^Shelf of/ })
  const open = async (shot: string) => {
    await page.goto(`${server.url}/shots/gull-point-${shot}`)
    await page.locator('[data-part=picture]').waitFor()
    await page.keyboard.press('Alt+c')
    await shelf.getByRole('list').waitFor({ state: 'attached' })
  }
  const keep = async (what: RegExp, name: string) => {
    const option = shelf.getByLabel('What is put on the shelf').locator('option').filter({ hasText: what })
    await shelf.getByLabel('What is put on the shelf').selectOption(await option.first().getAttribute('value'))
    await shelf.getByLabel('Name on the shelf').fill(name)
    await page.waitForTimeout(400)
    await shelf.getByRole('button', { name: /^Keep/ }).click()
    await page.getByText(/^“.*” is (on the shelf\.|version)/).waitFor()
  }
  await open('010')
  await keep(/column/, 'Sponge, flop')
  await keep(/pencil/, 'Tie-down, soft')
  await open('020')
  await keep(/figure/, 'Marrow')
  await keep(/spacing/, 'Heavy start')
  await open('060')
  await shelf.getByRole('button', { name: 'Place Marrow' }).click()
  await page.getByText('All saved').waitFor()
  await open('020')
  await page.keyboard.press('Alt+p')
  await page.getByLabel('Length, percent of what it is').fill('82')
  await page.getByRole('button', { name: 'in all drawings' }).click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Alt+c')
  await keep(/figure/, 'Marrow')
  await open('060')
  await page.getByRole('button', { name: 'Preview version 2 of Marrow' }).click()
  await shelf.getByText(/not taken yet/).waitFor()
  await take('shelf')
}
/** The Keeper's drawings go out, are coloured, and come back: matched by their numbers, not taken in. */
const takeFinished = async () => {
  await page.getByRole('radio', { name: 'Images', exact: true }).click()
  await page.getByRole('radio', { name: 'Drawings', exact: true }).click()
  await page.getByLabel('Columns of the images').selectOption('Keeper')
  await page.getByLabel('Size of the images').selectOption('0.25')
  await page.getByLabel('on paper, not transparent').uncheck()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Export \d+ images$/ }).click(),
  ])
  const files = unzipSync(new Uint8Array(await readFile(await download.path())))
  const coloured = await page.evaluate(
    async images =>
      Promise.all(
        images.map(async text => {
          const bitmap = await createImageBitmap(new Blob([Uint8Array.from(atob(text), x => x.charCodeAt(0))]))
          const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
          const c = canvas.getContext('2d')!
          c.drawImage(bitmap, 0, 0)
          c.globalCompositeOperation = 'source-atop'
          c.fillStyle = '#b8642299'
          c.fillRect(0, 0, canvas.width, canvas.height)
          return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())]
        }),
      ),
    Object.values(files).map(f => Buffer.from(f).toString('base64')),
  )
  await page.keyboard.press('Escape')
  await page.keyboard.press('Alt+i')
  await page.getByLabel('Files to import').setInputFiles(
    Object.keys(files)
      .map((name, i) => ({
        name: name.replace('Keeper-', 'lift-'),
        mimeType: 'image/png',
        buffer: Buffer.from(coloured[i]!),
      }))
      .filter((_, i) => i !== 4),
  )
  await page.getByText('22 drawings matched').waitFor()
  await take('finished')
  await page.keyboard.press('Escape')
}
/** The lift was acted out: what was filmed runs beside the drawings, and four moments of it are marked. */
const takeFootage = async () => {
  const buffer = await actedLift(page)
  await page.keyboard.press('Alt+i')
  await page.getByLabel('Files to import').setInputFiles({ name: 'lift, acted.mp4', mimeType: 'video/mp4', buffer })
  await page.getByRole('button', { name: 'Import 1 file of footage' }).click()
  const panel = page.getByRole('dialog', { name: 'Footage' })
  for (const [label, value] of [
    ['Size, percent of what fits the picture', '44'],
    ['Its middle from the left, px', '450'],
    ['Its middle from the top, px', '265'],
    ['Strength of the footage, percent', '100'],
  ] as const) {
    await panel.getByLabel(label).fill(value)
    await panel.getByLabel(label).press('Enter')
  }
  // The arrow keys are the playhead's again.
  await panel.getByLabel('Strength of the footage, percent').blur()
  for (const frame of [11, 26, 41, 49]) {
    await goTo(page, frame)
    await page.keyboard.press('t')
  }
  await goTo(page, 26)
  await page.waitForTimeout(800)
  await take('footage')
}
/** Marrow's line beside its sound, and its mouths on the sheet. */
const takeDialogue = async (p: Page) => {
  await p.goto(`${server.url}/shots/gull-point-040`)
  await p.locator('[data-part=picture][data-whole="1"]').waitFor()
  await p.keyboard.press('Alt+;')
  const panel = p.getByRole('dialog', { name: 'Mouths' })
  await panel.getByRole('button', { name: 'Mouth', exact: true }).click()
  await panel.getByText('8 mouths', { exact: true }).waitFor()
  await goTo(p, 37)
  await p.mouse.move(900, 300)
  await p.waitForTimeout(600)
  await p.screenshot({ path: resolve(folder, 'dialogue.png') })
}
/** Marrow's steps at their stages with their derived half, and all cycles of the shot: a window that is high enough. */
const takeCycles = async (p: Page) => {
  await p.setViewportSize({ width: 1280, height: 1260 })
  await p.goto(`${server.url}/shots/gull-point-030`)
  await p.locator('[data-part=picture][data-whole="1"]').waitFor()
  await p.getByRole('button', { name: 'Column Keeper', exact: true }).click()
  await p.keyboard.press("Alt+'")
  await p.getByRole('dialog', { name: 'Cycles' }).getByText('2 cycles in this shot').waitFor()
  await goTo(p, 16)
  await p.mouse.move(700, 400)
  await p.waitForTimeout(600)
  await p.screenshot({ path: resolve(folder, 'cycles.png') })
  await p.setViewportSize({ width: 1280, height: 800 })
}
/** Takes a figure by its place (px of the picture) and moves it, feet and all. */
const carry = async (x: number, y: number, dx: number, dy: number) => {
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  const view = viewOf({ width: 1920, height: 1080 }, box, STRAIGHT)
  const at = (px: number, py: number) => [box.x + view.x + px * view.scale, box.y + view.y + py * view.scale] as const
  await page.mouse.move(...at(x, y))
  await page.keyboard.down('Shift')
  await page.mouse.down()
  await page.mouse.move(...at(x + dx, y + dy), { steps: 6 })
  await page.mouse.up()
  await page.keyboard.up('Shift')
}

try {
  for (const demo of demoShots()) await keepDemoShot(db, demo)
  await page.goto(server.url)
  await page.getByText('020 Lantern lift').waitFor()
  await take('list')
  const begun = makeShot('gull-point-060', {
    ...{ name: '060 Lamp lit', length: 72, rate: rate(24), paper: '#fffdf6' },
    picture: { width: 1920, height: 1080 },
  })
  await keepShot(db, begun, PRODUCTION)
  await page.goto(`${server.url}/shots/gull-point-060`)
  await page.locator('[data-part=picture]').waitFor()
  await page.keyboard.press('Alt+z')
  await page.getByRole('dialog', { name: 'Guide' }).getByRole('img').waitFor()
  await take('begin')
  await page.getByRole('button', { name: 'Dismiss the first steps' }).click()
  await page.goto(`${server.url}/shots/gull-point-050`)
  await page.locator('[data-part=picture]').waitFor()
  await page.getByRole('button', { name: 'Column Kelp', exact: true }).click()
  await goTo(page, 15)
  await page.getByRole('button', { name: /^Ties/ }).click()
  await hover(1204, 788)
  await take('ties')
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  await page.getByRole('button', { name: 'Column Gull', exact: true }).click()
  await goTo(page, 29)
  // The heads before and after lie on the one that is drawn, turned as they are.
  await page.getByRole('button', { name: /^Superimpose/ }).click()
  await page.getByLabel('How it is laid').selectOption({ label: 'Head, as a whole' })
  await hover(1690, 580)
  await page.keyboard.down('Control')
  for (let i = 0; i < 2; i++) await page.mouse.wheel(0, -120)
  await page.keyboard.up('Control')
  await take('superimposed')
  await page.getByRole('button', { name: 'Clear' }).click()
  await page.keyboard.press('Alt+0')
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  await page.getByRole('button', { name: 'Pose the figure' }).click()
  await page.goto(`${server.url}/shots/gull-point-020`)
  await page.locator('[data-part=picture]').waitFor()
  await goTo(page, 21)
  await take('desk')
  await goTo(page, 11)
  await page.keyboard.press('s')
  await page.getByRole('option', { name: 'Halves, slow into the second' }).hover()
  await take('spacing')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.keyboard.type('earlier')
  await page.keyboard.press('Enter')
  const states = page.getByRole('dialog', { name: 'Earlier states' })
  for (const name of ['Poses approved', 'Before the hook moves']) {
    await page.keyboard.press('+')
    await page.getByText('All saved').waitFor()
    await states.getByLabel('Name of the mark').fill(name)
    await states.getByRole('button', { name: 'Set a mark' }).click()
    await states.getByText(name).waitFor()
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  }
  await page.getByText('is marked').last().waitFor({ state: 'hidden' })
  await take('states')
  await states.press('Escape')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await overKeeper(17, 29)
  await page.keyboard.press('3')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+K')
  const tray = page.getByRole('dialog', { name: /^Tray/ })
  await tray.getByRole('button', { name: /^Drawing 21,/ }).click()
  await tray.getByRole('button', { name: /^Drawing 24,/ }).click({ modifiers: ['Shift'] })
  await take('tray')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+G')
  const tap = page.getByRole('button', { name: /^Start|^Beat/ })
  for (const beats of [
    [0, 500, 420, 300],
    [0, 560, 380, 320],
  ]) {
    for (const wait of beats) {
      await page.waitForTimeout(wait)
      await tap.dispatchEvent('pointerdown')
    }
    await page.getByRole('button', { name: 'Stop' }).click()
  }
  await page.getByLabel('Frames of the poses').fill('1 15 23 28 33 44 52')
  await take('poses')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+H')
  for (const name of ['frame', 'timecode']) await page.getByRole('checkbox', { name, exact: true }).check()
  await page.getByLabel('Drawing numbers written over the picture').selectOption('Keeper')
  await page.locator('[data-part=expected]').getByText('MB').waitFor()
  await take('export')
  await takePaper()
  await takeFinished()
  await goTo(page, 24)
  await page.getByRole('button', { name: 'Column Loose end' }).click()
  await page.keyboard.press('d')
  await page.keyboard.press('Alt+g')
  for (const side of ['before', 'after'])
    for (let i = 0; i < 2; i++) await page.getByRole('button', { name: `One more ghost ${side}` }).click()
  await page.mouse.move(1120, 330)
  await page.keyboard.press('Alt+g')
  await page.getByRole('button', { name: 'Add a column' }).click()
  await page.keyboard.press('p')
  for (const [name, x, y] of [
    ['Person, three-quarter view', 380, 0],
    ['Chain of six links', -330, -340],
    ['Box', -520, 60],
  ] as const) {
    await page.getByRole('button', { name: 'Figure', exact: true }).click()
    await page.getByRole('menuitem', { name }).click()
    await carry(960, name.startsWith('Person') ? 678.8 : 788.8, x, y)
  }
  await page.keyboard.press('Alt+p')
  await take('figures')
  await page.keyboard.press('Escape')
  for (let i = 0; i < 7; i++) {
    await page.keyboard.press('Control+z')
    await page.waitForTimeout(60)
  }
  await page.getByRole('button', { name: 'Night colours' }).click()
  await page.getByRole('button', { name: 'Column Keeper', exact: true }).click()
  await goTo(page, 31)
  await page.getByRole('button', { name: 'Pencil', exact: true }).click()
  const box = (await page.locator('[data-part=picture]').boundingBox())!
  for (const [x, y] of [
    [356, 166],
    [350, 182],
    [356, 198],
  ] as const) {
    await page.mouse.move(box.x + x, box.y + y)
    await page.mouse.down()
    await page.mouse.move(box.x + x - 46, box.y + y + 12, { steps: 10 })
    await page.mouse.up()
  }
  await page.mouse.move(640, 20)
  await take('drawing-night')
  await page.getByRole('button', { name: 'Day colours' }).click()
  await page.setViewportSize({ width: 820, height: 1180 })
  await take('tablet')
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`${server.url}/shots/gull-point-020`)
  await page.locator('[data-part=picture]').waitFor()
  await takeFootage()
  await takeShelf()
  await takeDialogue(await browser.newPage({ viewport: { width: 1280, height: 800 } }))
  await takeCycles(await browser.newPage({ viewport: { width: 1280, height: 800 } }))
} finally {
  await browser.close()
  await stop()
}
