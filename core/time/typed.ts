import { FRAMES_PER_FOOT } from './feet'
import type { Rate } from './rate'
import { countedRate, isDrop } from './timecode'

/**
 * The frame that is typed to go to: a frame ("37"), timecode ("1:12", "00:00:01:12", with ; for drop-frame) or
 * feet+frames ("2+05"). A sentence where it is none of them.
 */
export function typedFrame(text: string, r: Rate): number | string {
  const t = text.trim()
  if (/^\d{1,7}$/.test(t)) return Math.max(1, Number(t))
  const feet = /^(\d{1,5})\s*\+\s*(\d{1,2})$/.exec(t)
  if (feet)
    return Number(feet[2]) < FRAMES_PER_FOOT
      ? Number(feet[1]) * FRAMES_PER_FOOT + Number(feet[2]) + 1
      : 'A foot has 16 frames.'
  const parts = t.split(/[:;]/)
  if (parts.length < 2 || parts.length > 4 || parts.some(p => !/^\d{1,2}$/.test(p)))
    return 'Type a frame (37), timecode (1:12) or feet+frames (2+05).'
  const [f = 0, s = 0, m = 0, h = 0] = parts.map(Number).reverse()
  const fps = countedRate(r)
  if (f >= fps || s >= 60 || m >= 60) return `At this rate a second counts ${fps} frames.`
  const counted = ((h * 60 + m) * 60 + s) * fps + f
  const minutes = h * 60 + m
  if (!isDrop(r)) return counted + 1
  if (s === 0 && f < 2 && m % 10 !== 0) return 'Drop-frame timecode leaves this number out.'
  return counted - 2 * (minutes - Math.floor(minutes / 10)) + 1
}
