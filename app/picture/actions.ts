import { toast } from 'vue-sonner'
import type { Desk } from '~/desk/desk'
import type { Action } from '~/desk/action'
import { heldAgainst } from './flip'
import { pinGhost } from '~/ghosts/ghosts'
import { drawRecorded } from '~/light-table/recorded-pen'
import { actualSize, middleOf, STRAIGHT, turnedBy, zoomed } from './lens'

const lens = (d: Desk, change: 'in' | 'out' | 'left' | 'right' | 'actual'): void => {
  const { picture } = d.shown!
  const box = d.pictureBox
  if (change === 'actual') d.lens = actualSize(picture, box)
  else if (change === 'in' || change === 'out')
    d.lens = zoomed(d.lens, change === 'in' ? 1.25 : 0.8, middleOf(box), picture, box)
  else d.lens = turnedBy(d.lens, change === 'left' ? -Math.PI / 12 : Math.PI / 12, middleOf(box), picture, box)
}

const HELD = {
  held: 'The pen draws on the held drawing.',
  blank: 'On a held frame the pen begins a blank drawing.',
  copy: 'On a held frame the pen begins a copy of what is held.',
}
const NEXT_HELD = { held: 'blank', blank: 'copy', copy: 'held' } as const

/** Ghosts, flipping, how the picture lies, and where strokes go. */
export const lookActions = (): Action[] => [
  {
    id: 'ghosts',
    name: 'Ghosts on or off',
    group: 'Look',
    keys: ['g'],
    do: d => {
      d.ghosts = !d.ghosts
    },
  },
  {
    id: 'ghosts-hide',
    name: 'No ghosts while the key is held',
    group: 'Look',
    keys: ['Backquote'],
    do: d => {
      d.ghostsHidden = true
    },
    release: d => {
      d.ghostsHidden = false
    },
  },
  {
    id: 'ghost-row',
    name: 'Which ghosts are seen, and how',
    group: 'Look',
    keys: ['Alt+KeyG'],
    do: d => {
      d.ghostRow = !d.ghostRow
    },
  },
  {
    id: 'ghost-pin',
    name: 'Pin this drawing as a ghost, or take the pin off',
    group: 'Look',
    keys: ['Shift+Digit0'],
    can: d => !!d.drawing,
    do: d => pinGhost(d, d.stack!.id, d.drawing!.id),
  },
  {
    id: 'rock',
    name: 'Rock between the neighbouring drawings while the key is held',
    group: 'Look',
    keys: ['Digit9'],
    can: d => !!d.column?.runs.count,
    do: d => {
      d.flipping = 'rock'
    },
    release: d => {
      d.flipping = null
    },
  },
  {
    id: 'flip',
    name: 'Flip through the chosen drawings while the key is held',
    group: 'Look',
    keys: ['Shift+Digit9'],
    can: d => !!d.column?.runs.count,
    do: d => {
      d.flipping = 'selection'
    },
    release: d => {
      d.flipping = null
    },
  },
  {
    id: 'flip-pinned',
    name: 'Look at the pinned drawing while the key is held',
    group: 'Look',
    keys: ['Digit0'],
    do: d => {
      if (heldAgainst(d).length) d.flipping = 'pinned'
      else toast('No drawing of this column is pinned.', { description: 'Shift 0 pins the one under the playhead.' })
    },
    release: d => {
      d.flipping = null
    },
  },
  {
    id: 'zoom-in',
    name: 'Picture larger',
    group: 'Look',
    keys: ['Alt+Equal', 'Alt+Shift+Equal'],
    repeats: true,
    do: d => lens(d, 'in'),
  },
  {
    id: 'zoom-out',
    name: 'Picture smaller',
    group: 'Look',
    keys: ['Alt+Minus'],
    repeats: true,
    do: d => lens(d, 'out'),
  },
  {
    id: 'zoom-actual',
    name: 'Picture in its actual size',
    group: 'Look',
    keys: ['Alt+Digit1'],
    do: d => lens(d, 'actual'),
  },
  {
    id: 'zoom-fit',
    name: 'Fit the whole picture, straight',
    group: 'Look',
    keys: ['Alt+Digit0'],
    do: d => {
      d.lens = STRAIGHT
    },
  },
  {
    id: 'turn-left',
    name: 'Turn the picture to the left',
    group: 'Look',
    keys: ['Alt+Comma'],
    repeats: true,
    do: d => lens(d, 'left'),
  },
  {
    id: 'turn-right',
    name: 'Turn the picture to the right',
    group: 'Look',
    keys: ['Alt+Period'],
    repeats: true,
    do: d => lens(d, 'right'),
  },
  {
    id: 'on-held',
    name: 'On a held frame: draw on the held drawing, begin a blank one, begin a copy',
    group: 'Draw',
    keys: ['Shift+S'],
    do: d => {
      d.onHeld = NEXT_HELD[d.onHeld]
      toast(HELD[d.onHeld])
    },
  },
  {
    id: 'pen-try',
    name: 'Try pressure without a tablet: a recorded pen draws a ring',
    group: 'Draw',
    keys: [],
    can: d => !!d.column && !d.column.locked && !d.column.hidden,
    do: d => {
      d.tool = 'pencil'
      const canvas = document.querySelector('[data-part=picture]')
      const box = canvas?.getBoundingClientRect()
      if (canvas && box)
        requestAnimationFrame(
          () =>
            void drawRecorded(canvas, 'ring', {
              x: box.left + box.width * 0.42,
              y: box.top + box.height * 0.35,
              width: box.height * 0.3,
              height: box.height * 0.3,
            }),
        )
    },
  },
  {
    id: 'draw-through',
    name: 'Draw-through: after each stroke to the next drawing',
    group: 'Draw',
    keys: ['Alt+KeyT'],
    do: d => {
      d.drawThrough = !d.drawThrough
      toast(
        d.drawThrough
          ? 'After each stroke the playhead goes to the next drawing.'
          : 'The playhead stays after a stroke.',
      )
    },
  },
]
