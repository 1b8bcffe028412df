import type { ArgsOf, Draft } from '#core/commands'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { useTools } from '~/desk/tools'
import { newId } from '~/sync/ids'
import { tell } from '~/ui/messages'
import { useSide } from '~/ui/side'
import { plural } from '#core/basic'
import { letAllGo, letGoDraft } from './carry'
import type { ColumnEnd } from './column-end'
import { endAs, endOf, isOpenEnded } from './column-end'
import { copyColumn, pasteColumn } from './column-copy'
import { copyOfColumn, emptyColumn, exposuresOf, lineUpDrafts, newColumn, withoutLeader } from './columns'
import { useSheet } from './sheet'

/** What can be set of a column. */
export type ColumnSettings = Omit<ArgsOf<'column.set'>, 'plan' | 'column'>

/** Sets something of a column of the plan that is shown. */
export const setColumn = (d: Desk, column: string, values: ColumnSettings): boolean =>
  d.run({ name: 'column.set', args: { plan: d.plan!.id, column, ...values } })

/** Deletes the column that is worked on; the first one is worked on then. */
export function removeColumn(d: Desk): void {
  const remove: Draft = { name: 'column.remove', args: { plan: d.plan!.id, column: d.column!.id } }
  if (d.run(...letAllGo(d.scene!, { column: d.column!.id }), remove)) d.columnId = d.columns[0]?.id ?? ''
}

/** Adds an empty column and works on it. */
export function addColumn(d: Desk): void {
  const { id, draft } = newColumn(d.scene!)
  if (d.run(draft)) d.columnId = id
}

/** A further column like the one that is worked on: with copies of its drawings, with the same ones, or with none. */
export function duplicateColumn(d: Desk, how: 'copies' | 'same' | 'empty'): void {
  const [scene, column, index] = [d.scene!, d.column!, placeAfter(d)]
  const draft: Draft =
    how === 'copies'
      ? copyOfColumn(scene, column)
      : how === 'empty'
        ? emptyColumn(scene, column)
        : {
            name: 'column.share',
            args: {
              ...{ plan: scene.plan.id, index },
              column: {
                ...withoutLeader(column),
                ...{ id: newId(), name: `${column.name} 2`.slice(0, 80) },
                ...exposuresOf(scene, column.id),
              },
            },
          }
  if (d.run(draft)) d.columnId = d.columns[index]!.id
}

/** The place in front of the column that is worked on. */
export const placeAfter = (d: Desk): number => 1 + d.columns.findIndex(c => c.id === d.column?.id)

/** Puts the column that was copied in front of the one that is worked on, and works on it. */
function pasteCopied(d: Desk): void {
  const copied = useSheet().copiedColumn!
  const made = pasteColumn(d.scene!, copied.text, { index: placeAfter(d) })
  if (typeof made === 'string') return tell(made)
  if (!d.run(made.draft)) return
  d.columnId = made.id
  const drawings = Object.keys(d.shot!.stacks[made.stack]?.drawings ?? {}).length
  d.tellDone(`Pasted ${copied.name} of ${copied.from}: ${plural(drawings, 'drawing')}.`)
}

/** Puts a column one to the left or to the right of where it stands. */
export function moveColumn(d: Desk, column: string, by: 1 | -1): void {
  const all = d.columns.map(c => c.id)
  const order = all.filter(c => c !== column)
  order.splice(all.indexOf(column) + by, 0, column)
  d.run({ name: 'columns.order', args: { plan: d.plan!.id, order } })
}

/** Adds a column that is lined up with the one that is worked on, and draws in it. */
export function lineUp(d: Desk): void {
  const { id, drafts } = lineUpDrafts(d.scene!, d.column!)
  if (!d.run(...drafts)) return
  d.columnId = id
  d.goTo(1)
  useTools().tool = 'pencil'
}

