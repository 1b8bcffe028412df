import { MOST_FOOTAGE } from '#core/document'
import type { Decoded } from '~/sync/bitmaps'
import type { FootageFound } from './messages'

/** Pictures with a longer side than this are not read, px. */
const MOST_SIDE = 4096
/** Larger ones are given smaller, px: they are seen beside the picture of a shot. */
const GIVEN_SIDE = 1920

/** Footage that is open. */
export interface Source {
  readonly found: FootageFound
  /** The picture that is seen at a moment, seconds; null where it cannot be decoded. Whoever takes it closes it. */
  readonly picture: (second: number) => Promise<Decoded | null>
}

/** Footage that is not read, and why, in a sentence for whoever brought it. */
export class Unread extends Error {
  constructor(
    reason: string,
    /** It has only sound. */
    readonly pictureless = false,
  ) {
    super(reason)
  }
}

/** The size that pictures are given in, px. */
export function givenSize(width: number, height: number): { width: number; height: number } {
  const k = Math.min(1, GIVEN_SIDE / Math.max(width, height))
  return { width: Math.max(1, Math.round(width * k)), height: Math.max(1, Math.round(height * k)) }
}

export function refuseUnfit(width: number, height: number, seconds: number): void {
  if (!(width >= 1 && height >= 1)) throw new Unread('It has no picture: only sound, or nothing that is read here.')
  if (Math.max(width, height) > MOST_SIDE)
    throw new Unread(
      `It is ${width} × ${height} px; at most ${MOST_SIDE} px a side are read. Make a smaller copy to work by.`,
    )
  if (!(seconds > 0)) throw new Unread('It has no frames.')
  if (seconds > MOST_FOOTAGE)
    throw new Unread(`It lasts ${Math.round(seconds / 60)} minutes; at most two hours are read.`)
}

/** What is told of the starts of pictures, seconds in order, and where the last one ends. */
export function timesOf(starts: readonly number[], end: number): Pick<FootageFound, 'frames' | 'rate' | 'varies'> {
  const [first, frames] = [starts[0] ?? 0, starts.length]
  const rate = frames / Math.max(1e-6, end - first)
  const steps = starts.slice(1).map((s, i) => s - starts[i]!)
  const [least, most] = [Math.min(...steps), Math.max(...steps)]
  // Containers round their times to a thousandth of a second: a quarter of a frame is more than that.
  return { frames, rate, varies: steps.length > 1 && (most - least) * rate > 0.25 }
}
