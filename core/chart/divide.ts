import type { Slow } from './recipe'

/**
 * Steps between successive drawings when the space is divided by r again and again toward the slow pose: weights from
 * it 1, (1 − r)/r, then each 1/r times the one before, normalised. Beyond `depth` steps from the pose they stay equal.
 * At both ends mirrored, with one middle step 1/r times its neighbour when the number of steps is odd.
 */
export function dividedSteps(n: number, slow: Slow, r: number, depth = Infinity): number[] {
  const steps = n + 1
  const weight = (i: number) => (i === 0 ? 1 : (1 - r) / r ** i)
  const weights = (count: number) => Array.from({ length: count }, (_, i) => weight(Math.min(i, depth)))
  const half = Math.floor(steps / 2)
  const middle = () => (half > depth ? weight(depth) : (weights(half).at(-1) ?? 1) / r)
  const one =
    slow === 'both' ? [...weights(half), ...(steps % 2 ? [middle()] : []), ...weights(half).reverse()] : weights(steps)
  return shares(slow === 'second' ? one.reverse() : one)
}

function shares(weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0)
  return weights.map(w => w / sum)
}

/** The places between steps: their running sum, without the last, which is 1. */
export function placesOf(steps: readonly number[]): number[] {
  let sum = 0
  return steps.slice(0, -1).map(s => (sum += s))
}

/** `count` places evenly between two, without them. */
const evenly = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * (i + 1)) / (count + 1))

const mirrored = (places: readonly number[]): number[] => places.map(u => 1 - u).reverse()

/** The favour that is taken when none is given, for n in-betweens: the smaller of 1/6 and 1/(2n + 2). */
export const usualFavour = (n: number): number => Math.min(1 / 6, 1 / (2 * n + 2))

/**
 * `m` drawings hardly off each slow pose, at f, f/2, f/4 … of it, the rest evenly between. Where there are too few
 * drawings for both ends, each gets as many as there are pairs.
 */
export function favouredPlaces(n: number, slow: Slow, f = usualFavour(n), m = 1): number[] {
  const each = Math.min(m, slow === 'both' ? Math.floor(n / 2) : n)
  if (!each) return evenly(0, 1, n)
  const near = Array.from({ length: each }, (_, i) => f / 2 ** (each - 1 - i))
  if (slow === 'both') return [...near, ...evenly(f, 1 - f, n - 2 * each), ...mirrored(near)]
  const all = [...near, ...evenly(f, 1, n - each)]
  return slow === 'first' ? all : mirrored(all)
}

/**
 * A moving hold: the `last` drawings before the second pose lie within `drift` of it and come to rest on it, each step
 * a constant less than the one before (a constant braking); the others are evenly on the way there. The drift is made
 * shorter where its first step would be longer than theirs. Mirrored at the first pose.
 */
export function driftingPlaces(n: number, slow: Slow, drift: number, last: number): number[] {
  const each = Math.min(last, slow === 'both' ? Math.floor(n / 2) : n)
  if (!each) return evenly(0, 1, n)
  const ends = slow === 'both' ? 2 : 1
  // The first step of the drift is no longer than those on the way there.
  const most = 1 / (ends + ((n - ends * each + 1) * (2 * each - 1)) / each ** 2)
  const way = Math.min(drift, most)
  // Seen from the pose: distances of a fall's squares, the farthest being the whole drift.
  const near = Array.from({ length: each }, (_, i) => 1 - way * ((each - i) / each) ** 2)
  if (slow === 'both') return [...mirrored(near), ...evenly(way, 1 - way, n - 2 * each), ...near]
  const all = [...evenly(0, 1 - way, n - each), ...near]
  return slow === 'second' ? all : mirrored(all)
}
