import type { PDFImage, PDFName, PDFOperator, PDFPage } from 'pdf-lib'
import {
  beginText,
  clip,
  closePath,
  concatTransformationMatrix,
  endPath,
  endText,
  fill,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  setFontAndSize,
  setLineWidth,
  setTextMatrix,
  showText,
  stroke,
} from 'pdf-lib'
import type { Box, Item, Page } from '#core/paper'
import { INK } from '#core/paper'
import type { FontBytes } from './pdf-fonts'
import { PdfFonts } from './pdf-fonts'
import type { Resources } from './pdf-marks'
import { ellipse, filling, layerOperators, stroking } from './pdf-marks'

/** Bytes of a picture as PNG or JPEG. */
export interface PictureBytes {
  readonly type: 'png' | 'jpeg'
  readonly bytes: Uint8Array
}

/** Pages as PDF (ISO 32000): lines as lines, drawings as paths, text as text in our fonts. */
export class PdfFile {
  private readonly images = new Map<string, PDFImage | null>()

  private constructor(
    private readonly doc: PDFDocument,
    readonly fonts: PdfFonts,
    private readonly picture: (file: string) => Promise<PictureBytes | null>,
  ) {}

  static async begin(
    title: string,
    fonts: FontBytes,
    picture: (file: string) => Promise<PictureBytes | null>,
  ): Promise<PdfFile> {
    const doc = await PDFDocument.create()
    doc.setTitle(title, { showInWindowTitleBar: true })
    doc.setCreator('Fintro')
    doc.setProducer('Fintro')
    return new PdfFile(doc, await PdfFonts.embed(doc, fonts), picture)
  }

  async add(page: Page): Promise<void> {
    await this.embedPictures(page)
    const out = this.doc.addPage([page.width, page.height])
    const has = this.resources(out)
    // From the top left corner, as pages are laid out.
    out.pushOperators(pushGraphicsState(), concatTransformationMatrix(1, 0, 0, -1, 0, page.height))
    for (const item of page.items) out.pushOperators(...this.operators(item, out, has))
    out.pushOperators(popGraphicsState())
  }

  bytes = (): Promise<Uint8Array> => this.doc.save()

  private async embedPictures({ items }: Page): Promise<void> {
    for (const item of items) {
      if (item.kind !== 'drawing') continue
      for (const m of item.layers.flatMap(l => l.marks)) {
        if ((m.kind !== 'image' && m.kind !== 'bent') || this.images.has(m.file)) continue
        const found = await this.picture(m.file)
        const image = found && (found.type === 'png' ? this.doc.embedPng(found.bytes) : this.doc.embedJpg(found.bytes))
        this.images.set(m.file, image ? await image : null)
      }
    }
  }

  private resources(page: PDFPage): Resources {
    const pictures = new Map<string, PDFName>()
    const strengths = new Map<number, PDFName>()
    return {
      picture: file => {
        const image = this.images.get(file)
        if (!image) return null
        const name = pictures.get(file) ?? page.node.newXObject('Picture', image.ref)
        pictures.set(file, name)
        return name
      },
      strength: share => {
        const name =
          strengths.get(share) ??
          page.node.newExtGState('Strength', this.doc.context.obj({ Type: 'ExtGState', ca: share, CA: share }))
        strengths.set(share, name)
        return name
      },
    }
  }

  private operators(item: Item, page: PDFPage, has: Resources): PDFOperator[] {
    if (item.kind === 'line')
      return [stroking(item.colour), setLineWidth(item.width), moveTo(...item.from), lineTo(...item.to), stroke()]
    if (item.kind === 'ring') {
      const [x, y] = item.at
      return [stroking(INK), setLineWidth(item.width), ...ellipse({ x, y }, item.rx, item.ry), stroke()]
    }
    if (item.kind === 'fill') return [filling(item.colour), ...boxPath(item), fill()]
    if (item.kind === 'text') return this.text(item, page)
    const scale = item.width / item.part.width
    return [
      pushGraphicsState(),
      ...boxPath(item),
      clip(),
      endPath(),
      concatTransformationMatrix(scale, 0, 0, scale, item.x - item.part.x * scale, item.y - item.part.y * scale),
      ...item.layers.flatMap(l => layerOperators(l, has, { tint: item.tint, scale })),
      popGraphicsState(),
    ]
  }

  private text({ at, text, face, size, colour, align }: Extract<Item, { kind: 'text' }>, page: PDFPage): PDFOperator[] {
    const wide = this.fonts.measure(text, face, size)
    let x = at[0] - (align === 'left' ? 0 : align === 'right' ? wide : wide / 2)
    const out: PDFOperator[] = [filling(colour), beginText()]
    for (const { font, text: piece } of this.fonts.piecesOf(text, face)) {
      // The page is turned upside down; letters are not.
      out.push(setFontAndSize(this.nameOf(page, font), size), setTextMatrix(1, 0, 0, -1, x, at[1]))
      out.push(showText(font.encodeText(piece)))
      x += font.widthOfTextAtSize(piece, size)
    }
    out.push(endText())
    return out
  }

  private readonly names = new WeakMap<PDFPage, Map<string, PDFName>>()
  private nameOf(
    page: PDFPage,
    font: { name: string; ref: Parameters<PDFPage['node']['newFontDictionary']>[1] },
  ): PDFName {
    const known = this.names.get(page) ?? new Map<string, PDFName>()
    this.names.set(page, known)
    const key = String(font.ref)
    const name = known.get(key) ?? page.node.newFontDictionary(font.name, font.ref)
    known.set(key, name)
    return name
  }
}

const boxPath = ({ x, y, width, height }: Box): PDFOperator[] => [
  moveTo(x, y),
  lineTo(x + width, y),
  lineTo(x + width, y + height),
  lineTo(x, y + height),
  closePath(),
]
