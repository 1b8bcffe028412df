import type { Drawing } from '../document/document'
import { isPose } from './passes'

/** Which drawings of a stack are poses: the same object for as long as none begins or ceases to be one. */
export type Poses = ReadonlySet<string>

const posesIn = (drawings: Record<string, Drawing>): Poses =>
  new Set(Object.values(drawings).flatMap(d => (isPose(d) ? [d.id] : [])))

/**
 * Remembers which drawings are poses, by stack, so that drawing on one of thousands changes nothing that depends on
 * them.
 */
export class PosesCache {
  private readonly known = new Map<string, { drawings: Record<string, Drawing>; poses: Poses }>()

  of(stack: string, drawings: Record<string, Drawing>): Poses {
    const known = this.known.get(stack)
    if (known?.drawings === drawings) return known.poses
    const poses = known && samePoses(known, drawings) ? known.poses : posesIn(drawings)
    this.known.set(stack, { drawings, poses })
    return poses
  }
}

function samePoses(old: { drawings: Record<string, Drawing>; poses: Poses }, now: Record<string, Drawing>): boolean {
  let kept = 0
  for (const id in now) {
    const [a, b] = [old.drawings[id], now[id]!]
    if (a !== b && old.poses.has(id) !== isPose(b)) return false
    if (old.poses.has(id)) kept += 1
  }
  return kept === old.poses.size
}
