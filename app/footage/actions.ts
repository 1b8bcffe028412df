import type { Action } from '~/desk/action'
import { useSide } from '~/ui/side'
import { useFilmed } from './store'

const marksHere = (): boolean => !!useFilmed().here && !useFilmed().here!.locked

/** Footage that is worked by. */
export const footageActions: readonly Action[] = [
  {
    id: 'side-footage',
    after: 'bring-in',
    name: 'Footage',
    hint: 'a movie to work by: its in-point, speed, marks',
    group: 'Look',
    keys: ['Alt+KeyU'],
    on: () => useSide().open === 'footage',
    do: () => useSide().toggle('footage'),
  },
  {
    id: 'footage-mark',
    after: 'side-footage',
    name: 'Mark the footage here',
    hint: 'also while it plays; standing there again takes the mark off',
    group: 'Poses',
    keys: ['Alt+KeyX'],
    can: marksHere,
    why: 'there is no footage to mark, or its column is locked.',
    do: () => useFilmed().mark(),
  },
  {
    id: 'footage-tap',
    after: 'footage-mark',
    name: 'Mark the footage by a single key',
    hint: 'while its panel is open',
    group: 'Poses',
    keys: ['t'],
    first: true,
    when: () => useSide().open === 'footage',
    can: marksHere,
    why: 'the panel of the footage is not open, or there is none to mark.',
    do: () => useFilmed().mark(),
  },
]
