import type { Rate } from '../time'
import { frameStart } from '../time'
import type { Peaks } from './peaks'
import { peakOver } from './peaks'

/** How loud a frame of a sound is, to the eye: by its own loud parts. */
export type Loudness = 'silent' | 'soft' | 'loud'

/** Below this it is silent in any case, dB under full scale: hiss of a microphone. */
const FLOOR = -60
/** Of its frames that are not silent, so many are louder than what is taken as its loud level. */
const LOUD_SHARE = 0.1
/** So far below its loud level a frame is soft, and silent, dB. */
const [SOFT, SILENT] = [12, 35]

/** A mean square in dB under full scale (a full square wave has 0). */
export const decibels = (power: number): number => 10 * Math.log10(Math.max(power, 1e-12))

/**
 * How loud each of some frames of a shot is, of a sound that begins at `from` seconds of the shot. Loud, soft and
 * silent are told by the sound itself, so that a whisper has loud parts, too.
 */
export function loudnessOf(peaks: Peaks, from: number, frames: number, r: Rate): Loudness[] {
  const levels = Array.from({ length: frames }, (_, i) => {
    const [a, b] = [frameStart(i + 1, r) - from, frameStart(i + 2, r) - from]
    return decibels(peakOver(peaks, a * peaks.rate, b * peaks.rate).power)
  })
  const heard = levels.filter(l => l > FLOOR).sort((a, b) => b - a)
  const loud = heard[Math.floor(heard.length * LOUD_SHARE)] ?? FLOOR
  return levels.map(l => (l <= Math.max(FLOOR, loud - SILENT) ? 'silent' : l < loud - SOFT ? 'soft' : 'loud'))
}
