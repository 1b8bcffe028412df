import type { MenuEntry } from '~/ui/menu-entry'
import type { Action } from './action'
import type { Desk } from './desk'
import { keyCaps } from './key-caps'

/** An action as a line of a menu: its name, its key, whether it is on and can be done now. */
const entryOf = (action: Action, desk: Desk): MenuEntry => ({
  name: action.name,
  hint: action.hint,
  key: action.keys[0] && keyCaps(action.keys[0]).join(' '),
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
