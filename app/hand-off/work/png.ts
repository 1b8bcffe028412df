import type { Remote } from 'comlink'
import { transfer, wrap } from 'comlink'
import type { PngWorker } from './png.worker'

/** So many pictures are encoded at the same time at most: one is drawn meanwhile. */
const MOST = 3
const encoders: Remote<PngWorker>[] = []
let turn = 0

const encodersWanted = (): number => Math.max(1, Math.min(MOST, (navigator.hardwareConcurrency || 2) - 1))

async function plainPng(canvas: OffscreenCanvas): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
}

/** A canvas as PNG, encoded in workers of their own; here where the browser lets a worker have none. */
export async function pngOf(canvas: OffscreenCanvas): Promise<Uint8Array<ArrayBuffer>> {
  if (typeof Worker === 'undefined') return plainPng(canvas)
  while (encoders.length < encodersWanted())
    encoders.push(wrap<PngWorker>(new Worker(new URL('./png.worker.ts', import.meta.url), { type: 'module' })))
  const picture = await createImageBitmap(canvas)
  return encoders[turn++ % encoders.length]!.encode(transfer(picture, [picture]))
}
