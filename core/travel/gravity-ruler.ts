import { plural } from '../basic'
import { fallSeconds, jumpMetres, swingSeconds } from '../motion'
import type { Rate } from '../time'

/** So many metres for so many px. */
export interface Scale {
  readonly metres: number
  readonly px: number
}

export const metresOf = (scale: Scale, px: number): number => (px * scale.metres) / scale.px
const framesOf = (rate: Rate, seconds: number): number => (seconds * rate.num) / rate.den

/** Frames that a fall from rest over a height takes, not rounded. */
export const fallFrames = (scale: Scale, rate: Rate, px: number): number =>
  framesOf(rate, fallSeconds(metresOf(scale, Math.abs(px))))

/** Frames of half a swing, from one rest to the other, of something that hangs `px` long. */
export const swingFrames = (scale: Scale, rate: Rate, px: number): number =>
  framesOf(rate, swingSeconds(metresOf(scale, px))) / 2

/** How high a jump of so many frames is, in metres, from leaving the ground to landing on it. */
export const jumpHeight = (rate: Rate, frames: number): number => jumpMetres((frames * rate.den) / rate.num)

/** The difference of a present number of frames to what gravity asks, in words. */
export function againstGravity(natural: number, now: number): string {
  const n = Math.max(1, Math.round(natural))
  const off = now - n
  return `${plural(n, 'frame')} by gravity${off === 0 ? ', as it is now' : `; now ${now}, ${Math.abs(off)} ${off > 0 ? 'more' : 'fewer'}`}`
}
