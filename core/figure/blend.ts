import type { Path, Vec } from '../motion'
import { distance, mix, mixVec, nearestTurn, straight } from '../motion'
import type { Figure, Fixed, Pose } from './figure'
import { layBones, lengthIn, turnBone } from './figure'
import { chainEnd, reach } from './reach'
import { otherSide } from './turn-about'

/** Ends nearer than this in two poses stand at the same place, px. */
const SAME_PLACE = 1

/** What a breakdown of some parts fixes, and where on the way it stands. */
export interface Knot extends Fixed {
  readonly u: number
}

/** How a figure goes from one pose to another where it is not the plain way. */
export interface Way {
  /** The way of its place; straight if none is given. */
  readonly path?: Path
  /** The share of the way that a part reads (a bone's id, or `place`), for parts that lead or drag. */
  readonly shareOf?: (part: string) => number
  /** What is fixed in between, in order of u. */
  readonly knots?: readonly Knot[]
}

/**
 * The pose a share `u` of the way from a to b. Angles blend by their stored values, so limbs keep their lengths; the
 * place follows the path. An end that stands at one place in both poses stays there, unless a knot fixes its limb.
 */
export function blend(
  f: Figure,
  a: Pose,
  b: Pose,
  u: number,
  { path = straight(a.place, b.place), shareOf, knots = [] }: Way = {},
): Pose {
  if (u === 0) return a
  if (u === 1) return b
  if (!a.mirror !== !b.mirror) return blendTurning(f, a, b, u, { path, shareOf, knots })
  const angles: Record<string, number> = {}
  for (const { id } of f.bones) {
    const [from, to] = [a.angles[id], b.angles[id]]
    if (from === undefined && to === undefined && !knots.length) continue
    angles[id] = through(from ?? 0, to ?? 0, shareOf ? shareOf(id) : u, knots, k => k.angles[id])
  }
  const lengths = mixLengths(a, b, u)
  const own = shareOf ? shareOf('place') : u
  const mixed: Pose = {
    place: placeThrough(a.place, b.place, own, path, knots),
    turn: through(a.turn, b.turn, own, knots, k => k.turn),
    size: Math.max(
      0.01,
      through(a.size, b.size, own, knots, k => k.size),
    ),
    stretch: Math.min(
      10,
      Math.max(
        0.1,
        through(a.stretch, b.stretch, own, knots, k => k.stretch),
      ),
    ),
    angles,
    ...(lengths ? { lengths } : {}),
    ...(a.mirror ? { mirror: true } : {}),
  }
  return stand(f, a, b, u, mixed, knots)
}

/**
 * Between a pose and a mirrored one the bones go the plain way; in the middle the figure is seen from its other side.
 */
function blendTurning(f: Figure, a: Pose, b: Pose, u: number, way: Way): Pose {
  const [from, to] = u < 0.5 ? [a, otherSide(f, b)] : [otherSide(f, a), b]
  return blend(f, from, nearTo(f, to, from), u, way)
}

/** A pose with every angle within half a turn of another's. */
function nearTo(f: Figure, pose: Pose, other: Pose): Pose {
  const angles = Object.fromEntries(
    f.bones.map(({ id }) => [id, nearestTurn(pose.angles[id] ?? 0, other.angles[id] ?? 0)]),
  )
  return { ...pose, turn: nearestTurn(pose.turn, other.turn), angles }
}

function mixLengths(a: Pose, b: Pose, u: number): Record<string, number> | null {
  if (!a.lengths && !b.lengths) return null
  const ids = new Set([...Object.keys(a.lengths ?? {}), ...Object.keys(b.lengths ?? {})])
  return Object.fromEntries(
    [...ids].map(id => [id, Math.min(20, Math.max(0.05, mix(lengthIn(a, id), lengthIn(b, id), u)))]),
  )
}

/** A value on the way from one to another over what knots fix of it. */
function through(a: number, b: number, u: number, knots: readonly Knot[], of: (k: Knot) => number | undefined): number {
  if (!knots.length) return a + (b - a) * u
  const [from, to] = around(
    knots.filter(k => of(k) !== undefined),
    u,
  )
  const [u0, u1] = [from?.u ?? 0, to?.u ?? 1]
  return mix(from ? of(from)! : a, to ? of(to)! : b, (u - u0) / (u1 - u0))
}

/** The knots before and after a share of the way. */
function around(knots: readonly Knot[], u: number): [Knot | undefined, Knot | undefined] {
  const after = knots.findIndex(k => k.u > u)
  return after < 0 ? [knots.at(-1), undefined] : [knots[after - 1], knots[after]]
}

/** The path, bent so that it goes through the places that knots fix. */
function placeThrough(a: Vec, b: Vec, u: number, path: Path, knots: readonly Knot[]): Vec {
  const fixed = knots.filter(k => k.place)
  if (!fixed.length) return path(u)
  const here = path(u)
  const off = (k: Knot | undefined): Vec => {
    const at = k ? path(k.u) : { x: 0, y: 0 }
    return k ? { x: k.place!.x - at.x, y: k.place!.y - at.y } : at
  }
  const [from, to] = around(fixed, u)
  const [u0, u1] = [from?.u ?? 0, to?.u ?? 1]
  const bend = mixVec(off(from), off(to), Math.max(0, Math.min(1, (u - u0) / (u1 - u0))))
  return { x: here.x + bend.x, y: here.y + bend.y }
}

function stand(f: Figure, a: Pose, b: Pose, u: number, mixed: Pose, knots: readonly Knot[]): Pose {
  if (!f.chains.length) return mixed
  const free = (id: string) => knots.every(k => k.angles[id] === undefined)
  const standing = f.chains.filter(
    c => c.stands && free(c.upper) && free(c.lower) && distance(chainEnd(f, a, c), chainEnd(f, b, c)) < SAME_PLACE,
  )
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

/** What of a pose differs from another: the parts that someone has moved. */
export function movedParts(a: Pose, b: Pose): Fixed {
  const off = (x: number, y: number) => Math.abs(x - y) > 1e-9
  const ids = new Set([...Object.keys(a.angles), ...Object.keys(b.angles)])
  const angles = Object.fromEntries(
    [...ids].filter(id => off(a.angles[id] ?? 0, b.angles[id] ?? 0)).map(id => [id, b.angles[id] ?? 0]),
  )
  return {
    ...(distance(a.place, b.place) > 1e-9 ? { place: b.place } : {}),
    ...(off(a.turn, b.turn) ? { turn: b.turn } : {}),
    ...(off(a.size, b.size) ? { size: b.size } : {}),
    ...(off(a.stretch, b.stretch) ? { stretch: b.stretch } : {}),
    angles,
  }
}
