import type { Chart, Content, Drawing, Stack, StrokeRef } from '../document/document'
import { emptyContent } from '../document/document'
import type { Ends } from './between'
import { between } from './between'
import type { ChartEnds } from './chart-ends'
import type { Matcher } from './drawn'
import { Drawn, DrawnChart } from './drawn'
import type { PassCache } from './pass-cache'
import { same } from './same'
import type { Moment } from './scene'

/**
 * What is on a drawing as it is seen: its own content, or what its chart gives. Strokes that are computed have no ids and
 * no hashes; `solid` makes a content of them.
 */
export interface Shown {
  readonly poses: Content['poses']
  readonly strokes: readonly StrokeRef[]
  /** The strokes of an in-between of drawn poses. */
  readonly drawn?: Drawn
}

/**
 * Remembers what is on the in-betweens of one plan: one is worked out anew only when its chart, one of the poses that its
 * arc runs through, a breakdown of some parts in its chart, or the definition of a subject is another object.
 */
export class ContentCache {
  private readonly known = new Map<string, { deps: readonly unknown[]; content: Shown }>()
  private readonly spans = new Map<string, { deps: readonly unknown[]; drawn: DrawnChart }>()

  constructor(
    private readonly passes: PassCache,
    private readonly ends: ChartEnds,
    private readonly matcher: Matcher,
  ) {}

  /** What is on a drawing, pins aside: its own content, or what its chart gives. */
  of(at: Moment, stack: Stack, id: string): Shown {
    const drawing = stack.drawings[id]
    if (!drawing) return emptyContent
    return drawing.own ? drawing.content : this.computed(at, stack, id)
  }

  private computed(at: Moment, stack: Stack, id: string): Shown {
    const chart = this.passes.chartOf(at.plan, id)
    if (!chart) return emptyContent
    const ends = this.ends.of(at, stack, chart)
    const knots = chart.ticks.map(t => stack.drawings[t.drawing]?.fixed).filter(Boolean)
    const deps = [chart, stack.subjects, ...posesOf(ends), ...knots]
    const known = this.known.get(id)
    if (known && same(known.deps, deps)) return known.content
    const index = chart.ticks.findIndex(t => t.drawing === id)
    const plain = ends ? between(stack, chart, index, ends) : emptyContent
    const span = ends && this.drawnIn(chart, ends)
    const content = span ? { ...plain, drawn: new Drawn(span, chart, index, this.matcher) } : plain
    this.known.set(id, { deps, content })
    return content
  }

  /** The strokes of a chart's in-betweens; null where neither pose has any. */
  drawnIn(chart: Chart, ends: Ends): DrawnChart | null {
    if (!ends.from.content.strokes.length && !ends.to.content.strokes.length) return null
    const strokes = posesOf(ends).map(d => d && (d.own ? d.content.strokes : null))
    const deps = [chart.ties, chart.path, chart.along, ...strokes]
    const known = this.spans.get(chart.id)
    if (known && same(known.deps, deps)) return known.drawn
    const drawn = new DrawnChart(chart, ends)
    this.spans.set(chart.id, { deps, drawn })
    return drawn
  }
}

const posesOf = (ends: Ends | null | undefined): (Drawing | undefined)[] =>
  ends ? [ends.from, ends.to, ends.before, ends.after, ...posesOf(ends.along)] : []
