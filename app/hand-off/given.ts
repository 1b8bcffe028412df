import type { StoredShot } from '#core/document'
import type { Frames } from '#core/sheet'
import type { Stroke } from '#core/stroke'

/** A shot that is handed off, whole, as a worker is given it: a plan of it, its strokes, and the bytes of its pictures. */
export interface Given extends Frames {
  readonly shot: StoredShot
  readonly plan: string
  readonly production: string
  readonly strokes: Record<string, Stroke>
  readonly pictures: readonly (readonly [file: string, bytes: Blob])[]
}

/** What is written over each picture by choice. */
export interface Burnt {
  readonly frame: boolean
  readonly timecode: boolean
  readonly shot: boolean
  /** The name of the column whose drawings are told; empty for none. */
  readonly column: string
}

/** How pictures are made. */
export interface Look {
  /** With the background columns. */
  readonly background: boolean
  /** On paper; otherwise on nothing. */
  readonly paper: boolean
  /** Of the size of the picture. */
  readonly scale: number
  readonly burnt: Burnt
}

/** What is told while something is made: how much of all is done, 0 to 1, and what is being done. */
export type Told = (share: number, words: string) => void

/** Something could not be made, and why: what is said to the person. */
export class HandOffFault extends Error {}

/** A worker ended by itself: out of memory, or its program could not be loaded. */
export const brokeOff = (): HandOffFault =>
  new HandOffFault('It broke off in the browser. Try again; if it does so again, make it smaller.')

/** Sizes as people read them. */
export const sizeWords = (bytes: number): string =>
  bytes < 1e5 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`

/** Numbers of px of a picture at a scale, at least one each. */
export const sizeAt = (size: { width: number; height: number }, scale: number): { width: number; height: number } => ({
  width: Math.max(1, Math.round(size.width * scale)),
  height: Math.max(1, Math.round(size.height * scale)),
})
