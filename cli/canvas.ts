import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import type { Canvas as Sheet } from '@napi-rs/canvas'
import { createCanvas, GlobalFonts, loadImage } from '@napi-rs/canvas'
import sharp from 'sharp'
import type { Face } from '#core/paper'
import type { FontBytes } from '../app/hand-off/work/pdf-fonts'

const require = createRequire(import.meta.url)
const font = (family: string, name: string): Buffer =>
  readFileSync(require.resolve(`@fontsource${family}/files/${name}`))

/** A canvas that is made as the browser's are, by `new`: what draws for the application draws on it. */
function Canvas(width: number, height: number): object {
  const canvas = createCanvas(width, height)
  return Object.assign(canvas, { convertToBlob: () => asPng(canvas) })
}

/** Drawings are large even areas: more effort makes their files hardly smaller, but takes three times as long. */
const EFFORT = 3

/** A canvas as PNG; its own encoder takes ten times as long. */
async function asPng(canvas: Sheet): Promise<Blob> {
  const { width, height } = canvas
  // Taken now: what is drawn from now on is not in it.
  const { data } = canvas.getContext('2d').getImageData(0, 0, width, height)
  const bytes = await sharp(data, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: EFFORT })
    .toBuffer()
  return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' })
}

/** A picture decoded as the browser does it. Throws where it cannot be. */
async function decoded(bytes: Blob): Promise<unknown> {
  return Object.assign(await loadImage(Buffer.from(await bytes.arrayBuffer())), { close: () => undefined })
}

/** Gives this process the canvas of a browser: what it lacks to draw, and the application's fonts. */
export function standIn(): void {
  Object.assign(globalThis, { OffscreenCanvas: Canvas, createImageBitmap: decoded })
  GlobalFonts.register(font('-variable/figtree', 'figtree-latin-wght-normal.woff2'), 'Figtree Variable')
  GlobalFonts.register(font('/ibm-plex-mono', 'ibm-plex-mono-latin-600-normal.woff'), 'IBM Plex Mono')
}

const written = (weight: number, mono: boolean): Uint8Array[] => {
  const name = (family: string, scripts: string) => `${family}-${scripts}-${weight}-normal.woff`
  const sans = ['latin', 'latin-ext'].map(s => font('/figtree', name('figtree', s)))
  const even = ['latin', 'latin-ext', 'cyrillic'].map(s => font('/ibm-plex-mono', name('ibm-plex-mono', s)))
  return mono ? even : [...sans, even[2]!]
}

/** The fonts for paper: the same files as the application's. */
export function paperFonts(): FontBytes {
  const faces: Record<Face, [weight: number, mono: boolean]> = {
    plain: [400, false],
    bold: [600, false],
    mono: [400, true],
    'mono-bold': [600, true],
  }
  return Object.fromEntries(Object.entries(faces).map(([face, of]) => [face, written(...of)])) as unknown as FontBytes
}
