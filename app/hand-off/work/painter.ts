import { LRUCache } from 'lru-cache'
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

/** The px of a canvas, RGBA. */
export const pixelsOf = (canvas: OffscreenCanvas): Uint8ClampedArray =>
  canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height).data

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

const startsWith = (all: readonly string[], first: readonly string[]): boolean => first.every((k, i) => all[i] === k)

/** Layers that lie behind others, drawn. */
interface Ground {
  readonly keys: readonly string[]
  readonly canvas: OffscreenCanvas
}
/** How many of those are kept. */
const GROUNDS = 3

type Size = { readonly width: number; readonly height: number }

/** Pictures that are drawn are kept up to so many bytes: cycles show them again. */
const KEPT_BYTES = 256 * 1024 * 1024

/** Draws frames of a shot, each different picture once as long as it is remembered. */
export class Painter {
  /** Of the picture, px; with room around it the canvas is larger. */
  readonly size: Size
  private readonly kept: LRUCache<string, OffscreenCanvas>
  private readonly pictures: ReadonlyMap<string, Blob>
  /** The layers of the picture drawn last, and how many of them were those of the one before that. */
  private before: readonly string[] = []
  private stayed = 0
  private grounds: readonly Ground[] = []
  /** What pictures are drawn on that are not kept. */
  private sheet: OffscreenCanvas | null = null

  constructor(
    readonly of: Opened,
    private readonly look: Look,
    /** The size that canvases get, for pictures that are smaller: they stand in the middle. */
    private readonly room: Size | null = null,
  ) {
    this.size = sizeAt(of.scene.shot.picture, look.scale)
    const { width, height } = room ?? this.size
    const bytes = width * height * 4
    this.kept = new LRUCache({ max: Math.max(1, Math.floor(KEPT_BYTES / bytes)) })
    this.pictures = new Map(of.given.pictures)
  }

  /** The display list of a frame, as on screen, without what is only worked by. */
  layers(frame: number, options: LayerOptions = {}): Layer[] {
    return layersAt(this.of.scene, frame, this.of.strokeBy, {
      background: this.look.background,
      camera: true,
      ...options,
    })
  }

  /** Equal for frames that look the same. */
  keyOf(layers: readonly Layer[], frame: number): string {
    return `${layersKey(layers)}|${this.words(frame).join('|')}`
  }

  /** A frame, drawn. */
  frame(frame: number): Promise<OffscreenCanvas> {
    const layers = this.layers(frame)
    return this.drawn(layers, this.keyOf(layers, frame), this.words(frame))
  }

  /** Layers that are no frame's, drawn: one drawing by itself. */
  alone = (layers: readonly Layer[], key: string): Promise<OffscreenCanvas> => this.drawn(layers, key, [])

  /** Layers as PNG, with what is written over a frame where they are one. Nothing is kept: one canvas serves all. */
  async png(layers: readonly Layer[], frame: number | null): Promise<Blob> {
    const keys = await this.prepared(layers)
    const canvas = (this.sheet ??= this.canvas())
    canvas.getContext('2d')!.reset()
    this.paint(canvas, layers, keys)
    burnIn(canvas.getContext('2d')!, canvas, frame === null ? [] : this.words(frame))
    return canvas.convertToBlob({ type: 'image/png' })
  }

  private words = (frame: number): string[] => burntWords(this.of.scene, frame, this.look.burnt)

  private async drawn(layers: readonly Layer[], key: string, words: readonly string[]): Promise<OffscreenCanvas> {
    const known = this.kept.get(key)
    if (known) return known
    const keys = await this.prepared(layers)
    const canvas = this.paint(this.canvas(), layers, keys)
    burnIn(canvas.getContext('2d')!, canvas, words)
    this.kept.set(key, canvas)
    return canvas
  }

  private canvas(): OffscreenCanvas {
    const { width, height } = this.room ?? this.size
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d', { willReadFrequently: true })
    return canvas
  }

  /** The keys of layers; the pictures in them are at hand then, and what lies behind is drawn. */
  private async prepared(layers: readonly Layer[]): Promise<string[]> {
    await this.atHand(layers)
    const keys = layers.map(l => layersKey([l]))
    const other = keys.findIndex((k, i) => k !== this.before[i])
    const same = other < 0 ? keys.length : other
    this.layGround(layers, keys, Math.min(same, this.stayed))
    this.before = keys
    this.stayed = same
    return keys
  }

  /**
   * What lies behind and stays as it was from picture to picture is drawn once and laid under each of them. A few are
   * kept, as more or fewer layers stay.
   */
  private layGround(layers: readonly Layer[], keys: readonly string[], count: number): void {
    const under = this.groundUnder(keys)
    if (count <= (under?.keys.length ?? 0)) return
    const canvas = this.paint(this.canvas(), layers.slice(0, count), keys.slice(0, count))
    this.grounds = [{ keys: keys.slice(0, count), canvas }, ...this.grounds].slice(0, GROUNDS)
  }

  /** The one with the most layers that lies under these. */
  private groundUnder(keys: readonly string[]): Ground | null {
    const fits = this.grounds.filter(g => g.keys.length <= keys.length && startsWith(keys, g.keys))
    return fits.reduce<Ground | null>((a, b) => (a && a.keys.length >= b.keys.length ? a : b), null)
  }

  private paint(canvas: OffscreenCanvas, layers: readonly Layer[], keys: readonly string[]): OffscreenCanvas {
    const { size } = this
    const c = canvas.getContext('2d')!
    const under = this.groundUnder(keys)
    if (under) c.drawImage(under.canvas, 0, 0)
    else if (this.look.paper) {
      c.fillStyle = this.of.scene.shot.paper
      c.fillRect(0, 0, canvas.width, canvas.height)
    }
    const [left, top] = [Math.floor((canvas.width - size.width) / 2), Math.floor((canvas.height - size.height) / 2)]
    const { width, height } = this.of.scene.shot.picture
    c.setTransform(size.width / width, 0, 0, size.height / height, left, top)
    drawLayers(c, layers.slice(under?.keys.length ?? 0))
    return canvas
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
