import { z } from 'zod'
import { idSchema } from '../basic'
import { command } from './kind'
import { noteSchema } from '../document/document'
import { planOf, withPlan, without } from './parts'
import { refuse } from './refusal'

export const setNote = command(
  'note.set',
  z.object({ plan: idSchema, note: noteSchema }),
  ({ note }) => `Note “${note.text.slice(0, 40)}${note.text.length > 40 ? '…' : ''}”`,
  (shot, { plan: id, note }) => {
    const plan = planOf(shot, id)
    return withPlan(shot, { ...plan, notes: { ...plan.notes, [note.id]: note } })
  },
)

export const removeNote = command(
  'note.remove',
  z.object({ plan: idSchema, note: idSchema }),
  'Delete a note',
  (shot, { plan: id, note }) => {
    const { notes, ...plan } = planOf(shot, id)
    if (!notes?.[note]) return refuse('gone', 'The note is not there any more.')
    const kept = without(notes, [note])
    return withPlan(shot, Object.keys(kept).length ? { ...plan, notes: kept } : plan)
  },
)

export const moveNotes = command(
  'notes.shift',
  z.object({
    plan: idSchema,
    /** Notes from this frame on move. */
    from: z.number().int().min(1),
    delta: z.number().int().min(-14_400).max(14_400),
  }),
  'Move the notes that follow',
  (shot, { plan: id, from, delta }) => {
    const plan = planOf(shot, id)
    const notes = Object.values(plan.notes ?? {}).map(n =>
      n.frame < from ? n : { ...n, frame: Math.max(delta < 0 ? Math.min(from, n.frame) : 1, n.frame + delta) },
    )
    return notes.length ? withPlan(shot, { ...plan, notes: Object.fromEntries(notes.map(n => [n.id, n])) }) : shot
  },
)
