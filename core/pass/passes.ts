import type { Chart, Column, Drawing, Plan } from '../document/document'
import { eachRun, type Run } from '../sheet'

/** An in-between in a pass: its exposure and its place, read in the direction of the pass. */
export interface Member {
  readonly run: Run
  readonly start: number
  readonly drawing: string
  readonly u: number
}
/** A core drawing's exposure. */
export interface CoreExposure {
  readonly run: Run
  readonly start: number
  readonly drawing: string
}

/**
 * A passage of a column from one core drawing to the next, through a chart if there is one, forward or backward
 * (u read as 1 − u). `loose` are in-betweens exposed there that are not of this chart or not in its order.
 */
export interface Pass {
  readonly chart: Chart | null
  readonly backward: boolean
  readonly from: CoreExposure
  readonly to: CoreExposure
  readonly members: readonly Member[]
  readonly loose: readonly CoreExposure[]
}

export const isCore = (d: Drawing | undefined): boolean => !!d && d.role !== 'in-between'

/** The passes of a column in order of time. A blank between two core drawings parts them: no pass runs through it. */
export function passesOf(plan: Plan, column: Column, drawings: Record<string, Drawing>): Pass[] {
  const charts = Object.values(plan.charts).filter(c => c.stack === column.stack)
  const passes: Pass[] = []
  let from: CoreExposure | null = null
  let between: CoreExposure[] = []
  for (const { run, start } of eachRun(column.runs)) {
    if (run.drawing === null) {
      from = null
      between = []
      continue
    }
    const here = { run, start, drawing: run.drawing }
    if (!isCore(drawings[run.drawing])) {
      between.push(here)
      continue
    }
    if (from && from.drawing !== run.drawing) passes.push(passThrough(charts, from, here, between))
    from = here
    between = []
  }
  return passes
}

function passThrough(
  charts: readonly Chart[],
  from: CoreExposure,
  to: CoreExposure,
  between: readonly CoreExposure[],
): Pass {
  const candidates = charts.filter(
    c => (c.from === from.drawing && c.to === to.drawing) || (c.from === to.drawing && c.to === from.drawing),
  )
  const tried = candidates.map(c => readThrough(c, from, to, between))
  const best = tried.sort((a, b) => b.members.length - a.members.length || Number(a.backward) - Number(b.backward))[0]
  return best ?? { chart: null, backward: false, from, to, members: [], loose: between }
}

function readThrough(chart: Chart, from: CoreExposure, to: CoreExposure, between: readonly CoreExposure[]): Pass {
  const backward = chart.from !== from.drawing
  const places = new Map(chart.ticks.map((t, i) => [t.drawing, backward ? { i: -i, u: 1 - t.u } : { i, u: t.u }]))
  const members: Member[] = []
  const loose: CoreExposure[] = []
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

/** The pass that a frame lies in: from its first core drawing's first frame up to the second's. Null outside all. */
export const passAt = (passes: readonly Pass[], frame: number): Pass | null =>
  passes.find(p => frame >= p.from.start && frame < p.to.start) ?? null
