import type { Draft } from '#core/commands'
import { isTimed, spotAt } from '#core/commands'
import type { Column, Subject } from '#core/document'
import { freeNumber, subjectsOf } from '#core/document'
import { layBones, turnBone } from '#core/figure'
import { drawingShown } from '#core/pass'
import type { Frames } from '#core/sheet'
import { lastRun, shownAt } from '#core/sheet'
import { solidOf } from '~/desk/drafts'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import { isHead } from './place'

/** A head that can nod: a bone of a figure in a column. */
export interface Nodding {
  readonly column: Column
  readonly subject: Subject
  readonly bone: string
}

/** The columns whose timing is free, and written out. */
export const freeColumns = ({ shot, plan, columns }: Scene): Column[] =>
  columns.filter(c => isTimed(c) && !shot.plans[plan.id]!.columns[c.id]?.repeats?.length)

/** The heads of figures in columns whose timing is free. */
export const headsIn = (scene: Scene): Nodding[] =>
  freeColumns(scene).flatMap(column =>
    subjectsOf(scene.shot.stacks[column.stack]!).flatMap((subject): Nodding[] => {
      const head = subject.kind === 'figure' ? subject.figure.bones.find(b => isHead(subject, b.id)) : undefined
      return head ? [{ column, subject, bone: head.id }] : []
    }),
  )

/** A head is drawn up so many frames before it comes down with the stress, and stays down for so many. */
const [UP, DOWN] = [3, 5]

/** Why a head does not nod on a frame; nothing where it can: where its pose is held around the stress. */
export function whyNoNod({ runs }: Column, { first }: Frames): string {
  const at = shownAt(runs, first)
  if (first <= UP + 1 || !at?.run.drawing) return 'nothing is exposed there yet'
  // The last exposure stays.
  const end = at.start + at.run.frames > runs.frames ? Infinity : at.start + at.run.frames
  return at.start <= first - UP && end >= first + DOWN ? '' : 'it moves there already'
}

/**
 * Nods of a head: up before each stress, down with it, and back to the pose that is held. Poses of their own, to be
 * charted and changed; from the last to the first, so that each is found where it was.
 */
export function nodDrafts(
  scene: Scene,
  { column, subject, bone }: Nodding,
  moments: readonly Frames[],
  degrees: number,
): Draft[] {
  const stack = scene.shot.stacks[column.stack]!
  const taken: string[] = []
  return [...moments].reverse().flatMap(moment => {
    const shown = drawingShown(column, moment.first)
    const content = shown ? solidOf(scene, scene.contents.of(scene, stack, shown)) : null
    const pose = content?.poses[subject.id]
    if (!content || !pose || whyNoNod(column, moment)) return []
    const { angle } = layBones(subject.figure, pose).get(bone)!
    const down = ((pose.mirror ? -1 : 1) * degrees * Math.PI) / 180
    const poses = [
      { by: -0.4 * down, frame: moment.first - UP, frames: UP },
      { by: down, frame: moment.first, frames: DOWN },
    ].map(({ by, frame, frames }) => {
      const number = freeNumber(stack, String(frame), taken)
      taken.push(number)
      const turned = turnBone(subject.figure, pose, bone, angle + by)
      const strokes = content.strokes.map(s => ({ ...s, id: newId() }))
      return {
        frames,
        drawing: {
          ...{ id: newId(), number, role: 'extreme' as const },
          content: { poses: { ...content.poses, [subject.id]: turned }, strokes },
        },
      }
    })
    return [
      ...poses.map(({ drawing }): Draft => ({ name: 'drawing.add', args: { stack: stack.id, drawing } })),
      over(
        scene,
        column,
        moment.first - UP,
        poses.map(p => ({ drawing: p.drawing.id, frames: p.frames })),
      ),
    ]
  })
}

/** Exposures put over those of a column from a frame on. */
const over = (
  scene: Scene,
  column: Column,
  frame: number,
  exposures: { drawing: string | null; frames: number }[],
): Draft => ({
  name: 'range.paste',
  args: {
    ...{ plan: scene.plan.id, column: column.id, frame, exposures, by: 'over' },
    at: column.runs.count ? spotAt(column.runs, frame) : null,
  },
})

/** The drawing of a brow or an eyelid on so many frames of each moment; what is shown before and after comes back. */
export function shownDrafts(
  scene: Scene,
  column: Column,
  drawing: string,
  spans: readonly { readonly frame: number; readonly frames: number }[],
): Draft[] {
  const { runs } = column
  const { length } = scene.shot
  const fit = spans.filter(s => s.frame >= 1 && s.frame + s.frames - 1 <= length)
  const last = lastRun(runs)
  // What comes back after it has to be there.
  const long: Draft[] =
    last && runs.frames < length && fit.some(s => s.frame + s.frames > runs.frames)
      ? [
          {
            name: 'run.push',
            args: {
              ...{ plan: scene.plan.id, column: column.id, delta: length - runs.frames },
              run: { run: last.run.id, at: last.start },
            },
          },
        ]
      : []
  return [...long, ...[...fit].reverse().map(s => over(scene, column, s.frame, [{ drawing, frames: s.frames }]))]
}

/** An eye stays shut for so many frames at 24 a second, two at the least (common practice). */
const BLINK = 3 / 24
/** A brow goes up so many frames before its stress. */
const BEFORE = 2

export const blinkSpan = ({ first, last }: Frames, perSecond: number): { frame: number; frames: number } => ({
  frame: first,
  frames: Math.min(Math.max(2, Math.round(BLINK * perSecond)), last - first + 1),
})
export const browSpan = ({ first, last }: Frames): { frame: number; frames: number } => {
  const frame = Math.max(1, first - BEFORE)
  return { frame, frames: Math.max(4, last - frame + 1) }
}
