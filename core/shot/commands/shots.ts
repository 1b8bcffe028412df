import { z } from 'zod'
import { colour, frames, idSchema, label } from '../basic'
import { command } from '../command'
import { columnSchema, shotSchema, stackSchema } from '../document'
import { columnOf, openColumn, planOf, withColumn, withPlan, withStack, without } from '../parts'
import { refuse } from '../refusal'

export const setShot = command(
  'shot.set',
  z.object({ name: label.optional(), length: frames.optional(), paper: shotSchema.shape.paper.optional() }),
  ({ name, length, paper }) => (length ? `Make the shot ${length} frames long` : name ? 'Rename the shot' : paper ? 'Change the paper' : 'Change the shot'),
  (shot, args) => ({ ...shot, ...args }),
)

export const addColumn = command(
  'column.add',
  z.object({ plan: idSchema, column: columnSchema, stack: stackSchema, index: z.number().int().min(0) }),
  ({ column }) => `Add the column ${column.name}`,
  (shot, { plan, column, stack, index }) => {
    const p = planOf(shot, plan)
    if (p.columns[column.id]) refuse('invalid', 'A column with this id is there already.')
    if (column.stack !== stack.id) refuse('invalid', 'The column does not expose the stack that comes with it.')
    if (shot.stacks[stack.id]) refuse('invalid', 'A stack with this id is there already.')
    const order = [...p.order.slice(0, index), column.id, ...p.order.slice(index)]
    return withPlan(withStack(shot, stack), { ...p, order, columns: { ...p.columns, [column.id]: column } })
  },
)

export const setColumn = command(
  'column.set',
  z.object({
    plan: idSchema, column: idSchema, name: label.optional(), ink: colour.optional(), step: columnSchema.shape.step.optional(),
    background: z.boolean().optional(), locked: z.boolean().optional(), hidden: z.boolean().optional(),
  }),
  ({ column, plan, ...set }, shot) => {
    const name = shot.plans[plan]?.columns[column]?.name ?? 'the column'
    if (set.step) return `New drawings of ${name} on a step of ${set.step}`
    if (set.locked !== undefined) return `${set.locked ? 'Lock' : 'Unlock'} ${name}`
    if (set.hidden !== undefined) return `${set.hidden ? 'Hide' : 'Show'} ${name}`
    return set.name ? `Rename ${name}` : `Change ${name}`
  },
  (shot, { plan, column, ...set }) => withColumn(shot, plan, { ...columnOf(shot, plan, column), ...set }),
)

export const removeColumn = command(
  'column.remove',
  z.object({ plan: idSchema, column: idSchema }),
  ({ plan, column }, shot) => `Delete the column ${shot.plans[plan]?.columns[column]?.name ?? ''}`,
  (shot, { plan, column }) => {
    const gone = openColumn(shot, plan, column)
    const p = planOf(shot, plan)
    if (p.order.length === 1) refuse('invalid', 'A shot keeps at least one column.')
    const kept = withPlan(shot, { ...p, columns: without(p.columns, [column]), order: p.order.filter(id => id !== column) })
    const used = Object.values(kept.plans).some(x => Object.values(x.columns).some(c => c.stack === gone.stack))
    if (used) return kept
    const plans = Object.values(kept.plans).map(x => ({ ...x, charts: without(x.charts, Object.values(x.charts).filter(c => c.stack === gone.stack).map(c => c.id)) }))
    return { ...kept, stacks: without(kept.stacks, [gone.stack]), plans: Object.fromEntries(plans.map(x => [x.id, x])) }
  },
)
