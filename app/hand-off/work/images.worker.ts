import { expose } from 'comlink'
import { LRUCache } from 'lru-cache'
import { writeSvg } from '#core/formats/svg'
import type { Layer } from '#core/picture'
import { contentMarks, paletteOf } from '#core/picture'
import { nameBy } from '#core/formats/naming'
import type { ImageChoices } from '../choices'
import type { Given, Told } from '../given'
import type { ImagePlan } from '../image-names'
import { imagesFor } from '../image-names'
import { contactSheet } from './contact'
import { dataUrl } from './data-url'
import { workerFonts } from './fonts'
import { opened, Painter } from './painter'
import { pngOf } from './png'
import { pieces, scratch } from './scratch'
import type { Work } from './works'
import { Works } from './works'
import { ZipInto } from './zip'

export interface ImagesJob {
  readonly choices: ImageChoices
  /** What the file is called until it is finished, where it is to outlive the window. */
  readonly scratch: string | null
}

type Bytes = Uint8Array<ArrayBuffer>

const works = new Works()
/** Images of pictures that may come again are kept up to so many bytes. */
const KEPT_BYTES = 64 * 1024 * 1024
/** Images are begun so many before they are needed: pictures that are held for a while come between. */
const AHEAD = 12
const TYPES = { png: 'image/png', svg: 'image/svg+xml' }

/** Makes images, in a zip where there are several; null where it was stopped. Throws HandOffFault. */
async function make(given: Given, job: ImagesJob, told: Told): Promise<{ blob: Blob; name: string } | null> {
  const work = works.begin(told)
  try {
    await workerFonts()
    const painter = new Painter(opened(given), job.choices)
    const { shot, plan } = painter.of.scene
    if (job.choices.by === 'contact') {
      const name = nameBy(job.choices.pattern, { production: given.production, shot: shot.name }, job.choices.digits)
      const blob = await contactSheet(painter.of, job.choices, work)
      return blob && { blob, name: `${name}.png` }
    }
    const plans = imagesFor({ shot, plan, production: given.production }, given, job.choices)
    const maker = new ImageMaker(painter, job.choices)
    if (plans.length === 1) {
      const bytes = await maker.bytes(plans[0]!)
      const type = TYPES[job.choices.file]
      return { blob: new Blob([bytes], { type }), name: `${plans[0]!.name}.${job.choices.file}` }
    }
    const blob = await zipped(plans, maker, job, work)
    return blob && { blob, name: `${nameBy('[shot]-images', { shot: shot.name }, 1)}.zip` }
  } finally {
    works.end(work)
  }
}

async function zipped(
  plans: readonly ImagePlan[],
  maker: ImageMaker,
  job: ImagesJob,
  work: Work,
): Promise<Blob | null> {
  const file = job.scratch === null ? pieces() : await scratch(job.scratch)
  const zip = new ZipInto(file)
  const ahead: Promise<Bytes>[] = []
  try {
    for (const [i, plan] of plans.entries()) {
      if (work.stopped) {
        await file.drop()
        return null
      }
      while (ahead.length < AHEAD && i + ahead.length < plans.length) ahead.push(maker.bytes(plans[i + ahead.length]!))
      zip.add(`${plan.name}.${job.choices.file}`, await ahead.shift()!)
      await work.at((i + 1) / plans.length, `Image ${i + 1} of ${plans.length}`)
    }
    return await zip.done()
  } catch (error) {
    await file.drop()
    throw error
  } finally {
    await Promise.allSettled(ahead)
  }
}

/** Makes the bytes of images; equal pictures are made once. */
class ImageMaker {
  private readonly kept = new LRUCache<string, Bytes>({ maxSize: KEPT_BYTES, sizeCalculation: b => b.length })
  private readonly coming = new Map<string, Promise<Bytes>>()

  constructor(
    private readonly painter: Painter,
    private readonly choices: ImageChoices,
  ) {}

  /** The bytes of an image. It may be asked for while others are being encoded: that is done beside the worker. */
  async bytes(plan: ImagePlan): Promise<Bytes> {
    const layers = this.layersOf(plan)
    const key = this.painter.keyOf(layers, plan.drawing || plan.column ? 0 : plan.frame)
    const known = this.kept.get(key) ?? this.coming.get(key)
    if (known) return known
    const coming = this.choices.file === 'svg' ? this.svg(layers) : this.png(plan, layers, key)
    this.coming.set(key, coming)
    const made = await coming.finally(() => this.coming.delete(key))
    this.kept.set(key, made)
    return made
  }

  /** A drawing lies in its column's own space, a frame as it is seen. */
  private layersOf({ frame, column, drawing }: ImagePlan): Layer[] {
    if (!column) return this.painter.layers(frame)
    if (!drawing) return this.painter.layers(frame, { background: true }).filter(l => l.column === column.id)
    const { scene, strokeBy } = this.painter.of
    const stack = scene.shot.stacks[column.stack]!
    const shown = scene.contents.of(scene, stack, drawing.id)
    const content = this.choices.figuresOnly ? { poses: shown.poses, strokes: [] } : shown
    const palette = paletteOf(column.ink, scene.shot.paper)
    return [
      { column: column.id, drawing: drawing.id, strength: 1, palette, marks: contentMarks(stack, content, strokeBy) },
    ]
  }

  private async png(plan: ImagePlan, layers: readonly Layer[], key: string): Promise<Bytes> {
    const { painter } = this
    const canvas = await (plan.column ? painter.alone(layers, key) : painter.frame(plan.frame, layers, key))
    return pngOf(canvas)
  }

  private async svg(layers: readonly Layer[]): Promise<Bytes> {
    const { shot } = this.painter.of.scene
    const pictures = new Map(this.painter.of.given.pictures)
    const urls = new Map<string, string>()
    for (const mark of layers.flatMap(l => l.marks)) {
      if ((mark.kind === 'image' || mark.kind === 'bent') && !urls.has(mark.file) && pictures.has(mark.file))
        urls.set(mark.file, await dataUrl(pictures.get(mark.file)!))
    }
    const text = writeSvg(shot.picture, this.choices.paper ? shot.paper : null, layers, f => urls.get(f))
    return new TextEncoder().encode(text)
  }
}

/** Files of several shots as one zip, each in a folder of its shot, with a text beside the folders. Zips are unpacked. */
async function joined(
  parts: readonly { blob: Blob; folder: string; name: string }[],
  beside: { name: string; text: Bytes },
  name: string,
): Promise<Blob> {
  const file = await scratch(name)
  const zip = new ZipInto(file)
  try {
    zip.add(beside.name, beside.text)
    for (const part of parts) {
      if (part.name.endsWith('.zip')) await zip.addAll(part.blob, part.folder)
      else await zip.addFile(`${part.folder}/${part.name}`, part.blob)
    }
    return await zip.done()
  } catch (error) {
    await file.drop()
    throw error
  }
}

const api = { make, joined, stop: () => works.stop() }
export type ImagesWorker = typeof api
expose(api)
