import { z } from 'zod'
import { recipeSchema } from '../chart'
import { colour, finite } from '../basic'
import { figureSubject, imageSubject, partSubject, strokesOf, filesOf, boundTo } from './subject'
import type { Subject } from './subject'

/** A subject without what is its own in a stack: its id, its name, what it lies before, what it is a copy of. */
const own = { id: true, name: true, rank: true, original: true } as const
export const shelvedFigure = figureSubject.omit(own)
/** Drawn once, about its place. */
export const shelvedPart = partSubject.omit(own).extend({ strokes: strokesOf('A part').min(1) })
export const shelvedImage = imageSubject.omit(own)
export const shelvedSubjectSchema = z.discriminatedUnion('kind', [shelvedFigure, shelvedPart, shelvedImage])

export const shelvedSpacing = z.object({
  kind: z.literal('spacing'),
  recipe: recipeSchema,
  places: z.array(finite).min(1).max(200),
})
export const shelvedPencil = z.object({
  kind: z.literal('pencil'),
  colour,
  /** px of the picture. */
  width: z.number().min(0.5).max(200),
  /** How much of the hand's tremor it takes out. */
  smooth: z.number().min(0).max(1),
  strength: z.number().min(0.05).max(1).optional(),
  /** How long the string is that its line is pulled on, px of the screen. */
  string: z.number().min(0).max(400).optional(),
})

/** What a production keeps on its shelf. */
export const shelvedSchema = z.discriminatedUnion('kind', [
  shelvedFigure,
  shelvedPart,
  shelvedImage,
  shelvedSpacing,
  shelvedPencil,
])
export const SHELF_KINDS = [
  'figure',
  'part',
  'image',
  'spacing',
  'pencil',
] as const satisfies readonly Shelved['kind'][]
/** The most things on the shelf of a production. */
export const MOST_ON_SHELF = 1000

export type Shelved = z.infer<typeof shelvedSchema>
export type ShelvedSubject = z.infer<typeof shelvedSubjectSchema>
export type ShelvedPencil = z.infer<typeof shelvedPencil>
export type ShelfKind = Shelved['kind']

/** What a subject of a shot is on a shelf; null for a part that is drawn on each drawing. */
export function shelvedOf(s: Subject): ShelvedSubject | null {
  if (s.kind === 'part' && !s.strokes?.length) return null
  const { id: _id, name: _name, rank: _rank, original: _original, ...rest } = s
  return rest as ShelvedSubject
}

export const isSubject = (x: Shelved): x is ShelvedSubject => x.kind !== 'spacing' && x.kind !== 'pencil'

/** As a subject that lies alone in a stack, to be looked at. */
export const aloneOf = (x: ShelvedSubject, id = 'alone'): Subject => ({ ...x, id, name: 'Alone', rank: 0 }) as Subject

/** The hashes of the strokes that it names, each once. */
export const strokesOnShelf = (x: Shelved): string[] => [
  ...new Set(
    x.kind === 'part'
      ? x.strokes.map(s => s.hash)
      : x.kind === 'figure'
        ? boundTo(aloneOf(x)).flatMap(b => b.strokes.map(s => s.hash))
        : [],
  ),
]
/** The hashes of the pictures that it names, each once. */
export const filesOnShelf = (x: Shelved): string[] => (isSubject(x) ? [...new Set(filesOf(aloneOf(x)))] : [])
