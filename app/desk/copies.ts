import type { Content, Drawing, Stack } from '#core/document'
import { freeNumber } from '#core/document'
import { isPose } from '#core/pass'
import type { Draft } from '#core/commands'
import { newId } from '~/sync/ids'

/** The content of a drawing with strokes of its own (their hashes are shared, their ids are not). */
export const copied = (content: Content): Content => ({
  poses: content.poses,
  strokes: content.strokes.map(s => ({ ...s, id: newId() })),
})

/** A copy of a drawing, of its content as it is now, that is a spare: no frame shows it. An in-between's is a breakdown. */
export function spareOf(stack: Stack, drawing: Drawing, content: Content): Extract<Draft, { name: 'drawing.add' }> {
  const copy = {
    id: newId(),
    number: freeNumber(stack, drawing.number),
    role: isPose(drawing) ? (drawing.role as 'key') : ('breakdown' as const),
    content: copied(content),
  }
  return { name: 'drawing.add', args: { stack: stack.id, drawing: copy } }
}
