/**
 * Fewer steps that still fail: parts are left out, halves first, then smaller ones, as long as it goes on failing and
 * there are tries left (delta debugging; A. Zeller, R. Hildebrandt, IEEE TSE 28(2), 2002, in short).
 */
export async function shortened<T>(
  steps: readonly T[],
  fails: (steps: readonly T[]) => Promise<boolean>,
  tries: number,
): Promise<readonly T[]> {
  let now = steps
  let left = tries
  for (let size = Math.ceil(now.length / 2); size >= 1 && left > 0;) {
    let taken = false
    for (let at = 0; at < now.length && left > 0;) {
      const without = [...now.slice(0, at), ...now.slice(at + size)]
      left -= 1
      if (without.length && (await fails(without))) {
        now = without
        taken = true
      } else at += size
    }
    if (size === 1 && !taken) break
    size = taken && size > 1 ? Math.min(size, Math.ceil(now.length / 2)) : Math.floor(size / 2)
  }
  return now
}
