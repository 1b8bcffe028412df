import { getStroke } from 'perfect-freehand'
import type { Vec } from '../motion'
import type { Stroke } from './stroke'

/** The closed outline of a stroke as flat x, y px, thick where it was pressed. */
export function strokeOutline(s: Stroke): number[] {
  const points: number[][] = []
  for (let i = 0; i < s.points.length; i += 3) points.push(s.points.slice(i, i + 3))
  return getStroke(points, { size: s.width * 1.6, thinning: s.pressure ? 0.6 : 0.35, smoothing: 0.5, streamline: 0.35, simulatePressure: !s.pressure, last: true }).flat()
}

/** True where a round rubber of radius `r` px at `p` touches the stroke's line. */
export function touches(s: Stroke, p: Vec, r: number): boolean {
  const near = r + s.width / 2
  const [x, y] = s.points
  if (Math.hypot(x! - p.x, y! - p.y) <= near) return true
  for (let i = 3; i < s.points.length; i += 3) {
    if (fromSegment(p, s.points[i - 3]!, s.points[i - 2]!, s.points[i]!, s.points[i + 1]!) <= near) return true
  }
  return false
}

function fromSegment(p: Vec, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay]
  const squared = dx * dx + dy * dy
  const t = squared === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - ax) * dx + (p.y - ay) * dy) / squared))
  return Math.hypot(p.x - ax - t * dx, p.y - ay - t * dy)
}
