import type { Rate } from '../time'
import { frameAt, perSecond } from '../time'
import type { Heard } from './expose'

/** Frames on which something is stressed, or after which nothing is said for a while. */
export interface Moment {
  readonly first: number
  readonly last: number
}

/** A word has one main stress; two of them so near to each other are one moment, s. */
const ONE = 0.12

/** The frames of the stressed sounds, those near to each other as one. */
export function stressMoments(heard: readonly Heard[], r: Rate): Moment[] {
  const out: Moment[] = []
  let end = Number.NEGATIVE_INFINITY
  for (const s of heard) {
    if (s.stress !== 1) continue
    const [first, last] = [frameAt(s.start, r), frameAt(s.end - 1e-6, r)]
    if (s.start - end < ONE && out.length) out[out.length - 1] = { ...out.at(-1)!, last }
    else out.push({ first, last })
    end = s.end
  }
  return out
}

/**
 * Where a phrase has ended: the frames of the silence after it, up to the next phrase. A blink there is common practice.
 */
export function phraseEnds(
  heard: readonly Heard[],
  r: Rate,
  { pause, length }: { pause: number; length: number },
): Moment[] {
  const out: Moment[] = []
  let end = 0
  heard.forEach((s, i) => {
    end = Math.max(end, s.end)
    const next = heard[i + 1]
    if (next && (next.start - end) * perSecond(r) <= pause) return
    const first = frameAt(end - 1e-6, r) + 1
    const last = next ? frameAt(next.start, r) - 1 : length
    if (first <= last) out.push({ first, last })
  })
  return out
}
