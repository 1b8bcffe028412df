import { tell } from '~/ui/messages'
import type { Action } from '~/desk/action'
import { hasExposure } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import type { Way } from './arrange'
import { carried, carry, everyExposure } from './arrange'
import { useSelecting } from './selecting'

function doCarry(d: Desk, way: Way): void {
  const drafts = carry(d.scene!, d.focus!, { ...way, by: 'over' })
  if (!drafts.length) {
    tell('What is selected cannot be carried there.')
    return
  }
  const to = carried(d.scene!, d.focus!, way)
  if (d.run(...drafts)) useSelecting().selectAt(to)
}

/** Selecting frames, and carrying what is selected. */
export const selectActions: readonly Action[] = [
  {
    id: 'select-more',
    name: 'Select one frame more',
    group: 'Exposure',
    keys: ['Shift+ArrowDown'],
    repeats: true,
    do: () => useSelecting().extend(1),
  },
  {
    id: 'select-less',
    name: 'Select one frame up',
    group: 'Exposure',
    keys: ['Shift+ArrowUp'],
    repeats: true,
    do: () => useSelecting().extend(-1),
  },
  {
    id: 'select-column',
    name: 'Select the whole column',
    group: 'Exposure',
    keys: ['Shift+C'],
    can: hasExposure,
    do: d => {
      d.selection = { column: d.column!.id, columns: [d.column!.id], first: 1, last: d.column!.runs.frames }
    },
  },
  {
    id: 'select-drawing',
    name: 'Select all exposures of this drawing',
    group: 'Exposure',
    keys: ['Shift+D'],
    can: d => !!d.drawing,
    do: d => {
      d.selection = everyExposure(d.focus!, d.drawing!.id)
    },
  },
  {
    id: 'carry-later',
    name: 'Carry the selected frames later',
    hint: 'by one frame',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowDown'],
    repeats: true,
    can: hasExposure,
    do: d => doCarry(d, { frames: 1, columns: 0 }),
  },
  {
    id: 'carry-earlier',
    name: 'Carry the selected frames earlier',
    hint: 'by one frame',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowUp'],
    repeats: true,
    can: hasExposure,
    do: d => doCarry(d, { frames: -1, columns: 0 }),
  },
  {
    id: 'carry-right',
    name: 'Carry the selected frames to the next column',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowRight'],
    can: hasExposure,
    do: d => doCarry(d, { frames: 0, columns: 1 }),
  },
  {
    id: 'carry-left',
    name: 'Carry the selected frames to the column before',
    group: 'Exposure',
    keys: ['Alt+Shift+ArrowLeft'],
    can: hasExposure,
    do: d => doCarry(d, { frames: 0, columns: -1 }),
  },
  {
    id: 'select-frame',
    name: 'Select this frame in all columns',
    group: 'Exposure',
    keys: ['Shift+F'],
    can: d => !!d.column,
    do: d => {
      d.selection = { column: d.column!.id, columns: d.columns.map(c => c.id), first: d.frame, last: d.frame }
    },
  },
  {
    id: 'select-rest',
    name: 'Select from here to the end',
    group: 'Exposure',
    keys: ['Shift+End'],
    can: hasExposure,
    do: d => {
      d.selection = {
        column: d.column!.id,
        columns: d.selection?.columns ?? [d.column!.id],
        first: d.frame,
        last: Math.max(d.frame, d.column!.runs.frames),
      }
    },
  },
  {
    id: 'select-wider',
    name: 'Select the next column, too',
    group: 'Exposure',
    keys: ['Shift+ArrowRight'],
    can: d => !!d.column,
    do: () => useSelecting().widen(1),
  },
  {
    id: 'select-narrower',
    name: 'Select the column before, too',
    group: 'Exposure',
    keys: ['Shift+ArrowLeft'],
    can: d => !!d.column,
    do: () => useSelecting().widen(-1),
  },
]
