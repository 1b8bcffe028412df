import { spread } from '../chart'
import type { Move } from '../document/document'
import type { Affine, Path, Vec } from '../motion'
import { arc, growth, mapped, mix, nearestTurn, SAME, straight } from '../motion'

/** A space that lies at a place, its first axis in a direction (radians); mirrored, its second axis is turned over. */
export function lying({ x, y }: Vec, direction: number, size: number, mirror: boolean): Affine {
  const [cos, sin] = [Math.cos(direction) * size, Math.sin(direction) * size]
  return mirror ? [cos, sin, sin, -cos, x, y] : [cos, sin, -sin, cos, x, y]
}

/** Where a move puts a column. */
export const moveSpace = ({ place, turn, size, mirror }: Pick<Move, 'place' | 'turn' | 'size' | 'mirror'>): Affine =>
  lying(place, turn, size, mirror ?? false)

/** The move that a map of the picture is, which turns, sizes and mirrors only; rounded to what is kept. */
export function moveOf(frame: number, m: Affine): Move {
  const round = (n: number, to: number) => Math.round(n * to) / to || 0
  return {
    frame,
    place: { x: round(m[4], 1e4), y: round(m[5], 1e4) },
    turn: round(Math.atan2(m[1], m[0]), 1e9),
    size: Math.min(1000, Math.max(0.001, round(growth(m), 1e9))),
    ...(m[0] * m[3] - m[1] * m[2] < 0 ? { mirror: true } : {}),
  }
}

/** Since which frame the drawing that is shown on a frame has been there. */
export type DrawnSince = (frame: number) => number
const eachFrame: DrawnSince = frame => frame

/**
 * Where moves put a column on a frame: the last one up to it holds, or goes to the next; before the first one that one
 * holds. One that goes with the drawings waits for the next of them. Null where the column is away.
 */
export function movedOn(moves: readonly Move[] | undefined, frame: number, drawnSince = eachFrame): Affine | null {
  if (!moves?.length) return SAME
  const next = moves.findIndex(m => m.frame > frame)
  const last = next < 0 ? moves.at(-1)! : moves[Math.max(0, next - 1)]!
  if (last.away) return null
  const to = moves[next]
  if (!last.go || !to || next <= 0 || to.away) return moveSpace(last)
  return goneTo(moves, next - 1, last.go.drawn ? Math.max(last.frame, drawnSince(frame)) : frame)
}

/** How far the way between two moves is gone on a frame, in steps of so many frames: 0 to 1. */
function shareOn({ go, frame: from }: Move, to: number, frame: number): number {
  const { recipe, step } = go!
  const steps = Math.ceil((to - from) / step)
  const k = Math.floor((frame - from) / step)
  if (k <= 0) return 0
  // A long way that goes evenly is not written out.
  if (recipe.family === 'even') return Math.min(1, k / steps)
  return spread(recipe, steps - 1)[k - 1] ?? 1
}

/** On the way from one move to the next: its point goes straight, or on an arc; turn and size go with it. */
function goneTo(moves: readonly Move[], i: number, frame: number): Affine {
  const [a, b] = [moves[i]!, moves[i + 1]!]
  const u = shareOn(a, b.frame, frame)
  const mirror = a.mirror ?? false
  // What is turned over on the way lies as before until it gets there.
  if (mirror !== (b.mirror ?? false)) return moveSpace(a)
  const { about, round } = a.go!
  const turn = round ? b.turn : nearestTurn(b.turn, a.turn)
  const p = wayTo(moves, i)(u)
  const way = lying({ x: 0, y: 0 }, mix(a.turn, turn, u), mix(a.size, b.size, u), mirror)
  const off = mapped(way, about)
  return [way[0], way[1], way[2], way[3], p.x - off.x, p.y - off.y]
}

const ways = new WeakMap<Move, { of: readonly (Move | undefined)[]; path: Path }>()

/** The way of the point from a move to the next one, by its share of length. */
export function wayTo(moves: readonly Move[], i: number): Path {
  const a = moves[i]!
  const { about, arc: bends } = a.go!
  const at = (m: Move): Vec => mapped(moveSpace(m), about)
  const of = [moves[i - 1], moves[i + 1], moves[i + 2]]
  if (!bends) return straight(at(a), at(of[1]!))
  const known = ways.get(a)
  if (known?.of.every((m, k) => m === of[k])) return known.path
  const [before, b, behind] = of
  const path = arc(
    before && !before.away ? at(before) : null,
    at(a),
    at(b!),
    behind && !behind.away ? at(behind) : null,
  )
  ways.set(a, { of, path })
  return path
}

/**
 * Moves that hold, one wherever a column changes its place, as few that go evenly from one to the next; none of `points`
 * (px, in the column's own space) ends up farther than `most` px from where it was on any frame from the first move on.
 * `last` is the last frame that counts.
 */
export function simplified(
  moves: readonly Move[],
  points: readonly Vec[],
  { most, last }: { most: number; last: number },
): Move[] {
  if (moves.length < 3) return [...moves]
  const about = middleOf(points)
  const out: Move[] = []
  for (let i = 0; i < moves.length;) {
    const from = moves[i]!
    const step = stepFrom(moves, i)
    let far = i + 1
    let go: Move = from
    // As far as the way there stays near enough to all that stood between.
    for (let j = i + 2; j < moves.length && j - i <= LONGEST && step && !moves[j - 1]!.go?.drawn; j++) {
      const tried: Move = { ...from, go: { recipe: { family: 'even' }, step, about } }
      if (!fits([tried, moves[j]!], moves.slice(i, j + 1), points, most)) break
      far = j
      go = tried
    }
    out.push(go)
    i = far
  }
  return out.filter(m => m.frame <= last)
}

/** At most so many moves become one way, so that looking for it stays quick. */
const LONGEST = 120

const middleOf = (points: readonly Vec[]): Vec => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / Math.max(1, points.length),
  y: points.reduce((sum, p) => sum + p.y, 0) / Math.max(1, points.length),
})

/** The step on which a column moves from one of its moves on, frames; 0 where it is away or only holds. */
function stepFrom(moves: readonly Move[], i: number): number {
  const [a, b] = [moves[i]!, moves[i + 1]]
  return !b || a.away || b.away || a.go?.drawn || b.frame - a.frame > 24 ? 0 : b.frame - a.frame
}

/** True where a way lies near enough to the moves that it would stand for, on each of its frames. */
function fits([from, to]: [Move, Move], moves: readonly Move[], points: readonly Vec[], most: number): boolean {
  if (to.away || (from.mirror ?? false) !== (to.mirror ?? false)) return false
  for (let frame = from.frame; frame < to.frame; frame++) {
    const [was, is] = [movedOn(moves, frame), movedOn([from, to], frame)]
    if (!was || !is) return false
    for (const p of points) {
      const [a, b] = [mapped(was, p), mapped(is, p)]
      if (Math.hypot(a.x - b.x, a.y - b.y) > most) return false
    }
  }
  return true
}
