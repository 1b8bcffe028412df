import type { Recipe } from '#core/chart'
import { resample, spread } from '#core/chart'
import { warped } from '#core/motion'
import type { Pass, WorkLine } from '#core/pass'
import { changeGap, isPose, passAt, timesOf, workOf } from '#core/pass'
import { eachRun } from '#core/sheet'
import type { Chart, Drawing } from '#core/document'
import { freeNumber, partKey, subjectsOf } from '#core/document'
import { refOf } from '#core/commands'
import type { Focus, Scene } from '~/desk/scene'
import { passesHere } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'
import { asKept } from './fill'
import { fixOf, planAndColumn } from '~/desk/drafts'

/** The pass that the frame that is worked on is in. */
export const passUnder = (scene: Scene, focus: Focus): Pass | null => passAt(passesHere(scene, focus), focus.workFrame)

/** The pass that the playhead is in; on the last pose the one that ends there. */
export const passHere = (scene: Scene, focus: Focus): Pass | null =>
  passUnder(scene, focus) ?? passesHere(scene, focus).findLast(p => p.to.run.id === focus.place?.run.id) ?? null

/** Where subjects that change over in the whole do so in the two parts of a chart that is cut at a tick. */
function changeIn(
  scene: Scene,
  focus: Focus,
  chart: Chart,
  index: number,
): { first: Record<string, string>; second: Record<string, string> } {
  const stack = focus.stack!
  const [from, to] = [stack.drawings[chart.from]!, stack.drawings[chart.to]!]
  const change = { first: {} as Record<string, string>, second: {} as Record<string, string> }
  for (const { id } of subjectsOf(stack)) {
    if (!!from.content.poses[id] === !!to.content.poses[id]) continue
    const gap = changeGap(chart, id)
    const after = chart.ticks[gap]?.drawing ?? chart.to
    change[gap <= index ? 'first' : 'second'][id] = after
  }
  return change
}

/** Makes an in-between a breakdown where it is: its chart becomes two. */
export function cut(scene: Scene, focus: Focus, chart: Chart, drawing: Drawing): Draft | null {
  const ends = scene.contents.ends(scene, focus.stack!, chart)
  const index = chart.ticks.findIndex(t => t.drawing === drawing.id)
  if (!ends || index < 0) return null
  const { u } = chart.ticks[index]!
  const lead =
    subjectsOf(focus.stack!)
      .map(s => chart.leads?.[partKey(s.id, 'place')])
      .find(l => l !== undefined) ?? 0
  return {
    name: 'chart.cut',
    args: {
      plan: scene.plan.id,
      chart: chart.id,
      drawing: drawing.id,
      content: fixOf(scene, focus, drawing).fix ?? drawing.content,
      second: newId(),
      before: ends.before?.id ?? null,
      after: ends.after?.id ?? null,
      reached: warped(lead)(u),
      change: changeIn(scene, focus, chart, index),
    },
  }
}

/**
 * Joins the spans on both sides of a breakdown; it becomes an in-between of its own. A sentence where that cannot be
 * done.
 */
export function join(scene: Scene, focus: Focus, drawing: Drawing): Draft | string {
  const into = passesHere(scene, focus).find(p => p.to.drawing === drawing.id)
  const out = passesHere(scene, focus).find(p => p.from.drawing === drawing.id)
  const [first, second] = into?.chart?.to === drawing.id ? [into.chart, out?.chart] : [out?.chart, into?.chart]
  if (!first || !second) return `There is no chart on both sides of ${drawing.number}: add an in-between first.`
  if (first.to !== second.from) return `The spans beside ${drawing.number} run toward each other: they cannot be one.`
  const travel = (a: string, b: string) => scene.contents.travel(scene, focus.stack!, a, b)
  const [one, two] = [travel(first.from, first.to), travel(second.from, second.to)]
  const exact =
    first.along && second.along && first.along.from === second.along.from
      ? (first.along.b - first.along.a) / (second.along.b - first.along.a)
      : null
  // Where no figure travels, by the time that each part takes.
  const time = (p: Pass | undefined): number => (p ? p.to.start - p.from.start : 1)
  const at = exact ?? (one + two > 0 ? one / (one + two) : time(into) / (time(into) + time(out)))
  return {
    name: 'chart.join',
    args: { plan: scene.plan.id, first: first.id, second: second.id, at: Math.max(0.001, Math.min(0.999, at)) },
  }
}

/** Opens one drawing's room beside a pose of the pass and fills it halfway. */
export function wedge(scene: Scene, focus: Focus, pass: Pass, side: 'first' | 'second'): Draft {
  const frame = side === 'first' ? pass.from.start + pass.from.run.frames : pass.to.start
  const step = pass.chart?.step ?? focus.column!.step
  return {
    name: 'chart.wedge',
    args: {
      ...passArgs(scene, focus, pass, side),
      drawing: { id: newId(), number: freeNumber(focus.stack!, String(frame)) },
      step,
    },
  }
}

export const unwedge = (scene: Scene, focus: Focus, pass: Pass, side: 'first' | 'second'): Draft => ({
  name: 'chart.unwedge',
  args: passArgs(scene, focus, pass, side),
})

const passArgs = (scene: Scene, focus: Focus, pass: Pass, side: 'first' | 'second') => ({
  ...planAndColumn(scene, focus),
  chart: pass.chart?.id ?? newId(),
  from: refOf(pass.from),
  to: refOf(pass.to),
  side,
})

