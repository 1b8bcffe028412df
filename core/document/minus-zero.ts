import { isRuns } from '../sheet'

type Tree = Record<string, unknown>

/**
 * A changed value with 0 wherever it holds −0, which JSON does not carry: what is sent and read back would differ. Only
 * what is another object than before is looked into; where there is no −0, the very same value is given back.
 */
export function withoutMinusZero<T>(before: unknown, after: T): T {
  if (Object.is(after, -0)) return 0 as T
  // Exposures hold counts from 1 on.
  if (after === before || typeof after !== 'object' || after === null || isRuns(after)) return after
  const old = (typeof before === 'object' && before !== null ? before : {}) as Tree
  if (Array.isArray(after)) {
    const known = new Set(Array.isArray(before) ? (before as unknown[]) : [])
    const list = after.map((v: unknown) => (typeof v === 'object' && known.has(v) ? v : withoutMinusZero(undefined, v)))
    return list.every((v, i) => Object.is(v, after[i])) ? after : (list as T)
  }
  let out: Tree | null = null
  for (const [key, value] of Object.entries(after)) {
    const made = withoutMinusZero(Object.hasOwn(old, key) ? old[key] : undefined, value)
    if (!Object.is(made, value)) (out ??= { ...(after as Tree) })[key] = made
  }
  return (out ?? after) as T
}
