import { z } from 'zod'
import { idSchema } from '../basic'
import { command } from './kind'
import { leadersOf } from '../document/shown'
import { columnName, columnOf, openColumn, withColumn, withPlan } from './parts'
import { refuse } from './refusal'

export const lineUpColumn = command(
  'column.lineup',
  z.object({ plan: idSchema, column: idSchema, leader: idSchema }),
  ({ plan, column, leader }, shot) =>
    `Line ${columnName(shot, plan, column)} up with ${columnName(shot, plan, leader)}`,
  (shot, { plan, column: id, leader: leaderId }) => {
    const column = openColumn(shot, plan, id)
    const leader = columnOf(shot, plan, leaderId)
    if (leader.id === id || leader.stack === column.stack)
      refuse('invalid', 'A column is lined up with one that shows other drawings.')
    if (leadersOf(shot.plans[plan]!.columns, leaderId).includes(id))
      refuse('invalid', `${leader.name} follows ${column.name} itself: lining them up would go in a circle.`)
    const { link: _link, ...unlinked } = column
    return withColumn(shot, plan, { ...unlinked, leader: leaderId })
  },
)

export const releaseColumn = command(
  'column.release',
  z.object({ plan: idSchema, column: idSchema }),
  ({ plan, column }, shot) => `Release ${columnName(shot, plan, column)}`,
  (shot, { plan, column: id }) => {
    const { leader, ...column } = columnOf(shot, plan, id)
    if (leader === undefined) refuse('changed', `${column.name} is not lined up any more.`)
    const p = shot.plans[plan]!
    return withPlan(shot, { ...p, columns: { ...p.columns, [id]: column } })
  },
)
