import { layBones, travel } from '../figure'
import type { Vec } from '../motion'
import { eachRun, shownAt } from '../sheet'
import type { Chart, Column, Content, Drawing, Pin, Plan, Shot, Stack } from '../document/document'
import { emptyContent } from '../document/document'
import type { Ends } from './between'
import { between, runsAlong } from './between'
import type { Held } from './pins'
import { holdOf, pinned, pinsOn } from './pins'
import type { Pass } from './passes'
import { passesOf } from './passes'

/** What a drawing is to the eye: nothing on it yet, worked out from its chart, or made by hand. */
export type State = 'empty' | 'computed' | 'own'

interface Neighbours {
  readonly before: string | null
  readonly after: string | null
}

/**
 * Answers what is on the drawings of one shot after another, remembering what has not changed in between: an in-between
 * is worked out anew only when its chart or one of the poses that its arc runs through is another object.
 */
export class Contents {
  private readonly held = new Map<string, { deps: readonly unknown[]; content: Content }>()
  private pinLists: { plan: Plan; byStack: Pin[] } | null = null
  private readonly computed = new Map<string, { deps: readonly unknown[]; content: Content }>()
  private readonly passed = new WeakMap<Column, { deps: readonly unknown[]; passes: Pass[] }>()
  private charted: { plan: Plan; chartOf: Map<string, Chart> } | null = null
  private arcs: { deps: readonly unknown[]; map: Map<string, Neighbours> } | null = null

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
      this.charted = {
        plan,
        chartOf: new Map(Object.values(plan.charts).flatMap(c => c.ticks.map(t => [t.drawing, c] as const))),
      }
    }
    return this.charted.chartOf.get(drawing) ?? null
  }

  /** What is on a drawing: its own content, or what its chart gives; with what is pinned at its place. */
  of(shot: Shot, plan: Plan, stack: Stack, id: string): Content {
    const content = this.unpinned(shot, plan, stack, id)
    const pins = this.pins(plan, id)
    if (!pins.length) return content
    // Another part that something is pinned to may be anywhere in the shot.
    const deps = [
      content,
      plan.pins,
      ...(pins.some(p => p.to.kind === 'part') ? [plan.columns, plan.charts, shot.stacks] : []),
    ]
    const known = this.held.get(id)
    if (known && same(known.deps, deps)) return known.content
    const held = pinned(stack, content, pins, pin => this.target(shot, plan, id, pin))
    this.held.set(id, { deps, content: held })
    return held
  }

  /** How the pins of a drawing hold: where they are, and how far from them what they should hold is. */
  hold(shot: Shot, plan: Plan, stack: Stack, id: string): Held[] {
    const pins = this.pins(plan, id)
    return pins.length
      ? holdOf(stack, this.of(shot, plan, stack, id), pins, pin => this.target(shot, plan, id, pin))
      : []
  }

  private pins(plan: Plan, id: string): Pin[] {
    if (!plan.pins) return []
    if (this.pinLists?.plan.pins !== plan.pins) this.pinLists = { plan, byStack: Object.values(plan.pins) }
    return pinsOn(this.pinLists.byStack, id, this.chartOf(plan, id))
  }

  /** The place that a pin holds something at, in a drawing. What is pinned to a part follows it as it is without pins of its own. */
  private target(shot: Shot, plan: Plan, drawing: string, pin: Pin): Vec | null {
    const { to } = pin
    if (to.kind === 'point') return to.at
    const stack = shot.stacks[to.stack]
    const other = to.stack === pin.stack ? drawing : this.shownWith(plan, pin.stack, drawing, to.stack)
    const pose = stack && other ? this.unpinned(shot, plan, stack, other).poses[to.subject] : undefined
    const figure = stack?.subjects[to.subject]?.figure
    if (!pose || !figure) return null
    const tip = to.bone === 'place' ? pose.place : layBones(figure, pose).get(to.bone)?.tip
    return tip ? { x: tip.x + to.off.x, y: tip.y + to.off.y } : null
  }

  /** The drawing of another stack that is shown when a drawing is first shown. */
  private shownWith(plan: Plan, stack: string, drawing: string, other: string): string | null {
    const columns = Object.values(plan.columns)
    const [mine, theirs] = [columns.find(c => c.stack === stack), columns.find(c => c.stack === other)]
    if (!mine || !theirs) return null
    for (const { run, start } of eachRun(mine.runs)) if (run.drawing === drawing) return drawingShown(theirs, start)
    return null
  }

  private unpinned(shot: Shot, plan: Plan, stack: Stack, id: string): Content {
    const drawing = stack.drawings[id]
    if (!drawing) return emptyContent
    if (drawing.own) return drawing.content
    const chart = this.chartOf(plan, id)
    if (!chart) return emptyContent
    const ends = this.ends(shot, plan, stack, chart)
    const knots = chart.ticks.map(t => stack.drawings[t.drawing]?.fixed).filter(Boolean)
    const deps = [
      chart,
      ends?.from,
      ends?.to,
      ends?.before,
      ends?.after,
      ends?.along?.from,
      ends?.along?.to,
      ends?.along?.before,
      ends?.along?.after,
      stack.subjects,
      ...knots,
    ]
    const known = this.computed.get(id)
    if (known && same(known.deps, deps)) return known.content
    const content = ends
      ? between(
          stack,
          chart,
          chart.ticks.findIndex(t => t.drawing === id),
          ends,
        )
      : emptyContent
    this.computed.set(id, { deps, content })
    return content
  }

  /** The drawings that the in-betweens of a chart depend on. Null where one of its poses is missing. */
  ends(shot: Shot, plan: Plan, stack: Stack, chart: Chart): Ends | null {
    return endsOf(stack, chart, this.neighbours(shot, plan, chart))
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
    const ways = Object.values(stack.subjects).map(s => {
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
      const column = plan.columns[id]!
      const stack = shot.stacks[column.stack]!
      const passes = this.passes(shot, plan, column)
      // The far end of a neighbouring pass; of the longer one that it was cut off, while it still runs along that.
      const far = (p: Pass | undefined, near: string, meets: boolean): string | null => {
        if (!p || !meets) return null
        const other = p.from.drawing === near ? p.to.drawing : p.from.drawing
        const { along } = p.chart ?? {}
        const ends = along && endsOf(stack, p.chart!, { before: null, after: null })
        if (!along || !ends || !runsAlong(p.chart!, ends)) return other
        return near === along.from ? along.to : near === along.to ? along.from : other
      }
      passes.forEach((p, i) => {
        if (!p.chart || map.has(p.chart.id)) return
        const [previous, next] = [passes[i - 1], passes[i + 1]]
        const earlier = far(previous, p.from.drawing, previous?.to.start === p.from.start)
        const later = far(next, p.to.drawing, next?.from.start === p.to.start)
        map.set(p.chart.id, p.backward ? { before: later, after: earlier } : { before: earlier, after: later })
      })
    }
    return map
  }
}

function endsOf(stack: Stack, chart: Chart, near: Neighbours): Ends | null {
  const named = (id: string | null | undefined): Drawing | undefined => (id ? stack.drawings[id] : undefined)
  const [from, to] = [named(chart.from), named(chart.to)]
  if (!from || !to) return null
  const whole = chart.along
  const [wholeFrom, wholeTo] = [named(whole?.from), named(whole?.to)]
  const along =
    wholeFrom && wholeTo
      ? { from: wholeFrom, to: wholeTo, before: named(whole!.before), after: named(whole!.after) }
      : undefined
  return { from, to, before: named(near.before), after: named(near.after), along }
}

const same = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i])

/** The drawing a column shows on a frame, null for a blank or an empty column. */
export const drawingShown = (column: Column, frame: number): string | null =>
  shownAt(column.runs, frame)?.run.drawing ?? null
