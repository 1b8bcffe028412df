import type { PoseRole } from '#core/document'
import { stepName } from '#core/sheet'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { moveColumn, setColumn } from './actions-column'
import type { Margin } from './sheet'
import { useSheet } from './sheet'

const setting = (id: string, name: string, of: Omit<Action, 'id' | 'name' | 'keys' | 'group'>): Action => ({
  ...{ id, name, group: 'Shot', keys: [] },
  ...of,
})

const counted = (margin: Margin, name: string): Action =>
  setting(`count-${margin}`, name, {
    on: () => useSheet().margin === margin,
    do: () => void (useSheet().margin = margin),
  })
const rows = (id: string, name: string, by: 1 | -1): Action =>
  setting(id, name, {
    can: () => useSheet().rowBeside(by) !== undefined,
    why: 'the rows are as they can be.',
    do: () => useSheet().zoomRows(by),
  })

const hasColumn = (d: Desk): boolean => !!d.column
const newStep = (step: number): Action =>
  setting(`column-step-${step}`, `New drawings on ${stepName(step)}`, {
    can: hasColumn,
    on: d => d.column?.step === step,
    do: d => setColumn(d, d.column!.id, { step }),
  })
const adds = (role: PoseRole | 'in-between'): Action =>
  setting(`column-adds-${role}`, `New drawings are ${role}s`, {
    can: hasColumn,
    on: d => !!d.column && (d.column.adds ?? 'key') === role,
    do: d => setColumn(d, d.column!.id, { adds: role }),
  })
const moved = (id: string, name: string, by: 1 | -1): Action => {
  const to = (d: Desk): number => d.columns.findIndex(c => c.id === d.column?.id) + by
  return setting(id, name, {
    can: d => hasColumn(d) && !!d.columns[to(d)],
    why: 'it stands at that end already.',
    do: d => moveColumn(d, d.column!.id, by),
  })
}

/** How the sheet is looked at, and the settings of the column that is worked on, each by its name. */
export const sheetSettings: readonly Action[] = [
  counted('frame', 'Count in frames'),
  counted('timecode', 'Count in timecode'),
  counted('feet', 'Count in feet+frames'),
  setting('sheet-sound', 'Sound column', {
    hint: 'the waveform beside the frames, where there is a sound',
    on: () => useSheet().sound,
    do: () => void (useSheet().sound = !useSheet().sound),
  }),
  setting('sheet-reading', 'Reading column', {
    hint: 'words and their sounds beside the frames, where a line is read',
    on: () => useSheet().reading,
    do: () => void (useSheet().reading = !useSheet().reading),
  }),
  setting('sheet-camera', 'Camera column', {
    hint: 'what the camera does beside the frames, where there is one',
    on: () => useSheet().camera,
    do: () => void (useSheet().camera = !useSheet().camera),
  }),
  rows('rows-denser', 'Denser rows', -1),
  rows('rows-roomier', 'Roomier rows', 1),
  ...[1, 2, 3, 4].map(newStep),
  ...(['key', 'extreme', 'in-between'] as const).map(adds),
  moved('column-to-left', 'Column one to the left', -1),
  moved('column-to-right', 'Column one to the right', 1),
  setting('column-reference', 'Reference column', {
    hint: 'not exported',
    can: hasColumn,
    on: d => !!d.column?.reference,
    do: d => setColumn(d, d.column!.id, { reference: !d.column!.reference }),
  }),
  setting('column-background', 'Background column', {
    can: hasColumn,
    on: d => !!d.column?.background,
    do: d => setColumn(d, d.column!.id, { background: !d.column!.background }),
  }),
]
