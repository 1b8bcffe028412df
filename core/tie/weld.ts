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

/** An end of a line that meets no other, and the nearest place on another line that was found. */
interface Loose extends End {
  readonly group: number
  readonly i: number
  readonly run: Run
  best: Spot | null
  least: number
}

/**
 * The ends that lie on a line, those that meet other ends left out: these are held there. A longer line is not bent to
 * stay on a shorter one.
 */
export function junctionsOf(pieces: readonly Welded[], size: number, welds: readonly Weld[]): Junction[] {
  const near = Math.max(LEAST, NEAR * size)
  const loose = looseEnds(pieces, near, welds)
  if (!loose.length || pieces.every(p => p.group === pieces[0]!.group)) return []
  const cells = cellsAround(loose, near)
  const lengths = pieces.map(p => lengthOf(p.run))
  pieces.forEach(({ run, group }, piece) => {
    for (let point = 0; point + 1 < run.count; point++)
      for (const end of endsNear(cells, run, point, near))
        if (end.group !== group && lengths[end.piece]! <= lengths[piece]!) offer(end, run, { piece, point })
  })
  return loose.flatMap(({ best, run, i, piece, last }): Junction[] => {
    if (!best) return []
    const { ax, ay, bx, by } = pieces[best.piece]!.run
    const [from, to] = [
      [spotOn(ax, best) - run.ax[i]!, spotOn(ay, best) - run.ay[i]!],
      [spotOn(bx, best) - run.bx[i]!, spotOn(by, best) - run.by[i]!],
    ] as const
    return [{ end: { piece, last }, on: best, from, to }]
  })
}

function looseEnds(pieces: readonly Welded[], near: number, welds: readonly Weld[]): Loose[] {
  const held = new Set(welds.flatMap(w => [w.one, w.two].map(e => `${e.piece} ${e.last}`)))
  return pieces.flatMap(({ run, group }, piece) =>
    run.closed || run.count < 2
      ? []
      : [false, true].flatMap(last =>
          held.has(`${piece} ${last}`)
            ? []
            : [{ piece, last, group, i: last ? run.count - 1 : 0, run, best: null, least: near }],
        ),
  )
}

/** How long a line is in the first pose, px. */
function lengthOf({ ax, ay, count }: Run): number {
  let sum = 0
  for (let i = 1; i < count; i++) sum += Math.hypot(ax[i]! - ax[i - 1]!, ay[i]! - ay[i - 1]!)
  return sum
}

const spotOn = (values: ArrayLike<number>, { point, on }: Spot): number =>
  values[point]! + (values[point + 1]! - values[point]!) * on

/** A place of a step for an end: the nearest one in the first pose; taken where it is near in both. */
function offer(end: Loose, { ax, ay, bx, by }: Run, step: Omit<Spot, 'on'>): void {
  const { point } = step
  const [x, y] = [end.run.ax[end.i]!, end.run.ay[end.i]!]
  const [dx, dy] = [ax[point + 1]! - ax[point]!, ay[point + 1]! - ay[point]!]
  const squared = dx * dx + dy * dy
  const on = squared ? Math.max(0, Math.min(1, ((x - ax[point]!) * dx + (y - ay[point]!) * dy) / squared)) : 0
  const spot = { ...step, on }
  const far = Math.max(
    Math.hypot(spotOn(ax, spot) - x, spotOn(ay, spot) - y),
    Math.hypot(spotOn(bx, spot) - end.run.bx[end.i]!, spotOn(by, spot) - end.run.by[end.i]!),
  )
  if (far < end.least) [end.best, end.least] = [spot, far]
}

type Cells = ReadonlyMap<number, readonly Loose[]>
/** One number for a cell of a grid. */
const cellAt = (x: number, y: number): number => x * 1e6 + y

/** Ends by the cells of a grid that they lie in or beside. */
function cellsAround(ends: readonly Loose[], size: number): Cells {
  const cells = new Map<number, Loose[]>()
  for (const end of ends) {
    const [x, y] = [Math.floor(end.run.ax[end.i]! / size), Math.floor(end.run.ay[end.i]! / size)]
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++) {
        const key = cellAt(x + dx, y + dy)
        const list = cells.get(key)
        if (list) list.push(end)
        else cells.set(key, [end])
      }
  }
  return cells
}

/** A step of a line is looked at in no more parts than this. */
const MOST_PARTS = 500

/** The ends that lie near a step of a line in the first pose. */
function* endsNear(cells: Cells, { ax, ay }: Run, i: number, size: number): Generator<Loose> {
  const [dx, dy] = [ax[i + 1]! - ax[i]!, ay[i + 1]! - ay[i]!]
  const parts = Math.min(MOST_PARTS, Math.floor(Math.hypot(dx, dy) / size) + 1)
  for (let k = 0; k < parts; k++) {
    const ends = cells.get(
      cellAt(Math.floor((ax[i]! + (dx * k) / parts) / size), Math.floor((ay[i]! + (dy * k) / parts) / size)),
    )
    if (ends) yield* ends
  }
}

/** Brings ends that lie on a line onto it on the way, too: the end goes all the way, its line bends along. */
export function join(junctions: readonly Junction[], lines: readonly number[][], u: number): void {
  for (const { end: at, on, from, to } of junctions) {
    const [p, q] = [lines[at.piece]!, lines[on.piece]!]
    const [i, j] = [at.last ? p.length - 3 : 0, on.point * 3]
    const there = (k: 0 | 1): number => q[j + k]! + (q[j + 3 + k]! - q[j + k]!) * on.on
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
