import { polygonContains } from 'd3-polygon'
import { getStroke } from 'perfect-freehand'
import type { Affine, Vec } from '../motion'
import { after, growth, inverseOf, mapped, pointToSegment } from '../motion'
import type { Stroke } from './stroke'

/**
 * What was done to a stroke since it was drawn: where it was moved, turned and scaled to, and how much wider its line
 * is.
 */
export interface Placing {
  readonly at?: Affine
  readonly width?: number
}

/** The closed outline of a stroke as flat x, y px, thick where it was pressed; of a flat shape, the shape itself. */
export function strokeOutline(s: Stroke, wider = 1): number[] {
  if (s.fill) return s.points.filter((_, i) => i % 3 !== 2)
  const points: number[][] = []
  for (let i = 0; i < s.points.length; i += 3) points.push(s.points.slice(i, i + 3))
  return getStroke(points, {
    size: s.width * wider * 1.6,
    thinning: s.pressure ? 0.6 : 0.35,
    smoothing: 0.5,
    streamline: 0.35,
    simulatePressure: !s.pressure,
    last: true,
  }).flat()
}

const plain = new WeakMap<Stroke, Map<number, number[]>>()
const outlines = new WeakMap<Placing, { stroke: Stroke; outline: number[] }>()

/** The outline of a stroke where it lies. Kept for as long as the stroke, and how it lies, are the same objects. */
export function outlineOf(s: Stroke, placing: Placing): number[] {
  const widths = plain.get(s) ?? new Map<number, number[]>()
  plain.set(s, widths)
  const wider = placing.width ?? 1
  const known = widths.get(wider) ?? strokeOutline(s, wider)
  if (widths.size > 4) widths.clear()
  widths.set(wider, known)
  if (!placing.at) return known
  const made = outlines.get(placing)
  if (made?.stroke === s) return made.outline
  const outline = mapPoints(known, placing.at, 2)
  outlines.set(placing, { stroke: s, outline })
  return outline
}

/** Flat points, each of `each` numbers, with x and y mapped. */
export function mapPoints(points: readonly number[], m: Affine, each: 2 | 3): number[] {
  const out = [...points]
  for (let i = 0; i + 1 < points.length; i += each) {
    const p = mapped(m, { x: points[i]!, y: points[i + 1]! })
    out[i] = p.x
    out[i + 1] = p.y
  }
  return out
}

/** The stroke as it would have been drawn where it lies. */
export function asDrawn(s: Stroke, placing: Placing): Stroke {
  const width = s.width * (placing.width ?? 1) * (placing.at ? growth(placing.at) : 1)
  return {
    ...s,
    width: Math.min(200, Math.max(0.5, width)),
    points: placing.at ? mapPoints(s.points, placing.at, 3) : s.points,
  }
}

/** How a stroke lies after a map of the picture: its line grows with it, or keeps its width. */
export function placedBy(m: Affine, placing: Placing, { keepWidth }: { keepWidth: boolean }): Required<Placing> {
  const at = placing.at ? after(m, placing.at) : m
  return { at, width: Math.min(100, Math.max(0.01, (placing.width ?? 1) / (keepWidth ? growth(m) : 1))) }
}

/** True where a round eraser of radius `r` px at `p` touches the stroke's line, or the flat shape. */
export function touches(s: Stroke, p: Vec, r: number, placing: Placing = {}): boolean {
  if (!placing.at) return touchesPlain(s, p, r, placing.width ?? 1)
  if (growth(placing.at) < 1e-4) return false
  return touchesPlain(s, mapped(inverseOf(placing.at), p), r / growth(placing.at), placing.width ?? 1)
}

function touchesPlain(s: Stroke, p: Vec, r: number, wider: number): boolean {
  if (s.fill && inside(strokeOutline(s), p)) return true
  const near = r + (s.fill ? 0 : (s.width * wider) / 2)
  const [x, y] = s.points
  if (Math.hypot(x! - p.x, y! - p.y) <= near) return true
  for (let i = 3; i < s.points.length; i += 3) {
    if (
      pointToSegment(p, { x: s.points[i - 3]!, y: s.points[i - 2]! }, { x: s.points[i]!, y: s.points[i + 1]! }) <= near
    )
      return true
  }
  return false
}

/** True for a point inside a closed outline (flat x, y), by the even-odd rule (SVG 2, fill-rule). */
export function inside(outline: readonly number[], p: Vec): boolean {
  const corners: [number, number][] = []
  for (let i = 0; i + 1 < outline.length; i += 2) corners.push([outline[i]!, outline[i + 1]!])
  return corners.length > 2 && polygonContains(corners, [p.x, p.y])
}

/** The box around flat points, each of `each` numbers; null where there are none. */
export function boxAround(
  lists: readonly (readonly number[])[],
  each: 2 | 3 = 2,
): { left: number; top: number; right: number; bottom: number } | null {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const list of lists) {
    for (let i = 0; i + 1 < list.length; i += each) {
      left = Math.min(left, list[i]!)
      right = Math.max(right, list[i]!)
      top = Math.min(top, list[i + 1]!)
      bottom = Math.max(bottom, list[i + 1]!)
    }
  }
  return left > right ? null : { left, top, right, bottom }
}
