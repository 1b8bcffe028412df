import { sameSpacing, spread } from '../chart'
import type { Pass } from './passes'

/**
 * The times of a chart's in-betweens in a pass, in the order of the chart: 0 at the departure (the first frame of the
 * first in-between less one exposure step, so that the hold before it does not count), 1 at the first frame of the
 * second pose. Null where not all of them are exposed there.
 */
export function timesOf(pass: Pass): number[] | null {
  const { chart, members, backward, to } = pass
  if (!chart?.ticks.length) return null
  const starts = new Map<string, number>()
  for (const m of members) if (!starts.has(m.drawing)) starts.set(m.drawing, m.start)
  if (chart.ticks.some(t => !starts.has(t.drawing))) return null
  const departure = Math.min(...starts.values()) - chart.step
  const times = chart.ticks.map(t => (starts.get(t.drawing)! - departure) / (to.start - departure))
  return backward ? times.map(t => 1 - t) : times
}

/** False where a chart no longer is what its family gives, because the timing has changed since. */
export function fitsRecipe(pass: Pass): boolean {
  const { chart } = pass
  if (!chart || chart.recipe.family === 'free') return true
  const ticks = chart.ticks.map(t => t.u)
  return sameSpacing(ticks, spread(chart.recipe, ticks.length, { current: ticks, times: timesOf(pass) ?? undefined }))
}

/** Frames from the departure to the arrival of a pass. */
export function passFrames(pass: Pass): number {
  const first = pass.members[0]
  return pass.to.start - (first ? first.start - (pass.chart?.step ?? 1) : pass.from.start)
}
