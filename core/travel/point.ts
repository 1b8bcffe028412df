import type { Figure, Pose } from '../figure'
import { boneOfPoint, cornerAt, layBones } from '../figure'
import type { Vec } from '../motion'
import type { Content, Stack } from '../document/document'

/**
 * A point of a drawing that can be followed: the end of a bone of a subject, a corner of a shape on it, or the
 * subject's place.
 */
export interface Point {
  readonly subject: string
  readonly part: string
}

export const samePoint = (a: Point, b: Point): boolean => a.subject === b.subject && a.part === b.part

/** Where a point is in a drawing; null where its subject is not on it. */
export function pointIn(stack: Stack, content: Pick<Content, 'poses'>, point: Point): Vec | null {
  const [subject, pose] = [stack.subjects[point.subject], content.poses[point.subject]]
  if (!subject || !pose) return null
  if (point.part.includes('#')) return cornerAt(subject.figure, pose, point.part)
  return point.part === 'place' ? pose.place : (layBones(subject.figure, pose).get(point.part)?.tip ?? null)
}

/** What a point is called: "Marrow, near forearm". */
export function pointName(stack: Stack, point: Point): string {
  const subject = stack.subjects[point.subject]
  if (!subject) return 'a point that is not there any more'
  const bone = subject.figure.bones.find(b => b.id === boneOfPoint(point.part))
  return bone ? `${subject.name}, ${point.part.includes('#') ? 'corner at the ' : ''}${bone.name}` : subject.name
}

/**
 * The height of a figure as it was made, in the size of a pose, px: the unit in which spacing is compared between
 * shots.
 */
export function figureHeight(f: Figure, pose: Pose): number {
  const tips = [...layBones(f, { ...pose, turn: 0, stretch: 1, angles: {} }).values()].flatMap(l => [
    l.start.y,
    l.tip.y,
  ])
  return Math.max(1, Math.max(...tips) - Math.min(...tips))
}
