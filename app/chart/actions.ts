import { withKey } from '~/desk/shortcuts'
import { tell } from '~/ui/messages'
import { recipeName } from '#core/chart'
import type { Draft } from '#core/commands'
import type { Drawing, Shot } from '#core/document'
import { equal } from '#core/document'
import type { Pass } from '#core/pass'
import { sceneOf } from '#core/pass'
import { sticking } from '#core/travel'
import type { Action } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { spareOf } from '~/desk/copies'
import { fixOf } from '~/desk/drafts'
import { useGhosts } from '~/ghosts/store'
import { breakParts, inChart, makeBreakdown } from './breakdowns'
import { hasTicks, spacingActions, spansHere } from './actions-space'
import { countOver, halfway } from './over-spans'
import { fillWithRoom } from './room'
import {
  giveSpacing,
  join,
  nextToDraw,
  numberByFrame,
  passHere,
  passUnder,
  selectedPasses,
  spacingOf,
  throwAt,
  unwedge,
  wedge,
} from './spans'
import { useCharts } from './store'

/** Does what was made, or says why it cannot be. */
function doOrSay(d: Desk, made: Draft | string | null): boolean {
  if (typeof made === 'string') tell(made)
  return !!made && typeof made !== 'string' && d.run(made)
}

function count(d: Desk, by: 1 | -1): void {
  const spans = spansHere(d, passUnder(d.scene!, d.focus!))
  const drafts = countOver(d.scene!, d.focus!, spans, by)
  if (drafts.length) d.run(...drafts)
  else if (by > 0 && spans.length) offerRoom(d, spans[0]!)
}

/** There is no frame left between two poses: the first one can be held longer. */
function offerRoom(d: Desk, { from, to, chart }: Pass): void {
  const number = (drawing: string) => d.stack!.drawings[drawing]!.number
  const make = () => {
    const here = passHere(d.scene!, d.focus!)
    if (here?.from.run.id !== from.run.id) return tell('The playhead is in another span now.')
    d.run(...fillWithRoom(d.scene!, d.focus!, here, (here.chart?.ticks.length ?? 0) + 1))
  }
  tell(
    `There is no room for ${chart?.ticks.length ? 'one more' : 'one'} between ${number(from.drawing)} and ${number(to.drawing)}.`,
    {
      offers: [{ label: `Hold ${number(from.drawing)} longer`, do: make }],
    },
  )
}

/** An in-between between two that follow each other, told where it came. */
function addHalfway(d: Desk): void {
  const made = halfway(d.scene!, d.focus!)
  if (typeof made === 'string') tell(made)
  else if (d.run(...made.drafts)) tell(made.words)
}

/** Wedges, and points out where the drawing beside it now looks the same: halving has come to its end there. */
function doWedge(d: Desk, side: 'first' | 'second'): void {
  const pass = passHere(d.scene!, d.focus!)
  if (!pass) return
  const within = { first: pass.from.start, last: pass.to.start }
  const before = sticking(d.scene!, d.column!, within)
  if (!d.run(wedge(d.scene!, d.focus!, pass, side))) return
  const stuck = [...sticking(d.scene!, d.column!, within).keys()].find(run => !before.has(run))
  const here = passHere(d.scene!, d.focus!)
  const member = [...(here?.members ?? []), ...(here ? [here.to] : [])].find(m => m.run.id === stuck)
  if (member)
    tell(`Drawing ${d.stack!.drawings[member.drawing]!.number} looks the same as the one before it.`, {
      detail: 'The picture will stick there. Take one out, or move it in its span.',
    })
}

function goToNext(d: Desk): void {
  const next = nextToDraw(d.scene!, d.focus!)
  if (!next) {
    tell('Every in-between of this column is drawn, or there are none.')
    return
  }
  const { drawing, first, second, words } = next.line
  const ghosts = useGhosts()
  d.goTo(next.frame)
  ghosts.on = true
  ghosts.pair = { on: drawing.id, first: first.id, second: second.id }
  tell(`Next: ${drawing.number} between ${first.number} and ${second.number}, ${words}.`)
}

function copySpacing(d: Desk): void {
  const pass = passHere(d.scene!, d.focus!)
  const spacing = pass && spacingOf(pass)
  if (!spacing) return
  useCharts().copied = spacing
  tell(
    `Copied: ${recipeName(spacing.recipe)}. Go to another span, or select frames over several: ` +
      `${withKey('Paste spacing', 'paste-spacing')}.`,
  )
}

