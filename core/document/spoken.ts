import type { Heard } from '../dialogue'
import { stressesOf } from '../dialogue'
import type { Rate } from '../time'
import { frameOfSample, sampleAt, SOUND_CLOCK } from '../time'
import type { Plan, Shot } from './document'
import type { SpokenLine, Word } from './reading'

/** How many samples later a moment of a line is in the shot. */
export function laterInShot(line: Pick<SpokenLine, 'sound'>, plan: Pick<Plan, 'sounds'>, r: Rate): number {
  const sound = line.sound === undefined ? undefined : plan.sounds?.[line.sound]
  return sound ? sampleAt(sound, r) - sound.from : 0
}

/** A word as it is read on a sheet: on which frames of the shot, and when, seconds. */
export interface WordOnSheet {
  readonly word: Word
  readonly first: number
  readonly last: number
  readonly from: number
  readonly to: number
  /** By hand, else by its length among those of its phrase. */
  readonly stressed: boolean
}
export interface LineOnSheet {
  readonly line: SpokenLine
  readonly words: readonly WordOnSheet[]
}

/** The lines of a plan in the order in which they begin, their words on frames. */
export function linesOnSheet({ rate }: Pick<Shot, 'rate'>, plan: Plan): LineOnSheet[] {
  const all = Object.values(plan.lines ?? {}).map((line): LineOnSheet => {
    const later = laterInShot(line, plan, rate)
    const stresses = stressesOf(line.words, () => 1)
    const words = line.words.map((word, i) => {
      const [a, b] = [word.from + later, word.to + later]
      return {
        word,
        first: frameOfSample(a, rate),
        last: frameOfSample(b - 1, rate),
        from: a / SOUND_CLOCK,
        to: b / SOUND_CLOCK,
        stressed: stresses[i]!,
      }
    })
    return { line, words }
  })
  return all.sort((a, b) => a.words[0]!.from - b.words[0]!.from || (a.line.id < b.line.id ? -1 : 1))
}

/** The lines of those who speak; of one of them where a name is given. */
export const linesOf = ({ lines }: Pick<Plan, 'lines'>, speaker?: string): SpokenLine[] =>
  Object.values(lines ?? {}).filter(l => speaker === undefined || l.speaker === speaker)

/**
 * The sounds of some lines in the order in which they are heard, seconds of the shot. A vowel keeps the stress that its
 * word has in the dictionary where the word itself is stressed in its line.
 */
export function soundsHeard(
  lines: readonly SpokenLine[],
  plan: Pick<Plan, 'sounds'>,
  r: Rate,
  stresses: (line: SpokenLine) => readonly boolean[],
): Heard[] {
  const all = lines.flatMap(line => {
    const later = laterInShot(line, plan, r)
    const stressed = stresses(line)
    return line.words.flatMap((word, i) =>
      word.sounds.map(({ sound, stress, to }, k): Heard => ({
        sound,
        start: ((word.sounds[k - 1]?.to ?? word.from) + later) / SOUND_CLOCK,
        end: (to + later) / SOUND_CLOCK,
        ...(stress === undefined ? {} : { stress: stressed[i] ? stress : 0 }),
      })),
    )
  })
  return all.filter(s => s.start >= 0).sort((a, b) => a.start - b.start || a.end - b.end)
}
