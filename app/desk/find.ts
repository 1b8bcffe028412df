import Fuse from 'fuse.js'

/** What can be found: an action by what is said of it. */
export interface Findable {
  readonly id: string
  readonly name: string
  readonly hint?: string
  readonly group: string
}

/** Words that say nothing of what is looked for. */
const EMPTY = new Set('a an and at by can do for how i in is it my of on the to want what where with'.split(' '))
const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []

/** How far a typed word is from a place where it stands: the whole word, its beginning, somewhere in it. */
const FAR = { name: [0, 1, 6], also: [2, 3, 8], more: [4, 5, 9] } as const
/** What is typed and written alike as a whole comes before all that only has the same words. */
const [SAME_NAME, SAME_WORDS, BEGINS] = [-20, -12, -3]

/** An action with the words that find it. */
interface Entry<T> {
  readonly action: T
  readonly name: string
  readonly also: readonly string[]
  readonly words: { readonly [K in keyof typeof FAR]: readonly string[] }
}

/** Finds actions by what a person types: in the words of the action, or in those that others use for it. */
export class Finder<T extends Findable> {
  private readonly entries: readonly Entry<T>[]
  private readonly fuse: Fuse<Entry<T>>

  /** `also` has other words and phrases for actions, by their ids. */
  constructor(actions: readonly T[], also: Readonly<Record<string, readonly string[]>>) {
    this.entries = actions.map((action): Entry<T> => {
      const phrases = also[action.id] ?? []
      return {
        action,
        name: wordsOf(action.name).join(' '),
        also: phrases.map(p => wordsOf(p).join(' ')),
        words: {
          name: wordsOf(action.name),
          also: phrases.flatMap(wordsOf),
          more: wordsOf(`${action.hint ?? ''} ${action.group}`),
        },
      }
    })
    this.fuse = new Fuse([...this.entries], { keys: ['name', 'also'], threshold: 0.35, ignoreLocation: true })
  }

  /** Actions that fit, the nearest first; where no word fits, those that are written alike. */
  find(typed: string): T[] {
    const words = wordsOf(typed)
    const meant = words.filter(w => !EMPTY.has(w))
    const asked = meant.length ? meant : words
    if (!asked.length) return this.entries.map(e => e.action)
    const whole = words.join(' ')
    const found = this.entries.flatMap((entry, order) => {
      const far = distance(entry, asked, whole)
      return far === null ? [] : [{ entry, order, far }]
    })
    if (!found.length) return this.fuse.search(whole).map(r => r.item.action)
    const size = (e: Entry<T>): number => e.words.name.length
    return found
      .sort((a, b) => a.far - b.far || size(a.entry) - size(b.entry) || a.order - b.order)
      .map(f => f.entry.action)
  }
}

/** How far all that is asked is from an action; null where a word of it stands nowhere. */
function distance(
  { name, also, words }: Omit<Entry<unknown>, 'action'>,
  asked: readonly string[],
  whole: string,
): number | null {
  let sum = 0
  for (const word of asked) {
    const places = (Object.keys(FAR) as (keyof typeof FAR)[]).map(k => nearest(words[k], word, FAR[k]))
    const near = Math.min(...places)
    if (near === Infinity) return null
    sum += near
  }
  const alike = name === whole ? SAME_NAME : also.includes(whole) ? SAME_WORDS : name.startsWith(whole) ? BEGINS : 0
  return sum + alike
}

function nearest(all: readonly string[], word: string, [is, begins, has]: readonly [number, number, number]): number {
  let near = Infinity
  for (const w of all) {
    if (w === word) return is
    if (w.startsWith(word)) near = Math.min(near, begins)
    // Of a letter or two anything has some.
    else if (word.length > 2 && w.includes(word)) near = Math.min(near, has)
  }
  return near
}
