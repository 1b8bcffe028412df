import type { Locator, Page } from '@playwright/test'
// An independent reader and writer of RIFF/WAVE.
import wavefile from 'wavefile'
import type { Sound } from '../../core/document'
import { frameOfSample, rate, sampleOf } from '../../core/time'
import { HEAD, MARGIN, rowsOf, SOUND, USUAL_ROW } from '../../app/sheet/layout'
import { clickWav, samplesOf } from '../support/media'
import { exported, open } from './exporting'
import type { Desk } from './fixtures'
import { expect, test } from './fixtures'

const R24 = rate(24)
/** Samples are read plane by plane. */
const INTERLEAVED = false
type WavFile = { name: string; mimeType: string; buffer: Buffer }
const wav = (name: string, buffer: Buffer): WavFile => ({ name, mimeType: 'audio/wav', buffer })
/** Samples from −1 to 1 as a WAV file of a kind. */
function wavOf(planes: number[][], hertz: number, kind: '8' | '16' | '24' | '32' | '32f'): Buffer {
  const file = new wavefile.WaveFile()
  const bits = kind === '32f' ? 1 : 2 ** (Number(kind) - 1)
  const scaled = planes.map(p =>
    p.map(s => (kind === '32f' ? s : Math.round(s * (bits - 1)) + (kind === '8' ? 128 : 0))),
  )
  file.fromScratch(planes.length, hertz, kind, planes.length > 1 ? scaled : scaled[0]!)
  return Buffer.from(file.toBuffer())
}
const tone = (seconds: number, hertz: number, { at = 48_000, gain = 0.5 } = {}): number[] =>
  Array.from({ length: seconds * at }, (_, i) => gain * Math.sin((2 * Math.PI * hertz * i) / at))

async function bring(page: Page, ...files: WavFile[]): Promise<Locator> {
  const panel = page.getByRole('dialog', { name: /^Import/ })
  if (!(await panel.isVisible())) await page.keyboard.press('Alt+i')
  await panel.getByLabel('Files to import').setInputFiles(files)
  return panel
}
/** Imports a sound; its panel. */
async function take(page: Page, file: WavFile): Promise<Locator> {
  const panel = await bring(page, file)
  await panel.getByRole('button', { name: 'Import 1 sound' }).click()
  const sound = page.getByRole('dialog', { name: 'Sound' })
  await expect(sound).toBeVisible()
  await expect(sound.getByText('On its way')).toHaveCount(0)
  return sound
}
const soundsOf = async (desk: Desk): Promise<Sound[]> => {
  const shot = await desk.shot()
  return Object.values(shot.plans[shot.planOrder[0]!]!.sounds ?? {})
}
/** What is heard of the shot, its left side. */
const heard = (page: Page, from: number, count: number): Promise<number[]> =>
  page.evaluate(`window.fintroHear(${from}, ${count})`)
/** A point of the column of the sound: a frame, and px below its beginning. */
async function inLane(desk: Desk, frame: number, dy = 7): Promise<{ x: number; y: number }> {
  const box = (await desk.sheet.boundingBox())!
  const scroll = await desk.sheet.evaluate(el => el.closest('.overflow-y-scroll')!.scrollTop)
  return { x: box.x + MARGIN + SOUND / 2, y: box.y + HEAD + rowsOf(USUAL_ROW).y(frame) - scroll + dy }
}

