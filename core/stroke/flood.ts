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
 * Where a shape that is open lets out: the middle of its narrowest place, for gaps up to `most` cells wide. Null where it
 * is closed, where it begins on a line, and where nothing around closes it in.
 */
export function leakOf(lines: Grid, x: number, y: number, most: number): { x: number; y: number } | null {
  if (flood(lines, x, y)) return null
  let before = lines
  let at = y * lines.width + x
  if (lines.cells[at]) return null
  for (let k = 1; 2 * k - 1 <= most; k++) {
    const thick = grown(before, 1)
    const free = nearest(before, thick, at)
    if (free === null) return null
    at = free
    const shape = flood(thick, at % lines.width, Math.floor(at / lines.width))
    // Lines so thick close it: where they were thinner by one there was still a way.
    if (shape) return wayBetween(before, thick, shape)
    before = thick
  }
  return null
}

/** The cell nearest to one, on ways that cross no line, that thicker lines leave free. */
function nearest(lines: Grid, thick: Grid, start: number): number | null {
  const seen = new Uint8Array(lines.cells.length)
  let ring = [start]
  while (ring.length) {
    const free = ring.find(at => !thick.cells[at])
    if (free !== undefined) return free
    ring = ring
      .flatMap(at => beside(at, lines.width, lines.height))
      .filter(at => {
        const fresh = !seen[at] && !lines.cells[at]
        seen[at] = 1
        return fresh
      })
  }
  return null
}

/** The middle of the shortest way from a closed shape through what only the thicker lines cover, to the outside. */
function wayBetween(lines: Grid, thick: Grid, shape: Grid): { x: number; y: number } | null {
  const { width, height } = lines
  const outside = outsideOf(thick)
  const from = new Int32Array(width * height).fill(-1)
  let ring: number[] = []
  shape.cells.forEach((on, at) => {
    if (!on) return
    from[at] = at
    ring.push(at)
  })
  while (ring.length) {
    const next: number[] = []
    for (const at of ring) {
      for (const to of beside(at, width, height)) {
        if (from[to] !== -1 || lines.cells[to]) continue
        from[to] = at
        if (outside[to]) return middleOf(from, to, width)
        next.push(to)
      }
    }
    ring = next
  }
  return null
}

function middleOf(from: Int32Array, end: number, width: number): { x: number; y: number } {
  const way = [end]
  while (from[way[0]!] !== way[0]) way.unshift(from[way[0]!]!)
  const at = way[Math.floor(way.length / 2)]!
  return { x: at % width, y: Math.floor(at / width) }
}

/** The cells that can be reached from the edge without crossing a line. */
function outsideOf({ width, height, cells }: Grid): Uint8Array {
  const reached = new Uint8Array(width * height)
  const waiting: number[] = []
  const reach = (at: number): void => {
    if (reached[at] || cells[at]) return
    reached[at] = 1
    waiting.push(at)
  }
  for (let x = 0; x < width; x++) [x, (height - 1) * width + x].forEach(reach)
  for (let y = 0; y < height; y++) [y * width, y * width + width - 1].forEach(reach)
  while (waiting.length) beside(waiting.pop()!, width, height).forEach(reach)
  return reached
}

/** The cells beside one, four ways. */
function beside(at: number, width: number, height: number): number[] {
  const x = at % width
  const out = []
  if (x > 0) out.push(at - 1)
  if (x < width - 1) out.push(at + 1)
  if (at >= width) out.push(at - width)
  if (at < width * (height - 1)) out.push(at + width)
  return out
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
