import type { RunRef, Spot } from '#core/shot'
import type { Place, Runs } from '#core/sheet'
import { lastRun, runAt, runBefore, runsAfter } from '#core/sheet'

/** How a command names an exposure. */
export const refOf = (p: { run: { id: string, again?: true }, start: number }): RunRef => ({ run: p.run.id, at: p.start, ...(p.run.again ? { again: true } : {}) })

/**
 * How a command names a frame: by the exposure it is in; behind the last one by that. Null in an empty column. `runs` are the
 * exposures as they are seen: behind a repeat at their end, the frame counts from the end of what is written.
 */
export function spotAt(runs: Runs, frame: number): Spot | null {
  const here: Place | null = runAt(runs, frame)
  if (here) return frame >= 1 ? { ...refOf(here), offset: frame - here.start } : null
  const last = lastRun(runs)
  if (!last || frame < 1) return null
  if (!last.run.again) return { ...refOf(last), offset: frame - last.start }
  const written = lastWritten(runs)
  return { ...refOf(written), offset: written.run.frames + frame - runs.frames - 1 }
}

function lastWritten(runs: Runs): Place {
  let p = lastRun(runs)!
  while (p.run.again) p = runBefore(runs, p)!
  return p
}

/** The ends of a range as a command names them. Null in an empty column. */
export function rangeSpots(runs: Runs, first: number, last: number): { first: Spot, last: Spot, frames: number } | null {
  const [a, b] = [spotAt(runs, first), spotAt(runs, last)]
  if (!a || !b) return null
  // What a repeat adds has no frames of its own.
  let added = 0
  for (const { run, start } of runsAfter(runs, first)) {
    if (start > last) break
    if (run.again) added += Math.min(last, start + run.frames - 1) - Math.max(first, start) + 1
  }
  const behindRepeat = last > runs.frames && !!lastRun(runs)?.run.again
  return { first: a, last: behindRepeat ? { ...b, again: true } : b, frames: last - first + 1 - (a.again || b.again ? 0 : added) }
}
