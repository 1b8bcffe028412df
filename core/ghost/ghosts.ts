import type { Place, Runs } from '../sheet'
import { runAfter, runAt, runBefore, shownAt } from '../sheet'

/** The most ghosts on either side. */
export const MOST_GHOSTS = 8

/** What is counted from the playhead: frames, drawings, or poses only. */
export type GhostBy = 'frame' | 'drawing' | 'pose'

/** Which neighbours of a frame are seen as ghosts, and how strongly (0 to 1) each: the nearest first. */
export interface GhostRule {
  readonly by: GhostBy
  readonly before: readonly number[]
  readonly after: readonly number[]
  /** The two poses around the frame, too, at full strength. */
  readonly span: boolean
}

/**
 * A drawing seen as a ghost: on which side in time (pinned ones on neither), its rank counted from the playhead, how
 * strongly, and on which frame it stands.
 */
export interface Ghost {
  readonly drawing: string
  readonly side: 'before' | 'after' | 'pinned'
  readonly rank: number
  readonly strength: number
  readonly frame: number
}

/**
 * The ghosts of one column on a frame. Nobody is their own ghost: the drawing on the frame is left out, also where it
 * comes again. Blanks are passed over. A drawing that would come twice is listed once, nearest in time, before rather
 * than after. `pinned` drawings are always there.
 */
export function ghostsOf(
  runs: Runs,
  isPose: (drawing: string) => boolean,
  frame: number,
  rule: GhostRule,
  pinned: readonly string[] = [],
): Ghost[] {
  const now = shownAt(runs, frame)?.run.drawing ?? null
  const found: Ghost[] = []
  for (const side of ['before', 'after'] as const) {
    const strengths = rule[side].slice(0, MOST_GHOSTS)
    const neighbours =
      rule.by === 'frame'
        ? byFrame(runs, frame, side, strengths.length)
        : byDrawing(runs, frame, side, strengths.length, d => d !== now && (rule.by === 'drawing' || isPose(d)))
    neighbours.forEach(({ drawing, rank, frame: at }) => {
      const strength = strengths[rank - 1]!
      if (drawing !== now && strength > 0) found.push({ drawing, side, rank, strength, frame: at })
    })
    if (!rule.span) continue
    const [end] = byDrawing(runs, frame, side, 1, d => d !== now && isPose(d))
    if (end) found.push({ drawing: end.drawing, side, rank: 1, strength: 1, frame: end.frame })
  }
  for (const drawing of pinned)
    if (drawing !== now) found.push({ drawing, side: 'pinned', rank: 0, strength: 1, frame })
  return nearestOnce(found, frame)
}

interface Neighbour {
  readonly drawing: string
  readonly rank: number
  readonly frame: number
}

/** What is shown one, two … frames away; steps on which a blank or nothing is shown are left out. */
function byFrame(runs: Runs, frame: number, side: 'before' | 'after', most: number): Neighbour[] {
  return Array.from({ length: most }, (_, i) => i + 1).flatMap(rank => {
    const at = side === 'before' ? frame - rank : frame + rank
    const place = at < 1 ? null : side === 'after' ? runAt(runs, at) : shownAt(runs, at)
    return place?.run.drawing ? [{ drawing: place.run.drawing, rank, frame: at }] : []
  })
}

/** The next drawings on one side that are wanted, each once. */
function byDrawing(
  runs: Runs,
  frame: number,
  side: 'before' | 'after',
  most: number,
  wanted: (drawing: string) => boolean,
): Neighbour[] {
  const out: Neighbour[] = []
  const go = side === 'before' ? runBefore : runAfter
  const from = shownAt(runs, frame)
  // Behind the end the last drawing stays, so nothing comes after it.
  for (let p: Place | null = from && go(runs, from); p && out.length < most; p = go(runs, p)) {
    const { drawing } = p.run
    if (drawing !== null && wanted(drawing) && !out.some(x => x.drawing === drawing))
      out.push({ drawing, rank: out.length + 1, frame: p.start })
  }
  return out
}

/** Each drawing once: pinned ones as such, the others by the side they are nearer on, the strongest of those. */
function nearestOnce(list: readonly Ghost[], frame: number): Ghost[] {
  const rank = (g: Ghost): number =>
    g.side === 'pinned' ? -1 : Math.abs(g.frame - frame) * 2 + (g.side === 'after' ? 1 : 0)
  const best = new Map<string, Ghost>()
  for (const g of list) {
    const known = best.get(g.drawing)
    if (!known || rank(g) < rank(known) || (rank(g) === rank(known) && g.strength > known.strength))
      best.set(g.drawing, g)
  }
  // The farthest first, so that the nearest are drawn over them.
  return [...best.values()].sort((a, b) => rank(b) - rank(a))
}
