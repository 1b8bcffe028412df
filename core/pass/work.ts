import type { Recipe, Task } from '../chart'
import { orderOfWork, placeName } from '../chart'
import type { Chart, Drawing, Stack } from '../document'

/** One line of the order of work, with the drawings it names. */
export interface WorkLine extends Task {
  readonly drawing: Drawing
  readonly first: Drawing
  readonly second: Drawing
  readonly drawn: boolean
  readonly words: string
}

/** The favour that counts as one in the order of work: the chart's own, if it has favours. */
const favourOf = (recipe: Recipe): number | undefined =>
  recipe.family === 'favours' && recipe.f ? Math.max(recipe.f, 1 / 6) : undefined

const DIVISION = { half: 'half', third: 'third', favour: 'favour', other: '', beyond: 'beyond' }

/** The list an in-betweener works a chart by. */
export function workOf({ drawings }: Stack, chart: Chart): WorkLine[] {
  const named = (i: number): Drawing =>
    drawings[i < 0 ? chart.from : i >= chart.ticks.length ? chart.to : chart.ticks[i]!.drawing]!
  return orderOfWork(
    chart.ticks.map(t => t.u),
    favourOf(chart.recipe),
  ).map((t): WorkLine => {
    const drawing = named(t.tick)
    const words =
      t.division === 'half'
        ? 'half'
        : t.division === 'other' || t.division === 'beyond'
          ? placeName(t.share)
          : t.share > 0.5
            ? `${DIVISION[t.division]} toward ${named(t.between[1]).number}`
            : `${DIVISION[t.division]} at ${named(t.between[0]).number}`
    return { ...t, drawing, first: named(t.between[0]), second: named(t.between[1]), drawn: drawing.own, words }
  })
}
