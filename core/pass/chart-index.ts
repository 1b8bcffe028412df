import type { Chart, Plan } from '../document/document'

const pair = (stack: string, a: string, b: string): string => (a < b ? `${stack} ${a} ${b}` : `${stack} ${b} ${a}`)
const none: readonly Chart[] = []

/** The charts of a plan by the poses they stand between, and by the in-betweens they hold. */
export class ChartIndex {
  private readonly byPair = new Map<string, Chart[]>()
  private readonly byTick = new Map<string, Chart>()

  constructor(charts: Plan['charts']) {
    for (const chart of Object.values(charts)) {
      const key = pair(chart.stack, chart.from, chart.to)
      const known = this.byPair.get(key)
      if (known) known.push(chart)
      else this.byPair.set(key, [chart])
      for (const t of chart.ticks) this.byTick.set(t.drawing, chart)
    }
  }

  /** The charts between two poses of a stack, whichever of them comes first. */
  between = (stack: string, a: string, b: string): readonly Chart[] => this.byPair.get(pair(stack, a, b)) ?? none
  /** The chart that a drawing is an in-between of. */
  holding = (drawing: string): Chart | null => this.byTick.get(drawing) ?? null
}

/** Remembers the index of the charts it was asked for last. */
export class ChartIndexCache {
  private known: { charts: Plan['charts']; index: ChartIndex } | null = null

  of(charts: Plan['charts']): ChartIndex {
    if (this.known?.charts !== charts) this.known = { charts, index: new ChartIndex(charts) }
    return this.known.index
  }
}
