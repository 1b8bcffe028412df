import type { RunRef, Spot } from '#core/shot'
import type { Place, Runs } from '#core/sheet'
import { lastRun, runAt } from '#core/sheet'

/** How a command names an exposure. */
export const refOf = (p: { run: { id: string }, start: number }): RunRef => ({ run: p.run.id, at: p.start })

/** How a command names a frame: by the exposure it is in; behind the last one by that. Null in an empty column. */
export function spotAt(runs: Runs, frame: number): Spot | null {
  const p: Place | null = runAt(runs, frame) ?? lastRun(runs)
  return p && frame >= 1 ? { ...refOf(p), offset: frame - p.start } : null
}

/** The ends of a range as a command names them. Null in an empty column. */
export function rangeSpots(runs: Runs, first: number, last: number): { first: Spot, last: Spot, frames: number } | null {
  const [a, b] = [spotAt(runs, first), spotAt(runs, last)]
  return a && b ? { first: a, last: b, frames: last - first + 1 } : null
}
