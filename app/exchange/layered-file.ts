import { plural } from '#core/basic'
import { layerNames } from '#core/formats/layer-names'
import type { OraLayer } from '#core/formats/ora-in'
import { readOra } from '#core/formats/ora-in'
import type { BroughtLayers, LayerFound, Refused } from './found'
import { isRefused } from './found'
import { readPicture } from './picture-file'

/** A file of layers that are pictures (OpenRaster); a layer that cannot be decoded is left out, in words. */
export async function readLayered(file: File): Promise<BroughtLayers | Refused> {
  const out = readOra(new Uint8Array(await file.arrayBuffer()))
  if (!out.ok) return { name: file.name, reason: out.message }
  const { width, height } = out
  const names = layerNames(out.layers.map(l => l.name))
  const left = [...out.left]
  const layers: LayerFound[] = []
  for (const [i, layer] of out.layers.entries()) {
    const content = await cutOut(layer)
    if (typeof content === 'string') left.push(`${names[i]}: ${content}`)
    else layers.push({ name: names[i]!, hidden: layer.hidden, content })
  }
  if (!layers.length) return { name: file.name, reason: `There is nothing to see in it: ${left.join('; ')}` }
  const flat = out.merged
    ? await readPicture(file.name, new Blob([out.merged as BlobPart], { type: 'image/png' }))
    : { name: file.name, reason: 'It has layers, but no picture of all of them.' }
  return { kind: 'layers', name: file.name, width, height, layers, flat, left }
}

/** What a layer was called, and what it is. */
export const layerWords = ({ content: c }: LayerFound): string =>
  c.kind === 'strokes' ? plural(c.strokes.length, 'stroke') : `${c.width} × ${c.height} px`

/**
 * The part of a layer on which something is, as strong as it is seen, so that it turns about its own middle. Its own
 * bytes where it is all of it; words where there is nothing.
 */
async function cutOut({ bytes, strength, x, y }: OraLayer): Promise<LayerFound['content'] | string> {
  const whole = new Blob([bytes as BlobPart], { type: 'image/png' })
  const read = await readPicture('', whole)
  if (isRefused(read)) return read.reason
  const bitmap = await createImageBitmap(whole)
  try {
    const { width, height } = bitmap
    const canvas = new OffscreenCanvas(width, height)
    const c = canvas.getContext('2d', { willReadFrequently: true })!
    c.drawImage(bitmap, 0, 0)
    const box = boxOf(c.getImageData(0, 0, width, height))
    if (!box || strength === 0) return 'There is nothing on it.'
    if (strength === 1 && box.width === width && box.height === height)
      return { kind: 'image', bytes: whole, width, height, x, y }
    const cut = new OffscreenCanvas(box.width, box.height)
    const to = cut.getContext('2d')!
    to.globalAlpha = strength
    to.drawImage(bitmap, -box.x, -box.y)
    const blob = await cut.convertToBlob({ type: 'image/png' })
    return { kind: 'image', bytes: blob, width: box.width, height: box.height, x: x + box.x, y: y + box.y }
  } finally {
    bitmap.close()
  }
}

/** Around everything that is not clear, px; null where nothing is. */
function boxOf({ data, width, height }: ImageData): { x: number; y: number; width: number; height: number } | null {
  let [left, right, top, bottom] = [width, -1, height, -1]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (data[(y * width + x) * 4 + 3]) {
        if (x < left) left = x
        if (x > right) right = x
        if (y < top) top = y
        bottom = y
      }
  return right < 0 ? null : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}
