import type { Pose } from '#core/figure'
import { layBones } from '#core/figure'
import type { Reshape, Vec } from '#core/motion'
import { affineOf, after, SAME } from '#core/motion'
import { contentMarks } from '#core/picture'
import type { Content, Drawing, Stack, StrokeRef, Subject } from '#core/document'
import { eachRun } from '#core/sheet'
import { marksHull } from '#core/travel'
import { asDrawn, boxAround, caught, inside, touches } from '#core/stroke'
import type { Focus, Scene } from '~/desk/scene'
import { contentHere, rangeOf } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'
import { fixOf, solidHere, solidOf } from '~/desk/drafts'

/** Strokes and subjects that are selected on a drawing. */
export interface SelectedArt {
  readonly drawing: string
  readonly strokes: readonly string[]
  readonly subjects: readonly string[]
}
/** What was copied from a drawing. */
export interface ArtClip {
  readonly stack: string
  readonly strokes: readonly StrokeRef[]
  readonly subjects: readonly { readonly subject: Subject; readonly pose: Pose }[]
}

/** Which parts of the column are seen; null where all are. */
export type PartsShown = ((part: string | null) => boolean) | null

export const isEmpty = (a: SelectedArt | null): boolean => !a || (!a.strokes.length && !a.subjects.length)

/** The part of a content that is selected. */
const partOf = (content: Content, selected: SelectedArt): Content => ({
  strokes: content.strokes.filter(s => selected.strokes.includes(s.id)),
  poses: Object.fromEntries(Object.entries(content.poses).filter(([id]) => selected.subjects.includes(id))),
})

/** The box around what is selected, px of the picture; null where nothing of it is there. */
export function selectedBox(scene: Scene, focus: Focus, selected: SelectedArt) {
  const content = solidHere(scene, focus)
  if (!content) return null
  const marks = contentMarks(focus.stack!, partOf(content, selected), scene.strokeBy, () => true)
  return boxAround([marksHull(marks).flatMap(p => [p.x, p.y])])
}

/**
 * What a closed line (flat x, y) catches: strokes with more than half of their points inside, subjects with most of
 * their joints.
 */
export function caughtBy(scene: Scene, focus: Focus, line: readonly number[], seen: PartsShown): SelectedArt {
  const content = solidHere(scene, focus)!
  const strokes = content.strokes
    .filter(s => seen?.(s.part ?? null) ?? true)
    .filter(ref => {
      const stroke = scene.strokeBy(ref.hash)
      return stroke && caught(asDrawn(stroke, ref), line)
    })
  const subjects = Object.entries(content.poses).filter(([id, pose]) => {
    const figure = focus.stack!.subjects[id]?.figure
    if (!figure || seen?.(id) === false) return false
    const joints = [pose.place, ...[...layBones(figure, pose).values()].map(l => l.tip)]
    return joints.filter(j => inside(line, j)).length * 2 > joints.length
  })
  return { drawing: focus.drawing!.id, strokes: strokes.map(s => s.id), subjects: subjects.map(([id]) => id) }
}

/** The topmost thing at a point: a stroke whose line is within `r` px, or a subject whose shapes lie there. */
export function artAt(scene: Scene, focus: Focus, p: Vec, r: number, seen: PartsShown): SelectedArt | null {
  const content = solidHere(scene, focus)
  if (!content) return null
  const stroke = content.strokes
    .filter(s => seen?.(s.part ?? null) ?? true)
    .findLast(ref => {
      const s = scene.strokeBy(ref.hash)
      return s && touches(s, p, r, ref)
    })
  if (stroke) return { drawing: focus.drawing!.id, strokes: [stroke.id], subjects: [] }
  const subject = Object.keys(content.poses).findLast(id => {
    if (seen?.(id) === false) return false
    const hull = marksHull(
      contentMarks(focus.stack!, { strokes: [], poses: { [id]: content.poses[id]! } }, scene.strokeBy, () => true),
    )
    return (
      hull.length > 2 &&
      inside(
        hull.flatMap(v => [v.x, v.y]),
        p,
      )
    )
  })
  return subject ? { drawing: focus.drawing!.id, strokes: [], subjects: [subject] } : null
}

export const everythingHere = (scene: Scene, focus: Focus): SelectedArt | null => {
  const content = solidHere(scene, focus)
  return (
    content && {
      drawing: focus.drawing!.id,
      strokes: content.strokes.map(s => s.id),
      subjects: Object.keys(content.poses),
    }
  )
}

/**
 * The drawings of the selected frames of the active column in order, each once; the one under the playhead where none
 * are selected.
 */
