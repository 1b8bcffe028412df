import type { Chart, Column, Drawing } from '../document/document'
import type { Poses } from './roles'
import { eachRun, shownAt, type Run } from '../sheet'

/** An in-between in a pass: its exposure and its place, read in the direction of the pass. */
export interface Member {
  readonly run: Run
  readonly start: number
  readonly drawing: string
  readonly u: number
}
/** A pose's exposure. */
export interface PoseExposure {
  readonly run: Run
  readonly start: number
  readonly drawing: string
}

/**
 * A passage of a column from one pose to the next, through a chart if there is one, forward or backward
 * (u read as 1 − u). `loose` are in-betweens exposed there that are not of this chart or not in its order.
 */
export interface Pass {
  readonly chart: Chart | null
  readonly backward: boolean
  readonly from: PoseExposure
  readonly to: PoseExposure
  readonly members: readonly Member[]
  readonly loose: readonly PoseExposure[]
}

export const isPose = (d: Drawing | undefined): boolean => !!d && d.role !== 'in-between'

/**
 * The passes of a column in order of time. A blank between two poses parts them: no pass runs through it. `chartsBetween`
 * gives the charts that stand between two drawings.
 */
export function passesOf(
  column: Pick<Column, 'runs'>,
  poses: Poses,
  chartsBetween: (a: string, b: string) => readonly Chart[],
): Pass[] {
  const passes: Pass[] = []
  let from: PoseExposure | null = null
  let between: PoseExposure[] = []
  for (const { run, start } of eachRun(column.runs)) {
    if (run.drawing === null) {
      from = null
      between = []
      continue
    }
    const here = { run, start, drawing: run.drawing }
    if (!poses.has(run.drawing)) {
      between.push(here)
      continue
    }
    if (from && from.drawing !== run.drawing)
      passes.push(passThrough(chartsBetween(from.drawing, run.drawing), from, here, between))
    from = here
    between = []
  }
  return passes
}

function passThrough(
  charts: readonly Chart[],
  from: PoseExposure,
  to: PoseExposure,
  between: readonly PoseExposure[],
): Pass {
  const tried = charts.map(c => ({ id: c.id, pass: readThrough(c, from, to, between) }))
  // The id decides last, so that every window takes the same one, in whatever order it came to know them.
  tried.sort(
    (a, b) =>
      b.pass.members.length - a.pass.members.length ||
      Number(a.pass.backward) - Number(b.pass.backward) ||
      (a.id < b.id ? -1 : 1),
  )
  const best = tried[0]?.pass
  return best ?? { chart: null, backward: false, from, to, members: [], loose: between }
}

function readThrough(chart: Chart, from: PoseExposure, to: PoseExposure, between: readonly PoseExposure[]): Pass {
  const backward = chart.from !== from.drawing
  const places = new Map(chart.ticks.map((t, i) => [t.drawing, backward ? { i: -i, u: 1 - t.u } : { i, u: t.u }]))
  const members: Member[] = []
  const loose: PoseExposure[] = []
  let reached = -Infinity
  for (const x of between) {
    const place = places.get(x.drawing)
    if (place && place.i >= reached) {
      reached = place.i
      members.push({ ...x, u: place.u })
    } else loose.push(x)
  }
  return { chart, backward, from, to, members, loose }
}

/** The index of the last pass that begins on a frame or before it; −1 where there is none. */
export function passIndexAt(passes: readonly Pass[], frame: number): number {
  let [low, high] = [0, passes.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (passes[middle]!.from.start <= frame) low = middle + 1
    else high = middle
  }
  return low - 1
}

/** The pass that a frame lies in: from its first pose's first frame up to the second's. Null outside all. */
export function passAt(passes: readonly Pass[], frame: number): Pass | null {
  const pass = passes[passIndexAt(passes, frame)]
  return pass && frame < pass.to.start ? pass : null
}

/** The drawing a column shows on a frame, null for a blank or an empty column. */
export const drawingShown = (column: Pick<Column, 'runs'>, frame: number): string | null =>
  shownAt(column.runs, frame)?.run.drawing ?? null
