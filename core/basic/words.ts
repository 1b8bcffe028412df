/** A number with its noun: "1 frame", "3 frames". `many` where the plural is not made by an s. */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/** A noun with its article: "a key", "an extreme". */
export const articled = (noun: string): string => `${/^[aeio]/.test(noun) ? 'an' : 'a'} ${noun}`

const asCounted = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' })
/** Orders names as people count: 2 before 10, "a" beside "A". For sorting. */
export const byName = (a: { readonly name: string }, b: { readonly name: string }): number =>
  asCounted.compare(a.name, b.name)
/** The same for numbers of drawings, which have letters: 2, 10, 13, 13a. */
export const byNumber = (a: { readonly number: string }, b: { readonly number: string }): number =>
  asCounted.compare(a.number, b.number)

/** Names of shots, columns, drawings have so many letters at most. */
export const MAX_NAME = 80
/** A name that is free: the one that is wanted, else with the next number behind it. */
export function freeName(wanted: string, names: Iterable<string>): string {
  const taken = new Set(names)
  if (!taken.has(wanted)) return wanted
  const [, bare, number] = /^(.*?)(?: (\d{1,4}))?$/s.exec(wanted)!
  for (let n = Number(number ?? 1) + 1; ; n++) {
    const behind = ` ${n}`
    const name = `${bare!.slice(0, MAX_NAME - behind.length)}${behind}`
    if (!taken.has(name)) return name
  }
}
/** The name that a new shot has to begin with: the next ten after the highest number that names begin with, "010" at first. */
export function nextName(names: Iterable<string>): string {
  const numbers = Array.from(names, n => Number(/^\d{1,4}(?=\D|$)/.exec(n.trim())?.[0] ?? 0))
  return String((Math.floor(Math.max(0, ...numbers) / 10) + 1) * 10).padStart(3, '0')
}
