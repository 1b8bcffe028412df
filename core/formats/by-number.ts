import { plural } from '../basic'

/** What stands for the number of a drawing in the pattern of names, and for what differs otherwise. */
export const NUMBER = '[number]'
const ANY = '*'

const bareOf = (name: string): string => name.replace(/\.[A-Za-z0-9]{1,5}$/, '').normalize('NFC')

/** Numbers that mean the same are the same: "013", "13" and "13A", "13a". */
export const sameNumber = (number: string): string =>
  number
    .normalize('NFC')
    .trim()
    .toLowerCase()
    .replace(/\d+/g, digits => String(BigInt(digits)))

/** Where numbers may stand in a name: digits, with a letter behind them where no further letter follows. */
const placesIn = (bare: string): { from: number; to: number }[] =>
  [...bare.matchAll(/\d{1,9}(?:[A-Za-z](?![A-Za-z0-9]))?/g)].map(m => ({ from: m.index, to: m.index + m[0].length }))

const beginning = (words: readonly string[]): string => {
  const [first = '', ...rest] = words
  let n = first.length
  for (const w of rest) while (n && !w.startsWith(first.slice(0, n))) n--
  return first.slice(0, n)
}
const turned = (word: string): string => [...word].reverse().join('')

/** What texts have in common at both ends, with a star for what differs between. */
function inCommon(texts: readonly string[]): string {
  if (texts.every(t => t === texts[0])) return texts[0] ?? ''
  const first = beginning(texts)
  const last = turned(beginning(texts.map(t => turned(t.slice(first.length)))))
  return `${first}${ANY}${last}`
}

/**
 * The pattern by which most names (with or without an ending) tell the number of one of these drawings, as in
 * "lift.[number]" or "shot-*-[number]". Of several that tell as many, the one whose number stands last. Null where no
 * name has a number.
 */
export function patternOf(names: readonly string[], numbers: readonly string[]): string | null {
  const known = new Set(numbers.map(sameNumber))
  const bare = names.map(bareOf)
  // Numbers are counted from the end: what stands before them differs more often.
  const most = Math.max(0, ...bare.map(b => placesIn(b).length))
  let best: { pattern: string; told: number } | null = null
  for (let k = 1; k <= most; k++) {
    const parts = bare.flatMap(b => {
      const place = placesIn(b).at(-k)
      return place ? [{ before: b.slice(0, place.from), after: b.slice(place.to) }] : []
    })
    const pattern = `${inCommon(parts.map(p => p.before))}${NUMBER}${inCommon(parts.map(p => p.after))}`
    const told = new Set(names.flatMap(n => numberBy(pattern, n) ?? []).filter(n => known.has(n))).size
    if (!best || told > best.told) best = { pattern, told }
  }
  return best?.pattern ?? null
}

/** What is wrong with a pattern that a person typed; empty where nothing is. */
export const numberPatternFault = (pattern: string): string =>
  pattern.split(NUMBER).length === 2 ? '' : `Say once where the number stands: ${NUMBER}`

/** The number that a name tells by a pattern, as `sameNumber` writes it; null where it does not fit. */
export function numberBy(pattern: string, name: string): string | null {
  const source = pattern
    .normalize('NFC')
    .split(/(\[number\]|\*)/)
    .map(part =>
      part === NUMBER
        ? '(\\d{1,9}[A-Za-z]?|[^\\s/]{1,12}?)'
        : part === ANY
          ? '.*'
          : part.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&'),
    )
    .join('')
  const found = new RegExp(`^${source}$`, 'i').exec(bareOf(name))
  return found?.[1] ? sameNumber(found[1]) : null
}

export interface Match<F, D> {
  readonly pairs: readonly { readonly file: F; readonly drawing: D }[]
  /** Files that belong to no drawing, and why. */
  readonly files: readonly { readonly file: F; readonly reason: string }[]
  /** Drawings that no file is for. */
  readonly drawings: readonly D[]
}

/** Which file is for which drawing, by the numbers in their names. Of two files of one number neither is taken. */
export function matchByNumber<F extends { readonly name: string }, D extends { readonly number: string }>(
  files: readonly F[],
  drawings: readonly D[],
  pattern: string,
): Match<F, D> {
  const by = new Map<string, D[]>()
  for (const d of drawings) by.set(sameNumber(d.number), [...(by.get(sameNumber(d.number)) ?? []), d])
  const numbers = files.map(f => numberBy(pattern, f.name))
  const times = new Map<string, number>()
  for (const n of numbers) if (n !== null) times.set(n, (times.get(n) ?? 0) + 1)
  const pairs: { file: F; drawing: D }[] = []
  const left: { file: F; reason: string }[] = []
  for (const [i, file] of files.entries()) {
    const number = numbers[i]!
    const meant = number === null ? [] : (by.get(number) ?? [])
    if (number === null) left.push({ file, reason: 'Its name does not fit.' })
    else if (times.get(number)! > 1)
      left.push({ file, reason: `${plural(times.get(number)!, 'file')} have the number ${number}.` })
    else if (!meant.length) left.push({ file, reason: `No drawing has the number ${number}.` })
    else if (meant.length > 1)
      left.push({ file, reason: `${meant.map(d => d.number).join(' and ')} are both ${number}.` })
    else pairs.push({ file, drawing: meant[0]! })
  }
  const taken = new Set(pairs.map(p => p.drawing))
  return { pairs, files: left, drawings: drawings.filter(d => !taken.has(d)) }
}
