import type { Recipe } from '#core/chart'
import { offered, roomFor, sameSpacing, spread, turnedRecipe } from '#core/chart'
import { refOf } from '#core/commands'
import { freeNumber, goesWithChart } from '#core/document'
import type { Pass } from '#core/pass'
import { timesOf } from '#core/pass'
import { planAndColumn } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'

/** From this many in-betweens on a span begins with a curve: halving so often leaves no travel at its ends. */
const LONG = 5
const CURVE = offered.find(o => o.family === 'curve')!.recipes[2]!

/** The spacing that a span begins with: slow at both ends; even where there is no telling that from even. */
export function usualRecipe(count: number): Recipe {
  const slow: Recipe = count >= LONG ? CURVE : { family: 'halves', slow: 'both' }
  const n = Math.max(1, count)
  return sameSpacing(spread(slow, n), spread({ family: 'even' }, n)) ? { family: 'even' } : slow
}

/** How many in-betweens fit in a pass on a step. */
export const mostIn = (pass: Pass, step: number): number => roomFor(pass.from.start, pass.to.start, step)

/** How a pass is charted: spacing and step where they are given; `taken` are numbers that other new drawings get. */
export interface Filling {
  readonly recipe?: Recipe
  readonly step?: number
  readonly taken?: string[]
}

/**
 * Charts a pass with a number of in-betweens: those it has are kept in order, new ones are named by the frame they fall
 * on.
 */
export function fill(scene: Scene, focus: Focus, pass: Pass, count: number, given: Filling = {}): Draft {
  const chart = pass.chart
  const step = given.step ?? chart?.step ?? focus.column!.step
  const recipe = given.recipe ?? (chart?.ticks.length ? chart.recipe : usualRecipe(count))
  const places = spread(recipe, count, { current: chart?.ticks.map(t => t.u) })
  const total = pass.to.start - pass.from.start
  const each = Math.max(1, count ? Math.min(step, Math.floor((total - 1) / count)) : step)
  const known = chart?.ticks ?? []
  const keep = kept(
    focus,
    known.map(t => t.drawing),
    count,
    pass.backward,
  )
  const taken = given.taken ?? []
  const fresh = count - keep.length
  const ticks = places.map((u, i) => {
    // In-betweens stand right before the second pose, so new ones come at the beginning of the pass.
    const old = pass.backward ? keep[i] : keep[i - fresh]
    if (old) return { drawing: old, number: focus.stack!.drawings[old]!.number, u }
    const at = pass.to.start - each * (pass.backward ? i + 1 : count - i)
    const number = freeNumber(focus.stack!, String(at), taken)
    taken.push(number)
    return { drawing: newId(), number, u }
  })
  return {
    name: 'chart.fill',
    args: {
      ...planAndColumn(scene, focus),
      chart: chart?.id ?? newId(),
      from: refOf(pass.from),
      to: refOf(pass.to),
      ticks,
      recipe,
      step,
    },
  }
}

/**
 * The in-betweens that stay when there shall be fewer: those first in time go first, computed ones before own or
 * finished ones.
 */
function kept(focus: Focus, drawings: readonly string[], count: number, backward: boolean): string[] {
  const inTime = backward ? [...drawings].reverse() : [...drawings]
  const { drawings: all } = focus.stack!
  const goes = (d: string): boolean => goesWithChart(all[d]!)
  const byWorth = [...inTime.filter(goes), ...inTime.filter(d => !goes(d))]
  const gone = new Set(byWorth.slice(0, Math.max(0, drawings.length - count)))
  return drawings.filter(d => !gone.has(d))
}

/** A recipe as the chart of a pass keeps it: a return is spaced as it is seen, so it is turned round. */
export const asKept = (pass: Pass, recipe: Recipe): Recipe => (pass.backward ? turnedRecipe(recipe) : recipe)

/** The places that a recipe gives in a pass, as its chart keeps them. */
export function placesIn(pass: Pass, recipe: Recipe): number[] {
  const ticks = pass.chart?.ticks.map(t => t.u) ?? []
  return spread(asKept(pass, recipe), ticks.length, { current: ticks, times: timesOf(pass) ?? undefined })
}

/** Spaces the chart of a pass by a recipe, as it is seen there. */
export function space(scene: Scene, pass: Pass, recipe: Recipe): Draft | null {
  return pass.chart
    ? {
        name: 'chart.space',
        args: {
          plan: scene.plan.id,
          chart: pass.chart.id,
          recipe: asKept(pass, recipe),
          places: placesIn(pass, recipe),
        },
      }
    : null
}
