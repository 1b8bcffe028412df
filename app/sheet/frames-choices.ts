import type { Draft } from '#core/commands'
import type { Desk } from '~/desk/desk'
import { back, holdTo, paste, reverse, snapToStep, spreadEvenly, takeOut } from './arrange'
import { overRange } from './range'
import type { useSheet } from './sheet'
import { STEP_NAMES } from './trying'

/** What can be done at a click with the selected frames; it is seen while it is pointed at. */
export interface Choice {
  readonly name: string
  readonly title: string
  /** The action that does the same by key. */
  readonly key?: string
  readonly make: () => Draft[]
  readonly off?: () => boolean
}

type Sheet = ReturnType<typeof useSheet>

const exposing = (desk: Desk): Choice[] => [
  ...[5, 6, 7, 8].map((n): Choice => ({
    name: STEP_NAMES[n]!,
    title: `${STEP_NAMES[n]}, keep drawings`,
    key: `push-${n}`,
    make: () => overRange(desk.scene!, desk.focus!, { kind: 'expose', step: n, by: 'push' }),
  })),
  {
    name: 'Hold to the next pose',
    title: 'The drawing of the first frame stays until the next pose',
    key: 'hold-next',
    make: () => holdTo(desk.scene!, desk.focus!, 'next'),
  },
  {
    name: 'Hold to the end',
    title: 'The drawing of the first frame stays to the end of the shot',
    make: () => holdTo(desk.scene!, desk.focus!, 'end'),
  },
]

const ordering = (desk: Desk): Choice[] => [
  {
    name: 'Reverse',
    title: 'The same drawings the other way round',
    make: () => reverse(desk.scene!, desk.focus!),
  },
  {
    name: 'Reverse with copies',
    title: 'New copies the other way round, to be altered',
    make: () => reverse(desk.scene!, desk.focus!, { copies: true }),
  },
  {
    name: 'There and back',
    title: 'And back again without doubling the ends; what follows moves',
    make: () => back(desk.scene!, desk.focus!),
  },
  {
    name: 'There and back with copies',
    title: 'The way back with new copies, to be altered',
    make: () => back(desk.scene!, desk.focus!, { copies: true }),
  },
  {
    name: 'Spread evenly',
    title: 'Evenly over these frames, on whole steps where there is room',
    make: () => spreadEvenly(desk.scene!, desk.focus!),
  },
  {
    name: 'Poses to the step',
    title: 'Poses move to the nearest frames that the step allows (on twos the odd ones)',
    make: () => snapToStep(desk.scene!, desk.focus!).drafts,
  },
]

const deleting = (desk: Desk): Choice[] => [
  {
    name: 'Delete',
    title: 'What follows moves up; linked columns follow',
    key: 'take-out',
    make: () => takeOut(desk.scene!, desk.focus!, 'selected'),
  },
  {
    name: 'Delete in all columns',
    title: 'In every column that is not locked',
    key: 'take-out-all',
    make: () => takeOut(desk.scene!, desk.focus!, 'all'),
  },
]

const pasting = (desk: Desk, sheet: Sheet): Choice[] => [
  {
    name: 'Over',
    title: 'Over what is exposed here',
    key: 'paste',
    make: () => paste(desk.scene!, desk.focus!, sheet.clip!, { by: 'over' }),
    off: () => !sheet.clip,
  },
  {
    name: 'Between',
    title: 'What follows moves',
    key: 'paste-push',
    make: () => paste(desk.scene!, desk.focus!, sheet.clip!, { by: 'push' }),
    off: () => !sheet.clip,
  },
  {
    name: 'As new copies',
    title: 'What follows moves, and the drawings are new copies',
    make: () => paste(desk.scene!, desk.focus!, sheet.clip!, { by: 'push', copies: true }),
    off: () => !sheet.clip,
  },
]

/** All choices, in groups under a name. */
export const choices = (desk: Desk, sheet: Sheet): { name: string; choices: Choice[] }[] => [
  { name: 'Expose', choices: exposing(desk) },
  { name: 'Order', choices: ordering(desk) },
  { name: 'Frames', choices: deleting(desk) },
  { name: 'Paste', choices: pasting(desk, sheet) },
]
