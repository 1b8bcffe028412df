import type { Vec } from '../motion'
import { distance, mixVec } from '../motion'
import type { Bone, Figure, Pose } from './figure'
import { layBones } from './figure'

/**
 * The line that bones in a row lie on, with its corners rounded: from each joint so far along both bones that meet there
 * (`round` of half of them, 0 to 1) it is the quadratic Bézier curve whose control point is the joint. Places on it are
 * counted in bones: 2.5 is half way along the third.
 */
export interface Spine {
  /** Where the first bone starts, then where each one ends, px. */
  readonly joints: readonly Vec[]
  readonly round: number
}

/** A place on a spine, the direction there (a unit vector), and how much it bends there (1/px, to the right above 0). */
interface Placed {
  readonly at: Vec
  readonly along: Vec
  readonly bend: number
}

/** Corners are never quite sharp: so there is a direction everywhere. */
const SHARPEST = 0.02

const unit = (v: Vec, other: Vec): Vec => {
  const length = Math.hypot(v.x, v.y)
  return length > 1e-9 ? { x: v.x / length, y: v.y / length } : other
}
const less = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y })
const acrossOf = (v: Vec): Vec => ({ x: -v.y, y: v.x })

function placeOn({ joints, round }: Spine, w: number): Placed {
  const last = joints.length - 2
  const bone = Math.max(0, Math.min(last, Math.floor(w)))
  const corner = Math.round(w)
  const h = Math.max(SHARPEST, Math.min(1, round)) / 2
  if (corner < 1 || corner > last || Math.abs(w - corner) >= h) {
    const [a, b] = [joints[bone]!, joints[bone + 1]!]
    return { at: mixVec(a, b, w - bone), along: unit(less(b, a), { x: 1, y: 0 }), bend: 0 }
  }
  const middle = joints[corner]!
  const [a, b] = [mixVec(middle, joints[corner - 1]!, h), mixVec(middle, joints[corner + 1]!, h)]
  const t = (w - corner + h) / (2 * h)
  const [from, to] = [less(middle, a), less(b, middle)]
  const way = mixVec(from, to, t)
  const turning = less(to, from)
  const speed = Math.hypot(way.x, way.y)
  return {
    at: mixVec(mixVec(a, middle, t), mixVec(middle, b, t), t),
    // Where it is folded back on itself there is a point without a direction: it goes across there.
    along: unit(way, acrossOf(unit(from, { x: 1, y: 0 }))),
    // Twice the first derivative is 2·way, the second 2·turning (de Casteljau); curvature is x'y'' − y'x'' over speed³.
    bend: speed > 1e-9 ? (way.x * turning.y - way.y * turning.x) / (2 * speed ** 3) : 0,
  }
}

/** How finely a spine is looked through for the place nearest to a point: so many places a bone. */
const FINE = 16

/**
 * How points lie to a spine: for each the nearest place on it (in bones), and from there how far along its direction and
 * how far across, px. Points are flat, `each` numbers a point, of which x and y are the first two.
 */
export function lieAlong(spine: Spine, points: readonly number[], each: 2 | 3): Float64Array {
  const bones = spine.joints.length - 1
  const steps = Array.from({ length: bones * FINE + 1 }, (_, i) => placeOn(spine, i / FINE).at)
  const out = new Float64Array((points.length / each) * 3)
  for (let i = 0, k = 0; i + 1 < points.length; i += each, k += 3) {
    const p = { x: points[i]!, y: points[i + 1]! }
    const w = nearest(spine, steps, p)
    const { at, along } = placeOn(spine, w)
    const off = less(p, at)
    out[k] = w
    out[k + 1] = off.x * along.x + off.y * along.y
    out[k + 2] = off.y * along.x - off.x * along.y
  }
  return out
}

function nearest(spine: Spine, steps: readonly Vec[], p: Vec): number {
  let best = 0
  let least = Infinity
  steps.forEach((s, i) => {
    const d = (s.x - p.x) ** 2 + (s.y - p.y) ** 2
    if (d < least) [best, least] = [i, d]
  })
  let [low, high] = [Math.max(0, best - 1) / FINE, Math.min(steps.length - 1, best + 1) / FINE]
  // Thirds are left out until what is left is less than a thousandth of a px of any bone that is drawn.
  for (let i = 0; i < 40; i++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (distance(placeOn(spine, a).at, p) <= distance(placeOn(spine, b).at, p)) high = b
    else low = a
  }
  return (low + high) / 2
}

/** How what lies along a spine is put onto it: `across` is how much wider, below 0 on the other side. */
export interface Onto {
  readonly across: number
}

/**
 * Points that lie to a spine so, as flat x, y px. What is farther out than the centre of the bend, on its inner side, is
 * brought onto that centre: nothing is folded over.
 */
export function placeAlong(spine: Spine, lying: Float64Array, { across }: Onto): number[] {
  const out: number[] = []
  for (let k = 0; k < lying.length; k += 3) {
    const { at, along, bend } = placeOn(spine, lying[k]!)
    const [ahead, aside] = [lying[k + 1]! * Math.abs(across), lying[k + 2]! * across]
    const off = bend * aside > 1 ? 1 / bend : aside
    out.push(at.x + along.x * ahead - along.y * off, at.y + along.y * ahead + along.x * off)
  }
  return out
}

/** True for bones of a figure each of which begins at the end of the one before. */
export function areInRow(f: Figure, bones: readonly string[]): boolean {
  const byId = new Map(f.bones.map(b => [b.id, b]))
  return bones.length > 0 && bones.every((id, i) => byId.has(id) && (!i || byId.get(id)!.parent === bones[i - 1]))
}

/** The joints of bones in a row as they are posed; null where they are not in a row (any more). */
export function jointsAlong(f: Figure, pose: Pose, bones: readonly string[]): Vec[] | null {
  if (!areInRow(f, bones)) return null
  const laid = layBones(f, pose)
  return [laid.get(bones[0]!)!.start, ...bones.map(id => laid.get(id)!.tip)]
}

/** The bones of a figure in rows, each as far as nothing forks: a limb, a chain, a back. */
export function rowsOf(f: Figure): Bone[][] {
  const carried = (id: string | null): Bone[] => f.bones.filter(b => b.parent === id)
  const begins = (b: Bone): boolean => b.parent === null || carried(b.parent).length !== 1
  return f.bones.filter(begins).map(first => {
    const row = [first]
    for (let next = carried(first.id); next.length === 1; next = carried(next[0]!.id)) row.push(next[0]!)
    return row
  })
}

/** Which side of the picture a pose shows, and how large: what is across a spine grows and turns over with it. */
export const acrossIn = (pose: Pick<Pose, 'size' | 'mirror'>): number => (pose.mirror ? -pose.size : pose.size)
