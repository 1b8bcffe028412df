import { z } from 'zod'
import type { Repeat } from '../sheet'
import { bracketsOf, plainRuns } from '../sheet'
import { MAX_FRAMES } from '../time'
import { idSchema } from '../basic'
import { command } from './kind'
import type { Column } from '../document/document'
import { repeatSchema } from '../document/document'
import type { RunRef } from './parts'
import { openColumn, placeOf, runRefSchema, withColumn, withRepeats } from './parts'
import { refuse } from './refusal'
import { where } from './exposures'

const named = z.object({ ...where, repeat: idSchema })

export const setRepeat = command(
  'repeat.set',
  z.object({
    ...where,
    repeat: repeatSchema.omit({ first: true, last: true }).extend({ first: runRefSchema, last: runRefSchema }),
  }),
  ({ repeat: { times, back } }) =>
    `Repeat ${times === null ? 'to the end of the shot' : `${times} times`}${back ? ', there and back' : ''}`,
  (shot, { plan, column: id, repeat: draft }) => {
    const column = openColumn(shot, plan, id)
    // A cycle is one, also where it is shown once.
    if (draft.times === 1 && !draft.back && !Object.hasOwn(column.cycles ?? {}, draft.id))
      refuse('invalid', 'A passage that is shown once is not repeated.')
    return withColumn(shot, plan, repeatedOver(column, shot.length, draft))
  },
)

/** A bracket as a command names it: by the exposures it begins and ends with. */
type RepeatDraft = Omit<Repeat, 'first' | 'last'> & { readonly first: RunRef; readonly last: RunRef }

/** A column with a bracket over exposures, in place of the one of its id; refused where it cannot be there. */
export function repeatedOver(column: Column, length: number, draft: RepeatDraft): Column {
  const [a, b] = [placeOf(column.runs, draft.first), placeOf(column.runs, draft.last)]
  if (b.start < a.start) refuse('changed', 'The exposures have changed places.')
  if (draft.back && b.run.id === a.run.id) refuse('invalid', 'There and back needs at least two exposures.')
  const others = (column.repeats ?? []).filter(r => r.id !== draft.id)
  const made = withRepeats(column, [...others, { ...draft, first: a.run.id, last: b.run.id }])
  checkRepeat(made, length)
  return made
}

/** Refused where the brackets of a column lie in one another, or show more frames than can be. */
export function checkRepeat(column: Column, length: number): void {
  const all = bracketsOf(column, length)
  if (all.some((x, i) => i > 0 && x.from < all[i - 1]!.from + all[i - 1]!.frames))
    refuse('invalid', 'Another repeat is over some of these frames; repeats do not lie in one another.')
  const frames = column.runs.frames + all.reduce((sum, x) => sum + x.adds, 0)
  if (frames > MAX_FRAMES) refuse('invalid', `The column would show ${frames} frames; it can show ${MAX_FRAMES}.`)
}

export const removeRepeat = command('repeat.remove', named, 'Delete repeat', (shot, { plan, column: id, repeat }) => {
  const column = openColumn(shot, plan, id)
  return withColumn(shot, plan, withRepeats(column, othersOf(column, repeat)))
})

export const writeRepeat = command(
  'repeat.write',
  named,
  'Repeat into plain exposures',
  (shot, { plan, column: id, repeat }, { newId }) => {
    const column = openColumn(shot, plan, id)
    return withColumn(
      shot,
      plan,
      withRepeats({ ...column, runs: plainRuns(column, shot.length, repeat, newId) }, othersOf(column, repeat)),
    )
  },
)

/** The repeats of a column without one; refused where it is not there. */
function othersOf(column: Column, repeat: string) {
  const all = column.repeats ?? []
  return all.some(r => r.id === repeat)
    ? all.filter(r => r.id !== repeat)
    : refuse('gone', 'The repeat is not there any more.')
}