export function selectedDrawings(focus: Focus): Drawing[] {
  const { first, last } = rangeOf(focus)
  const ids = new Set<string>()
  for (const { run, start } of eachRun(focus.column?.runs ?? { chunks: [], frames: 0, count: 0 }))
    if (run.drawing && start <= last && start + run.frames > first) ids.add(run.drawing)
  return [...ids].map(id => focus.stack!.drawings[id]!)
}

export interface MapOptions {
  readonly keepWidth: boolean
  readonly words?: string
}

/** A change of what is selected on its drawing; null where nothing is. */
export function mapDraft(
  scene: Scene,
  focus: Focus,
  selected: SelectedArt,
  reshape: Reshape,
  { keepWidth, words }: MapOptions,
): Draft | null {
  const stack = focus.stack!.id
  const drawing = scene.shot.stacks[stack]!.drawings[selected.drawing]
  if (!drawing || isEmpty(selected)) return null
  const on = {
    strokes: [...selected.strokes],
    subjects: [...selected.subjects],
    at: affineOf(reshape),
    ...fixOf(scene, focus, drawing),
  }
  return { name: 'strokes.map', args: { stack, keepWidth, words, drawings: { [drawing.id]: on } } }
}

// — taking out, copying, pasting —

export function removeArt(scene: Scene, focus: Focus, selected: SelectedArt): Draft[] {
  const drawing = scene.shot.stacks[focus.stack!.id]!.drawings[selected.drawing]!
  const at = { stack: focus.stack!.id, drawing: drawing.id }
  return [
    ...(selected.subjects.length
      ? [
          {
            name: 'drawing.pose' as const,
            args: {
              ...at,
              poses: Object.fromEntries(selected.subjects.map(s => [s, null])),
              ...fixOf(scene, focus, drawing),
            },
          },
        ]
      : []),
    ...(selected.strokes.length
      ? [
          {
            name: 'stroke.remove' as const,
            args: {
              ...at,
              strokes: [...selected.strokes],
              ...(selected.subjects.length ? {} : fixOf(scene, focus, drawing)),
            },
          },
        ]
      : []),
  ]
}

export function copyArt(scene: Scene, focus: Focus, selected: SelectedArt): ArtClip {
  const part = partOf(solidOf(scene, contentHere(scene, focus)!), selected)
  return {
    stack: focus.stack!.id,
    strokes: part.strokes,
    subjects: Object.entries(part.poses).map(([id, pose]) => ({ subject: focus.stack!.subjects[id]!, pose })),
  }
}

/** Where pasted things lie when they are not pasted in place, px of the picture beside what was copied. */
const BESIDE = 40

/**
 * What was copied, on drawings of the active column; figures of another stack come along as new ones. Gives the drafts
 * and what is selected then on the first drawing.
 */
export function pasteArt(
  scene: Scene,
  focus: Focus,
  clip: ArtClip,
  drawings: readonly Drawing[],
  { inPlace }: { inPlace: boolean },
): { drafts: Draft[]; selected: SelectedArt | null } {
  const stack = focus.stack!
  const known = (s: Subject): boolean => clip.stack === stack.id && !!stack.subjects[s.id]
  const names = new Map(clip.subjects.map(({ subject }) => [subject.id, known(subject) ? subject.id : newId()]))
  const drafts: Draft[] = clip.subjects
    .filter(({ subject }) => !known(subject))
    .map(({ subject }) => ({
      name: 'subject.add',
      args: { stack: stack.id, subject: { ...subject, id: names.get(subject.id)! }, drawing: null, pose: null },
    }))
  const off = inPlace ? 0 : BESIDE
  let selected: SelectedArt | null = null
  for (const d of drawings) {
    const at = { stack: stack.id, drawing: d.id }
    const poses = Object.fromEntries(
      clip.subjects.map(({ subject, pose }) => [
        names.get(subject.id)!,
        { ...pose, place: { x: pose.place.x + off, y: pose.place.y + off } },
      ]),
    )
    const strokes = clip.strokes.map(s => pasted(s, stack, off))
    if (clip.subjects.length) drafts.push({ name: 'drawing.pose', args: { ...at, poses, ...fixOf(scene, focus, d) } })
    if (strokes.length)
      drafts.push({
        name: 'stroke.add',
        args: { ...at, strokes, ...(clip.subjects.length ? {} : fixOf(scene, focus, d)) },
      })
    selected ??= { drawing: d.id, strokes: strokes.map(s => s.id), subjects: Object.keys(poses) }
  }
  return { drafts, selected }
}

/** A copied stroke as a new one; of a part only where the stack has it. */
function pasted(ref: StrokeRef, stack: Stack, off: number): StrokeRef {
  const { part, ...bare } = ref
  const at = off ? after([1, 0, 0, 1, off, off], ref.at ?? SAME) : ref.at
  return { ...bare, id: newId(), ...(at ? { at } : {}), ...(part && stack.subjects[part] ? { part } : {}) }
}
