import { isPose } from '#core/pass'
import type { Desk } from '~/desk/desk'
import { cut } from './spans'

/** The drawing under the playhead is an in-between of a chart. */
export const inChart = (d: Desk): boolean =>
  !!d.drawing && !isPose(d.drawing) && !!d.scene!.contents.chartOf(d.plan!, d.drawing.id)

/** A breakdown: an in-between is cut out of its chart, a pose takes the role. */
export function makeBreakdown(d: Desk): void {
  const { drawing, stack } = d
  if (!drawing) return
  const chart = isPose(drawing) ? null : d.scene!.contents.chartOf(d.plan!, drawing.id)
  if (!chart) {
    d.run({ name: 'drawing.set', args: { stack: stack!.id, drawing: drawing.id, role: 'breakdown' } })
    return
  }
  const draft = cut(d.scene!, d.focus!, chart, drawing)
  if (draft) d.run(draft)
}

/** An in-between that fixes only what is posed on it, or a plain one again. */
export function breakParts(d: Desk): void {
  const { drawing } = d
  const chart = drawing && d.scene!.contents.chartOf(d.plan!, drawing.id)
  if (!chart) return
  const args = { plan: d.plan!.id, chart: chart.id, drawing: drawing.id, fixed: drawing.fixed ? null : {} }
  d.run({ name: 'drawing.fix', args })
}
