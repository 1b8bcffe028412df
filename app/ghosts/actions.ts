import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'
import { useGhosts } from './store'

/** Which ghosts are seen. */
export const ghostActions: readonly Action[] = [
  {
    id: 'ghosts',
    name: 'Ghosts',
    group: 'Look',
    keys: ['g'],
    do: () => {
      useGhosts().on = !useGhosts().on
    },
  },
  {
    id: 'ghosts-hide',
    name: 'Ghosts off',
    hint: 'while the key is held',
    group: 'Look',
    keys: ['Backquote'],
    do: () => {
      useGhosts().hidden = true
    },
    release: () => {
      useGhosts().hidden = false
    },
  },
  {
    id: 'ghost-row',
    name: 'Ghosts and flipping …',
    hint: 'which ghosts are seen, and how one flips',
    group: 'Look',
    keys: ['Alt+KeyG'],
    do: () => {
      useSide().toggle('ghosts')
    },
  },
  {
    id: 'ghost-pin',
    name: 'Pin this drawing',
    hint: 'it is always seen as a ghost; again unpins it',
    group: 'Look',
    keys: ['Shift+Digit0'],
    can: d => !!d.drawing,
    do: d => useGhosts().togglePinned(d.stack!.id, d.drawing!.id),
  },
]
