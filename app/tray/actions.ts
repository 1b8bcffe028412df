import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'

/** Opening the tray. */
export const trayActions: readonly Action[] = [
  {
    id: 'side-tray',
    after: 'side-shot',
    name: 'Tray …',
    hint: 'all drawings of the column',
    group: 'Shot',
    keys: ['Shift+K'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('tray')
    },
  },
]
