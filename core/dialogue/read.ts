import { lengthOf, soundsIn } from './lengths'
import type { Stretch } from './spread'
import { spreadWords } from './spread'
import type { Dictionary, Spoken, TextWord } from './words'
import { waysOf } from './words'

/** A word as it was read, seconds: its sounds one after the other, each up to where it lasts. */
export interface ReadWord {
  readonly text: string
  readonly said?: string
  readonly from: number
  readonly to: number
  readonly sounds: readonly { readonly sound: string; readonly stress?: 0 | 1 | 2; readonly to: number }[]
  readonly guess?: true
}

/** All that is said for a word of a text, as one; the usual way of each. */
export function spokenOf({ said }: TextWord, dictionary: Dictionary): Spoken {
  const each = said.map(word => waysOf(word, dictionary)[0]!)
  return { sounds: each.flatMap(e => e.sounds), guess: each.some(e => e.guess) }
}

/** The words of a text in time: spread over what is heard, each with the sounds of its usual way. */
export function readText(
  words: readonly { readonly word: TextWord; readonly spoken: Spoken }[],
  heard: readonly Stretch[],
  within: Stretch,
): ReadWord[] {
  const times = spreadWords(
    words.map(w => lengthOf(w.spoken)),
    heard,
    within,
  )
  return words.map(({ word, spoken }, i) => {
    const { start, end } = times[i]!
    const [only, ...more] = word.said
    const said = more.length || only !== bareOf(word.written) ? word.said.join(' ') : undefined
    return {
      text: word.written,
      from: start,
      to: end,
      sounds: soundsIn(spoken, start, end).map(({ sound, stress, end: to }) => ({
        ...{ sound, to },
        ...(stress === undefined ? {} : { stress }),
      })),
      ...(said === undefined ? {} : { said }),
      ...(spoken.guess ? { guess: true as const } : {}),
    }
  })
}

const bareOf = (written: string): string => written.toLowerCase().replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}']+$/gu, '')
