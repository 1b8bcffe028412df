import simplify from 'simplify-js'
import type { Vec } from '../motion'

/** A grid of cells, row by row: where lines are (true), or what a shape covers. */
export interface Grid {
  readonly width: number
  readonly height: number
  readonly cells: Uint8Array
}

/**
 * The cells that can be reached from one without crossing a line, four ways from cell to cell. Null where it begins on a
 * line, or runs out at the edge: the shape is open then.
 */
export function flood(lines: Grid, x: number, y: number): Grid | null {
  const { width, height, cells } = lines
  const start = y * width + x
  if (x < 0 || y < 0 || x >= width || y >= height || cells[start]) return null
  const reached = new Uint8Array(width * height)
  const waiting = [start]
  reached[start] = 1
  while (waiting.length) {
    const at = waiting.pop()!
    const cx = at % width
    if (cx === 0 || cx === width - 1 || at < width || at >= width * (height - 1)) return null
    for (const next of [at - 1, at + 1, at - width, at + width]) {
      if (reached[next] || cells[next]) continue
      reached[next] = 1
      waiting.push(next)
    }
  }
  return { width, height, cells: reached }
}

/**
 * Where a shape that is open lets out: the middle of its narrowest way to the edge, for gaps up to `most` cells wide. Null
 * where it is closed, where it begins on a line, and where nothing around closes it in.
 */
export function leakOf(lines: Grid, x: number, y: number, most: number): { x: number; y: number } | null {
  const way = wayOut(lines, x, y)
  if (!way) return null
  for (let k = 1; 2 * k - 1 <= most; k++) {
    const thick = grown(lines, k)
    if (thick.cells[y * lines.width + x]) return null
    const shape = flood(thick, x, y)
    if (!shape) continue
    // Out of the closed shape it goes through lines grown from both sides of the gap.
    const gap = way.findIndex(at => thick.cells[at])
    const through = way.slice(gap).findIndex(at => !thick.cells[at])
    const at = way[gap + Math.floor((through < 0 ? 1 : through) / 2)]!
    return { x: at % lines.width, y: Math.floor(at / lines.width) }
  }
  return null
}

/** The shortest way from a cell to the edge that crosses no line, cell by cell; null where there is none. */
function wayOut({ width, height, cells }: Grid, x: number, y: number): number[] | null {
  const start = y * width + x
  if (x < 0 || y < 0 || x >= width || y >= height || cells[start]) return null
  const from = new Int32Array(width * height).fill(-1)
  from[start] = start
  let ring = [start]
  while (ring.length) {
    const next: number[] = []
    for (const at of ring) {
      const cx = at % width
      if (cx === 0 || cx === width - 1 || at < width || at >= width * (height - 1)) return traced(from, at)
      for (const to of [at - 1, at + 1, at - width, at + width]) {
        if (from[to] !== -1 || cells[to]) continue
        from[to] = at
        next.push(to)
      }
    }
    ring = next
  }
  return null
}

function traced(from: Int32Array, end: number): number[] {
  const way = [end]
  while (from[way[0]!] !== way[0]) way.unshift(from[way[0]!]!)
  return way
}

/** A shape grown by so many cells to all sides, so that it reaches under the lines around it. */
export function grown(shape: Grid, by: number): Grid {
  let { cells } = shape
  for (let i = 0; i < by; i++) {
    const from = cells
    cells = new Uint8Array(from.length)
    for (let at = 0; at < from.length; at++) {
      const x = at % shape.width
      if (
        from[at] ||
        (x > 0 && from[at - 1]) ||
        (x < shape.width - 1 && from[at + 1]) ||
        from[at - shape.width] ||
        from[at + shape.width]
      )
        cells[at] = 1
    }
  }
  return { ...shape, cells }
}

/**
 * A line without points that lie within `by` of the line between their neighbours (Douglas and Peucker 1973, from
 * memory).
 */
export const thinned = (line: readonly Vec[], by: number): Vec[] => simplify([...line], by, true)

/**
 * One closed line around a shape and its holes: each hole is joined to the rest by the shortest cut, there and back.
 */
export function oneRing(outer: readonly Vec[], holes: readonly (readonly Vec[])[]): Vec[] {
  return holes.reduce<Vec[]>(
    (ring, hole) => {
      let [best, i, k] = [Infinity, 0, 0]
      ring.forEach((p, ri) =>
        hole.forEach((q, hi) => {
          const d = (p.x - q.x) ** 2 + (p.y - q.y) ** 2
          if (d < best) [best, i, k] = [d, ri, hi]
        }),
      )
      return [...ring.slice(0, i + 1), ...hole.slice(k), ...hole.slice(0, k + 1), ...ring.slice(i)]
    },
    [...outer],
  )
}
