import { z } from 'zod'
import { colour, idSchema, label, plural } from '../basic'
import { command } from './kind'
import { eachRun, framesAtRate, listOf, runsOf } from '../sheet'
import { framesSchema as frames, rateLabel } from '../time'
import { hangingFault, plansOf } from '../document/shown'
import type { Column } from '../document/document'
import { chartSchema, columnSchema, originalSchema, rateSchema, shotSchema, stackSchema } from '../document/document'
import { firstLost } from '../document/open'
import { columnOf, planOf, stackOf, unlocked, withColumn, withPlan, withStack, without } from './parts'
import { spokenAtRate } from './mouths'
import { refuse } from './refusal'
import { soundsAtRate } from './sounds'

const ON_HELD = {
  held: 'On held frames the pen draws on the held drawing',
  blank: 'On held frames the pen begins a new drawing',
  copy: 'On held frames the pen begins a copy',
}

export const setShot = command(
  'shot.set',
  z.object({
    name: label.optional(),
    length: frames.optional(),
    paper: shotSchema.shape.paper.optional(),
    room: shotSchema.shape.room,
    onHeld: shotSchema.shape.onHeld,
    newEvery: shotSchema.shape.newEvery,
  }),
  ({ name, length, paper, room, onHeld, newEvery }) =>
    length
      ? `Make the shot ${length} frames long`
      : name
        ? 'Rename the shot'
        : paper
          ? 'Change the paper'
          : room !== undefined
            ? `Room around the picture: ${Math.round(room * 100)} %`
            : onHeld
              ? ON_HELD[onHeld]
              : newEvery !== undefined
                ? `New poses ${newEvery === null ? 'at the playhead' : `every ${plural(newEvery, 'frame')}`}`
                : 'Change the shot',
  (shot, args) => ({ ...shot, ...args }),
)

export const addColumn = command(
  'column.add',
  z.object({
    plan: idSchema,
    column: columnSchema,
    stack: stackSchema,
    index: z.number().int().min(0),
    /** Charts of the new stack, for a column that is a copy. */
    charts: z.array(chartSchema).max(2000).optional(),
  }),
  ({ column }) => `Add the column ${column.name}`,
  (shot, { plan, column, stack, index, charts = [] }) => {
    const p = planOf(shot, plan)
    if (p.columns[column.id]) refuse('invalid', 'A column with this id is there already.')
    if (column.stack !== stack.id) refuse('invalid', 'The column does not expose the stack that comes with it.')
    if (shot.stacks[stack.id]) refuse('invalid', 'A stack with this id is there already.')
    const hanging = hangingFault({ ...p.columns, [column.id]: column }, column.id)
    if (hanging) refuse('invalid', hanging)
    const order = [...p.order.slice(0, index), column.id, ...p.order.slice(index)]
    if (charts.some(c => c.stack !== stack.id || p.charts[c.id]))
      refuse('invalid', 'A chart does not belong to the new column.')
    const added = withPlan(withStack(shot, stack), {
      ...p,
      order,
      columns: { ...p.columns, [column.id]: column },
      charts: { ...p.charts, ...Object.fromEntries(charts.map(c => [c.id, c])) },
    })
    const lost = charts.length ? firstLost(added) : null
    return lost ? refuse('invalid', lost) : added
  },
)

export const setColumn = command(
  'column.set',
  z.object({
    plan: idSchema,
    column: idSchema,
    name: label.optional(),
    ink: colour.optional(),
    step: columnSchema.shape.step.optional(),
    background: z.boolean().optional(),
    locked: z.boolean().optional(),
    drawingsLocked: z.boolean().optional(),
    hidden: z.boolean().optional(),
    strength: z.number().min(0).max(1).optional(),
    reference: z.boolean().optional(),
    /** The thing on a shelf that it is a copy of from now on. */
    original: originalSchema.optional(),
    adds: columnSchema.shape.adds,
    /** How near it lies to the camera. */
    depth: columnSchema.shape.depth,
  }),
  ({ column, plan, ...set }, shot) => {
    const name = shot.plans[plan]?.columns[column]?.name ?? 'the column'
    if (set.step) return `New drawings of ${name} on a step of ${set.step}`
    if (set.adds) return `New drawings of ${name} are ${set.adds}s`
    if (set.locked !== undefined) return `${set.locked ? 'Lock' : 'Unlock'} ${name}`
    if (set.drawingsLocked !== undefined) return `${set.drawingsLocked ? 'Lock' : 'Unlock'} the drawings of ${name}`
    if (set.hidden !== undefined) return `${set.hidden ? 'Hide' : 'Show'} ${name}`
    if (set.reference !== undefined) return set.reference ? `Make ${name} a reference column` : `Export ${name} again`
    if (set.strength !== undefined) return `Show ${name} at ${Math.round(set.strength * 100)} %`
    if (set.depth !== undefined) return `${name} passes ${set.depth} times as far`
    if (set.original) return `A copy of the one on the shelf: ${name}`
    return set.name ? `Rename ${name}` : `Change ${name}`
  },
  (shot, { plan, column, ...set }) => withColumn(shot, plan, { ...columnOf(shot, plan, column), ...set }),
)

