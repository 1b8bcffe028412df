import type { Heard, Mouth, MouthSet, MouthSettings } from '../dialogue'
import { isVowel, meets, MEETING, mouthOfSound, phrasesHeard } from '../dialogue'
import type { Runs } from '../sheet'
import { shownOver } from '../sheet'
import type { Rate } from '../time'
import { frameAt, perSecond } from '../time'
import type { Finding } from './finding'

/** What mends a mouth: exposing these frames anew, the mouth of a sound, a longer least exposure, or anticipation. */
export type MouthRemedy =
  | { readonly do: 'anew' }
  | { readonly do: 'sound'; readonly sound: string }
  | { readonly do: 'least' }
  | { readonly do: 'anticipate' }
export type MouthFinding = Finding<'late' | 'open' | 'flash' | 'sudden' | 'silence', MouthRemedy>

/** What is looked at: the exposures of a column, its mouths, and what is heard. */
export interface MouthsSeen {
  readonly runs: Runs
  readonly set: MouthSet
  readonly settings: MouthSettings
  readonly heard: readonly Heard[]
  readonly rate: Rate
  readonly length: number
}

/** An exposure of a column of mouths. */
interface Shown {
  readonly from: number
  readonly to: number
  readonly drawing: string | null
  /** How its drawing is shaped; null for one that is no mouth. */
  readonly shape: Mouth | null
}

/** A mouth may shut so many frames before its sound, and open so many after the last one. */
const NEAR = 3

/** What can be found wrong with the mouths of a column, in the order of its frames. */
export function mouthFindings(seen: MouthsSeen): MouthFinding[] {
  const { runs, set, length, heard } = seen
  if (!heard.length) return []
  const shapes = new Map(set.mouths.map(m => [m.drawing, m.shape]))
  const shown: Shown[] = []
  for (const { drawing, from, to } of shownOver(runs, 1, length)) {
    const before = shown.at(-1)
    if (before?.drawing === drawing) shown[shown.length - 1] = { ...before, to }
    else shown.push({ drawing, from, to, shape: shapes.get(drawing ?? '') ?? null })
  }
  if (!shown.some(s => s.shape)) return []
  const on = finderOf(shown)
  return [
    ...openOnes(seen, on),
    ...lateOnes(seen, on),
    ...flashes(shown),
    ...suddenOnes(seen, on),
    ...inSilence(seen, shown),
  ].sort((a, b) => a.first - b.first || a.last - b.last)
}

/** What is shown on a frame. Frames are mostly asked for one after the other. */
function finderOf(shown: readonly Shown[]): (frame: number) => Shown | undefined {
  let at = 0
  return frame => {
    while (at > 0 && shown[at]!.from > frame) at -= 1
    while (at < shown.length - 1 && shown[at]!.to < frame) at += 1
    const s = shown[at]
    return s && s.from <= frame && frame <= s.to ? s : undefined
  }
}

const shut = (s: Shown | undefined): boolean => !!s?.shape && MEETING.has(s.shape)

/** Sounds for which lips meet, while none is seen that meets, a little before them to their end. */
function openOnes(
  { heard, rate, settings, set }: MouthsSeen,
  on: (frame: number) => Shown | undefined,
): MouthFinding[] {
  return heard.flatMap(({ sound, start, end }): MouthFinding[] => {
    if (!meets(sound)) return []
    const [first, last] = [frameAt(start, rate), Math.max(frameAt(start, rate), frameAt(end - 1e-6, rate))]
    const early = frameAt(start - settings.lead.plain, rate) - NEAR
    for (let f = Math.max(1, early); f <= last; f++) if (shut(on(f))) return []
    const mouth = mouthOfSound(set, sound)
    const own = !!mouth && MEETING.has(mouth.shape)
    const words = `An open mouth for ${sound}: lips meet for it.`
    return [{ kind: 'open', first, last, words, remedy: own ? { do: 'anew' } : { do: 'sound', sound } }]
  })
}

/** A mouth is early for one of so many sounds that follow at most. */
const FOLLOWING = 12

