import { dictionary as entries } from 'cmu-pronouncing-dictionary'
import { expose } from 'comlink'
import type { Dictionary, Spoken, TextWord } from '#core/dialogue'
import { dictionaryOf, soundsOf, spokenOf, waysOf, wordsOf } from '#core/dialogue'

/** Pronunciations of one's own, by words in small letters; they come before those of the dictionary. */
export type OwnWays = Readonly<Record<string, string>>

const known = dictionaryOf(entries)
const withOwn =
  (own: OwnWays): Dictionary =>
  word =>
    Object.hasOwn(own, word) ? [own[word]!, ...known(word)] : known(word)

/** The words of a text, each with what is said for it and how. */
function read(text: string, own: OwnWays): { word: TextWord; spoken: Spoken }[] {
  const dictionary = withOwn(own)
  return wordsOf(text).map(word => ({ word, spoken: spokenOf(word, dictionary) }))
}

/** The ways to say what is said for a word, each as the dictionary writes it. Of several words the usual way of each. */
function ways(said: string, own: OwnWays): { sounds: Spoken['sounds']; guess: boolean }[] {
  const dictionary = withOwn(own)
  const words = said.toLowerCase().split(/\s+/).filter(Boolean)
  return words.length === 1 ? waysOf(words[0]!, dictionary) : [spokenOf({ written: said, said: words }, dictionary)]
}

/** Sounds that were written, or a sentence where they are none. */
function written(text: string): Spoken['sounds'] | string {
  try {
    return soundsOf(text)
  } catch (error) {
    return (error as Error).message
  }
}

const api = { read, ways, written }
export type DictionaryWorker = typeof api
expose(api)
