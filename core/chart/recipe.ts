import { z } from 'zod'

/** Where small steps are wanted: leaving the first pose, reaching the second, or both. */
export const slowSchema = z.enum(['first', 'second', 'both'])

/** How far a chart can be divided by halves or thirds before its steps stay equal. */
const depth = z.number().int().min(1).max(47).optional()
/** Read from the second pose to the first, in a chart that was spaced while its return was looked at. */
const turned = z.boolean().optional()

/** How the in-betweens of a chart were spaced: the family and what it was given. `free` are ticks set by hand. */
export const recipeSchema = z.discriminatedUnion('family', [
  z.object({ family: z.literal('even') }),
  z.object({ family: z.literal('halves'), slow: slowSchema, depth }),
  z.object({ family: z.literal('thirds'), slow: slowSchema, depth }),
  /** `m` drawings within `f` of each slow pose; f in spans. */
  z.object({
    family: z.literal('favours'),
    slow: slowSchema,
    f: z.number().gt(0).max(0.5).optional(),
    m: z.number().int().min(1).max(12).optional(),
  }),
  /** Handles of a cubic Bézier as CSS has them: x1, y1, x2, y2; x is time, y the place. */
  z.object({
    family: z.literal('curve'),
    handles: z.tuple([
      z.number().min(0).max(1),
      z.number().min(-2).max(3),
      z.number().min(0).max(1),
      z.number().min(-2).max(3),
    ]),
  }),
  z.object({ family: z.literal('fall') }),
  z.object({ family: z.literal('rise') }),
  z.object({ family: z.literal('swing') }),
  /** `swings` half swings about the second pose; `damping` is the damping ratio. */
  z.object({
    family: z.literal('settle'),
    swings: z.number().int().min(1).max(12),
    damping: z.number().min(0.02).max(0.9),
    turned,
  }),
  /** `back` is how far below the first pose it goes before it leaves, in spans. */
  z.object({ family: z.literal('wind-up'), back: z.number().min(0.01).max(0.5), turned }),
  /** The `last` drawings lie within `drift` of the slow pose, in spans, and come to rest on it. */
  z.object({
    family: z.literal('moving-hold'),
    slow: slowSchema,
    drift: z.number().gt(0).max(0.4),
    last: z.number().int().min(1).max(24),
  }),
  z.object({ family: z.literal('free') }),
])

export type Slow = z.infer<typeof slowSchema>
export type Recipe = z.infer<typeof recipeSchema>
export type Family = Recipe['family']
export type Handles = [x1: number, y1: number, x2: number, y2: number]

/** The easings that CSS names. W3C CSS Easing Functions Level 1 (from memory). */
export const EASINGS: Readonly<Record<'ease' | 'ease-in' | 'ease-out' | 'ease-in-out', Handles>> = {
  ease: [0.25, 0.1, 0.25, 1],
  'ease-in': [0.42, 0, 1, 1],
  'ease-out': [0, 0, 0.58, 1],
  'ease-in-out': [0.42, 0, 0.58, 1],
}
const curve = (name: keyof typeof EASINGS): Recipe => ({ family: 'curve', handles: [...EASINGS[name]] })

/**
 * The families in the order of the menu, each with the ways it is offered. What a family is given can be changed after.
 */
export const offered: readonly {
  readonly family: Family
  readonly name: string
  readonly recipes: readonly Recipe[]
}[] = [
  { family: 'even', name: 'Even', recipes: [{ family: 'even' }] },
  {
    family: 'halves',
    name: 'Halves',
    recipes: (['first', 'second', 'both'] as const).map(slow => ({ family: 'halves', slow })),
  },
  {
    family: 'thirds',
    name: 'Thirds',
    recipes: (['first', 'second', 'both'] as const).map(slow => ({ family: 'thirds', slow })),
  },
  {
    family: 'favours',
    name: 'Favours',
    recipes: (['first', 'second', 'both'] as const).map(slow => ({ family: 'favours', slow })),
  },
  { family: 'curve', name: 'Curve', recipes: [curve('ease-in'), curve('ease-out'), curve('ease-in-out')] },
  {
    family: 'moving-hold',
    name: 'Moving hold',
    recipes: (['first', 'second', 'both'] as const).map(slow => ({
      family: 'moving-hold',
      slow,
      drift: 0.06,
      last: 2,
    })),
  },
  { family: 'fall', name: 'Falling away', recipes: [{ family: 'fall' }] },
  { family: 'rise', name: 'Rising to the top', recipes: [{ family: 'rise' }] },
  { family: 'swing', name: 'Swing', recipes: [{ family: 'swing' }] },
  { family: 'settle', name: 'Settle', recipes: [{ family: 'settle', swings: 3, damping: 0.2 }] },
  { family: 'wind-up', name: 'Wind-up', recipes: [{ family: 'wind-up', back: 0.1 }] },
]

export const recipes: readonly Recipe[] = offered.flatMap(o => o.recipes)

export const SLOW_WORDS: Readonly<Record<Slow, string>> = {
  first: 'slow out of the first',
  second: 'slow into the second',
  both: 'slow at both ends',
}

/** Where a recipe is slow, where it says so. */
export function slowOf(r: Recipe): Slow | null {
  if ('slow' in r) return r.slow
  if (r.family === 'fall') return 'first'
  if (r.family === 'rise') return 'second'
  if (r.family === 'swing') return 'both'
  if (r.family !== 'curve') return null
  const [x1, y1, x2, y2] = r.handles
  const [out, into] = [y1 < x1, y2 > x2]
  return out && into ? 'both' : out ? 'first' : into ? 'second' : null
}

const familyName = (r: Recipe): string =>
  r.family === 'free' ? 'Set by hand' : offered.find(o => o.family === r.family)!.name
const NATURE: readonly Family[] = ['fall', 'rise', 'swing']

/** The recipe in words. */
export function recipeName(r: Recipe): string {
  const slow = NATURE.includes(r.family) ? null : slowOf(r)
  const depth = (r.family === 'halves' || r.family === 'thirds') && r.depth ? `, depth ${r.depth}` : ''
  return `${familyName(r)}${slow ? `, ${SLOW_WORDS[slow]}` : ''}${depth}`
}

/** The recipe in the fewest words, for a label on the rail. */
export function recipeLabel(r: Recipe): string {
  if (r.family === 'free') return 'by hand'
  const slow = NATURE.includes(r.family) ? null : slowOf(r)
  const name = r.family === 'moving-hold' ? 'drift' : r.family
  return slow ? `${name} ${slow === 'both' ? 'both' : slow === 'first' ? 'out' : 'in'}` : name
}

/** True when two recipes are of one family and slow at the same ends, whatever else they were given. */
export const alike = (a: Recipe, b: Recipe): boolean => a.family === b.family && slowOf(a) === slowOf(b)

const OTHER: Record<Slow, Slow> = { first: 'second', second: 'first', both: 'both' }

/** The recipe as it is read from the second pose to the first: a return is spaced as it is seen. */
export function turnedRecipe(r: Recipe): Recipe {
  switch (r.family) {
    case 'halves':
    case 'thirds':
    case 'favours':
    case 'moving-hold':
      return { ...r, slow: OTHER[r.slow] }
    case 'curve':
      return { family: 'curve', handles: [1 - r.handles[2], 1 - r.handles[3], 1 - r.handles[0], 1 - r.handles[1]] }
    case 'fall':
      return { family: 'rise' }
    case 'rise':
      return { family: 'fall' }
    case 'settle':
    case 'wind-up':
      return { ...r, turned: !r.turned }
    default:
      return r
  }
}
