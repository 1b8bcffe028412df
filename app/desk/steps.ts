import type { Place } from '#core/sheet'
import { exposedDrawings, runAfter, runAt, runBefore } from '#core/sheet'
import type { Focus } from './scene'

/** The exposure after the one under the playhead; null at the end. */
export function nextExposure(focus: Focus): Place | null {
  const runs = focus.column?.runs
  const here = runs && runAt(runs, Math.min(focus.frame, runs.frames))
  return runs && here ? runAfter(runs, here) : null
}

/** The exposure before the one under the playhead, or its own beginning while the playhead is further on in it. */
export function exposureBefore(focus: Focus): Place | null {
  const runs = focus.column?.runs
  const here = runs && runAt(runs, Math.min(focus.frame, runs.frames))
  if (!runs || !here) return null
  return focus.frame > here.start && focus.frame <= runs.frames ? here : runBefore(runs, here)
}

/**
 * How the playhead lies to what is shown there: where it is first exposed, where it is exposed again, on a held frame, or
 * past the end of the column.
 */
export function exposed({ place, column, workFrame }: Focus): 'blank' | 'first' | 'again' | 'held' | 'stays' {
  if (!place?.run.drawing) return 'blank'
  if (workFrame > column!.runs.frames) return 'stays'
  if (workFrame > place.start) return 'held'
  return exposedDrawings(column!.runs).get(place.run.drawing)!.first < place.start ? 'again' : 'first'
}

/** The same in words; a held frame is told with its place in the exposure. */
export const EXPOSED = {
  blank: 'blank here',
  first: 'first exposed here',
  again: 'exposed again here',
  stays: 'stays to the end',
}

/** The playhead is on a frame on which a drawing is held, not where it is shown first. */
export const isHeld = (focus: Focus): boolean => !!focus.place?.run.drawing && focus.workFrame > focus.place.start
