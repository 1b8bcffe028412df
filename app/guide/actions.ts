import { library } from '#core/figure'
import type { Action } from '~/desk/action'
import { placeFigure } from '~/figures/place'
import { useTools } from '~/desk/tools'
import { useSide } from '~/ui/side'
import { beginnings } from './offers'
import { useGuide } from './store'

/** Help, and what a shot can begin with. */
export const guideActions: readonly Action[] = [
  {
    id: 'guide',
    after: 'search',
    name: 'Guide',
    hint: 'a page for each stage of the work',
    group: 'Shot',
    keys: ['Alt+KeyZ'],
    on: () => useSide().open === 'guide',
    do: () => useSide().toggle('guide'),
  },
  {
    id: 'first-steps',
    after: 'guide',
    name: 'First steps',
    hint: 'four of them, above the desk',
    group: 'Shot',
    keys: [],
    on: () => useGuide().shown,
    do: () => (useGuide().shown ? useGuide().dismiss() : useGuide().show()),
  },
  {
    id: 'sample',
    after: 'shots',
    name: 'Open the sample shot',
    group: 'Shot',
    keys: [],
    do: () => void beginnings.sample(),
  },
  ...library.map((figure): Action => ({
    id: `place-${figure.id}`,
    after: 'tool-pose',
    name: `Place a figure: ${figure.name}`,
    hint: 'on this drawing',
    group: 'Draw',
    keys: [],
    can: d => !!d.column && !d.column.locked,
    why: 'the column is locked, or there is none.',
    do: d => {
      useTools().tool = 'pose'
      placeFigure(d, figure)
    },
  })),
]
