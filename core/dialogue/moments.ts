import type { Frames } from '../sheet'
import type { Rate } from '../time'
import { frameAt, perSecond } from '../time'
import type { Heard } from './expose'
import type { Stretch } from './spread'

/** A word has one main stress; two of them so near to each other are one, s. */
const ONE = 0.12

/** The frames of the stressed sounds, those near to each other as one. */
export function stressMoments(heard: readonly Heard[], r: Rate): Frames[] {
  const out: Frames[] = []
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

/** Phrases, by when they begin and end: what is between them is silence of more frames than a pause. */
export function phrasesHeard(heard: readonly Heard[], r: Rate, pause: number): Stretch[] {
  const out: Stretch[] = []
  for (const { start, end } of heard) {
    const before = out.at(-1)
    if (before && (start - before.end) * perSecond(r) <= pause)
      out[out.length - 1] = { ...before, end: Math.max(before.end, end) }
    else out.push({ start, end })
  }
  return out
}

/**
 * Where a phrase has ended: the frames of the silence after it, up to the next phrase. A blink there is common practice.
 */
export const phraseEnds = (
  heard: readonly Heard[],
  r: Rate,
  { pause, length }: { pause: number; length: number },
): Frames[] =>
  phrasesHeard(heard, r, pause)
    .map(({ end }, i, all) => ({
      first: frameAt(end - 1e-6, r) + 1,
      last: all[i + 1] ? frameAt(all[i + 1]!.start, r) - 1 : length,
    }))
    .filter(s => s.first <= s.last)
