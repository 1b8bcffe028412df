import type { Bracket } from '#core/sheet'
import { bracketsOf, shownAt } from '#core/sheet'
import type { Column, Shot } from '#core/document'
import type { Desk } from '~/desk/desk'
import { newId } from '~/sync/ids'
import type { Draft } from '~/sync/session'
import { selectedColumns } from './arrange'
import { refOf } from '#core/commands'

/** The brackets of a column as it is shown, with what is being tried out. */
export const bracketsIn = (desk: Desk, column: string): Bracket[] => bracketsOfShot(desk.shown!, column)

function bracketsOfShot(shot: Shot, id: string): Bracket[] {
  const column = shot.plans[shot.planOrder[0]!]!.columns[id]
  return column ? bracketsOf(column, shot.length) : []
}

const reaches = (b: Bracket, frame: number): boolean => frame >= b.start && frame < b.start + b.frames + b.adds

/** The bracket of the active column that the playhead is in, also in what it adds. */
export const bracketHere = (desk: Desk): Bracket | null =>
  (desk.column && bracketsOfShot(desk.shot!, desk.column.id).find(b => reaches(b, desk.workFrame))) ?? null

export interface RepeatHow {
  readonly times: number | null
  readonly back: boolean
}

/** Repeats over the selected frames, whole exposures; a bracket that the playhead is in is changed instead. */
export function repeatOver(desk: Desk, draft: RepeatHow): Draft[] {
  const plan = desk.plan!.id
  const here = bracketHere(desk)
  if (here && (!desk.selection || selectedColumns(desk).length === 1)) {
    const { repeat } = here
    return [
      {
        name: 'repeat.set',
        args: {
          plan,
          column: desk.column!.id,
          repeat: {
            ...repeat,
            ...draft,
            first: { run: repeat.first, at: here.from },
            last: { run: repeat.last, at: here.from + here.frames - 1 },
          },
        },
      },
    ]
  }
  const { first, last } = desk.range
  return selectedColumns(desk).flatMap((column: Column): Draft[] => {
    const [a, b] = [shownAt(column.runs, first), shownAt(column.runs, last)]
    return a && b
      ? [
          {
            name: 'repeat.set',
            args: { plan, column: column.id, repeat: { id: newId(), ...draft, first: refOf(a), last: refOf(b) } },
          },
        ]
      : []
  })
}

/** The repeat at the playhead taken away, or turned into plain exposures. */
export function withoutRepeat(desk: Desk, how: 'remove' | 'write'): Draft[] {
  const here = bracketHere(desk)
  return here
    ? [{ name: `repeat.${how}`, args: { plan: desk.plan!.id, column: desk.column!.id, repeat: here.repeat.id } }]
    : []
}

/** How a bracket is shown, in a word: "3×", "to the end". */
export const repeatWords = ({ times, back }: RepeatHow): string =>
  `${times === null ? 'to the end' : `${times}×`}${back ? ', there and back' : ''}`
