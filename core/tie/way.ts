import type { Path, Vec } from '../motion'
import { mixColours } from '../basic'
import { mix, straight } from '../motion'
import type { Stroke } from '../stroke'
import { wrapped } from './alike'
import { fitOfMoves, movesOf, sumOf } from './group'
import type { Line } from './line'
import { soundPressure } from './line'
import type { Match } from './match'
import { runsOf } from './match'
import type { Tie } from './pair'
import type { Run } from './run'
import type { Junction, Weld } from './weld'
import { join, junctionsOf, weld, weldsOf } from './weld'

/** A stroke of a drawing between two poses: where it comes from, and itself. */
export interface Between {
  /** The stroke of the first pose and of the second; null on the side where it is none. */
  readonly from: string | null
  readonly to: string | null
  readonly part: string | null
  readonly stroke: Stroke
}

/** A pose before the first or after the second, with what of the near one becomes what of it. */
export interface Beside {
  readonly lines: readonly Line[]
  /** From the near pose to that one. */
  readonly match: Match
  readonly near: readonly Line[]
}

export interface WayOptions {
  readonly ties?: readonly Tie[] | undefined
  /** The way of the middle of what moves together, from its places in four poses, the outer ones where there are any. */
  readonly path?: ((before: Vec | null, a: Vec, b: Vec, after: Vec | null) => Path) | undefined
  readonly before?: Beside | null
  readonly after?: Beside | null
}

/** What moves together, and how. */
interface Group {
  readonly part: string | null
  readonly from: Vec
  readonly to: Vec
  readonly turn: number
  readonly scale: number
  readonly path: Path
}

/** A piece, ready to be asked for many shares. */
interface Compiled {
  readonly group: number
  readonly run: Run
  /** Both lines less the middle of their group, the second turned back onto the first. */
  readonly ax: Float64Array
  readonly ay: Float64Array
  readonly bx: Float64Array
  readonly by: Float64Array
  readonly a: Line
  readonly b: Line
  /** Where both lie in front-to-back order, 0 to 1. */
  readonly orders: readonly [number, number]
}

/** A turn of about half round goes either way: nearer to it than this no one can tell, radians. */
const HALF = (170 / 180) * Math.PI
/** A neighbour that turns less than this says nothing. */
const TURNS = (5 / 180) * Math.PI

/** The way from the strokes of one pose to those of the next. */
export class Way {
  private readonly groups: Group[]
  private readonly pieces: Compiled[]
  private readonly welds: readonly Weld[]
  private readonly junctions: readonly Junction[]
  /** Lines that are on one pose only, and the group that they go along with. */
  private readonly alone: {
    readonly line: Line
    readonly first: boolean
    readonly group: number
    readonly order: number
  }[]
  /** A part turns about half round, and nothing says which way. */
  guessed = false

  constructor(
    readonly a: readonly Line[],
    readonly b: readonly Line[],
    readonly match: Match,
    private readonly options: WayOptions = {},
  ) {
    const runs = runsOf(a, b, match, options.ties ?? [], match.reversed)
    this.groups = match.groups.map(members => this.groupOf(members, runs))
    const groupOf = new Map(match.groups.flatMap((g, k) => g.map(i => [i, k] as const)))
    this.pieces = match.pieces.map((p, i): Compiled => {
      const group = groupOf.get(i)!
      return {
        group,
        run: runs[i]!,
        ...turnedBack(this.groups[group]!, runs[i]!),
        a: a[p.a]!,
        b: b[p.b]!,
        orders: [(p.a + 0.5) / a.length, (p.b + 0.5) / b.length],
      }
    })
    this.welds = weldsOf(this.pieces, match.size)
    this.junctions = junctionsOf(this.pieces, match.size, this.welds)
    this.alone = [
      ...match.aloneA.map(i => ({
        line: a[i]!,
        first: true,
        group: this.nearest(a[i]!, 'first'),
        order: (i + 0.5) / a.length,
      })),
      ...match.aloneB.map(j => ({
        line: b[j]!,
        first: false,
        group: this.nearest(b[j]!, 'second'),
        order: (j + 0.5) / b.length,
      })),
    ]
  }

