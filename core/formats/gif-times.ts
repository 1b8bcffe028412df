import type { Rate } from '../time'

/** Pictures shown for less than this are shown for 10 hundredths by common viewers (common practice). */
export const LEAST_HUNDREDTHS = 2

/**
 * How long each picture of a GIF is shown, hundredths of a second: `frames` are how many frames of the shot each lasts.
 * GIF89a knows whole hundredths only, so each ends at the hundredth nearest to its own end: no end is off by more than
 * half a hundredth, however long the movie is.
 */
export function hundredths(frames: readonly number[], { num, den }: Rate): number[] {
  let passed = 0
  let before = 0
  return frames.map(n => {
    passed += n
    const end = Math.round((100 * passed * den) / num)
    const lasts = end - before
    before = end
    return lasts
  })
}

/** The most that one picture of a GIF is shown for, hundredths (two bytes, GIF89a). */
const MOST_HUNDREDTHS = 65_535

/** The same, with what lasts longer than GIF can say shown again for the rest: pairs of a picture's index and its time. */
export function shownTimes(times: readonly number[]): { readonly picture: number; readonly time: number }[] {
  return times.flatMap((time, picture) => {
    const whole = Math.floor(time / MOST_HUNDREDTHS)
    const rest = time - whole * MOST_HUNDREDTHS
    return [...Array.from({ length: whole }, () => MOST_HUNDREDTHS), ...(rest || !whole ? [rest] : [])].map(t => ({
      picture,
      time: t,
    }))
  })
}
