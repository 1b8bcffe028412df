import type { Action } from '~/desk/action'
import { useBeside } from './store'

/** The shot among those beside it. */
export const besideActions: readonly Action[] = [
  {
    id: 'play-beside',
    after: 'play-poses',
    name: 'Play with the shots before and after',
    hint: 'one after the other, as they stand in the production',
    group: 'Look',
    keys: [],
    on: () => useBeside().on,
    do: () => {
      const beside = useBeside()
      if (beside.on) beside.stop()
      else void beside.start()
    },
  },
]
