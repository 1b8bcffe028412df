import type { Chart, Drawing, Stack } from '../document/document'
import type { RoundShown } from '../document/cycling'
import { roundsShown } from '../document/cycling'
import type { Ends } from './between'
import { runsAlong } from './between'
import type { PassCache } from './pass-cache'
import type { Pass } from './passes'
import type { Moment } from './scene'

/** The poses before and after a chart's ends: its arc runs through them, too. */
interface Neighbours {
  readonly before: string | null
  readonly after: string | null
}

const alone: Neighbours = { before: null, after: null }

/** Gives the drawings that the in-betweens of a chart depend on, from the first pass through it. */
export class ChartEnds {
  constructor(private readonly passes: PassCache) {}

  /** Null where one of the poses of the chart is missing. */
  of(at: Moment, stack: Stack, chart: Chart): Ends | null {
    return endsOf(stack, chart, this.neighbours(at, stack, chart))
  }

  private neighbours(at: Moment, stack: Stack, chart: Chart): Neighbours {
    for (const id of at.plan.order) {
      const column = at.plan.columns[id]!
      if (column.stack !== chart.stack) continue
      const passes = this.passes.of(at, column)
      const i = this.passes.firstThrough(passes, chart.id)
      if (i >= 0) return beside(stack, passes, i, roundsShown(at.shot.plans[at.plan.id]?.columns[id], at.shot.length))
    }
    return alone
  }
}

function beside(stack: Stack, passes: readonly Pass[], i: number, rounds: readonly RoundShown[]): Neighbours {
  const pass = passes[i]!
  // A cycle goes on from its last drawing to its first.
  const begins = rounds.find(r => r.start === pass.from.start)
  const ends = rounds.find(r => r.start + r.frames === pass.to.start && pass.from.start >= r.start)
  const previous = begins ? passes.find(p => p.to.start === begins.start + begins.frames) : passes[i - 1]
  const next = ends ? passes.find(p => p.from.start === ends.start) : passes[i + 1]
  const [from, to] = [begins ? previous?.to.drawing : previous?.to.start, ends ? next?.from.drawing : next?.from.start]
  const meetsFrom = from === (begins ? pass.from.drawing : pass.from.start)
  const meetsTo = to === (ends ? pass.to.drawing : pass.to.start)
  const earlier = previous && meetsFrom ? farEnd(stack, previous, pass.from.drawing) : null
  const later = next && meetsTo ? farEnd(stack, next, pass.to.drawing) : null
  return pass.backward ? { before: later, after: earlier } : { before: earlier, after: later }
}

/** The far end of a neighbouring pass; of the longer one that it was cut off, while it still runs along that. */
function farEnd(stack: Stack, pass: Pass, near: string): string {
  const other = pass.from.drawing === near ? pass.to.drawing : pass.from.drawing
  const { along } = pass.chart ?? {}
  const ends = along && endsOf(stack, pass.chart!, alone)
  if (!along || !ends || !runsAlong(pass.chart!, ends)) return other
  return near === along.from ? along.to : near === along.to ? along.from : other
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
