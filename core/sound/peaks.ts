/** Blocks of the finest level have so many samples; each level has blocks of so many of the one below. */
const [FINEST, STEP] = [64, 4]

/** A sound is looked at in pieces of so many samples, about 22 s: whole blocks of eight levels. */
export const PIECE = FINEST * STEP ** 7

/** What a sound is like in blocks of equal length: its least and greatest sample and its mean square, −1 to 1. */
export interface Level {
  /** Samples in a block. */
  readonly block: number
  readonly low: Float32Array
  readonly high: Float32Array
  readonly power: Float32Array
}

/** The peaks of a sound at several levels, so that any stretch of it is looked up in a few steps. */
export interface Peaks {
  /** Samples a second. */
  readonly rate: number
  readonly samples: number
  /** From the finest to the coarsest; none for a sound without samples. */
  readonly levels: readonly Level[]
}

/** What a stretch of a sound is like. */
export interface Peak {
  readonly low: number
  readonly high: number
  /** The mean square. */
  readonly power: number
}
const SILENCE: Peak = { low: 0, high: 0, power: 0 }

/** Several channels as one: their mean. Samples that are no numbers are silent. */
export function monoOf(channels: readonly Float32Array[]): Float32Array {
  const length = Math.max(0, ...channels.map(c => c.length))
  const out = new Float32Array(length)
  for (const c of channels)
    for (let i = 0; i < c.length; i++) {
      const sample = c[i]! / channels.length
      if (Number.isFinite(sample)) out[i]! += sample
    }
  return out
}

/** The peaks of a sound of one channel, `rate` samples a second. */
export function peaksOf(samples: Float32Array, rate: number): Peaks {
  const peaks = silentPeaks(samples.length, rate)
  if (samples.length) putPiece(peaks, 0, pieceOf(samples))
  return peaks
}

/** The peaks of silence of some samples, to put pieces into. */
export function silentPeaks(samples: number, rate: number): Peaks {
  const levels: Level[] = []
  for (let [block, count] = [FINEST, Math.ceil(samples / FINEST)]; count > 0; block *= STEP) {
    levels.push(empty(block, count))
    if (count <= STEP) break
    count = Math.ceil(count / STEP)
  }
  return { rate, samples, levels }
}

/** What a piece of a sound is like, in its finest blocks. */
export const pieceOf = (samples: Float32Array): Level => finest(samples)

/** Puts what a piece is like into the peaks of its sound; it begins with a whole block of the finest level. */
export function putPiece({ levels }: Peaks, from: number, piece: Level): void {
  const [lowest, ...others] = levels
  if (!lowest) return
  let first = from / FINEST
  let last = first + piece.low.length
  lowest.low.set(piece.low, first)
  lowest.high.set(piece.high, first)
  lowest.power.set(piece.power, first)
  let below = lowest
  for (const level of others) {
    first = Math.floor(first / STEP)
    last = Math.ceil(last / STEP)
    for (let b = first; b < last; b++) {
      const { low, high, power } = over(below, b * STEP, Math.min(below.low.length, (b + 1) * STEP))
      level.low[b] = low
      level.high[b] = high
      level.power[b] = power
    }
    below = level
  }
}

function empty(block: number, count: number): Level {
  return { block, low: new Float32Array(count), high: new Float32Array(count), power: new Float32Array(count) }
}

function finest(samples: Float32Array): Level {
  const level = empty(FINEST, Math.ceil(samples.length / FINEST))
  for (let b = 0; b < level.low.length; b++) {
    const [from, to] = [b * FINEST, Math.min(samples.length, (b + 1) * FINEST)]
    let [low, high, sum] = [samples[from]!, samples[from]!, 0]
    for (let i = from; i < to; i++) {
      const s = samples[i]!
      if (s < low) low = s
      if (s > high) high = s
      sum += s * s
    }
    level.low[b] = low
    level.high[b] = high
    level.power[b] = sum / (to - from)
  }
  return level
}

/** Blocks from one to before another, together. */
function over({ low, high, power }: Level, from: number, to: number): Peak {
  let [least, most, sum] = [low[from]!, high[from]!, 0]
  for (let b = from; b < to; b++) {
    if (low[b]! < least) least = low[b]!
    if (high[b]! > most) most = high[b]!
    sum += power[b]!
  }
  return { low: least, high: most, power: sum / (to - from) }
}

/** A stretch has so many blocks at least, so that its ends are not far off. */
const LEAST_BLOCKS = 8

/**
 * What a sound is like from one sample to before another, to the next block of a level on which that is a few: it takes
 * as long for a second as for an hour. Silent where there is nothing of it.
 */
export function peakOver({ levels, samples }: Peaks, from: number, to: number): Peak {
  const [a, b] = [Math.max(0, Math.floor(from)), Math.min(samples, Math.ceil(to))]
  if (b <= a) return SILENCE
  const level = levels.findLast(l => l.block * LEAST_BLOCKS <= b - a) ?? levels[0]!
  const first = Math.floor(a / level.block)
  return over(level, first, Math.max(first + 1, Math.min(level.low.length, Math.ceil(b / level.block))))
}
