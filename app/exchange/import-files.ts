import { byName, plural } from '#core/basic'
import { footageType } from '#core/formats/footage-type'
import { misfitIn, readSheetFile } from '#core/formats/sheet-in'
import { layerNames } from '#core/formats/layer-names'
import { isZip, MOST_LAYERS } from '#core/formats/ora-in'
import type { SvgRead } from '#core/formats/svg-read'
import { readSvg } from '#core/formats/svg-read'
import type { Rate } from '#core/time'
import type { FootageFound } from '~/footage/open'
import { footageIn, isNotRead, tooLargeFile } from '~/footage/open'
import { soundType } from '#core/formats/sound-type'
import { timedText } from '#core/formats/vtt-cue'
import type { SoundFound } from '~/sound/decode'
import { decodeSound, isUnread } from '~/sound/decode'
import type {
  Brought,
  BroughtFootage,
  BroughtLayers,
  BroughtLines,
  BroughtSheet,
  BroughtSound,
  Found,
  Refused,
} from './found'
import { readLayered } from './layered-file'
import { asPicture, readPicture, typeOf } from './picture-file'

/** Larger files than this are not read, bytes. */
const MOST_BYTES = 32 * 1024 * 1024
/** At most so many files at once; the others are told. */
export const MOST_FILES = 500
const MOST_STROKES = 5000

/** What a browser is asked to offer when files are selected. */
export const READABLE = [
  'image/png,image/jpeg,image/webp,image/svg+xml,.svg,.ora,image/openraster,image/gif',
  'video/*,.mkv,audio/*,.flac,.m4a,.vtt,.json,.otio',
].join(',')
const NOT_READ = [
  'It is no PNG, JPEG, WebP, SVG or OpenRaster picture, no movie or GIF, no WAV, MP3, OGG, FLAC or M4A,',
  'no timed text (WebVTT), and no sheet as JSON or OTIO.',
].join(' ')

/** Files in the order that people count in: 2 before 10. */
export const inOrder = (files: readonly File[]): File[] => [...files].sort(byName)

/** Looks into a file, by what is in it and not by its name. Nothing in it is run, and nothing is fetched. */
export async function readFile(file: File, rate: Rate): Promise<Found> {
  const { name } = file
  if (!file.size) return { name, reason: 'It is empty.' }
  const head = new Uint8Array(await file.slice(0, 512).arrayBuffer())
  if (soundType(head)) return readSound(file)
  if (footageType(head)) return readFootage(file)
  const reason = tooLargeFile(file, MOST_BYTES)
  if (reason) return { name, reason }
  if (isTimedText(head)) return readLines(file)
  if (isZip(head)) return readLayered(file)
  if (isJson(head)) return readSheet(file, rate)
  const type = typeOf(head)
  if (type === 'svg') return readVector(file)
  if (!type)
    return {
      name,
      reason: NOT_READ,
    }
  return readPicture(name, new Blob([file], { type }))
}

async function readFootage(file: File): Promise<BroughtFootage | BroughtSound | Refused> {
  const found = await footageIn(file)
  if (!isNotRead(found)) return { kind: 'footage', name: file.name, file, found, told: foundWords(found) }
  // What has no picture may still have a sound.
  return found.silent ? { name: file.name, reason: found.reason } : readSound(file)
}

async function readSound(file: File): Promise<BroughtSound | Refused> {
  const { name } = file
  const sound = await decodeSound(file)
  if (isUnread(sound)) return { name, reason: sound.reason }
  const { planes, samples } = sound
  return { kind: 'sound', name, file, sound: { planes, samples }, told: soundWords(sound) }
}

const CHANNELS = ['', 'mono', 'stereo', '', '', '', '5.1']
/** What a sound is, in words. */
const soundWords = ({ seconds, rate, channels }: SoundFound): string =>
  [
    `${seconds.toFixed(2)} s`,
    rate ? `${Number((rate / 1000).toFixed(2))} kHz` : '',
    channels ? CHANNELS[channels] || `${channels} channels` : '',
  ]
    .filter(Boolean)
    .join(', ')

