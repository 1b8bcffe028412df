import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Locator, Page } from '@playwright/test'
import { PNG } from 'pngjs'
import { eachRun } from '#core/sheet'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

let folder: string
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'fintro-footage-'))
})
test.afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Runs ffmpeg into a file of the test's folder; where it is. */
function made(name: string, ...args: string[]): string {
  const file = join(folder, name)
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...args, file])
  return file
}
const source = (what: string, rate: number): string[] => ['-f', 'lavfi', '-i', `${what}:rate=${rate}`]
/** Without colours: programs turn those of small pictures that say nothing of it into others (BT.601, BT.709). */
const GREY = ['-vf', 'hue=s=0']
/** A movie of a moving pattern, 24 a second. */
const movie = (name: string, seconds: number, ...how: string[]): string =>
  made(name, ...source('testsrc2=size=320x180', 24), '-t', String(seconds), ...how)
const H264 = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p']
const VP9 = ['-c:v', 'libvpx-vp9', '-deadline', 'realtime', '-cpu-used', '8']

async function bring(page: Page, ...files: string[]): Promise<Locator> {
  const panel = page.getByRole('dialog', { name: /^Import/ })
  if (!(await panel.isVisible())) await page.keyboard.press('Alt+i')
  await panel.getByLabel('Files to import').setInputFiles(files)
  return panel
}
async function take(page: Page, file: string): Promise<Locator> {
  const panel = await bring(page, file)
  await panel.getByRole('button', { name: 'Import 1 file of footage' }).click()
  const footage = page.getByRole('dialog', { name: 'Footage' })
  await expect(footage).toBeVisible()
  return footage
}
const filmed = async (desk: Desk) => {
  const shot = await desk.shot()
  const [plan] = Object.values(shot.plans)
  const columns = plan!.order.map(id => plan!.columns[id]!)
  return { shot, plan: plan!, columns, column: columns.find(c => c.footage) }
}

test('footage comes in as a reference column, four poses are marked while it plays, and become frames', async ({
  page,
  desk,
}) => {
  test.slow()
  const panel = await take(page, movie('lift.mp4', 4, ...H264))
  await desk.saved()
  const { column, columns } = await filmed(desk)
  expect(column).toMatchObject({ name: 'lift', reference: true, strength: 0.6 })
  expect(column!.footage).toMatchObject({ width: 320, height: 180, seconds: 4, from: 1, inPoint: 0, speed: 1 })
  // In front of the room, behind everything that is drawn.
  expect(columns.slice(0, 3).map(c => c.name)).toEqual(['Room', 'lift', 'Keeper'])

  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  const rows = panel.getByRole('button', { name: /^Go to the mark on frame/ })
  // A busy machine may take two presses on one frame.
  for (let i = 0; i < 12 && (await rows.count()) < 4; i++) {
    await page.waitForTimeout(350)
    await page.keyboard.press('t')
  }
  await page.keyboard.press('Space')
  await desk.saved()
  await expect(rows).toHaveCount(4)
  const frames = (await rows.allInnerTexts()).map(t => Number(/frame (\d+)/.exec(t)![1]))
  const { marks } = (await filmed(desk)).column!.footage!
  // Each mark is the moment in the middle of its frame, at 24 frames a second.
  expect(marks!.map(m => Math.floor(m * 24) + 1)).toEqual(frames)

  // A mark is nudged, taken off, and both are undone.
  await panel.getByRole('button', { name: `The mark on frame ${frames[3]} a frame later` }).click()
  await expect(rows.last()).toContainText(`frame ${frames[3]! + 1}`)
  await page.keyboard.press('Control+z')
  await expect(rows.last()).toContainText(`frame ${frames[3]}`)

  // New drawings on the marks, in a column of their own, each held until the next.
  await page.getByRole('button', { name: 'Add a column' }).click()
  await panel.getByRole('button', { name: 'New drawings' }).click()
  await desk.saved()
  const now = await filmed(desk)
  const fresh = now.columns.at(-1)!
  const begins = (c: typeof fresh) => [...eachRun(c.runs)].flatMap(({ run, start }) => (run.drawing ? [start] : []))
  expect(begins(fresh)).toEqual(frames)

  // The last mark is moved, and the poses are put onto the marks: shown first, then taken.
  const later = [...frames.slice(0, 3), frames[3]! + 2]
  for (const f of [frames[3]!, frames[3]! + 1])
    await panel.getByRole('button', { name: `The mark on frame ${f} a frame later` }).click()
  await panel.getByRole('button', { name: 'Poses onto them …' }).click()
  const poses = page.getByRole('dialog', { name: 'Poses in time' })
  await expect(poses.getByText(`frames ${later.join(' ')}`)).toBeVisible()
  await poses.getByRole('button', { name: 'Use' }).first().click()
  await poses.getByRole('button', { name: 'Apply' }).click()
  await desk.saved()
  expect(begins((await filmed(desk)).columns.at(-1)!)).toEqual(later)
})