/** A column that hangs no more on one that goes: is not lined up with it, rides on it and is cut to it no more. */
function released(column: Column, gone: string): Column {
  const { leader, carrier, stands, inside, ...bare } = column
  return leader !== gone && carrier?.column !== gone && inside !== gone
    ? column
    : {
        ...bare,
        ...(leader !== undefined && leader !== gone ? { leader } : {}),
        ...(carrier && carrier.column !== gone ? { carrier, ...(stands ? { stands } : {}) } : {}),
        ...(inside !== undefined && inside !== gone ? { inside } : {}),
      }
}

export const removeColumn = command(
  'column.remove',
  z.object({ plan: idSchema, column: idSchema }),
  ({ plan, column }, shot) => `Delete the column ${shot.plans[plan]?.columns[column]?.name ?? ''}`,
  (shot, { plan, column }) => {
    const gone = unlocked(columnOf(shot, plan, column))
    const p = planOf(shot, plan)
    if (p.order.length === 1) refuse('invalid', 'A shot keeps at least one column.')
    const kept = withPlan(shot, {
      ...p,
      columns: Object.fromEntries(Object.values(without(p.columns, [column])).map(c => [c.id, released(c, column)])),
      order: p.order.filter(id => id !== column),
    })
    const used = Object.values(kept.plans).some(x => Object.values(x.columns).some(c => c.stack === gone.stack))
    if (used) return kept
    const plans = Object.values(kept.plans).map(x => ({
      ...x,
      charts: without(
        x.charts,
        Object.values(x.charts)
          .filter(c => c.stack === gone.stack)
          .map(c => c.id),
      ),
    }))
    return { ...kept, stacks: without(kept.stacks, [gone.stack]), plans: Object.fromEntries(plans.map(x => [x.id, x])) }
  },
)

export const shareColumn = command(
  'column.share',
  z.object({ plan: idSchema, column: columnSchema, index: z.number().int().min(0) }),
  ({ column }) => `Add the column ${column.name} with the same drawings`,
  (shot, { plan, column, index }) => {
    const p = planOf(shot, plan)
    if (p.columns[column.id]) refuse('invalid', 'A column with this id is there already.')
    const hanging = hangingFault({ ...p.columns, [column.id]: column }, column.id)
    if (hanging) refuse('invalid', hanging)
    const { drawings } = stackOf(shot, column.stack)
    for (const { run } of eachRun(column.runs))
      if (run.drawing !== null && !drawings[run.drawing]) refuse('gone', 'The drawing is not there any more.')
    return withPlan(shot, {
      ...p,
      order: [...p.order.slice(0, index), column.id, ...p.order.slice(index)],
      columns: { ...p.columns, [column.id]: column },
    })
  },
)

export const orderColumns = command(
  'columns.order',
  z.object({ plan: idSchema, order: z.array(idSchema).min(1).max(500) }),
  'Put the columns in another order',
  (shot, { plan, order }) => {
    const p = planOf(shot, plan)
    if (order.length !== p.order.length || new Set(order).size !== order.length || order.some(id => !p.columns[id]))
      refuse('changed', 'Columns have come or gone since.')
    return withPlan(shot, { ...p, order })
  },
)

export const linkColumns = command(
  'columns.link',
  z.object({
    plan: idSchema,
    columns: z.array(idSchema).min(1).max(500),
    /** The group; null takes the columns out of theirs. */
    link: idSchema.nullable(),
  }),
  ({ link, columns }) => (link ? `Link ${columns.length} columns` : 'Unlink columns'),
  (shot, { plan, columns, link }) =>
    columns.reduce((s, id) => {
      const { link: _old, ...column } = columnOf(s, plan, id)
      return withColumn(s, plan, link ? { ...column, link } : column)
    }, shot),
)

export const setRate = command(
  'shot.rate',
  z.object({
    rate: rateSchema,
    /**
     * The new length of the shot; and for each plan and column the new length of each exposure, in order. Nothing where
     * the frame numbers are kept.
     */
    length: frames,
    lengths: z.record(idSchema, z.record(idSchema, z.array(frames).max(14_400))).optional(),
  }),
  ({ rate, lengths }) =>
    `${rateLabel(rate)} frames a second, ${lengths ? 'the seconds kept' : 'the frame numbers kept'}`,
  (shot, { rate, length, lengths }) => {
    const retimed = plansOf(shot).reduce((out, plan) => {
      const columns = Object.entries(lengths?.[plan.id] ?? {}).map(([id, list]) => {
        const column = plan.columns[id] ?? refuse('gone', 'The column is not there any more.')
        const runs = listOf(column.runs)
        if (runs.length !== list.length) refuse('changed', `The exposures of ${column.name} have changed since.`)
        const now = { ...column, runs: runsOf(runs.map((r, i) => ({ ...r, frames: list[i]! }))) }
        return spokenAtRate(column, now, f => framesAtRate(f, shot.rate, rate))
      })
      const timed = columns.reduce((s, c) => withColumn(s, plan.id, c), out)
      const kept = lengths ? 'seconds' : 'frames'
      return withPlan(timed, soundsAtRate(planOf(timed, plan.id), shot.rate, rate, kept))
    }, shot)
    return { ...retimed, rate, length }
  },
)
