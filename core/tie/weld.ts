import type { Run } from './run'

/** Ends nearer than this share of the drawing's size in both poses stay together, and at least so many px. */
const [NEAR, LEAST] = [0.012, 5]

/** Two ends that meet in both poses, of pieces of different groups, and how far they are apart in each. */
export interface Weld {
  readonly one: End
  readonly two: End
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
}

interface End {
  readonly piece: number
  readonly last: boolean
}

interface Welded {
  readonly group: number
  readonly run: Run
}

/** The ends that meet. Inside a group they do anyhow. */
export function weldsOf(pieces: readonly Welded[], size: number): Weld[] {
  const near = Math.max(LEAST, NEAR * size)
  const ends = pieces.flatMap(({ run }, piece) =>
    run.closed || run.count < 2
      ? []
      : [false, true].map(last => {
          const i = last ? run.count - 1 : 0
          return { piece, last, ax: run.ax[i]!, ay: run.ay[i]!, bx: run.bx[i]!, by: run.by[i]! }
        }),
  )
  const cells = new Map<string, number[]>()
  const cell = (v: number) => Math.floor(v / near)
  ends.forEach((e, k) => {
    const key = `${cell(e.ax)} ${cell(e.ay)}`
    cells.set(key, [...(cells.get(key) ?? []), k])
  })
  return ends.flatMap((e, k) => {
    const found: Weld[] = []
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const l of cells.get(`${cell(e.ax) + dx} ${cell(e.ay) + dy}`) ?? []) {
          const other = ends[l]!
          if (l <= k || pieces[e.piece]!.group === pieces[other.piece]!.group) continue
          const [from, to] = [
            [other.ax - e.ax, other.ay - e.ay],
            [other.bx - e.bx, other.by - e.by],
          ] as const
          if (Math.hypot(...from) > near || Math.hypot(...to) > near) continue
          found.push({ one: end(e), two: end(other), from, to })
        }
    return found
  })
}

const end = ({ piece, last }: End): End => ({ piece, last })

/** A place on a piece: so far from one of its points to the next. */
interface Spot {
  readonly piece: number
  readonly point: number
  readonly on: number
}

/** An end that lies on the line of another group in both poses, at one point of it, and how far from it in each. */
export interface Junction {
  readonly end: End
  readonly on: Spot
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
}

/** The ends that lie on a line, those that meet other ends left out: these are held there. */
export function junctionsOf(pieces: readonly Welded[], size: number, welds: readonly Weld[]): Junction[] {
  const near = Math.max(LEAST, NEAR * size)
  const held = new Set(welds.flatMap(w => [w.one, w.two].map(e => `${e.piece} ${e.last}`)))
  const cells = spotsByCell(pieces, near)
  return pieces.flatMap(({ run, group }, piece) =>
    run.closed || run.count < 2
      ? []
      : [false, true].flatMap((last): Junction[] => {
          if (held.has(`${piece} ${last}`)) return []
          const i = last ? run.count - 1 : 0
          const [x, y] = [run.ax[i]!, run.ay[i]!]
          const [x2, y2] = [run.bx[i]!, run.by[i]!]
          const off = (at: Spot): number => {
            const { ax, ay, bx, by } = pieces[at.piece]!.run
            return Math.max(
              Math.hypot(spotOn(ax, at) - x, spotOn(ay, at) - y),
              Math.hypot(spotOn(bx, at) - x2, spotOn(by, at) - y2),
            )
          }
          let [best, least] = [null as Spot | null, near]
          for (const at of around(cells, x / near, y / near)) {
            const far = pieces[at.piece]!.group === group ? Infinity : off(at)
            if (far < least) [best, least] = [at, far]
          }
          if (!best) return []
          const other = pieces[best.piece]!.run
          const on = nearestTo(other, best, x, y)
          const [from, to] = [
            [spotOn(other.ax, on) - x, spotOn(other.ay, on) - y],
            [spotOn(other.bx, on) - x2, spotOn(other.by, on) - y2],
          ] as const
          return [{ end: { piece, last }, on, from, to }]
        }),
  )
}

const spotOn = (values: ArrayLike<number>, { point, on }: Spot): number =>
  on ? values[point]! + (values[point + 1]! - values[point]!) * on : values[point]!

