import type { Heard } from './expose'
import type { Spoken } from './words'

/**
 * How long a sound usually is in clear speech, ms. Inherent durations of Klatt's rules (Allen, Hunnicutt, Klatt: From
 * Text to Speech, 1987), from memory; only their shares matter.
 */
const USUAL: Readonly<Record<string, number>> = {
  ...{ AA: 240, AE: 230, AH: 140, AO: 240, AW: 260, AY: 250, EH: 150, ER: 180, EY: 190, IH: 135, IY: 155 },
  ...{ OW: 220, OY: 280, UH: 160, UW: 210, B: 85, CH: 110, D: 75, DH: 50, F: 100, G: 80, HH: 80, JH: 100 },
  ...{ K: 80, L: 80, M: 70, N: 60, NG: 95, P: 90, R: 80, S: 105, SH: 105, T: 75, TH: 90, V: 60, W: 80, Y: 80 },
  ...{ Z: 75, ZH: 70 },
}
/** A vowel without stress is so much shorter. */
const UNSTRESSED = 0.7

/** How long each sound of a word usually is, ms. */
const lengthsOf = ({ sounds }: Spoken): number[] =>
  sounds.map(({ sound, stress }) => USUAL[sound]! * (stress === 0 ? UNSTRESSED : 1))
/** How long a word usually is, ms. */
export const lengthOf = (word: Spoken): number => lengthsOf(word).reduce((sum, s) => sum + s, 0)

/** The sounds of a word in the time that it takes, s: each has its usual share of it. */
export function soundsIn(word: Spoken, start: number, end: number): Heard[] {
  const shares = lengthsOf(word)
  const total = lengthOf(word)
  let passed = 0
  return word.sounds.map((s, i) => {
    const from = start + ((end - start) * passed) / total
    passed += shares[i]!
    return { ...s, start: from, end: start + ((end - start) * passed) / total }
  })
}
