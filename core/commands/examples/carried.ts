import type { Example } from './kit'
import { COLUMN, PLAN } from './kit'

const lamp = { plan: PLAN, column: 'lamp' }

/** Columns that ride on others or follow their timing; several commands as one; what takes commands back. */
export const carried: readonly Example[] = [
  {
    name: 'column.carry',
    args: {
      ...lamp,
      was: null,
      carrier: {
        column: COLUMN,
        part: { subject: 'arm', bone: 'limb-2' },
        base: [1, 0, 0, 1, -400, -300],
        sizes: true,
        stays: false,
      },
      moves: [],
    },
  },
  { name: 'column.stand', args: { ...lamp, frame: 9, at: 'behind' } },
  { name: 'column.lineup', args: { plan: PLAN, column: 'shadow', leader: 'lamp' } },
  { name: 'column.release', args: { plan: PLAN, column: 'shadow' } },
  { name: 'column.remove', args: { plan: PLAN, column: 'shadow' } },
  {
    name: 'together',
    args: {
      words: 'Name it, and make it longer',
      commands: [
        { name: 'shot.set', args: { name: 'Crane 020' } },
        { name: 'shot.set', args: { length: 96 } },
      ],
    },
  },
  {
    name: 'revert',
    args: {
      of: 'a-name-01',
      label: 'Undo: Make the shot 96 frames long',
      changes: [{ kind: 'value', path: ['length'], before: 96, after: 72 }],
    },
  },
  {
    name: 'shot.restore',
    args: {
      revision: 1,
      state: 'the mark “first pass”',
      changes: [{ kind: 'value', path: ['name'], before: 'Crane 020', after: 'Crane 010' }],
    },
  },
]