function pasteSpacing(d: Desk): void {
  const { copied } = useCharts()
  const charts = new Set<string>()
  const drafts = selectedPasses(d.scene!, d.focus!)
    .filter(p => {
      const fresh = !!p.chart && !charts.has(p.chart.id)
      if (p.chart) charts.add(p.chart.id)
      return fresh
    })
    .flatMap(p => giveSpacing(d.scene!, p, copied!) ?? [])
  if (drafts.length) d.run(...drafts)
  else tell('There is no chart with in-betweens here to take the spacing.')
}

/** The drawing here looks the same as the one before it. */
function isStuck(d: Desk): boolean {
  const { place } = d
  return !!place && sticking(d.scene!, d.column!, { first: place.start, last: place.start }).has(place.run.id)
}

/** Whether a drawing has strokes, or poses other than those that its chart gives now. */
function madeByHand(now: Shot, plan: string, drawing: Drawing, stack: string): boolean {
  const scene = sceneOf(now, plan)
  return (
    drawing.content.strokes.length > 0 ||
    !equal(drawing.content.poses, scene.contents.of(scene, now.stacks[stack]!, drawing.id).poses)
  )
}

/** The in-between is made by its chart again. What was drawn on it by hand is not lost: a spare in the tray has it. */
function returnToChart(d: Desk): void {
  const [stack, drawing, scene] = [d.stack!, d.drawing!, d.scene!]
  const chart = scene.contents.chartOf(d.plan!, drawing.id)!.id
  const release: Draft = { name: 'drawing.release', args: { plan: d.plan!.id, chart, drawing: drawing.id } }
  const out = d.session!.tryOut(release)
  if (!out.ok || !madeByHand(out.shot, scene.plan.id, drawing, stack.id)) {
    d.run(release)
    return
  }
  const spare = spareOf(stack, drawing, drawing.content)
  if (d.run(release, spare))
    d.tellDone(`What ${drawing.number} was is kept in the tray, as ${spare.args.drawing.number}.`)
}

