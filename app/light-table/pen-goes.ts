import type { OnHeld } from '#core/document'
import { exposed, isHeld } from '~/desk/steps'
import type { Focus } from '~/desk/scene'

/** What pen or eraser work on: the drawing that is shown, a new one with nothing on it, a copy of the one shown. */
export type PenGoes = 'shown' | 'blank' | 'copy'

/**
 * Where a stroke goes: on a blank and past the end of the column on a new drawing; on a held frame where the shot says.
 * A background stays one drawing, and a column that is lined up has its drawings already.
 */
export function penGoes(focus: Focus, onHeld: OnHeld): PenGoes {
  const { drawing, column } = focus
  if (!drawing) return 'blank'
  if (column!.leader !== undefined) return 'shown'
  if (exposed(focus) === 'stays' && onHeld === 'held') return column!.background ? 'shown' : 'blank'
  return isHeld(focus) && onHeld !== 'held' ? onHeld : 'shown'
}

/** The same for the eraser, which finds something on a drawing that stays past the end of its column. */
export const eraserGoes = (focus: Focus, onHeld: OnHeld): PenGoes =>
  onHeld === 'held' && focus.drawing ? 'shown' : penGoes(focus, onHeld)
