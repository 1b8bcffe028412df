import { fitOf } from './alike'
import type { Moves } from './group'
import { grouped, movesOf, slackOf, worseAsOne } from './group'
import type { Line } from './line'
import { measured } from './line'
import type { Pairing, Piece, Tie } from './pair'
import { Near } from './near'
import { pair } from './pair'
import type { Run } from './run'
import { runOf } from './run'

/** Which line becomes which, which way round, and what moves together: all of it plain data. */
export interface Match extends Pairing {
  /** For each piece, whether the second line runs the other way. */
  readonly reversed: readonly boolean[]
  /** The pieces of each group. */
  readonly groups: readonly (readonly number[])[]
  /** How large both drawings are, px. */
  readonly size: number
}

/** A line fits about as well the other way round, as a straight one does. */
const EITHER = 0.985
/** So many lines near one are asked which way round it goes. */
const ASKED = 6

/** What becomes what between two poses, and what moves together. */
export function matchOf(a: readonly Line[], b: readonly Line[], ties: readonly Tie[] = []): Match {
  const pairing = pair(a, b, ties)
  const size = sizeOf([...a, ...b])
  const { pieces } = pairing
  const plain = runsOf(a, b, pairing, ties)
  const moves = plain.map(movesOf)
  const parts = pieces.map(p => a[p.a]!.part)
  const open = pieces.map((p, i) => {
    const [m, n] = [measured(a[p.a]!), measured(b[p.b]!)]
    const fit = fitOf(m, n, pairing.turn)
    return !plain[i]!.closed && fit.other >= EITHER * fit.likeness
  })
  const sure = pieces.flatMap((_, i) => (open[i] ? [] : [i]))
  const near = new Near(
    sure.map(i => moves[i]!.zx / moves[i]!.n),
    sure.map(i => moves[i]!.zy / moves[i]!.n),
    size,
  )
  const reversed = pieces.map((p, i) => {
    const own = fitOf(measured(a[p.a]!), measured(b[p.b]!), pairing.turn).reversed
    if (!open[i] || !sure.length) return own
    const { zx, zy, n } = moves[i]!
    const asked = near.around(zx / n, zy / n, ASKED).map(k => moves[sure[k]!]!)
    const other = movesOf(runOf(measured(a[p.a]!), measured(b[p.b]!), p, { turn: pairing.turn, reversed: !own }))
    return apart(asked, moves[i]!, size) <= apart(asked, other, size) ? own : !own
  })
  const final = runsOf(a, b, pairing, ties, reversed).map(movesOf)
  return { ...pairing, reversed, groups: grouped(parts, final, size), size }
}

/** How badly a line moves with some of those near it: with the best of them, as far as that matters. */
const apart = (near: readonly Moves[], own: Moves, size: number): number =>
  Math.min(...near.map(m => Math.max(slackOf(size) / 4, worseAsOne(m, own))))

/** Each piece followed along both of its lines. */
export function runsOf(
  a: readonly Line[],
  b: readonly Line[],
  pairing: Pairing,
  ties: readonly Tie[],
  reversed?: readonly boolean[],
): Run[] {
  const points = new Map(ties.filter(t => t.points?.length).map(t => [`${t.from} ${t.to}`, t.points]))
  return pairing.pieces.map((p: Piece, i) =>
    runOf(measured(a[p.a]!), measured(b[p.b]!), p, {
      turn: pairing.turn,
      ...(reversed ? { reversed: reversed[i]! } : {}),
      points: points.get(`${a[p.a]!.id} ${b[p.b]!.id}`),
    }),
  )
}

/** The diagonal of the box around some lines, px; 20 at least. */
function sizeOf(lines: readonly Line[]): number {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { stroke } of lines)
    for (let i = 0; i < stroke.points.length; i += 3) {
      left = Math.min(left, stroke.points[i]!)
      right = Math.max(right, stroke.points[i]!)
      top = Math.min(top, stroke.points[i + 1]!)
      bottom = Math.max(bottom, stroke.points[i + 1]!)
    }
  return left > right ? 20 : Math.max(20, Math.hypot(right - left, bottom - top))
}