test('a sound comes in, is moved by its tag and trimmed by its ends, is muted, and all is undone', async ({
  page,
  desk,
}) => {
  const panel = await take(page, wav('call.wav', clickWav(48_000, 2, 0.5)))
  await expect(panel.getByText('2.00 s; heard on frames 1 to 48.')).toBeVisible()
  const [before] = await soundsOf(desk)
  expect(before).toMatchObject({ name: 'call.wav', samples: 96_000, frame: 1, offset: 0, from: 0, to: 96_000, gain: 0 })
  await desk.drag(await inLane(desk, 1), await inLane(desk, 9))
  expect(await soundsOf(desk)).toMatchObject([{ frame: 9, offset: 0 }])
  // By its beginning: what is left stays where it was heard.
  await desk.drag(await inLane(desk, 9, 1), await inLane(desk, 13, 1))
  expect(await soundsOf(desk)).toMatchObject([{ frame: 13, offset: 0, from: 8000 }])
  await desk.goTo(50)
  await desk.drag(await inLane(desk, 57, 0), await inLane(desk, 49, 0))
  expect(await soundsOf(desk)).toMatchObject([{ frame: 13, from: 8000, to: 80_000 }])
  await panel.getByRole('button', { name: 'Mute' }).click()
  expect((await soundsOf(desk))[0]!.muted).toBe(true)
  expect(Math.max(...(await heard(page, 0, 96_000)))).toBe(0)
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  expect(await soundsOf(desk)).toEqual([before])
  // It is there after a reload, heard where it was.
  await desk.saved()
  await desk.open()
  await expect(async () => {
    const click = (await heard(page, 0, 48_000)).findIndex(s => Math.abs(s) > 0.3)
    expect(click).toBe(24_000)
  }).toPass()
  await page.keyboard.press('Alt+v')
  await page.getByRole('button', { name: 'Delete the sound' }).click()
  expect(await soundsOf(desk)).toEqual([])
  await page.keyboard.press('Control+z')
  expect(await soundsOf(desk)).toEqual([before])
})

test('its place is typed to the sample, its gain in dB, and what is no number is refused', async ({ page, desk }) => {
  const panel = await take(page, wav('call.wav', wavOf([tone(1, 440)], 48_000, '16')))
  await panel.getByLabel('Frame on which the sound begins').fill('7')
  await panel.getByLabel('Frame on which the sound begins').press('Enter')
  await panel.getByLabel('Samples after the beginning of the frame').fill('512')
  await panel.getByLabel('Samples after the beginning of the frame').press('Enter')
  await panel.getByLabel('Gain, dB, typed').fill('-6')
  await panel.getByLabel('Gain, dB, typed').press('Enter')
  await panel.getByLabel('Heard to, seconds of the file').fill('0,5')
  await panel.getByLabel('Heard to, seconds of the file').press('Enter')
  expect(await soundsOf(desk)).toMatchObject([{ frame: 7, offset: 512, gain: -6, to: 24_000 }])
  await panel.getByLabel('Samples after the beginning of the frame').fill('2000')
  await panel.getByLabel('Samples after the beginning of the frame').press('Enter')
  await expect(page.getByText('Type a number from 0 to 1999. Nothing was changed.')).toBeVisible()
  const first = (await heard(page, 12_000, 2000)).findIndex(s => s !== 0)
  expect(Math.abs(first - 512)).toBeLessThanOrEqual(1)
})

// RIFF/WAVE, each kind written and read by wavefile.
test('a WAV file of any kind, of one plane and of two, is heard sample for sample', async ({ page, desk: _desk }) => {
  for (const kind of ['8', '16', '24', '32', '32f'] as const)
    for (const planes of [1, 2]) {
      const both = [tone(0.2, 440), tone(0.2, 880, { gain: 0.25 })].slice(0, planes)
      const buffer = wavOf(both, 48_000, kind)
      await take(page, wav('kind.wav', buffer))
      const read = new wavefile.WaveFile(new Uint8Array(buffer))
      const samples = read.getSamples(INTERLEAVED, Float64Array) as unknown as Float64Array | Float64Array[]
      const left = planes > 1 ? (samples as Float64Array[])[0]! : (samples as Float64Array)
      const whole = kind === '32f' ? 1 : 2 ** (Number(kind) - 1)
      const zero = kind === '8' ? 128 : 0
      const out = await heard(page, 0, left.length)
      const off = [...left].reduce((most, s, i) => Math.max(most, Math.abs(out[i]! - (s - zero) / whole)), 0)
      expect(off, `${kind} × ${planes}`).toBeLessThan(1.5 / Math.min(whole, 2 ** 20))
      await page.getByRole('button', { name: 'Delete the sound' }).click()
    }
})

