import { imageSize } from 'image-size'
import { byName, plural } from '#core/basic'
import { footageType } from '#core/formats/footage-type'
import type { SheetIn } from '#core/formats/sheet-in'
import { misfitIn, readSheetFile } from '#core/formats/sheet-in'
import { readSvg } from '#core/formats/svg-read'
import { oneBoneFigure, restPose } from '#core/figure'
import type { Content, NewSubject } from '#core/document'
import { freeNumber } from '#core/document'
import { spotAt } from '#core/commands'
import type { Affine } from '#core/motion'
import { numberIn } from '#core/formats/sequence'
import type { Rate } from '#core/time'
import type { Stroke } from '#core/stroke'
import { asDrawn, strokeSchema, tidy } from '#core/stroke'
import type { Focus, Scene } from '~/desk/scene'
import type { FootageFound } from '~/footage/open'
import { footageIn, isNotRead, tooLargeFile } from '~/footage/open'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'

/** Larger files than this are not read, bytes; and no picture is kept with a longer side, px. */
const MOST_BYTES = 32 * 1024 * 1024
const MOST_SIDE = 8192
/** At most so many files at once; the others are told. */
export const MOST_FILES = 500
const MOST_STROKES = 5000

/** A file that was read: a picture, or the strokes of an SVG; with what is worth telling of it. */
export type Brought =
  | {
      readonly kind: 'image'
      readonly name: string
      readonly bytes: Blob
      readonly width: number
      readonly height: number
      readonly told: string
    }
  | {
      readonly kind: 'strokes'
      readonly name: string
      readonly strokes: readonly Stroke[]
      readonly file: File
      readonly width: number
      readonly height: number
      readonly told: string
    }
/** Footage that was opened. */
export interface BroughtFootage {
  readonly kind: 'footage'
  readonly name: string
  readonly file: File
  readonly found: FootageFound
  readonly told: string
}
/** A sheet from elsewhere. */
export interface BroughtSheet {
  readonly kind: 'sheet'
  readonly name: string
  readonly sheet: SheetIn
}
/** Everything that a file can be. */
export type Found = Brought | BroughtFootage | BroughtSheet | Refused
/** A file that does not come in, and why. */
export interface Refused {
  readonly name: string
  readonly reason: string
}

export const isRefused = (x: Found): x is Refused => 'reason' in x
export const isFootage = (x: Found): x is BroughtFootage => !isRefused(x) && x.kind === 'footage'
export const isSheet = (x: Found): x is BroughtSheet => !isRefused(x) && x.kind === 'sheet'
export const isDrawing = (x: Found): x is Brought => !isRefused(x) && (x.kind === 'image' || x.kind === 'strokes')

/** Files in the order that people count in: 2 before 10. */
export const inOrder = (files: readonly File[]): File[] => [...files].sort(byName)

/** Looks into a file, by what is in it and not by its name. Nothing in it is run, and nothing is fetched. */
export async function readFile(file: File, rate: Rate): Promise<Found> {
  const { name } = file
  if (!file.size) return { name, reason: 'It is empty.' }
  const head = new Uint8Array(await file.slice(0, 512).arrayBuffer())
  if (footageType(head)) return readFootage(file)
  const reason = tooLargeFile(file, MOST_BYTES)
  if (reason) return { name, reason }
  if (isJson(head)) return readSheet(file, rate)
  const type = typeOf(head)
  if (type === 'svg') return readVector(file)
  if (!type) return { name, reason: 'It is no PNG, JPEG, WebP or SVG, no movie or GIF, and no sheet as JSON or OTIO.' }
  return readPicture(name, new Blob([file], { type }))
}

