import type { Chart, Column, Drawing, Stack } from '../document'
import type { Pass, Scene, StrokeBy, WorkLine } from '../pass'
import { isPose, workOf } from '../pass'
import type { Layer, Mark } from '../picture'
import { contentMarks, paletteOf } from '../picture'
import type { Frames } from '../sheet'
import { eachRun } from '../sheet'
import { marksHull } from '../travel'
import type { Box } from './page'

/** A line of the order of work, and whether it can be drawn. */
export interface Waiting extends WorkLine {
  readonly state: 'drawn' | 'ready' | 'waits'
  /** What has to be drawn before it. */
  readonly for: readonly Drawing[]
}

/** A pose with what is charted from it to the next one; without a chart nothing is. */
export interface Span {
  readonly column: Column
  readonly stack: Stack
  readonly from: Drawing
  /** The frames that the pose is first exposed on. */
  readonly frames: Frames
  readonly to: Drawing | null
  readonly chart: Chart | null
  readonly work: readonly Waiting[]
  /** Places of its in-betweens from the first pose to the second. */
  readonly places: readonly { readonly drawing: Drawing; readonly u: number }[]
}

/** There is something on it that one can draw from: a pose that is not blank, an in-between that somebody drew. */
function isDrawn(scene: Scene, stack: Stack, d: Drawing): boolean {
  return isPose(d) ? scene.contents.state(scene, stack, d.id) !== 'empty' : d.own
}

function waiting(scene: Scene, stack: Stack, line: WorkLine): Waiting {
  const missing = [line.first, line.second].filter(d => !isDrawn(scene, stack, d))
  return { ...line, for: missing, state: line.drawn ? 'drawn' : missing.length ? 'waits' : 'ready' }
}

/** The poses of a column that are exposed in some frames, each once, with the chart from its first exposure on. */
export function spansIn(scene: Scene, column: Column, { first, last }: Frames): Span[] {
  const stack = scene.shot.stacks[column.stack]!
  const passes = new Map<string, Pass>()
  for (const pass of scene.contents.passes(scene, column))
    if (!passes.has(pass.from.run.id) && pass.from.start <= last) passes.set(pass.from.run.id, pass)
  const seen = new Set<string>()
  const charts = new Set<string>()
  const spans: Span[] = []
  for (const { run, start } of eachRun(column.runs)) {
    const from = run.drawing === null ? undefined : stack.drawings[run.drawing]
    if (!from || !isPose(from) || start > last || start + run.frames <= first) continue
    const pass = passes.get(run.id)
    const chart = pass?.chart && !charts.has(pass.chart.id) ? pass.chart : null
    // A pose that comes again without anything new between it and the next one is known by now.
    if (seen.has(from.id) && !chart?.ticks.length) continue
    seen.add(from.id)
    if (chart) charts.add(chart.id)
    const to = pass ? stack.drawings[pass.to.drawing]! : null
    const ticks = chart?.ticks ?? []
    const places = ticks.map(t => ({ drawing: stack.drawings[t.drawing]!, u: pass?.backward ? 1 - t.u : t.u }))
    spans.push({
      column,
      stack,
      from,
      frames: { first: start, last: start + run.frames - 1 },
      to,
      chart,
      work: chart ? workOf(stack, chart).map(l => waiting(scene, stack, l)) : [],
      places: pass?.backward ? places.reverse() : places,
    })
  }
  return spans
}

/** A drawing as the layer of its column, in the column's own space. */
export function layerOf(
  scene: Scene,
  { column, stack }: Pick<Span, 'column' | 'stack'>,
  d: Drawing,
  strokeBy: StrokeBy,
): Layer {
  const marks = contentMarks(stack, scene.contents.of(scene, stack, d.id), strokeBy)
  return { column: column.id, drawing: d.id, strength: 1, palette: paletteOf(column.ink, scene.shot.paper), marks }
}

/** Room around what is drawn, and the least that is shown, as shares of the picture. */
const [AROUND, LEAST] = [0.06, 0.3]

/** The part of the picture that marks take up, in the picture's own proportions, px; all of it where there are none. */
export function partAround({ width, height }: { width: number; height: number }, marks: readonly Mark[]): Box {
  const points = marksHull(marks)
  if (!points.length) return { x: 0, y: 0, width, height }
  const [left, right] = [Math.min(...points.map(p => p.x)), Math.max(...points.map(p => p.x))]
  const [top, bottom] = [Math.min(...points.map(p => p.y)), Math.max(...points.map(p => p.y))]
  const share = Math.max((right - left) / width, (bottom - top) / height, LEAST) + 2 * AROUND
  if (share >= 1 && left >= 0 && top >= 0 && right <= width && bottom <= height) return { x: 0, y: 0, width, height }
  const [w, h] = [share * width, share * height]
  return { x: (left + right - w) / 2, y: (top + bottom - h) / 2, width: w, height: h }
}
