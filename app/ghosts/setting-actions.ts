import type { Action } from '~/desk/action'
import type { GhostSettings } from './ghosts'
import { useGhosts } from './store'

const setting = (id: string, name: string, of: Pick<Action, 'on' | 'do'> & { hint?: string }): Action => ({
  ...{ id: `ghosts-${id}`, name, group: 'Look', keys: [] },
  ...of,
})
/** One of several values of a rule. */
const chosen = <K extends 'by' | 'columns'>(key: K, value: GhostSettings[K], name: string): Action =>
  setting(`${key}-${value}`, name, {
    on: () => useGhosts().rule[key] === value,
    do: () => useGhosts().setRule({ [key]: value }),
  })
/** What is so or not. */
const switched = (key: 'span' | 'full' | 'penOff' | 'front' | 'parts', name: string, hint?: string): Action =>
  setting(key, name, {
    ...(hint ? { hint } : {}),
    on: () => useGhosts().rule[key],
    do: () => useGhosts().setRule({ [key]: !useGhosts().rule[key] }),
  })

/** The settings of ghosts, each by its name. */
export const ghostSettings: readonly Action[] = [
  chosen('by', 'frame', 'Ghosts by frames'),
  chosen('by', 'drawing', 'Ghosts by drawings'),
  chosen('by', 'pose', 'Ghosts by poses'),
  chosen('columns', 'this', 'Ghosts of this column'),
  chosen('columns', 'all', 'Ghosts of all columns'),
  switched('span', 'Ghosts of the two poses around the playhead'),
  switched('full', 'Ghosts filled faintly', 'not only outlines'),
  switched('penOff', 'Ghosts off while the pen is down'),
  switched('front', 'Ghosts before filled bodies', 'not behind them'),
  switched('parts', 'Ghosts with far limbs in tints of their own'),
]
