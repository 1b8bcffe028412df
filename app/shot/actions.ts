import type { Action } from '~/desk/action'
import { useDialogs } from '~/desk/dialogs'
import { usePlayer } from '~/desk/player'
import { exposedEnd, overhangOf } from '~/desk/scene'
import { useSide } from '~/ui/side'

/** The play range, how long the shot is, and the way to the others. */
export const shotActions: readonly Action[] = [
  {
    id: 'shots',
    name: 'All shots',
    hint: 'the list of shots; what is done here is kept',
    group: 'Shot',
    keys: [],
    do: () => void navigateTo('/'),
  },
  {
    id: 'shot-rename',
    after: 'shots',
    name: 'Rename the shot …',
    group: 'Shot',
    keys: [],
    can: d => !d.session?.readOnly,
    why: 'this is an earlier state, which is only looked at.',
    do: () => {
      useDialogs().renaming = true
    },
  },
  {
    id: 'sheet-table',
    after: 'shots',
    name: 'Sheet as a table',
    hint: 'plain, in a window of its own: to be read aloud, searched, copied',
    group: 'Shot',
    keys: [],
    do: d => void window.open(`/table/${d.shot!.id}`, '_blank', 'noopener'),
  },
  {
    id: 'loop',
    after: 'turn-right',
    name: 'Loop',
    hint: 'over the selected frames, or over the whole shot',
    group: 'Look',
    keys: ['l'],
    do: d => {
      usePlayer().loop =
        d.selection && d.selection.last > d.selection.first
          ? { first: d.selection.first, last: d.selection.last }
          : null
    },
  },
  {
    id: 'trim',
    name: 'Trim the shot',
    hint: 'to what is exposed',
    group: 'Shot',
    keys: [],
    can: d => exposedEnd(d.columns) > 0 && exposedEnd(d.columns) !== d.shot!.length,
    why: 'the shot ends where the last exposure does.',
    do: d => d.run({ name: 'shot.set', args: { length: exposedEnd(d.columns) } }),
  },
  {
    id: 'in',
    name: 'Play range begins here',
    group: 'Shot',
    keys: ['Shift+BracketLeft'],
    do: d => {
      usePlayer().loop = { first: d.frame, last: Math.max(d.frame, usePlayer().range.last) }
    },
  },
  {
    id: 'out',
    name: 'Play range ends here',
    group: 'Shot',
    keys: ['Shift+BracketRight'],
    do: d => {
      usePlayer().loop = { first: Math.min(d.frame, usePlayer().range.first), last: d.frame }
    },
  },
  {
    id: 'side-shot',
    name: 'The shot …',
    hint: 'its length and rate, going to a frame',
    group: 'Shot',
    keys: ['Shift+L'],
    do: () => {
      useSide().toggle('shot')
    },
  },
  {
    id: 'fit',
    name: 'Lengthen the shot',
    hint: 'to what is exposed',
    group: 'Shot',
    keys: ['f'],
    can: d => overhangOf(d.shown!, d.columns) > 0,
    why: 'nothing is exposed beyond the end of the shot.',
    do: d => d.run({ name: 'shot.set', args: { length: d.shot!.length + overhangOf(d.shown!, d.columns) } }),
  },
]