test('each frame shows the picture of its moment, as ffmpeg decodes it', async ({ page, desk }) => {
  test.slow()
  expect(desk.id).toBeTruthy()
  const asked = page.waitForRequest(/footage\.worker.*\.js/)
  const files = [
    { file: movie('a.mp4', 1, ...GREY, ...H264), rate: 24, frames: 24 },
    { file: movie('a.webm', 1, ...GREY, ...VP9), rate: 24, frames: 24 },
    { file: made('b.mp4', ...source('testsrc2=size=320x180', 30), '-t', '1', ...GREY, ...H264), rate: 30, frames: 24 },
    { file: made('c.gif', ...source('testsrc2=size=320x180', 10), '-t', '1'), rate: 10, frames: 24 },
  ]
  const panel = await bring(page, files[0]!.file)
  const url = (await asked).url()
  await page.goto(`${desk.server.url}/empty`)
  for (const { file, rate, frames } of files) {
    const raw = execFileSync('ffmpeg', ['-v', 'error', '-i', file, '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-'], {
      maxBuffer: 1 << 28,
    })
    await page.evaluate("document.body.innerHTML = '<input type=file>'")
    await page.locator('input').setInputFiles(file)
    const seen = await page.evaluate<string[]>(decoding(url, frames))
    const worst = seen.map((base64, i) => {
      const theirs = raw.subarray(Math.floor(((i + 0.5) / 24) * rate) * 320 * 180 * 3)
      return psnr(Buffer.from(base64, 'base64'), theirs)
    })
    // Both turn the same decoded frame into colours in their own way.
    expect(Math.min(...worst), `${file}: ${worst.map(Math.round).join(' ')} dB`).toBeGreaterThan(30)
  }
  await expect(panel).toHaveCount(0)
})

/** Has the worker give the pictures of frames at 24 a second: their pixels, red, green, blue, opacity, as base64. */
const decoding = (url: string, frames: number): string => `(async () => {
  const worker = new Worker('${url}', { type: 'module' })
  const canvas = new OffscreenCanvas(320, 180)
  const c = canvas.getContext('2d')
  const out = []
  await new Promise((done, fail) => {
    worker.onmessage = ({ data }) => {
      if (data.told === 'refused') fail(new Error(data.reason))
      if (data.told === 'open')
        worker.postMessage({ ask: 'pictures', seconds: Array.from({ length: ${frames} }, (_, i) => (i + 0.5) / 24) })
      if (data.told === 'done') done()
      if (data.told !== 'picture') return
      c.drawImage(data.picture, 0, 0, 320, 180)
      let text = ''
      for (const byte of c.getImageData(0, 0, 320, 180).data) text += String.fromCharCode(byte)
      out.push(btoa(text))
      data.picture.close()
    }
    worker.postMessage({ ask: 'open', bytes: document.querySelector('input').files[0] })
  })
  worker.terminate()
  return out
})()`

/** How alike two pictures are, dB: ours with opacity, theirs without. */
function psnr(ours: Buffer, theirs: Buffer): number {
  let sum = 0
  const pixels = ours.length / 4
  for (let p = 0; p < pixels; p++) for (let k = 0; k < 3; k++) sum += (ours[p * 4 + k]! - theirs[p * 3 + k]!) ** 2
  return 10 * Math.log10(255 ** 2 / Math.max(1e-9, sum / (pixels * 3)))
}

