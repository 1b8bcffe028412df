import { expose } from 'comlink'
import { applyPalette, GIFEncoder, quantize } from 'gifenc'
import type { Palette } from 'gifenc'
import { hundredths, shownTimes } from '#core/formats/gif-times'
import type { GifChoices } from '../choices'
import type { Given, Told } from '../given'
import { workerFonts } from './fonts'
import { opened, Painter, pixelsOf } from './painter'
import type { Scratch } from './scratch'
import { scratch } from './scratch'
import type { Work } from './works'
import { Works } from './works'
import { closeTo, sampled } from './colours'

export interface GifJob {
  readonly choices: GifChoices
  readonly scratch: string
}
/** A GIF, at the size it got: smaller than was asked for where it was to stay under a number of MB. */
export interface MadeGif {
  readonly blob: Blob
  readonly width: number
  readonly height: number
  readonly fits: boolean
}

const works = new Works()
/** One entry of a palette stands for "as before". */
const COLOURS = 255
/** Pictures that the one palette is made from, and px of each. */
const [SAMPLES, SAMPLE_PX] = [24, 20_000]
/** A picture that the one palette shows worse than this has one of its own, dB: a bit more than what is asked of GIFs. */
const LEAST_PSNR = 34
const TRIES = 5
const LEAST_WIDTH = 32

/** Makes a GIF; null where it was stopped. Throws HandOffFault. */
async function make(given: Given, job: GifJob, told: Told): Promise<MadeGif | null> {
  const work = works.begin(told)
  try {
    await workerFonts()
    const of = opened(given)
    const most = job.choices.most * 1e6
    let scale = job.choices.scale
    for (let attempt = 1; ; attempt++) {
      const painter = new Painter(of, { ...job.choices, scale, paper: true })
      const file = await scratch(job.scratch)
      const blob = await encoded(painter, job.choices, file, work).catch(async (error: unknown) => {
        await file.drop()
        throw error
      })
      if (!blob) return null
      const fits = !most || blob.size <= most
      const { width, height } = painter.size
      if (fits || attempt === TRIES || width <= LEAST_WIDTH) return { blob, width, height, fits }
      // Bytes grow about as the area does.
      scale *= Math.min(0.9, Math.sqrt(most / blob.size) * 0.96)
    }
  } finally {
    works.end(work)
  }
}

/** The pictures of a passage: which frame shows each first, and for how many frames. */
function picturesOf(painter: Painter): { first: number; frames: number }[] {
  const { first, last } = painter.of.given
  const out: { first: number; frames: number }[] = []
  let shown = ''
  for (let frame = first; frame <= last; frame++) {
    const key = painter.keyOf(painter.layers(frame), frame)
    if (key === shown) out.at(-1)!.frames++
    else out.push({ first: frame, frames: 1 })
    shown = key
  }
  return out
}

async function encoded(painter: Painter, choices: GifChoices, file: Scratch, work: Work): Promise<Blob | null> {
  const { width, height } = painter.size
  const { shot } = painter.of.scene
  const pictures = picturesOf(painter)
  const palette = await commonPalette(painter, pictures, work)
  if (!palette) return stopped(file)
  const gif = GIFEncoder({ auto: false })
  gif.writeHeader()
  const times = hundredths(
    pictures.map(p => p.frames),
    shot.rate,
  )
  const shown: Shown = { width, height, forever: choices.forever, first: null, before: null }
  for (const { picture, time } of shownTimes(times)) {
    if (work.stopped) return stopped(file)
    const canvas = await painter.frame(pictures[picture]!.first)
    write(gif, indexed(pixelsOf(canvas), palette), shown, time)
    flush(gif, file)
    await work.at(
      (picture + 1) / pictures.length,
      `Picture ${picture + 1} of ${pictures.length} · ${width} × ${height}`,
    )
  }
  gif.finish()
  flush(gif, file)
  return file.done('image/gif')
}

async function stopped(file: Scratch): Promise<null> {
  await file.drop()
  return null
}

/** What the encoder has by now goes to the file: a long GIF is never whole in memory. */
function flush(gif: ReturnType<typeof GIFEncoder>, file: Scratch): void {
  file.write(gif.bytes() as Uint8Array<ArrayBuffer>)
  gif.stream.reset()
}

/** One palette for all pictures, from px of some of them; null where it was stopped. */
async function commonPalette(
  painter: Painter,
  pictures: readonly { first: number }[],
  work: Work,
): Promise<Palette | null> {
  const every = Math.max(1, pictures.length / SAMPLES)
  const samples: Uint8ClampedArray[] = []
  for (let i = 0; i < pictures.length; i += every) {
    if (work.stopped) return null
    const canvas = await painter.frame(pictures[Math.floor(i)]!.first)
    samples.push(sampled(pixelsOf(canvas), SAMPLE_PX))
    await work.at(0, 'Looking for colours')
  }
  const all = new Uint8ClampedArray(samples.reduce((n, s) => n + s.length, 0))
  let at = 0
  for (const s of samples) {
    all.set(s, at)
    at += s.length
  }
  return quantize(all, COLOURS)
}

interface Frame {
  readonly index: Uint8Array
  readonly palette: Palette
}

function indexed(pixels: Uint8ClampedArray, common: Palette): Frame {
  const index = applyPalette(pixels, common)
  if (closeTo(pixels, index, common) >= LEAST_PSNR) return { index, palette: common }
  const own = quantize(pixels, COLOURS)
  return { index: applyPalette(pixels, own), palette: own }
}

/** What is written by now: the first picture, whose palette is that of the file, and the one before. */
interface Shown {
  readonly width: number
  readonly height: number
  readonly forever: boolean
  first: Frame | null
  before: Frame | null
}

/** Writes a picture; what is as in the one before it is left see-through, which makes the file smaller. */
function write(gif: ReturnType<typeof GIFEncoder>, now: Frame, shown: Shown, time: number): void {
  const { before, first } = shown
  const { index, palette } = now
  const clear = palette.length
  const left = before?.palette === palette ? index.map((k, i) => (k === before.index[i] ? clear : k)) : null
  gif.writeFrame(left ?? index, shown.width, shown.height, {
    first: !first,
    ...(first?.palette === palette ? {} : { palette: [...palette, [0, 0, 0]] }),
    // Delays are given in thousandths and written in hundredths.
    delay: time * 10,
    repeat: shown.forever ? 0 : -1,
    // Each stays under the next one.
    dispose: 1,
    ...(left ? { transparent: true, transparentIndex: clear } : {}),
  })
  shown.first ??= now
  shown.before = now
}

const api = { make, stop: () => works.stop() }
export type GifWorker = typeof api
expose(api)
