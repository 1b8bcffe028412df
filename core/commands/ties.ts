import { z } from 'zod'
import { idSchema, plural } from '../basic'
import { command } from './kind'
import type { Chart, Tie } from '../document/document'
import { tieSchema } from '../document/document'
import { chartOf, withChart } from './parts'
import { refuse } from './refusal'

const sameTie = (a: Tie, b: Tie): boolean => a.from === b.from && a.to === b.to

/** True where a tie says something of a stroke that another one says something of, on either side. */
const speaksOf = (a: Tie, b: Tie): boolean => (a.from !== null && a.from === b.from) || (a.to !== null && a.to === b.to)

/** A chart with its ties, without the field where there are none. */
export function withTies(chart: Chart, ties: readonly Tie[]): Chart {
  const { ties: _ties, ...rest } = chart
  return ties.length ? { ...rest, ties: [...ties] } : rest
}

export const tieStrokes = command(
  'chart.tie',
  z.object({ plan: idSchema, chart: idSchema, ties: z.array(tieSchema).min(1).max(200) }),
  ({ ties }) =>
    ties.length > 1
      ? `Tie ${plural(ties.length, 'stroke')}`
      : ties[0]!.from === null || ties[0]!.to === null
        ? 'A stroke becomes none'
        : ties[0]!.points?.length
          ? 'Tie points of two strokes'
          : 'Tie two strokes',
  (shot, { plan, chart: id, ties }) => {
    const chart = chartOf(shot, plan, id)
    if (ties.some(t => t.from === null && t.to === null)) refuse('invalid', 'A tie names a stroke.')
    // What is said now takes the place of what was said of these strokes.
    const kept = (chart.ties ?? []).filter(old => !ties.some(t => speaksOf(t, old)))
    return withChart(shot, plan, withTies(chart, [...kept, ...ties]))
  },
)

export const untieStrokes = command(
  'chart.untie',
  z.object({
    plan: idSchema,
    chart: idSchema,
    /** Null frees all. */
    ties: z.array(tieSchema).min(1).max(200).nullable(),
  }),
  ({ ties }) => (ties === null ? 'Free all ties' : ties.length === 1 ? 'Free a tie' : `Free ${ties.length} ties`),
  (shot, { plan, chart: id, ties }) => {
    const chart = chartOf(shot, plan, id)
    const old = chart.ties ?? []
    const left = ties === null ? [] : old.filter(t => !ties.some(x => sameTie(x, t)))
    if (left.length === old.length) refuse('gone', 'This tie is not in the chart any more.')
    return withChart(shot, plan, withTies(chart, left))
  },
)
