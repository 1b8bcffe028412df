import type { Paper } from '#core/paper'
import type { Look } from './given'

/** Codecs of movies, as WebCodecs and containers tell them apart. */
export const CODECS = {
  avc: { name: 'H.264', containers: ['mp4'] },
  vp9: { name: 'VP9', containers: ['webm', 'mp4'] },
  av1: { name: 'AV1', containers: ['webm', 'mp4'] },
} as const
export type Codec = keyof typeof CODECS
export type Container = 'mp4' | 'webm'
export type Quality = 'small' | 'good' | 'best'

/** Bits for each px of each frame. A good drawing on paper stays within 40 dB of its PNG at the middle one (measured). */
const BITS = { small: 0.04, good: 0.12, best: 0.3 } as const
const LEAST_BITS = 300_000

/** Bits per second that a movie may take. */
export const bitrateOf = (
  quality: Quality,
  { width, height }: { width: number; height: number },
  fps: number,
): number => Math.round(Math.max(LEAST_BITS, BITS[quality] * width * height * fps))

/** Sound that goes along, planes of samples from −1 to 1; its first sample is heard at `at` seconds. */
export interface Sound {
  readonly rate: number
  readonly channels: readonly Float32Array[]
  readonly at: number
}

/** How a movie is made. */
export interface MovieChoices extends Look {
  readonly container: Container
  readonly codec: Codec
  readonly quality: Quality
  /** How often the frames are shown. */
  readonly loops: number
  /** Seconds of a slate before the first frame; 0 for none. */
  readonly slate: number
  /** With the sounds of the shot, where it has any. */
  readonly sound: boolean
}

/** How a GIF is made. */
export interface GifChoices extends Look {
  /** Shown again and again, or once. */
  readonly forever: boolean
  /** MB that it is to stay under: made smaller until it does; 0 for none. */
  readonly most: number
}

/** How images are made. */
export interface ImageChoices extends Look {
  readonly by: 'frame' | 'drawing' | 'contact'
  readonly file: 'png' | 'svg'
  /** The name of the column; empty for all. */
  readonly column: string
  /** Each column by itself instead of one picture of all. */
  readonly apart: boolean
  readonly figuresOnly: boolean
  readonly pattern: string
  readonly digits: number
}

/** What is printed. */
export interface PaperChoices {
  readonly what: 'sheet' | 'charts' | 'booklet'
  readonly paper: Paper
  /** Names of columns; none for all. */
  readonly columns: readonly string[]
  /** The charts beside their columns. */
  readonly ladders: boolean
}

const burnt = { frame: false, timecode: false, shot: false, column: '' }
const look = { background: true, paper: true, scale: 1, burnt }
const MOVIE: MovieChoices = {
  ...look,
  container: 'mp4',
  codec: 'avc',
  quality: 'good',
  loops: 1,
  slate: 0,
  sound: true,
}
const GIF: GifChoices = { ...look, scale: 0.25, forever: true, most: 0 }
const IMAGES: ImageChoices = {
  ...look,
  by: 'frame',
  file: 'png',
  column: '',
  apart: false,
  figuresOnly: false,
  pattern: '[shot].[frame]',
  digits: 4,
}

const PAPER: PaperChoices = { what: 'sheet', paper: 'a4', columns: [], ladders: true }
/** What is chosen at first. */
export const DEFAULTS = { movie: MOVIE, gif: GIF, images: IMAGES, paper: PAPER }

/** Sizes of movies that H.264 and others want even. */
export const evened = ({ width, height }: { width: number; height: number }): { width: number; height: number } => ({
  width: width + (width % 2),
  height: height + (height % 2),
})
