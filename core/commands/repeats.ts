import { z } from 'zod'
import { bracketsOf, plainRuns } from '../sheet'
import { MAX_FRAMES } from '../time'
import { idSchema } from '../basic'
import { command } from './kind'
import type { Column } from '../document/document'
import { repeatSchema } from '../document/document'
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
    const [a, b] = [placeOf(column.runs, draft.first), placeOf(column.runs, draft.last)]
    if (b.start < a.start) refuse('changed', 'The exposures have changed places.')
    if (draft.times === 1 && !draft.back) refuse('invalid', 'A passage that is shown once is not repeated.')
    if (draft.back && b.run.id === a.run.id) refuse('invalid', 'There and back needs at least two exposures.')
    const repeat = { ...draft, first: a.run.id, last: b.run.id }
    const others = (column.repeats ?? []).filter(r => r.id !== repeat.id)
    const end = b.start + b.run.frames
    if (
      bracketsOf({ runs: column.runs, repeats: others }, shot.length).some(
        x => x.from < end && a.start < x.from + x.frames,
      )
    )
      refuse('invalid', 'Another repeat is over some of these frames; repeats do not lie in one another.')
    const made = withRepeats(column, [...others, repeat])
    const added = bracketsOf(made, shot.length).reduce((sum, x) => sum + x.adds, 0)
    if (column.runs.frames + added > MAX_FRAMES)
      refuse('invalid', `The column would show ${column.runs.frames + added} frames; it can show ${MAX_FRAMES}.`)
    return withColumn(shot, plan, made)
  },
)

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
