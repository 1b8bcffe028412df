import { strFromU8, unzipSync } from 'fflate'
import { GifReader } from 'omggif'
// An independent reader of PDF (ISO 32000).
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { PNG } from 'pngjs'
import { openShot } from '../../core/document'
import { clickWav, picturesOf, samplesOf, streamsOf } from '../support/media'
import { exported, frames, near, open, pngs } from './exporting'
import { expect, test } from './fixtures'

// ISO/IEC 14496-12 and Matroska/WebM, read by Debian's ffmpeg.
test('movies have the frames, the rate and the size they should, and each picture is that of the PNG', async ({
  page,
  desk: _desk,
}) => {
  const panel = await open(page, 'Movie')
  await frames(panel, 13, 30)
  await panel.getByLabel('Size of the movie').selectOption('0.5')
  await expect(panel.getByLabel('Format of the movie')).toContainText('MP4, H.264')
  await expect(panel.getByLabel('Format of the movie')).toContainText('WebM, VP9')
  const made: string[] = []
  for (const [format, codec] of [
    ['mp4-avc', 'h264'],
    ['webm-vp9', 'vp9'],
  ] as const) {
    await panel.getByLabel('Format of the movie').selectOption(format)
    const movie = await exported(panel, 'Export movie')
    expect(movie.name).toBe(`020-Lantern-lift.${format.split('-')[0]}`)
    const [video, ...others] = await streamsOf(movie.path)
    expect(others).toEqual([])
    expect(video).toMatchObject({
      codec_name: codec,
      width: 960,
      height: 540,
      avg_frame_rate: '24/1',
      nb_read_frames: '18',
    })
    made.push(movie.path)
  }
  const images = await pngs(panel, '0.5')
  for (const path of made)
    near(
      (await picturesOf(path, { width: 960, height: 540 })).map(data => ({ data, channels: 3 as const })),
      images,
      35,
    )
})

test('a click in a sound that goes along is heard where it is, in each container, also behind a slate', async ({
  page,
  desk: _desk,
}) => {
  const panel = await open(page, 'Movie')
  await panel.getByLabel('Size of the movie').selectOption('0.25')
  // Longer than the movie, and at a rate that encoders do not have.
  await panel
    .getByLabel('Sound file')
    .setInputFiles({ name: 'click.wav', mimeType: 'audio/wav', buffer: clickWav(44_100, 4, 1.25) })
  await expect(panel.getByText('Sound: click.wav')).toBeVisible()
  for (const [format, slate] of [
    ['mp4-avc', 0],
    ['webm-vp9', 0.5],
  ] as const) {
    await panel.getByLabel('Format of the movie').selectOption(format)
    await panel.getByLabel('Seconds of a slate before the first frame').fill(String(slate))
    const { path } = await exported(panel, 'Export movie')
    const samples = await samplesOf(path, 48_000)
    const loudest = samples.reduce((m, s) => Math.max(m, Math.abs(s)), 0)
    const click = samples.findIndex(s => Math.abs(s) > loudest * 0.3)
    expect(Math.abs(click / 48 - (1.25 + slate) * 1000), format).toBeLessThan(1)
    // It ends with the pictures: 61 frames at 24, and the slate.
    expect(Math.abs(samples.length / 48_000 - (61 / 24 + slate))).toBeLessThan(0.05)
  }
  await panel.getByRole('button', { name: 'Without sound' }).click()
  await panel
    .getByLabel('Sound file')
    .setInputFiles({ name: 'no.wav', mimeType: 'audio/wav', buffer: Buffer.from('no') })
  await expect(panel.getByText('“no.wav” is no sound that this browser can read.')).toBeVisible()
})

