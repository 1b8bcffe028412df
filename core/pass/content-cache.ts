import type { Content, Drawing, Stack } from '../document/document'
import { emptyContent } from '../document/document'
import type { Ends } from './between'
import { between } from './between'
import type { ChartEnds } from './chart-ends'
import type { PassCache } from './pass-cache'
import { same } from './same'
import type { Moment } from './scene'

/**
 * Remembers what is on the in-betweens of one plan: one is worked out anew only when its chart, one of the poses that its
 * arc runs through, a breakdown of some parts in its chart, or the definition of a subject is another object.
 */
export class ContentCache {
  private readonly known = new Map<string, { deps: readonly unknown[]; content: Content }>()

  constructor(
    private readonly passes: PassCache,
    private readonly ends: ChartEnds,
  ) {}

  /** What is on a drawing, pins aside: its own content, or what its chart gives. */
  of(at: Moment, stack: Stack, id: string): Content {
    const drawing = stack.drawings[id]
    if (!drawing) return emptyContent
    return drawing.own ? drawing.content : this.computed(at, stack, id)
  }

  private computed(at: Moment, stack: Stack, id: string): Content {
    const chart = this.passes.chartOf(at.plan, id)
    if (!chart) return emptyContent
    const ends = this.ends.of(at, stack, chart)
    const knots = chart.ticks.map(t => stack.drawings[t.drawing]?.fixed).filter(Boolean)
    const deps = [chart, stack.subjects, ...posesOf(ends), ...knots]
    const known = this.known.get(id)
    if (known && same(known.deps, deps)) return known.content
    const index = chart.ticks.findIndex(t => t.drawing === id)
    const content = ends ? between(stack, chart, index, ends) : emptyContent
    this.known.set(id, { deps, content })
    return content
  }
}

const posesOf = (ends: Ends | null | undefined): (Drawing | undefined)[] =>
  ends ? [ends.from, ends.to, ends.before, ends.after, ...posesOf(ends.along)] : []
