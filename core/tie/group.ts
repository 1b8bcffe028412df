import TinyQueue from 'tinyqueue'
import { Near } from './near'
import type { Run } from './run'

/** As many points of a run tell how it moves. */
const TOLD = 16

/** Sums over matching points z → w of both poses, in complex numbers: what a least-squares similarity is made of. */
export interface Moves {
  readonly n: number
  readonly zx: number
  readonly zy: number
  readonly wx: number
  readonly wy: number
  /** Σ|z|², Σ|w|², and Σ w·conj(z). */
  readonly zz: number
  readonly ww: number
  readonly re: number
  readonly im: number
}

/** How a run moves; of the second line's points the other way round where `reversed`. */
export function movesOf(run: Run): Moves {
  let [zx, zy, wx, wy, zz, ww, re, im] = [0, 0, 0, 0, 0, 0, 0, 0]
  for (let k = 0; k < TOLD; k++) {
    const at = (k / (TOLD - 1)) * (run.count - 1)
    const i = Math.min(run.count - 1, Math.floor(at))
    const [j, t] = [Math.min(run.count - 1, i + 1), at - i]
    const x = run.ax[i]! + (run.ax[j]! - run.ax[i]!) * t
    const y = run.ay[i]! + (run.ay[j]! - run.ay[i]!) * t
    const p = run.bx[i]! + (run.bx[j]! - run.bx[i]!) * t
    const q = run.by[i]! + (run.by[j]! - run.by[i]!) * t
    zx += x
    zy += y
    wx += p
    wy += q
    zz += x * x + y * y
    ww += p * p + q * q
    re += x * p + y * q
    im += x * q - y * p
  }
  return { n: TOLD, zx, zy, wx, wy, zz, ww, re, im }
}

export const sumOf = (a: Moves, b: Moves): Moves => ({
  n: a.n + b.n,
  zx: a.zx + b.zx,
  zy: a.zy + b.zy,
  wx: a.wx + b.wx,
  wy: a.wy + b.wy,
  zz: a.zz + b.zz,
  ww: a.ww + b.ww,
  re: a.re + b.re,
  im: a.im + b.im,
})

/** Size and turn of the similarity that fits best, and what is left after it: the sum of squares, px². */
export function fitOfMoves(m: Moves): { turn: number; scale: number; left: number } {
  const zz = m.zz - (m.zx ** 2 + m.zy ** 2) / m.n
  const ww = m.ww - (m.wx ** 2 + m.wy ** 2) / m.n
  const re = m.re - (m.zx * m.wx + m.zy * m.wy) / m.n
  const im = m.im - (m.zx * m.wy - m.zy * m.wx) / m.n
  const length = Math.hypot(re, im)
  // A dot has no turn and no size of its own.
  if (zz < 1e-6 || length < 1e-9) return { turn: 0, scale: 1, left: Math.max(0, ww) }
  const scale = Math.max(0.02, Math.min(50, length / zz))
  return { turn: Math.atan2(im, re), scale, left: Math.max(0, ww - length ** 2 / zz) }
}

/** What lines may be off when they are taken to move as one: a share of the drawing's size, in the mean. */
const TOGETHER = 0.02
/** So many neighbours of a line are tried. */
const NEAR = 8
/** Up to this many, all are. */
const FEW = 40

/** A line, or some that move together, and its neighbours. */
interface Cluster {
  readonly moves: Moves
  readonly left: number
  readonly members: readonly number[]
  readonly near: Set<Cluster>
  gone: boolean
}

/** Two neighbours, and how much worse they fit as one, in shares of what they may. */
interface Edge {
  readonly a: Cluster
  readonly b: Cluster
  readonly worse: number
}

/**
 * Lines that move together: those of a named part, and among the others those that one turn, size and place explain but
 * for `TOGETHER` of the drawing's size; the two that fit best first, and on. The indices of each group, in order.
 */
export function grouped(parts: readonly (string | null)[], moves: readonly Moves[], size: number): number[][] {
  const named = new Map<string, number[]>()
  const free: number[] = []
  parts.forEach((part, i) => (part === null ? free.push(i) : named.set(part, [...(named.get(part) ?? []), i])))
  return [...named.values(), ...merged(free, moves, size)]
}

/** How much worse two fit as one than apart, the mean in px². */
export const worseAsOne = (a: Moves, b: Moves): number => {
  const both = sumOf(a, b)
  return Math.max(0, fitOfMoves(both).left - fitOfMoves(a).left - fitOfMoves(b).left) / both.n
}

/** The mean square that lines which move together may be off, px². */
export const slackOf = (size: number): number => (TOGETHER * size) ** 2

function merged(free: readonly number[], moves: readonly Moves[], size: number): number[][] {
  const clusters = new Map(free.map(i => [i, clusterOf(moves[i]!, [i])]))
  neighbours(free, moves, size).forEach((near, k) => {
    const c = clusters.get(free[k]!)!
    for (const j of near) {
      c.near.add(clusters.get(j)!)
      clusters.get(j)!.near.add(c)
    }
  })
  const slack = slackOf(size)
  const edges = new TinyQueue<Edge>([], (p, q) => p.worse - q.worse || order(p) - order(q))
  const put = (a: Cluster, b: Cluster) => {
    const both = sumOf(a.moves, b.moves)
    const worse = (fitOfMoves(both).left - a.left - b.left) / both.n
    if (worse <= slack) edges.push({ a, b, worse })
  }
  for (const c of clusters.values()) for (const d of c.near) if (c.members[0]! < d.members[0]!) put(c, d)
  const all = new Set(clusters.values())
  for (let e = edges.pop(); e; e = edges.pop()) {
    const { a, b } = e
    if (a.gone || b.gone) continue
    const one = clusterOf(sumOf(a.moves, b.moves), [...a.members, ...b.members])
    a.gone = b.gone = true
    all.delete(a)
    all.delete(b)
    all.add(one)
    for (const c of new Set([...a.near, ...b.near])) {
      if (c.gone) continue
      c.near.add(one)
      one.near.add(c)
      put(one, c)
    }
  }
  return [...all].map(c => [...c.members].sort((p, q) => p - q)).sort((p, q) => p[0]! - q[0]!)
}

const clusterOf = (moves: Moves, members: readonly number[]): Cluster => ({
  moves,
  left: fitOfMoves(moves).left,
  members,
  near: new Set(),
  gone: false,
})

/** Among edges that are as good the same one comes first, however the lines are listed: the one farther to the left. */
const order = (e: Edge): number => (e.a.moves.zx + e.b.moves.zx) / (e.a.moves.n + e.b.moves.n)

/** The lines near each one; all of them where there are few. */
function neighbours(free: readonly number[], moves: readonly Moves[], size: number): number[][] {
  if (free.length <= FEW) return free.map(i => free.filter(j => j !== i))
  const [xs, ys] = [free.map(i => moves[i]!.zx / moves[i]!.n), free.map(i => moves[i]!.zy / moves[i]!.n)]
  const near = new Near(xs, ys, size)
  return free.map((i, k) =>
    near
      .around(xs[k]!, ys[k]!, NEAR + 1)
      .map(l => free[l]!)
      .filter(j => j !== i),
  )
}
