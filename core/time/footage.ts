import { frameAt, frameStart, secondsOf } from './clock'
import type { Rate } from './rate'
import { perSecond } from './rate'

/** How footage runs beside the frames of a shot. */
export interface Running {
  /** The frame of the shot on which it begins. */
  readonly from: number
  /** What it begins with, seconds from the start of the footage. */
  readonly inPoint: number
  /** Seconds of the footage that pass in a second of the shot. */
  readonly speed: number
  /** How long the footage is, seconds. */
  readonly seconds: number
}

/** The moment of the footage at which a frame begins, seconds from its start. */
export const footageFrom = ({ from, inPoint, speed }: Omit<Running, 'seconds'>, frame: number, r: Rate): number =>
  inPoint + frameStart(frame - from + 1, r) * speed

/**
 * The moment of the footage that a frame shows, seconds from its start: the one in the middle of the frame, so that
 * footage of the shot's own rate gives frame for frame whatever its times were rounded to. Null before it begins and
 * after its end.
 */
export function footageAt(running: Running, frame: number, r: Rate): number | null {
  const at = footageFrom(running, frame, r) + (secondsOf(1, r) / 2) * running.speed
  return frame < running.from || at >= running.seconds ? null : at
}

/** The frame of the shot that shows a moment of the footage, seconds; it may lie before the first. */
export const frameOfFootage = ({ from, inPoint, speed }: Omit<Running, 'seconds'>, second: number, r: Rate): number =>
  from - 1 + frameAt((second - inPoint) / speed, r)

/** The frames that show what was marked, in order and each once; what the footage begins after is left out. */
export function markedFrames(footage: Running & { readonly marks?: readonly number[] | undefined }, r: Rate): number[] {
  return [...new Set((footage.marks ?? []).map(m => frameOfFootage(footage, m, r)))].filter(f => f >= footage.from)
}

/** The last frame of the shot that shows some of it; the one before it begins where none does. */
export const lastOfFootage = ({ from, inPoint, speed, seconds }: Running, r: Rate): number =>
  from - 1 + Math.max(0, Math.ceil(((seconds - inPoint) / speed) * perSecond(r) - 0.5 - 1e-9))
