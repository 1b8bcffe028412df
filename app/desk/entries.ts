import type { MenuEntry } from '~/ui/menu-entry'
import type { Action } from './action'
import type { Desk } from './desk'
import { useShortcuts } from './shortcuts'

/** An action as a line of a menu: its name, its key, whether it is on and can be done now. */
const entryOf = (action: Action, desk: Desk): MenuEntry => ({
  name: action.name,
  hint: action.hint,
  key: useShortcuts().caps(action.id) || undefined,
  on: action.on?.(desk),
  off: action.can && !action.can(desk),
  do: () => action.do(desk, null),
})

/** Actions by their ids, in groups, as the lines of a menu. Ids that are not among the actions are left out. */
export const entriesOf = (
  actions: readonly Action[],
  groups: readonly (readonly string[])[],
  desk: Desk,
): MenuEntry[] =>
  groups.flatMap((ids, g) =>
    ids.flatMap((id, i) => {
      const action = actions.find(a => a.id === id)
      return action ? [{ ...entryOf(action, desk), apart: g > 0 && i === 0 }] : []
    }),
  )
