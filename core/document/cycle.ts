import { z } from 'zod'
import { finite, idSchema, label } from '../basic'
import { CYCLE_KIND_IDS } from '../cycle'

/** The longest step, frames; the most steps of a cycle, moments of a step, and exposures of a cycle that are put by. */
export const [LONGEST_STEP, MOST_STEPS, MOST_MOMENTS, MOST_KEPT] = [300, 16, 24, 4800]
/** The most stages, and planted feet, of a cycle. */
export const [MOST_STAGES, MOST_PLANTS] = [8, 64]
/** The most cycles of a column. */
export const MOST_CYCLES = 50

const off = z
  .number()
  .int()
  .min(0)
  .max(LONGEST_STEP - 1)

/** A moment of a step: so many frames after it begins, and the drawing that was made for it. */
export const cycleMomentSchema = z.object({
  name: label,
  off,
  /** When it is drawn: those of stage 1 first, further stages between them. */
  stage: z.number().int().min(1).max(MOST_STAGES),
  role: z.enum(['key', 'extreme', 'breakdown']),
  air: z.literal(true).optional(),
  drawing: idSchema.nullable(),
})

const inOrder = ({ frames, moments }: { frames: number; moments: readonly { off: number }[] }): boolean =>
  moments[0]!.off === 0 && moments.every((m, i) => m.off < frames && (i === 0 || m.off >= moments[i - 1]!.off))

export const cycleStepSchema = z
  .object({
    frames: z.number().int().min(1, 'A step has a frame at least.').max(LONGEST_STEP, 'A step has at most 300 frames.'),
    moments: z
      .array(cycleMomentSchema)
      .min(1, 'A step has a moment.')
      .max(MOST_MOMENTS, 'A step has at most 24 moments.'),
  })
  .refine(inOrder, 'The moments of a step lie in order on its frames, the first at its beginning.')

/** The second half of a cycle, derived from the first with left and right exchanged. */
export const cycleHalfSchema = z.object({
  /** The exposure that it begins with. */
  starts: idSchema,
  /** Of which drawing each of its own, and of which chart each of its own, is the other side. */
  drawings: z.record(idSchema, idSchema),
  charts: z.record(idSchema, idSchema),
  /** Drawings and charts of it that are changed by hand: they do not follow. */
  released: z.array(idSchema).max(5000),
  /** Its exposures are its own. */
  timed: z.literal(true).optional(),
})

/** A foot that stands from one drawing to another, in the order they are shown; the second may be of the next round. */
export const plantSchema = z.object({
  subject: idSchema,
  /** The chain whose end stands, or `place`. */
  part: idSchema,
  from: idSchema,
  to: idSchema,
})

/** A wave that runs along an edge: what its drawings were made by. */
export const waveSchema = z.object({
  /** The drawing with the edge at rest, and the strokes of it that wave; all bones of the chain of a figure. */
  rest: idSchema,
  strokes: z.array(idSchema).max(500),
  chain: z.object({ subject: idSchema, bones: z.array(idSchema).min(1).max(64) }).optional(),
  /** px. */
  amplitude: z.number().min(0).max(4000),
  wavelength: z.number().min(1).max(100_000),
  /** It runs from the end that is held to the loose one; otherwise back. */
  outward: z.boolean(),
  /** The end that is held is the first of the edge as it was drawn. */
  fromStart: z.boolean(),
  /** How it grows towards the loose end: 0 the same everywhere, 1 evenly, 2 late. */
  grows: z.number().min(0).max(4),
})

/**
 * A passage (that of the repeat bracket it is kept by) that comes round again: what it is made of. Its frames are those
 * of the exposures; what is not exposed yet lies where it was planned.
 */
export const cycleSchema = z.object({
  kind: z.enum(CYCLE_KIND_IDS),
  steps: z.array(cycleStepSchema).min(1).max(MOST_STEPS, 'A cycle has at most 16 steps.'),
  /** Only the moments up to this stage are exposed; everything where nothing is said. */
  stage: z.number().int().min(1).max(MOST_STAGES).optional(),
  /** What was exposed before it was gone back to a stage. */
  kept: z
    .array(z.object({ drawing: idSchema.nullable(), frames: z.number().int().min(1).max(14_400) }))
    .max(MOST_KEPT, 'A cycle holds at most 4,800 exposures.')
    .optional(),
  half: cycleHalfSchema.optional(),
  /** Where its feet stand, where that was said by hand; it is worked out otherwise. */
  plants: z.array(plantSchema).max(MOST_PLANTS, 'A cycle holds at most 64 planted feet.').optional(),
  /** How far it is to go in a round, px, where that was said by hand. */
  stride: z.object({ x: finite, y: finite }).optional(),
  /** The exposures before it by which it begins in the middle of a round. */
  lead: z.array(idSchema).max(MOST_KEPT).optional(),
  wave: waveSchema.optional(),
})

/** The cycles of a column by the repeat brackets they are of. */
export const cyclesSchema = z
  .record(idSchema, cycleSchema)
  .refine(r => Object.keys(r).length <= MOST_CYCLES, 'A column holds at most 50 cycles.')

export type CycleMoment = z.infer<typeof cycleMomentSchema>
export type Cycle = z.infer<typeof cycleSchema>
export type CycleHalf = z.infer<typeof cycleHalfSchema>
export type Plant = z.infer<typeof plantSchema>
export type CycleWave = z.infer<typeof waveSchema>
