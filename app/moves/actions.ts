import { SAME } from '#core/motion'
import type { Action } from '~/desk/action'
import { useTools } from '~/desk/tools'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { placeDraft } from './movers'
import { useMoves } from './store'

/** Moves of columns, and the camera. */
export const moveActions: readonly Action[] = [
  {
    id: 'side-moves',
    after: 'side-cycles',
    name: 'Moves and camera',
    hint: 'where columns and the camera lie, from frame to frame',
    group: 'Look',
    keys: ['Alt+BracketLeft'],
    on: () => useSide().open === 'moves',
    do: () => useSide().toggle('moves'),
  },
  {
    id: 'camera-look',
    after: 'side-moves',
    name: 'Look through the camera',
    hint: 'the picture as it goes out',
    group: 'Look',
    keys: ['Alt+BracketRight'],
    can: d => !!d.plan?.camera,
    why: 'there is no camera yet. “Moves and camera” places one.',
    on: () => useMoves().looks,
    do: () => {
      useMoves().looks = !useMoves().looks
    },
  },
  {
    id: 'tool-move',
    after: 'tool-path',
    name: 'Place the column, or the camera',
    hint: 'moved, turned and sized on the picture, on this frame',
    group: 'Draw',
    keys: [],
    do: () => {
      useTools().tool = 'move'
    },
  },
  {
    id: 'move-here',
    after: 'camera-look',
    name: 'Place the column on this frame',
    hint: 'as it lies now; what held before goes there',
    group: 'Exposure',
    keys: [],
    can: d => !!d.column && !d.column.locked,
    why: 'there is no column, or it is locked.',
    do: d => {
      useMoves().ofCamera = false
      if (d.run(placeDraft(d.scene!, useMoves().movers, d.workFrame, SAME))) useSide().open = 'moves'
    },
  },
  {
    id: 'camera-here',
    after: 'move-here',
    name: 'Place the camera on this frame',
    hint: 'a field, as it is now; what held before goes there',
    group: 'Exposure',
    keys: [],
    can: d => !!d.scene,
    do: d => {
      const moves = useMoves()
      moves.ofCamera = true
      useSide().open = 'moves'
      if (d.run(placeDraft(d.scene!, [null], d.workFrame, SAME)))
        tell('The camera has a field on this frame. Drag its corners, or type its place, turn and size.')
    },
  },
]
