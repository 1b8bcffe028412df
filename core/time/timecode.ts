import type { Rate } from './rate'

/** Whole frames that the timecode of a rate counts to a second: 24 for 23.976, 30 for 29.97. */
export const countedRate = (r: Rate): number => Math.round(r.num / r.den)

const two = (n: number): string => String(n).padStart(2, '0')

/** Timecode without dropped numbers, hh:mm:ss:ff; frame 1 is 00:00:00:00. */
export function timecode(frame: number, r: Rate): string {
  const fps = countedRate(r)
  const n = frame - 1
  return [n / (fps * 3600), (n / (fps * 60)) % 60, (n / fps) % 60, n % fps].map(x => two(Math.floor(x))).join(':')
}

/**
 * Drop-frame timecode of 29.97, hh:mm:ss;ff: the numbers 00 and 01 are left out at the start of every minute
 * but each tenth. Source: SMPTE ST 12-1.
 */
export function dropTimecode(frame: number): string {
  const n = frame - 1
  const tens = Math.floor(n / 17982)
  const rest = n % 17982
  const minutes = rest < 1800 ? 0 : 1 + Math.floor((rest - 1800) / 1798)
  const counted = n + tens * 18 + minutes * 2
  const [h, m, s, f] = [counted / 108000, (counted / 1800) % 60, (counted / 30) % 60, counted % 30].map(Math.floor) as [
    number,
    number,
    number,
    number,
  ]
  return `${two(h)}:${two(m)}:${two(s)};${two(f)}`
}

/** True for 29.97, whose timecode drops numbers so that it keeps up with the clock. */
export const isDrop = (r: Rate): boolean => r.num * 1001 === r.den * 30_000

/** The timecode that a rate is usually told in: drop-frame for 29.97. */
export const timecodeOf = (frame: number, r: Rate): string => (isDrop(r) ? dropTimecode(frame) : timecode(frame, r))
