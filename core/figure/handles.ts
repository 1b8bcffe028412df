import type { Vec } from '../motion'
import { directionOf, distance } from '../motion'
import type { Figure, Pose } from './figure'
import { boneLength, layBones, turnBone, turnBoneAlone } from './figure'
import { moveOverFeet, reach } from './reach'

/** A point of a posed figure that can be taken hold of. */
export type Handle =
  | { readonly kind: 'place'; readonly id: string; readonly name: string; readonly at: Vec }
  | { readonly kind: 'reach'; readonly id: string; readonly name: string; readonly at: Vec }
  | { readonly kind: 'turn'; readonly id: string; readonly name: string; readonly at: Vec }

/** The handles of a figure: its place, the ends of its chains (pulled), the ends of the other bones (turned). */
export function handlesOf(f: Figure, pose: Pose): Handle[] {
  const laid = layBones(f, pose)
  const reaching = new Set(f.chains.map(c => c.lower))
  const turning = f.bones.filter(b => !reaching.has(b.id))
  return [
    ...turning.map(b => ({ kind: 'turn' as const, id: b.id, name: b.name, at: laid.get(b.id)!.tip })),
    ...f.chains.map(c => ({ kind: 'reach' as const, id: c.id, name: c.name, at: laid.get(c.lower)!.tip })),
    { kind: 'place' as const, id: 'place', name: f.name, at: pose.place },
  ]
}

/** How a handle is pulled. */
export interface Pulling {
  readonly whole?: boolean
  readonly hands?: boolean
  readonly alone?: boolean
}

/** One bone turned toward a point; what it carries keeps its direction. */
function turnToward(f: Figure, pose: Pose, id: string, to: Vec): Pose {
  const lying = layBones(f, pose).get(id)
  return lying && distance(lying.start, to) > 1e-6 ? turnBoneAlone(f, pose, id, directionOf(lying.start, to)) : pose
}

/**
 * The pose after a handle is pulled to a point. Pulling the place moves the figure over its feet; `whole` takes the feet
 * along, `hands` keeps the hands where they are, too. Pulling the end of the first bone of a figure that stretches (or
 * sizes) turns it and stretches (or sizes) it. `alone` turns one bone only: what it carries keeps its direction, and the
 * end of a chain turns about its last joint.
 */
export function pull(
  f: Figure,
  pose: Pose,
  handle: { kind: Handle['kind']; id: string },
  to: Vec,
  { whole = false, hands = false, alone = false }: Pulling = {},
): Pose {
  if (handle.kind === 'place') return whole ? { ...pose, place: to } : moveOverFeet(f, pose, to, hands)
  if (handle.kind === 'reach') {
    const chain = f.chains.find(c => c.id === handle.id)
    if (!chain) return pose
    return alone ? turnToward(f, pose, chain.lower, to) : reach(f, pose, chain, to)
  }
  if (alone) return turnToward(f, pose, handle.id, to)
  const lying = layBones(f, pose).get(handle.id)
  if (!lying || distance(lying.start, to) < 1e-6) return pose
  const turned = turnBone(f, pose, handle.id, directionOf(lying.start, to))
  const first = f.bones[0]!
  if (first.id !== handle.id || !(f.stretches || f.sizes)) return turned
  if (f.sizes)
    return {
      ...turned,
      size: Math.min(50, Math.max(0.02, pose.size * (distance(lying.start, to) / boneLength(f, first, pose)))),
    }
  const stretch = distance(lying.start, to) / boneLength(f, first, { ...pose, stretch: 1 })
  return { ...turned, stretch: Math.min(4, Math.max(0.25, stretch)) }
}
