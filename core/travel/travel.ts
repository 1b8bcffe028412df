import type { Vec } from '../motion'
import { distance } from '../motion'
import type { Scene } from '../pass'
import { betweenAt } from '../pass'
import { eachRun } from '../sheet'
import type { Chart, Column, Drawing, Stack } from '../document/document'
import type { Point } from './point'
import { figureHeight, pointIn } from './point'

/** Where a point is in one exposure of a column. */
export interface Dot {
  readonly run: string
  readonly start: number
  readonly frames: number
  readonly drawing: Drawing
  readonly at: Vec
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

/** Follows a point through a column. */
export function trackOf(scene: Scene, column: Column, point: Point): Track {
  const stack = scene.shot.stacks[column.stack]!
  const dots: Dot[] = []
  const gaps: (number | null)[] = []
  let before: Dot | null = null
  let height = 0
  for (const { run, start } of eachRun(column.runs)) {
    const drawing = run.drawing === null ? undefined : stack.drawings[run.drawing]
    const content = drawing && scene.contents.of(scene, stack, drawing.id)
    const at = content ? pointIn(stack, content, point) : null
    if (!drawing || !at) {
      before = null
      continue
    }
    const pose = content!.poses[point.subject]!
    height ||= figureHeight(stack.subjects[point.subject]!.figure, pose)
    const dot: Dot = { run: run.id, start, frames: run.frames, drawing, at }
    dots.push(dot)
    gaps.push(before ? distance(before.at, at) : null)
    before = dot
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
