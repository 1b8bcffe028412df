import type { Runs } from './runs'
import { eachRun } from './runs'

/** What a passage exposes: how many frames, how many different drawings, how many exposures. */
export interface Summary {
  readonly frames: number
  readonly drawings: number
  readonly exposures: number
}

/** Counts of the frames first…last; without bounds, of the whole column. */
export function summary(runs: Runs, first = 1, last = runs.frames): Summary {
  const seen = new Set<string>()
  let exposures = 0
  for (const { run, start } of eachRun(runs)) {
    if (start > last || start + run.frames <= first || run.drawing === null) continue
    seen.add(run.drawing)
    exposures += 1
  }
  return { frames: Math.max(0, last - first + 1), drawings: seen.size, exposures }
}
