import { useSide } from '~/ui/side'
import type { Action } from './action'
import { useFolds } from './folds'

/** Folding parts of the desk away. */
export const foldActions: readonly Action[] = [
  {
    id: 'fold-rail',
    name: 'Rail',
    hint: 'shown or folded away',
    group: 'Look',
    keys: ['Alt+KeyR'],
    on: () => !useFolds().rail,
    do: () => {
      useFolds().rail = !useFolds().rail
    },
  },
  {
    id: 'fold-poses',
    name: 'Pose row',
    hint: 'shown or folded away',
    group: 'Look',
    keys: ['Alt+KeyW'],
    on: () => !useFolds().poses,
    do: () => {
      useFolds().poses = !useFolds().poses
    },
  },
  {
    id: 'fold-slot',
    name: 'Side slot',
    hint: 'opens what it held last, or closes it',
    group: 'Look',
    keys: ['Quote'],
    on: () => !!useSide().open,
    do: () => {
      const side = useSide()
      side.toggle(side.open ?? side.last)
    },
  },
  {
    id: 'picture-only',
    name: 'Picture only',
    hint: 'or the whole desk',
    group: 'Look',
    keys: ['Backslash'],
    on: () => useFolds().pictureOnly,
    do: () => {
      useFolds().pictureOnly = !useFolds().pictureOnly
    },
  },
  {
    id: 'full-screen',
    name: 'Full screen',
    group: 'Look',
    keys: [],
    on: () => !!document.fullscreenElement,
    do: () => {
      if (document.fullscreenElement) void document.exitFullscreen()
      else void document.documentElement.requestFullscreen()
    },
  },
]
