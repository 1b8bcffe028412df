import { spotAt } from '#core/commands'
import type { Content, Drawing, Role, Stack } from '#core/document'
import { emptyContent, freeNumber } from '#core/document'
import { isPose } from '#core/pass'
import { eachRun, lastRun } from '#core/sheet'
import { copied } from '~/desk/copies'
import { planAndColumn, solidOf } from '~/desk/drafts'
import type { Focus, Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'

/** Where a new pose goes: under the playhead, or a number of frames after the beginning of the last exposure. */
export type PoseWhere = 'playhead' | { readonly afterLast: number }
/** What a new pose begins with: nothing, the content of a drawing, or one that is made. */
export type PoseFrom = 'blank' | { readonly copyOf: string } | { readonly content: Content }

/** The pose exposed last before a frame (or at it); the last of the column when there is none. */
export function lastPose(focus: Focus, frame = Infinity): Drawing | null {
  let found: Drawing | null = null
  for (const { run, start } of eachRun(focus.column!.runs)) {
    const d = run.drawing ? focus.stack!.drawings[run.drawing] : undefined
    if (d && isPose(d) && (start <= frame || !found)) found = d
  }
  return found
}

/** The frame a new pose would come to stand on. */
export function poseFrame(focus: Focus, where: PoseWhere): number {
  const last = lastRun(focus.column!.runs)
  return where === 'playhead' ? focus.frame : last ? last.start + where.afterLast : 1
}

/**
 * What a new pose begins with, where it comes, and what it is (what new drawings of its column are, where nothing is
 * said) and which id it has.
 */
export interface NewPose {
  readonly from: PoseFrom
  readonly where: PoseWhere
  readonly role?: Role
  readonly id?: string
  /** What it is numbered by, if not by the frame it falls on now. */
  readonly frame?: number
}

/** A new drawing in the active column, numbered by the frame it falls on. */
export function newPose(
  scene: Scene,
  focus: Focus,
  { from, where, role = focus.column!.adds ?? 'key', id = newId(), frame = poseFrame(focus, where) }: NewPose,
): Draft {
  const stack = focus.stack!
  const content = contentFrom(scene, stack, from)
  const number = freeNumber(stack, String(frame))
  const drawing = { id, number, role, content }
  return { name: 'pose.add', args: { ...planAndColumn(scene, focus), drawing, where: placeFor(focus, where) } }
}

function contentFrom(scene: Scene, stack: Stack, from: PoseFrom): Content {
  if (from === 'blank') return emptyContent
  if ('content' in from) return from.content
  return stack.drawings[from.copyOf]
    ? copied(solidOf(scene, scene.contents.of(scene, stack, from.copyOf)))
    : emptyContent
}

/**
 * How the command names where a new pose comes. Behind a repeat at the end of the column, the frame is told as it is
 * seen.
 */
function placeFor(focus: Focus, where: PoseWhere) {
  const { runs } = focus.column!
  if (where === 'playhead') return spotAt(runs, focus.frame) ?? { onFrame: focus.frame }
  return lastRun(runs)?.run.again ? spotAt(runs, poseFrame(focus, where))! : where
}
