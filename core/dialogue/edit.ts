/** A sound of a word, up to where it lasts, and a word with its sounds: samples. As the document keeps them. */
interface Until {
  readonly to: number
}
export interface TimedWord {
  readonly text: string
  readonly from: number
  readonly to: number
  readonly sounds: readonly Until[]
}

/** A word and a sound last so many samples at the least: a hundredth of a second, and a five-hundredth. */
export const LEAST_WORD = 480
const LEAST_SOUND = 96
const leastOf = (word: TimedWord): number => Math.max(LEAST_WORD, (word.sounds.length + 1) * LEAST_SOUND)

/** A word from one moment to another, its sounds shared out as before. It is made no shorter than it can be. */
export function fitted<W extends TimedWord>(word: W, from: number, to: number): W {
  const scale = (to - from) / (word.to - word.from)
  let before = from
  const sounds = word.sounds.map((s, i) => {
    const left = word.sounds.length - 1 - i
    const wanted = left ? Math.round(from + (s.to - word.from) * scale) : to
    before = Math.max(before + 1, Math.min(to - left, wanted))
    return { ...s, to: before }
  })
  return { ...word, from, to, sounds }
}

/** Words touch where there is less than a frame of film between them. */
const TOUCH = 2000
const between = (n: number, least: number, most: number): number => Math.max(least, Math.min(most, n))

/**
 * The words with the beginning (or the end) of one moved to a moment, as far as there is room. A neighbour that it touches
 * goes along: its end, or its beginning.
 */
export function movedEnd<W extends TimedWord>(
  words: readonly W[],
  i: number,
  { end, at }: { readonly end: 'start' | 'end'; readonly at: number },
): W[] {
  const [word, other] = [words[i]!, words[end === 'start' ? i - 1 : i + 1]]
  const out = [...words]
  if (end === 'start') {
    const touches = !!other && word.from - other.to < TOUCH
    const least = other ? (touches ? other.from + leastOf(other) : other.to) : 0
    const to = between(at, least, word.to - leastOf(word))
    out[i] = fitted(word, to, word.to)
    if (touches) out[i - 1] = fitted(other, other.from, to)
    return out
  }
  const touches = !!other && other.from - word.to < TOUCH
  const most = other ? (touches ? other.to - leastOf(other) : other.from) : Number.MAX_SAFE_INTEGER
  const to = between(at, word.from + leastOf(word), most)
  out[i] = fitted(word, word.from, to)
  if (touches) out[i + 1] = fitted(other, to, other.to)
  return out
}

/** The word with the end of one of its sounds moved to a moment, as far as its neighbours leave room. */
export function movedSound<W extends TimedWord>(word: W, k: number, at: number): W {
  const { sounds } = word
  // The end of the last sound is that of the word.
  if (k >= sounds.length - 1) return word
  const least = (sounds[k - 1]?.to ?? word.from) + LEAST_SOUND
  const to = between(at, least, sounds[k + 1]!.to - LEAST_SOUND)
  return to < least ? word : { ...word, sounds: sounds.map((s, i) => (i === k ? { ...s, to } : s)) }
}

/** A word some samples later: with it all that follow, or it alone as far as there is room. */
export function shifted<W extends TimedWord>(
  words: readonly W[],
  i: number,
  { by, follow }: { readonly by: number; readonly follow: boolean },
): W[] {
  const [before, after] = [words[i - 1], words[i + 1]]
  const most = follow || !after ? Number.MAX_SAFE_INTEGER : after.from - words[i]!.to
  const delta = between(by, (before?.to ?? 0) - words[i]!.from, most)
  const moved = (w: W): W => ({
    ...w,
    from: w.from + delta,
    to: w.to + delta,
    sounds: w.sounds.map(s => ({ ...s, to: s.to + delta })),
  })
  return words.map((w, k) => (k === i || (follow && k > i) ? moved(w) : w))
}

/** Two words of one, at a moment: its letters and its sounds are shared out. Null where there is no room. */
export function splitWord<W extends TimedWord>(word: W, at: number, id: string): [W, W] | null {
  const share = (at - word.from) / (word.to - word.from)
  const first = word.sounds.filter(s => s.to <= at).length
  const near = word.sounds[first]
  // The sound in which it falls goes to the side that has more of it.
  const begins = word.sounds[first - 1]?.to ?? word.from
  const k = near && at - begins > (near.to - begins) / 2 ? first + 1 : first
  const [left, right] = [word.sounds.slice(0, k), word.sounds.slice(k)]
  const letters = [...word.text]
  const cut = between(Math.round(letters.length * share), 1, letters.length - 1)
  if (letters.length < 2 || at - word.from < LEAST_WORD || word.to - at < LEAST_WORD) return null
  const part = (text: string, sounds: readonly Until[], from: number, to: number): W =>
    fitted({ ...word, text: text.trim() || '…', from, to, sounds: endingAt(sounds, to) } as W, from, to)
  return [
    part(letters.slice(0, cut).join(''), left, word.from, at),
    { ...part(letters.slice(cut).join(''), right, at, word.to), id },
  ]
}

/** Sounds whose last one ends at a moment; those before it stay before it. */
const endingAt = (sounds: readonly Until[], to: number): Until[] =>
  sounds.map((s, i) => ({ ...s, to: i === sounds.length - 1 ? to : Math.min(s.to, to - (sounds.length - 1 - i)) }))

/** Two words that follow each other as one. */
export const joinWords = <W extends TimedWord>(a: W, b: W): W => ({
  ...a,
  text: `${a.text} ${b.text}`.slice(0, 80),
  to: b.to,
  sounds: [...endingAt(a.sounds, b.sounds.length ? a.to : b.to), ...b.sounds],
})
