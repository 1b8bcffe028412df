import { z } from 'zod'
import { idSchema } from '../basic'
import { standSchema } from '../document/document'
import { insidesOf } from '../document/shown'
import { command } from './kind'
import { columnName, columnOf, planOf, unlocked, withPlan } from './parts'
import { refuse } from './refusal'

/** A column is seen only inside what another one has drawn; or, with null, wherever it draws. */
export const cutColumn = command(
  'column.inside',
  z.object({
    plan: idSchema,
    column: idSchema,
    /** What it was seen inside when this was meant. */
    was: idSchema.nullable(),
    inside: idSchema.nullable(),
  }),
  ({ plan, column, inside }, shot) =>
    inside
      ? `${columnName(shot, plan, column)} inside ${columnName(shot, plan, inside)} only`
      : `${columnName(shot, plan, column)} everywhere`,
  (shot, { plan, column: id, was, inside }) => {
    const p = planOf(shot, plan)
    const { inside: old, ...bare } = unlocked(columnOf(shot, plan, id))
    if ((old ?? null) !== was) refuse('changed', `${bare.name} is seen inside something else now.`)
    if (inside) {
      const on = columnOf(shot, plan, inside)
      if (on.id === id || insidesOf(p.columns, on.id).includes(id))
        refuse('invalid', `${on.name} is seen inside ${bare.name} itself: it would go in a circle.`)
    }
    return withPlan(shot, { ...p, columns: { ...p.columns, [id]: { ...bare, ...(inside ? { inside } : {}) } } })
  },
)

const WORDS = { own: 'in its own place', before: 'before what carries it', behind: 'behind what carries it' }

/** From a frame on a column stands where its place in the order is, or directly before or behind what carries it. */
export const standColumn = command(
  'column.stand',
  z.object({ plan: idSchema, column: idSchema, ...standSchema.shape }),
  ({ plan, column, at, frame }, shot) => `${columnName(shot, plan, column)} ${WORDS[at]} from frame ${frame}`,
  (shot, { plan, column: id, frame, at }) => {
    const p = planOf(shot, plan)
    const { stands: old = [], ...bare } = unlocked(columnOf(shot, plan, id))
    if (!bare.carrier) refuse('changed', `${bare.name} does not ride on anything any more.`)
    const set = [...old.filter(s => s.frame !== frame), { frame, at }].sort((a, b) => a.frame - b.frame)
    // What says the same as the one before it says nothing.
    const stands = set.filter((s, i) => s.at !== (i ? set[i - 1]!.at : 'own'))
    return withPlan(shot, {
      ...p,
      columns: { ...p.columns, [id]: { ...bare, ...(stands.length ? { stands } : {}) } },
    })
  },
)
