import type { Action } from '~/desk/action'
import { useTools } from '~/desk/tools'
import { neighbourOn, SIDES, useLaid } from '~/ghosts/laid'
import { useGhosts } from '~/ghosts/store'

/** Laying neighbouring drawings over the one that is worked on. */
export const superimposeActions: readonly Action[] = [
  {
    id: 'tool-superimpose',
    after: 'tool-ties',
    name: 'Superimpose',
    hint: 'the drawings before and after are laid over this one, to draw what turns while it travels',
    group: 'Draw',
    keys: ['Alt+KeyO'],
    can: d => !!d.focus && SIDES.some(s => neighbourOn(s, d.focus!)),
    why: 'no other drawing stands before or after this one.',
    do: () => {
      useTools().tool = 'superimpose'
      useGhosts().on = true
    },
  },
  {
    id: 'lay-back',
    after: 'tool-superimpose',
    name: 'Put neighbours back',
    hint: 'what is laid over this drawing is seen in its own place; again lays it as before',
    group: 'Draw',
    keys: ['Alt+KeyJ'],
    can: () => Object.keys(useLaid().known).length > 0,
    why: 'nothing is laid over this drawing.',
    on: () => useLaid().away,
    do: () => {
      useLaid().away = !useLaid().away
    },
  },
  {
    id: 'lay-clear',
    after: 'lay-back',
    name: 'Forget what is laid over this drawing',
    group: 'Draw',
    keys: [],
    can: () => Object.keys(useLaid().known).length > 0,
    why: 'nothing is laid over this drawing.',
    do: () => useLaid().clear(),
  },
]
