import type { Action } from '~/desk/action'
import { usePointed } from '~/desk/pointed'
import { useSheet } from '~/sheet/sheet'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { clipOf, deleteDrawings, namesOf } from './commands'
import { useTray } from './store'

const inTray = (): boolean => usePointed().at === 'tray'
const selectedThere = (): boolean => useTray().selected.length > 0

/** Opening the tray, and what is done with what is selected there. */
export const trayActions: readonly Action[] = [
  {
    id: 'side-tray',
    after: 'side-shot',
    name: 'Tray …',
    hint: 'all drawings of the column',
    group: 'Shot',
    keys: ['Shift+K'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('tray')
    },
  },
  {
    id: 'tray-delete',
    after: 'delete',
    name: 'Delete the drawings selected in the tray',
    group: 'Poses',
    keys: ['Delete'],
    when: inTray,
    can: selectedThere,
    why: 'nothing is selected in the tray.',
    do: d => deleteDrawings(d, useTray().selected),
  },
  {
    id: 'tray-copy',
    after: 'tray-delete',
    name: 'Copy the drawings selected in the tray',
    hint: 'to be pasted into the sheet, one after the other',
    group: 'Poses',
    keys: ['$mod+KeyC'],
    when: inTray,
    can: selectedThere,
    why: 'nothing is selected in the tray.',
    do: d => {
      const { selected } = useTray()
      useSheet().clip = clipOf(d.scene!, d.focus!, selected)
      useSheet().clipMarked = true
      usePointed().copied = 'frames'
      tell(`Copied: ${namesOf(selected).toLowerCase()}. Point at a frame and paste.`)
    },
  },
]
