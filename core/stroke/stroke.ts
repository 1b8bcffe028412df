import { z } from 'zod'
import { colour } from '../basic'

/** At most this many points in one stroke. */
export const MAX_POINTS = 20_000

/** A pencil stroke. Points are x, y (px, to a tenth) and pressure (0 to 1, to a hundredth), one after the other. */
export const strokeSchema = z.object({
  schema: z.literal(1),
  colour,
  /** Width at full pressure, px. */
  width: z.number().min(0.5).max(200),
  /** How strongly it covers what is under it; all of it where nothing is said. */
  strength: z.number().min(0.05).max(1).optional(),
  /** True where the pen told its pressure; otherwise it is taken from the speed. */
  pressure: z.boolean(),
  /** The points are the outline of a flat shape, not a line. */
  fill: z.literal(true).optional(),
  points: z
    .array(z.number().min(-1e5).max(1e5))
    .min(3)
    .max(MAX_POINTS * 3)
    .refine(p => p.length % 3 === 0, 'Points come in threes.'),
})
export type Stroke = z.infer<typeof strokeSchema>

const round = (n: number, to: number): number => Math.round(n * to) / to || 0

/** A stroke with its points rounded to what is kept. */
export function tidy(stroke: Stroke): Stroke {
  return {
    ...stroke,
    points: stroke.points.map((n, i) => (i % 3 === 2 ? round(Math.max(0, Math.min(1, n)), 100) : round(n, 10))),
  }
}

/** The text whose hash names a stroke: always the same for the same stroke. */
export const strokeText = (s: Stroke): string =>
  JSON.stringify({
    schema: s.schema,
    colour: s.colour,
    width: s.width,
    ...(s.strength === undefined ? {} : { strength: s.strength }),
    pressure: s.pressure,
    ...(s.fill ? { fill: true } : {}),
    points: s.points,
  })