  private groupOf(members: readonly number[], runs: readonly Run[]): Group {
    const { a, match } = this
    const all = members.map(i => movesOf(runs[i]!)).reduce(sumOf)
    const fit = fitOfMoves(all)
    const [from, to] = [
      { x: all.zx / all.n, y: all.zy / all.n },
      { x: all.wx / all.n, y: all.wy / all.n },
    ]
    const { before, after, path } = this.options
    const [earlier, later] = [
      besideOf(
        before,
        members.map(i => a[match.pieces[i]!.a]!.id),
      ),
      besideOf(
        after,
        members.map(i => this.b[match.pieces[i]!.b]!.id),
      ),
    ]
    return {
      part: a[match.pieces[members[0]!]!.a]!.part,
      from,
      to,
      turn: this.turnOf(fit.turn, -(earlier?.turn ?? 0), later?.turn ?? 0),
      scale: fit.scale,
      path: (path ?? ((_p, p, q) => straight(p, q)))(earlier?.at ?? null, from, to, later?.at ?? null),
    }
  }

  /** The turn of a group; about half round it goes the way the neighbours turn, else clockwise, which is a guess. */
  private turnOf(turn: number, before: number, after: number): number {
    if (Math.abs(turn) < HALF) return turn
    const near = [before, after].filter(t => Math.abs(t) > TURNS && Math.abs(t) < HALF).reduce((p, q) => p + q, 0)
    if (Math.abs(near) < TURNS) this.guessed = true
    const forward = turn < 0 ? turn + 2 * Math.PI : turn
    return near < 0 ? forward - 2 * Math.PI : forward
  }

  /** The group whose lines lie nearest to one that is alone; those of its own part first. −1 where there is none. */
  private nearest(line: Line, side: 'first' | 'second'): number {
    const { points } = line.stroke
    const [x, y] = [points[0]!, points[1]!]
    let [best, least] = [-1, Infinity]
    for (const { group, run } of this.pieces) {
      const other = this.groups[group]!.part === line.part ? 0 : 1e6
      const [xs, ys] = side === 'first' ? [run.ax, run.ay] : [run.bx, run.by]
      for (let i = 0; i < run.count; i += Math.max(1, run.count >> 3)) {
        const far = other + Math.hypot(xs[i]! - x, ys[i]! - y)
        if (far < least) [best, least] = [group, far]
      }
    }
    return best
  }

  /**
   * The strokes a share `u` of the way along; `side` tells which of those are seen that are on one pose only, part by
   * part. `shareOf` gives the share that a part reads, where it leads or drags.
   */
  at(
    u: number,
    side: (part: string | null) => 'first' | 'second',
    shareOf: (part: string | null) => number = () => u,
  ): Between[] {
    const shares = this.groups.map(g => shareOf(g.part))
    const poses = this.groups.map((g, k) => poseAt(g, shares[k]!))
    const lines = this.pieces.map(p => placed(p, poses[p.group]!, shares[p.group]!))
    weld(this.welds, lines, u)
    join(this.junctions, lines, u)
    const out: { order: number; between: Between }[] = this.pieces.map((p, i) => ({
      order: mix(p.orders[0], p.orders[1], u),
      between: {
        from: p.a.id,
        to: p.b.id,
        part: p.a.part,
        stroke: strokeBetween(p, lines[i]!, shares[p.group]!),
      },
    }))
    for (const { line, first, group, order } of this.alone) {
      if (first !== (side(line.part) === 'first')) continue
      const stroke = group < 0 ? sound(line.stroke) : carried(line.stroke, this.groups[group]!, poses[group]!, first)
      out.push({
        order,
        between: { from: first ? line.id : null, to: first ? null : line.id, part: line.part, stroke },
      })
    }
    return out.sort((p, q) => p.order - q.order).map(x => x.between)
  }
}

/** How a group lies: z → c + k·(z − from), with k = re + i·im. */
interface Lies {
  readonly re: number
  readonly im: number
  readonly x: number
  readonly y: number
}

function poseAt(g: Group, u: number): Lies {
  const [turn, scale, at] = [g.turn * u, mix(1, g.scale, u), g.path(u)]
  const size = Math.max(0.02, scale)
  return { re: Math.cos(turn) * size, im: Math.sin(turn) * size, x: at.x, y: at.y }
}

/**
 * The points of both lines less the middle of the group; those of the second as they would lie if the group had neither
 * turned nor grown.
 */
