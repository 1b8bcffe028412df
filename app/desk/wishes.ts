import type { Recipe } from '#core/chart'
import { roomFor, spread, turnedRecipe } from '#core/chart'
import type { Pass } from '#core/pass'
import { isPose, timesOf } from '#core/pass'
import { eachRun, lastRun, summary } from '#core/sheet'
import type { Content, PoseRole, Drawing } from '#core/document'
import { emptyContent, freeNumber } from '#core/document'
import { onStep, refOf, spotAt } from '#core/commands'
import { perSecond } from '#core/time'
import { newId } from '~/sync/ids'
import type { Draft } from '~/sync/session'
import type { Desk } from './desk'
import { selectedColumns, overColumns, passagesOf } from '~/sheet/arrange'
import { copied } from './copies'

/** Where a new pose goes: under the playhead, or a number of frames after the beginning of the last exposure. */
export type PoseWhere = 'playhead' | { readonly afterLast: number }
/** What a new pose begins with: nothing, or the content of a drawing. */
export type PoseFrom = 'blank' | { readonly copyOf: string }

export const planAndColumn = (desk: Desk) => ({ plan: desk.plan!.id, column: desk.column!.id })

/** The pose exposed last before a frame (or at it); the last of the column when there is none. */
export function lastPose(desk: Desk, frame = Infinity): Drawing | null {
  let found: Drawing | null = null
  for (const { run, start } of eachRun(desk.column!.runs)) {
    const d = run.drawing ? desk.stack!.drawings[run.drawing] : undefined
    if (d && isPose(d) && (start <= frame || !found)) found = d
  }
  return found
}

/** The frame a new pose would come to stand on. */
export function poseFrame(desk: Desk, where: PoseWhere): number {
  const last = lastRun(desk.column!.runs)
  return where === 'playhead' ? desk.frame : last ? last.start + where.afterLast : 1
}

/** A new pose in the active column, numbered by the frame it falls on. */
export function newPose(desk: Desk, from: PoseFrom, where: PoseWhere, role: PoseRole = 'key', id = newId()): Draft {
  const stack = desk.stack!
  const source = from === 'blank' ? undefined : stack.drawings[from.copyOf]
  const content = source ? copied(desk.contents.of(desk.shot!, desk.plan!, stack, source.id)) : emptyContent
  const spot = spotAt(desk.column!.runs, desk.frame)
  // Behind a repeat at the end of the column, the frame is told as it is seen.
  const behindRepeat = where !== 'playhead' && !!lastRun(desk.column!.runs)?.run.again
  const place =
    where === 'playhead'
      ? (spot ?? { onFrame: desk.frame })
      : behindRepeat
        ? spotAt(desk.column!.runs, poseFrame(desk, where))!
        : where
  const number = freeNumber(stack, String(poseFrame(desk, where)))
  return { name: 'pose.add', args: { ...planAndColumn(desk), drawing: { id, number, role, content }, where: place } }
}

/** The content that a computed in-between is fixed with when someone works on it; nothing for a drawing that is its own. */
export const fixOf = (desk: Desk, drawing: Drawing): { fix?: Content } =>
  drawing.own ? {} : { fix: desk.contents.of(desk.shot!, desk.plan!, desk.stack!, drawing.id) }

/** How many in-betweens fit in a pass on a step. */
export const mostIn = (pass: Pass, step: number): number => roomFor(pass.from.start, pass.to.start, step)

/** Charts a pass with a number of in-betweens: those it has are kept in order, new ones are named by the frame they fall on. */
export function fill(desk: Desk, pass: Pass, count: number, draft: { recipe?: Recipe; step?: number } = {}): Draft {
  const chart = pass.chart
  const step = draft.step ?? chart?.step ?? desk.column!.step
  const recipe = draft.recipe ?? chart?.recipe ?? { family: 'halves', slow: 'both' }
  const places = spread(recipe, count, { current: chart?.ticks.map(t => t.u) })
  const total = pass.to.start - pass.from.start
  const each = Math.max(1, count ? Math.min(step, Math.floor((total - 1) / count)) : step)
  const known = chart?.ticks ?? []
  const keep = kept(
    desk,
    known.map(t => t.drawing),
    count,
    pass.backward,
  )
  const taken: string[] = []
  const fresh = count - keep.length
  const ticks = places.map((u, i) => {
    // In-betweens stand right before the second pose, so new ones come at the beginning of the pass.
    const old = pass.backward ? keep[i] : keep[i - fresh]
    if (old) return { drawing: old, number: desk.stack!.drawings[old]!.number, u }
    const at = pass.to.start - each * (pass.backward ? i + 1 : count - i)
    const number = freeNumber(desk.stack!, String(at), taken)
    taken.push(number)
    return { drawing: newId(), number, u }
  })
  return {
    name: 'chart.fill',
    args: {
      ...planAndColumn(desk),
      chart: chart?.id ?? newId(),
      from: refOf(pass.from),
      to: refOf(pass.to),
      ticks,
      recipe,
      step,
    },
  }
}

