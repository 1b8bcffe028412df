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

/** How often a drawing is exposed, and the frame it is exposed on first. */
export interface Exposed {
  readonly times: number
  readonly first: number
}

const exposedIn = new WeakMap<Runs, ReadonlyMap<string, Exposed>>()

/** The drawings that a column exposes, in the order they come; counted once for each state of it. */
export function exposedDrawings(runs: Runs): ReadonlyMap<string, Exposed> {
  const known = exposedIn.get(runs)
  if (known) return known
  const out = new Map<string, Exposed>()
  for (const { run, start } of eachRun(runs)) {
    if (run.drawing === null) continue
    const { times, first } = out.get(run.drawing) ?? { times: 0, first: start }
    out.set(run.drawing, { times: times + 1, first })
  }
  exposedIn.set(runs, out)
  return out
}

/** An exposure step as it is called: "twos", "steps of 5". */
export const stepName = (step: number): string => ['ones', 'twos', 'threes', 'fours'][step - 1] ?? `steps of ${step}`