test('footage that is not read is refused in words; what is cut off says so', async ({ page, desk }) => {
  test.slow()
  await desk.settled()
  const good = movie('good.mp4', 2, ...H264)
  const bytes = readFileSync(good)
  const written = (name: string, content: Uint8Array): string => {
    writeFileSync(join(folder, name), content)
    return join(folder, name)
  }
  const early = readFileSync(movie('early.mp4', 2, ...H264, '-movflags', '+faststart'))
  const cases: [file: string, words: RegExp][] = [
    [written('no-index.mp4', bytes.subarray(0, bytes.length >> 1)), /damaged or cut off/],
    [
      written('noise.mp4', Buffer.concat([bytes.subarray(0, 40), Buffer.alloc(5000, 0xa5)])),
      /damaged or cut off|no picture/,
    ],
    [
      made('huge.mp4', ...source('color=c=red:size=7680x4320', 2), '-t', '1', ...H264, '-preset', 'ultrafast'),
      /7680 × 4320 px; at most 4096/,
    ],
    [
      made('mpeg4.mp4', ...source('testsrc2=size=320x180', 24), '-t', '1', '-c:v', 'mpeg4'),
      /cannot decode its kind of video|no picture/,
    ],
    [written('none.gif', Buffer.from('R0lGODlhAQABAAAAADs=', 'base64')), /no frames/],
    [written('nothing.mp4', Buffer.alloc(0)), /It is empty/],
  ]
  const panel = await bring(
    page,
    ...cases.map(([file]) => file),
    written('cut.mp4', early.subarray(0, early.length * 0.6)),
    // What has no picture is a sound.
    made('sound.mp4', '-f', 'lavfi', '-i', 'sine=duration=1', '-c:a', 'aac'),
  )
  await expect(panel.getByText(`${cases.length} left out`)).toBeVisible({ timeout: 60_000 })
  for (const [file, words] of cases)
    await expect(panel.locator('li', { hasText: file.split('/').at(-1)! })).toContainText(words)
  await expect(panel.locator('li', { hasText: 'cut.mp4' })).toContainText(/cut off, [\d.]+ s are missing/)
  await expect(panel.getByRole('heading', { name: '1 sound, heard with the shot' })).toBeVisible()
})

test('is seen in the picture and not in what is exported', async ({ page, desk }) => {
  const panel = await take(page, made('red.mp4', ...source('color=c=red:size=320x180', 24), '-t', '3', ...H264))
  await panel.getByLabel('Strength of the footage, percent').fill('100')
  const corner = async (): Promise<number[]> => {
    const png = PNG.sync.read(Buffer.from((await desk.look()).split(',')[1]!, 'base64'))
    // A place where only paper would be: near the lower left corner of the picture.
    const at = (Math.round(png.height * 0.7) * png.width + Math.round(png.width * 0.05)) * 4
    return [...png.data.subarray(at, at + 3)]
  }
  await expect(async () => {
    const [r, g, b] = await corner()
    expect([r! > 200, g! < 60, b! < 60]).toEqual([true, true, true])
  }).toPass()

  // What it cannot begin with is told; a mark that it begins after is not seen.
  const inPoint = panel.getByLabel('In-point, seconds')
  await page.keyboard.press('Home')
  await panel.getByRole('button', { name: 'Mark this frame' }).click()
  for (const wrong of ['-2', '3', 'soon']) {
    await inPoint.fill(wrong)
    await inPoint.press('Tab')
    await expect(page.getByText('Type a number from 0 to 2.999. Nothing was changed.').last()).toBeVisible()
    await expect(inPoint).toHaveValue('0')
  }
  await inPoint.fill('1')
  await inPoint.press('Tab')
  await expect(panel.getByText('not seen · 0.02 s')).toBeVisible()

  await page.getByRole('button', { name: 'Take it off' }).click()
  await expect(async () => expect((await corner())[1]).toBeGreaterThan(150)).toPass()
  expect((await filmed(desk)).column).toBeUndefined()
})
