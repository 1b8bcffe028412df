import type { PDFDocument, PDFFont } from 'pdf-lib'
import fontkit from '@pdf-lib/fontkit'
import type { Face, Measure } from '#core/paper'
import { sfntOf } from './sfnt'

/** The bytes of the fonts of each face (WOFF), the one that is asked first first: each has some scripts only. */
export type FontBytes = Readonly<Record<Face, readonly Uint8Array[]>>

/** A piece of a text that one font writes. */
interface Piece {
  readonly font: PDFFont
  readonly text: string
}

/** What stands for letters that no font has. */
const MISSING = '?'

/** The fonts of a document: what they write is embedded, and nothing else of them. */
export class PdfFonts {
  private readonly pieces = new Map<string, readonly Piece[]>()
  private readonly widths = new Map<string, number>()

  private constructor(private readonly faces: ReadonlyMap<Face, readonly { font: PDFFont; has: Set<number> }[]>) {}

  static async embed(doc: PDFDocument, bytes: FontBytes): Promise<PdfFonts> {
    doc.registerFontkit(fontkit)
    const faces = new Map<Face, { font: PDFFont; has: Set<number> }[]>()
    for (const [face, list] of Object.entries(bytes) as [Face, readonly Uint8Array[]][]) {
      const fonts = await Promise.all(list.map(b => doc.embedFont(sfntOf(b), { subset: true })))
      faces.set(
        face,
        fonts.map(font => ({ font, has: new Set(font.getCharacterSet()) })),
      )
    }
    return new PdfFonts(faces)
  }

  /** A text in pieces, each with the font that has its letters. */
  piecesOf(text: string, face: Face): readonly Piece[] {
    const key = `${face} ${text}`
    const known = this.pieces.get(key)
    if (known) return known
    const fonts = this.faces.get(face)!
    const out: { font: PDFFont; text: string }[] = []
    for (const letter of text) {
      const found = fonts.find(f => f.has.has(letter.codePointAt(0)!))
      const { font } = found ?? fonts[0]!
      const shown = found ? letter : MISSING
      const last = out.at(-1)
      if (last?.font === font) last.text += shown
      else out.push({ font, text: shown })
    }
    this.pieces.set(key, out)
    return out
  }

  readonly measure: Measure = (text, face, size) => {
    const key = `${face} ${text}`
    let wide = this.widths.get(key)
    if (wide === undefined) {
      wide = this.piecesOf(text, face).reduce((n, p) => n + p.font.widthOfTextAtSize(p.text, 1), 0)
      this.widths.set(key, wide)
    }
    return wide * size
  }
}