/** The in-betweens that stay when there shall be fewer: those first in time go first, computed ones before own ones. */
function kept(desk: Desk, drawings: readonly string[], count: number, backward: boolean): string[] {
  const inTime = backward ? [...drawings].reverse() : [...drawings]
  const byWorth = [
    ...inTime.filter(d => !desk.stack!.drawings[d]!.own),
    ...inTime.filter(d => desk.stack!.drawings[d]!.own),
  ]
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
export function space(desk: Desk, pass: Pass, recipe: Recipe): Draft | null {
  return pass.chart
    ? {
        name: 'chart.space',
        args: {
          plan: desk.plan!.id,
          chart: pass.chart.id,
          recipe: asKept(pass, recipe),
          places: placesIn(pass, recipe),
        },
      }
    : null
}

export type RangeChange = { kind: 'expose'; step: number; by: 'push' | 'thin' } | { kind: 'hold' } | { kind: 'clear' }

/** A change of exposure over the range that is selected, for every selected column. None in empty columns. */
export function overRange(desk: Desk, draft: RangeChange): Draft[] {
  return overColumns(desk, (_column, args) => {
    if (draft.kind === 'expose') return { name: 'range.expose', args: { ...args, step: draft.step, by: draft.by } }
    return draft.kind === 'hold' ? { name: 'range.hold', args } : { name: 'range.clear', args }
  })
}

const s = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`

/** What a range is, in words: "Keeper, frames 13–28: 6 drawings, on twos, one hold of 4". */
export function rangeWords(desk: Desk): string {
  const { first, last } = desk.range
  const columns = selectedColumns(desk)
  const selected = desk.selection?.drawing && desk.stack?.drawings[desk.selection.drawing]
  if (selected) {
    const parts = passagesOf(desk)
    return `Drawing ${selected.number} of ${desk.column!.name}, exposed ${parts.length === 1 ? 'once' : `${parts.length} times`}: ${s(
      parts.reduce((sum, p) => sum + p.last - p.first + 1, 0),
      'frame',
    )}.`
  }
  const frames = first === last ? `frame ${first}` : `frames ${first}–${last}`
  if (columns.length > 1) {
    const drawings = columns.reduce((sum, c) => sum + summary(c.runs, first, last).drawings, 0)
    return `${columns.length} columns, ${frames}: ${s(last - first + 1, 'frame')}, ${s(drawings, 'drawing')}${aSecond(desk, drawings, last - first + 1)}`
  }
  const [column] = columns
  if (!column?.runs.count) return 'Nothing is exposed in this column yet.'
  const { drawings } = summary(column.runs, first, last)
  const lengths = [...eachRun(column.runs)]
    .filter(({ run, start }) => run.drawing !== null && start <= last && start + run.frames > first)
    .map(({ run, start }) => Math.min(last, start + run.frames - 1) - Math.max(first, start) + 1)
  return `${column.name}, ${frames}: ${s(last - first + 1, 'frame')}, ${s(drawings, 'drawing')}${exposedAs(lengths)}${aSecond(desk, drawings, last - first + 1)}`
}

/** How many different drawings a second there are, where there are several. */
const aSecond = (desk: Desk, drawings: number, frames: number): string =>
  drawings > 1 ? `, ${((drawings * perSecond(desk.shown!.rate)) / frames).toFixed(1)} a second` : ''

/** The usual exposure of some lengths, and the holds among them. */
function exposedAs(lengths: readonly number[]): string {
  if (lengths.length < 2) return ''
  const counts = new Map<number, number>()
  for (const n of lengths) counts.set(n, (counts.get(n) ?? 0) + 1)
  const [usual, times] = [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]!
  if (times < 2) return `, longest ${Math.max(...lengths)}`
  const holds = lengths.filter(n => n > Math.max(3, usual))
  return `, ${times === lengths.length ? '' : 'mostly '}${onStep(usual)}${holds.length === 1 ? `, one hold of ${holds[0]}` : holds.length ? `, ${holds.length} holds up to ${Math.max(...holds)}` : ''}`
}
