import type { Path64, Paths64 } from 'clipper2-ts'
import { EndType, FillRule, inflatePaths, isPositive, JoinType, simplifyPaths, union } from 'clipper2-ts'
import type { Affine } from '../motion'
import { mapped } from '../motion'
import { mapPoints } from '../stroke'
import type { Mark } from './marks'

/** Closed outlines, flat x, y, px: what lies in any of them is inside. */
export type Region = readonly (readonly number[])[]

/** Whole numbers are counted with: so many to a px. */
const FINE = 16
/** Gaps of lines up to twice this are taken as closed, px. */
const GAP = 4
/** How far outlines are simplified, px: much less than a line is wide. */
const ROUGHLY = 0.5
/** What is inside ends within the line around it, so far from its outer edge, px. */
const WITHIN = 1

const pathOf = (points: readonly number[]): Path64 => {
  const path: Path64 = []
  for (let i = 0; i + 1 < points.length; i += 2)
    path.push({ x: Math.round(points[i]! * FINE), y: Math.round(points[i + 1]! * FINE) })
  return path
}

/** Straight pieces that stand for a whole turn of an ellipse. */
const ROUND = 64

function shapesOf(m: Mark): Paths64 {
  switch (m.kind) {
    case 'stroke':
      return [pathOf(m.outline)]
    case 'bent':
      return [pathOf(m.rim)]
    case 'image': {
      const [w, h] = [m.width / 2, m.height / 2]
      return [pathOf(mapPoints([-w, -h, w, -h, w, h, -w, h], m.at, 2))]
    }
    case 'ellipse': {
      const at: Affine = [Math.cos(m.turn), Math.sin(m.turn), -Math.sin(m.turn), Math.cos(m.turn), m.at.x, m.at.y]
      const [rx, ry] = [m.rx + m.width / 2, m.ry + m.width / 2]
      return [
        pathOf(
          Array.from({ length: ROUND }, (_, i) => (i / ROUND) * 2 * Math.PI).flatMap(a => {
            const p = mapped(at, { x: rx * Math.cos(a), y: ry * Math.sin(a) })
            return [p.x, p.y]
          }),
        ),
      ]
    }
    case 'line': {
      const line = [pathOf(m.points)]
      const wide = inflatePaths(line, (m.width / 2) * FINE, JoinType.Round, m.closed ? EndType.Joined : EndType.Round)
      return m.closed ? [...line, ...wide] : wide
    }
  }
}

const known = new WeakMap<readonly Mark[], Region>()

/**
 * What marks cover and what their lines close in, as outlines without holes: small gaps between lines are closed, and the
 * edge lies within the lines. Worked out once for the same marks. (Unions and offsets of polygons after B. Vatti, "A
 * generic solution to polygon clipping", CACM 35, 1992, by the library.)
 */
export function outerOf(marks: readonly Mark[]): Region {
  const found = known.get(marks)
  if (found) return found
  const shapes = simplifyPaths(
    marks.flatMap(shapesOf).filter(p => p.length > 2),
    FINE * ROUGHLY,
  )
  // Outlines of strokes cross themselves: what each covers is made one first, whichever way it goes round.
  const covered = shapes.flatMap(p =>
    union([isPositive(p) ? p : [...p].reverse()], FillRule.NonZero).filter(q => isPositive(q)),
  )
  // What lies within something else says nothing more.
  const together = union(covered, FillRule.NonZero).filter(p => isPositive(p))
  const wide = inflatePaths(together, GAP * FINE, JoinType.Bevel, EndType.Polygon)
  const outer = simplifyPaths(
    union(wide, FillRule.NonZero).filter(p => isPositive(p)),
    FINE * ROUGHLY,
  )
  const back = inflatePaths(outer, -(GAP + WITHIN) * FINE, JoinType.Bevel, EndType.Polygon)
  const region = simplifyPaths(back, FINE / 8).map(p => p.flatMap(({ x, y }) => [x / FINE, y / FINE]))
  known.set(marks, region)
  return region
}

const moved = new WeakMap<Region, { at: string; region: Region }>()

/** A region after a map of the picture; the same list for the same map as last time. */
export function mappedRegion(region: Region, at: Affine | undefined): Region {
  if (!at) return region
  const key = at.join()
  const last = moved.get(region)
  if (last?.at === key) return last.region
  const made = region.map(ring => mapPoints(ring, at, 2))
  moved.set(region, { at: key, region: made })
  return made
}
