import type { Vec } from '../motion'
import { directionOf, distance } from '../motion'
import type { Chain, Figure, Pose } from './figure'
import { boneLength, boneOf, layBones, turnBone } from './figure'

/** The end of a chain: where its lower bone ends. */
export const chainEnd = (f: Figure, pose: Pose, chain: Chain): Vec => layBones(f, pose).get(chain.lower)!.tip

/**
 * Inverse kinematics of two bones by the law of cosines (Euclid, Elements II.12–13): the pose in which the chain's end is
 * at `target`, or as near as its length allows; the joint bends to the chain's own side. Lengths never change.
 */
export function reach(f: Figure, pose: Pose, chain: Chain, target: Vec): Pose {
  const upper = boneOf(f, chain.upper)
  const a = boneLength(f, upper, pose)
  const b = boneLength(f, boneOf(f, chain.lower), pose)
  const laid = layBones(f, pose)
  const start = laid.get(chain.upper)!.start
  const d = Math.max(Math.abs(a - b), Math.min(distance(start, target), a + b))
  const cosine = d === 0 ? 0 : (a * a + d * d - b * b) / (2 * a * d)
  const opening = Math.acos(Math.max(-1, Math.min(1, cosine)))
  const toTarget = directionOf(start, target)
  const bent = turnBone(f, pose, chain.upper, toTarget + (pose.mirror ? -chain.bend : chain.bend) * opening)
  const elbow = layBones(f, bent).get(chain.upper)!.tip
  const end = { x: start.x + d * Math.cos(toTarget), y: start.y + d * Math.sin(toTarget) }
  const reached = turnBone(f, bent, chain.lower, directionOf(elbow, end))
  return chain.stands && chain.tip ? turnBone(f, reached, chain.tip, laid.get(chain.tip)!.angle) : reached
}

/** True when a chain can reach a point without letting its beginning go. */
export function canReach(f: Figure, pose: Pose, chain: Chain, target: Vec): boolean {
  const a = boneLength(f, boneOf(f, chain.upper), pose)
  const b = boneLength(f, boneOf(f, chain.lower), pose)
  const d = distance(layBones(f, pose).get(chain.upper)!.start, target)
  return d <= a + b + 1e-9 && d >= Math.abs(a - b) - 1e-9
}

/**
 * The figure moved to a new place while the ends that stand (feet) stay where they are, as far as they reach; with
 * `hands` every end that reaches stays.
 */
export function moveOverFeet(f: Figure, pose: Pose, place: Vec, hands = false): Pose {
  const standing = f.chains.filter(c => c.stands || hands).map(c => ({ chain: c, end: chainEnd(f, pose, c) }))
  return standing.reduce((p, { chain, end }) => reach(f, p, chain, end), { ...pose, place })
}
