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
