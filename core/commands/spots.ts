import type { RunRef, Spot } from './parts'
import type { Place, Runs } from '../sheet'
import { lastRun, runAt, runBefore, runsAfter } from '../sheet'

/** How a command names an exposure. */
export const refOf = (p: { run: { id: string; again?: true }; start: number }): RunRef => ({
  run: p.run.id,
  at: p.start,
  ...(p.run.again ? { again: true } : {}),
})

/**
 * How a command names a frame: by the exposure it is in; behind the last one by that. Null in an empty column. `runs`
 * are the exposures as they are seen: behind a repeat at their end, the frame counts from the end of what is written.
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

/**
 * The ends of a range as a command names them. What a repeat adds has no frames of its own: it is not counted, and a
 * range that ends in it ends where it is written last. Null in an empty column.
 */
export function rangeSpots(
  runs: Runs,
  first: number,
  last: number,
): { first: Spot; last: Spot; frames: number } | null {
  const from = spotAt(runs, first)
  if (!from) return null
  if (from.again) return { first: from, last: from, frames: 1 }
  // Behind the end the last drawing stays, unless a repeat ends there.
  const stays = last > runs.frames && (first > runs.frames || !lastRun(runs)!.run.again)
  let [end, frames] = [last, stays ? last - Math.max(first - 1, runs.frames) : 0]
  for (const { run, start } of first > runs.frames ? [] : runsAfter(runs, first)) {
    if (start > last) break
    if (run.again) continue
    const until = Math.min(last, start + run.frames - 1)
    frames += until - Math.max(first, start) + 1
    if (!stays) end = until
  }
  return { first: from, last: spotAt(runs, end)!, frames }
}
