import { toggleTheme } from '~/ui/useTheme'
import type { Action } from './action'
import type { Desk } from './desk'
import { useDialogs } from './dialogs'
import { useHistory } from './history'
import { usePlayer } from './player'
import { exposureBefore, nextExposure } from './steps'

function stepDrawing(d: Desk, by: 1 | -1): void {
  const to = by > 0 ? nextExposure(d.focus!) : exposureBefore(d.focus!)
  if (to) d.goTo(to.start)
}

function nextColumn(d: Desk, by: number): void {
  const i = d.columns.findIndex(c => c.id === d.column?.id)
  const to = d.columns[(i + by + d.columns.length) % d.columns.length]
  if (to) d.columnId = to.id
}

/** Stepping, undo, and finding what there is to do. */
export const deskActions: readonly Action[] = [
  {
    id: 'frame-next',
    name: 'Next frame',
    group: 'Look',
    keys: ['ArrowDown'],
    repeats: true,
    do: d => d.goTo(d.frame + 1),
  },
  {
    id: 'frame-before',
    name: 'Frame before',
    group: 'Look',
    keys: ['ArrowUp'],
    repeats: true,
    do: d => d.goTo(d.frame - 1),
  },
  {
    id: 'drawing-next',
    name: 'Next drawing',
    group: 'Look',
    keys: ['ArrowRight'],
    repeats: true,
    do: d => stepDrawing(d, 1),
  },
  {
    id: 'drawing-before',
    name: 'Drawing before',
    group: 'Look',
    keys: ['ArrowLeft'],
    repeats: true,
    do: d => stepDrawing(d, -1),
  },
  {
    id: 'first',
    name: 'First frame of the range',
    group: 'Look',
    keys: ['Home'],
    do: d => d.goTo(usePlayer().range.first),
  },
  {
    id: 'last',
    name: 'Last frame of the range',
    group: 'Look',
    keys: ['End'],
    do: d => d.goTo(usePlayer().range.last),
  },
  { id: 'column-next', name: 'Next column', group: 'Look', keys: ['PageDown'], do: d => nextColumn(d, 1) },
  { id: 'column-before', name: 'Column before', group: 'Look', keys: ['PageUp'], do: d => nextColumn(d, -1) },
  {
    id: 'undo',
    after: 'fit',
    name: 'Undo',
    group: 'Shot',
    keys: ['$mod+KeyZ'],
    repeats: true,
    can: () => !!useHistory().undoLabel,
    why: 'nothing was done yet.',
    do: d => d.session?.undo(),
  },
  {
    id: 'redo',
    after: 'undo',
    name: 'Redo',
    group: 'Shot',
    keys: ['$mod+Shift+KeyZ', '$mod+KeyY'],
    repeats: true,
    can: () => !!useHistory().redoLabel,
    why: 'nothing was undone.',
    do: d => d.session?.redo(),
  },
  { id: 'theme', after: 'hand-off', name: 'Day or night colours', group: 'Shot', keys: [], do: toggleTheme },
  {
    id: 'search',
    after: 'theme',
    name: 'Find a command …',
    hint: 'by its name',
    group: 'Shot',
    keys: ['Slash'],
    do: () => {
      useDialogs().open = 'search'
    },
  },
  {
    id: 'shortcuts',
    after: 'search',
    name: 'Shortcuts',
    group: 'Shot',
    keys: ['Shift+Slash', '?'],
    do: () => {
      useDialogs().open = 'shortcuts'
    },
  },
]
