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
