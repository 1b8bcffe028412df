import { decibels } from './loudness'
import type { Peaks } from './peaks'
import { peakOver } from './peaks'

/** Loudness is looked at in parts of a second of this length. */
const PART = 0.01
/** A beat is louder than the tenth of a second before it by so many dB, and by more than others near it. */
const RISE = 6
/** A tenth of a second, in such parts. */
const LOOK = 10
/** Beats are no nearer to each other, s. */
const APART = 0.12
/** Below this, and so far under the loudest of all, nothing is a beat, dB. */
const [FLOOR, UNDER] = [-55, 30]

/**
 * Where a sound suddenly becomes louder, between two of its samples: beats of music, steps, syllables. In order, samples.
 */
export function beatsIn(peaks: Peaks, from: number, to: number): number[] {
  const part = PART * peaks.rate
  const count = Math.max(0, Math.floor((to - from) / part))
  const levelAt = (i: number): number =>
    Math.max(FLOOR, decibels(peakOver(peaks, from + i * part, from + (i + 1) * part).power))
  const levels = Array.from({ length: count }, (_, i) => levelAt(i))
  const loudest = levels.reduce((a, b) => Math.max(a, b), FLOOR)
  // Where nothing is before it, what follows tells: a tick dies away, a tone goes on.
  const before = (i: number): number => {
    const began = from + (i - LOOK) * part >= 0
    const some = Array.from({ length: LOOK }, (_, k) => levelAt(began ? i - 1 - k : i + 1 + k))
    return some.reduce((a, b) => a + b, 0) / LOOK
  }
  const rises = levels.map((l, i) => l - before(i))
  const apart = Math.round(APART / PART)
  const near = (i: number, by: number): readonly number[] => rises.slice(Math.max(0, i - by), i + by + 1)
  const out: number[] = []
  rises.forEach((rise, i) => {
    if (rise < RISE || levels[i]! <= FLOOR || levels[i]! < loudest - UNDER) return
    // The one that rises most of those near it, and the first of such.
    if (near(i, apart).some(r => r > rise) || rises.slice(Math.max(0, i - apart), i).includes(rise)) return
    const usual = near(i, 100).reduce((a, b) => a + Math.max(0, b), 0) / near(i, 100).length
    if (rise < usual * 1.5) return
    const at = onsetIn(peaks, from + (i - 1) * part, from + (i + 2) * part)
    if (out.length && at - out.at(-1)! < APART * peaks.rate) return
    out.push(at)
  })
  return out
}

/**
 * Where a stretch first is about as loud as its loudest: behind the block that is, so that what begins with a frame is
 * never on the one before.
 */
function onsetIn(peaks: Peaks, from: number, to: number): number {
  const step = peaks.levels[0]!.block
  const first = Math.max(0, Math.floor(from / step) * step)
  const loud = (at: number): number => {
    const { low, high } = peakOver(peaks, at, at + step)
    return Math.max(-low, high)
  }
  let most = 0
  for (let at = first; at < to; at += step) most = Math.max(most, loud(at))
  for (let at = first; at < to; at += step) if (loud(at) > most / 3) return Math.floor(at + step)
  return first
}
