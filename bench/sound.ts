import type { Browser, Page } from '@playwright/test'
import { chromium } from '@playwright/test'
import type { Shot } from '../core/document'
import { SCHEMA } from '../core/document'
import { applyCommand } from '../core/commands'
import type { ArgsOf, CommandName } from '../core/commands'
import { lanternLift } from '../demo/lantern-lift'
import { keepImage } from '../server/media/images'
import { keepStrokes } from '../server/media/strokes'
import { keepShot } from '../server/shots/shots'
import { chromiumOptions } from '../tests/support/chromium'
import { wavFile } from '../tests/support/media'
import { newTestId, serve } from '../tests/support/server'
import type { Row } from './row'

const RATE = 48_000
/** A hum that swells and fades like speech; never silent: what is silent is not sounded while one scrubs. */
const hum = (seconds: number): Buffer =>
  wavFile(RATE, seconds * RATE, i => {
    const loud = 0.2 + 0.8 * Math.max(0, Math.sin((2 * Math.PI * i) / (RATE * 0.4)))
    return Math.round(15_000 * loud * Math.sin((2 * Math.PI * 180 * i) / RATE))
  })

type Db = Awaited<ReturnType<typeof serve>>['db']
/** The demo's first shot with a sound, as long as the sound; with so many mouths on a head that carries them. */
async function withSound(db: Db, bytes: Buffer, mouths: number): Promise<string> {
  const demo = lanternLift()
  const id = newTestId()
  const { hash } = await keepImage(db, bytes)
  const samples = (bytes.length - 44) / 2
  let shot: Shot = { ...demo.shot, id, length: Math.min(14_400, Math.max(61, Math.ceil(samples / 2000))) }
  const plan = shot.planOrder[0]!
  const run = <N extends CommandName>(name: N, args: ArgsOf<N>): void => {
    const out = applyCommand(shot, { id: newTestId(), schema: SCHEMA, name, args })
    if (!out.ok) throw new Error(out.refusal.message)
    shot = out.shot
  }
  const all = { samples, frame: 1, offset: 0, from: 0, to: samples, gain: 0 }
  run('sound.add', { plan, sound: { id: 'hum', file: hash, name: 'hum.wav', ...all } })
  if (mouths) {
    const [column, stack] = [newTestId(), newTestId()]
    const { keeper } = shot.plans[plan]!.columns
    const { runs: _r, repeats: _p, leader: _l, link: _k, ...settings } = keeper!
    const drawings = Array.from({ length: mouths }, (_, i) => ({ id: `mouth-${i}`, number: String(i + 1) }))
    run('column.add', {
      plan,
      index: shot.plans[plan]!.order.length,
      stack: { id: stack, subjects: {}, drawings: {} },
      column: { ...settings, id: column, stack, name: 'Mouth', runs: [] },
    })
    for (const d of drawings)
      run('drawing.add', { stack, drawing: { ...d, role: 'key', content: { poses: {}, strokes: [] } } })
    const exposures = drawings.map(d => ({ drawing: d.id, frames: 1 + (Number(d.number) % 2) }))
    run('column.expose', { plan, column, exposures })
  }
  await keepStrokes(db, demo.strokes)
  await keepShot(db, shot, 'Benches')
  return id
}

/** Notes when sounds are begun, and the audio clock that is used. */
const LISTEN = `(() => {
  window.begun = []
  const start = AudioBufferSourceNode.prototype.start
  AudioBufferSourceNode.prototype.start = function (when, ...more) {
    window.begun.push({ when: when ?? 0, at: performance.now(), parts: this.buffer.length })
    window.context = this.context
    return start.call(this, when, ...more)
  }
})()`

async function opened(browser: Browser, url: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript(LISTEN)
  await page.addInitScript(() => localStorage.setItem('fintro-first-steps-dismissed', 'true'))
  await page.goto(url)
  await page.locator('[data-part=picture][data-whole="1"]').waitFor()
  await page.waitForTimeout(1500)
  return page
}