/** The place in the same step of a line, or the one before, that lies nearest to a point of the first pose. */
function nearestTo({ ax, ay, count }: Run, spot: Spot, x: number, y: number): Spot {
  const from = spot.on ? spot.point : Math.max(0, spot.point - 1)
  const [t, far] = [from, spot.point]
    .map(i => {
      if (i >= count - 1) return [i, Math.hypot(ax[i]! - x, ay[i]! - y)] as const
      const [dx, dy] = [ax[i + 1]! - ax[i]!, ay[i + 1]! - ay[i]!]
      const squared = dx * dx + dy * dy
      const on = squared ? Math.max(0, Math.min(1, ((x - ax[i]!) * dx + (y - ay[i]!) * dy) / squared)) : 0
      return [i + on, Math.hypot(ax[i]! + dx * on - x, ay[i]! + dy * on - y)] as const
    })
    .reduce((p, q) => (q[1] < p[1] ? q : p))
  if (!Number.isFinite(far)) return spot
  const point = Math.min(count - 1, Math.floor(t))
  return { ...spot, point, on: t - point }
}

type Cells = ReadonlyMap<string, Spot[]>
/** A step of a line is looked at in no more parts than this. */
const MOST_PARTS = 64

function spotsByCell(pieces: readonly Welded[], size: number): Cells {
  const cells = new Map<string, Spot[]>()
  pieces.forEach(({ run }, piece) => {
    for (let point = 0; point < run.count; point++) {
      for (const on of partsOf(run, point, size)) {
        const spot = { piece, point, on }
        const key = `${Math.floor(spotOn(run.ax, spot) / size)} ${Math.floor(spotOn(run.ay, spot) / size)}`
        const list = cells.get(key)
        if (list) list.push(spot)
        else cells.set(key, [spot])
      }
    }
  })
  return cells
}

/** Shares of the step from a point to the next one, so many that no two lie farther apart than half of `size`. */
function partsOf({ ax, ay, bx, by, count }: Run, i: number, size: number): number[] {
  if (i === count - 1) return [0]
  const longer = Math.max(
    Math.hypot(ax[i + 1]! - ax[i]!, ay[i + 1]! - ay[i]!),
    Math.hypot(bx[i + 1]! - bx[i]!, by[i + 1]! - by[i]!),
  )
  const parts = Math.max(1, Math.min(MOST_PARTS, Math.ceil((2 * longer) / size)))
  return Array.from({ length: parts }, (_, k) => k / parts)
}

function* around(cells: Cells, x: number, y: number) {
  for (let dx = -1; dx <= 1; dx++)
    for (let dy = -1; dy <= 1; dy++) yield* cells.get(`${Math.floor(x) + dx} ${Math.floor(y) + dy}`) ?? []
}

/** Brings ends that lie on a line onto it on the way, too: the end goes all the way, its line bends along. */
export function join(junctions: readonly Junction[], lines: readonly number[][], u: number): void {
  for (const { end: at, on, from, to } of junctions) {
    const [p, q] = [lines[at.piece]!, lines[on.piece]!]
    const [i, j] = [at.last ? p.length - 3 : 0, on.point * 3]
    const there = (k: 0 | 1): number => q[j + k]! + (on.on ? (q[j + 3 + k]! - q[j + k]!) * on.on : 0)
    const x = there(0) - p[i]! - (from[0] + (to[0] - from[0]) * u)
    const y = there(1) - p[i + 1]! - (from[1] + (to[1] - from[1]) * u)
    bend(p, at.last, x, y)
  }
}

/**
 * Brings ends that meet in both poses together on the way, too: each goes half the way, and its line bends along, less
 * and less toward its other end.
 */
export function weld(welds: readonly Weld[], lines: readonly number[][], u: number): void {
  for (const { one, two, from, to } of welds) {
    const [p, q] = [lines[one.piece]!, lines[two.piece]!]
    const [i, j] = [one.last ? p.length - 3 : 0, two.last ? q.length - 3 : 0]
    const x = q[j]! - p[i]! - (from[0] + (to[0] - from[0]) * u)
    const y = q[j + 1]! - p[i + 1]! - (from[1] + (to[1] - from[1]) * u)
    bend(p, one.last, x / 2, y / 2)
    bend(q, two.last, -x / 2, -y / 2)
  }
}

function bend(points: number[], last: boolean, x: number, y: number): void {
  const count = points.length / 3
  for (let i = 0; i < count; i++) {
    const share = last ? i / (count - 1) : 1 - i / (count - 1)
    points[3 * i]! += x * share
    points[3 * i + 1]! += y * share
  }
}
