import { z } from 'zod'
import { recipeSchema } from '../chart'
import { fixedSchema, poseSchema, vecSchema } from '../figure'
import { MOST_LEAD } from '../motion'
import type { Runs } from '../sheet'
import { listOf, runsOf } from '../sheet'
import { colour, finite, idSchema, label } from '../basic'
import { framesSchema as frames } from '../time'
import { cyclesSchema } from './cycle'
import { footageSchema } from './footage'
import { mouthSetSchema, spokenSchema } from './mouths'
import { cameraSchema, carrierSchema, depthSchema, movesSchema, standsSchema } from './moves'
import { lineSchema } from './reading'
import { soundSchema } from './sound'
import { affineSchema, originalSchema, pictureFile, strokesOf, subjectSchema } from './subject'

export * from './cycle'
export * from './footage'
export * from './mouths'
export * from './moves'
export * from './reading'
export * from './sound'
export * from './subject'

/** The number of this form of the document and of the commands. */
export const SCHEMA = 17

export const roleSchema = z.enum(['key', 'extreme', 'breakdown', 'in-between'])
export const poseRoleSchema = z.enum(['key', 'extreme', 'breakdown'])

/** The most exposures of a column. */
export const MOST_RUNS = 14_400
/** The most exposures of a shot in all its plans: with the ids that windows make such a document takes about 55 MB. */
export const MOST_RUNS_IN_ALL = 600_000
export const TOO_MANY_RUNS = 'A column holds at most 14,400 exposures.'
export const contentSchema = z.object({
  poses: z.record(idSchema, poseSchema),
  strokes: strokesOf('A drawing'),
})

export const numberSchema = z
  .string()
  .trim()
  .min(1, 'A drawing has a number.')
  .max(12, 'A number has at most 12 letters.')
/** A finished drawing that came back for a rough: its picture, about its middle, and where that lies. */
export const finishedSchema = z.object({
  ...pictureFile,
  /** What its file was called. */
  name: label,
  at: affineSchema,
  /** It lies over the rough; otherwise it is seen instead. */
  over: z.boolean().optional(),
})
export const drawingSchema = z.object({
  id: idSchema,
  number: numberSchema,
  role: roleSchema,
  /** False for an in-between whose content is computed from its chart. */
  own: z.boolean(),
  content: contentSchema,
  /** A breakdown of some parts: what it fixes of its subjects. The rest goes on following its chart. */
  fixed: z.record(idSchema, fixedSchema).optional(),
  /** How strongly it is seen, 0 to 1, besides its column's strength: faded for tracing over. */
  strength: z.number().min(0).max(1).optional(),
  /** It is meant to look like the drawing before it. */
  alike: z.boolean().optional(),
  finished: finishedSchema.optional(),
})

export const stackSchema = z.object({
  id: idSchema,
  subjects: z.record(idSchema, subjectSchema),
  drawings: z.record(idSchema, drawingSchema),
})

/**
 * The way of a subject's place: on the arc through the poses, straight, or thrown up to the second pose or down from
 * the first.
 */
export const pathSchema = z.enum(['arc', 'straight', 'throw-up', 'throw-down'])

/** The most ties of a chart, and of points of one stroke. */
export const [MOST_TIES, MOST_TIED_POINTS] = [5000, 40]
const share = z.number().min(0).max(1)
/** Which stroke of the first pose becomes which of the second, said by hand; null where the other becomes none. */
export const tieSchema = z.object({
  from: idSchema.nullable(),
  to: idSchema.nullable(),
  /** Points that belong together, as shares of the length of each stroke as it was drawn. */
  points: z
    .array(z.tuple([share, share]))
    .max(MOST_TIED_POINTS, 'A pair of strokes has at most 40 tied points.')
    .optional(),
})
const tiesSchema = z.array(tieSchema).max(MOST_TIES, 'A span holds at most 5,000 ties.')
const leadsSchema = z.record(z.string().max(100), z.number().min(-MOST_LEAD).max(MOST_LEAD))

