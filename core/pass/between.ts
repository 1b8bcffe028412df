import type { Knot } from '../figure'
import { blend } from '../figure'
import type { Path, Vec } from '../motion'
import { arc, distance, partOf, straight, thrown, warped } from '../motion'
import type { Chart, Content, Drawing, Stack } from '../document/document'
import { subjectsOf } from '../document/shown'
import { partKey } from '../document/document'

/**
 * The poses of a chart, those before and after it that its arc runs through, and the ends of the longer arc it is a
 * part of.
 */
export interface Ends {
  readonly from: Drawing
  readonly to: Drawing
  readonly before?: Drawing
  readonly after?: Drawing
  readonly along?: Ends
}

const placeIn = (d: Drawing | undefined, subject: string): Vec | null => d?.content.poses[subject]?.place ?? null
const SAME_PLACE = 0.5

/** The way of a subject's place through a chart. */
export function pathOf(chart: Chart, ends: Ends, subject: string): Path {
  const [a, b] = [placeIn(ends.from, subject)!, placeIn(ends.to, subject)!]
  if (chart.path === 'straight') return straight(a, b)
  const whole = ends.along ? wholePath(chart, ends.along, subject) : null
  if (whole && chart.along) {
    const part = partOf(whole, chart.along.a, chart.along.b)
    if (distance(part(0), a) < SAME_PLACE && distance(part(1), b) < SAME_PLACE) return part
  }
  return wholePath(chart, ends, subject) ?? straight(a, b)
}

function wholePath(chart: Chart, ends: Ends, subject: string): Path | null {
  const [a, b] = [placeIn(ends.from, subject), placeIn(ends.to, subject)]
  if (!a || !b) return null
  // Cut off a straight one, a part of it is straight; so this is asked for the others only.
  const path = chart.path === 'straight' ? 'arc' : chart.path
  return pathThrough(path, [placeIn(ends.before, subject), a, b, placeIn(ends.after, subject)])
}

/** A way from the second of four places to the third; the outer ones are those of the poses beside, if there are any. */
export function pathThrough(
  path: Chart['path'],
  [before, a, b, after]: readonly [Vec | null, Vec, Vec, Vec | null],
): Path {
  if (path === 'straight') return straight(a, b)
  if (path === 'throw-up' || path === 'throw-down') return thrown(a, b, path === 'throw-up' ? 'second' : 'first')
  return arc(before, a, b, after)
}

/** True while a chart that was cut off a longer one still runs along it: nothing at its ends has moved since. */
export function runsAlong(chart: Chart, ends: Ends): boolean {
  const { along } = ends
  if (!chart.along || !along) return false
  return Object.keys(ends.from.content.poses).every(s => {
    const [a, b] = [placeIn(ends.from, s), placeIn(ends.to, s)]
    const whole = a && b ? wholePath(chart, along, s) : null
    return (
      !whole || (distance(whole(chart.along!.a), a!) < SAME_PLACE && distance(whole(chart.along!.b), b!) < SAME_PLACE)
    )
  })
}

/**
 * Where a subject that is in one of two poses only changes over: the places between which it does, as indices of the row
 * 0, ticks, 1. By choice on a drawing, else across the widest gap (the one nearest the middle, then the earlier, of
 * equals).
 */
export function changeGap(chart: Chart, subject: string): number {
  const row = [0, ...chart.ticks.map(t => t.u), 1]
  const selected = chart.change?.[subject]
  if (selected === chart.to) return row.length - 2
  const at = chart.ticks.findIndex(t => t.drawing === selected)
  return at >= 0 ? at : widestGap(row)
}

/**
 * The widest gap of a row of places, as the index of its first; of equals the nearest to the middle, then the earlier.
 */
export function widestGap(row: readonly number[]): number {
  const middle = (row.length - 2) / 2
  let best = 0
  for (let i = 1; i < row.length - 1; i++) {
    const more = Math.abs(row[i + 1]! - row[i]!) - Math.abs(row[best + 1]! - row[best]!)
    if (more > 1e-9 || (more > -1e-9 && Math.abs(i - middle) < Math.abs(best - middle) - 1e-9)) best = i
  }
  return best
}

/** The breakdowns of some parts that stand in a chart, as knots for one subject. */
const knotsOf = (stack: Stack, chart: Chart, subject: string): Knot[] =>
  chart.ticks.flatMap(({ drawing, u }) => {
    const fixed = stack.drawings[drawing]?.fixed?.[subject]
    return fixed ? [{ ...fixed, u }] : []
  })

/** What an in-between shows: subjects that are in both poses are blended, the others change over. */
export const between = (stack: Stack, chart: Chart, index: number, ends: Ends): Content =>
  betweenAt(stack, chart, chart.ticks[index]!.u, index, ends)

/** What an in-between of a chart would show at a place; `index` tells on which side of a change-over it is. */
export function betweenAt(stack: Stack, chart: Chart, u: number, index: number, ends: Ends): Content {
  const poses: Content['poses'] = {}
  for (const { id, figure } of subjectsOf(stack)) {
    const [a, b] = [ends.from.content.poses[id], ends.to.content.poses[id]]
    if (a && b) {
      const leads = chart.leads
      const shareOf = leads ? (part: string) => warped(leads[partKey(id, part)] ?? 0)(u) : undefined
      poses[id] = blend(figure, a, b, u, { path: pathOf(chart, ends, id), shareOf, knots: knotsOf(stack, chart, id) })
    } else if (a && index < changeGap(chart, id)) poses[id] = a
    else if (b && index >= changeGap(chart, id)) poses[id] = b
  }
  return { poses, strokes: [] }
}
