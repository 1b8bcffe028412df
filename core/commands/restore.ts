import { z } from 'zod'
import { label } from '../basic'
import type { Shot } from '../document/document'
import { applyChanges, changeSchema } from './change'
import { command } from './kind'
import { refuse } from './refusal'
import { revive } from './revert'

/**
 * An earlier state comes back: the changes that lead from the shot as it is to the one it was. Without them the journal
 * says that the stored shot was replaced as a whole; who reads it there loads the shot anew.
 */
export const restore = command(
  'shot.restore',
  z.object({
    revision: z.number().int().min(0),
    /** What the state is called. */
    state: label,
    changes: z.array(changeSchema).max(20_000, 'The two states differ in too much for one change.').nullable(),
  }),
  ({ state }) => `Restore ${state}`,
  (shot, { changes }) =>
    changes ? applyChanges<Shot>(shot, changes, revive) : refuse('changed', 'The stored shot was replaced as a whole.'),
)
