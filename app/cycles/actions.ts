import type { CycleKindId } from '#core/cycle'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { takeDraft, timesDraft } from './drafts'
import { exposedStage, nextStage, stageTo } from './stages'
import { useCycles } from './store'

const NONE = 'there is no cycle in this column. Plan one in the panel of cycles.'
const hasCycle = (): boolean => !!useCycles().here
const refOfHere = () => {
  const { here } = useCycles()
  return { plan: useCycles().planId, column: here!.column.id, cycle: here!.id }
}

/** One stage further, or one back: the drawings of it are made where there are none. */
function step(d: Desk, by: 1 | -1): void {
  const { here } = useCycles()
  const to = nextStage(here!.cycle, exposedStage(here!), by)
  if (to === undefined) tell(by > 0 ? 'Everything of it is exposed.' : 'It is at its first stage.')
  else stageTo(d, here!, to)
}

/** Takes the selected frames as a cycle of a kind. */
export function takeHere(d: Desk, kind: CycleKindId): void {
  const draft = takeDraft(d.scene!, d.focus!, kind)
  if (!draft) tell('Select frames that begin with a pose, with two poses at least: they become a cycle.')
  else if (d.run(draft)) useSide().open = 'cycles'
}

/** Cycles. */
export const cycleActions: readonly Action[] = [
  {
    id: 'side-cycles',
    after: 'side-mouths',
    name: 'Cycles',
    hint: 'walks, runs, wing-beats: planned, judged at every stage, repeated',
    group: 'Look',
    keys: ['Alt+Quote'],
    on: () => useSide().open === 'cycles',
    do: () => useSide().toggle('cycles'),
  },
  {
    id: 'cycle-plan',
    after: 'side-cycles',
    name: 'Plan a cycle',
    hint: 'a walk, a run, a wing-beat, a flicker',
    group: 'Poses',
    keys: [],
    can: d => !!d.column,
    do: () => {
      useSide().open = 'cycles'
      useCycles().planning = true
    },
  },
  {
    id: 'cycle-take',
    after: 'cycle-plan',
    name: 'Selected frames as a cycle',
    hint: 'their poses are its moments',
    group: 'Poses',
    keys: [],
    can: d => !!d.place,
    do: d => takeHere(d, 'walk'),
  },
  {
    id: 'cycle-more',
    after: 'cycle-take',
    name: 'Next stage of the cycle',
    hint: 'contacts, then passing, then what lies between; the length stays',
    group: 'Poses',
    keys: [],
    can: hasCycle,
    why: NONE,
    do: d => step(d, 1),
  },
  {
    id: 'cycle-less',
    after: 'cycle-more',
    name: 'Stage of the cycle before',
    hint: 'fewer drawings, held longer',
    group: 'Poses',
    keys: [],
    can: hasCycle,
    why: NONE,
    do: d => step(d, -1),
  },
  {
    id: 'cycle-half',
    after: 'cycle-less',
    name: 'Derive the second half of the cycle',
    hint: 'left and right exchanged; it follows the first',
    group: 'Poses',
    keys: [],
    can: hasCycle,
    why: NONE,
    do: d => {
      const { here } = useCycles()
      const derived = !here!.cycle.half
      d.run({ name: 'cycle.half', args: { ...refOfHere(), derived } })
    },
  },
  {
    id: 'cycle-out',
    after: 'cycle-half',
    name: 'A frame out at all contacts',
    hint: 'where a cycle drags; in linked columns, too',
    group: 'Exposure',
    keys: [],
    can: hasCycle,
    why: NONE,
    do: d => void d.run({ name: 'cycle.frame', args: { ...refOfHere(), by: -1 } }),
  },
  {
    id: 'cycle-in',
    after: 'cycle-out',
    name: 'A frame in at all contacts',
    group: 'Exposure',
    keys: [],
    can: hasCycle,
    why: NONE,
    do: d => void d.run({ name: 'cycle.frame', args: { ...refOfHere(), by: 1 } }),
  },
  {
    id: 'cycle-fill',
    after: 'cycle-in',
    name: 'All cycles to the end of the shot',
    group: 'Exposure',
    keys: [],
    can: () => useCycles().all.length > 0,
    why: 'there is no cycle in this shot.',
    do: d => {
      const all = useCycles().all.filter(c => c.bracket.repeat.times !== null)
      const drafts = all.map(c => timesDraft(d.scene!, c.column, c, null))
      if (drafts.length) d.run(...drafts)
      else tell('All cycles go to the end of the shot already.')
    },
  },
]
