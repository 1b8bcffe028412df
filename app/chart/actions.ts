import { toast } from 'vue-sonner'
import type { Recipe } from '#core/chart'
import { betweenTicks, recipeName } from '#core/chart'
import { isPose } from '#core/pass'
import type { Desk } from '~/desk/desk'
import type { Draft } from '~/sync/session'
import type { Action } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import { U0, U1 } from '~/sheet/layout'
import { spaced } from '~/rail/gestures'
import {
  selectedPasses,
  giveSpacing,
  nextToDraw,
  numberByFrame,
  passHere,
  spacingOf,
  throwAt,
  unwedge,
  wedge,
} from './spans'
import { fill, fixOf, space } from '~/desk/wishes'

export const inChart = (d: Desk) => !!d.drawing && !isPose(d.drawing) && !!d.contents.chartOf(d.plan!, d.drawing.id)

/** The picked bars, or none. */
export const pickedBars = (d: Desk) => d.rail.bars.filter(b => d.picked.has(b.run.id) && !b.run.again)

/** Does what was made, or says why it cannot be. */
export function doOrSay(d: Desk, made: Draft | string | null): boolean {
  if (typeof made === 'string') toast(made)
  return !!made && typeof made !== 'string' && d.run(made)
}

function nudgeTick(d: Desk, by: number): void {
  const bars = pickedBars(d)
  const held = bars.find(b => b.kind === 'in-between')
  if (held) {
    const made = spaced(bars, held, (by / 32) * (held.part!.to - held.part!.from) * (U1 - U0), d, true)
    if (made) d.run(...made.drafts)
    return
  }
  const chart = d.drawing && d.contents.chartOf(d.plan!, d.drawing.id)
  if (!chart) return
  const i = chart.ticks.findIndex(t => t.drawing === d.drawing!.id)
  const u = betweenTicks(chart.ticks[i]!.u + by / 32, chart.ticks[i - 1]?.u, chart.ticks[i + 1]?.u)
  d.run({ name: 'chart.tick', args: { plan: d.plan!.id, chart: chart.id, drawing: d.drawing!.id, u } })
}

function count(d: Desk, by: number): void {
  if (d.pass) d.run(fill(d, d.pass, Math.max(0, (d.pass.chart?.ticks.length ?? 0) + by)))
}

/** Wedges, and points out where the drawing beside it now looks the same: halving has come to its end there. */
function doWedge(d: Desk, side: 'first' | 'second'): void {
  const pass = passHere(d)
  if (!pass) return
  const before = new Set(d.stuck)
  if (!d.run(wedge(d, pass, side))) return
  const stuck = [...d.stuck].find(run => !before.has(run))
  const bar = d.rail.bars.find(b => b.run.id === stuck)
  if (bar)
    toast(`Drawing ${bar.number} looks the same as the one before it.`, {
      description: 'The picture will stick there. Take one out, or move it in its span.',
    })
}

function goToNext(d: Desk): void {
  const next = nextToDraw(d)
  if (!next) {
    toast('Every in-between of this column is drawn, or there are none.')
    return
  }
  d.goTo(next.frame)
  d.ghosts = true
  d.ghostPair = { on: next.line.drawing.id, first: next.line.first.id, second: next.line.second.id }
  toast(
    `Next: ${next.line.drawing.number} between ${next.line.first.number} and ${next.line.second.number}, ${next.line.words}.`,
  )
}

function copySpacing(d: Desk): void {
  const pass = passHere(d)
  const spacing = pass && spacingOf(pass)
  if (!spacing) return
  d.copiedSpacing = spacing
  toast(`Copied: ${recipeName(spacing.recipe)}. Go to another span, or choose frames over several, and press Shift Y.`)
}

function pasteSpacing(d: Desk): void {
  const charts = new Set<string>()
  const drafts = selectedPasses(d)
    .filter(p => {
      const fresh = !!p.chart && !charts.has(p.chart.id)
      if (p.chart) charts.add(p.chart.id)
      return fresh
    })
    .flatMap(p => giveSpacing(d, p, d.copiedSpacing!) ?? [])
  if (drafts.length) d.run(...drafts)
  else toast('There is no chart with in-betweens here to take the spacing.')
}

/** The families of spacing by key and by name, for the span under the playhead. */
function spacingActions(): Action[] {
  const spacedAs = (id: string, key: string | null, recipe: Recipe): Action => ({
    id: `space-${id}`,
    name: `Space: ${recipeName(recipe).toLowerCase()}`,
    group: 'In-betweens',
    keys: key ? [key] : [],
    can: d => !!passHere(d)?.chart?.ticks.length,
    do: d => {
      const draft = space(d, passHere(d)!, recipe)
      if (draft) d.run(draft)
    },
  })
  const slow = (family: 'halves' | 'thirds' | 'favours', keys: [string, string, string]) =>
    (['first', 'second', 'both'] as const).map((side, i) =>
      spacedAs(`${family}-${side}`, keys[i]!, { family, slow: side }),
    )
  return [
    spacedAs('even', 'q', { family: 'even' }),
    ...slow('halves', ['w', 'e', 'r']),
    ...slow('thirds', ['Shift+W', 'Shift+E', 'Shift+R']),
    ...slow('favours', ['t', 'Shift+T', 'Shift+Q']),
    spacedAs('hold', null, { family: 'moving-hold', slow: 'second', drift: 0.06, last: 2 }),
    spacedAs('fall', null, { family: 'fall' }),
    spacedAs('rise', null, { family: 'rise' }),
    spacedAs('swing', null, { family: 'swing' }),
    spacedAs('settle', null, { family: 'settle', swings: 3, damping: 0.2 }),
    spacedAs('wind-up', null, { family: 'wind-up', back: 0.1 }),
  ]
}

