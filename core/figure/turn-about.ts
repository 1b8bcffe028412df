import type { Affine } from '../motion'
import { growth, mapped, nearestTurn } from '../motion'
import type { Figure, Pose } from './figure'
import { layBones } from './figure'

/** The bone on the other side of the body: near and far of the same name; null for what has no counterpart. */
export function counterpart(f: Figure, id: string): string | null {
  const other = id.startsWith('near-') ? `far-${id.slice(5)}` : id.startsWith('far-') ? `near-${id.slice(4)}` : null
  return other && f.bones.some(b => b.id === other) ? other : null
}

/** True where a figure has near and far limbs to be exchanged. */
export const hasSides = (f: Figure): boolean => f.bones.some(b => counterpart(f, b.id) !== null)

/**
 * The pose with left and right exchanged: each near limb as the far one was, and the other way round (the second half
 * of a walk). What hangs on one side only (a lantern in the near hand) stays on it. Twice is the pose itself.
 */
export function swapSides(f: Figure, pose: Pose): Pose {
  const swapped = (record: Readonly<Record<string, number>>): Record<string, number> => {
    const out = { ...record }
    for (const { id } of f.bones) {
      const other = counterpart(f, id)
      if (!other) continue
      delete out[id]
      if (record[other] !== undefined) out[id] = record[other]
    }
    return out
  }
  return { ...pose, angles: swapped(pose.angles), ...(pose.lengths ? { lengths: swapped(pose.lengths) } : {}) }
}

/** The pose seen in a mirror that stands upright at its place. Twice is the pose itself. */
export function mirrorPose(pose: Pose): Pose {
  const { mirror, ...rest } = pose
  return mirror ? rest : { ...rest, mirror: true }
}

/** The pose with its bones where they are, but seen from the figure's other side: mirrored and turned back. */
export function otherSide(f: Figure, pose: Pose): Pose {
  const laid = layBones(f, pose)
  const about = mirrorPose(pose)
  const seen = (angle: number): number => (about.mirror ? Math.PI - angle : angle)
  const angles: Record<string, number> = {}
  for (const bone of f.bones) {
    const holder = bone.parent === null || bone.hangs ? null : laid.get(bone.parent)!
    const from = holder ? seen(holder.angle) : pose.turn
    angles[bone.id] = nearestTurn(seen(laid.get(bone.id)!.angle) - from - bone.rest, 0)
  }
  return { ...about, angles }
}

/**
 * The pose after a map of the picture: its place goes along, it turns and grows with it; mirrored where the map mirrors.
 * A figure keeps its shape, so of a one-sided stretch only the growth on the whole is taken.
 */
export function mapPose(m: Affine, pose: Pose): Pose {
  const mirrors = m[0] * m[3] - m[1] * m[2] < 0
  // Where the map takes what lies to the right (for one that mirrors: to the left).
  const turn = mirrors ? Math.atan2(-m[1], -m[0]) : Math.atan2(m[1], m[0])
  const flipped = mirrors ? mirrorPose(pose) : pose
  return {
    ...flipped,
    place: mapped(m, pose.place),
    turn: nearestTurn(pose.turn + (flipped.mirror ? -turn : turn), pose.turn),
    size: Math.min(100, Math.max(0.01, pose.size * growth(m))),
  }
}

/** A pose with some of its bones as another pose has them: a head, an arm, copied from drawing to drawing. */
export function withBones(pose: Pose, from: Pose, bones: readonly string[]): Pose {
  const take = (to: Readonly<Record<string, number>>, of: Readonly<Record<string, number>>): Record<string, number> => {
    const out = { ...to }
    for (const id of bones) {
      delete out[id]
      if (of[id] !== undefined) out[id] = of[id]
    }
    return out
  }
  const lengths = pose.lengths || from.lengths ? { lengths: take(pose.lengths ?? {}, from.lengths ?? {}) } : {}
  return { ...pose, angles: take(pose.angles, from.angles), ...lengths }
}
