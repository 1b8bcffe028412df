import type { Camera, Column, Plan, Shake } from '../document/document'
import type { Affine, Vec } from '../motion'
import { after, growth, inverseOf } from '../motion'
import type { Rate } from '../time'
import { perSecond } from '../time'
import { movedOn, moveSpace } from './moves'

/** What a camera sees: the middle of its field, px of the picture; how it is turned, radians; its size as a share of the picture. */
export interface Framing {
  readonly place: Vec
  readonly turn: number
  readonly size: number
}

interface Size {
  readonly width: number
  readonly height: number
}

/** The picture as it stands, which is what is seen where there is no camera. */
export const standingStill = ({ width, height }: Size): Framing => ({
  place: { x: width / 2, y: height / 2 },
  turn: 0,
  size: 1,
})

/** What a camera sees on a frame, with its shakes. */
export function framingOn(camera: Camera, frame: number, rate: Rate): Framing {
  // A field holds, or goes to the next, as any other move.
  const m = movedOn(camera.fields, frame)!
  const [turn, size] = [Math.atan2(m[1], m[0]), growth(m)]
  const by = shakenOn(camera.shakes, frame, rate)
  const [cos, sin] = [Math.cos(turn) * size, Math.sin(turn) * size]
  return { place: { x: m[4] + cos * by.x - sin * by.y, y: m[5] + sin * by.x + cos * by.y }, turn, size }
}

/** By how much shakes move what is seen on a frame, px of what is seen. */
export function shakenOn(shakes: readonly Shake[] | undefined, frame: number, rate: Rate): Vec {
  let [x, y] = [0, 0]
  for (const s of shakes ?? []) {
    const gone = frame - s.frame
    if (gone < 0 || gone >= s.frames) continue
    const left = s.fades ? 1 - gone / s.frames : 1
    const t = (gone * s.rate) / perSecond(rate)
    x += s.px * left * left * wander(s.seed, t)
    y += s.px * left * left * wander(s.seed + 0x10000, t)
  }
  return { x, y }
}

/** A way to and fro between −1 and 1 that is the same wherever it is asked: random at whole numbers, smooth between them. */
function wander(seed: number, t: number): number {
  const k = Math.floor(t)
  const u = t - k
  const [a, b] = [side(seed, k), side(seed, k + 1)]
  return a + (b - a) * u * u * (3 - 2 * u)
}

/** From half to the whole way to one side or the other, by turns: what shakes goes to and fro. */
const side = (seed: number, k: number): number => (k % 2 ? -1 : 1) * (0.5 + 0.5 * random(seed, k))

/** A number from 0 to 1 that hangs on two whole numbers (mixing of bits as in MurmurHash3's last step, Appleby). */
function random(seed: number, k: number): number {
  let h = Math.imul(seed + 1, 0x9e3779b1) ^ Math.imul(k + 1, 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return ((h ^ (h >>> 16)) >>> 0) / 0x1_0000_0000
}

/**
 * What the camera sees of what lies nearer or farther, by similar triangles (Euclid, Elements VI.4): what passes by twice
 * as far is half as far away, so its field is moved by twice as much, and grows and shrinks by twice as much when the
 * camera comes nearer or goes back. Null for what the camera has passed.
 */
export function framingAt(framing: Framing, picture: Size, depth: number): Framing | null {
  if (depth === 1) return framing
  const still = standingStill(picture)
  const size = 1 + depth * (framing.size - 1)
  return size < PASSED
    ? null
    : {
        ...framing,
        place: {
          x: still.place.x + depth * (framing.place.x - still.place.x),
          y: still.place.y + depth * (framing.place.y - still.place.y),
        },
        size,
      }
}
/** Nearer to the camera than this share of the way, a thing is behind it. */
const PASSED = 0.005

/** From what is seen to the picture: where a px of what goes out lies on the paper. */
export const framingSpace = (framing: Framing, { width, height }: Size): Affine =>
  after(moveSpace(framing), [1, 0, 0, 1, -width / 2, -height / 2])

/** The corners of what is seen, px of the picture, clockwise from its top left. */
export function cornersOfFraming({ place, turn, size }: Framing, { width, height }: Size): Vec[] {
  const [cos, sin] = [Math.cos(turn) * size, Math.sin(turn) * size]
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const
  ).map(([sx, sy]) => {
    const [x, y] = [(sx * width) / 2, (sy * height) / 2]
    return { x: place.x + cos * x - sin * y, y: place.y + sin * x + cos * y }
  })
}

/** How near a column lies: what rides on another lies as near as that. */
export function depthOf({ columns }: Pick<Plan, 'columns'>, column: Column): number {
  const seen = new Set<string>()
  let now = column
  while (now.carrier && columns[now.carrier.column] && !seen.has(now.id)) {
    seen.add(now.id)
    now = columns[now.carrier.column]!
  }
  return now.depth ?? 1
}

/** From the picture to what is seen of a column on a frame; null for one that the camera has passed. */
export type Through = (column: Column) => Affine | null

/** The ways through the camera on a frame; null where the plan has none, and the picture is seen as it stands. */
export function throughOn(
  { plan, shot }: { readonly plan: Plan; readonly shot: { readonly picture: Size; readonly rate: Rate } },
  frame: number,
): Through | null {
  const { camera } = plan
  if (!camera) return null
  const framing = framingOn(camera, frame, shot.rate)
  const byDepth = new Map<number, Affine | null>()
  return column => {
    const depth = depthOf(plan, column)
    let way = byDepth.get(depth)
    if (way === undefined) {
      const at = framingAt(framing, shot.picture, depth)
      way = at && inverseOf(framingSpace(at, shot.picture))
      byDepth.set(depth, way)
    }
    return way
  }
}
