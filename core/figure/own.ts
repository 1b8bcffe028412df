import type { Vec } from '../motion'
import { directionOf, distance, nearestTurn } from '../motion'
import type { Bone, Chain, Figure } from './figure'

/** A joint set on the picture: where it is, and which joint it hangs on (by number; the first one hangs on none). */
export interface Joint {
  readonly at: Vec
  readonly on: number | null
}

/** Shorter than this is no limb, px. */
export const SHORTEST_LIMB = 4

/**
 * A figure from joints set on the picture, at size 1: a limb from each joint to the one it hangs on, its place at the
 * first.
 * Two limbs in a row that end free and do not fork reach together for a point; where there are three, the last is their
 * tip.
 * Throws RangeError where there is no limb, or two joints lie on each other.
 */
export function figureOf(id: string, name: string, joints: readonly Joint[], width = 14): Figure {
  if (joints.length < 2) throw new RangeError('A figure has at least two joints.')
  const direction = (i: number): number => directionOf(joints[joints[i]!.on!]!.at, joints[i]!.at)
  const bones = joints.flatMap(({ at, on }, i): Bone[] => {
    if (on === null) return []
    const from = joints[on]!
    const length = distance(from.at, at)
    if (length < SHORTEST_LIMB) throw new RangeError(`Joint ${i + 1} lies on the joint that it hangs on.`)
    const held = from.on !== null
    return [
      {
        id: `limb-${i}`,
        name: `limb ${i}`,
        parent: held ? `limb-${on}` : null,
        length,
        rest: held ? nearestTurn(direction(i) - direction(on), 0) : direction(i),
        side: 'middle',
        shapes: [{ kind: 'limb', width }],
      },
    ]
  })
  return { id, name, version: 1, stretches: false, bones, chains: chainsOf(bones) }
}

function chainsOf(bones: readonly Bone[]): Chain[] {
  const byId = new Map(bones.map(b => [b.id, b]))
  const children = (b: Bone): number => bones.filter(x => x.parent === b.id).length
  return bones
    .filter(b => !children(b))
    .flatMap((leaf): Chain[] => {
      // From the free end inward, as long as nothing else hangs there.
      const row = [leaf]
      for (let b = leaf.parent; b && children(byId.get(b)!) === 1 && row.length < 3; b = byId.get(b)!.parent)
        row.unshift(byId.get(b)!)
      if (row.length < 2) return []
      const [upper, lower, tip] = row
      return [
        {
          id: `reach-${leaf.id}`,
          name: `end of ${lower!.name}`,
          upper: upper!.id,
          lower: lower!.id,
          bend: lower!.rest < 0 ? 1 : -1,
          stands: false,
          tip: tip?.id ?? null,
        },
      ]
    })
}