/** Mouths that come after their sound has begun. */
function lateOnes(
  { heard, rate, set, settings }: MouthsSeen,
  on: (frame: number) => Shown | undefined,
): MouthFinding[] {
  return heard.flatMap(({ sound, start, end, stress }, i): MouthFinding[] => {
    if (!meets(sound) && !(isVowel(sound) && stress)) return []
    const drawing = mouthOfSound(set, sound)?.drawing
    const [first, last] = [frameAt(start, rate), frameAt(end - 1e-6, rate)]
    if (drawing === undefined || on(first)?.drawing === drawing) return []
    for (let f = first + 1; f <= last; f++) {
      const s = on(f)
      if (s?.drawing !== drawing || s.from !== f) continue
      // It may be that of a sound that follows, and lead it.
      const next = heard.slice(i + 1, i + 1 + FOLLOWING).find(h => mouthOfSound(set, h.sound)?.drawing === drawing)
      const ahead = next ? frameAt(next.start, rate) - f : -1
      if (ahead >= 0 && ahead <= Math.ceil(settings.lead.broad * perSecond(rate))) return []
      const by = f - first
      const words = `The mouth of ${sound} comes ${by === 1 ? 'a frame' : `${by} frames`} after its sound.`
      return [{ kind: 'late', first, last: f, words, remedy: { do: 'anew' } }]
    }
    return []
  })
}

/** Mouths that are seen for one frame only; lips may meet so shortly. */
const flashes = (shown: readonly Shown[]): MouthFinding[] =>
  shown
    .filter((s, i) => s.from === s.to && s.shape && !MEETING.has(s.shape) && i > 0 && i < shown.length - 1)
    .map(s => ({
      ...{ kind: 'flash' as const, first: s.from, last: s.to, remedy: { do: 'least' as const } },
      words: `A mouth (${s.shape}) for one frame only.`,
    }))

const phrasesIn = ({ heard, settings, rate }: MouthsSeen) => phrasesHeard(heard, rate, settings.pause)

/** The frame on which the first sound of some that is shown at all is shown; null where none is. */
function firstShown(
  { rate, set, settings }: MouthsSeen,
  sounds: readonly Heard[],
  on: (frame: number) => Shown | undefined,
): number | null {
  for (const { sound, start, end } of sounds) {
    const drawing = mouthOfSound(set, sound)?.drawing
    for (let f = frameAt(start - settings.lead.plain, rate); f <= frameAt(end - 1e-6, rate); f++) {
      const s = on(f)
      if (drawing !== undefined && s?.drawing === drawing) return shut(s) ? f : s.from
    }
  }
  return null
}

/** Phrases before which the mouth opens no earlier than for their first sound, though there is time. */
function suddenOnes(seen: MouthsSeen, on: (frame: number) => Shown | undefined): MouthFinding[] {
  const { rate } = seen
  // Anticipation of 16 frames at 24 and more is common practice; half of that is taken for one.
  const least = Math.round((8 / 24) * perSecond(rate))
  return phrasesIn(seen).flatMap(({ start, end }, i, all): MouthFinding[] => {
    const frame = firstShown(
      seen,
      seen.heard.filter(h => h.start >= start && h.end <= end),
      on,
    )
    const silent = frame === null ? 0 : frame - (i ? frameAt(all[i - 1]!.end, rate) : 1)
    if (frame === null || silent < 2 * least) return []
    for (let f = frame - 1; f >= frame - least; f--) if (!shut(on(f)) && on(f)?.shape) return []
    const words = 'A phrase begins without anticipation: the mouth stays shut up to its first sound.'
    return [{ kind: 'sudden', first: frame, last: frame, words, remedy: { do: 'anticipate' } }]
  })
}

/** Mouths that open in silence, other than to anticipate what follows or just after what was said. */
function inSilence(seen: MouthsSeen, shown: readonly Shown[]): MouthFinding[] {
  const { rate, settings } = seen
  const phrases = phrasesIn(seen)
  const ahead = settings.lead.broad + Math.max(settings.anticipation.seconds, 24 / 24) + NEAR / perSecond(rate)
  return shown.flatMap((s): MouthFinding[] => {
    if (!s.shape || MEETING.has(s.shape)) return []
    const [from, to] = [(s.from - 1) / perSecond(rate), s.to / perSecond(rate)]
    const near = phrases.some(p => from < p.end + NEAR / perSecond(rate) && to > p.start - ahead)
    const words = `The mouth (${s.shape}) is open while nothing is said.`
    return near ? [] : [{ kind: 'silence', first: s.from, last: s.to, words, remedy: { do: 'anew' } }]
  })
}