test('a GIF holds what is held, in time, in its own palette, and stays under a size', async ({ page, desk: _desk }) => {
  const panel = await open(page, 'GIF')
  await panel.getByLabel('Size of the GIF').selectOption('0.25')
  const gif = await exported(panel, 'Export GIF')
  const reader = new GifReader(new Uint8Array(gif.bytes))
  expect([reader.width, reader.height, reader.loopCount()]).toEqual([480, 270, 0])
  const images = await pngs(panel, '0.25')
  // Which frame each picture begins on, by its time; no time is off by more than half a hundredth (GIF89a).
  const shown: { data: Uint8Array; channels: 4 }[] = []
  const data = new Uint8Array(480 * 270 * 4)
  let passed = 0
  for (let i = 0; i < reader.numFrames(); i++) {
    const info = reader.frameInfo(i)
    expect(info.palette_size).toBeLessThanOrEqual(256)
    reader.decodeAndBlitFrameRGBA(i, data)
    const first = Math.round((passed * 24) / 100)
    expect(Math.abs(passed - (first * 100) / 24)).toBeLessThanOrEqual(0.5)
    passed += info.delay
    const last = Math.round((passed * 24) / 100)
    for (let f = first; f < last; f++) shown[f] = { data: data.slice(), channels: 4 }
  }
  expect(Math.abs(passed - (61 * 100) / 24)).toBeLessThanOrEqual(0.5)
  // 30 different pictures in 61 frames: holds are one picture each.
  expect(reader.numFrames()).toBeLessThan(40)
  near(shown, images, 32)

  await panel.getByRole('radio', { name: 'GIF', exact: true }).click()
  await panel.getByLabel(/^MB that the GIF/).fill('0.05')
  await panel.getByLabel('again and again').uncheck()
  const small = await exported(panel, 'Export GIF')
  expect(small.bytes.length).toBeLessThanOrEqual(50_000)
  const once = new GifReader(new Uint8Array(small.bytes))
  expect(once.width).toBeLessThan(480)
  expect(once.loopCount()).toBeNull()
  await expect(
    panel.getByText(new RegExp(`Exported: 020-Lantern-lift.gif · ${once.width} × ${once.height} px`)),
  ).toBeVisible()
})

test('images by drawing are named by column and number, once each; on nothing, as SVG, or poses on one sheet', async ({
  page,
  desk: _desk,
}) => {
  const panel = await open(page, 'Images')
  await panel.getByRole('radio', { name: 'Drawings', exact: true }).click()
  await panel.getByLabel('Columns of the images').selectOption('Keeper')
  await panel.getByLabel('on paper, not transparent').uncheck()
  await panel.getByLabel('Size of the images').selectOption('0.25')
  await frames(panel, 1, 16)
  await panel.getByLabel('Name', { exact: true }).fill('[shot]_[drawing]')
  await panel.getByLabel('Digits of the numbers').fill('3')
  await expect(panel.locator('[data-part=names]')).toHaveText(
    '5 images: 020-Lantern-lift_001.png … 020-Lantern-lift_013.png',
  )
  const files = unzipSync(new Uint8Array((await exported(panel, 'Export 5 images')).bytes))
  expect(Object.keys(files)).toEqual(['001', '007', '009', '011', '013'].map(n => `020-Lantern-lift_${n}.png`))
  const png = PNG.sync.read(Buffer.from(Object.values(files)[0]!))
  expect(png.data[3]).toBe(0)
  await panel.getByLabel('Name', { exact: true }).fill('[shot]')
  await expect(panel.getByText('Without [drawing] all files would have the same name.')).toBeVisible()
  await expect(panel.getByRole('button', { name: 'Export 5 images' })).toBeDisabled()
  await panel.getByLabel('Name', { exact: true }).fill('[column]-[drawing]')
  await panel.getByRole('radio', { name: 'SVG', exact: true }).click()
  const svgs = unzipSync(new Uint8Array((await exported(panel, 'Export 5 images')).bytes))
  expect(Object.keys(svgs)[1]).toBe('Keeper-007.svg')
  expect(strFromU8(Object.values(svgs)[1]!)).toMatch(/^<svg [^>]*viewBox="0 0 1920 1080"/)
  await panel.getByRole('radio', { name: 'Contact sheet', exact: true }).click()
  const contact = PNG.sync.read((await exported(panel, 'Export contact sheet')).bytes)
  // Two poses in these frames: one row, drawn on.
  expect([contact.width, contact.height > 200, contact.height < 500]).toEqual([1720, true, true])
  expect(new Set(contact.data.filter((_, i) => i % 4 === 0)).size).toBeGreaterThan(20)
})

