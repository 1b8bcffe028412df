import { byNumber } from '#core/basic'
import type { Column, Drawing, Plan, Shot } from '#core/document'
import { columnsOf } from '#core/document'
import type { Placeholder } from '#core/formats/naming'
import { eachOnce, nameBy, patternFault } from '#core/formats/naming'
import { drawingShown } from '#core/pass'
import type { Frames } from '#core/sheet'
import { eachRun } from '#core/sheet'
import type { ImageChoices } from './choices'
import type { WhichImage } from './image-layers'

/** An image that will be made: of a frame (of all columns, or of one), or of a drawing of a column. */
export interface ImagePlan {
  readonly name: string
  readonly frame: number
  readonly column: Column | null
  readonly drawing: Drawing | null
}

export const whichOf = ({ frame, column, drawing }: ImagePlan): WhichImage => ({
  frame,
  column: column?.id ?? null,
  drawing: drawing?.id ?? null,
})

type Columns = Pick<ImageChoices, 'column' | 'background'>

/** The columns that images are made of: one by its name, or all; none that is hidden or never goes out. */
export function columnsFor(plan: Plan, { column, background }: Columns): Column[] {
  const all = columnsOf(plan).filter(c => !c.hidden && !c.reference)
  return column ? all.filter(c => c.name === column) : all.filter(c => background || !c.background)
}

/** The drawings that a column exposes in some frames, each once with the first frame it is on, by their numbers. */
export function drawingsIn(shot: Shot, column: Column, { first, last }: Frames): { drawing: Drawing; frame: number }[] {
  const found = new Map<string, number>()
  for (const { run, start } of eachRun(column.runs)) {
    if (start > last) break
    if (run.drawing !== null && start + run.frames > first && !found.has(run.drawing))
      found.set(run.drawing, Math.max(first, start))
  }
  // Behind the last exposure its drawing stays.
  const held = drawingShown(column, last)
  if (held !== null && !found.has(held)) found.set(held, Math.max(first, column.runs.frames))
  const { drawings } = shot.stacks[column.stack]!
  return [...found]
    .map(([id, frame]) => ({ drawing: drawings[id]!, frame }))
    .sort((a, b) => byNumber(a.drawing, b.drawing))
}

/** What has to be in the names, so that no two files have the same. */
export function neededIn({ by, apart }: Pick<ImageChoices, 'by' | 'apart'>, columns: number): readonly Placeholder[] {
  if (by === 'contact') return []
  const several: Placeholder[] = columns > 1 && (apart || by === 'drawing') ? ['column'] : []
  return [by === 'drawing' ? 'drawing' : 'frame', ...several]
}

export const imagesFault = (plan: Plan, choices: ImageChoices): string =>
  patternFault(choices.pattern, neededIn(choices, columnsFor(plan, choices).length))

/** The images of some frames, in order, with the names of their files (without an ending). */
export function imagesFor(
  { shot, plan, production }: { shot: Shot; plan: Plan; production: string },
  frames: Frames,
  choices: ImageChoices,
): ImagePlan[] {
  const columns = columnsFor(plan, choices)
  const fields = { production, shot: shot.name }
  const named = (more: object): string => nameBy(choices.pattern, { ...fields, ...more }, choices.digits)
  const plans: ImagePlan[] = []
  if (choices.by === 'drawing')
    for (const column of columns)
      for (const { drawing, frame } of drawingsIn(shot, column, frames))
        plans.push({ name: named({ column: column.name, drawing: drawing.number, frame }), frame, column, drawing })
  else
    for (let frame = frames.first; frame <= frames.last; frame++)
      for (const column of choices.apart || choices.column ? columns : [null])
        plans.push({ name: named({ column: column?.name ?? '', frame }), frame, column, drawing: null })
  const once = eachOnce(plans.map(p => p.name))
  return plans.map((p, i) => ({ ...p, name: once[i]! }))
}

/** How many images there will be, and what the first and the last are called: of a long shot not all are named for that. */
export function summaryOf(
  at: { shot: Shot; plan: Plan; production: string },
  frames: Frames,
  choices: ImageChoices,
): { count: number; first: string; last: string } {
  const { first, last } = frames
  const ends =
    choices.by === 'drawing'
      ? [frames]
      : [
          { first, last: first },
          { first: last, last },
        ]
  const named = ends.map(f => imagesFor(at, f, choices))
  const count = choices.by === 'drawing' ? named[0]!.length : named[0]!.length * (last - first + 1)
  return { count, first: named[0]![0]?.name ?? '', last: named.at(-1)!.at(-1)?.name ?? '' }
}
