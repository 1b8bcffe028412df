import { tell } from '~/ui/messages'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { usePointed } from '~/desk/pointed'
import { useTools } from '~/desk/tools'
import { useTies } from './store'
import { freeDraft, lockedWords, noneDraft } from './ties'

/** The stroke that a key or a button means: the one that was clicked, else the one under the pointer. */
const meant = () => useTies().picked ?? useTies().hovered

/** Says that nothing can be changed, where the column is locked. */
function saidLocked({ column }: Desk): boolean {
  if (column?.locked) tell(lockedWords(column.name))
  return !!column?.locked
}

export function freeMeant(d: Desk): void {
  if (saidLocked(d)) return
  const ties = useTies()
  const draft = ties.span && meant() ? freeDraft(d.plan!.id, ties.span, meant()) : null
  if (!draft) return void tell('Nothing was said by hand of this stroke.')
  if (d.run(draft)) ties.picked = null
}

export function noneMeant(d: Desk): void {
  if (saidLocked(d)) return
  const ties = useTies()
  const picked = meant()
  if (ties.span && picked && d.run(noneDraft(d.plan!.id, ties.span, picked))) ties.picked = null
}

export function freeAll(d: Desk): void {
  if (saidLocked(d)) return
  const ties = useTies()
  const draft = ties.span && freeDraft(d.plan!.id, ties.span, null)
  if (draft) d.run(draft)
}

const inHand = (): boolean => useTools().tool === 'ties'

/** Which stroke becomes which. */
export const tieActions: readonly Action[] = [
  {
    id: 'tool-ties',
    after: 'tool-joints',
    name: 'Ties of strokes',
    hint: 'which stroke becomes which between two drawn poses',
    group: 'Draw',
    keys: ['Alt+KeyE'],
    do: () => {
      useTools().tool = 'ties'
    },
  },
  {
    id: 'tie-none',
    name: 'Stroke becomes none',
    hint: 'the one that is clicked with the ties in hand',
    group: 'Draw',
    keys: ['Delete'],
    when: () => inHand() && !!meant() && usePointed().at === 'picture',
    can: () => inHand() && !!meant(),
    why: 'no stroke is clicked with the ties in hand.',
    do: noneMeant,
  },
  {
    id: 'tie-free',
    name: 'Free a tie',
    hint: 'of the stroke that is clicked with the ties in hand',
    group: 'Draw',
    keys: ['Alt+KeyF'],
    can: () => inHand() && !!meant(),
    why: 'no stroke is clicked with the ties in hand.',
    do: freeMeant,
  },
  {
    id: 'tie-free-all',
    name: 'Free all ties of this span',
    group: 'Draw',
    keys: [],
    can: () => !!useTies().chart?.ties?.length,
    why: 'nothing is tied by hand here.',
    do: freeAll,
  },
]
