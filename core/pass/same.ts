/** Two lists of what an answer depends on, compared by identity. */
export const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i])
