import type { Action } from '~/desk/action'
import { useTools } from '~/desk/tools'
import { useSide } from '~/ui/side'
import { mirrorHere, sidedHere, swapHere } from './subjects'

/** Posing and making figures, and what belongs to them. */
export const figureActions: readonly Action[] = [
  {
    id: 'tool-pose',
    after: 'art-down',
    name: 'Pose the figure',
    group: 'Draw',
    keys: ['p'],
    do: () => {
      useTools().tool = 'pose'
    },
  },
  {
    id: 'tool-joints',
    name: 'Create a figure from joints',
    group: 'Draw',
    keys: [],
    can: d => !!d.column,
    do: () => {
      useTools().tool = 'joints'
    },
  },
  {
    id: 'swap-sides',
    name: 'Swap left and right',
    hint: 'of the figures on this drawing, or on those of the selected frames',
    group: 'Poses',
    keys: ['Alt+KeyS'],
    can: d => !!d.drawing && sidedHere(d.scene!, d.focus!).length > 0,
    why: 'no figure with a left and a right stands on this drawing.',
    do: d => d.run(...swapHere(d.scene!, d.focus!)),
  },
  {
    id: 'mirror-figures',
    name: 'Mirror figures',
    hint: 'on this drawing, or on those of the selected frames, where they stand',
    group: 'Poses',
    keys: ['Alt+KeyM'],
    can: d => !!d.drawing && mirrorHere(d.scene!, d.focus!).length > 0,
    why: 'no figure stands on this drawing.',
    do: d => d.run(...mirrorHere(d.scene!, d.focus!)),
  },
  {
    id: 'side-parts',
    name: 'Figures and parts …',
    hint: 'of this column',
    group: 'Draw',
    keys: ['Alt+KeyP'],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('parts')
    },
  },
  {
    id: 'pin',
    name: 'Pins …',
    hint: 'a part held in its place',
    group: 'Poses',
    keys: ['Shift+I'],
    can: d => !!d.drawing,
    do: () => {
      useSide().toggle('pins')
    },
  },
]
