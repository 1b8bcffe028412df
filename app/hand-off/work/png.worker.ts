import { expose, transfer } from 'comlink'

/** A picture as PNG: encoded beside the worker that draws. */
async function encode(picture: ImageBitmap): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = new OffscreenCanvas(picture.width, picture.height)
  canvas.getContext('bitmaprenderer')!.transferFromImageBitmap(picture)
  const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
  return transfer(bytes, [bytes.buffer])
}

const api = { encode }
export type PngWorker = typeof api
expose(api)