export const tickSchema = z.object({ drawing: idSchema, u: finite })
export const chartSchema = z.object({
  id: idSchema,
  stack: idSchema,
  from: idSchema,
  to: idSchema,
  step: z.number().int().min(1).max(24),
  path: pathSchema,
  recipe: recipeSchema,
  ticks: z.array(tickSchema).max(200, 'A span holds at most 200 in-betweens.'),
  /** How much parts lead (or, below 0, drag), in spans of time; by subject and part, as partKey writes them. */
  leads: leadsSchema.optional(),
  /** What was said by hand of its strokes; the rest is worked out. */
  ties: tiesSchema.optional(),
  /**
   * On which drawing a subject that is in one of the two poses only changes over; the widest gap where nothing is said.
   * Strokes of no part go by `LINES`.
   */
  change: z.record(idSchema, idSchema).optional(),
  /**
   * A chart that was cut off a longer one: the poses of that, and which part of their path it runs along. It holds
   * as long as the drawing at the cut stays where it was.
   */
  along: z
    .object({
      from: idSchema,
      to: idSchema,
      before: idSchema.nullable(),
      after: idSchema.nullable(),
      a: finite,
      b: finite,
      /** The part of the longer one's own places (its u) that this one takes. */
      span: z.tuple([finite, finite]).optional(),
      /** What the longer one said of its strokes and parts. */
      ties: tiesSchema.optional(),
      leads: leadsSchema.optional(),
    })
    .optional(),
})

/**
 * What holds a part at a place for a run of drawings: poses that are named, and all in-betweens from one of them to
 * another.
 */
export const pinSchema = z.object({
  id: idSchema,
  stack: idSchema,
  subject: idSchema,
  /** The end of a chain, or the subject's place. */
  part: idSchema,
  drawings: z.array(idSchema).min(1).max(2000),
  to: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('point'), at: vecSchema }),
    /**
     * The end of a part of another subject, in whatever drawing of its stack is shown at the same time, and how far
     * from it.
     */
    z.object({ kind: z.literal('part'), stack: idSchema, subject: idSchema, bone: idSchema, off: vecSchema }),
  ]),
})

/** A spacing that is kept by a name, to be used again. */
export const keptSpacingSchema = z.object({
  id: idSchema,
  name: label,
  recipe: recipeSchema,
  places: z.array(finite).max(200),
  original: originalSchema.optional(),
})

export const runSchema = z.object({ id: idSchema, drawing: idSchema.nullable(), frames })

/**
 * A passage shown again: from its first to its last exposure, so many times in all, or (null) to the end of the shot.
 */
export const repeatSchema = z.object({
  id: idSchema,
  first: idSchema,
  last: idSchema,
  times: z.number().int().min(1).max(999).nullable(),
  back: z.boolean(),
})

/** Words about what happens, beside the frames they are said of. */
export const noteSchema = z.object({
  id: idSchema,
  frame: frames,
  frames,
  text: z.string().trim().min(1, 'A note says something.').max(400),
})

export const columnSchema = z.object({
  id: idSchema,
  name: label,
  stack: idSchema,
  ink: colour,
  /** The exposure step of new drawings, frames. */
  step: z.number().int().min(1).max(24),
  /** What new drawings in it are; keys where nothing is said. */
  adds: roleSchema.optional(),
  background: z.boolean(),
  locked: z.boolean(),
  /** What is on its drawings is locked, its timing is not. */
  drawingsLocked: z.boolean().optional(),
  hidden: z.boolean(),
  /** How strongly it is seen, 0 to 1; all of it where nothing is said. */
  strength: z.number().min(0).max(1).optional(),
  /** Seen while working, never in what goes out. */
  reference: z.boolean().optional(),
  /** Columns of one link group follow each other's inserted and removed frames. */
  link: idSchema.optional(),
  /** The column that this one is lined up with: it changes drawings wherever that one does, until it is released. */
  leader: idSchema.optional(),
  /** What it rides on. */
  carrier: carrierSchema.optional(),
  /** Where it lies, from frame to frame, in order; each holds until the next. */
  moves: movesSchema.optional(),
  /** How near it lies: how far it passes by when the camera moves, as a share of how far what lies at 1 does. */
  depth: depthSchema.optional(),
  /** Where it stands to what carries it, from frame to frame, in order; each holds until the next. */
  stands: standsSchema.optional(),
  /** It is seen only inside what this column has drawn on the same frame. */
  inside: idSchema.optional(),
  /** Footage that runs behind its drawings, seen while working only. */
  footage: footageSchema.optional(),
  /** Which of its drawings shows which sound. */
  mouths: mouthSetSchema.optional(),
  /** What was exposed in it from a reading. */
  spoken: spokenSchema.optional(),
  original: originalSchema.optional(),
  runs: z.array(runSchema).max(MOST_RUNS, TOO_MANY_RUNS).transform(runsOf),
  repeats: z.array(repeatSchema).max(500, 'A column holds at most 500 repeats.').optional(),
  /** What of its repeats is a cycle. */
  cycles: cyclesSchema.optional(),
})

