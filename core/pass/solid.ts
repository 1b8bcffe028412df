import type { Content, StrokeRef } from '../document/document'
import type { Stroke } from '../stroke'
import { tidy } from '../stroke'
import type { Shown } from './content-cache'
import type { StrokeBy } from './drawn'

/** Where the strokes of a content are taken from, and where new ones are kept. */
export interface StrokeShelf {
  readonly strokeBy: StrokeBy
  /** Takes a stroke and gives its hash. */
  readonly keep: (stroke: Stroke) => string
  readonly newId: () => string
}

const made = new WeakMap<Shown, Content>()

/**
 * What a drawing shows as a content that a command can carry: computed strokes become strokes of its own. Once made, the
 * same for the same drawing. Null while strokes are not at hand.
 */
export function solid(shown: Shown, { strokeBy, keep, newId }: StrokeShelf): Content | null {
  const { poses, strokes, drawn } = shown
  if (!drawn) return shown as Content
  const known = made.get(shown)
  if (known) return known
  const between = drawn.strokes(strokeBy, 'now')
  if (!between) return null
  const refs = between.map(({ stroke, part }): StrokeRef => ({
    id: newId(),
    hash: keep(tidy(stroke)),
    ...(part === null ? {} : { part }),
  }))
  const content: Content = { poses, strokes: [...strokes, ...refs] }
  made.set(shown, content)
  return content
}
