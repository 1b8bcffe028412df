import { z } from 'zod'
import { idSchema } from '../basic'
import { carrierSchema, movesSchema } from '../document/document'
import { equal } from '../document/equal'
import { carriersOf } from '../document/shown'
import { command } from './kind'
import { columnName, columnOf, planOf, stackOf, unlocked, withPlan } from './parts'
import { refuse } from './refusal'

const rideSchema = carrierSchema.pick({ column: true, part: true })

export const carryColumn = command(
  'column.carry',
  z.object({
    plan: idSchema,
    column: idSchema,
    /** What it rode on when this was meant. */
    was: rideSchema.nullable(),
    /** What it rides on from now on; nothing lets it go. */
    carrier: carrierSchema.nullable(),
    /** Its own moves from now on: where it lies when it is let go. */
    moves: movesSchema,
  }),
  ({ plan, column, was, carrier, moves }, shot) =>
    carrier
      ? `${columnName(shot, plan, column)} rides on ${columnName(shot, plan, carrier.column)}`
      : moves.length
        ? `${was ? 'Let' : 'Move'} ${columnName(shot, plan, column)}${was ? ' go' : ''}`
        : `${columnName(shot, plan, column)} lies as it is drawn`,
  (shot, { plan, column: id, was, carrier, moves }) => {
    const p = planOf(shot, plan)
    const { carrier: old, moves: _moves, stands, ...bare } = unlocked(columnOf(shot, plan, id))
    if (!equal(old ? rideSchema.parse(old) : null, was)) refuse('changed', `${bare.name} rides on something else now.`)
    if (carrier) {
      const on = columnOf(shot, plan, carrier.column)
      if (on.id === id || carriersOf(p.columns, on.id).includes(id))
        refuse('invalid', `${on.name} rides on ${bare.name} itself: it would go in a circle.`)
      const { part } = carrier
      const subject = part && stackOf(shot, on.stack).subjects[part.subject]
      if (part && !subject) refuse('gone', `What ${bare.name} would ride on is not in ${on.name} any more.`)
      if (part && part.bone !== 'place' && !subject!.figure.bones.some(b => b.id === part.bone))
        refuse('gone', `${subject!.name} has no such part any more.`)
    }
    if (moves.some((m, i) => i > 0 && m.frame <= moves[i - 1]!.frame))
      refuse('invalid', 'Moves stand in the order of their frames.')
    const column = {
      ...bare,
      ...(carrier ? { carrier } : {}),
      // Before or behind is said of what carries it.
      ...(carrier && stands && carrier.column === old?.column ? { stands } : {}),
      ...(moves.length ? { moves } : {}),
    }
    return withPlan(shot, { ...p, columns: { ...p.columns, [id]: column } })
  },
)
