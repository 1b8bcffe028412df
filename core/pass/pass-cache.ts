import type { Column, Plan } from '../document/document'
import type { RoundShown } from '../document/cycling'
import { roundsShown } from '../document/cycling'
import type { Runs } from '../sheet'
import { runAt, splice } from '../sheet'
import { ChartIndexCache } from './chart-index'
import type { Pass } from './passes'
import { passesOf } from './passes'
import { PosesCache } from './roles'
import { same } from './same'
import type { Moment } from './scene'

/** Exposures with the first drawing of a cycle again where they end with it: the pass over its seam is there, too. */
function closed(runs: Runs, rounds: readonly RoundShown[]): Runs {
  const last = rounds.find(r => r.start + r.frames - 1 === runs.frames)
  const first = last && runAt(runs, last.start)
  return first ? splice(runs, null, 0, [{ ...first.run, frames: 1, again: true }]) : runs
}

/** Remembers the passes of the columns of one plan, for as long as exposures, charts and roles are the same. */
export class PassCache {
  private readonly poses = new PosesCache()
  private readonly indexes = new ChartIndexCache()
  private readonly known = new WeakMap<Runs, { deps: readonly unknown[]; passes: Pass[] }>()
  private readonly through = new WeakMap<readonly Pass[], ReadonlyMap<string, number>>()

  of({ shot, plan }: Moment, { id, runs, stack }: Column): Pass[] {
    const poses = this.poses.of(stack, shot.stacks[stack]!.drawings)
    const rounds = roundsShown(shot.plans[plan.id]?.columns[id], shot.length)
    const deps = [stack, plan.charts, poses, rounds]
    const known = this.known.get(runs)
    if (known && same(known.deps, deps)) return known.passes
    const index = this.indexes.of(plan.charts)
    const passes = passesOf({ runs: closed(runs, rounds) }, poses, (a, b) => index.between(stack, a, b))
    this.known.set(runs, { deps, passes })
    return passes
  }

  /** The chart that a drawing is an in-between of. */
  chartOf = (plan: Plan, drawing: string) => this.indexes.of(plan.charts).holding(drawing)

  /** The index of the first pass through a chart; −1 where none of these goes through it. */
  firstThrough(passes: readonly Pass[], chart: string): number {
    const known = this.through.get(passes) ?? new Map<string, number>()
    if (!this.through.has(passes)) {
      passes.forEach((p, i) => p.chart && !known.has(p.chart.id) && (known as Map<string, number>).set(p.chart.id, i))
      this.through.set(passes, known)
    }
    return known.get(chart) ?? -1
  }
}
