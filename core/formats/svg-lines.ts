import svgpath from 'svgpath'
import type { Affine, Vec } from '../motion'
import { mapped } from '../motion'
import type { Stroke } from '../stroke'
import { ellipseIn } from '../stroke'
import type { Node } from './svg-nodes'
import { numberOf, pxOf, TooMuch } from './svg-nodes'

/** More points than this are not read. */
const MOST_ALL_POINTS = 400_000
/** How long the straight pieces are that curves are cut into, px. */
const PIECE = 3

/** What has been read so far. */
export interface Reading {
  strokes: Stroke[]
  left: Map<string, number>
  more: boolean
  elements: number
  points: number
  /** The element whose groups are the layers, and the strokes of what was in it so far, by element. */
  readonly layered: Node
  readonly children: { readonly node: Node; readonly strokes: readonly Stroke[] }[]
}

/** Notes what did not enter. */
export const leave = (r: Reading, what: string): void => void r.left.set(what, (r.left.get(what) ?? 0) + 1)

/** A line of an SVG in its own px. */
export interface Line {
  readonly points: Vec[]
  readonly closed: boolean
}

/** The lines of a basic shape or a path, where they lie; null where it cannot be read. */
export function linesOf({ name, attributes: a }: Node, map: Affine, r: Reading): Line[] | null {
  const n = (key: string): number => pxOf(a[key]) ?? 0
  const placed = (points: Vec[]): Vec[] => points.map(p => mapped(map, p))
  const open = (points: Vec[]): Line[] => [{ points: placed(points), closed: false }]
  const closed = (points: Vec[]): Line[] => [{ points: placed(points), closed: true }]
  if (name === 'line')
    return open([
      { x: n('x1'), y: n('y1') },
      { x: n('x2'), y: n('y2') },
    ])
  if (name === 'rect') {
    const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')]
    return w > 0 && h > 0
      ? closed([
          { x, y },
          { x: x + w, y },
          { x: x + w, y: y + h },
          { x, y: y + h },
        ])
      : null
  }
  if (name === 'circle' || name === 'ellipse') {
    const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')]
    const ring = ellipseIn({ x: n('cx') - rx, y: n('cy') - ry }, { x: n('cx') + rx, y: n('cy') + ry })
    return rx > 0 && ry > 0 ? closed(pairs(ring.filter((_, i) => i % 3 < 2))) : null
  }
  if (name === 'polyline' || name === 'polygon')
    return (name === 'polygon' ? closed : open)(
      pairs(
        (a.points ?? '')
          .trim()
          .split(/[\s,]+/)
          .slice(0, MOST_ALL_POINTS)
          .map(t => numberOf(t) ?? 0),
      ),
    )
  if (name === 'path') {
    const lines = pathLines(a.d ?? '', map, r)
    if (!lines) leave(r, 'a path that cannot be read')
    return lines
  }
  leave(r, `an element “${name.slice(0, 20)}”`)
  return null
}

const pairs = (list: readonly number[]): Vec[] =>
  Array.from({ length: Math.floor(list.length / 2) }, (_, i) => ({ x: list[i * 2]!, y: list[i * 2 + 1]! }))

/** The subpaths of path data, curves cut into short straight pieces. Null where the data is faulty. */
function pathLines(d: string, map: Affine, r: Reading): Line[] | null {
  const path = svgpath(d)
  if ((path as unknown as { err: string }).err) return null
  const lines: { points: Vec[]; closed: boolean }[] = []
  const add = (p: Vec): void => {
    if (++r.points > MOST_ALL_POINTS) throw new TooMuch(`It has more than ${MOST_ALL_POINTS} points.`)
    lines.at(-1)!.points.push(p)
  }
  path
    .abs()
    .unarc()
    .unshort()
    .matrix([...map])
    .iterate((segment, _i, x, y) => {
      const [command, ...v] = segment as [string, ...number[]]
      const from = { x, y }
      if (command === 'M') {
        lines.push({ points: [], closed: false })
        add({ x: v[0]!, y: v[1]! })
      } else if (command === 'Z') lines.at(-1)!.closed = true
      else if (command === 'L') add({ x: v[0]!, y: v[1]! })
      else if (command === 'H') add({ x: v[0]!, y })
      else if (command === 'V') add({ x, y: v[0]! })
      else if (command === 'C') curve(from, { x: v[0]!, y: v[1]! }, { x: v[2]!, y: v[3]! }, { x: v[4]!, y: v[5]! }, add)
      else if (command === 'Q') {
        const [q, to] = [
          { x: v[0]!, y: v[1]! },
          { x: v[2]!, y: v[3]! },
        ]
        curve(from, third(from, q), third(to, q), to, add)
      }
    })
  return lines
}

/** Two thirds of the way from an end of a quadratic curve to its control point: the cubic one's. */
const third = (end: Vec, q: Vec): Vec => ({ x: end.x + ((q.x - end.x) * 2) / 3, y: end.y + ((q.y - end.y) * 2) / 3 })

function curve(a: Vec, b: Vec, c: Vec, d: Vec, add: (p: Vec) => void): void {
  const length = Math.hypot(b.x - a.x, b.y - a.y) + Math.hypot(c.x - b.x, c.y - b.y) + Math.hypot(d.x - c.x, d.y - c.y)
  const n = Math.max(2, Math.min(200, Math.ceil(length / PIECE) || 2))
  for (let i = 1; i <= n; i++) {
    const [t, s] = [i / n, 1 - i / n]
    add({
      x: s ** 3 * a.x + 3 * s * s * t * b.x + 3 * s * t * t * c.x + t ** 3 * d.x,
      y: s ** 3 * a.y + 3 * s * s * t * b.y + 3 * s * t * t * c.y + t ** 3 * d.y,
    })
  }
}
