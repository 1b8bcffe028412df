import { openShot } from '#core/document'
import type { Scene, StrokeBy } from '#core/pass'
import { sceneOf } from '#core/pass'
import type { Layer, LayerOptions } from '#core/picture'
import { layersAt } from '#core/picture'
import { bitmaps } from '~/sync/bitmaps'
import { drawLayers } from '~/ui/paint/draw-picture'
import { layersKey } from '~/ui/paint/kept-layers'
import { burnIn, burntWords } from '../burn'
import type { Given, Look } from '../given'
import { HandOffFault, sizeAt } from '../given'

/** A shot as it was given, opened. */
export interface Opened {
  readonly scene: Scene
  readonly strokeBy: StrokeBy
  readonly given: Given
}

/** Opens a shot that was given. Throws HandOffFault. */
export function opened(given: Given): Opened {
  const read = openShot(given.shot)
  if (!read.ok) throw new HandOffFault(read.message)
  return { scene: sceneOf(read.shot, given.plan), strokeBy: h => given.strokes[h], given }
}

/** The files of the pictures in layers. */
const filesIn = (layers: readonly Layer[]): string[] =>
  layers.flatMap(l => l.marks.flatMap(m => (m.kind === 'image' || m.kind === 'bent' ? [m.file] : [])))

/** Draws frames of a shot, each different picture once as long as it is shown on. */
export class Painter {
  readonly size: { readonly width: number; readonly height: number }
  private readonly canvas: OffscreenCanvas
  private readonly c: OffscreenCanvasRenderingContext2D
  private readonly pictures: ReadonlyMap<string, Blob>
  private drawn = ''

  constructor(
    readonly of: Opened,
    private readonly look: Look,
  ) {
    this.size = sizeAt(of.scene.shot.picture, look.scale)
    this.canvas = new OffscreenCanvas(this.size.width, this.size.height)
    this.c = this.canvas.getContext('2d', { willReadFrequently: true })!
    this.pictures = new Map(of.given.pictures)
  }

  /** The display list of a frame, as on screen, without what is only worked by. */
  layers(frame: number, options: LayerOptions = {}): Layer[] {
    return layersAt(this.of.scene, frame, this.of.strokeBy, { background: this.look.background, ...options })
  }

  /** Equal for frames that look the same. */
  keyOf(layers: readonly Layer[], frame: number): string {
    return `${layersKey(layers)}|${this.words(frame).join('|')}`
  }

  /** A frame, drawn. The canvas is the same one each time. */
  async frame(frame: number): Promise<{ canvas: OffscreenCanvas; key: string }> {
    const layers = this.layers(frame)
    const key = this.keyOf(layers, frame)
    await this.draw(layers, key, this.words(frame))
    return { canvas: this.canvas, key }
  }

  /** Layers that are no frame's, drawn: one drawing by itself. */
  async alone(layers: readonly Layer[], key: string): Promise<OffscreenCanvas> {
    await this.draw(layers, key, [])
    return this.canvas
  }

  pixels(): ImageData {
    return this.c.getImageData(0, 0, this.size.width, this.size.height)
  }

  private words = (frame: number): string[] => burntWords(this.of.scene, frame, this.look.burnt)

  private async draw(layers: readonly Layer[], key: string, words: readonly string[]): Promise<void> {
    if (this.drawn === key) return
    await this.atHand(layers)
    const { c, size } = this
    c.setTransform(1, 0, 0, 1, 0, 0)
    c.clearRect(0, 0, size.width, size.height)
    if (this.look.paper) {
      c.fillStyle = this.of.scene.shot.paper
      c.fillRect(0, 0, size.width, size.height)
    }
    const { width, height } = this.of.scene.shot.picture
    c.setTransform(size.width / width, 0, 0, size.height / height, 0, 0)
    drawLayers(c, layers)
    burnIn(c, size, words)
    this.drawn = key
  }

  /** Pictures are decoded when they are needed: a long shot has more of them than fit in memory. */
  private async atHand(layers: readonly Layer[]): Promise<void> {
    for (const file of new Set(filesIn(layers))) {
      if (bitmaps.has(file)) continue
      const bytes = this.pictures.get(file)
      if (!bytes) throw new HandOffFault('A picture of this shot is missing.')
      bitmaps.put(file, await createImageBitmap(bytes))
    }
  }
}