test('a tone of 1 kHz of any rate stays at 1 kHz to 0.1 %, its peaks within 1 %', async ({ page, desk: _desk }) => {
  for (const at of [22_050, 44_100, 96_000, 192_000]) {
    await take(page, wav(`tone-${at}.wav`, wavOf([tone(1, 1000, { at })], at, '24')))
    const out = (await heard(page, 4800, 38_400)).slice(0)
    const ups = out.flatMap((s, i) => (i && out[i - 1]! < 0 && s >= 0 ? [i - 1 + out[i - 1]! / (out[i - 1]! - s)] : []))
    const hertz = ((ups.length - 1) * 48_000) / (ups.at(-1)! - ups[0]!)
    expect(Math.abs(hertz / 1000 - 1)).toBeLessThan(0.001)
    expect(Math.abs(Math.max(...out) / 0.5 - 1)).toBeLessThan(0.01)
    await page.getByRole('button', { name: 'Delete the sound' }).click()
  }
})

/** Notes what the page gives to the audio clock: when, and where in it a click is; and when each frame was shown. */
async function listened(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const given: { when: number; click: number[] }[] = []
    const live = new Set<AudioBufferSourceNode>()
    Object.assign(window, { given, shown: [], live })
    const start = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0) {
      const samples = this.buffer!.getChannelData(0)
      const click: number[] = []
      let last = -1e9
      samples.forEach((s, i) => {
        if (Math.abs(s) <= 0.3) return
        if (i - last > 500) click.push(i)
        last = i
      })
      given.push({ when, click })
      live.add(this)
      this.addEventListener('ended', () => live.delete(this))
      start.call(this, when, offset)
    }
  })
}
interface Given {
  readonly when: number
  readonly click: readonly number[]
}
/** When clicks are heard, s from the beginning of what was played. */
const clicksOf = (given: readonly Given[]): number[] =>
  given.flatMap(g => g.click.map(c => g.when - given[0]!.when + c / 48_000))

test('clicks line up with the frames in playback, in a loop and at a trial rate, and in the movie, to 1 ms', async ({
  page,
  desk,
}) => {
  test.slow()
  await listened(page)
  await desk.open()
  // On frames 5, 17, 29, 41 of the shot at 24 frames a second.
  const on = [5, 17, 29, 41]
  await take(page, wav('clicks.wav', clickWav(48_000, 2.5, ...on.map(f => sampleOf(f, R24) / 48_000))))
  await page.keyboard.press('Escape')
  await desk.goTo(1)
  await page.evaluate(`window.fintroShown(s => window.shown.push(s)); window.given.length = 0`)
  const play = async (ms: number): Promise<Given[]> => {
    await page.evaluate('window.given.length = 0')
    await page.keyboard.press('Space')
    await page.waitForTimeout(ms)
    await page.keyboard.press('Space')
    return page.evaluate('window.given')
  }
  const once = clicksOf(await play(2200))
  expect(once.length).toBeGreaterThanOrEqual(4)
  on.forEach((f, i) => expect(Math.abs(once[i]! - (f - 1) / 24)).toBeLessThan(0.001))
  // The picture goes by the same clock: it has shown what was heard, in order (how near, `sound.sync` measures).
  const shown: { frame: number }[] = await page.evaluate('window.shown')
  expect(shown.map(f => f.frame)).toEqual([...shown.map(f => f.frame)].sort((x, y) => x - y))
  expect(shown.at(-1)!.frame).toBeGreaterThan(40)
  // Frames 5 to 16 again and again: a click at the beginning of each round.
  await desk.goTo(5)
  await page.keyboard.press('i')
  await desk.goTo(16)
  await page.keyboard.press('o')
  await desk.goTo(5)
  const again = clicksOf(await play(2000))
  expect(again.length).toBeGreaterThanOrEqual(4)
  again.slice(0, 4).forEach((at, i) => expect(Math.abs(at - i * 0.5)).toBeLessThan(0.001))
  // In the movie, three times over, twice as it is and once behind a slate.
  const panel = await open(page, 'Movie')
  await expect(panel.getByLabel('with the sound: clicks.wav')).toBeChecked()
  await panel.getByLabel('Size of the movie').selectOption('0.25')
  for (const [format, slate] of [
    ['mp4-avc', 0],
    ['webm-vp9', 0.5],
  ] as const) {
    await panel.getByLabel('Format of the movie').selectOption(format)
    await panel.getByLabel('From frame').fill('1')
    await panel.getByLabel('to frame').fill('48')
    await panel.getByLabel('How often the frames are shown').fill('2')
    await panel.getByLabel('Seconds of a slate before the first frame').fill(String(slate))
    const { path } = await exported(panel, 'Export movie')
    const samples = await samplesOf(path, 48_000)
    const loudest = samples.reduce((m, s) => Math.max(m, Math.abs(s)), 0)
    const found: number[] = []
    samples.forEach((s, i) => {
      if (Math.abs(s) > loudest * 0.3 && (!found.length || i - found.at(-1)! > 4800)) found.push(i)
    })
    const due = [0, 2].flatMap(round => on.map(f => slate + round + (f - 1) / 24))
    expect(found, format).toHaveLength(due.length)
    found.forEach((at, i) => expect(Math.abs(at / 48_000 - due[i]!), `${format} ${i}`).toBeLessThan(0.001))
  }
})

