import { z } from 'zod'
import { idSchema, plural } from '../basic'
import { besides, byHand, exposedAs, withMouths } from '../dialogue'
import type { Column } from '../document/document'
import { mouthSetSchema, spokenSchema } from '../document/document'
import { exposuresIn } from '../sheet'
import { MAX_FRAMES } from '../time'
import { command } from './kind'
import { columnName, columnOf, openColumn, stackOf, unlocked, withColumn } from './parts'
import { refuse } from './refusal'

const where = { plan: idSchema, column: idSchema }

export const setMouths = command(
  'mouths.set',
  /** The mouths of a column from now on; null for none. */
  z.object({ ...where, mouths: mouthSetSchema.nullable() }),
  ({ plan, column, mouths }, shot) =>
    mouths
      ? `${plural(mouths.mouths.length, 'mouth')} of ${columnName(shot, plan, column)}`
      : `No mouths in ${columnName(shot, plan, column)}`,
  (shot, { plan, column: id, mouths }) => {
    const { mouths: _old, ...column } = unlocked(columnOf(shot, plan, id))
    if (!mouths) return withColumn(shot, plan, silent(column))
    const { drawings } = stackOf(shot, column.stack)
    const missing = mouths.mouths.find(m => !Object.hasOwn(drawings, m.drawing))
    if (missing) refuse('gone', `The drawing of the mouth “${missing.name}” is not there any more.`)
    const told = Object.values(mouths.sounds ?? {})
    if (told.some(m => !mouths.mouths.some(x => x.id === m)))
      refuse('invalid', 'A sound is shown by a mouth of its set.')
    return withColumn(shot, plan, { ...column, mouths })
  },
)

/** A column that remembers no reading. */
function silent({ spoken: _spoken, ...column }: Column): Column {
  return column
}

export const exposeMouths = command(
  'mouths.expose',
  /** The frames that a reading is exposed on, how, and by which mouths; what lies between them stays as it is. */
  z.object({ ...where, spoken: spokenSchema }),
  ({ plan, column, spoken }, shot) =>
    `Expose ${plural(spoken.put.length, 'mouth')} in ${columnName(shot, plan, column)}`,
  (shot, { plan, column: id, spoken }, { newId }) => {
    const column = openColumn(shot, plan, id)
    const { drawings } = stackOf(shot, column.stack)
    if (spoken.drawings.some(d => !Object.hasOwn(drawings, d)))
      refuse('gone', 'A drawing of these mouths is not there any more.')
    if (column.repeats?.length)
      refuse('invalid', `The column ${column.name} has repeats. Write their exposures out first.`)
    return withColumn(shot, plan, { ...column, spoken, runs: withMouths(column.runs, spoken, newId) })
  },
)

export const releaseMouths = command(
  'mouths.release',
  /** The exposures stay; they are by hand from now on. */
  z.object(where),
  ({ plan, column }, shot) => `The mouths of ${columnName(shot, plan, column)} are by hand`,
  (shot, { plan, column: id }) => {
    const column = unlocked(columnOf(shot, plan, id))
    if (!column.spoken) refuse('gone', `No reading is exposed in ${column.name} any more.`)
    return withColumn(shot, plan, silent(column))
  },
)

/**
 * A column whose exposures were fitted to another rate: what is there of its reading now is what was put there, but what
 * was by hand.
 */
export function spokenAtRate(before: Column, after: Column, atRate: (frames: number) => number): Column {
  const { spoken } = before
  if (!spoken) return after
  const frame = (f: number): number => Math.max(1, Math.min(MAX_FRAMES, 1 + Math.round(atRate(f - 1))))
  const [first, last] = [frame(spoken.first), Math.max(frame(spoken.first), frame(spoken.last + 1) - 1)]
  const hand = byHand(before.runs, spoken).map(h => ({ first: frame(h.first), last: frame(h.last + 1) - 1 }))
  const known = new Set(spoken.drawings)
  let at = first
  const there = exposuresIn(after.runs, first, last).flatMap(({ drawing, frames }) => {
    const span = { frame: at, frames, drawing: drawing ?? '' }
    at += frames
    return known.has(span.drawing) ? [span] : []
  })
  const now = exposedAs(
    besides(
      there,
      hand.filter(h => h.last >= h.first),
    ),
    { first, last },
  )
  return { ...after, spoken: { ...spoken, ...now } }
}
