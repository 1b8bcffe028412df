import type { Figure, Pose } from '#core/figure'
import { layBones, personWithLantern, pull, restPose, turnBone } from '#core/figure'
import type { Vec } from '#core/motion'

export const GROUND = 905
const MIDDLE = 960
const down = Math.PI / 2

/**
 * How Marrow stands in one drawing, told as an animator would: hips, back, head, hands, feet, lantern. Points are px of a
 * figure at size 1 about the middle of the ground.
 */
export interface Stance {
  hips: [number, number]
  back: number
  head: number
  near: [number, number]
  far: [number, number]
  feet?: [number, number]
  lantern: number
}

/** How large she is in the picture, and where the middle of her ground is, px. */
export interface Framing {
  middle: number
  ground: number
  size: number
}
const WHOLE: Framing = { middle: MIDDLE, ground: GROUND, size: 1.25 }

export const marrow: Figure = { ...personWithLantern, id: 'marrow', name: 'Marrow' }

export function stand(s: Stance, { middle, ground, size }: Framing = WHOLE): Pose {
  const sized = ([x, y]: readonly [number, number]): Vec => ({
    x: middle + (x - MIDDLE) * size,
    y: ground + (y - GROUND) * size,
  })
  const [nearFoot, farFoot] = s.feet ?? [1010, 930]
  let pose = restPose(sized(s.hips), size)
  pose = turnBone(marrow, pose, 'spine', s.back - down)
  pose = turnBone(marrow, pose, 'neck', s.back - down + 0.2 + s.head)
  pose = turnBone(marrow, pose, 'head', s.back - down + 0.1 + s.head)
  pose = pull(marrow, pose, { kind: 'reach', id: 'near-step' }, sized([nearFoot, GROUND - 14]))
  pose = pull(marrow, pose, { kind: 'reach', id: 'far-step' }, sized([farFoot, GROUND - 22]))
  for (const foot of ['near-foot', 'far-foot']) pose = turnBone(marrow, pose, foot, 0.06)
  pose = pull(marrow, pose, { kind: 'reach', id: 'near-reach' }, sized(s.near))
  pose = pull(marrow, pose, { kind: 'reach', id: 'far-reach' }, sized(s.far))
  const hand = layBones(marrow, pose).get('near-forearm')!
  pose = turnBone(marrow, pose, 'near-hand', hand.angle)
  return turnBone(marrow, pose, 'lantern', down + s.lantern)
}
