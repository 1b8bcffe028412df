import type { Column, Original, ShelfKind, Shelved, ShelvedColumn } from '#core/document'
import { filesOnShelf, shelvedOf, strokesOnShelf, subjectsOf } from '#core/document'
import { recipeName } from '#core/chart'
import type { Pass } from '#core/pass'
import { spacingOf } from '~/chart/spans'
import type { Focus, Scene } from '~/desk/scene'
import { copyColumn } from '~/sheet/column-copy'
import { shareDraft } from '~/light-table/parts'
import type { PencilKind } from '~/light-table/pencils'

/** Something here that can be put on a shelf. */
export interface Keepable {
  /** Its kind and id, for choosing it. */
  readonly key: string
  readonly kind: ShelfKind
  readonly name: string
  readonly original?: Original | undefined
  /** What it is; null where nothing of it is at hand. */
  readonly content: () => Shelved | null
  /** What in the shot becomes a copy of it. */
  readonly subject?: string
  readonly column?: string
}

/** The figures, parts and pictures of the column, itself, the spacing of the span and the pencil in hand. */
export function keepableHere(scene: Scene, focus: Focus, pass: Pass | null, pencil: PencilKind): Keepable[] {
  const subjects = focus.stack ? subjectsOf(focus.stack) : []
  const spacing = pass && spacingOf(pass)
  return [
    ...subjects.map((s): Keepable => {
      const drawn = s.kind === 'part' && !s.strokes
      return {
        ...{ key: `${s.kind} ${s.id}`, kind: s.kind, name: s.name, original: s.original },
        content: () => (drawn ? partHere(scene, focus, s.id) : shelvedOf(s)),
        ...(drawn ? {} : { subject: s.id }),
      }
    }),
    ...(focus.column
      ? [
          {
            ...{ key: `column ${focus.column.id}`, kind: 'column' as const, name: focus.column.name },
            ...{ original: focus.column.original, column: focus.column.id },
            content: () => wholeColumn(scene, focus.column!),
          },
        ]
      : []),
    ...(spacing
      ? [
          {
            ...{ key: 'spacing here', kind: 'spacing' as const, name: recipeName(spacing.recipe) },
            content: (): Shelved => ({ kind: 'spacing', recipe: spacing.recipe, places: [...spacing.places] }),
          },
        ]
      : []),
    {
      ...{ key: `pencil ${pencil.id}`, kind: 'pencil', name: pencil.name, original: pencil.original },
      content: () => pencilContent(pencil),
    },
  ]
}

function wholeColumn(scene: Scene, column: Column): Shelved {
  const { original: _original, ...bare } = column
  return { kind: 'column', shot: JSON.parse(copyColumn(scene, bare).text) as ShelvedColumn['shot'] }
}

/** A part that is drawn on each drawing, as it is on this one. */
function partHere(scene: Scene, focus: Focus, id: string): Shelved | null {
  const draft = focus.drawing && shareDraft(scene, focus, focus.stack!.subjects[id]!)
  if (draft?.name !== 'part.share') return null
  const { figure, strokes } = draft.args
  return { kind: 'part', figure, strokes }
}

export const pencilContent = ({ colour, width, smooth, strength, string }: PencilKind): Shelved => ({
  ...{ kind: 'pencil', colour, width, smooth },
  ...(strength === undefined ? {} : { strength }),
  ...(string === undefined ? {} : { string }),
})

/** What is drawn on it, or bound to it, has to be with the server before it goes on a shelf. */
export const needsFiles = (x: Shelved): boolean => strokesOnShelf(x).length + filesOnShelf(x).length > 0
