import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'

export const stateActions: readonly Action[] = [
  {
    id: 'side-states',
    after: 'side-shot',
    name: 'Earlier states …',
    hint: 'and marks',
    group: 'Shot',
    keys: [],
    do: () => {
      useSide().toggle('states')
    },
  },
]
