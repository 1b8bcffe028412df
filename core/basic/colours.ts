const channels = (hex: string): number[] => [1, 3, 5].map(i => Number.parseInt(hex.slice(i, i + 2), 16))

/** A colour between two, both written #rrggbb; `share` 0 is the first. */
export const mixColours = (a: string, b: string, share: number): string => {
  const [from, to] = [channels(a), channels(b)]
  return `#${from
    .map((c, i) =>
      Math.round(c + (to[i]! - c) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}