/** The next in-between of the column that nobody has drawn, from the pass under the playhead on. */
export function nextToDraw(scene: Scene, focus: Focus): { line: WorkLine; frame: number } | null {
  const here = Math.max(
    0,
    passesHere(scene, focus).findIndex(p => p === passHere(scene, focus)),
  )
  const inTurn = [...passesHere(scene, focus).slice(here), ...passesHere(scene, focus).slice(0, here)]
  for (const pass of inTurn) {
    if (!pass.chart) continue
    for (const line of workOf(focus.stack!, pass.chart)) {
      const member = pass.members.find(m => m.drawing === line.drawing.id)
      if (member && !line.drawn) return { line, frame: member.start }
    }
  }
  return null
}

/** Numbers all in-betweens of the active column by the frame they first fall on. Null where they are already. */
export function numberByFrame(focus: Focus): Draft | null {
  const stack = focus.stack!
  const starts = new Map<string, number>()
  for (const { run, start } of eachRun(focus.column!.runs)) {
    const d = run.drawing && stack.drawings[run.drawing]
    if (d && !isPose(d) && !starts.has(d.id)) starts.set(d.id, start)
  }
  const rest = {
    ...stack,
    drawings: Object.fromEntries(Object.entries(stack.drawings).filter(([id]) => !starts.has(id))),
  }
  const taken: string[] = []
  const numbers: Record<string, string> = {}
  for (const [id, start] of starts) {
    const number = freeNumber(rest, String(start), taken)
    taken.push(number)
    if (stack.drawings[id]!.number !== number) numbers[id] = number
  }
  return Object.keys(numbers).length ? { name: 'drawing.renumber', args: { stack: stack.id, numbers } } : null
}

/** A spacing that can be given to other charts: as it is seen in a pass. */
export interface Spacing {
  readonly recipe: Recipe
  readonly places: readonly number[]
}

export function spacingOf(pass: Pass): Spacing | null {
  if (!pass.chart?.ticks.length) return null
  const places = pass.chart.ticks.map(t => t.u)
  return pass.backward
    ? { recipe: asKept(pass, pass.chart.recipe), places: places.map(u => 1 - u).reverse() }
    : { recipe: pass.chart.recipe, places }
}

/** Gives a spacing to a pass: the same places where it has as many in-betweens, else the same family or shape. */
export function giveSpacing(scene: Scene, pass: Pass, { recipe, places }: Spacing): Draft | null {
  const chart = pass.chart
  if (!chart?.ticks.length) return null
  const n = chart.ticks.length
  const kept = asKept(pass, recipe)
  const seen = recipe.family === 'free' ? (places.length === n ? [...places] : resample(places, n)) : null
  const own = seen
    ? pass.backward
      ? seen.map(u => 1 - u).reverse()
      : seen
    : spread(kept, n, { times: timesOf(pass) ?? undefined })
  return { name: 'chart.space', args: { plan: scene.plan.id, chart: chart.id, recipe: kept, places: own } }
}

/** The passes that the selected frames touch; the one under the playhead where none are selected. */
export function selectedPasses(scene: Scene, focus: Focus): Pass[] {
  const s = focus.selection
  if (!s || s.column !== focus.column?.id || s.first === s.last) return [passHere(scene, focus)].filter(p => !!p)
  return passesHere(scene, focus).filter(p => p.from.start <= s.last && p.to.start > s.first)
}

/** Two charts that meet at a pose higher than both others: what a throw is made of. A sentence where there is none. */
export function throwAt(scene: Scene, focus: Focus, pass: Pass): Draft | string {
  const height = (drawing: string): number | null => {
    const poses = Object.values(scene.contents.of(scene, focus.stack!, drawing).poses)
    return poses[0]?.place.y ?? null
  }
  const other = (p: Pass | undefined) => (p && p.chart?.ticks.length ? p : null)
  const i = passesHere(scene, focus).findIndex(p => p.from.run.id === pass.from.run.id)
  const [a, b] = [height(pass.from.drawing), height(pass.to.drawing)]
  if (a === null || b === null) return 'A throw needs a figure on both poses.'
  const up = b < a ? pass : other(passesHere(scene, focus)[i - 1])
  const down = b < a ? other(passesHere(scene, focus)[i + 1]) : pass
  const parts = [up && { pass: up, to: 'top' as const }, down && { pass: down, to: 'ground' as const }]
    .filter(p => !!p)
    .filter(({ pass: p, to }) => {
      const [from, end] = [height(p.from.drawing), height(p.to.drawing)]
      return p.chart?.ticks.length && from !== null && end !== null && (to === 'top' ? end < from : end > from)
    })
  if (!parts.length) return 'A throw has in-betweens on the way up to its top or down from it.'
  return {
    name: 'chart.throw',
    args: {
      plan: scene.plan.id,
      parts: parts.map(({ pass: p, to }) => {
        const way = (to === 'top') !== p.backward ? ('top' as const) : ('ground' as const)
        return {
          chart: p.chart!.id,
          to: way,
          places: spread({ family: way === 'top' ? 'rise' : 'fall' }, p.chart!.ticks.length, {
            times: timesOf(p) ?? undefined,
          }),
        }
      }),
    },
  }
}
