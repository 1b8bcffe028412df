/**
 * What a numbered file is called: its beginning and its number, as in "lift.0013.png". Null where there is no number.
 */
export function numberIn(name: string): { stem: string; number: number } | null {
  const bare = name.replace(/\.[A-Za-z0-9]{1,5}$/, '')
  const found = /^(.*?)(\d{1,9})(\D*)$/.exec(bare)
  return found ? { stem: `${found[1]}#${found[3]}`, number: Number(found[2]) } : null
}

/** The numbers that are missing in each sequence of at least two files, as passages: "lift.#: 4–6". */
export function gapsIn(names: readonly string[]): string[] {
  const stems = new Map<string, Set<number>>()
  for (const name of names) {
    const found = numberIn(name)
    if (found) stems.set(found.stem, (stems.get(found.stem) ?? new Set()).add(found.number))
  }
  return [...stems]
    .filter(([, numbers]) => numbers.size > 1)
    .flatMap(([stem, numbers]) => {
      const sorted = [...numbers].sort((a, b) => a - b)
      return sorted.slice(1).flatMap((n, i) => {
        const before = sorted[i]!
        return n - before < 2 ? [] : [`${stem}: ${n - before === 2 ? before + 1 : `${before + 1}–${n - 1}`}`]
      })
    })
}
