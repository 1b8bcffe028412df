import { expose, proxy } from 'comlink'
import { Zip, ZipPassThrough } from 'fflate'
import type { StoredShot } from '#core/document'
import { openShot } from '#core/document'
import { sceneOf } from '#core/pass'
import { layersAt } from '#core/picture'
import type { Stroke } from '#core/stroke'
import { bitmaps } from '~/sync/bitmaps'
import { drawLayers } from '~/ui/paint/draw-picture'

/** Frames that are made into images: of a shot in one of its plans, with its strokes and pictures. */
export interface ImageJob {
  readonly shot: StoredShot
  readonly plan: string
  readonly strokes: Record<string, Stroke>
  readonly pictures: readonly (readonly [file: string, bitmap: ImageBitmap])[]
  readonly first: number
  readonly last: number
  readonly background: boolean
  readonly name: string
}

let stopped = false

/** Frame numbers with leading zeros, as many digits as the largest needs, at least four. */
const numbered = (name: string, frame: number, last: number): string =>
  `${name}.${String(frame).padStart(Math.max(4, String(last).length), '0')}.png`

/** A numbered PNG sequence as a zip. Without the background there is no paper either: the drawings stand on nothing. */
async function makeImages(job: ImageJob, progress: (done: number) => void): Promise<Blob | null> {
  stopped = false
  const opened = openShot(job.shot)
  if (!opened.ok) throw new Error(opened.message)
  const { shot } = opened
  for (const [file, bitmap] of job.pictures) bitmaps.put(file, bitmap)
  const { width, height } = shot.picture
  const canvas = new OffscreenCanvas(width, height)
  const c = canvas.getContext('2d')!
  const scene = sceneOf(shot, job.plan)
  const chunks: Uint8Array<ArrayBuffer>[] = []
  const zip = new Zip((error, data) => {
    if (error) throw error
    chunks.push(data as Uint8Array<ArrayBuffer>)
  })
  for (let frame = job.first; frame <= job.last; frame++) {
    if (stopped) return null
    c.clearRect(0, 0, width, height)
    if (job.background) {
      c.fillStyle = shot.paper
      c.fillRect(0, 0, width, height)
    }
    drawLayers(
      c,
      layersAt(scene, frame, h => job.strokes[h], { background: job.background }),
    )
    const png = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
    const file = new ZipPassThrough(numbered(job.name, frame, job.last))
    zip.add(file)
    file.push(png, true)
    progress(frame - job.first + 1)
  }
  zip.end()
  return new Blob(chunks, { type: 'application/zip' })
}

const api = {
  makeImages,
  stop: () => {
    stopped = true
  },
}
export type ImagesWorker = typeof api
export { proxy }
expose(api)
