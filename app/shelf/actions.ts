import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { AskFault } from '~/sync/ask'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { takeNewer } from './renew'
import { useShelf } from './store'

async function takeAll(d: Desk): Promise<void> {
  try {
    for (const newer of useShelf().newer) await takeNewer(d, newer)
  } catch (error) {
    if (!(error instanceof AskFault)) throw error
    tell(error.message)
  }
}

/** The shelf of the production. */
export const shelfActions: readonly Action[] = [
  {
    id: 'side-shelf',
    after: 'side-parts',
    name: 'Shelf …',
    hint: 'what the production keeps by name: figures, parts, pictures, columns, spacings, pencils',
    group: 'Shot',
    keys: ['Alt+KeyC'],
    do: () => {
      useSide().toggle('shelf')
    },
  },
  {
    id: 'shelf-keep',
    after: 'side-shelf',
    name: 'Put on the shelf …',
    hint: 'a figure, part, picture, column, spacing or pencil, for all shots of the production',
    group: 'Shot',
    keys: [],
    can: d => !d.session?.readOnly,
    why: 'this is an earlier state, which is only looked at.',
    do: () => useSide().show('shelf', 'keep'),
  },
  {
    id: 'shelf-newer',
    after: 'shelf-keep',
    name: 'Take newer versions from the shelf',
    hint: 'of all copies in this shot',
    group: 'Shot',
    keys: [],
    can: d => !d.session?.readOnly && useShelf().newer.length > 0,
    why: 'no copy in this shot has a newer original on a shelf.',
    do: d => void takeAll(d),
  },
]