/** What can be done with spans and their in-betweens. */
export const chartActions: readonly Action[] = [
  {
    id: 'role-breakdown',
    name: 'Make it a breakdown',
    hint: 'an in-between cuts its span',
    group: 'Poses',
    keys: ['j'],
    can: d => !!d.drawing,
    on: d => d.drawing?.role === 'breakdown',
    do: makeBreakdown,
  },
  {
    id: 'join',
    name: 'Join spans',
    hint: 'the two beside this breakdown become one',
    group: 'Poses',
    keys: ['Shift+J'],
    can: d => d.drawing?.role === 'breakdown',
    why: 'there is no breakdown here.',
    do: d => doOrSay(d, join(d.scene!, d.focus!, d.drawing!)),
  },
  {
    id: 'break-parts',
    name: 'Breakdown of its posed parts only',
    hint: 'the rest follows the chart',
    group: 'Poses',
    keys: ['m'],
    can: d => inChart(d) && !d.drawing!.own,
    why: 'there is no in-between here that its chart makes.',
    on: d => !!d.drawing?.fixed,
    do: breakParts,
  },
  {
    id: 'chart',
    name: 'Chart …',
    hint: 'spacing and number of in-betweens',
    group: 'In-betweens',
    keys: ['s'],
    can: d => !!passHere(d.scene!, d.focus!),
    why: 'the playhead is in no span between two poses.',
    do: d => {
      useCharts().show(passHere(d.scene!, d.focus!)!.from.run.id)
    },
  },
  {
    id: 'tick-more',
    name: 'One in-between more',
    group: 'In-betweens',
    keys: ['BracketRight'],
    can: d => !!passUnder(d.scene!, d.focus!),
    why: 'the playhead is in no span between two poses.',
    do: d => count(d, 1),
  },
  {
    id: 'tick-fewer',
    name: 'One in-between fewer',
    group: 'In-betweens',
    keys: ['BracketLeft'],
    can: d => spansHere(d, passUnder(d.scene!, d.focus!)).some(p => p.chart?.ticks.length),
    why: 'the span here has no in-betweens yet.',
    do: d => count(d, -1),
  },
  {
    id: 'halfway',
    name: 'In-between halfway',
    hint: 'between this drawing and the next, or the two selected',
    group: 'In-betweens',
    keys: ['Shift+Semicolon'],
    can: d => !!passHere(d.scene!, d.focus!),
    why: 'the playhead is in no span between two poses.',
    do: addHalfway,
  },
  {
    id: 'wedge-first',
    name: 'Wedge beside the first pose',
    hint: 'one drawing more, halfway to it',
    group: 'In-betweens',
    keys: ['Comma'],
    can: d => !!passHere(d.scene!, d.focus!),
    why: 'the playhead is in no span between two poses.',
    do: d => doWedge(d, 'first'),
  },
  {
    id: 'wedge-second',
    name: 'Wedge beside the second pose',
    hint: 'one drawing more, halfway to it',
    group: 'In-betweens',
    keys: ['Period'],
    can: d => !!passHere(d.scene!, d.focus!),
    why: 'the playhead is in no span between two poses.',
    do: d => doWedge(d, 'second'),
  },
  {
    id: 'unwedge-first',
    name: 'Delete the in-between beside the first pose',
    group: 'In-betweens',
    keys: ['Shift+Comma'],
    can: hasTicks,
    why: 'the span here has no in-betweens yet.',
    do: d => d.run(unwedge(d.scene!, d.focus!, passHere(d.scene!, d.focus!)!, 'first')),
  },
  {
    id: 'unwedge-second',
    name: 'Delete the in-between beside the second pose',
    group: 'In-betweens',
    keys: ['Shift+Period'],
    can: hasTicks,
    why: 'the span here has no in-betweens yet.',
    do: d => d.run(unwedge(d.scene!, d.focus!, passHere(d.scene!, d.focus!)!, 'second')),
  },
  {
    id: 'next-task',
    name: 'Next in-between to draw',
    hint: 'with the two it stands between as ghosts',
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
    can: hasTicks,
    why: 'the span here has no in-betweens yet.',
    do: d => {
      useCharts().show(passHere(d.scene!, d.focus!)!.from.run.id, 1)
    },
  },
  {
    id: 'copy-spacing',
    name: 'Copy spacing',
    group: 'In-betweens',
    keys: ['y'],
    can: hasTicks,
    why: 'the span here has no in-betweens yet.',
    do: copySpacing,
  },
  {
    id: 'paste-spacing',
    name: 'Paste spacing',
    hint: 'over the selected spans',
    group: 'In-betweens',
    keys: ['Shift+Y'],
    can: () => !!useCharts().copied,
    why: 'no spacing was copied yet.',
    do: pasteSpacing,
  },
  {
    id: 'number',
    name: 'Number in-betweens by their frames',
    group: 'In-betweens',
    keys: ['Shift+N'],
    can: hasExposure,
    do: d => {
      const made = numberByFrame(d.focus!)
      if (made) d.run(made)
      else tell('Every in-between is named by its frame already.')
    },
  },
  {
    id: 'alike',
    name: 'Meant to look the same',
    hint: 'as the drawing before; it is not pointed out any more',
    group: 'In-betweens',
    keys: [],
    can: d => !!d.drawing && (!!d.drawing.alike || isStuck(d)),
    why: 'this drawing does not look the same as the one before it.',
    on: d => !!d.drawing?.alike,
    do: d =>
      d.run({
        name: 'drawing.set',
        args: { stack: d.stack!.id, drawing: d.drawing!.id, alike: !d.drawing!.alike },
      }),
  },
  {
    id: 'throw',
    name: 'Throw',
    hint: 'up to the top and down from it, on its own path',
    group: 'In-betweens',
    keys: [],
    can: d => !!passHere(d.scene!, d.focus!)?.chart,
    why: 'the span here has no chart yet.',
    do: d => doOrSay(d, throwAt(d.scene!, d.focus!, passHere(d.scene!, d.focus!)!)),
  },
  ...spacingActions,
  {
    id: 'own',
    name: 'Detach from chart',
    hint: 'the in-between stays as it is',
    group: 'In-betweens',
    keys: ['o'],
    can: d => inChart(d) && !d.drawing!.own,
    why: 'there is no in-between here that its chart makes.',
    do: d =>
      d.run({
        name: 'drawing.pose',
        args: { stack: d.stack!.id, drawing: d.drawing!.id, poses: {}, ...fixOf(d.scene!, d.focus!, d.drawing!) },
      }),
  },
  {
    id: 'release',
    name: 'Return to chart',
    hint: 'the in-between is made by its chart again; what was drawn stays in the tray',
    group: 'In-betweens',
    keys: ['b'],
    can: d => inChart(d) && d.drawing!.own,
    why: 'there is no in-between here that is detached from its chart.',
    do: returnToChart,
  },
]
