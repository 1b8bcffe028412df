import { layBones } from '../figure'
import type { Vec } from '../motion'
import { eachRun } from '../sheet'
import type { Pin, Plan, Stack } from '../document/document'
import type { ContentCache, Shown } from './content-cache'
import { drawingShown } from './passes'
import type { PassCache } from './pass-cache'
import type { Held } from './pins'
import { holdOf, pinned, pinsOn } from './pins'
import { same } from './same'
import type { Moment } from './scene'

/** Remembers the drawings of one plan with what is pinned at its place. */
export class PinCache {
  private lists: { pins: Plan['pins']; list: Pin[] } | null = null
  private readonly known = new Map<string, { deps: readonly unknown[]; content: Shown }>()

  constructor(
    private readonly passes: PassCache,
    private readonly contents: ContentCache,
  ) {}

  /** What is on a drawing, with what is pinned at its place. */
  of(at: Moment, stack: Stack, id: string): Shown {
    const content = this.contents.of(at, stack, id)
    const pins = this.pins(at.plan, id)
    if (!pins.length) return content
    const { plan, shot } = at
    // Another part that something is pinned to may be anywhere in the shot.
    const anywhere = pins.some(p => p.to.kind === 'part') ? [plan.columns, plan.charts, shot.stacks] : []
    const deps = [content, stack.subjects, ...anywhere, ...pins]
    const known = this.known.get(id)
    if (known && same(known.deps, deps)) return known.content
    const held = pinned(stack, content, pins, pin => this.target(at, id, pin))
    this.known.set(id, { deps, content: held })
    return held
  }

  /** How the pins of a drawing hold: where they are, and how far from them what they should hold is. */
  hold(at: Moment, stack: Stack, id: string): Held[] {
    const pins = this.pins(at.plan, id)
    return pins.length ? holdOf(stack, this.of(at, stack, id), pins, pin => this.target(at, id, pin)) : []
  }

  private pins(plan: Plan, id: string): Pin[] {
    if (!plan.pins) return []
    if (this.lists?.pins !== plan.pins) this.lists = { pins: plan.pins, list: Object.values(plan.pins) }
    return pinsOn(this.lists.list, id, this.passes.chartOf(plan, id))
  }

  /**
   * The place that a pin holds something at, in a drawing. What is pinned to a part follows it as it is without pins of
   * its own.
   */
  private target(at: Moment, drawing: string, pin: Pin): Vec | null {
    const { to } = pin
    if (to.kind === 'point') return to.at
    const stack = at.shot.stacks[to.stack]
    const other = to.stack === pin.stack ? drawing : shownWith(at.plan, pin.stack, drawing, to.stack)
    const pose = stack && other ? this.contents.of(at, stack, other).poses[to.subject] : undefined
    const figure = stack?.subjects[to.subject]?.figure
    if (!pose || !figure) return null
    const tip = to.bone === 'place' ? pose.place : layBones(figure, pose).get(to.bone)?.tip
    return tip ? { x: tip.x + to.off.x, y: tip.y + to.off.y } : null
  }
}

/** The drawing of another stack that is shown when a drawing is first shown. */
function shownWith(plan: Plan, stack: string, drawing: string, other: string): string | null {
  const columns = plan.order.map(id => plan.columns[id]!)
  const [mine, theirs] = [columns.find(c => c.stack === stack), columns.find(c => c.stack === other)]
  if (!mine || !theirs) return null
  for (const { run, start } of eachRun(mine.runs)) if (run.drawing === drawing) return drawingShown(theirs, start)
  return null
}