interface Shown {
  readonly frame: number
  readonly at: number
  readonly heard: number
}

/** Plays for so many seconds; which frame was shown when, and what the audio clock was at by then, s from its first part. */
async function played(page: Page, seconds: number): Promise<Shown[]> {
  await page.evaluate(`(() => {
    window.seen = []; window.begun.length = 0
    window.unwatch = window.fintroShown(s => {
      const c = window.context, t = c && c.getOutputTimestamp()
      const first = window.begun[0]
      const heard = t && first ? t.contextTime + (s.at - t.performanceTime) / 1000 - first.when : NaN
      window.seen.push({ frame: s.frame, at: s.at, heard })
    })
  })()`)
  await page.keyboard.press('Space')
  await page.waitForTimeout(seconds * 1000)
  await page.keyboard.press('Space')
  return page.evaluate('(window.unwatch(), window.seen)')
}

/** How far each picture frame is behind the sound, frames; frames count on through loops. */
function behind(seen: readonly Shown[]): number[] {
  const length = Math.max(...seen.map(s => s.frame))
  let round = 0
  return seen.flatMap((s, i) => {
    if (i && s.frame < seen[i - 1]!.frame) round += length
    // The first ones stand while the sound is begun.
    return i < 3 || !Number.isFinite(s.heard) ? [] : [s.heard * 24 - (s.frame - 1 + round)]
  })
}
const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / Math.max(1, list.length)

/** Steps through frames: how long after each step its slice is begun, ms, beside bare sources begun by the same steps. */
async function sliced(page: Page, many: number): Promise<{ ours: number[]; bare: number[] }> {
  const box = (await page.locator('[data-part=sheet]').boundingBox())!
  const run = async (what: 'ours' | 'bare'): Promise<number[]> => {
    await page.evaluate(`(() => {
      window.begun.length = 0; window.moves = []
      window.onpm = e => {
        window.moves.push(performance.now())
        if (${what === 'bare'}) {
          const c = window.context, b = c.createBuffer(2, 2000, 48000), s = c.createBufferSource()
          s.buffer = b; s.connect(c.destination); s.start(c.currentTime)
        }
      }
      window.addEventListener('pointermove', window.onpm, true)
    })()`)
    await page.mouse.move(box.x + 20, box.y + 66)
    await page.mouse.down()
    for (let i = 0; i < many; i++) {
      await page.mouse.move(box.x + 20, box.y + 66 + 15 * ((i % 30) + 1))
      await page.waitForTimeout(24)
    }
    await page.mouse.up()
    const { moves, begun } = (await page.evaluate(
      `(window.removeEventListener('pointermove', window.onpm, true), { moves: window.moves, begun: window.begun })`,
    )) as { moves: number[]; begun: { at: number }[] }
    return moves.slice(1).flatMap(m => {
      const next = begun.find(b => b.at >= m)
      return next ? [next.at - m] : []
    })
  }
  const before = await page.evaluate('localStorage.getItem("fintro-hearing")')
  const ours = await run('ours')
  await page.evaluate(
    `localStorage.setItem('fintro-hearing', JSON.stringify({ ...JSON.parse(${JSON.stringify(before)} ?? '{}'), scrub: false }))`,
  )
  await page.reload()
  await page.locator('[data-part=picture][data-whole="1"]').waitFor()
  await page.waitForTimeout(1500)
  await page.keyboard.press('Space')
  await page.waitForTimeout(400)
  await page.keyboard.press('Space')
  const bare = await run('bare')
  await page.evaluate(`localStorage.removeItem('fintro-hearing')`)
  return { ours, bare }
}

