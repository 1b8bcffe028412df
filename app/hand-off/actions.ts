import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'

/** What leaves the shot. */
export const handOffActions: readonly Action[] = [
  {
    id: 'hand-off',
    name: 'Export …',
    hint: 'movie, GIF, images, paper or data',
    group: 'Shot',
    keys: ['Shift+H'],
    do: () => {
      useSide().toggle('export')
    },
  },
]
