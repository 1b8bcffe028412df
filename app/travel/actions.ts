import type { Action } from '~/desk/action'
import { useTools } from '~/desk/tools'
import { useTravel } from './store'

/** Following points. */
export const travelActions: readonly Action[] = [
  {
    id: 'tool-path',
    name: 'Follow points',
    hint: 'arcs and travel',
    group: 'Draw',
    keys: ['Shift+P'],
    do: () => {
      useTools().tool = 'path'
    },
  },
  {
    id: 'arcs',
    name: 'Arcs',
    group: 'Look',
    keys: ['i'],
    do: () => {
      useTravel().arcs = !useTravel().arcs
    },
  },
  {
    id: 'plot',
    name: 'Travel plot',
    group: 'Look',
    keys: ['z'],
    do: () => {
      useTravel().plot = !useTravel().plot
    },
  },
]
