import type { Content } from '#core/document'
import { newId } from '~/sync/ids'

/** The content of a drawing with strokes of its own (their hashes are shared, their ids are not). */
export const copied = (content: Content): Content => ({
  poses: content.poses,
  strokes: content.strokes.map(s => ({ ...s, id: newId() })),
})
