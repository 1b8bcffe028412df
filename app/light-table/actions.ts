import { toast } from 'vue-sonner'
import { STILL } from '#core/motion'
import type { Desk } from '~/desk/desk'
import { useLightTable } from './light-table'
import type { Action } from '~/desk/action'
import { selectedBox, copyArt, selectedDrawings, everythingHere, isEmpty, mapDraft, pasteArt, removeArt } from './art'

const selecting = (d: Desk): boolean => d.tool === 'select'
const selectedHere = (d: Desk): boolean => selecting(d) && !isEmpty(useLightTable().selected)

/** What the arrow keys move what is selected by, px of the picture. */
const NUDGE = 2

function nudge(d: Desk, x: number, y: number): void {
  const { selected, keepWidth } = useLightTable()
  const draft = mapDraft(d, selected!, { ...STILL({ x: 0, y: 0 }), move: { x, y } }, { keepWidth, words: 'Move' })
  if (draft) d.run(draft)
}

function remove(d: Desk): void {
  const table = useLightTable()
  if (d.run(...removeArt(d, table.selected!))) table.selected = null
}

function paste(d: Desk, inPlace: boolean, everywhere: boolean): void {
  const table = useLightTable()
  const drawings = everywhere ? selectedDrawings(d) : [d.drawing!]
  const { drafts, selected } = pasteArt(d, table.clip!, drawings, inPlace)
  if (!d.run(...drafts)) return
  if (selected?.drawing === d.drawing?.id) table.selected = selected
  if (everywhere) toast(`Pasted on ${drawings.length} drawing${drawings.length === 1 ? '' : 's'}.`)
}

/** What can be done with what is selected of a drawing. Keys that the sheet has, too, mean this while the selecting tool is in hand. */
export const actionsOfArt = (): Action[] => list.map(a => ({ ...a, first: true }))

const list: readonly Action[] = [
  {
    id: 'art-all',
    name: 'Choose everything on this drawing',
    group: 'Draw',
    keys: ['Alt+KeyA'],
    can: d => !!d.drawing,
    do: d => {
      d.tool = 'select'
      useLightTable().selected = everythingHere(d)
    },
  },
  {
    id: 'art-copy',
    name: 'Copy what is chosen of the drawing',
    group: 'Draw',
    keys: ['$mod+KeyC'],
    can: selectedHere,
    do: d => {
      const table = useLightTable()
      table.clip = copyArt(d, table.selected!)
      toast('Copied. Ctrl V puts it in place on another drawing.')
    },
  },
  {
    id: 'art-cut',
    name: 'Cut what is chosen of the drawing',
    group: 'Draw',
    keys: ['$mod+KeyX'],
    can: selectedHere,
    do: d => {
      const table = useLightTable()
      table.clip = copyArt(d, table.selected!)
      remove(d)
    },
  },
  {
    id: 'art-paste',
    name: 'Paste in place on this drawing',
    group: 'Draw',
    keys: ['$mod+KeyV'],
    can: d => selecting(d) && !!d.drawing && !!useLightTable().clip,
    do: d => paste(d, true, false),
  },
  {
    id: 'art-paste-beside',
    name: 'Paste beside on this drawing',
    group: 'Draw',
    keys: ['$mod+Alt+KeyV'],
    can: d => selecting(d) && !!d.drawing && !!useLightTable().clip,
    do: d => paste(d, false, false),
  },
  {
    id: 'art-paste-range',
    name: 'Paste in place on all drawings of the chosen frames',
    group: 'Draw',
    keys: [],
    can: d => !!d.drawing && !!useLightTable().clip,
    do: d => paste(d, true, true),
  },
  {
    id: 'art-delete',
    name: 'Delete what is chosen of the drawing',
    group: 'Draw',
    keys: ['Delete'],
    can: selectedHere,
    do: remove,
  },
  {
    id: 'art-mirror',
    name: 'Mirror what is chosen of the drawing',
    group: 'Draw',
    keys: [],
    can: selectedHere,
    do: d => {
      const table = useLightTable()
      const box = selectedBox(d, table.selected!)
      const draft =
        box &&
        mapDraft(
          d,
          table.selected!,
          { ...STILL({ x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }), scale: { x: -1, y: 1 } },
          { keepWidth: true, words: 'Mirror' },
        )
      if (draft) d.run(draft)
    },
  },
  ...(
    [
      ['left', 'ArrowLeft', -1, 0],
      ['right', 'ArrowRight', 1, 0],
      ['up', 'ArrowUp', 0, -1],
      ['down', 'ArrowDown', 0, 1],
    ] as const
  ).map(([way, key, x, y]): Action => ({
    id: `art-${way}`,
    name: `Move what is chosen a little to the ${way}`.replace('to the up', 'up').replace('to the down', 'down'),
    group: 'Draw',
    keys: [`$mod+${key}`],
    repeats: true,
    can: selectedHere,
    do: d => nudge(d, x * NUDGE, y * NUDGE),
  })),
]
