import type { Rate } from '../time'

/** What keeping the seconds at another rate makes of a row of exposures. */
export interface Rerated {
  readonly lengths: readonly number[]
  /** How many exposures do not last exactly as long as before. */
  readonly rounded: number
  /** Indices of exposures that would have had no frame and keep one, taken from their neighbours. */
  readonly squeezed: readonly number[]
}

/** How many frames of one rate are as long as so many of another, not rounded. */
export const framesAtRate = (frames: number, from: Rate, to: Rate): number =>
  (frames * from.den * to.num) / (from.num * to.den)

/**
 * Exposures brought to another rate with their seconds kept: each begins on the frame nearest to its time. None vanishes:
 * one that would keeps one frame, and the next begins later; so a long row may come out longer than its seconds.
 */
export function keepSeconds(lengths: readonly number[], from: Rate, to: Rate): Rerated {
  const out: number[] = []
  const squeezed: number[] = []
  let [time, end, natural, rounded] = [0, 0, 0, 0]
  lengths.forEach((frames, i) => {
    time += frames
    const wanted = Math.round(framesAtRate(time, from, to))
    if (wanted <= natural) squeezed.push(i)
    natural = wanted
    const until = Math.max(end + 1, wanted)
    out.push(until - end)
    if (Math.abs(framesAtRate(frames, from, to) - (until - end)) > 1e-9) rounded += 1
    end = until
  })
  return { lengths: out, rounded, squeezed }
}
