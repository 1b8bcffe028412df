import { strokeMark } from './stroke-mark'
import type { Figure, Pose, Spine } from '../figure'
import { acrossIn, jointsAlong, lieAlong, placeAlong } from '../figure'
import type { Affine } from '../motion'
import { mapped } from '../motion'
import type { Stroke } from '../stroke'
import { asDrawn, densely, strokeOutline } from '../stroke'
import type { Bound } from '../document/document'
import type { StrokeBy } from '../pass'
import type { Bent, Mark } from './marks'

/** Points of what is bent are no farther apart than this share of the mean length of a bone. */
const DENSE = 1 / 8
/** A picture is bent in triangles about as large as this share of a bone, and in no more than so many along each side. */
const [PIECE, MOST_PIECES] = [1 / 4, 16]

const spineOf = (b: Bound): Spine => ({ joints: b.joints, round: b.round })
const meanBone = ({ joints }: Spine): number =>
  joints.slice(1).reduce((sum, j, i) => sum + Math.hypot(j.x - joints[i]!.x, j.y - joints[i]!.y), 0) /
  (joints.length - 1)

/** A stroke as it lay when it was bound, with points enough to bend, and how they lie to the bones. */
interface Laid {
  readonly stroke: Stroke
  readonly lying: Float64Array
}
const strokesLaid = new WeakMap<Bound, Map<Stroke, Laid[]>>()

/** How the strokes of what is bound lie along its bones; kept for as long as it is the same. Those not at hand are left out. */
function laidStrokes(b: Bound, strokeBy: StrokeBy): Laid[] {
  const known = strokesLaid.get(b) ?? new Map<Stroke, Laid[]>()
  strokesLaid.set(b, known)
  const spine = spineOf(b)
  const step = Math.max(2, meanBone(spine) * DENSE)
  return b.strokes.flatMap((ref, i) => {
    const stroke = strokeBy(ref.hash)
    if (!stroke) return []
    const kept = known.get(stroke) ?? []
    known.set(stroke, kept)
    kept[i] ??= layStroke(spine, asDrawn(stroke, ref), step)
    return [kept[i]]
  })
}

function layStroke(spine: Spine, drawn: Stroke, step: number): Laid {
  const stroke = { ...drawn, points: denser(drawn.points, step, { closed: drawn.fill === true }) }
  return { stroke, lying: lieAlong(spine, stroke.points, 3) }
}

/** A line with points no farther apart than `step` px; its pressure goes on evenly between. */
function denser(points: readonly number[], step: number, { closed }: { closed: boolean }): number[] {
  const all = closed ? [...points, ...points.slice(0, 3)] : points
  const out = all.slice(0, 3)
  for (let i = 3; i < all.length; i += 3) {
    const [from, to] = [all[i - 1]!, all[i + 2]!]
    const between = densely(
      [
        { x: all[i - 3]!, y: all[i - 2]! },
        { x: all[i]!, y: all[i + 1]! },
      ],
      step,
    ).slice(1)
    between.forEach((p, k) => out.push(p.x, p.y, from + ((to - from) * (k + 1)) / between.length))
  }
  return closed ? out.slice(0, -3) : out
}

/** How bones lie in a pose, for what was bound to them; null where the figure has them no more. */
function onto(b: Bound, figure: Figure, pose: Pose): { spine: Spine; across: number; same: boolean } | null {
  const joints = jointsAlong(figure, pose, b.bones)
  if (!joints) return null
  const across = acrossIn(pose) / b.across
  const same = across === 1 && joints.every((j, i) => j.x === b.joints[i]!.x && j.y === b.joints[i]!.y)
  return { spine: { joints, round: b.round }, across, same }
}

/** The strokes of what is bound as they lie in a pose; none where the figure has its bones no more. */
export function boundStrokes(b: Bound, figure: Figure, pose: Pose, strokeBy: StrokeBy): Stroke[] {
  const there = onto(b, figure, pose)
  if (!there) return []
  return laidStrokes(b, strokeBy).map(({ stroke, lying }) => {
    if (there.same) return stroke
    const placed = placeAlong(there.spine, lying, there)
    const points = stroke.points.map((n, i) => (i % 3 === 2 ? n : placed[Math.floor(i / 3) * 2 + (i % 3)]!))
    return { ...stroke, width: Math.min(200, Math.max(0.5, stroke.width * Math.abs(there.across))), points }
  })
}

/** What is bound as it is seen in a pose: its pictures, then its strokes. */
export function boundMarks(b: Bound, figure: Figure, pose: Pose, strokeBy: StrokeBy): Mark[] {
  const strokes = boundStrokes(b, figure, pose, strokeBy)
  return [...bentImages(b, figure, pose), ...strokes.map(s => strokeMark(s, strokeOutline(s)))]
}

