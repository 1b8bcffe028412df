import { imageSize } from 'image-size'
import type { Brought, Refused } from './found'
import { isRefused } from './found'

/** No picture is kept with a longer side, px. */
const MOST_SIDE = 8192

/** What kind of picture a file is, by its first bytes; null where it is none. */
export function typeOf(head: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | 'svg' | null {
  const begins = (...bytes: number[]): boolean => bytes.every((b, i) => head[i] === b)
  if (begins(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png'
  if (begins(0xff, 0xd8, 0xff)) return 'image/jpeg'
  const text = new TextDecoder().decode(head)
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'image/webp'
  return /^\s*(?:<\?xml|<!--|<!DOCTYPE svg|<svg)/i.test(text) ? 'svg' : null
}

/** A picture, with what is told of it; refused where it is too large or cannot be decoded. */
export async function readPicture(name: string, bytes: Blob, told = ''): Promise<Brought | Refused> {
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

/**
 * An SVG that has no strokes to take, as a picture: drawn by the browser, which neither runs nor fetches anything for a
 * picture.
 */
export async function asPicture(file: File, width: number, height: number, left: string): Promise<Brought | Refused> {
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
