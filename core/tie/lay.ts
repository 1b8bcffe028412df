import type { Laying, Scale } from './alike'
import { ALONE, costOf, fitOf, LYING, wrapped } from './alike'
import type { Measured } from './line'

/** So many lines of a drawing are tried when it is laid on another. */
const TRIED = 24
/** What turning a whole drawing half round costs each of its lines. */
const TURNING = 0.12
/** Larger or smaller by more than this a drawing is not laid on another. */
const MOST_GROWTH = 2.5

interface Mass {
  readonly x: number
  readonly y: number
  readonly spread: number
  readonly box: number
}

/** Middle and spread of some lines, each as heavy as it is long. */
function massOf(lines: readonly Measured[]): Mass {
  let [weight, x, y] = [0, 0, 0]
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const m of lines) {
    const w = m.length + 1
    weight += w
    x += w * m.cx
    y += w * m.cy
    for (let i = 0; i < m.sampleX.length; i++) {
      left = Math.min(left, m.cx + m.sampleX[i]!)
      right = Math.max(right, m.cx + m.sampleX[i]!)
      top = Math.min(top, m.cy + m.sampleY[i]!)
      bottom = Math.max(bottom, m.cy + m.sampleY[i]!)
    }
  }
  x /= weight
  y /= weight
  const squares = lines.reduce(
    (sum, m) => sum + (m.length + 1) * ((m.cx - x) ** 2 + (m.cy - y) ** 2 + m.norm ** 2 / m.sampleX.length),
    0,
  )
  return { x, y, spread: Math.sqrt(squares / weight), box: Math.hypot(right - left, bottom - top) }
}

/** The laying that turns about the middle of the first and brings that to the middle of the second. */
function aboutMiddles(a: Mass, b: Mass, turn: number, scale: number): Laying {
  const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale]
  return { turn, scale, x: b.x - (c * a.x - s * a.y), y: b.y - (s * a.x + c * a.y) }
}

/** Some of the lines, spread over all of them: the longest first, whatever their order. */
const mostOf = (lines: readonly Measured[]): Measured[] =>
  lines.length <= TRIED ? [...lines] : [...lines].sort((p, q) => q.length - p.length || p.cx - q.cx).slice(0, TRIED)

/** So many of the longest lines tell how far the whole may have moved. */
const TELLING = 6

/**
 * Where the whole would have moved to, if a long line of the first became the one of the second that is most like it: a
 * line that is on one pose only shifts the middles, but not these. A single line tells nothing of the whole.
 */
function shifts(a: readonly Measured[], b: readonly Measured[]): Laying[] {
  if (Math.min(a.length, b.length) < 2) return []
  const unlike = (m: Measured, n: Measured) =>
    m.fill === n.fill
      ? 1 - fitOf(m, n, 0).likeness + 0.2 * Math.abs(Math.log((m.length + 2) / (n.length + 2)))
      : Infinity
  const longest = [...a].sort((p, q) => q.length - p.length || p.cx - q.cx).slice(0, TELLING)
  return longest.map(m => {
    const most = b.reduce((best, n) => (unlike(m, n) < unlike(m, best) - 1e-9 ? n : best))
    return { turn: 0, scale: 1, x: most.cx - m.cx, y: most.cy - m.cy }
  })
}

/** What the lines of the first would cost at best, if several could become the same. */
function roughCost(a: readonly Measured[], b: readonly Measured[], scale: Scale): number {
  let sum = 0
  for (const m of a) {
    let least = 2 * ALONE
    for (const n of b) least = Math.min(least, costOf(m, n, { ...scale, counts: [1, 1] }, 0, 0))
    sum += least
  }
  return sum / a.length
}

/**
 * How the lines of one pose are laid on those of the next: as they are, or moved and turned as a whole, whichever makes
 * them cheapest to pair. `size` is how large both are, px.
 */
export function laid(a: readonly Measured[], b: readonly Measured[]): Scale {
  const counts = [a.length, b.length] as const
  if (!a.length || !b.length) return { size: 1, laying: LYING, counts }
  const [from, to] = [massOf(a), massOf(b)]
  const size = Math.max(20, from.box, to.box)
  const [some, others] = [mostOf(a), mostOf(b)]
  const grown = Math.max(1 / MOST_GROWTH, Math.min(MOST_GROWTH, from.spread > 1 ? to.spread / from.spread : 1))
  const turns = [0, 1, -1, 2, -2, 3, -3, 4].map(k => (k * Math.PI) / 4)
  const ways = [LYING, ...shifts(some, others), ...turns.map(turn => aboutMiddles(from, to, turn, grown))]
  let best: { scale: Scale; cost: number } | null = null
  for (const laying of ways) {
    const scale = { size, laying, counts }
    const cost = roughCost(some, others, scale) + (TURNING * Math.abs(wrapped(laying.turn))) / Math.PI
    if (!best || cost < best.cost - 1e-9) best = { scale, cost }
  }
  return best!.scale
}

/**
 * The laying that fits some pairs best, by least squares over similarities in complex numbers; null where they say
 * nothing about turn and size.
 */
export function layingOf(pairs: readonly (readonly [Measured, Measured])[]): Laying | null {
  let [w, zx, zy, wx, wy] = [0, 0, 0, 0, 0]
  for (const [a, b] of pairs) {
    const weight = a.length + b.length + 1
    w += weight
    zx += weight * a.cx
    zy += weight * a.cy
    wx += weight * b.cx
    wy += weight * b.cy
  }
  let [re, im, squares] = [0, 0, 0]
  for (const [a, b] of pairs) {
    const weight = a.length + b.length + 1
    const [px, py, qx, qy] = [a.cx - zx / w, a.cy - zy / w, b.cx - wx / w, b.cy - wy / w]
    re += weight * (px * qx + py * qy)
    im += weight * (px * qy - py * qx)
    squares += weight * (px * px + py * py)
  }
  if (pairs.length < 3 || squares < 1) return null
  const scale = Math.hypot(re, im) / squares
  if (scale < 1 / MOST_GROWTH || scale > MOST_GROWTH) return null
  const turn = Math.atan2(im, re)
  const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale]
  return { turn, scale, x: (wx - (c * zx - s * zy)) / w, y: (wy - (s * zx + c * zy)) / w }
}
