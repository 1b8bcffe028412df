import type { Affine, Vec } from '../motion'
import { distance, mapped, SAME } from '../motion'
import type { Scene } from '../pass'
import { betweenAt, closedColumn, drawingShown, placingAt } from '../pass'
import type { Run } from '../sheet'
import { eachRun, runAt } from '../sheet'
import type { Chart, Column, Drawing, Stack } from '../document/document'
import type { Point } from './point'
import { figureHeight, pointIn } from './point'

/** Where a point is in one exposure of a column, or in a part of it through which a column that is carried lies still. */
export interface Dot {
  readonly run: string
  readonly start: number
  readonly frames: number
  readonly drawing: Drawing
  /** In the picture, px, and in the column's own space. */
  readonly at: Vec
  readonly own: Vec
}

/** The way of a point through the exposures of a column, parted where nothing is shown or its subject is absent. */
export interface Track {
  readonly point: Point
  readonly dots: readonly Dot[]
  /** For each dot how far it is from the one before, px; null at a beginning. */
  readonly gaps: readonly (number | null)[]
  /** For each dot how much longer its gap is than the one before, px; null where there are not two. */
  readonly changes: readonly (number | null)[]
  /** The dot that the widest gap leads to, −1 where nothing moves. */
  readonly widest: number
  /** The figure's height, px: the other unit of distances. 0 where there is no dot. */
  readonly height: number
}

/** True for a column whose drawings do not lie where they are drawn. */
export const isMoved = (column: Column): boolean => !!column.carrier || !!column.moves

/** An exposure in parts through which its column lies still; null where it is not seen. */
function stillParts(
  scene: Scene,
  column: Column,
  start: number,
  frames: number,
): { start: number; frames: number; lies: Affine | null }[] {
  if (!isMoved(column)) return [{ start, frames, lies: SAME }]
  const out: { start: number; frames: number; lies: Affine | null }[] = []
  // The last exposure stays to the end of the shot, and goes along with what carries it.
  const stays = start + frames > column.runs.frames && drawingShown(column, scene.shot.length) !== null
  const end = stays ? Math.max(start + frames - 1, scene.shot.length) : start + frames - 1
  for (let frame = start; frame <= end; frame++) {
    const lies = placingAt(scene, column, frame)
    const last = out.at(-1)
    if (last && `${last.lies?.join()}` === `${lies?.join()}`) last.frames += 1
    else out.push({ start: frame, frames: 1, lies })
  }
  return out
}

/**
 * The exposures of a column; behind a cycle at its end its first drawing once more, so that arcs and distances go over the
 * seam. Not where the column moves: it comes back to another place.
 */
function* roundShown(scene: Scene, column: Column): Generator<{ run: Run; start: number }> {
  yield* eachRun(column.runs)
  const { runs, shift } = closedColumn(scene, column)
  const next = isMoved(column) ? null : runAt(runs, shift + column.runs.frames + 1)
  if (next && runs.frames > shift + column.runs.frames)
    yield { run: { ...next.run, frames: 1 }, start: column.runs.frames + 1 }
}

/** Follows a point through a column. */
export function trackOf(scene: Scene, column: Column, point: Point): Track {
  const stack = scene.shot.stacks[column.stack]!
  const dots: Dot[] = []
  const gaps: (number | null)[] = []
  let before: Dot | null = null
  let height = 0
  for (const { run, start } of roundShown(scene, column)) {
    const drawing = run.drawing === null ? undefined : stack.drawings[run.drawing]
    const content = drawing && scene.contents.of(scene, stack, drawing.id)
    const own = content ? pointIn(stack, content, point) : null
    if (!drawing || !own) {
      before = null
      continue
    }
    const pose = content!.poses[point.subject]!
    height ||= figureHeight(stack.subjects[point.subject]!.figure, pose)
    for (const part of stillParts(scene, column, start, run.frames)) {
      const dot: Dot | null = part.lies && {
        ...{ run: run.id, drawing, own, start: part.start, frames: part.frames },
        at: part.lies === SAME ? own : mapped(part.lies, own),
      }
      if (dot) {
        dots.push(dot)
        gaps.push(before ? distance(before.at, dot.at) : null)
      }
      before = dot
    }
  }
  const changes = gaps.map((s, i) => (s === null || i === 0 || gaps[i - 1] === null ? null : s - gaps[i - 1]!))
  const most = Math.max(0, ...gaps.map(s => s ?? 0))
  return { point, dots, gaps, changes, widest: most > 0 ? gaps.indexOf(most) : -1, height }
}

/**
 * The travel of a point on each frame from 1 to `last`, px: what it moves when that frame comes up, 0 while a drawing
 * is held.
 */
export function travelPerFrame(track: Track, last: number): number[] {
  const out = Array.from({ length: last }, () => 0)
  track.dots.forEach((d, i) => {
    if (d.start <= last) out[d.start - 1] = track.gaps[i] ?? 0
  })
  return out
}

/** The way of a point through one chart, asked by the place u; null where its subject is not on both poses. */
export function wayThrough(scene: Scene, stack: Stack, chart: Chart, point: Point): ((u: number) => Vec) | null {
  const ends = scene.contents.ends(scene, stack, chart)
  if (!ends?.from.content.poses[point.subject] || !ends.to.content.poses[point.subject]) return null
  return u => pointIn(stack, betweenAt(stack, chart, u, 0, ends), point)!
}

/** The place on a way that is nearest to a point, between two places: its u, and how far it is from there, px. */
export function nearestOn(way: (u: number) => Vec, to: Vec, from = -0.3, until = 1.3): { u: number; off: number } {
  const STEPS = 80
  const at = (i: number) => from + ((until - from) * i) / STEPS
  let best = 0
  for (let i = 1; i <= STEPS; i++) if (distance(way(at(i)), to) < distance(way(at(best)), to)) best = i
  let [low, high] = [at(Math.max(0, best - 1)), at(Math.min(STEPS, best + 1))]
  for (let i = 0; i < 24; i++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (distance(way(a), to) < distance(way(b), to)) high = b
    else low = a
  }
  const u = (low + high) / 2
  return { u, off: distance(way(u), to) }
}
