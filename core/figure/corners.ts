import type { Vec } from '../motion'
import type { Figure, Pose } from './figure'
import { layBones, onBone } from './figure'

/**
 * A corner of a shape that is drawn on a bone: its name is the bone's, the shape's number and its own, as in
 * "sponge#0.3".
 */
export interface Corner {
  readonly id: string
  readonly at: Vec
}

/** The bone that a point's name means, whether it is the bone's end or a corner on it. */
export const boneOfPoint = (part: string): string => part.split('#')[0]!

/** Every corner of the closed shapes of a posed figure, px of the picture. */
export function cornersOf(f: Figure, pose: Pose): Corner[] {
  const laid = layBones(f, pose)
  return f.bones.flatMap(bone => {
    const at = onBone(f, pose, bone, laid.get(bone.id)!)
    return bone.shapes.flatMap((shape, s) =>
      shape.kind === 'polygon' && shape.closed
        ? shape.points.map((p, i): Corner => ({ id: `${bone.id}#${s}.${i}`, at: at(p) }))
        : [],
    )
  })
}

/** Where a named corner is; null where the figure has none of this name. */
export const cornerAt = (f: Figure, pose: Pose, id: string): Vec | null =>
  cornersOf(f, pose).find(c => c.id === id)?.at ?? null
