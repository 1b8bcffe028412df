import { withKey } from '~/desk/shortcuts'
import { tell } from '~/ui/messages'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { useGhosts } from '~/ghosts/store'
import { finishedHere, finishedIn } from './finished'
import { heldAgainst } from './flip'
import type { Lens } from './lens'
import { actualSize, middleOf, STRAIGHT, turnedBy, zoomed } from './lens'
import { usePicture } from './store'
import { steadyFor } from './steady'

/** Zooms or rotates the view of the picture about its middle. */
function changeLens(d: Desk, change: 'in' | 'out' | 'left' | 'right' | 'actual'): void {
  const { picture: size } = d.shown!
  const picture = usePicture()
  const beside = picture.inHand === 'beside' && picture.besideLens
  const box = beside ? picture.besideBox : picture.box
  const [now, middle] = [beside || picture.lens, middleOf(box)]
  if (change === 'actual') setLens(actualSize(size, box))
  else if (change === 'in' || change === 'out') setLens(zoomed(now, change === 'in' ? 1.25 : 0.8, middle, size, box))
  else setLens(turnedBy(now, change === 'left' ? -Math.PI / 12 : Math.PI / 12, middle, size, box))
}

/** Lays the picture otherwise in the view that one pointed at last. */
function setLens(lens: Lens): void {
  const picture = usePicture()
  if (picture.inHand === 'beside') picture.besideLens = lens
  else picture.lens = lens
}

/** Flipping, and how the picture lies. */
export const pictureActions: readonly Action[] = [
  {
    id: 'flip-neighbours',
    name: 'Flip',
    hint: 'between the neighbouring drawings, while the key is held',
    group: 'Look',
    keys: ['Digit9'],
    can: d => !!d.column?.runs.count,
    why: 'nothing is exposed in this column yet.',
    do: () => {
      usePicture().flipping = 'neighbours'
    },
    release: () => {
      usePicture().flipping = null
    },
  },
  {
    id: 'flip',
    name: 'Flip through the selected drawings',
    hint: 'while the key is held',
    group: 'Look',
    keys: ['Shift+Digit9'],
    can: d => !!d.column?.runs.count,
    why: 'nothing is exposed in this column yet.',
    do: () => {
      usePicture().flipping = 'selection'
    },
    release: () => {
      usePicture().flipping = null
    },
  },
  {
    id: 'flip-pinned',
    name: 'Look at the pinned drawing',
    hint: 'while the key is held',
    group: 'Look',
    keys: ['Digit0'],
    do: d => {
      if (heldAgainst(d.focus!, useGhosts().pinned).length) usePicture().flipping = 'pinned'
      else
        tell('No drawing of this column is pinned.', {
          detail: `${withKey('Pin this drawing', 'ghost-pin')} pins the one under the playhead.`,
        })
    },
    release: () => {
      usePicture().flipping = null
    },
  },
  {
    id: 'zoom-in',
    name: 'Zoom in',
    group: 'Look',
    keys: ['Alt+Equal', 'Alt+Shift+Equal'],
    repeats: true,
    do: d => changeLens(d, 'in'),
  },
  {
    id: 'zoom-out',
    name: 'Zoom out',
    group: 'Look',
    keys: ['Alt+Minus'],
    repeats: true,
    do: d => changeLens(d, 'out'),
  },
  {
    id: 'zoom-actual',
    name: 'Actual size',
    hint: 'one px of the picture on one px of the screen',
    group: 'Look',
    keys: ['Alt+Digit1'],
    do: d => changeLens(d, 'actual'),
  },
  {
    id: 'zoom-fit',
    name: 'Fit',
    hint: 'the whole picture, straight',
    group: 'Look',
    keys: ['Alt+Digit0'],
    do: () => setLens(STRAIGHT),
  },
  {
    id: 'steady',
    name: 'Hold a part still',
    hint: 'what the column rides on, or its figure, stands still while the frames go by; again lets it go',
    group: 'Look',
    keys: ['Alt+KeyY'],
    can: d => !!usePicture().steady || (!!d.scene && !!steadyFor(d.scene, d.focus!)),
    why: 'the column rides on nothing, and no figure is on this drawing.',
    on: () => !!usePicture().steady,
    do: d => {
      const picture = usePicture()
      picture.steady = picture.steady ? null : steadyFor(d.scene!, d.focus!)
    },
  },
  {
    id: 'turn-left',
    name: 'Rotate left',
    hint: 'the picture under the pen',
    group: 'Look',
    keys: ['Alt+Comma'],
    repeats: true,
    do: d => changeLens(d, 'left'),
  },
  {
    id: 'turn-right',
    name: 'Rotate right',
    hint: 'the picture under the pen',
    group: 'Look',
    keys: ['Alt+Period'],
    repeats: true,
    do: d => changeLens(d, 'right'),
  },
  {
    id: 'frame-edge',
    name: 'Frame edge',
    group: 'Look',
    keys: [],
    on: () => usePicture().edge,
    do: () => {
      usePicture().edge = !usePicture().edge
    },
  },
  {
    id: 'roughs',
    name: 'Roughs of finished drawings',
    hint: 'instead of what came back for them',
    group: 'Look',
    keys: ['Alt+KeyQ'],
    can: d => finishedIn(d),
    why: 'no drawing of this shot has a finished picture.',
    on: () => usePicture().roughs,
    do: () => {
      usePicture().roughs = !usePicture().roughs
    },
  },
  {
    id: 'unfinish',
    name: 'Take finished pictures off',
    hint: 'of the drawings on the selected frames; their roughs are seen again',
    group: 'Draw',
    keys: [],
    can: d => !d.column?.locked && !d.column?.drawingsLocked && finishedHere(d).length > 0,
    why: 'no drawing on the selected frames has a finished picture, or the column is locked.',
    do: d => {
      const finished = Object.fromEntries(finishedHere(d).map(x => [x.id, null]))
      d.run({ name: 'drawing.finish', args: { stack: d.stack!.id, finished } })
    },
  },
  {
    id: 'action-safe',
    name: 'Action-safe area',
    group: 'Look',
    keys: [],
    on: () => usePicture().safe,
    do: () => {
      usePicture().safe = !usePicture().safe
    },
  },
  {
    id: 'tool-scale',
    after: 'tool-path',
    name: 'Set the scale',
    hint: 'along something of known height',
    group: 'Draw',
    keys: [],
    do: () => {
      useTools().tool = 'scale'
    },
  },
]