test('frames sound when they are come to, selected ones again and again, and a trial rate keeps in time', async ({
  page,
  desk,
}) => {
  await listened(page)
  await desk.open()
  await take(page, wav('tone.wav', wavOf([tone(2, 440)], 48_000, '16')))
  await page.getByRole('radio', { name: '2', exact: true }).click()
  await page.keyboard.press('Escape')
  await page.evaluate('window.given.length = 0')
  await desk.goTo(9)
  await page.keyboard.press('ArrowDown')
  expect(await page.evaluate('window.given.length')).toBe(2)
  // Frames 60 on are silent: nothing is given.
  await desk.goTo(60)
  expect(await page.evaluate('window.given.length')).toBe(2)
  await desk.select(1, 9, 12)
  await page.evaluate('window.given.length = 0')
  await page.keyboard.press('Alt+Enter')
  await expect(async () => expect(await page.evaluate('window.given.length')).toBeGreaterThan(3)).toPass()
  await page.keyboard.press('Escape')
  const many = await page.evaluate('window.given.length')
  await page.waitForTimeout(400)
  expect(await page.evaluate('window.given.length')).toBe(many)
})

test('what is changed while it plays is heard soon, and nothing sounds on when it stops', async ({ page, desk }) => {
  await listened(page)
  await desk.open()
  const panel = await take(page, wav('tone.wav', wavOf([tone(2, 440)], 48_000, '16')))
  await desk.goTo(1)
  await page.keyboard.press('Space')
  for (const times of [1, 2, 3]) {
    await page.waitForTimeout(250)
    await panel.getByRole('button', { name: 'Mute' }).click()
    expect((await soundsOf(desk))[0]!.muted ?? false).toBe(times % 2 === 1)
  }
  await panel.getByRole('button', { name: 'Mute' }).click()
  await page.waitForTimeout(500)
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await page.waitForTimeout(300)
  expect(await page.evaluate('window.live.size')).toBe(0)
  // Begun while it plays: what is heard again and again goes on when the picture stops.
  await page.keyboard.press('Space')
  await page.waitForTimeout(300)
  await page.keyboard.press('Alt+Enter')
  await page.waitForTimeout(500)
  expect(await page.evaluate('window.live.size')).toBeGreaterThan(0)
  await page.keyboard.press('Alt+Enter')
  await page.waitForTimeout(300)
  expect(await page.evaluate('window.live.size')).toBe(0)
})

