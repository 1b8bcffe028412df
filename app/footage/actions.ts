import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { markDraft } from './marks'
import { useFilmed } from './store'

function mark(d: Desk): void {
  const { here } = useFilmed()
  const draft = markDraft(d.plan!.id, here!, d.frame, d.shot!.rate)
  if (draft) d.run(draft)
  else tell(`${here!.name} shows no footage on frame ${d.frame}.`)
}

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
    hint: 'also while it plays; again takes the mark off',
    group: 'Poses',
    keys: ['Alt+KeyX'],
    can: marksHere,
    why: 'there is no footage to mark, or its column is locked.',
    do: mark,
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
    do: mark,
  },
]