async function readFootage(file: File): Promise<BroughtFootage | Refused> {
  const found = await footageIn(file)
  return isNotRead(found)
    ? { name: file.name, reason: found.reason }
    : { kind: 'footage', name: file.name, file, found, told: foundWords(found) }
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

function typeOf(head: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | 'svg' | null {
  const begins = (...bytes: number[]): boolean => bytes.every((b, i) => head[i] === b)
  if (begins(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png'
  if (begins(0xff, 0xd8, 0xff)) return 'image/jpeg'
  const text = new TextDecoder().decode(head)
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'image/webp'
  return /^\s*(?:<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(text) ? 'svg' : null
}

async function readPicture(name: string, bytes: Blob, told = ''): Promise<Brought | Refused> {
  const stated = await statedSize(bytes)
  if (stated && Math.max(...stated) > MOST_SIDE) return { name, reason: tooLarge(...stated) }
  try {
    const bitmap = await createImageBitmap(bytes)
    const { width, height } = bitmap
    bitmap.close()
    if (Math.max(width, height) > MOST_SIDE) return { name, reason: tooLarge(width, height) }
    return { kind: 'image', name, bytes, width, height, told: told || `picture, ${width} × ${height} px` }
  } catch {
    return { name, reason: 'It is damaged or cut off: the picture cannot be decoded.' }
  }
}

const tooLarge = (width: number, height: number): string =>
  `It is ${width} × ${height} px; at most ${MOST_SIDE} px a side are read.`

/** Within so many bytes a picture says of its size, however much is told of it before. */
const SIZE_IN = 512 * 1024

/** What a picture says of its size before it is decoded, px; null where that is not clear. */
async function statedSize(bytes: Blob): Promise<[width: number, height: number] | null> {
  try {
    const { width, height } = imageSize(new Uint8Array(await bytes.slice(0, SIZE_IN).arrayBuffer()))
    return [width, height]
  } catch {
    return null
  }
}

async function readVector(file: File): Promise<Brought | Refused> {
  const out = readSvg(await file.text())
  if (!out.ok) return { name: file.name, reason: out.message }
  const left = out.left.length ? `; left out: ${out.left.slice(0, 4).join(', ')}${out.left.length > 4 ? ' …' : ''}` : ''
  const { strokes, width, height } = out
  if (strokes.length > MOST_STROKES)
    return { name: file.name, reason: `It has ${strokes.length} strokes; a drawing has at most ${MOST_STROKES}.` }
  if (strokes.length)
    return {
      kind: 'strokes',
      name: file.name,
      strokes,
      file,
      width,
      height,
      told: `${plural(strokes.length, 'stroke')}${left}`,
    }
  return out.more
    ? asPicture(file, width, height, left)
    : { name: file.name, reason: `There is nothing to see in it${left}.` }
}

/**
 * An SVG that has no strokes to take, as a picture: drawn by the browser, which neither runs nor fetches anything for a
 * picture.
 */
async function asPicture(file: File, width: number, height: number, left: string): Promise<Brought | Refused> {
  const url = URL.createObjectURL(new Blob([file], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const scale = Math.min(1, MOST_SIDE / Math.max(width, height))
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)))
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
    return await readPicture(file.name, await canvas.convertToBlob({ type: 'image/png' }), `drawn as a picture${left}`)
  } catch {
    return { name: file.name, reason: 'It holds no strokes, and cannot be drawn as a picture.' }
  } finally {
    URL.revokeObjectURL(url)
  }
}

/** What was read, as a picture: strokes of an SVG are drawn by the browser. */
export const asOnePicture = async (item: Brought): Promise<Exclude<Brought, { kind: 'strokes' }> | Refused> => {
  if (item.kind === 'image') return item
  const out = await asPicture(item.file, item.width, item.height, '')
  return isRefused(out) || out.kind === 'image' ? out : { name: item.name, reason: 'It cannot be drawn as a picture.' }
}

/** How a batch is brought in. */
export interface BringOptions {
  /** As large as it is, or as large as fits the picture, times a percentage. */
  readonly fit: boolean
  readonly percent: number
  /** Where its middle comes, px of the picture. */
  readonly x: number
  readonly y: number
  /** Exposed from the playhead on, each for so many frames; null leaves them as spares. */
  readonly frames: number | null
  /** Numbered as the files are, where they are. */
  readonly theirNumbers: boolean
}

/** Who keeps what is brought in: the hash that names it is given back. */
export interface Shelf {
  readonly addImage: (bytes: Blob) => Promise<string>
  readonly addStroke: (stroke: Stroke) => string
}

const scaleFor = (scene: Scene, item: Brought, o: BringOptions): number => {
  const { width, height } = scene.shot.picture
  return (o.fit ? Math.min(width / item.width, height / item.height) : 1) * (o.percent / 100)
}

/**
 * The drafts that bring files in as drawings of the active column, as one undo step. Strokes and pictures are kept first.
 * `progress` tells how many are done and says whether to go on; null when it was stopped.
 */
export async function bringIn(
  scene: Scene,
  focus: Focus,
  items: readonly Brought[],
  o: BringOptions,
  { shelf, progress }: { shelf: Shelf; progress: (done: number) => boolean },
): Promise<Draft[] | null> {
  const stack = focus.stack!
  const drafts: Draft[] = []
  const exposures: { drawing: string; frames: number }[] = []
  const taken: string[] = []
  for (const [i, item] of items.entries()) {
    if (!progress(i)) return null
    const own = o.theirNumbers ? numberIn(item.name)?.number : undefined
    const number = freeNumber(stack, String(own ?? (o.frames ? focus.frame + i * o.frames : i + 1)), taken)
    taken.push(number)
    const scale = scaleFor(scene, item, o)
    const { subject, content } =
      item.kind === 'image' ? await imageContent(item, o, scale, shelf) : await strokesContent(item, o, scale, shelf)
    if (subject) drafts.push({ name: 'subject.add', args: { stack: stack.id, subject, drawing: null, pose: null } })
    const id = newId()
    drafts.push({ name: 'drawing.add', args: { stack: stack.id, drawing: { id, number, role: 'key', content } } })
    if (o.frames) exposures.push({ drawing: id, frames: o.frames })
  }
  if (exposures.length) drafts.push(exposeFrom(scene, focus, exposures))
  progress(items.length)
  return drafts
}

/** What a file becomes: the content of its drawing, and the subject that is a picture. */
interface Become {
  readonly subject: NewSubject | null
  readonly content: Content
}

async function imageContent(
  item: Extract<Brought, { kind: 'image' }>,
  { x, y }: BringOptions,
  scale: number,
  shelf: Shelf,
): Promise<Become> {
  const id = newId()
  const bare = item.name.replace(/\.[A-Za-z0-9]{1,5}$/, '').trim()
  const name = bare.slice(0, 80) || 'Picture'
  const { width, height } = item
  const figure = oneBoneFigure(id, name, height / 2)
  const file = await shelf.addImage(item.bytes)
  return {
    subject: { id, name, kind: 'image', figure, file, width, height },
    content: { poses: { [id]: restPose({ x, y }, scale) }, strokes: [] },
  }
}

async function strokesContent(
  item: Extract<Brought, { kind: 'strokes' }>,
  { x, y }: BringOptions,
  scale: number,
  shelf: Shelf,
): Promise<Become> {
  const at: Affine = [scale, 0, 0, scale, x - (item.width / 2) * scale, y - (item.height / 2) * scale]
  const strokes: { id: string; hash: string }[] = []
  for (const s of item.strokes) {
    const scaled = tidy(asDrawn(s, { at }))
    // What lies too far out at this size stays out: it could not be kept.
    if (strokeSchema.safeParse(scaled).success) strokes.push({ id: newId(), hash: shelf.addStroke(scaled) })
  }
  return { subject: null, content: { poses: {}, strokes } }
}

function exposeFrom(scene: Scene, focus: Focus, exposures: { drawing: string; frames: number }[]): Draft {
  const { frame } = focus
  const column = focus.column!
  const args = { plan: scene.plan.id, column: column.id, at: spotAt(column.runs, frame), frame, exposures }
  return { name: 'range.paste', args: { ...args, by: 'over' } }
}
