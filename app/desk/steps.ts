import type { Place } from '#core/sheet'
import { runAfter, runAt, runBefore } from '#core/sheet'
import type { Desk } from './desk'

/** The exposure after the one under the playhead; null at the end. */
export function nextExposure(desk: Desk): Place | null {
  const runs = desk.column?.runs
  const here = runs && runAt(runs, Math.min(desk.frame, runs.frames))
  return runs && here ? runAfter(runs, here) : null
}

/** The exposure before the one under the playhead, or its own beginning while the playhead is further on in it. */
export function exposureBefore(desk: Desk): Place | null {
  const runs = desk.column?.runs
  const here = runs && runAt(runs, Math.min(desk.frame, runs.frames))
  if (!runs || !here) return null
  return desk.frame > here.start && desk.frame <= runs.frames ? here : runBefore(runs, here)
}

/** The playhead is on a frame on which a drawing is held, not where it is shown first. */
export const isHeld = (desk: Desk): boolean => !!desk.place?.run.drawing && desk.workFrame > desk.place.start
