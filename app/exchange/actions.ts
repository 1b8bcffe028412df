import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'
import { useExchange } from './store'

/** What comes in and goes out. */
export const exchangeActions: readonly Action[] = [
  {
    id: 'bring-in',
    after: 'tool-joints',
    name: 'Import drawings …',
    hint: 'PNG, JPEG, WebP or SVG',
    group: 'Draw',
    keys: ['Alt+KeyI'],
    can: d => !!d.column,
    do: () => {
      useExchange().importFiles()
    },
  },
  {
    id: 'hand-off',
    name: 'Export …',
    hint: 'images, drawings, the sheet or the whole shot',
    group: 'Shot',
    keys: ['Shift+H'],
    do: () => {
      useSide().toggle('export')
    },
  },
]