test('paper is a PDF of the sheet, of charts, or for the in-betweener', async ({ page, desk: _desk }) => {
  const panel = await open(page, 'Paper')
  const read = async (bytes: Buffer) => {
    const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
    const pages = await Promise.all(
      Array.from({ length: doc.numPages }, async (_, i) => {
        const { items } = await (await doc.getPage(i + 1)).getTextContent()
        return items.map(x => ('str' in x ? x.str : '')).join('|')
      }),
    )
    return pages
  }
  await expect(panel.locator('[data-part=expected]')).toHaveText('1 page, 4 columns')
  const sheet = await exported(panel, 'Export PDF')
  expect(sheet.name).toBe('020-Lantern-lift-sheet.pdf')
  const [first] = await read(sheet.bytes)
  for (const words of ['Gull Point Lamp', '020 Lantern lift', 'page 1 of 1', 'Keeper', 'Loose end'])
    expect(first).toContain(words)
  await panel.getByLabel('Size of the paper').selectOption('letter')
  await panel.getByRole('radio', { name: 'For the in-betweener' }).click()
  const booklet = await exported(panel, 'Export PDF')
  const pages = await read(booklet.bytes)
  expect(pages[0]).toContain('For the in-betweener · Keeper')
  expect(pages.some(p => p.includes('between 1 and 13, half'))).toBe(true)
  await panel.getByRole('radio', { name: 'Charts', exact: true }).click()
  await panel.getByText('All 3 columns').click()
  for (const name of ['Rope', 'Loose end']) await panel.getByRole('checkbox', { name }).uncheck()
  expect(await read((await exported(panel, 'Export PDF')).bytes)).toHaveLength(7)
})

test('data: sheet and shot as JSON, notes as timed text, the production as a timeline', async ({ page, desk }) => {
  const panel = await open(page, 'Data')
  const sheet = JSON.parse((await exported(panel, 'Export sheet as JSON')).bytes.toString()) as {
    shot: string
    length: number
  }
  expect([sheet.shot, sheet.length]).toEqual(['020 Lantern lift', 61])
  const shot = openShot(JSON.parse((await exported(panel, 'Export shot as JSON')).bytes.toString()))
  expect(shot.ok && shot.shot.id).toBe(desk.id)
  const vtt = await exported(panel, 'Export notes')
  expect(vtt.name).toBe('020-Lantern-lift-notes.vtt')
  expect(vtt.bytes.toString()).toMatch(/^WEBVTT\n\n00:00:00\.000 --> 00:00:00\.500\nstoops to it/)
  const otio = JSON.parse((await exported(panel, 'Export timeline')).bytes.toString()) as { name: string }
  expect(otio.name).toBe('Gull Point Lamp')
})

test('an export goes on while one draws, is told at the top, and is stopped', async ({ page, desk }) => {
  const panel = await open(page, 'Movie')
  await panel.getByLabel('How often the frames are shown').fill('100')
  await panel.getByRole('button', { name: 'Export movie' }).click()
  await expect(panel.getByText(/^Frame \d+ of 6100$/)).toBeVisible()
  await page.keyboard.press('Escape')
  const before = (await desk.shot()).stacks['keeper-stack']!.drawings
  await page.keyboard.press('d')
  await desk.drag(await desk.picturePoint(300, 300), await desk.picturePoint(600, 360))
  await expect
    .poll(
      async () =>
        Object.values((await desk.shot()).stacks['keeper-stack']!.drawings).flatMap(d => d.content.strokes).length,
    )
    .toBe(Object.values(before).flatMap(d => d.content.strokes).length + 1)
  await expect(page.getByRole('button', { name: /^Export \d+ %$/ })).toBeVisible()
  const downloads: string[] = []
  page.on('download', d => downloads.push(d.suggestedFilename()))
  await page.getByRole('button', { name: /^Export \d+ %$/ }).click()
  await panel.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('The export was stopped.')).toBeVisible()
  await expect(panel.getByRole('button', { name: 'Export movie' })).toBeEnabled()
  expect(downloads).toEqual([])
  // The next one is made as if nothing had been, also where it takes longer than a stop is waited for.
  await panel.getByLabel('How often the frames are shown').fill('9')
  const long = await exported(panel, 'Export movie')
  expect((await streamsOf(long.path))[0]!.nb_read_frames).toBe(String(9 * 61))
  await panel.getByLabel('How often the frames are shown').fill('1')
  await frames(panel, 1, 1)
  await panel.getByLabel('Size of the movie').selectOption('0.25')
  const movie = await exported(panel, 'Export movie')
  expect((await streamsOf(movie.path))[0]!.nb_read_frames).toBe('1')
})
