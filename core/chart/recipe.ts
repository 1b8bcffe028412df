import { z } from 'zod'

/** Where small steps are wanted: leaving the first pose, reaching the second, or both. */
export const slowSchema = z.enum(['first', 'second', 'both'])

/** How the in-betweens of a chart were spaced. `free` are ticks set by hand. */
export const recipeSchema = z.discriminatedUnion('family', [
  z.object({ family: z.literal('even') }),
  z.object({ family: z.literal('halves'), slow: slowSchema }),
  z.object({ family: z.literal('free') }),
])

export type Slow = z.infer<typeof slowSchema>
export type Recipe = z.infer<typeof recipeSchema>

/** The recipes offered for a chart, in the order of the menu. */
export const recipes: readonly Recipe[] = [
  { family: 'even' },
  { family: 'halves', slow: 'first' },
  { family: 'halves', slow: 'second' },
  { family: 'halves', slow: 'both' },
]

const WORDS: Record<Slow, string> = { first: 'slow out of the first', second: 'slow into the second', both: 'slow at both ends' }

/** The recipe in words. */
export const recipeName = (r: Recipe): string => {
  if (r.family === 'even') return 'Even'
  return r.family === 'halves' ? `Halves, ${WORDS[r.slow]}` : 'Set by hand'
}

export const sameRecipe = (a: Recipe, b: Recipe): boolean =>
  a.family === b.family && (a.family !== 'halves' || a.slow === (b as typeof a).slow)
