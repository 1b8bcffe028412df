import type { Column, Original, ShelfKind, Shelved, ShelvedColumn, ShelvedMouths, StoredShot } from '#core/document'
import { runsOf } from '#core/sheet'
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
  /** The column whose mouths become a copy of it. */
  readonly mouths?: string
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
    ...(focus.column?.mouths
      ? [
          {
            ...{ key: `mouths ${focus.column.id}`, kind: 'mouths' as const, name: `Mouths of ${focus.column.name}` },
            ...{ original: focus.column.mouths.original, mouths: focus.column.id },
            content: () => mouthsOf(scene, focus.column!),
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

/** The mouths of a column: without when they are shown, and without what carries them. */
function mouthsOf(scene: Scene, column: Column): Shelved {
  const { original: _o, carrier: _c, moves: _m, stands: _s, spoken: _p, repeats: _r, cycles: _y, ...bare } = column
  const { original: _original, ...mouths } = column.mouths!
  const alone = { ...bare, mouths, runs: runsOf([]) }
  const shot = JSON.parse(copyColumn(scene, alone).text) as ShelvedMouths['shot']
  return { kind: 'mouths', shot: withoutOthers(shot, new Set(mouths.mouths.map(m => m.drawing))) }
}

/** The drawings of mouths only, and no charts between them. */
function withoutOthers(shot: ShelvedMouths['shot'], drawings: ReadonlySet<string>): ShelvedMouths['shot'] {
  const stored = shot as unknown as StoredShot
  const stacks = Object.values(stored.stacks).map(stack => {
    const kept = Object.entries(stack.drawings).filter(([id]) => drawings.has(id))
    return [stack.id, { ...stack, drawings: Object.fromEntries(kept) }]
  })
  const plans = Object.values(stored.plans).map(plan => [plan.id, { ...plan, charts: {} }])
  return { ...stored, stacks: Object.fromEntries(stacks), plans: Object.fromEntries(plans) } as ShelvedMouths['shot']
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