// — pictures —

/** A net over a picture: its places in the picture's own px (its middle at 0, 0), row by row, and how they lie. */
interface Net {
  readonly places: readonly number[]
  readonly lying: Float64Array
  readonly columns: number
  readonly rows: number
}
const nets = new WeakMap<Bound['images'][number], Net>()

function netOf(b: Bound, image: Bound['images'][number]): Net {
  const known = nets.get(image)
  if (known) return known
  const spine = spineOf(b)
  const piece = meanBone(spine) * PIECE
  const [a, bb, c, d] = image.at
  const along = (px: number, by: number): number =>
    Math.max(1, Math.min(MOST_PIECES, Math.ceil((px * by) / Math.max(1, piece))))
  const [columns, rows] = [along(image.width, Math.hypot(a, bb)), along(image.height, Math.hypot(c, d))]
  const places: number[] = []
  for (let y = 0; y <= rows; y++)
    for (let x = 0; x <= columns; x++) places.push((x / columns - 0.5) * image.width, (y / rows - 0.5) * image.height)
  const there: number[] = []
  for (let i = 0; i < places.length; i += 2) {
    const p = mapped(image.at, { x: places[i]!, y: places[i + 1]! })
    there.push(p.x, p.y)
  }
  const net = { places, lying: lieAlong(spine, there, 2), columns, rows }
  nets.set(image, net)
  return net
}

function bentImages(b: Bound, figure: Figure, pose: Pose): Bent[] {
  const there = onto(b, figure, pose)
  if (!there) return []
  return b.images.map(image => {
    const { places, lying, columns, rows } = netOf(b, image)
    const placed = placeAlong(there.spine, lying, there)
    const at = (x: number, y: number): number => y * (columns + 1) + x
    const pieces: Bent['pieces'][number][] = []
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < columns; x++) {
        const [p, q, r, s] = [at(x, y), at(x + 1, y), at(x + 1, y + 1), at(x, y + 1)]
        pieces.push(piece(places, placed, [p, q, r]), piece(places, placed, [p, r, s]))
      }
    const rimOrder = [
      ...range(columns).map(x => at(x, 0)),
      ...range(rows).map(y => at(columns, y)),
      ...range(columns).map(x => at(columns - x, rows)),
      ...range(rows).map(y => at(0, rows - y)),
    ]
    const rim = rimOrder.flatMap(i => [placed[i * 2]!, placed[i * 2 + 1]!])
    return { kind: 'bent', file: image.file, width: image.width, height: image.height, pieces, rim }
  })
}

const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i)

type Corners = readonly [number, number, number]

/** A triangle of a picture where it is brought to: the one map that takes three places to three others. */
function piece(from: readonly number[], to: readonly number[], corners: Corners): Bent['pieces'][number] {
  const [p, q, r] = corners.map(i => [from[i * 2]!, from[i * 2 + 1]!] as const) as [Point, Point, Point]
  const [u, v, w] = corners.map(i => [to[i * 2]!, to[i * 2 + 1]!] as const) as [Point, Point, Point]
  const [x1, y1, x2, y2] = [q[0] - p[0], q[1] - p[1], r[0] - p[0], r[1] - p[1]]
  const k = x1 * y2 - x2 * y1
  const solve = (i: 0 | 1): [number, number] => {
    const [m, n] = [v[i] - u[i], w[i] - u[i]]
    return [(m * y2 - n * y1) / k, (n * x1 - m * x2) / k]
  }
  const [[a, c], [b, d]] = [solve(0), solve(1)]
  const at: Affine = [a, b, c, d, u[0] - a * p[0] - c * p[1], u[1] - b * p[0] - d * p[1]]
  return { at, corners: [...u, ...v, ...w] }
}
type Point = readonly [number, number]

/** Triangles of a bent picture are cut so much larger, px, that no seam is seen between them. */
export const SEAM = 0.6

/** The corners of an outline (flat x, y), each moved away from their middle by `by` px. */
export function grown(corners: readonly number[], by: number): number[] {
  const count = corners.length / 2
  const [cx, cy] = [0, 1].map(k => corners.reduce((sum, n, i) => (i % 2 === k ? sum + n / count : sum), 0)) as [
    number,
    number,
  ]
  return corners.map((n, i) => {
    const [x, y] = i % 2 ? [corners[i - 1]! - cx, n - cy] : [n - cx, corners[i + 1]! - cy]
    const far = Math.hypot(x, y) || 1
    return n + ((i % 2 ? y : x) / far) * by
  })
}
