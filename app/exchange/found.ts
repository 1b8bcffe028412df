import type { SheetIn } from '#core/formats/sheet-in'
import type { TimedText } from '#core/formats/vtt-cue'
import type { Stroke } from '#core/stroke'
import type { FootageFound } from '~/footage/open'
import type { DecodedSound } from '~/sound/decode'

/** A file that was read: a picture, or the strokes of an SVG; with what is worth telling of it. */
export type Brought =
  | {
      readonly kind: 'image'
      readonly name: string
      readonly bytes: Blob
      readonly width: number
      readonly height: number
      readonly told: string
    }
  | {
      readonly kind: 'strokes'
      readonly name: string
      readonly strokes: readonly Stroke[]
      readonly file: File
      readonly width: number
      readonly height: number
      readonly told: string
    }
/** Footage that was opened. */
export interface BroughtFootage {
  readonly kind: 'footage'
  readonly name: string
  readonly file: File
  readonly found: FootageFound
  readonly told: string
}
/** A sound that was decoded. */
export interface BroughtSound {
  readonly kind: 'sound'
  readonly name: string
  readonly file: File
  readonly sound: DecodedSound
  readonly told: string
}
/** Timed text: lines that are spoken. */
export interface BroughtLines {
  readonly kind: 'lines'
  readonly name: string
  readonly lines: readonly TimedText[]
  readonly told: string
}
/** A sheet from elsewhere. */
export interface BroughtSheet {
  readonly kind: 'sheet'
  readonly name: string
  readonly sheet: SheetIn
}
/** A layer of a file: a picture or strokes, where it lies in the file, px. */
export interface LayerFound {
  readonly name: string
  /** It is not seen in the file. */
  readonly hidden: boolean
  readonly content:
    | { readonly kind: 'strokes'; readonly strokes: readonly Stroke[] }
    | {
        readonly kind: 'image'
        readonly bytes: Blob
        readonly width: number
        readonly height: number
        readonly x: number
        readonly y: number
      }
}
/** A file with layers, from back to front; `flat` is all of it as one drawing. */
export interface BroughtLayers {
  readonly kind: 'layers'
  readonly name: string
  readonly width: number
  readonly height: number
  readonly layers: readonly LayerFound[]
  readonly flat: Brought | Refused
  /** What did not enter, in words. */
  readonly left: readonly string[]
}
/** Everything that a file can be. */
export type Found = Brought | BroughtFootage | BroughtSound | BroughtLines | BroughtSheet | BroughtLayers | Refused
/** A file that does not come in, and why. */
export interface Refused {
  readonly name: string
  readonly reason: string
}

export const isRefused = (x: Found): x is Refused => 'reason' in x
export const isFootage = (x: Found): x is BroughtFootage => !isRefused(x) && x.kind === 'footage'
export const isSound = (x: Found): x is BroughtSound => !isRefused(x) && x.kind === 'sound'
export const isLines = (x: Found): x is BroughtLines => !isRefused(x) && x.kind === 'lines'
export const isSheet = (x: Found): x is BroughtSheet => !isRefused(x) && x.kind === 'sheet'
export const isLayered = (x: Found): x is BroughtLayers => !isRefused(x) && x.kind === 'layers'
export const isDrawing = (x: Found): x is Brought => !isRefused(x) && (x.kind === 'image' || x.kind === 'strokes')
