import { z } from 'zod'
import { idSchema } from '../basic'
import { applyChanges, changeSchema } from './change'
import { command } from './kind'
import { columnSchema, planSchema, type Shot } from '../document/document'
import { refuse } from './refusal'

/** Whole columns and plans that come back get their exposures in the form the document holds. */
export function revive(path: readonly string[], value: unknown): unknown {
  const [root, , part, , field] = path
  if (root !== 'plans') return value
  if (path.length === 2) return read(planSchema, value)
  if (part !== 'columns') return value
  if (path.length === 4) return read(columnSchema, value)
  return path.length === 5 && field === 'runs' ? read(columnSchema.shape.runs, value) : value
}

function read(schema: z.ZodType, value: unknown): unknown {
  const out = schema.safeParse(value)
  return out.success ? out.data : refuse('limit', 'What would come back does not fit the form of a shot.')
}

export const revert = command(
  'revert',
  z.object({ of: idSchema, label: z.string().max(200), changes: z.array(changeSchema).max(20_000) }),
  ({ label }) => label,
  (shot, { changes }) => applyChanges<Shot>(shot, changes, revive),
)
