/**
 * Places for labels that want to stand at `wanted` (in order): at least `gap` apart and not below `most`, moved as little as
 * they have to be. Where not all fit above `most` they go beyond the first one instead.
 */
export function spreadApart(wanted: readonly number[], gap: number, most: number): number[] {
  const out = [...wanted]
  for (let i = 1; i < out.length; i++) out[i] = Math.max(out[i]!, out[i - 1]! + gap)
  let limit = most
  for (let i = out.length - 1; i >= 0 && out[i]! > limit; i--) {
    out[i] = limit
    limit -= gap
  }
  return out
}