/** WebVTT begins with its name, also behind a byte order mark. */
const isTimedText = (head: Uint8Array): boolean =>
  /^\uFEFF?WEBVTT(?:[ \t\r\n]|$)/.test(new TextDecoder('utf-8', { ignoreBOM: true }).decode(head))

const MOST_LINES = 200
async function readLines(file: File): Promise<BroughtLines | Refused> {
  const { name } = file
  const { WebVTTParser } = await import('webvtt-parser')
  const { cues, errors } = new WebVTTParser().parse(await file.text(), 'captions')
  const lines = cues.map(timedText).filter(l => l.pieces.length && l.end > l.start)
  if (!lines.length)
    return { name, reason: `There is no timed text in it${errors[0] ? `: ${errors[0].message}` : ''}.` }
  if (lines.length > MOST_LINES)
    return { name, reason: `It has ${lines.length} lines; a plan holds at most ${MOST_LINES}.` }
  const left = errors.length ? `; ${plural(errors.length, 'fault')} in it` : ''
  return {
    kind: 'lines',
    name,
    lines,
    told: `${plural(lines.length, 'line')}, up to ${lines.at(-1)!.end.toFixed(1)} s${left}`,
  }
}

/** JSON begins with an object, also behind a byte order mark. */
const isJson = (head: Uint8Array): boolean =>
  /^\uFEFF?\s*\{/.test(new TextDecoder('utf-8', { ignoreBOM: true }).decode(head))

async function readSheet(file: File, rate: Rate): Promise<BroughtSheet | Refused> {
  const { name } = file
  const out = readSheetFile((await file.text()).replace(/^\uFEFF/, ''), rate)
  if (!out.ok) return { name, reason: out.message }
  const misfit = misfitIn(out.sheet)
  return misfit ? { name, reason: misfit } : { kind: 'sheet', name, sheet: out.sheet }
}

/** What footage is, in words. */
function foundWords({ width, height, seconds, frames, rate, varies, missing }: FootageFound): string {
  const pace = varies ? `about ${rate.toFixed(1)} a second, unevenly` : `${Number(rate.toFixed(2))} a second`
  const cut = missing > 0.05 ? `; cut off, ${missing.toFixed(1)} s are missing` : ''
  return `${plural(frames, 'frame')}, ${pace}, ${seconds.toFixed(2)} s, ${width} × ${height} px${cut}`
}

function withLayers(flat: Brought, { width, height, layers, left }: SvgRead): BroughtLayers {
  const few = layers.slice(0, MOST_LAYERS)
  const names = layerNames(few.map(l => l.name))
  return {
    ...{ kind: 'layers', name: flat.name, width, height, flat },
    layers: few.map((l, i) => ({
      name: names[i]!,
      hidden: false,
      content: { kind: 'strokes', strokes: l.strokes },
    })),
    left: few.length < layers.length ? [...left, `${layers.length - few.length} layers`] : left,
  }
}

async function readVector(file: File): Promise<Brought | BroughtLayers | Refused> {
  const out = readSvg(await file.text())
  if (!out.ok) return { name: file.name, reason: out.message }
  const left = out.left.length ? `; left out: ${out.left.slice(0, 4).join(', ')}${out.left.length > 4 ? ' …' : ''}` : ''
  const { strokes, width, height } = out
  if (strokes.length > MOST_STROKES)
    return { name: file.name, reason: `It has ${strokes.length} strokes; a drawing has at most ${MOST_STROKES}.` }
  if (strokes.length) {
    const told = `${plural(strokes.length, 'stroke')}${left}`
    const flat: Brought = { kind: 'strokes', name: file.name, strokes, file, width, height, told }
    return out.layers.length > 1 ? withLayers(flat, out) : flat
  }
  return out.more
    ? asPicture(file, width, height, left)
    : { name: file.name, reason: `There is nothing to see in it${left}.` }
}
