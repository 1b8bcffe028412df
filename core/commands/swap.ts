import { z } from 'zod'
import { idSchema } from '../basic'
import { pictureFile, strokesOf } from '../document/document'
import { command } from './kind'
import { stackOf, withStack } from './parts'
import { refuse } from './refusal'

const seenAs = z.discriminatedUnion('kind', [
  /** A picture by its file, and the size it is drawn in, px. */
  z.object({ kind: z.literal('image'), ...pictureFile }),
  /** Strokes about its place, drawn once. */
  z.object({ kind: z.literal('part'), strokes: strokesOf('A part').min(1) }),
])

export const swapPicture = command(
  'picture.swap',
  z.object({
    stack: idSchema,
    subject: idSchema,
    /** What it is when this is meant: its file, or nothing where it is drawn. */
    was: pictureFile.file.nullable(),
    to: seenAs,
  }),
  ({ stack, subject, to }, shot) =>
    `Swap ${shot.stacks[stack]?.subjects[subject]?.name ?? 'the picture'} for ${to.kind === 'image' ? 'another file' : 'a drawing'}`,
  (shot, { stack: id, subject: subjectId, was, to }) => {
    const stack = stackOf(shot, id)
    const old = stack.subjects[subjectId] ?? refuse('gone', 'The picture is not there any more.')
    const shared = old.kind === 'part' && old.strokes
    if (old.kind !== 'image' && !shared)
      return refuse('invalid', `${old.name} is no picture, and nothing that is drawn once.`)
    if ((old.kind === 'image' ? old.file : null) !== was) return refuse('changed', `${old.name} was swapped meanwhile.`)
    // What it is called, where it is placed and what lies before it stay.
    const { id: own, name, rank, figure } = old
    return withStack(shot, {
      ...stack,
      subjects: { ...stack.subjects, [subjectId]: { id: own, name, rank, figure, ...to } },
    })
  },
)
