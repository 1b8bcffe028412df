import type { TimedWord } from './edit'

/** Words that are rarely stressed, as they only tie others together (common practice). */
const TIES = new Set(
  (
    'a an the of to in on at by for from with as and or but nor so if than that then is am are was were be been do does ' +
    'did has have had will would shall should can could may might must i you he she it we they me him her us them my ' +
    "your his its our their this there's it's i'm you're not no"
  ).split(' '),
)

/** A word that is said, with what stress can be told by. */
export interface Stressable extends TimedWord {
  readonly sounds: readonly { readonly to: number; readonly stress?: 0 | 1 | 2 | undefined }[]
  readonly stressed?: boolean | undefined
}

/** A pause of so many samples (a quarter of a second) ends a phrase. */
const PAUSE = 12_000
/** A word is stressed that is within so many dB of the most stressed one of its phrase; doubling its length counts as 3. */
const WITHIN = 3
const bare = (text: string): string => text.toLowerCase().replace(/[^\p{L}']/gu, '')

/**
 * Which words of a line are stressed: by hand; else by how loud and how long their stressed vowels are beside those of
 * their phrase. Words that only tie others together are not, but where a phrase has no others. `power` gives the mean
 * square of the sound from one sample to before another.
 */
export function stressesOf(words: readonly Stressable[], power: (from: number, to: number) => number): boolean[] {
  const scores = words.map(w => {
    const [from, to] = vowelOf(w)
    return 10 * Math.log10(Math.max(1e-9, power(from, to))) + WITHIN * Math.log2(Math.max(1, to - from) / 4800)
  })
  const out = words.map(() => false)
  for (const phrase of phrasesOf(words)) {
    const full = phrase.filter(i => !TIES.has(bare(words[i]!.text)))
    const some = full.length ? full : phrase
    const most = Math.max(...some.map(i => scores[i]!))
    for (const i of some) out[i] = scores[i]! >= most - WITHIN
  }
  return words.map((w, i) => w.stressed ?? out[i]!)
}

/** Places of words that are said without a pause. */
export function phrasesOf(words: readonly TimedWord[]): number[][] {
  const out: number[][] = []
  words.forEach((w, i) => {
    const before = words[i - 1]
    if (before && w.from - before.to < PAUSE) out.at(-1)!.push(i)
    else out.push([i])
  })
  return out
}

/** From where to where the vowel lasts that is stressed most; all of the word where none is. */
function vowelOf({ from, to, sounds }: Stressable): [number, number] {
  const at = [1, 2].map(stress => sounds.findIndex(s => s.stress === stress)).find(k => k >= 0)
  if (at === undefined) return [from, to]
  return [sounds[at - 1]?.to ?? from, sounds[at]!.to]
}
