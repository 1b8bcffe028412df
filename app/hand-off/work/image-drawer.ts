import { writeSvg } from '#core/formats/svg'
import type { Layer } from '#core/picture'
import type { ImageChoices } from '../choices'
import type { WhichImage } from '../image-layers'
import { imageLayers } from '../image-layers'
import { dataUrl } from './data-url'
import type { Opened } from './painter'
import { Painter } from './painter'
import type { Ready } from './ready'
import { checkOf } from './ready'

/** Makes images of a shot, PNG or SVG. */
export class ImageDrawer {
  private readonly painter: Painter

  constructor(
    private readonly of: Opened,
    private readonly choices: ImageChoices,
  ) {
    this.painter = new Painter(of, choices)
  }

  /** Equal for images that look the same. */
  keyOf(which: WhichImage): string {
    return this.painter.keyOf(this.layersOf(which), which.column ? 0 : which.frame)
  }

  /** The file of an image. Throws HandOffFault. */
  async file(which: WhichImage): Promise<Ready> {
    const layers = this.layersOf(which)
    const svg = this.choices.file === 'svg'
    const blob = await (svg ? this.svg(layers) : this.painter.png(layers, which.column ? null : which.frame))
    const bytes = new Uint8Array(await blob.arrayBuffer())
    return { blob, bytes, check: checkOf(bytes) }
  }

  private layersOf = (which: WhichImage): readonly Layer[] =>
    imageLayers(this.of.scene, this.of.strokeBy, this.choices, which)

  private async svg(layers: readonly Layer[]): Promise<Blob> {
    const { shot } = this.of.scene
    const pictures = new Map(this.of.given.pictures)
    const urls = new Map<string, string>()
    for (const mark of layers.flatMap(l => l.marks)) {
      if ((mark.kind === 'image' || mark.kind === 'bent') && !urls.has(mark.file) && pictures.has(mark.file))
        urls.set(mark.file, await dataUrl(pictures.get(mark.file)!))
    }
    const text = writeSvg(shot.picture, this.choices.paper ? shot.paper : null, layers, f => urls.get(f))
    return new Blob([text], { type: 'image/svg+xml' })
  }
}
