import { z } from 'zod'
import { idSchema } from '../basic'
import { applyChanges, changeSchema } from './change'
import { command } from './kind'
import { columnSchema, planSchema, type Shot } from '../document/document'
import { firstLost } from '../document/open'
import { refuse } from './refusal'

/** Whole columns and plans that come back get their exposures in the form the document holds. */
function revive(path: readonly string[], value: unknown): unknown {
  const holder = path.at(-2)
  if (holder === 'columns') return columnSchema.parse(value)
  return holder === 'plans' ? planSchema.parse(value) : value
}

export const revert = command(
  'revert',
  z.object({ of: idSchema, label: z.string().max(200), changes: z.array(changeSchema).max(20_000) }),
  ({ label }) => label,
  (shot, { changes }) => {
    const out = applyChanges<Shot>(shot, changes, revive)
    const lost = firstLost(out)
    return lost ? refuse('changed', `Something made since depends on it. ${lost}`) : out
  },
)
