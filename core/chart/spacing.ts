import { bezierEasing, falling, rising, settling, swinging, turnedEasing, windingUp, type Easing } from '../motion'
import { dividedSteps, driftingPlaces, favouredPlaces, placesOf } from './divide'
import { recipes, type Recipe } from './recipe'

/** What some recipes look at. `times` are those of the in-betweens, 0 at the departure and 1 at the arrival. */
export interface Looking {
  readonly current?: readonly number[]
  readonly times?: readonly number[]
}

/** The easing of a recipe that looks at time, null for the others. */
export function easingOf(r: Recipe): Easing | null {
  switch (r.family) {
    case 'curve':
      return bezierEasing(...r.handles)
    case 'fall':
      return falling
    case 'rise':
      return rising
    case 'swing':
      return swinging
    case 'settle':
      return r.turned ? turnedEasing(settling(r.swings, r.damping)) : settling(r.swings, r.damping)
    case 'wind-up':
      return r.turned ? turnedEasing(windingUp(r.back)) : windingUp(r.back)
    default:
      return null
  }
}

/**
 * The places u of n in-betweens, in order, from the first pose (0) to the second (1); beyond both where the recipe
 * overshoots. Without times the in-betweens are taken to be equally apart. A free chart keeps its shape.
 */
export function spread(recipe: Recipe, n: number, { current = [], times }: Looking = {}): number[] {
  if (n <= 0) return []
  switch (recipe.family) {
    case 'even':
      return evenTimes(n)
    case 'halves':
      return placesOf(dividedSteps(n, recipe.slow, 1 / 2, recipe.depth))
    case 'thirds':
      return placesOf(dividedSteps(n, recipe.slow, 1 / 3, recipe.depth))
    case 'favours':
      return favouredPlaces(n, recipe.slow, recipe.f, recipe.m)
    case 'moving-hold':
      return driftingPlaces(n, recipe.slow, recipe.drift, recipe.last)
    case 'free':
      return resample(current, n)
    default:
      return (times?.length === n ? times : evenTimes(n)).map(easingOf(recipe)!)
  }
}

/** Times of n in-betweens that are equally apart. */
export const evenTimes = (n: number): number[] => Array.from({ length: n }, (_, i) => (i + 1) / (n + 1))

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

const NAMED = ['even', 'halves', 'thirds', 'favours'] as const

/** The recipe without a look at time that gives exactly these ticks; free where none does. */
export function recognised(ticks: readonly number[]): Recipe {
  const exact = (r: Recipe) => spread(r, ticks.length).every((u, i) => Math.abs(u - ticks[i]!) < 1e-9)
  const found = recipes.filter(r => (NAMED as readonly string[]).includes(r.family)).find(exact)
  return ticks.length ? (found ?? { family: 'free' }) : { family: 'even' }
}

/** How far beyond the poses a tick may be dragged, in spans. */
export const BEYOND = 0.5

/**
 * Keeps a dragged place within its order: between the neighbouring ticks, and not further beyond the poses than there
 * is room.
 */
export function betweenTicks(u: number, before: number | undefined, after: number | undefined): number {
  return Math.max(before ?? -BEYOND, Math.min(after ?? 1 + BEYOND, u))
}

/** A place that a dragged tick is drawn to, and what it is in words. */
export interface Snap {
  readonly u: number
  readonly name: 'half' | 'third'
  readonly between: readonly [number, number]
}

/**
 * The half or third of any two of the other places (the poses among them), one on each side, that lies nearest to `u` and
 * within `reach`; the two direct neighbours before the others, a half before a third. Null where there is none.
 */
export function snapTo(u: number, others: readonly number[], reach: number): Snap | null {
  const row = [...new Set([0, ...others, 1])].sort((a, b) => a - b)
  const rank = (s: Snap, apart: number) => Math.abs(s.u - u) + reach * (apart + (s.name === 'third' ? 0.5 : 0)) * 1e-3
  let best: { snap: Snap; rank: number } | null = null
  for (let i = 0; i < row.length; i++) {
    for (let k = i + 1; k < row.length; k++) {
      const [a, b] = [row[i]!, row[k]!]
      if (a > u + reach || b < u - reach) continue
      for (const [share, name] of [
        [1 / 2, 'half'],
        [1 / 3, 'third'],
        [2 / 3, 'third'],
      ] as const) {
        const snap: Snap = { u: a + (b - a) * share, name, between: [a, b] }
        if (Math.abs(snap.u - u) > reach) continue
        const r = rank(snap, k - i - 1)
        if (!best || r < best.rank) best = { snap, rank: r }
      }
    }
  }
  return best?.snap ?? null
}

/** How many in-betweens fit between poses on frames a and b with an exposure step: (b − a)/s − 1, whole. */
export const roomFor = (a: number, b: number, step: number): number => Math.max(0, Math.ceil((b - a) / step) - 1)
