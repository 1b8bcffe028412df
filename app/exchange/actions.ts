import type { Action } from '~/desk/action'
import { useExchange } from './store'

/** What comes in and goes out. */
export const exchangeActions: readonly Action[] = [
  {
    id: 'bring-in',
    after: 'tool-joints',
    name: 'Bring drawings in: PNG, JPEG, WebP or SVG …',
    group: 'Draw',
    keys: ['Alt+KeyI'],
    can: d => !!d.column,
    do: () => {
      useExchange().importing = []
    },
  },
  {
    id: 'hand-off',
    name: 'Hand off: images or the whole shot …',
    group: 'Shot',
    keys: ['Shift+H'],
    do: () => {
      useExchange().exporting = true
    },
  },
]