/** A choice of what the column that is worked on shows after its last exposure. */
const end = (kind: ColumnEnd, name: string): Action => ({
  id: `end-${kind}`,
  name,
  hint: 'after its last exposure, to the end of the shot',
  group: 'Exposure',
  keys: [],
  can: d => !!d.column && isOpenEnded(d.scene!, d.column),
  why: 'the column is exposed to the end of the shot, or has no exposures yet.',
  on: d => !!d.column && endOf(d.scene!, d.column.id) === kind,
  do: d => d.run(...endAs(d.scene!, d.column!.id, kind)),
})

/** What can be done with the column that is worked on. */
export const columnActions: readonly Action[] = [
  {
    id: 'column-add',
    name: 'Add a column',
    group: 'Shot',
    keys: [],
    do: addColumn,
  },
  {
    id: 'column-settings',
    name: 'Column settings …',
    group: 'Shot',
    keys: [],
    can: d => !!d.column,
    do: () => {
      useSide().toggle('column')
    },
  },
  {
    id: 'column-hide',
    name: 'Hide column',
    hint: 'again shows it',
    group: 'Shot',
    keys: [],
    can: d => !!d.column,
    on: d => !!d.column?.hidden,
    do: d => setColumn(d, d.column!.id, { hidden: !d.column!.hidden }),
  },
  {
    id: 'column-lock',
    name: 'Lock column',
    hint: 'again unlocks it',
    group: 'Shot',
    keys: [],
    can: d => !!d.column,
    on: d => !!d.column?.locked,
    do: d => setColumn(d, d.column!.id, { locked: !d.column!.locked }),
  },
  {
    id: 'column-line-up',
    name: 'New column lined up with this one',
    group: 'Shot',
    keys: [],
    can: d => !!d.column && !d.column.background && d.column.leader === undefined,
    why: 'nothing is lined up with a background, or with a column that is lined up itself.',
    do: lineUp,
  },
  {
    id: 'column-carry',
    name: 'Let the column ride on …',
    hint: 'a part of a figure, or another column: its settings open',
    group: 'Shot',
    keys: [],
    can: d => !!d.column && d.columns.length > 1,
    why: 'there is no other column to ride on.',
    do: () => {
      useSide().open = 'column'
    },
  },
  {
    id: 'column-let-go',
    name: 'Let the column go',
    hint: 'it rides no more, and stays on every frame where it is',
    group: 'Shot',
    keys: [],
    can: d => !!d.column?.carrier && !d.column.locked,
    why: 'the column rides on nothing, or is locked.',
    do: d => d.run(letGoDraft(d.scene!, d.column!, 'place')),
  },
  {
    id: 'column-duplicate',
    name: 'Duplicate column',
    hint: 'with copies of its drawings and charts',
    group: 'Shot',
    keys: [],
    can: d => !!d.column,
    do: d => duplicateColumn(d, 'copies'),
  },
  {
    id: 'column-copy',
    name: 'Copy column',
    hint: 'with its drawings and charts, for this shot or another one',
    group: 'Shot',
    keys: [],
    can: d => !!d.column,
    do: d => {
      useSheet().copiedColumn = copyColumn(d.scene!, d.column!)
      tell(`Copied the column ${d.column!.name}. “Paste column” puts it into this shot or another one.`)
    },
  },
  {
    id: 'column-paste',
    name: 'Paste column',
    hint: 'the one that was copied, also in another shot, in front of this column',
    group: 'Shot',
    keys: [],
    can: () => !!useSheet().copiedColumn,
    why: 'no column was copied yet.',
    do: pasteCopied,
  },
  end('hold', 'Column end: last drawing held'),
  end('blank', 'Column end: blank'),
  end('repeat', 'Column end: repeated'),
  {
    id: 'column-remove',
    name: 'Delete column',
    hint: 'and its drawings',
    group: 'Shot',
    keys: [],
    can: d => !!d.column && d.columns.length > 1 && !d.column.locked,
    why: 'it is the only column, or it is locked.',
    do: removeColumn,
  },
]
