import { z } from 'zod'
import { finite, hashSchema, idSchema, label } from '../basic'
import { figureSchema, vecSchema } from '../figure'

/** The most strokes on a drawing. */
export const MOST_STROKES = 5000
/** An affine map of the picture, as in SVG's matrix(a b c d e f). */
export const affineSchema = z.tuple([finite, finite, finite, finite, finite, finite]).readonly()

const WIDTHS = 'A line is a hundredth of its width at least, and 100 times it at most.'
/** A stroke on a drawing: its content by hash, and what was done to it since. */
export const strokeRefSchema = z.object({
  id: idSchema,
  hash: hashSchema,
  /** The named part that it belongs to. */
  part: idSchema.optional(),
  /** Where it was moved, turned, scaled to. */
  at: affineSchema.optional(),
  /** How much wider its line is drawn than it was, before it is mapped by `at`. */
  width: z.number().min(0.01, WIDTHS).max(100, WIDTHS).optional(),
})

export const strokesOf = (what: string) =>
  z
    .array(strokeRefSchema)
    .max(MOST_STROKES, `${what} holds at most 5,000 strokes. Put some on a drawing of another column.`)

/** A picture by the hash of its bytes, and its size in px. */
export const pictureFile = {
  file: hashSchema,
  width: z.number().int().min(1).max(16_384),
  height: z.number().int().min(1).max(16_384),
}

/** Of which thing on a shelf something is a copy, and of which version of it. */
export const originalSchema = z.object({ id: idSchema, version: z.number().int().min(1).max(1_000_000_000) })

/** What every subject has; the one with the higher rank lies in front. */
const subjectBase = z.object({
  id: idSchema,
  name: label,
  rank: z.number().int().min(0).max(1_000_000_000),
  figure: figureSchema,
  original: originalSchema.optional(),
})
/** How round what is bound bends at joints: from nearly sharp to over half of both bones. */
export const roundSchema = z.number().min(0.05).max(1)
/** How something lay along bones of a figure, in a row, when it was bound to them. */
const layingSchema = z.object({
  id: idSchema,
  bones: z.array(idSchema).min(1).max(64),
  /** From the start of the first bone to the ends of all, px. */
  joints: z.array(vecSchema).min(2).max(65),
  /** The size of the figure then; below 0 where it was seen in a mirror. */
  across: finite.refine(
    k => Math.abs(k) >= 0.01 && Math.abs(k) <= 100,
    'A figure is a hundredth of its size at least, and 100 times it at most.',
  ),
  round: roundSchema,
})
const jointed = (b: z.infer<typeof layingSchema>): boolean => b.joints.length === b.bones.length + 1
const JOINTED = 'What is bound has one joint more than bones.'
export const boundHowSchema = layingSchema.refine(jointed, JOINTED)
/** What is drawn along bones of a figure and bends with them: as it was on the drawing on which it was bound. */
export const boundSchema = layingSchema
  .extend({
    /** The figure's own shapes of these bones are seen, too. */
    shapes: z.boolean().optional(),
    strokes: strokesOf('What is bound to a figure'),
    images: z.array(z.object({ ...pictureFile, id: idSchema, name: label, at: affineSchema })).max(20),
  })
  .refine(jointed, JOINTED)
/** A jointed figure; it carries its definition, and what is bound to its bones. */
export const figureSubject = subjectBase.extend({
  kind: z.literal('figure'),
  bound: z.array(boundSchema).max(64, 'A figure holds at most 64 things that are bound.').optional(),
})
/**
 * A named part: strokes carry its id. One that is shared is drawn once (`strokes`, about its place) and placed on each
 * drawing.
 */
export const partSubject = subjectBase.extend({ kind: z.literal('part'), strokes: strokesOf('A part').optional() })
/** A picture brought in, about its place. */
export const imageSubject = subjectBase.extend({ kind: z.literal('image'), ...pictureFile })

/**
 * What keeps its identity from drawing to drawing, and has a place, a turn and a size on each drawing that it is on.
 */
export const subjectSchema = z.discriminatedUnion('kind', [figureSubject, partSubject, imageSubject])
/** A subject that comes into a stack; it gets its rank there. */
export const newSubjectSchema = z.discriminatedUnion('kind', [
  figureSubject.omit({ rank: true }),
  partSubject.omit({ rank: true }),
  imageSubject.omit({ rank: true }),
])

export type Subject = z.infer<typeof subjectSchema>
export type NewSubject = z.infer<typeof newSubjectSchema>
export type Bound = z.infer<typeof boundSchema>
export type Original = z.infer<typeof originalSchema>
export type StrokeRef = z.infer<typeof strokeRefSchema>

/** What is bound to a subject's bones. */
export const boundTo = (s: Subject): readonly Bound[] => (s.kind === 'figure' ? (s.bound ?? []) : [])

/** The pictures of a subject, by the hashes of their bytes. */
export const filesOf = (s: Subject): string[] =>
  s.kind === 'image' ? [s.file] : boundTo(s).flatMap(b => b.images.map(i => i.file))
