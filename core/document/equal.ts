/** Plain JSON values compared by what they hold. A key that is undefined counts as absent, −0 as 0. */
export function equal(a: unknown, b: unknown): boolean {
  if (a === b || (Number.isNaN(a) && Number.isNaN(b))) return true
  if (
    typeof a !== 'object' ||
    typeof b !== 'object' ||
    a === null ||
    b === null ||
    Array.isArray(a) !== Array.isArray(b)
  )
    return false
  const keys = new Set([...Object.keys(a), ...Object.keys(b)])
  for (const k of keys) if (!equal((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k])) return false
  return true
}
