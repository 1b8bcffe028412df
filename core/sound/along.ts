import type { Rate } from '../time'
import { SOUND_CLOCK, sampleOf } from '../time'
import type { Stereo } from './mix'
import { silence } from './mix'

/** Gives what is heard of a shot, so many samples from one on. */
export type Hear = (from: number, count: number) => Stereo

/** Frames in a row that are played: from a sample of the shot on, at a sample of what is played. */
interface Stretch {
  readonly at: number
  readonly shot: number
  readonly count: number
}

/** Where what is heard jumps it goes in so many samples before, and comes in so many after: no click is heard. */
const [GOES, COMES] = [96, 24]

/**
 * What is heard while frames are played one after the other, over and over. Each round begins with the sample nearest to
 * its time, so that it never drifts from the pictures.
 */
export class Along {
  private readonly stretches: readonly Stretch[]
  /** Samples of a round, not rounded. */
  private readonly round: number

  constructor(
    frames: readonly number[],
    private readonly rate: Rate,
  ) {
    this.round = (frames.length * SOUND_CLOCK * rate.den) / rate.num
    this.stretches = stretchesOf(frames, rate)
  }

  /** The sample of what is played with which its `place`-th frame begins, from 1. */
  startOf = (place: number): number => sampleOf(place, this.rate)

  /** `count` samples from one of what is played on, from 0. */
  read(from: number, count: number, hear: Hear): Stereo {
    const out = silence(count)
    if (!this.stretches.length) return out
    for (let k = Math.floor(from / this.round + 1e-9); Math.round(k * this.round) < from + count; k++) {
      const [start, end] = [Math.round(k * this.round), Math.round((k + 1) * this.round)]
      this.stretches.forEach((s, i) => {
        const next = this.stretches[i + 1]
        const [a, b] = [start + s.at, next ? start + next.at : end]
        const [first, last] = [Math.max(a, from), Math.min(b, from + count)]
        if (last <= first) return
        const heard = hear(s.shot + first - a, last - first)
        this.joined(heard, { from: first - a, count: b - a })
        out.left.set(heard.left, first - from)
        out.right.set(heard.right, first - from)
      })
    }
    return out
  }

  /** Comes and goes at the ends of a stretch of so many samples; `from` is where in it this begins. */
  private joined({ left, right }: Stereo, { from, count }: { from: number; count: number }): void {
    for (let i = 0; i < left.length; i++) {
      const [begun, ahead] = [from + i, count - from - i]
      if (begun >= COMES && ahead > GOES) {
        // Nothing to do up to the end of the stretch.
        i += ahead - GOES - 1
        continue
      }
      const gain = Math.min(1, (begun + 0.5) / COMES, (ahead - 0.5) / GOES)
      left[i]! *= gain
      right[i]! *= gain
    }
  }
}

function stretchesOf(frames: readonly number[], rate: Rate): Stretch[] {
  const out: { at: number; shot: number; count: number; next: number }[] = []
  frames.forEach((f, i) => {
    const before = out.at(-1)
    if (before?.next === f) {
      before.count++
      before.next++
    } else out.push({ at: sampleOf(i + 1, rate), shot: sampleOf(f, rate), count: 1, next: f + 1 })
  })
  return out
}

/**
 * A sound faster or slower, its pitch with it: `count` samples, each `speed` samples after the one before, from a place
 * between samples on; cubic between four (Catmull and Rom).
 */
export function resampled(hear: Hear, from: number, count: number, speed: number): Stereo {
  const first = Math.floor(from) - 1
  const { left, right } = hear(first, Math.ceil(count * speed) + 4)
  const out = silence(count)
  for (let i = 0; i < count; i++) {
    const at = from + i * speed - first
    const k = Math.floor(at)
    out.left[i] = between(left, k, at - k)
    out.right[i] = between(right, k, at - k)
  }
  return out
}

function between(s: Float32Array, k: number, t: number): number {
  const [a, b, c, d] = [s[k - 1]!, s[k]!, s[k + 1]!, s[k + 2]!]
  return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))
}
