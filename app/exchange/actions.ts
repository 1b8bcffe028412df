import type { Action } from '~/desk/action'
import { useExchange } from './store'

/** What comes in. */
export const exchangeActions: readonly Action[] = [
  {
    id: 'bring-in',
    after: 'tool-joints',
    name: 'Import …',
    hint: 'drawings, footage, sheets',
    group: 'Draw',
    keys: ['Alt+KeyI'],
    can: d => !!d.column,
    do: () => {
      useExchange().importFiles()
    },
  },
]