export const planSchema = z.object({
  id: idSchema,
  name: label,
  /** Columns by id, and their order from left to right (from back to front in the picture). */
  columns: z.record(idSchema, columnSchema),
  order: z.array(idSchema),
  charts: z.record(idSchema, chartSchema),
  pins: z.record(idSchema, pinSchema).optional(),
  notes: z.record(idSchema, noteSchema).optional(),
  /** What is heard with it. */
  sounds: z.record(idSchema, soundSchema).optional(),
  /** What is seen of it, where that is not the picture as it stands. */
  camera: cameraSchema.optional(),
  /** What is spoken in it. */
  lines: z.record(idSchema, lineSchema).optional(),
})

export const onHeldSchema = z.enum(['held', 'blank', 'copy'])
export const newEverySchema = z.number().int().min(1).max(999).nullable()

export const pictureSchema = z.object({
  width: z.number().int().min(16).max(8192),
  height: z.number().int().min(16).max(8192),
})
export const rateSchema = z.object({
  num: z.number().int().min(1).max(240_000),
  den: z.number().int().min(1).max(10_000),
})

export const shotSchema = z.object({
  schema: z.literal(SCHEMA),
  id: idSchema,
  name: label,
  picture: pictureSchema,
  rate: rateSchema,
  length: frames,
  paper: colour,
  /** Room around the picture that is worked in, too: a share of its sides; `USUAL_ROOM` where nothing is said. */
  room: z.number().min(0).max(1).optional(),
  /** What pen and eraser do on a held frame: work on the held drawing (where nothing is said), a new one, a copy. */
  onHeld: onHeldSchema.optional(),
  /** New poses come so many frames after the last one begins; at the playhead where there is no number. */
  newEvery: newEverySchema.optional(),
  stacks: z.record(idSchema, stackSchema),
  plans: z.record(idSchema, planSchema),
  planOrder: z.array(idSchema).min(1),
  /** How large things are: so many metres for so many px. */
  scale: z.object({ metres: z.number().gt(0).max(100_000), px: z.number().gt(0).max(100_000) }).optional(),
  spacings: z.record(idSchema, keptSpacingSchema).optional(),
})

export type Role = z.infer<typeof roleSchema>
export type OnHeld = z.infer<typeof onHeldSchema>
export type PoseRole = z.infer<typeof poseRoleSchema>
export type Content = z.infer<typeof contentSchema>
export type Drawing = z.infer<typeof drawingSchema>
export type Stack = z.infer<typeof stackSchema>
export type Tick = z.infer<typeof tickSchema>
export type Tie = z.infer<typeof tieSchema>
export type ChartPath = z.infer<typeof pathSchema>
export type Chart = z.infer<typeof chartSchema>
export type Pin = z.infer<typeof pinSchema>
export type Note = z.infer<typeof noteSchema>
export type KeptSpacing = z.infer<typeof keptSpacingSchema>
export type Column = Omit<z.infer<typeof columnSchema>, 'runs'> & { readonly runs: Runs }
export type Plan = Omit<z.infer<typeof planSchema>, 'columns'> & { readonly columns: Record<string, Column> }
export type Shot = Omit<z.infer<typeof shotSchema>, 'plans'> & { readonly plans: Record<string, Plan> }
/** A shot as it is stored and sent: plain JSON, exposures as a list. */
export type StoredShot = z.input<typeof shotSchema>

/** What strokes of no part are called where subjects are named. */
export const LINES = 'lines'

/** How a chart names a part of a subject: a bone, or its place. */
export const partKey = (subject: string, part: string): string => `${subject}/${part}`

export const emptyContent: Content = { poses: {}, strokes: [] }

/** The plain form of a shot. */
export function storeShot(shot: Shot): StoredShot {
  const plans = mapValues(shot.plans, plan => ({
    ...plan,
    columns: mapValues(plan.columns, c => ({ ...c, runs: listOf(c.runs) })),
  }))
  return { ...shot, plans }
}

const mapValues = <T, U>(record: Record<string, T>, f: (value: T) => U): Record<string, U> =>
  Object.fromEntries(Object.entries(record).map(([k, v]) => [k, f(v)]))
