import type { Example } from './kit'
import { COLUMN, PLAN } from './kit'

const still = { turn: 0, size: 1 }
const go = { recipe: { family: 'even' as const }, step: 1, about: { x: 0, y: 0 }, round: true as const }
const camera = { plan: PLAN, column: null }
const arm = { plan: PLAN, column: COLUMN }

/** Columns that move, how near they lie, and the camera. */
export const moved: readonly Example[] = [
  {
    name: 'move.put',
    args: {
      plan: PLAN,
      puts: [
        { column: COLUMN, move: { ...still, frame: 1, place: { x: 0, y: 0 }, go } },
        { column: COLUMN, move: { ...still, frame: 24, place: { x: 240, y: 0 } } },
      ],
    },
  },
  { name: 'move.time', args: { ...arm, from: 24, to: 36 } },
  {
    name: 'move.go',
    args: { ...arm, frame: 1, go: { ...go, recipe: { family: 'halves', slow: 'second' }, drawn: true, arc: true } },
  },
  { name: 'move.remove', args: { ...arm, frames: [36] } },
  { name: 'column.set', args: { ...arm, depth: 1.5 } },
  {
    name: 'move.put',
    args: {
      plan: PLAN,
      puts: [
        { column: null, move: { ...still, frame: 1, place: { x: 960, y: 540 }, go } },
        { column: null, move: { frame: 48, place: { x: 1100, y: 500 }, turn: 0, size: 0.7 } },
      ],
    },
  },
  {
    name: 'camera.shake',
    args: { plan: PLAN, was: null, shake: { frame: 20, frames: 12, px: 14, rate: 12, fades: true, seed: 1 } },
  },
  { name: 'move.go', args: { ...camera, frame: 1, go: null } },
  { name: 'camera.remove', args: { plan: PLAN } },
]
