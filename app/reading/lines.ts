import type { Draft } from '#core/commands'
import type { Plan, Sound, SpokenLine, Word } from '#core/document'
import { laterInShot } from '#core/document'
import type { ReadWord } from '#core/dialogue'
import { fitted, joinWords, LEAST_WORD, movedEnd, movedSound, shifted, splitWord } from '#core/dialogue'
import type { Rate } from '#core/time'
import { frameOfSample, sampleAt, SOUND_CLOCK } from '#core/time'
import { newId } from '~/sync/ids'

/** A line as it lies beside the frames: its words are as many samples later in the shot. */
export interface LaidLine {
  readonly line: SpokenLine
  readonly later: number
  readonly first: number
  readonly last: number
}

/** The lines of a plan in the order in which they begin. */
export function laidLines(plan: Pick<Plan, 'lines' | 'sounds'>, r: Rate): LaidLine[] {
  const all = Object.values(plan.lines ?? {}).map((line): LaidLine => {
    const later = laterInShot(line, plan, r)
    const [from, to] = [line.words[0]!.from, line.words.at(-1)!.to]
    return { line, later, first: frameOfSample(from + later, r), last: frameOfSample(to + later - 1, r) }
  })
  return all.sort((a, b) => a.first - b.first || (a.line.id < b.line.id ? -1 : 1))
}

/**
 * Words that were read, seconds of the shot, as a line keeps them: `later` samples earlier, none shorter than a word can
 * be. Null where they have no room in what is heard.
 */
export function settled(read: readonly ReadWord[], later: number): Word[] | null {
  const sample = (seconds: number): number => Math.round(seconds * SOUND_CLOCK) - later
  const words: Word[] = []
  let free = Math.max(0, sample(read[0]?.from ?? 0))
  const end = sample(read.at(-1)?.to ?? 0)
  for (const [i, w] of read.entries()) {
    const left = (read.length - 1 - i) * LEAST_WORD
    const from = Math.max(free, Math.min(sample(w.from), end - left - LEAST_WORD))
    const to = Math.max(from + LEAST_WORD, Math.min(sample(w.to), end - left))
    if (to > end) return null
    const { sounds, ...word } = w
    // Sounds in even steps to begin with, so that they can be fitted.
    const bare = { ...word, id: newId(), from: 0, to: SOUND_CLOCK, text: w.text.slice(0, 80) }
    const share = (s: number): number => ((s - w.from) / (w.to - w.from)) * SOUND_CLOCK
    const list = sounds.slice(0, 80).map(s => ({ ...s, to: share(s.to) }))
    words.push(fitted({ ...bare, sounds: list } as Word, from, to))
    free = to
  }
  return words
}

const wordsDraft = (plan: string, line: SpokenLine, at: number, old: number, words: Word[], label: string): Draft => ({
  name: 'line.words',
  args: { plan, line: line.id, old: line.words.slice(at, at + old).map(w => w.id), words, label },
})

/** Only the words from the first that is another to the last. */
function changed(plan: string, line: SpokenLine, now: readonly Word[], label: string): Draft | null {
  const before = line.words
  const first = now.findIndex((w, i) => w !== before[i])
  if (first < 0) return null
  const last = now.findLastIndex((w, i) => w !== before[i])
  return wordsDraft(plan, line, first, last - first + 1, now.slice(first, last + 1), label)
}

/** What can be done to the word of a line; null where there is nothing to do, or no room. Moments are samples of the line. */
export const wordDrafts = {
  end: (plan: string, line: SpokenLine, i: number, end: 'start' | 'end', at: number): Draft | null =>
    changed(plan, line, movedEnd(line.words, i, { end, at }), `Time “${line.words[i]!.text}”`),
  sound: (plan: string, line: SpokenLine, i: number, k: number, at: number): Draft | null => {
    const word = movedSound(line.words[i]!, k, at)
    return changed(
      plan,
      line,
      line.words.map((w, j) => (j === i ? word : w)),
      `Time the sounds of “${word.text}”`,
    )
  },
  shift: (plan: string, line: SpokenLine, i: number, by: number, which: 'alone' | 'following'): Draft | null =>
    changed(
      plan,
      line,
      shifted(line.words, i, { by, follow: which === 'following' }),
      `Move “${line.words[i]!.text}”${which === 'following' ? ' and what follows' : ''}`,
    ),
  split: (plan: string, line: SpokenLine, i: number, at: number): Draft | null => {
    const two = splitWord(line.words[i]!, at, newId())
    return two && wordsDraft(plan, line, i, 1, two, `Split “${line.words[i]!.text}”`)
  },
  join: (plan: string, line: SpokenLine, i: number): Draft | null => {
    const [a, b] = [line.words[i]!, line.words[i + 1]]
    return b ? wordsDraft(plan, line, i, 2, [joinWords(a, b)], `Join “${a.text}” and “${b.text}”`) : null
  },
  set: (plan: string, line: SpokenLine, i: number, word: Word, label: string): Draft =>
    wordsDraft(plan, line, i, 1, [word], label),
  remove: (plan: string, line: SpokenLine, i: number): Draft =>
    line.words.length > 1
      ? wordsDraft(plan, line, i, 1, [], `Delete “${line.words[i]!.text}”`)
      : { name: 'line.remove', args: { plan, line: line.id } },
} as const

/** A word with other sounds, shared out over its time by their usual lengths. */
export function withSounds(
  word: Word,
  sounds: readonly { sound: string; stress?: 0 | 1 | 2 | undefined; to: number }[],
): Word {
  const bare = { ...word, from: 0, to: SOUND_CLOCK, sounds: sounds.map(s => ({ ...s, to: s.to * SOUND_CLOCK })) }
  return fitted(bare as Word, word.from, word.to)
}

/** The frames of a sound that are heard, as seconds of the shot. */
export const spanOf = (sound: Sound, r: Rate): { start: number; end: number } => {
  const start = sampleAt(sound, r)
  return { start: start / SOUND_CLOCK, end: (start + sound.to - sound.from) / SOUND_CLOCK }
}
