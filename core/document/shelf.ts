import { z } from 'zod'
import { recipeSchema } from '../chart'
import { colour, finite } from '../basic'
import type { Column, Shot, Stack } from './document'
import { SCHEMA } from './document'
import { fileHashes, strokeHashes } from './files'
import { openShot } from './open'
import type { Subject } from './subject'
import { figureSubject, imageSubject, partSubject, strokesOf } from './subject'
import { upgraded, upgrades } from './upgrade'

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

/**
 * A column with its drawings, timing and charts, as a shot that has nothing else: a cycle, drawn mouths, an effect. It
 * may be of an older form of the document.
 */
export const shelvedColumn = z.object({
  kind: z.literal('column'),
  shot: z
    .looseObject({ schema: z.number().int().min(1) })
    .refine(shot => columnAlone(shot) !== null, 'It is no shot with one column that can be read.'),
})

/** The mouths of a column: their drawings and which of them shows which sound, as a shot that has nothing else. */
export const shelvedMouths = z.object({
  kind: z.literal('mouths'),
  shot: z
    .looseObject({ schema: z.number().int().min(1) })
    .refine(shot => !!columnAlone(shot)?.column.mouths, 'It is no shot with one column of mouths that can be read.'),
})

/** The column of a shot that has one column and its stack; null where it cannot be read, or is something else. */
export function columnAlone(stored: unknown): { shot: Shot; column: Column; stack: Stack } | null {
  const opened = openShot(stored)
  if (!opened.ok) return null
  const { shot } = opened
  const [plan, ...others] = Object.values(shot.plans)
  const [column, ...more] = Object.values(plan!.columns)
  if (others.length || more.length || !column || Object.keys(shot.stacks).length > 1) return null
  return { shot, column, stack: shot.stacks[column.stack]! }
}

/** What a production keeps on its shelf. */
export const shelvedSchema = z.discriminatedUnion('kind', [
  shelvedFigure,
  shelvedPart,
  shelvedImage,
  shelvedColumn,
  shelvedMouths,
  shelvedSpacing,
  shelvedPencil,
])
export const SHELF_KINDS = [
  'figure',
  'part',
  'image',
  'column',
  'mouths',
  'spacing',
  'pencil',
] as const satisfies readonly Shelved['kind'][]
/** The most things on the shelf of a production. */
export const MOST_ON_SHELF = 1000

export type Shelved = z.infer<typeof shelvedSchema>
export type ShelvedSubject = z.infer<typeof shelvedSubjectSchema>
export type ShelvedPencil = z.infer<typeof shelvedPencil>
export type ShelvedColumn = z.infer<typeof shelvedColumn>
export type ShelvedMouths = z.infer<typeof shelvedMouths>
export type ShelfKind = Shelved['kind']

/** What a subject of a shot is on a shelf; null for a part that is drawn on each drawing. */
export function shelvedOf(s: Subject): ShelvedSubject | null {
  if (s.kind === 'part' && !s.strokes?.length) return null
  const { id: _id, name: _name, rank: _rank, original: _original, ...rest } = s
  return rest as ShelvedSubject
}

export const isSubject = (x: Shelved): x is ShelvedSubject =>
  x.kind === 'figure' || x.kind === 'part' || x.kind === 'image'

/** What is kept as a shot with one column. */
export const isColumn = (x: Shelved): x is ShelvedColumn | ShelvedMouths => x.kind === 'column' || x.kind === 'mouths'

/** As a subject that lies alone in a stack, to be looked at. */
export const aloneOf = (x: ShelvedSubject, id = 'alone'): Subject => ({ ...x, id, name: 'Alone', rank: 0 }) as Subject

/** As a shot that has nothing else. */
function shotWith(x: Shelved): Pick<Shot, 'stacks' | 'plans'> {
  const column = isColumn(x) ? columnAlone(x.shot) : null
  if (column) return column.shot
  const subjects: Stack['subjects'] = isSubject(x) ? { alone: aloneOf(x) } : {}
  return { stacks: { alone: { id: 'alone', subjects, drawings: {} } }, plans: {} }
}
/** The hashes of the strokes that it names, each once. */
export const strokesOnShelf = (x: Shelved): string[] => strokeHashes(shotWith(x))
/** The hashes of the pictures and the footage that it names, each once. */
export const filesOnShelf = (x: Shelved): string[] => fileHashes(shotWith(x))

/**
 * What a shelf kept with an older form of the document, as it is in the newest one. Throws ZodError where it cannot be
 * read.
 */
export function upgradedShelved(stored: unknown, schema: number, steps = upgrades): Shelved {
  const { kind } = stored as { kind: ShelfKind }
  if (schema >= SCHEMA || kind === 'column' || kind === 'mouths' || kind === 'pencil')
    return shelvedSchema.parse(stored)
  const id = 'alone'
  const place =
    kind === 'spacing'
      ? { spacings: { [id]: { ...(stored as object), id, name: id } } }
      : { stacks: { [id]: { id, drawings: {}, subjects: { [id]: { ...(stored as object), id, name: id, rank: 0 } } } } }
  const now = upgraded({ schema, ...place }, SCHEMA, steps) as unknown as Pick<Shot, 'stacks' | 'spacings'>
  const { id: _id, name: _name, ...rest } = kind === 'spacing' ? now.spacings![id]! : now.stacks[id]!.subjects[id]!
  const { rank: _rank, ...bare } = rest as { rank?: number }
  return shelvedSchema.parse({ ...bare, kind })
}
