import type { Decoded } from '~/sync/bitmaps'

/** What footage is, as it is found when it is opened. */
export interface FootageFound {
  /** How large it is seen, px. */
  readonly width: number
  readonly height: number
  readonly seconds: number
  /** How many pictures it has, and of how many a second that is in the mean. */
  readonly frames: number
  readonly rate: number
  /** Its pictures do not all last equally long. */
  readonly varies: boolean
  /** How many seconds are missing at its end: it was cut off. */
  readonly missing: number
  /** It has a sound, too. */
  readonly sound: boolean
}

/** What a worker is asked: to open a file once, then for pictures of it; what was asked before and is left is given up. */
export type Question =
  { readonly ask: 'open'; readonly bytes: Blob } | { readonly ask: 'pictures'; readonly seconds: readonly number[] }

export type Answer =
  | { readonly told: 'open'; readonly found: FootageFound }
  /** `pictureless`: it has only sound. */
  | { readonly told: 'refused'; readonly reason: string; readonly pictureless: boolean }
  /** A picture that was asked for; nothing where it cannot be decoded. */
  | { readonly told: 'picture'; readonly second: number; readonly picture: Decoded | null }
  /** All that was asked for last was given. */
  | { readonly told: 'done' }
