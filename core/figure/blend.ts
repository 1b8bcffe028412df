import type { Path } from '../motion'
import { distance, mix, mixVec, straight } from '../motion'
import type { Figure, Pose } from './figure'
import { layBones, turnBone } from './figure'
import { chainEnd, reach } from './reach'

/** Ends nearer than this in two poses stand at the same place, px. */
const SAME_PLACE = 1

/**
 * The pose a share `u` of the way from a to b. Angles blend by their stored values, so limbs keep their lengths; the place
 * follows `path` (straight if none is given). An end that stands at one place in both poses stays there.
 */
export function blend(f: Figure, a: Pose, b: Pose, u: number, path: Path = straight(a.place, b.place)): Pose {
  if (u === 0) return a
  if (u === 1) return b
  const bones = new Set([...Object.keys(a.angles), ...Object.keys(b.angles)])
  const angles: Record<string, number> = {}
  for (const id of bones) angles[id] = mix(a.angles[id] ?? 0, b.angles[id] ?? 0, u)
  const mixed: Pose = {
    place: path(u),
    turn: mix(a.turn, b.turn, u),
    size: Math.max(0.01, mix(a.size, b.size, u)),
    stretch: Math.min(10, Math.max(0.1, mix(a.stretch, b.stretch, u))),
    angles,
  }
  return stand(f, a, b, u, mixed)
}

function stand(f: Figure, a: Pose, b: Pose, u: number, mixed: Pose): Pose {
  const standing = f.chains.filter(c => c.stands && distance(chainEnd(f, a, c), chainEnd(f, b, c)) < SAME_PLACE)
  if (!standing.length) return mixed
  const [layA, layB] = [layBones(f, a), layBones(f, b)]
  return standing.reduce((pose, c) => {
    const end = mixVec(layA.get(c.lower)!.tip, layB.get(c.lower)!.tip, u)
    const reached = reach(f, pose, c, end)
    return c.tip ? turnBone(f, reached, c.tip, mix(layA.get(c.tip)!.angle, layB.get(c.tip)!.angle, u)) : reached
  }, mixed)
}

/** How far a figure travels from one pose to another: the mean way of the ends of its bones, px. */
export function travel(f: Figure, a: Pose, b: Pose): number {
  const [from, to] = [layBones(f, a), layBones(f, b)]
  return f.bones.reduce((sum, bone) => sum + distance(from.get(bone.id)!.tip, to.get(bone.id)!.tip), 0) / f.bones.length
}