/** What can be done with spans and their in-betweens. */
export function spanActions(): Action[] {
  return [
    {
      id: 'chart',
      name: 'Spacing and number of in-betweens …',
      group: 'In-betweens',
      keys: ['s'],
      can: d => !!passHere(d),
      do: d => {
        d.chartPanel = { run: passHere(d)!.from.run.id }
      },
    },
    {
      id: 'tick-more',
      name: 'One in-between more',
      group: 'In-betweens',
      keys: ['BracketRight'],
      can: d => !!d.pass,
      do: d => count(d, 1),
    },
    {
      id: 'tick-fewer',
      name: 'One in-between less',
      group: 'In-betweens',
      keys: ['BracketLeft'],
      can: d => !!d.pass?.chart?.ticks.length,
      do: d => count(d, -1),
    },
    {
      id: 'wedge-first',
      name: 'Wedge beside the first pose: one drawing more, halfway to it',
      group: 'In-betweens',
      keys: ['Comma'],
      can: d => !!passHere(d),
      do: d => doWedge(d, 'first'),
    },
    {
      id: 'wedge-second',
      name: 'Wedge beside the second pose: one drawing more, halfway to it',
      group: 'In-betweens',
      keys: ['Period'],
      can: d => !!passHere(d),
      do: d => doWedge(d, 'second'),
    },
    {
      id: 'unwedge-first',
      name: 'Take the in-between beside the first pose out',
      group: 'In-betweens',
      keys: ['Shift+Comma'],
      can: d => !!passHere(d)?.chart?.ticks.length,
      do: d => d.run(unwedge(d, passHere(d)!, 'first')),
    },
    {
      id: 'unwedge-second',
      name: 'Take the in-between beside the second pose out',
      group: 'In-betweens',
      keys: ['Shift+Period'],
      can: d => !!passHere(d)?.chart?.ticks.length,
      do: d => d.run(unwedge(d, passHere(d)!, 'second')),
    },
    {
      id: 'next-task',
      name: 'Next in-between to draw, with the two it stands between',
      group: 'In-betweens',
      keys: ['v'],
      can: d => !!d.column,
      do: goToNext,
    },
    {
      id: 'work',
      name: 'Order of work …',
      group: 'In-betweens',
      keys: ['Shift+V'],
      can: d => !!passHere(d)?.chart?.ticks.length,
      do: d => {
        d.chartPanel = { run: passHere(d)!.from.run.id, tab: 1 }
      },
    },
    {
      id: 'pick-pass',
      name: 'Pick all in-betweens of this span on the rail',
      group: 'In-betweens',
      keys: ['Shift+A'],
      can: d => !!passHere(d)?.members.length,
      do: d => {
        d.picked = new Set(passHere(d)!.members.map(m => m.run.id))
      },
    },
    {
      id: 'copy-spacing',
      name: 'Copy this spacing',
      group: 'In-betweens',
      keys: ['y'],
      can: d => !!passHere(d)?.chart?.ticks.length,
      do: copySpacing,
    },
    {
      id: 'paste-spacing',
      name: 'Give the copied spacing to the chosen spans',
      group: 'In-betweens',
      keys: ['Shift+Y'],
      can: d => !!d.copiedSpacing,
      do: pasteSpacing,
    },
    {
      id: 'number',
      name: 'Name all in-betweens by the frame they fall on',
      group: 'In-betweens',
      keys: ['Shift+N'],
      can: hasExposure,
      do: d => {
        const made = numberByFrame(d)
        if (made) d.run(made)
        else toast('Every in-between is named by its frame already.')
      },
    },
    {
      id: 'throw',
      name: 'Throw: up to the top and down from it, on its own path',
      group: 'In-betweens',
      keys: [],
      can: d => !!passHere(d)?.chart,
      do: d => doOrSay(d, throwAt(d, d.contents, passHere(d)!)),
    },
    ...spacingActions(),
    {
      id: 'tick-toward',
      name: 'Nearer to the second pose, by 1/32',
      group: 'In-betweens',
      keys: ['Alt+ArrowRight'],
      repeats: true,
      can: d => inChart(d) || d.picked.size > 0,
      do: d => nudgeTick(d, 1),
    },
    {
      id: 'tick-back',
      name: 'Nearer to the first pose, by 1/32',
      group: 'In-betweens',
      keys: ['Alt+ArrowLeft'],
      repeats: true,
      can: d => inChart(d) || d.picked.size > 0,
      do: d => nudgeTick(d, -1),
    },
    {
      id: 'own',
      name: 'Keep the in-between as it is, as its own',
      group: 'In-betweens',
      keys: ['o'],
      can: d => inChart(d) && !d.drawing!.own,
      do: d =>
        d.run({
          name: 'drawing.pose',
          args: { stack: d.stack!.id, drawing: d.drawing!.id, poses: {}, ...fixOf(d, d.drawing!) },
        }),
    },
    {
      id: 'release',
      name: 'Give the in-between back to its chart',
      group: 'In-betweens',
      keys: ['b'],
      can: d => inChart(d) && d.drawing!.own,
      do: d =>
        d.run({
          name: 'drawing.release',
          args: { plan: d.plan!.id, chart: d.contents.chartOf(d.plan!, d.drawing!.id)!.id, drawing: d.drawing!.id },
        }),
    },
  ]
}