function turnedBack(g: Group, run: Run): Pick<Compiled, 'ax' | 'ay' | 'bx' | 'by'> {
  const [re, im] = [Math.cos(g.turn) / g.scale, -Math.sin(g.turn) / g.scale]
  const [ax, ay, bx, by] = [run.ax, run.ay, run.bx, run.by].map(list => new Float64Array(list)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  for (let i = 0; i < run.count; i++) {
    ax[i]! -= g.from.x
    ay[i]! -= g.from.y
    const [x, y] = [bx[i]! - g.to.x, by[i]! - g.to.y]
    bx[i] = re * x - im * y
    by[i] = im * x + re * y
  }
  return { ax, ay, bx, by }
}

/** The points of a piece on its way, flat x, y, pressure. */
function placed({ run, ax, ay, bx, by }: Compiled, { re, im, x, y }: Lies, u: number): number[] {
  const { count, ap, bp } = run
  const out = new Array<number>(3 * count)
  const before = 1 - u
  for (let i = 0, k = 0; i < count; i++) {
    const dx = ax[i]! * before + bx[i]! * u
    const dy = ay[i]! * before + by[i]! * u
    out[k++] = re * dx - im * dy + x
    out[k++] = im * dx + re * dy + y
    out[k++] = Math.max(0, Math.min(1, ap[i]! * before + bp[i]! * u))
  }
  return out
}

/** The stroke of a piece: its first point again where it is closed, width and colour on their way, too. */
function strokeBetween({ run, a, b }: Compiled, points: number[], u: number): Stroke {
  const [p, q] = [a.stroke, b.stroke]
  if (run.meets && !p.fill) points.push(points[0]!, points[1]!, points[2]!)
  const share = Math.max(0, Math.min(1, u))
  return {
    schema: 1,
    colour: p.colour === q.colour ? p.colour : mixColours(p.colour, q.colour, share),
    width: Math.max(0.5, Math.min(200, mix(p.width, q.width, u))),
    ...strengthBetween(p, q, share),
    pressure: p.pressure || q.pressure,
    ...(p.fill ? { fill: true } : {}),
    points,
  }
}

/** How strongly a stroke on its way covers; nothing is said where both cover all. */
function strengthBetween({ strength: p }: Stroke, { strength: q }: Stroke, share: number): Pick<Stroke, 'strength'> {
  return p === undefined && q === undefined ? {} : { strength: Math.round(mix(p ?? 1, q ?? 1, share) * 1000) / 1000 }
}

/** A stroke that is on one pose only goes along with a group. */
function carried(stroke: Stroke, g: Group, { re, im, x, y }: Lies, first: boolean): Stroke {
  const middle = first ? g.from : g.to
  // From the second pose the way back is what is left of the turn.
  const [c, s] = first ? [1, 0] : [Math.cos(g.turn) / g.scale, -Math.sin(g.turn) / g.scale]
  const [kr, ki] = [re * c - im * s, re * s + im * c]
  const points = [...stroke.points]
  for (let i = 0; i < points.length; i += 3) {
    const [dx, dy] = [points[i]! - middle.x, points[i + 1]! - middle.y]
    points[i] = kr * dx - ki * dy + x
    points[i + 1] = ki * dx + kr * dy + y
  }
  return sound({ ...stroke, points })
}

/** A stroke with pressures from 0 to 1. */
const sound = (stroke: Stroke): Stroke =>
  stroke.points.some((n, i) => i % 3 === 2 && !(n >= 0 && n <= 1))
    ? { ...stroke, points: stroke.points.map((n, i) => (i % 3 === 2 ? soundPressure(n) : n)) }
    : stroke

/** Where the middle of some lines lies on a pose beside, and how they turn on the way there; null where most are not. */
function besideOf(
  beside: Beside | null | undefined,
  ids: readonly string[],
): { readonly at: Vec; readonly turn: number } | null {
  if (!beside) return null
  const wanted = new Set(ids)
  const { match, lines, near } = beside
  const there = match.pieces.filter(p => wanted.has(near[p.a]!.id))
  if (new Set(there.map(p => near[p.a]!.id)).size < 0.6 * wanted.size) return null
  const all = runsOf(near, lines, { ...match, pieces: there }, [])
    .map(movesOf)
    .reduce(sumOf)
  return { at: { x: all.wx / all.n, y: all.wy / all.n }, turn: wrapped(fitOfMoves(all).turn) }
}
