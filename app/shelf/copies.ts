import type { Draft } from '#core/commands'
import type {
  Bound,
  Column,
  KeptSpacing,
  Original,
  ShelfOriginal,
  Shelved,
  ShelvedColumn,
  ShelvedMouths,
  ShelvedSubject,
  Shot,
  Subject,
} from '#core/document'
import { boundTo, columnAlone, equal, isSubject, shelvedOf } from '#core/document'
import type { Pose } from '#core/figure'
import { restPose } from '#core/figure'
import { freeName } from '#core/basic'
import { giveSpacing } from '~/chart/spans'
import type { Focus, Scene } from '~/desk/scene'
import { bringDrafts, standing } from '~/figures/place'
import { putFigure } from '~/figures/subjects'
import { letAllGo } from '~/sheet/carry'
import { pasteColumn } from '~/sheet/column-copy'
import { newId } from '~/sync/ids'

/** Something in a shot that is a copy of a thing on a shelf. */
export type Copy = { readonly original: Original; readonly name: string } & (
  | { readonly stack: string; readonly subject: Subject }
  | { readonly spacing: KeptSpacing }
  | { readonly column: Column }
  | { readonly mouths: Column }
)

/** All copies in a shot, as far as one plan shows them. */
export function copiesIn({ shot, columns: all }: Pick<Scene, 'shot' | 'columns'>): Copy[] {
  const subjects = Object.values(shot.stacks).flatMap(stack =>
    Object.values(stack.subjects).flatMap(subject =>
      subject.original ? [{ original: subject.original, name: subject.name, stack: stack.id, subject }] : [],
    ),
  )
  const spacings = Object.values(shot.spacings ?? {}).flatMap(spacing =>
    spacing.original ? [{ original: spacing.original, name: spacing.name, spacing }] : [],
  )
  const columns = all.flatMap(column =>
    column.original ? [{ original: column.original, name: column.name, column }] : [],
  )
  const mouths = all.flatMap(column =>
    column.mouths?.original ? [{ original: column.mouths.original, name: column.name, mouths: column }] : [],
  )
  return [...subjects, ...columns, ...mouths, ...spacings]
}

/** What a copy is now, as a shelf has it. */
const contentOf = (copy: Exclude<Copy, { column: Column } | { mouths: Column }>): Shelved | null =>
  'spacing' in copy
    ? { kind: 'spacing', recipe: copy.spacing.recipe, places: [...copy.spacing.places] }
    : shelvedOf(copy.subject)

/** Whether a copy was changed since it was taken: null where that cannot be told, for drawings of a column have their own ids. */
export function isChanged(copy: Copy, before: Shelved): boolean | null {
  if ('column' in copy || 'mouths' in copy) return null
  const now = contentOf(copy)
  return !now || !isAlike(now, before)
}

const plain = (x: Shelved): unknown => (isSubject(x) ? { ...x, figure: { ...x.figure, version: 1 } } : x)
/** True for two that look and move the same. */
export const isAlike = (a: Shelved, b: Shelved): boolean => equal(plain(a), plain(b))

/** Puts a copy of a subject on the drawing under the playhead; one that the column has already is placed there. */
export function placeDrafts(scene: Scene, focus: Focus, thing: ShelfOriginal & { content: ShelvedSubject }): Draft[] {
  const { id, name, of, content } = thing
  const stack = focus.stack!
  const here = focus.drawing ? scene.contents.of(scene, stack, focus.drawing.id).poses : {}
  const known = Object.values(stack.subjects).find(s => s.original?.id === id && !here[s.id])
  if (known) return bringDrafts(scene, focus, known.id)
  const called = freeName(
    name,
    Object.values(stack.subjects).map(s => s.name),
  )
  return putFigure(
    scene,
    focus,
    { ...content, id: newId(), name: called, original: { id, version: of } },
    firstPose(scene, content),
  )
}

/** A figure stands on the ground of the picture; all else is in its middle. */
function firstPose(scene: Scene, { kind, figure }: ShelvedSubject): Pose {
  const { picture } = scene.shot
  return kind === 'figure' ? standing(picture, figure) : restPose({ x: picture.width / 2, y: picture.height / 2 })
}
/** A spacing as one that is kept in the shot; the copy that is there already, if it is of this version. */
export function spacingDrafts(shot: Shot, { id, name, of, content }: ShelfOriginal): Draft[] {
  if (content.kind !== 'spacing') return []
  const kept = Object.values(shot.spacings ?? {})
  if (kept.some(k => k.original?.id === id)) return []
  const called = freeName(
    name,
    kept.map(k => k.name),
  )
  const { recipe, places } = content
  const spacing = { id: newId(), name: called, recipe, places, original: { id, version: of } }
  return [{ name: 'spacing.keep', args: { spacing } }]
}

/**
 * Makes copies as a version of their original is. What was bound to a figure in this shot stays on it; spans that are
 * spaced as the copy is are spaced anew. `before` is what the copies were made of, where that is known.
 */