/** From a sound that is decoded to its first waveform, ms: what the worker and the desk take, decoding apart. */
async function waved(browser: Browser, url: string): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript(() => {
    localStorage.setItem('fintro-first-steps-dismissed', 'true')
    const decode = BaseAudioContext.prototype.decodeAudioData
    BaseAudioContext.prototype.decodeAudioData = async function (...args: Parameters<typeof decode>) {
      const out = await decode.apply(this, args)
      Object.assign(window, { decoded: performance.now() })
      return out
    }
  })
  await page.goto(url)
  const ms = (await page.evaluate(`new Promise(done => {
    const look = () => {
      if (window.decoded && window.fintroWaves && window.fintroWaves() >= 2) done(performance.now() - window.decoded)
      else setTimeout(look, 1)
    }
    look()
  })`)) as number
  await page.close()
  return ms
}

/** Played for so many seconds: how near each frame is to what is heard, and how many are shown. */
async function syncRows(page: Page, seconds: number): Promise<Row[]> {
  const seen = await played(page, seconds)
  const late = behind(seen)
  const near = late.filter(l => Math.abs(l) <= 0.5).length / late.length
  const quarter = Math.floor(late.length / 4)
  const drift = Math.abs(mean(late.slice(-quarter)) - mean(late.slice(0, quarter)))
  const due = (seen.at(-1)!.at - seen[3]!.at) / 1000
  const onTime = (seen.length - 3) / Math.max(1, Math.round(due * 24) + 1)
  return [
    {
      ...{ bench: 'sound.sync', value: near, unit: 'share', bound: 0.98, better: 'higher' },
      parts: { frames: String(late.length), 'mean behind, frames': mean(late).toFixed(3) },
    },
    {
      ...{ bench: 'sound.sync.drift', value: drift, unit: 'frames', bound: 0.1, better: 'lower' },
      parts: { seconds: String(seconds) },
    },
    {
      ...{ bench: 'play.on-time.sound', value: Math.min(1, onTime), unit: 'share', bound: 0.98, better: 'higher' },
      parts: { frames: String(seen.length), mouths: '40' },
    },
  ]
}

async function sliceRow(page: Page, many: number): Promise<Row> {
  const { ours, bare } = await sliced(page, many)
  const share = (list: readonly number[]): number => list.filter(ms => ms <= 1000 / 60).length / list.length
  return {
    ...{ bench: 'sound.slice', value: share(ours) / Math.max(1e-9, share(bare)), unit: 'ratio', bound: 0.98 },
    better: 'higher',
    parts: { ours: share(ours).toFixed(3), bare: share(bare).toFixed(3), steps: String(ours.length) },
  }
}

async function openRow(browser: Browser, db: Db, url: string, tries: number): Promise<Row> {
  const of = async (seconds: number): Promise<number> => {
    const shot = await withSound(db, hum(seconds), 0)
    const all: number[] = []
    for (let i = 0; i < tries; i++) all.push(await waved(browser, `${url}/shots/${shot}`))
    return Math.min(...all)
  }
  const [a, b] = [await of(10), await of(600)]
  return {
    ...{ bench: 'sound.open', value: b / a, unit: 'ratio', bound: 3, better: 'lower' },
    parts: { 'ten seconds, ms': a.toFixed(1), 'ten minutes, ms': b.toFixed(1) },
  }
}

/** What sounds cost, and how well the picture keeps to them. */
export async function ofSound(quick: boolean, wants: (...names: string[]) => boolean): Promise<Row[]> {
  const { server, db, stop } = await serve()
  const browser = await chromium.launch(chromiumOptions)
  const rows: Row[] = []
  try {
    const id = await withSound(db, hum(24), 40)
    const url = `${server.url}/shots/${id}`
    if (wants('sound.sync', 'play.on-time.sound')) {
      const page = await opened(browser, url)
      rows.push(...(await syncRows(page, quick ? 8 : 20)))
      await page.close()
    }
    if (wants('sound.slice')) {
      const page = await opened(browser, url)
      rows.push(await sliceRow(page, quick ? 60 : 200))
      await page.close()
    }
    if (wants('sound.open')) rows.push(await openRow(browser, db, server.url, quick ? 2 : 4))
  } finally {
    await browser.close()
    await stop()
  }
  return rows
}
