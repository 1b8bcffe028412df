import type { Rate } from '#core/time'

/** What is played: these frames of the shot one after the other, from a place among them (from 1), over and over. */
export interface PlayedNow {
  readonly frames: readonly number[]
  readonly from: number
  /** The rate at which they are shown; another than the shot's where one is tried. */
  readonly rate: Rate
}

/** What playback goes by. */
export interface PlayClock {
  /** Begins to count anew at a moment of the display's clock, ms. */
  readonly start: (now: number, played: PlayedNow) => void
  /** Seconds since then, at a moment of the display's clock, ms. */
  readonly seconds: (now: number) => number
  readonly stop: () => void
}

/** The display's own clock. */
export function displayClock(): PlayClock {
  let began = 0
  return {
    start: now => void (began = now),
    seconds: now => (now - began) / 1000,
    stop: () => undefined,
  }
}
