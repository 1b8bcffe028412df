import { blend, travel } from '../figure'
import { arc, straight } from '../motion'
import { shownAt } from '../sheet'
import type { Chart, Column, Content, Drawing, Plan, Shot, Stack } from '../shot/document'
import { emptyContent } from '../shot/document'
import type { Pass } from './passes'
import { passesOf } from './passes'

/** What a drawing is to the eye: nothing on it yet, worked out from its chart, or made by hand. */
export type State = 'empty' | 'computed' | 'own'

interface Neighbours { readonly before: string | null, readonly after: string | null }

/**
 * Answers what is on the drawings of one shot after another, remembering what has not changed in between: an in-between
 * is worked out anew only when its chart or one of the poses that its arc runs through is another object.
 */
export class Contents {
  private readonly computed = new Map<string, { deps: readonly unknown[], content: Content }>()
  private readonly passed = new WeakMap<Column, { deps: readonly unknown[], passes: Pass[] }>()
  private charted: { plan: Plan, chartOf: Map<string, Chart> } | null = null
  private arcs: { deps: readonly unknown[], map: Map<string, Neighbours> } | null = null

  /** The passes of a column. */
  passes(shot: Shot, plan: Plan, column: Column): Pass[] {
    const { drawings } = shot.stacks[column.stack]!
    const deps = [plan.charts, drawings]
    const known = this.passed.get(column)
    if (known && same(known.deps, deps)) return known.passes
    const passes = passesOf(plan, column, drawings)
    this.passed.set(column, { deps, passes })
    return passes
  }

  /** The chart of a plan that a drawing is an in-between of. */
  chartOf(plan: Plan, drawing: string): Chart | null {
    if (this.charted?.plan.charts !== plan.charts) {
      this.charted = { plan, chartOf: new Map(Object.values(plan.charts).flatMap(c => c.ticks.map(t => [t.drawing, c] as const))) }
    }
    return this.charted.chartOf.get(drawing) ?? null
  }

  /** What is on a drawing: its own content, or what its chart gives. */
  of(shot: Shot, plan: Plan, stack: Stack, id: string): Content {
    const drawing = stack.drawings[id]
    if (!drawing) return emptyContent
    if (drawing.own) return drawing.content
    const chart = this.chartOf(plan, id)
    if (!chart) return emptyContent
    const near = this.neighbours(shot, plan, chart)
    const [from, to] = [stack.drawings[chart.from], stack.drawings[chart.to]]
    const before = near.before ? stack.drawings[near.before] : undefined
    const after = near.after ? stack.drawings[near.after] : undefined
    const deps = [chart, from, to, before, after, stack.subjects]
    const known = this.computed.get(id)
    if (known && same(known.deps, deps)) return known.content
    const u = chart.ticks.find(t => t.drawing === id)!.u
    const content = from && to ? between(stack, chart, u, from, to, before, after) : emptyContent
    this.computed.set(id, { deps, content })
    return content
  }

  /** How a drawing is told apart everywhere. */
  state(shot: Shot, plan: Plan, stack: Stack, id: string): State {
    const content = this.of(shot, plan, stack, id)
    if (!Object.keys(content.poses).length && !content.strokes.length) return 'empty'
    return stack.drawings[id]!.own ? 'own' : 'computed'
  }

  /** How far the figures travel between two drawings, px: the largest of any subject that is in both. */
  travel(shot: Shot, plan: Plan, stack: Stack, a: string, b: string): number {
    const [from, to] = [this.of(shot, plan, stack, a), this.of(shot, plan, stack, b)]
    const ways = Object.values(stack.subjects).map((s) => {
      const [p, q] = [from.poses[s.id], to.poses[s.id]]
      return p && q ? travel(s.figure, p, q) : 0
    })
    return Math.max(0, ...ways)
  }

  /** The core drawings before and after a chart's ends, in the order of its first pass: the arc runs through them too. */
  private neighbours(shot: Shot, plan: Plan, chart: Chart): Neighbours {
    const deps = [plan.columns, plan.charts, shot.stacks]
    if (!this.arcs || !same(this.arcs.deps, deps)) this.arcs = { deps, map: this.allNeighbours(shot, plan) }
    return this.arcs.map.get(chart.id) ?? { before: null, after: null }
  }

  private allNeighbours(shot: Shot, plan: Plan): Map<string, Neighbours> {
    const map = new Map<string, Neighbours>()
    for (const id of plan.order) {
      const passes = this.passes(shot, plan, plan.columns[id]!)
      passes.forEach((p, i) => {
        if (!p.chart || map.has(p.chart.id)) return
        const [previous, next] = [passes[i - 1], passes[i + 1]]
        const earlier = previous && previous.to.run.id === p.from.run.id ? previous.from.drawing : null
        const later = next && next.from.run.id === p.to.run.id ? next.to.drawing : null
        map.set(p.chart.id, p.backward ? { before: later, after: earlier } : { before: earlier, after: later })
      })
    }
    return map
  }
}

const same = (a: readonly unknown[], b: readonly unknown[]): boolean => a.length === b.length && a.every((x, i) => x === b[i])

/** A subject that is in both core drawings is blended; one that is in only one of them changes over in the middle. */
function between(stack: Stack, chart: Chart, u: number, from: Drawing, to: Drawing, before?: Drawing, after?: Drawing): Content {
  const poses: Content['poses'] = {}
  for (const subject of Object.values(stack.subjects)) {
    const [a, b] = [from.content.poses[subject.id], to.content.poses[subject.id]]
    if (a && b) {
      const path = chart.path === 'straight'
        ? straight(a.place, b.place)
        : arc(before?.content.poses[subject.id]?.place ?? null, a.place, b.place, after?.content.poses[subject.id]?.place ?? null)
      poses[subject.id] = blend(subject.figure, a, b, u, path)
    }
    else if (a && u < 0.5) poses[subject.id] = a
    else if (b && u >= 0.5) poses[subject.id] = b
  }
  return { poses, strokes: [] }
}

/** The drawing a column shows on a frame, null for a blank or an empty column. */
export const drawingShown = (column: Column, frame: number): string | null => shownAt(column.runs, frame)?.run.drawing ?? null
