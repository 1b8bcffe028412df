/** One measured value, as it is printed. `parts` are the times that a ratio is made of, with their units. */
export interface Row {
  readonly bench: string
  readonly value: number
  readonly unit: string
  readonly bound: number
  readonly better: 'lower' | 'higher'
  readonly parts: Record<string, string>
}

export const within = (r: Row): boolean => (r.better === 'lower' ? r.value <= r.bound : r.value >= r.bound)

export const median = (xs: readonly number[]): number =>
  [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] ?? Number.NaN

/** The value that a share of all do not pass. */
export const percentile = (xs: readonly number[], share: number): number =>
  [...xs].sort((a, b) => a - b)[Math.floor(xs.length * share)] ?? Number.NaN

/** A share of display frames, in words. */
export const percent = (share: number): string => `${(share * 100).toFixed(1)} % of display frames`
