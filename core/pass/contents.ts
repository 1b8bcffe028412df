import { travel } from '../figure'
import type { Chart, Column, Plan, Stack } from '../document/document'
import { subjectsOf } from '../document/shown'
import type { Way } from '../tie'
import type { Ends } from './between'
import type { Shown } from './content-cache'
import { ContentCache } from './content-cache'
import { ChartEnds } from './chart-ends'
import type { Matcher, StrokeBy } from './drawn'
import { matchAtOnce } from './drawn'
import { PassCache } from './pass-cache'
import type { Pass } from './passes'
import { PinCache } from './pin-cache'
import type { Held } from './pins'
import type { Moment } from './scene'

/** What a drawing is to the eye: nothing on it yet, worked out from its chart, or made by hand. */
export type State = 'empty' | 'computed' | 'own'

/** What is worked out from one plan, each kind by a cache that knows all it depends on. */
class PlanContents {
  readonly passes = new PassCache()
  readonly ends = new ChartEnds(this.passes)
  readonly contents: ContentCache
  readonly pins: PinCache

  constructor(matcher: Matcher) {
    this.contents = new ContentCache(this.passes, this.ends, matcher)
    this.pins = new PinCache(this.passes, this.contents)
  }
}

/**
 * Answers what is on the drawings of one shot after another, plan by plan, remembering what has not changed in between.
 * Asked about another shot or an earlier state of it, it answers for that one.
 */
export class Contents {
  private readonly plans = new Map<string, PlanContents>()

  /** `matcher` finds which stroke becomes which; at once where none is given. */
  constructor(private readonly matcher: Matcher = matchAtOnce) {}

  private in(plan: Plan): PlanContents {
    const known = this.plans.get(plan.id) ?? new PlanContents(this.matcher)
    this.plans.set(plan.id, known)
    return known
  }

  /** The passes of a column. */
  passes = (at: Moment, column: Column): Pass[] => this.in(at.plan).passes.of(at, column)

  /** The first pass of a column through a chart. */
  firstThrough(at: Moment, column: Column, chart: string): Pass | null {
    const cache = this.in(at.plan).passes
    const passes = cache.of(at, column)
    return passes[cache.firstThrough(passes, chart)] ?? null
  }

  /** The chart of a plan that a drawing is an in-between of. */
  chartOf = (plan: Plan, drawing: string): Chart | null => this.in(plan).passes.chartOf(plan, drawing)

  /** The drawings that the in-betweens of a chart depend on. Null where one of its poses is missing. */
  ends = (at: Moment, stack: Stack, chart: Chart): Ends | null => this.in(at.plan).ends.of(at, stack, chart)

  /** What is on a drawing: its own content, or what its chart gives; with what is pinned at its place. */
  of = (at: Moment, stack: Stack, id: string): Shown => this.in(at.plan).pins.of(at, stack, id)

  /** What the strokes of a chart's poses become; null where they have none, and while that is being found out. */
  wayOf(at: Moment, stack: Stack, chart: Chart, strokeBy: StrokeBy): Way | null {
    const ends = this.ends(at, stack, chart)
    return (ends && this.in(at.plan).contents.drawnIn(chart, ends)?.wayOfPoses(strokeBy, this.matcher)) ?? null
  }

  /** How the pins of a drawing hold. */
  hold = (at: Moment, stack: Stack, id: string): Held[] => this.in(at.plan).pins.hold(at, stack, id)

  /** How a drawing is told apart everywhere. */
  state(at: Moment, stack: Stack, id: string): State {
    const content = this.of(at, stack, id)
    if (!content.strokes.length && !content.drawn && isEmpty(content.poses)) return 'empty'
    return stack.drawings[id]!.own ? 'own' : 'computed'
  }

  /** How far the figures travel between two drawings, px: the largest of any subject that is in both. */
  travel(at: Moment, stack: Stack, a: string, b: string): number {
    const [from, to] = [this.of(at, stack, a), this.of(at, stack, b)]
    const ways = subjectsOf(stack).map(s => {
      const [p, q] = [from.poses[s.id], to.poses[s.id]]
      return p && q ? travel(s.figure, p, q) : 0
    })
    return Math.max(0, ...ways)
  }
}

function isEmpty(record: object): boolean {
  for (const _ in record) return false
  return true
}
