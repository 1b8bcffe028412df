import type { Recipe } from '#core/chart'
import { recipeName } from '#core/chart'
import type { Pass } from '#core/pass'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { spaceOver, spansWith } from './over-spans'
import { passHere } from './spans'

/** The spans that a command by key is for: those selected, or the one under the playhead. */
export const spansHere = (d: Desk, pass = passHere(d.scene!, d.focus!)): Pass[] =>
  pass ? spansWith(d.scene!, d.focus!, pass) : []

/** Some of them have in-betweens. */
export const hasTicks = (d: Desk): boolean => spansHere(d).some(p => p.chart?.ticks.length)

const spacedAs = (id: string, key: string | null, recipe: Recipe): Action => ({
  id: `space-${id}`,
  name: `Space: ${recipeName(recipe).toLowerCase()}`,
  group: 'In-betweens',
  keys: key ? [key] : [],
  can: hasTicks,
  why: 'the span here has no in-betweens yet.',
  do: d => {
    const spans = spansHere(d).filter(p => p.chart?.ticks.length)
    if (spans.length) d.run(...spaceOver(d.scene!, d.focus!, spans, recipe))
  },
})
const slow = (family: 'halves' | 'thirds' | 'favours', keys: [string, string, string]) =>
  (['first', 'second', 'both'] as const).map((side, i) =>
    spacedAs(`${family}-${side}`, keys[i]!, { family, slow: side }),
  )

/** The families of spacing by key and by name, for the span under the playhead. */
export const spacingActions: readonly Action[] = [
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
