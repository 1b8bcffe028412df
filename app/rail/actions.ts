import { betweenTicks } from '#core/chart'
import { refOf } from '#core/commands'
import { isPose } from '#core/pass'
import { inChart } from '~/chart/breakdowns'
import { passHere } from '~/chart/spans'
import type { Action } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { planAndColumn } from '~/desk/drafts'
import { pickedBars } from './bars'
import { spaced, traded } from './gestures'
import { useRail } from './store'

/** How far a key moves a tick, as a share of the span. */
const NUDGE = 1 / 32

function nudgeTick(d: Desk, by: number): void {
  const bars = pickedBars(d.scene!, d.focus!, useRail().picked)
  const held = bars.find(b => b.kind === 'in-between')
  if (held) {
    const { scale } = useRail()
    const dx = by * NUDGE * (held.section!.to - held.section!.from) * scale.span
    const made = spaced(d.scene!, d.focus!, { bars, held, dx, scale, free: true })
    if (made) d.run(...made.drafts)
    return
  }
  const chart = d.drawing && d.scene!.contents.chartOf(d.plan!, d.drawing.id)
  if (!chart) return
  const drawing = d.drawing!.id
  const i = chart.ticks.findIndex(t => t.drawing === drawing)
  const u = betweenTicks(chart.ticks[i]!.u + by * NUDGE, chart.ticks[i - 1]?.u, chart.ticks[i + 1]?.u)
  d.run({ name: 'chart.tick', args: { plan: d.plan!.id, chart: chart.id, drawing, u } })
}

function moveDrawing(d: Desk, by: number): void {
  const bars = pickedBars(d.scene!, d.focus!, useRail().picked)
  if (bars.length) {
    const made = traded(d.scene!, d.focus!, { bars, held: bars[0]!, rows: by })
    if (made && d.run(...made.drafts)) d.goTo(d.frame + by)
    return
  }
  if (!d.place) return
  const args = { ...planAndColumn(d.scene!, d.focus!), run: refOf(d.place), delta: by }
  const name = isPose(d.drawing ?? undefined) ? 'pose.move' : 'run.shift'
  if (d.run({ name, args })) d.goTo(d.frame + by)
}

/** Moving drawings in time and in their spans. */
export const railActions: readonly Action[] = [
  {
    id: 'earlier',
    after: 'break-parts',
    name: 'One frame earlier',
    hint: 'the drawing',
    group: 'Poses',
    keys: ['Alt+ArrowUp'],
    repeats: true,
    can: hasExposure,
    do: d => moveDrawing(d, -1),
  },
  {
    id: 'later',
    after: 'earlier',
    name: 'One frame later',
    hint: 'the drawing',
    group: 'Poses',
    keys: ['Alt+ArrowDown'],
    repeats: true,
    can: hasExposure,
    do: d => moveDrawing(d, 1),
  },
  {
    id: 'pick-pass',
    after: 'work',
    name: 'Select the in-betweens of this span',
    hint: 'on the rail',
    group: 'In-betweens',
    keys: ['Shift+A'],
    can: d => !!passHere(d.scene!, d.focus!)?.members.length,
    why: 'the span here has no in-betweens yet.',
    do: d => {
      useRail().picked = new Set(passHere(d.scene!, d.focus!)!.members.map(m => m.run.id))
    },
  },
  {
    id: 'tick-toward',
    after: 'space-wind-up',
    name: 'Nearer to the second pose',
    hint: 'by 1/32 of the span',
    group: 'In-betweens',
    keys: ['Alt+ArrowRight'],
    repeats: true,
    can: d => inChart(d) || useRail().picked.size > 0,
    why: 'there is no in-between here.',
    do: d => nudgeTick(d, 1),
  },
  {
    id: 'tick-back',
    after: 'tick-toward',
    name: 'Nearer to the first pose',
    hint: 'by 1/32 of the span',
    group: 'In-betweens',
    keys: ['Alt+ArrowLeft'],
    repeats: true,
    can: d => inChart(d) || useRail().picked.size > 0,
    why: 'there is no in-between here.',
    do: d => nudgeTick(d, -1),
  },
]
