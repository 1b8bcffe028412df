import type { Bracket } from '#core/sheet'
import { bracketsOf, shownAt } from '#core/sheet'
import type { Column } from '#core/document'
import type { Focus, Scene } from '~/desk/scene'
import { rangeOf } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'
import { selectedColumns } from './arrange'
import { refOf } from '#core/commands'

/** The brackets of a column as it is shown, with what is being tried out. */
export function bracketsIn(scene: Scene, column: string): Bracket[] {
  const written = scene.shot.plans[scene.plan.id]!.columns[column]
  return written ? bracketsOf(written, scene.shot.length) : []
}

const reaches = (b: Bracket, frame: number): boolean => frame >= b.start && frame < b.start + b.frames + b.adds

/** The bracket of the active column that the playhead is in, also in what it adds. */
export const bracketHere = (scene: Scene, focus: Focus): Bracket | null =>
  (focus.column && bracketsIn(scene, focus.column.id).find(b => reaches(b, focus.workFrame))) ?? null

export interface RepeatHow {
  readonly times: number | null
  readonly back: boolean
}

/** Repeats over the selected frames, whole exposures; a bracket that the playhead is in is changed instead. */
export function repeatOver(scene: Scene, focus: Focus, how: RepeatHow): Draft[] {
  const plan = scene.plan.id
  const here = bracketHere(scene, focus)
  if (here && (!focus.selection || selectedColumns(scene, focus).length === 1)) {
    const { repeat } = here
    return [
      {
        name: 'repeat.set',
        args: {
          plan,
          column: focus.column!.id,
          repeat: {
            ...repeat,
            ...how,
            first: { run: repeat.first, at: here.from },
            last: { run: repeat.last, at: here.from + here.frames - 1 },
          },
        },
      },
    ]
  }
  const { first, last } = rangeOf(focus)
  return selectedColumns(scene, focus).flatMap((column: Column): Draft[] => {
    const [a, b] = [shownAt(column.runs, first), shownAt(column.runs, last)]
    return a && b
      ? [
          {
            name: 'repeat.set',
            args: { plan, column: column.id, repeat: { id: newId(), ...how, first: refOf(a), last: refOf(b) } },
          },
        ]
      : []
  })
}

/** The repeat at the playhead taken away, or turned into plain exposures. */
export function withoutRepeat(scene: Scene, focus: Focus, how: 'remove' | 'write'): Draft[] {
  const here = bracketHere(scene, focus)
  return here
    ? [{ name: `repeat.${how}`, args: { plan: scene.plan.id, column: focus.column!.id, repeat: here.repeat.id } }]
    : []
}

/** How a bracket is shown, in a word: "3×", "to the end". */
export const repeatWords = ({ times, back }: RepeatHow): string =>
  `${times === null ? 'to the end' : `${times}×`}${back ? ', there and back' : ''}`