export const renewDrafts = (
  scene: Scene,
  copies: readonly Copy[],
  now: ShelfOriginal,
  before: ReadonlyMap<number, Shelved>,
): Draft[] => copies.flatMap(copy => renewed(scene, copy, now, before.get(copy.original.version)))

function renewed(scene: Scene, copy: Copy, { content, of }: ShelfOriginal, before: Shelved | undefined): Draft[] {
  if ('mouths' in copy) return content.kind === 'mouths' ? remouthed(scene, copy.mouths, content, of) : []
  if ('column' in copy) return content.kind === 'column' ? replaced(scene, copy.column, content, of) : []
  if ('spacing' in copy) return content.kind === 'spacing' ? respaced(scene, copy.spacing, content, of) : []
  if (!isSubject(content)) return []
  const { stack, subject, original } = copy
  const to = content.kind === 'figure' ? withOwnBound(content, subject, before) : content
  return [{ name: 'subject.renew', args: { stack, subject: subject.id, was: original, to, version: of } }]
}

/** Another column in the place of one: what rode on that lies where it lay. */
function replaced(scene: Scene, old: Column, { shot }: ShelvedColumn, version: number): Draft[] {
  const made = pasteColumn(scene, JSON.stringify(shot), {
    index: scene.columns.findIndex(c => c.id === old.id),
    name: old.name,
    original: { ...old.original!, version },
  })
  if (typeof made === 'string') return []
  const remove: Draft = { name: 'column.remove', args: { plan: scene.plan.id, column: old.id } }
  return [...letAllGo(scene, { column: old.id }), made.draft, remove]
}

/** The drawings of mouths as they are in another version; what is exposed of them stays. New mouths are added. */
function remouthed(
  scene: Scene,
  { id, stack: stackId, mouths }: Column,
  { shot }: ShelvedMouths,
  version: number,
): Draft[] {
  const from = columnAlone(shot)
  const stack = scene.shot.stacks[stackId]!
  if (!from?.column.mouths || !mouths) return []
  const drafts: Draft[] = []
  const now = from.column.mouths.mouths.map(m => {
    const { content, number } = from.stack.drawings[m.drawing]!
    const strokes = content.strokes.map(s => ({ id: newId(), hash: s.hash }))
    const old = mouths.mouths.find(x => x.id === m.id && Object.hasOwn(stack.drawings, x.drawing))
    const drawing = old?.drawing ?? newId()
    const [first, ...others] = old ? stack.drawings[drawing]!.content.strokes.map(s => s.id) : []
    if (!old)
      drafts.push({
        name: 'drawing.add',
        args: { stack: stackId, drawing: { id: drawing, number, role: 'key', content: { poses: {}, strokes } } },
      })
    else if (first === undefined) drafts.push({ name: 'stroke.add', args: { stack: stackId, drawing, strokes } })
    else {
      const replaced = { [first]: strokes, ...Object.fromEntries(others.map(s => [s, []])) }
      drafts.push({ name: 'stroke.replace', args: { stack: stackId, drawing, strokes: replaced } })
    }
    return { ...m, drawing }
  })
  const { sounds } = from.column.mouths
  const set = { mouths: now, ...(sounds ? { sounds } : {}), original: { ...mouths.original!, version } }
  return [...drafts, { name: 'mouths.set', args: { plan: scene.plan.id, column: id, mouths: set } }]
}

/** With what was bound in the shot: what its own original did not have. */
function withOwnBound(
  content: Extract<ShelvedSubject, { kind: 'figure' }>,
  subject: Subject,
  before: Shelved | undefined,
): ShelvedSubject {
  const theirs = new Set(
    [...(content.bound ?? []), ...(before?.kind === 'figure' ? (before.bound ?? []) : [])].map(b => b.id),
  )
  const own: Bound[] = boundTo(subject).filter(b => !theirs.has(b.id))
  return own.length ? { ...content, bound: [...(content.bound ?? []), ...own] } : content
}

/** Two places are the same within so much: they were worked out by the same formula. */
const SAME_PLACE = 1e-9

function respaced(
  scene: Scene,
  kept: KeptSpacing,
  { recipe, places }: { recipe: KeptSpacing['recipe']; places: readonly number[] },
  version: number,
): Draft[] {
  const spacing = { ...kept, recipe, places: [...places], original: { ...kept.original!, version } }
  const seen = new Set<string>()
  const spans = scene.columns.flatMap(column =>
    scene.contents.passes(scene, column).flatMap((pass): Draft[] => {
      const { chart } = pass
      if (!chart || seen.has(chart.id)) return []
      const [was, now] = [giveSpacing(scene, pass, kept), giveSpacing(scene, pass, { recipe, places })]
      if (was?.name !== 'chart.space' || !now || !equal(was.args.recipe, chart.recipe)) return []
      if (was.args.places.some((u, i) => Math.abs(u - chart.ticks[i]!.u) > SAME_PLACE)) return []
      seen.add(chart.id)
      return [now]
    }),
  )
  return [{ name: 'spacing.keep', args: { spacing } }, ...spans]
}
