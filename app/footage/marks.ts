import type { Draft } from '#core/commands'
import type { Rate } from '#core/time'
import { footageAt, frameOfFootage } from '#core/time'
import type { Column, Footage } from '#core/document'

/** A column that has footage. */
export type Filmed = Column & { readonly footage: Footage }

/** A moment that is marked, and the frame that shows it. */
export interface MarkSeen {
  readonly second: number
  readonly frame: number
  /** False where the footage or the shot begins after it. */
  readonly seen: boolean
}

/** The marks of a column's footage, in order. */
export const marksOf = ({ footage }: Filmed, rate: Rate): MarkSeen[] =>
  (footage.marks ?? []).map(second => {
    const frame = frameOfFootage(footage, second, rate)
    return { second, frame, seen: frame >= footage.from }
  })

const draft = (plan: string, column: Filmed, put: number[], taken: number[]): Draft => ({
  name: 'footage.mark',
  args: { plan, column: column.id, file: column.footage.file, put, taken },
})

/** Marks what a frame shows; null where it shows nothing of the footage. */
export function markDraft(plan: string, column: Filmed, frame: number, rate: Rate): Draft | null {
  const second = footageAt(column.footage, frame, rate)
  return second === null ? null : draft(plan, column, [second], [])
}

/** Takes marks off. */
export const unmarkDraft = (plan: string, column: Filmed, marks: readonly MarkSeen[]): Draft =>
  draft(
    plan,
    column,
    [],
    marks.map(m => m.second),
  )

/** Moves marks by frames; null where one would lie outside what is seen of the footage. */
export function moveMarksDraft(
  plan: string,
  column: Filmed,
  marks: readonly MarkSeen[],
  { by, rate }: { by: number; rate: Rate },
): Draft | null {
  const to = marks.map(m => footageAt(column.footage, m.frame + by, rate))
  return to.some(s => s === null)
    ? null
    : draft(
        plan,
        column,
        to as number[],
        marks.map(m => m.second),
      )
}
