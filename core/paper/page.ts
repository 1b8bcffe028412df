import type { Layer } from '../picture'

/** Faces of what is written: the sans in two weights, the monospace in two. */
export type Face = 'plain' | 'bold' | 'mono' | 'mono-bold'
/** How wide a text is, pt. */
export type Measure = (text: string, face: Face, size: number) => number

/** A box, pt from the top left corner of a page. */
export interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** One thing on a page; places are pt from its top left corner, y downward. */
export type Item =
  | { readonly kind: 'line'; readonly from: Point; readonly to: Point; readonly width: number; readonly colour: string }
  | { readonly kind: 'ring'; readonly at: Point; readonly rx: number; readonly ry: number; readonly width: number }
  | ({ readonly kind: 'fill'; readonly colour: string } & Box)
  /** `y` is its foot line. */
  | {
      readonly kind: 'text'
      readonly at: Point
      readonly text: string
      readonly face: Face
      readonly size: number
      readonly colour: string
      readonly align: 'left' | 'center' | 'right'
    }
  /** A part of the picture, fitted into a box and cut to it. With a tint only its outlines are drawn. */
  | ({
      readonly kind: 'drawing'
      readonly part: Box
      readonly layers: readonly Layer[]
      readonly tint: string | null
    } & Box)

export type Point = readonly [x: number, y: number]

export interface Page {
  readonly width: number
  readonly height: number
  readonly items: readonly Item[]
}

export const INK = '#1d2824'
export const SOFT = '#5a6862'
export const FAINT = '#c9d6cd'
export const LEDGER = '#2c6b54'
export const PENCIL = '#1f5aa8'

/** A page that is being written on. */
export class Sheet implements Page {
  readonly items: Item[] = []

  constructor(
    readonly width: number,
    readonly height: number,
    private readonly measure: Measure,
  ) {}

  line(from: Point, to: Point, { width = 0.5, colour = INK }: { width?: number; colour?: string } = {}): void {
    this.items.push({ kind: 'line', from, to, width, colour })
  }
  frame({ x, y, width, height }: Box, style: { width?: number; colour?: string } = {}): void {
    const corners: Point[] = [
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ]
    corners.forEach((c, i) => this.line(c, corners[(i + 1) % 4]!, style))
  }
  fill(box: Box, colour: string): void {
    this.items.push({ kind: 'fill', colour, ...box })
  }
  ring(at: Point, rx: number, ry: number, width = 0.8): void {
    this.items.push({ kind: 'ring', at, rx, ry, width })
  }
  drawing(box: Box, part: Box, layers: readonly Layer[], tint: string | null = null): void {
    this.items.push({ kind: 'drawing', part, layers, tint, ...box })
  }

  wide = (text: string, { face = 'plain', size = 9 }: TextStyle = {}): number => this.measure(text, face, size)

  /** Writes a text in one line; what is wider than `within` is made smaller, then cut off. Gives how wide it is, pt. */
  text(at: Point, text: string, style: TextStyle & { within?: number } = {}): number {
    const { face = 'plain', colour = INK, align = 'left', within = Infinity } = style
    let size = style.size ?? 9
    let shown = text
    let wide = this.measure(shown, face, size)
    if (wide > within) {
      size = Math.max(size * LEAST_SIZE, (size * within) / wide)
      shown = this.cutOff(text, face, size, within)
      wide = this.measure(shown, face, size)
    }
    if (shown) this.items.push({ kind: 'text', at, text: shown, face, size, colour, align })
    return wide
  }

  /** Lines of a text that are at most so wide, broken at blanks, in words where one is longer than a line. */
  wrapped(text: string, within: number, style: TextStyle = {}): string[] {
    const { face = 'plain', size = 9 } = style
    const lines: string[] = []
    for (const word of text.split(/\s+/).filter(Boolean)) {
      const longer = lines.length ? `${lines.at(-1)} ${word}` : word
      if (lines.length && this.measure(longer, face, size) <= within) lines[lines.length - 1] = longer
      else lines.push(...this.broken(word, within, { face, size }))
    }
    return lines
  }

  private broken(word: string, within: number, { face, size }: { face: Face; size: number }): string[] {
    const parts = ['']
    for (const letter of word) {
      const longer = parts.at(-1)! + letter
      if (parts.at(-1) && this.measure(longer, face, size) > within) parts.push(letter)
      else parts[parts.length - 1] = longer
    }
    return parts
  }

  private cutOff(text: string, face: Face, size: number, within: number): string {
    if (this.measure(text, face, size) <= within + 1e-6) return text
    const letters = [...text]
    while (letters.length && this.measure(`${letters.join('')}…`, face, size) > within) letters.pop()
    return letters.length ? `${letters.join('').trimEnd()}…` : ''
  }
}

export interface TextStyle {
  readonly face?: Face
  readonly size?: number
  readonly colour?: string
  readonly align?: 'left' | 'center' | 'right'
}

/** A text that does not fit is made smaller down to this share before it is cut off. */
const LEAST_SIZE = 0.78
