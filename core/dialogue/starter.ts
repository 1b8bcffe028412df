import type { Figure, Pose } from '../figure'
import { boneOf, layBones, onBone } from '../figure'
import type { Affine } from '../motion'
import { growth, mapped } from '../motion'
import type { Stroke } from '../stroke'
import { tidy } from '../stroke'
import type { Mouth } from './mouths'

type Point = readonly [x: number, y: number]
const [INSIDE, TEETH, TONGUE] = ['#4a2f33', '#f4efe2', '#b0686a'] as const

/** How a plain mouth is drawn, in shares of the width of one at rest: half its width, its lips above and below the line. */
interface Plain {
  readonly half: number
  readonly upper: number
  readonly lower: number
  readonly teeth?: true
  /** How high the tongue stands in it, 0 to 1. */
  readonly tongue?: number
}
const PLAIN: Readonly<Record<Mouth, Plain>> = {
  shut: { half: 0.5, upper: 0, lower: 0 },
  'teeth on lip': { half: 0.44, upper: 0.03, lower: 0.06, teeth: true },
  'tongue up': { half: 0.44, upper: 0.08, lower: 0.2, teeth: true, tongue: 0.85 },
  'a little open': { half: 0.46, upper: 0.06, lower: 0.13 },
  spread: { half: 0.6, upper: 0.08, lower: 0.17, teeth: true },
  round: { half: 0.25, upper: 0.17, lower: 0.21 },
  open: { half: 0.46, upper: 0.12, lower: 0.34, tongue: 0.35 },
  wide: { half: 0.5, upper: 0.17, lower: 0.58, teeth: true, tongue: 0.3 },
}

/** Names in the sheet: a drawing's number has few letters. */
export const SHORT: Readonly<Record<Mouth, string>> = {
  shut: 'shut',
  'teeth on lip': 'lip',
  'tongue up': 'tongue',
  'a little open': 'small',
  spread: 'spread',
  round: 'round',
  open: 'open',
  wide: 'wide',
}

/** How a starter mouth is drawn. */
export interface StarterLook {
  /** The width of a mouth at rest, px. */
  readonly width: number
  readonly ink: string
  /** A face from the side shows half of a mouth: to its right, or to its left. */
  readonly from: 'front' | 'right' | 'left'
}

/** Steps from one corner of a mouth to the other. */
const STEPS = 24

/** A lip from corner to corner, px: bent by so much at its middle, below the line where that is positive. */
function lip(half: number, by: number, scale: number): Point[] {
  return Array.from({ length: STEPS + 1 }, (_, i): Point => {
    const t = (2 * i) / STEPS - 1
    return [half * scale * t, by * scale * Math.sqrt(Math.max(0, 1 - t * t))]
  })
}

/** The strokes of a plain mouth of ours about the middle of its line, px: to begin with, and to be redrawn. */
export function starterMouth(mouth: Mouth, { width, ink, from }: StarterLook): Stroke[] {
  const { half, upper, lower, teeth, tongue } = PLAIN[mouth]
  const narrow = from === 'front' ? 1 : 0.55
  const turned = from === 'left' ? -1 : 1
  // From the side the corner that is seen lies behind the lips, which are at the edge of the face.
  const placed = ([x, y]: Point): Point => [turned * (x * narrow - (narrow < 1 ? half * width * narrow : 0)), y]
  const line = (points: readonly Point[], heavy = 1): Stroke =>
    tidy({
      ...{ schema: 1, colour: ink, width: Math.max(1, width * 0.07 * heavy), pressure: true },
      points: points
        .map(placed)
        .flatMap(([x, y], i, all) => [x, y, 0.55 + 0.4 * Math.sin((Math.PI * i) / (all.length - 1))]),
    })
  const shape = (points: readonly Point[], colour: string): Stroke =>
    tidy({
      ...{ schema: 1, colour, width: 1, pressure: false, fill: true },
      points: points.map(placed).flatMap(([x, y]) => [x, y, 1]),
    })
  if (mouth === 'shut') return [line(lip(half, 0.05, width))]
  const [above, below] = [lip(half, -upper, width), lip(half, lower, width)]
  const back = (list: readonly Point[]): Point[] => [...list].reverse()
  const strip = (list: readonly Point[], by: number): Point[] => list.map(([x, y]) => [x, y + by * width])
  const inner = above.slice(3, -3)
  return [
    shape([...above, ...back(below)], INSIDE),
    ...(tongue === undefined
      ? []
      : [
          shape(
            [...lip(half * 0.72, lower * (1 - 1.6 * tongue), width), ...back(lip(half * 0.72, lower * 0.92, width))],
            TONGUE,
          ),
        ]),
    ...(teeth ? [shape([...inner, ...back(strip(inner, mouth === 'teeth on lip' ? 0.08 : 0.07))], TEETH)] : []),
    line(above),
    line(below, mouth === 'teeth on lip' ? 1.3 : 1),
  ]
}

/** Where a mouth is on a head, in shares of its length: so far along it, out to its edge for a face from the side, wide. */
const [ALONG, EDGE, WIDE] = [0.13, 0.38, 0.5]

/** Where the mouth of a head is as it is posed: from a mouth's own px to those of the picture, and its width of those. */
export function mouthOnHead(
  figure: Figure,
  pose: Pose,
  bone: string,
  from: StarterLook['from'],
): { at: Affine; width: number } {
  const head = boneOf(figure, bone)
  const place = onBone(figure, pose, head, layBones(figure, pose).get(bone)!)
  const [along, across] = [ALONG * head.length, from === 'front' ? 0 : (from === 'right' ? EDGE : -EDGE) * head.length]
  const [at, right, down] = [place([along, across]), place([along, across + 1]), place([along - 1, across])]
  return {
    at: [right.x - at.x, right.y - at.y, down.x - at.x, down.y - at.y, at.x, at.y],
    width: WIDE * head.length,
  }
}

/** The strokes of a plain mouth of ours, put where a mouth is. */
export function placedMouth(mouth: Mouth, look: StarterLook, at: Affine): Stroke[] {
  return starterMouth(mouth, look).map(stroke => {
    const points: number[] = []
    for (let i = 0; i < stroke.points.length; i += 3) {
      const { x, y } = mapped(at, { x: stroke.points[i]!, y: stroke.points[i + 1]! })
      points.push(x, y, stroke.points[i + 2]!)
    }
    return tidy({ ...stroke, width: stroke.width * growth(at), points })
  })
}
