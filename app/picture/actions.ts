import { toast } from 'vue-sonner'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { useGhosts } from '~/ghosts/store'
import { heldAgainst } from './flip'
import { actualSize, middleOf, STRAIGHT, turnedBy, zoomed } from './lens'
import { usePicture } from './store'

const lens = (d: Desk, change: 'in' | 'out' | 'left' | 'right' | 'actual'): void => {
  const { picture: size } = d.shown!
  const picture = usePicture()
  const { box } = picture
  const [now, middle] = [picture.lens, middleOf(box)]
  if (change === 'actual') picture.lens = actualSize(size, box)
  else if (change === 'in' || change === 'out')
    picture.lens = zoomed(now, change === 'in' ? 1.25 : 0.8, middle, size, box)
  else picture.lens = turnedBy(now, change === 'left' ? -Math.PI / 12 : Math.PI / 12, middle, size, box)
}

/** Flipping, and how the picture lies. */
export const pictureActions: readonly Action[] = [
  {
    id: 'rock',
    name: 'Rock between the neighbouring drawings while the key is held',
    group: 'Look',
    keys: ['Digit9'],
    can: d => !!d.column?.runs.count,
    do: () => {
      usePicture().flipping = 'rock'
    },
    release: () => {
      usePicture().flipping = null
    },
  },
  {
    id: 'flip',
    name: 'Flip through the chosen drawings while the key is held',
    group: 'Look',
    keys: ['Shift+Digit9'],
    can: d => !!d.column?.runs.count,
    do: () => {
      usePicture().flipping = 'selection'
    },
    release: () => {
      usePicture().flipping = null
    },
  },
  {
    id: 'flip-pinned',
    name: 'Look at the pinned drawing while the key is held',
    group: 'Look',
    keys: ['Digit0'],
    do: d => {
      if (heldAgainst(d.focus!, useGhosts().pinned).length) usePicture().flipping = 'pinned'
      else toast('No drawing of this column is pinned.', { description: 'Shift 0 pins the one under the playhead.' })
    },
    release: () => {
      usePicture().flipping = null
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
    do: () => {
      usePicture().lens = STRAIGHT
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
    id: 'tool-scale',
    after: 'tool-path',
    name: 'Set the scale along something of known height',
    group: 'Draw',
    keys: [],
    do: () => {
      useTools().tool = 'scale'
    },
  },
]
