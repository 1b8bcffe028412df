import type { Stroke } from '../stroke'

/** A stroke on a pose, as it lies there. */
export interface Line {
  readonly id: string
  /** The named part that it belongs to. */
  readonly part: string | null
  readonly stroke: Stroke
}

/** As many points of a line are compared with as many of another, at equal shares of their lengths. */
export const SAMPLES = 16

/** Ends nearer than this share of a line's length make it a closed one. */
const CLOSED = 0.06
/** A closed line has at least so many points. */
const LEAST_CLOSED = 4

/** A line with what pairing asks of it. Points are px of the picture, shares are of the length, 0 to 1. */
export interface Measured {
  readonly line: Line
  readonly fill: boolean
  readonly closed: boolean
  /** It ends exactly where it began. */
  readonly meets: boolean
  readonly count: number
  readonly xs: Float64Array
  readonly ys: Float64Array
  readonly pressures: Float64Array
  /** Where each point lies along the line, as a share of its length; of a closed line the way home counts, too. */
  readonly shares: Float64Array
  readonly length: number
  /** `SAMPLES` points at equal shares, less their mean, and that mean. */
  readonly sampleX: Float64Array
  readonly sampleY: Float64Array
  readonly cx: number
  readonly cy: number
  /** The root of the sum of squares of the samples: how large the line is. */
  readonly norm: number
}

const known = new WeakMap<Line, Measured>()

/** What pairing asks of a line; kept for as long as the line is. */
export function measured(line: Line): Measured {
  const found = known.get(line)
  if (found) return found
  const made = measure(line)
  known.set(line, made)
  return made
}

/** A pressure from 0 to 1, whatever was told. */
export const soundPressure = (p: number): number => (p >= 0 && p <= 1 ? p : p > 1 ? 1 : 0)

function measure(line: Line): Measured {
  const { points } = line.stroke
  let count = points.length / 3
  const gap = Math.hypot(points.at(-3)! - points[0]!, points.at(-2)! - points[1]!)
  let sum = 0
  for (let i = 3; i < points.length; i += 3)
    sum += Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!)
  const fill = !!line.stroke.fill
  const closed = count >= LEAST_CLOSED && (fill || (sum > 1 && gap < CLOSED * sum))
  // Its first point is not told again at the end of a closed line.
  const meets = closed && gap < 1e-6
  if (meets) count -= 1
  const [xs, ys, pressures, shares] = [0, 0, 0, 0].map(() => new Float64Array(count)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const length = closed ? sum + gap : sum
  let at = 0
  for (let i = 0; i < count; i++) {
    xs[i] = points[3 * i]!
    ys[i] = points[3 * i + 1]!
    pressures[i] = soundPressure(points[3 * i + 2]!)
    if (i) at += Math.hypot(xs[i]! - xs[i - 1]!, ys[i]! - ys[i - 1]!)
    shares[i] = length > 0 ? at / length : i / Math.max(1, count - 1)
  }
  const bare = { line, fill, closed, meets, count, xs, ys, pressures, shares, length }
  return { ...bare, ...sampled(bare) }
}

type Bare = Pick<Measured, 'closed' | 'count' | 'xs' | 'ys' | 'shares'>

function sampled(m: Bare): Pick<Measured, 'sampleX' | 'sampleY' | 'cx' | 'cy' | 'norm'> {
  const [sampleX, sampleY] = [new Float64Array(SAMPLES), new Float64Array(SAMPLES)]
  const out = { x: 0, y: 0 }
  for (let i = 0; i < SAMPLES; i++) {
    pointAt(m, m.closed ? i / SAMPLES : i / (SAMPLES - 1), out)
    sampleX[i] = out.x
    sampleY[i] = out.y
  }
  let [cx, cy] = [0, 0]
  for (let i = 0; i < SAMPLES; i++) {
    cx += sampleX[i]! / SAMPLES
    cy += sampleY[i]! / SAMPLES
  }
  let squares = 0
  for (let i = 0; i < SAMPLES; i++) {
    sampleX[i]! -= cx
    sampleY[i]! -= cy
    squares += sampleX[i]! ** 2 + sampleY[i]! ** 2
  }
  return { sampleX, sampleY, cx, cy, norm: Math.sqrt(squares) }
}

/** The segment that a share of the length lies in, as the index of its first point; by halving. */
export function segmentAt(shares: Float64Array, share: number): number {
  let [low, high] = [0, shares.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (shares[middle]! <= share) low = middle
    else high = middle - 1
  }
  return low
}

/** Where a share of a line's length lies: behind point `i`, toward `next`, by a share `t` of the way there. */
const spot = { i: 0, next: 0, t: 0 }
function find(m: Bare, share: number): void {
  const s = m.closed ? share - Math.floor(share) : Math.max(0, Math.min(1, share))
  const i = segmentAt(m.shares, s)
  const last = i === m.count - 1
  const [from, to] = [m.shares[i]!, last ? 1 : m.shares[i + 1]!]
  spot.i = i
  spot.next = last ? (m.closed ? 0 : i) : i + 1
  spot.t = to > from ? (s - from) / (to - from) : 0
}

/** The point at a share of a line's length; a closed line goes round and round. */
export function pointAt(m: Bare, share: number, out: { x: number; y: number }): void {
  find(m, share)
  const { i, next, t } = spot
  out.x = m.xs[i]! + (m.xs[next]! - m.xs[i]!) * t
  out.y = m.ys[i]! + (m.ys[next]! - m.ys[i]!) * t
}

/** The pressure at a share of a line's length. */
export function pressureAt(m: Measured, share: number): number {
  find(m, share)
  const { i, next, t } = spot
  return m.pressures[i]! + (m.pressures[next]! - m.pressures[i]!) * t
}

/** How sharply a line turns at least where it has a corner, radians. */
const CORNER = 0.9
/** As far to both sides its direction is looked at, a share of its length. */
const REACH = 0.05

/** Where a line has corners, as shares of its length; its ends are none. The same whichever way it was drawn. */
export function cornersAlong(m: Measured): number[] {
  if (m.count < 3 || m.length < 1) return []
  const turns = Array.from({ length: m.count }, (_, i) => turnAt(m, m.shares[i]!))
  return turns.flatMap((turn, i) => {
    if (turn < CORNER) return []
    const near = (k: number) => {
      const apart = Math.abs(m.shares[k]! - m.shares[i]!)
      return Math.min(apart, m.closed ? 1 - apart : apart) < REACH
    }
    // The sharpest of those that lie together; of equals the first.
    for (let k = 0; k < m.count; k++)
      if (k !== i && near(k) && (turns[k]! > turn || (turns[k] === turn && k < i))) return []
    return [m.shares[i]!]
  })
}

function turnAt(m: Measured, share: number): number {
  if (!m.closed && (share < REACH || share > 1 - REACH)) return 0
  const [here, before, after] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ]
  pointAt(m, share, here)
  pointAt(m, share - REACH, before)
  pointAt(m, share + REACH, after)
  const [ax, ay, bx, by] = [here.x - before.x, here.y - before.y, after.x - here.x, after.y - here.y]
  return Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by))
}
