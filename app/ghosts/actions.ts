import type { Action } from '~/desk/action'
import { useGhosts } from './store'

/** Which ghosts are seen. */
export const ghostActions: readonly Action[] = [
  {
    id: 'ghosts',
    name: 'Ghosts on or off',
    group: 'Look',
    keys: ['g'],
    do: () => {
      useGhosts().on = !useGhosts().on
    },
  },
  {
    id: 'ghosts-hide',
    name: 'No ghosts while the key is held',
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
    name: 'Which ghosts are seen, and how',
    group: 'Look',
    keys: ['Alt+KeyG'],
    do: () => {
      useGhosts().rowOpen = !useGhosts().rowOpen
    },
  },
  {
    id: 'ghost-pin',
    name: 'Pin this drawing as a ghost, or take the pin off',
    group: 'Look',
    keys: ['Shift+Digit0'],
    can: d => !!d.drawing,
    do: d => useGhosts().togglePinned(d.stack!.id, d.drawing!.id),
  },
]