test('beats are found and tapped, poses go onto them, and a pose that is dragged near one is on it', async ({
  page,
  desk,
}) => {
  const times = [0.25, 0.75, 1.25, 1.75]
  const panel = await take(page, wav('steps.wav', clickWav(48_000, 2.4, ...times)))
  await panel.getByRole('button', { name: 'Find them' }).click()
  const [sound] = await soundsOf(desk)
  expect(sound!.beats!.map(b => frameOfSample(b, R24))).toEqual(times.map(t => Math.floor(t * 24) + 1))
  await panel.getByRole('button', { name: 'Take the beat on frame 7 off' }).click()
  await desk.goTo(25)
  await page.keyboard.press('t')
  expect((await soundsOf(desk))[0]!.beats!.map(b => frameOfSample(b, R24))).toEqual([19, 25, 31, 43])
  await page.keyboard.press('t')
  await desk.goTo(15)
  await page.keyboard.press('t')
  expect((await soundsOf(desk))[0]!.beats!.map(b => frameOfSample(b, R24))).toEqual([15, 19, 31, 43])
  await page.keyboard.press('Escape')
  // Pose 13 is dragged to 14, a frame before a beat.
  const card = page.getByRole('button', { name: /^Pose 13,/ })
  await desk.goTo(13)
  await desk.settled()
  const box = (await card.boundingBox())!
  await desk.drag({ x: box.x + 20, y: box.y + 20 }, { x: box.x + 20 + box.width / 8, y: box.y + 20 })
  const shot = await desk.shot()
  const { runs, stack } = shot.plans[shot.planOrder[0]!]!.columns.keeper!
  const { eachRun } = await import('../../core/sheet')
  const start = [...eachRun(runs)].find(({ run }) => shot.stacks[stack]!.drawings[run.drawing!]!.number === '13')!.start
  expect(start).toBe(15)
})

test('what is no sound is refused by name: damaged, empty, silent without samples, too long', async ({
  page,
  desk: _desk,
}) => {
  test.slow()
  const long = wavOf([Array.from({ length: 8000 }, () => 0)], 8000, '8')
  // A header that tells of 21 minutes, with as many bytes.
  const bytes = Buffer.concat([long.subarray(0, 44), Buffer.alloc(8000 * 60 * 21, 128)])
  bytes.writeUInt32LE(bytes.length - 8, 4)
  bytes.writeUInt32LE(bytes.length - 44, 40)
  const panel = await bring(
    page,
    wav('damaged.wav', Buffer.concat([clickWav(48_000, 1, 0).subarray(0, 12), Buffer.alloc(400, 0xa5)])),
    wav('empty.wav', Buffer.alloc(0)),
    wav('none.wav', clickWav(48_000, 0)),
    wav('long.wav', bytes),
    wav('good.wav', clickWav(48_000, 1, 0.5)),
  )
  await expect(panel.getByText('4 left out')).toBeVisible({ timeout: 30_000 })
  for (const [name, words] of [
    ['damaged.wav', /no sound that this browser can read/],
    ['empty.wav', /It is empty/],
    ['none.wav', /no sound/],
    ['long.wav', /21 minutes; at most 20/],
  ] as const)
    await expect(panel.locator('li', { hasText: name })).toContainText(words)
  await expect(panel.getByRole('button', { name: 'Import 1 sound' })).toBeEnabled()
})

test('where the browser keeps the sound asleep, or has no device, that is said, and the picture plays', async ({
  page,
  desk,
}) => {
  await page.addInitScript(() => {
    const how = localStorage.getItem('test-sound')
    if (how === 'asleep') {
      AudioContext.prototype.resume = () => new Promise<void>(() => undefined)
      Object.defineProperty(AudioContext.prototype, 'state', { get: () => 'suspended' })
    }
    if (how) Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => 0 })
  })
  await take(page, wav('call.wav', clickWav(48_000, 2, 0.5)))
  await desk.saved()
  for (const [how, words] of [
    ['asleep', 'The browser keeps the sound asleep until you click.'],
    ['no device', 'No sound is heard: there is no audio device. The picture plays without it.'],
  ] as const) {
    await page.evaluate(h => localStorage.setItem('test-sound', h), how)
    await desk.open()
    await desk.goTo(1)
    await expect(async () => expect((await heard(page, 20_000, 8000)).some(s => s !== 0)).toBe(true)).toPass()
    await page.keyboard.press('Space')
    await expect(page.getByText(words)).toBeVisible()
    await expect(page.getByLabel('Frame', { exact: true })).not.toHaveText('1')
    await page.keyboard.press('Space')
  }
  await page.evaluate(() => localStorage.removeItem('test-sound'))
})
