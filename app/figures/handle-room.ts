import type { Figure, Handle, Pose } from '#core/figure'
import { handlesOf } from '#core/figure'
import type { Vec } from '#core/motion'
import { distance } from '#core/motion'

/** The room that each handle takes, px of the screen: so many times the root of their number they reach at least. */
const ROOM = 26

/** A handle and where it is taken: away from its joint where the figure is too small for all of them. */
export interface PlacedHandle {
  readonly handle: Handle
  readonly at: Vec
}

/** How many times farther apart than its joints the handles of a figure lie: 1 where there is room. */
export function handleSpread(figure: Figure, pose: Pose, scale: number): number {
  const handles = handlesOf(figure, pose)
  const far = Math.max(0, ...handles.map(h => distance(h.at, pose.place))) * scale
  const room = ROOM * Math.sqrt(handles.length)
  return far > 1e-3 && far < room ? room / far : 1
}

/** The handles of a figure around its place; `scale` is px of the screen per px of the picture. */
export function placedHandles(figure: Figure, pose: Pose, scale: number): PlacedHandle[] {
  const k = handleSpread(figure, pose, scale)
  const { x, y } = pose.place
  return handlesOf(figure, pose).map(handle => ({
    handle,
    at: { x: x + (handle.at.x - x) * k, y: y + (handle.at.y - y) * k },
  }))
}
