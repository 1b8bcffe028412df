/** At most so many entries go into one sending, and about so many characters. */
export interface Bounds {
  readonly most: number
  readonly characters: number
}

/**
 * How many of the first entries make one sending: as many as fit its bounds, and one at least. `lengthOf` gives the
 * length of an entry as it is sent, in characters.
 */
export function firstBatch<T>(entries: readonly T[], lengthOf: (entry: T) => number, bounds: Bounds): T[] {
  const batch: T[] = []
  let characters = 0
  for (const entry of entries.slice(0, bounds.most)) {
    characters += lengthOf(entry)
    if (batch.length && characters > bounds.characters) break
    batch.push(entry)
  }
  return batch
}
