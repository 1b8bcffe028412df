/** A sound that is heard, two planes of samples from −1 to 1. */
export interface Stereo {
  readonly left: Float32Array<ArrayBuffer>
  readonly right: Float32Array<ArrayBuffer>
}

/** Silence of some samples. */
export const silence = (count: number): Stereo => ({ left: new Float32Array(count), right: new Float32Array(count) })

const HALF_POWER = Math.SQRT1_2

/**
 * Any number of channels as two (one stays one, for both). Four are left, right and these behind; six are left, right,
 * centre, low, and these behind: they are put together as the Web Audio specification of the W3C does. Of others the even
 * ones are heard left, the odd ones right.
 */
export function asTwo(channels: readonly Float32Array[]): readonly Float32Array[] {
  const [a, b, c, , e, f] = channels
  if (channels.length <= 2) return channels
  if (channels.length === 4) return [sumOf([a!, 0.5], [c!, 0.5]), sumOf([b!, 0.5], [channels[3]!, 0.5])]
  if (channels.length === 6)
    return [sumOf([a!, 1], [c!, HALF_POWER], [e!, HALF_POWER]), sumOf([b!, 1], [c!, HALF_POWER], [f!, HALF_POWER])]
  const side = (of: number): Float32Array => {
    const some = channels.filter((_, i) => i % 2 === of)
    return sumOf(...some.map(s => [s, 1 / some.length] as const))
  }
  return [side(0), side(1)]
}

function sumOf(...parts: readonly (readonly [Float32Array, number])[]): Float32Array {
  const out = new Float32Array(parts[0]![0].length)
  for (const [samples, gain] of parts) for (let i = 0; i < out.length; i++) out[i]! += samples[i]! * gain
  return out
}

/** A sound among others: its one or two planes, the sample of the shot at which `from` is heard, and how loud, as a factor. */
export interface MixPart {
  readonly planes: readonly Float32Array[]
  readonly start: number
  readonly from: number
  readonly to: number
  readonly gain: number
}

/** A gain in dB as a factor. */
export const factorOf = (decibels: number): number => 10 ** (decibels / 20)

/** Where a sound is cut it comes and goes in so many samples, so that the cut is not heard. */
const CUT = 48
/** Where sounds together are too loud they are made softer in steps of so many samples, 10 ms. */
const STEP = 480
/** So many steps before and after are looked at. */
const AROUND = 6

/**
 * What is heard of some sounds, `count` samples from one of the shot on. Where they are too loud together all of them are
 * softer for a moment (10 ms steps, with 60 ms to come and go), so that nothing is clipped; elsewhere they are as they
 * are. It depends on the place alone: parts of it fit together.
 */
export function mixOf(parts: readonly MixPart[], from: number, count: number): Stereo {
  const first = Math.floor(from / STEP) - AROUND
  const steps = Math.ceil((from + count) / STEP) + AROUND - first
  const raw = summed(parts, first * STEP, steps * STEP)
  const skip = from - first * STEP
  const cut = ({ left, right }: Stereo): Stereo => ({
    left: left.slice(skip, skip + count),
    right: right.slice(skip, skip + count),
  })
  const fits = Array.from({ length: steps }, (_, k) => 1 / Math.max(1, peakOf(raw, k * STEP, (k + 1) * STEP)))
  if (fits.every(f => f === 1)) return cut(raw)
  // The least of three steps on either side, then the mean of two: never above what fits, and without a corner.
  const least = fits.map((_, k) => Math.min(...fits.slice(Math.max(0, k - 3), k + 4)))
  const smooth = least.map((_, k) => mean(least.slice(Math.max(0, k - 2), k + 3)))
  for (let i = 0; i < steps * STEP; i++) {
    const at = i / STEP - 0.5
    const k = Math.max(0, Math.min(steps - 2, Math.floor(at)))
    const share = Math.max(0, Math.min(1, at - k))
    const gain = smooth[k]! * (1 - share) + smooth[k + 1]! * share
    raw.left[i]! *= gain
    raw.right[i]! *= gain
  }
  return cut(raw)
}

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length

function peakOf({ left, right }: Stereo, from: number, to: number): number {
  let most = 0
  for (let i = from; i < to; i++) most = Math.max(most, Math.abs(left[i]!), Math.abs(right[i]!))
  return most
}

function summed(parts: readonly MixPart[], from: number, count: number): Stereo {
  const out = silence(count)
  for (const part of parts) {
    const [left, right = left] = part.planes
    if (!left) continue
    const end = Math.min(part.to, left.length)
    // What of it is heard in this stretch, as samples of its own.
    const a = Math.max(part.from, part.from + from - part.start)
    const b = Math.min(end, part.from + from + count - part.start)
    const shift = part.start - part.from - from
    for (let i = a; i < b; i++) {
      const gain = part.gain * cutGain(i, part, end, left.length)
      out.left[i + shift]! += left[i]! * gain
      out.right[i + shift]! += right![i]! * gain
    }
  }
  return out
}

/** Near where it was cut a sound comes and goes; its own beginning and end stay as they are. */
function cutGain(i: number, { from }: MixPart, to: number, all: number): number {
  const coming = from > 0 && i - from < CUT ? (i - from + 0.5) / CUT : 1
  const going = to < all && to - i <= CUT ? (to - i - 0.5) / CUT : 1
  return Math.min(coming, going)
}
