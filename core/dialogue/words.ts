import numbers from 'number-to-words'
import { guessed } from './guess'
import { isVowel, SOUNDS } from './mouths'

/** A sound of a word as it is said; a vowel with its stress. */
export interface WordSound {
  readonly sound: string
  /** Of a vowel: 1 the main stress of its word, 2 a lesser one, 0 none. */
  readonly stress?: 0 | 1 | 2
}

/** A way to say a word. */
export interface Spoken {
  readonly sounds: readonly WordSound[]
  /** Worked out from how it is written, since the dictionary has it not. */
  readonly guess: boolean
}

/** A word of a text, as it is written there, and the words that are said for it: "24" is "twenty", "four". */
export interface TextWord {
  readonly written: string
  readonly said: readonly string[]
}

/** Gives the ways to say a word (in small letters), as the CMU Pronouncing Dictionary writes them; none where it has none. */
export type Dictionary = (word: string) => readonly string[]

/** A dictionary of the form of that of Carnegie Mellon University: further ways stand under "word(2)", "word(3)" … */
export const dictionaryOf =
  (entries: Readonly<Record<string, string>>): Dictionary =>
  word => {
    const ways: string[] = []
    for (let n = 1; ; n++) {
      const key = n === 1 ? word : `${word}(${n})`
      if (!Object.hasOwn(entries, key)) return ways
      ways.push(entries[key]!)
    }
  }

const KNOWN = new Set(SOUNDS)
/** Sounds as the dictionary writes them: "M EH1 M ER0 IY0"; what stands behind # is a remark. Throws RangeError for what is no sound. */
export function soundsOf(written: string): WordSound[] {
  return written
    .replace(/#.*/, '')
    .trim()
    .split(/\s+/)
    .map(one => {
      const [, sound, stress] = /^([A-Z]+)([012])?$/.exec(one) ?? []
      if (!sound || !KNOWN.has(sound)) throw new RangeError(`There is no sound ${one}.`)
      return isVowel(sound) ? { sound, stress: Number(stress ?? 0) as 0 | 1 | 2 } : { sound }
    })
}

/** The ways to say a word, the usual one first; where the dictionary has none, a guess by how it is written. */
export function waysOf(word: string, dictionary: Dictionary): Spoken[] {
  const plain = word.toLowerCase().replaceAll('’', "'")
  const ways = dictionary(plain)
  if (ways.length) return ways.map(way => ({ sounds: soundsOf(way), guess: false }))
  // What belongs to somebody is said as the word itself, and an S.
  const owner = /^(.+)'s$/.exec(plain)?.[1]
  const [known] = owner ? dictionary(owner) : []
  if (known) return [{ sounds: [...soundsOf(known), { sound: 'Z' }], guess: true }]
  return [{ sounds: guessed(plain), guess: true }]
}

/** What is written short and said long (common practice). */
const SHORT: Readonly<Record<string, string>> = {
  ...{ mr: 'mister', mrs: 'missus', ms: 'miz', dr: 'doctor', st: 'saint', vs: 'versus', etc: 'et cetera' },
  ...{ '&': 'and', '+': 'plus', '=': 'equals', '%': 'percent', '@': 'at' },
}
const LETTERS: Readonly<Record<string, string>> = Object.fromEntries(
  'ay bee see dee ee eff gee aitch eye jay kay ell em en oh pee cue are ess tee you vee double-you ex why zee'
    .split(' ')
    .map((name, i) => [String.fromCharCode(97 + i), name]),
)

/** The words of a text, without what is not said. Numbers and what is written short are spelled out. */
export const wordsOf = (text: string): TextWord[] =>
  text
    .normalize('NFC')
    .split(/[\s—–…/]+/u)
    .map(written => ({ written, said: saidFor(written) }))
    .filter(w => w.said.length > 0)

function saidFor(written: string): string[] {
  const bare = written.replace(/^[^\p{L}\p{N}&+=%@$£€-]+|[^\p{L}\p{N}&+=%@]+$/gu, '')
  if (!bare) return []
  const small = bare.toLowerCase()
  if (SHORT[small]) return SHORT[small].split(' ')
  const number = spelledNumber(small)
  if (number) return number
  // Letters that make no word are said one by one.
  if (/^[A-Z]{2,5}$/.test(bare) && !/[AEIOUY]/.test(bare)) return [...small].flatMap(l => LETTERS[l]!.split('-'))
  return small
    .split(/[-&+=%@.,]+/)
    .filter(part => /[\p{L}\p{N}]/u.test(part))
    .flatMap(part => spelledNumber(part) ?? [part])
}

/** Larger numbers are said digit by digit. */
const MOST_COUNTED = 1e12
const split = (words: string): string[] =>
  words
    .toLowerCase()
    .split(/[\s,-]+/)
    .filter(Boolean)

function spelledNumber(text: string): string[] | null {
  const [, sign, money, whole, part, behind] = /^(-)?([$£€])?(\d[\d,']*)(?:\.(\d+))?(st|nd|rd|th|%)?$/.exec(text) ?? []
  if (whole === undefined) return null
  const digits = whole.replace(/[,']/g, '')
  const n = Number(digits)
  const oneByOne = (d: string): string[] => [...d].flatMap(x => split(numbers.toWords(Number(x))))
  const counted =
    n > MOST_COUNTED
      ? oneByOne(digits)
      : split(/^(st|nd|rd|th)$/.test(behind ?? '') ? numbers.toWordsOrdinal(n) : numbers.toWords(n))
  const unit = money ? [n === 1 && !part ? 'dollar' : 'dollars', 'pound', 'euro']['$£€'.indexOf(money)]! : null
  return [
    ...(sign ? ['minus'] : []),
    ...counted,
    ...(part ? ['point', ...oneByOne(part)] : []),
    ...(behind === '%' ? ['percent'] : []),
    ...(unit ? [unit] : []),
  ]
}
