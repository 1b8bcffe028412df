import type { Recipe, Slow } from './recipe'

/**
 * Steps between successive drawings when the space is divided by r again and again toward the slow pose: weights from it
 * 1, (1 − r)/r, then each 1/r times the one before, normalised. At both ends mirrored, with one middle step 1/r times its
 * neighbour when the number of steps is odd.
 */
export function dividedSteps(n: number, slow: Slow, r: number): number[] {
  const steps = n + 1
  const weights = (count: number) => Array.from({ length: count }, (_, i) => (i === 0 ? 1 : (1 - r) / r ** i))
  const one = slow === 'both' ? mirrored(weights(Math.floor(steps / 2)), steps, r) : weights(steps)
  const ordered = slow === 'second' ? one.reverse() : one
  const sum = ordered.reduce((a, b) => a + b, 0)
  return ordered.map(w => w / sum)
}

function mirrored(half: number[], steps: number, r: number): number[] {
  const middle = steps % 2 ? [(half.at(-1) ?? 1) / r] : []
  return [...half, ...middle, ...[...half].reverse()]
}

const running = (steps: readonly number[]): number[] => {
  let sum = 0
  return steps.slice(0, -1).map(s => (sum += s))
}

/**
 * The places u of n in-betweens, in order, from the first core drawing (0) to the second (1).
 * `current` gives a free chart its shape: it is resampled to n.
 */
export function spread(recipe: Recipe, n: number, current: readonly number[] = []): number[] {
  if (n <= 0) return []
  if (recipe.family === 'even') return Array.from({ length: n }, (_, i) => (i + 1) / (n + 1))
  if (recipe.family === 'halves') return running(dividedSteps(n, recipe.slow, 1 / 2))
  return resample(current, n)
}

/** A row of ticks brought to another number, keeping its shape: read as a polyline over equal steps from 0 to 1. */
export function resample(ticks: readonly number[], n: number): number[] {
  const row = [0, ...ticks, 1]
  const last = row.length - 1
  return Array.from({ length: n }, (_, i) => {
    const at = ((i + 1) / (n + 1)) * last
    const k = Math.min(last - 1, Math.floor(at))
    return row[k]! + (row[k + 1]! - row[k]!) * (at - k)
  })
}

/** True when two rows of ticks are the same to within a thousandth of the span. */
export const sameSpacing = (a: readonly number[], b: readonly number[]): boolean =>
  a.length === b.length && a.every((u, i) => Math.abs(u - b[i]!) < 1e-3)

/** How far beyond the core drawings a tick may be dragged, in spans. */
export const BEYOND = 0.25

/** Keeps a dragged place within its order: between the neighbouring ticks, and not further beyond the poses than there is room. */
export function placed(u: number, before: number | undefined, after: number | undefined): number {
  return Math.max(before ?? -BEYOND, Math.min(after ?? 1 + BEYOND, u))
}

/** The plain fraction that a place is close to ("1/8", "2/3"), or the place in percent. */
export function placeName(u: number): string {
  for (const d of [2, 3, 4, 6, 8, 16, 32]) {
    const n = Math.round(u * d)
    if (n > 0 && n < d && Math.abs(u - n / d) < 2e-3) return `${n}/${d}`
  }
  return `${Math.round(u * 100)} %`
}

/** How many in-betweens fit between core drawings on frames a and b with an exposure step: (b − a)/s − 1, whole. */
export const roomFor = (a: number, b: number, step: number): number => Math.max(0, Math.ceil((b - a) / step) - 1)
