import { plural } from '#core/basic'
import type { Frames } from '#core/sheet'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { mayExpose } from './drafts'
import { useMouths } from './store'

/** Why no reading can be exposed in the column that is worked on; nothing where it can. */
export function whyNoMouths(): string {
  const { set, written, heard, choices } = useMouths()
  if (!set) return 'the column has no mouths yet. Make some, or say which of its drawings are mouths.'
  if (written && !mayExpose(written))
    return 'the column is locked, lined up with another, or has repeats: its exposures cannot be set.'
  if (heard === null) return 'its sound is on its way.'
  if (heard.length) return ''
  return choices.by === 'loudness'
    ? 'nothing is heard in this sound.'
    : 'no line is read yet. Read one beside its sound, or go by loudness.'
}

/** The frames that go by the reading again: those selected, else all that the hand changed as one with this frame. */
function givenBack({ selection: s, column, workFrame }: Desk): Frames | null {
  const { hand } = useMouths()
  if (s?.columns.includes(column!.id) && s.last > s.first) return { first: s.first, last: s.last }
  return hand.find(h => h.first <= workFrame && workFrame <= h.last) ?? null
}

/** Mouths, and what is exposed of a reading. */
export const mouthActions: readonly Action[] = [
  {
    id: 'side-mouths',
    after: 'side-reading',
    name: 'Mouths',
    hint: 'which drawing shows which sound, and exposing a reading',
    group: 'Look',
    keys: ['Alt+Semicolon'],
    on: () => useSide().open === 'mouths',
    do: () => useSide().toggle('mouths'),
  },
  {
    id: 'mouths-expose',
    after: 'side-mouths',
    name: 'Expose the reading',
    hint: 'mouths on the sheet; what was changed by hand stays',
    group: 'Exposure',
    keys: [],
    can: () => whyNoMouths() === '',
    why: 'the column has no mouths, or nothing is read. The panel of mouths says what is missing.',
    do: d => {
      const mouths = useMouths()
      if (mouths.written?.spoken && !mouths.changed) tell('It is exposed so already.')
      else if (mouths.expose()) d.tellDone(`${plural(mouths.written?.spoken?.put.length ?? 0, 'mouth')} exposed.`)
    },
  },
  {
    id: 'mouths-anew',
    after: 'mouths-expose',
    name: 'Selected mouths by the reading again',
    hint: 'what was changed by hand on these frames goes',
    group: 'Exposure',
    keys: [],
    can: d => !!d.column?.spoken && useMouths().hand.length > 0,
    why: 'no mouth was changed by hand in this column.',
    do: d => {
      const frames = givenBack(d)
      if (!frames) tell('Nothing was changed by hand on this frame. A bar beside the frames of the column shows where.')
      else if (useMouths().expose(frames)) d.tellDone('They go by the reading again.')
    },
  },
]
