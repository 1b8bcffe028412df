import { toast } from 'vue-sonner'
import { STILL } from '#core/motion'
import type { Desk } from '~/desk/desk'
import { useLightTable } from './light-table'
import type { Action } from '~/desk/action'
import { chosenBox, copyArt, drawingsChosen, everythingHere, isEmpty, mapWish, pasteArt, removeArt } from './art'

const choosing = (d: Desk): boolean => d.tool === 'choose'
const chosenHere = (d: Desk): boolean => choosing(d) && !isEmpty(useLightTable().chosen)

/** What the arrow keys move what is chosen by, px of the picture. */
const NUDGE = 2

function nudge(d: Desk, x: number, y: number): void {
  const { chosen, keepWidth } = useLightTable()
  const wish = mapWish(d, chosen!, { ...STILL({ x: 0, y: 0 }), move: { x, y } }, { keepWidth, words: 'Move' })
  if (wish) d.run(wish)
}

function remove(d: Desk): void {
  const table = useLightTable()
  if (d.run(...removeArt(d, table.chosen!))) table.chosen = null
}

function paste(d: Desk, inPlace: boolean, everywhere: boolean): void {
  const table = useLightTable()
  const drawings = everywhere ? drawingsChosen(d) : [d.drawing!]
  const { wishes, chosen } = pasteArt(d, table.clip!, drawings, inPlace)
  if (!d.run(...wishes)) return
  if (chosen?.drawing === d.drawing?.id) table.chosen = chosen
  if (everywhere) toast(`Pasted on ${drawings.length} drawing${drawings.length === 1 ? '' : 's'}.`)
}

/** What can be done with what is chosen of a drawing. Keys that the sheet has, too, mean this while the choosing tool is in hand. */
export const actionsOfArt = (): Action[] => list.map(a => ({ ...a, first: true }))

const list: readonly Action[] = [
  {
    id: 'art-all',
    name: 'Choose everything on this drawing',
    group: 'Draw',
    keys: ['Alt+KeyA'],
    can: d => !!d.drawing,
    do: d => {
      d.tool = 'choose'
      useLightTable().chosen = everythingHere(d)
    },
  },
  {
    id: 'art-copy',
    name: 'Copy what is chosen of the drawing',
    group: 'Draw',
    keys: ['$mod+KeyC'],
    can: chosenHere,
    do: d => {
      const table = useLightTable()
      table.clip = copyArt(d, table.chosen!)
      toast('Copied. Ctrl V puts it in place on another drawing.')
    },
  },
  {
    id: 'art-cut',
    name: 'Cut what is chosen of the drawing',
    group: 'Draw',
    keys: ['$mod+KeyX'],
    can: chosenHere,
    do: d => {
      const table = useLightTable()
      table.clip = copyArt(d, table.chosen!)
      remove(d)
    },
  },
  {
    id: 'art-paste',
    name: 'Paste in place on this drawing',
    group: 'Draw',
    keys: ['$mod+KeyV'],
    can: d => choosing(d) && !!d.drawing && !!useLightTable().clip,
    do: d => paste(d, true, false),
  },
  {
    id: 'art-paste-beside',
    name: 'Paste beside on this drawing',
    group: 'Draw',
    keys: ['$mod+Alt+KeyV'],
    can: d => choosing(d) && !!d.drawing && !!useLightTable().clip,
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
    can: chosenHere,
    do: remove,
  },
  {
    id: 'art-mirror',
    name: 'Mirror what is chosen of the drawing',
    group: 'Draw',
    keys: [],
    can: chosenHere,
    do: d => {
      const table = useLightTable()
      const box = chosenBox(d, table.chosen!)
      const wish =
        box &&
        mapWish(
          d,
          table.chosen!,
          { ...STILL({ x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }), scale: { x: -1, y: 1 } },
          { keepWidth: true, words: 'Mirror' },
        )
      if (wish) d.run(wish)
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
    can: chosenHere,
    do: d => nudge(d, x * NUDGE, y * NUDGE),
  })),
]
