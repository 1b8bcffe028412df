import { plural } from '#core/basic'
import { onStep } from '#core/commands'
import { eachRun, summary } from '#core/sheet'
import type { Column } from '#core/document'
import { perSecond } from '#core/time'
import type { Focus, Scene } from '~/desk/scene'
import { landingOf, rangeOf } from '~/desk/scene'
import type { Draft } from '#core/commands'
import { blank, overColumns, passagesOf, selectedColumns } from './arrange'

export type RangeChange = { kind: 'expose'; step: number; by: 'push' | 'thin' } | { kind: 'hold' } | { kind: 'clear' }

/** A change of exposure over the range that is selected, for every selected column. None in empty columns. */
export function overRange(scene: Scene, focus: Focus, change: RangeChange): Draft[] {
  if (change.kind === 'clear') return blank(scene, focus)
  return overColumns(scene, focus, (_column, args) => {
    if (change.kind === 'expose') return { name: 'range.expose', args: { ...args, step: change.step, by: change.by } }
    return { name: 'range.hold', args }
  })
}

/** What a range is, in words: "Keeper, frames 13–28: 6 drawings, on twos, one hold of 4". */
export function rangeWords(scene: Scene, focus: Focus): string {
  const { first, last } = rangeOf(focus)
  const columns = selectedColumns(scene, focus)
  const selected = focus.selection?.drawing && focus.stack?.drawings[focus.selection.drawing]
  if (selected) {
    const parts = passagesOf(focus)
    const times = parts.length === 1 ? 'once' : `${parts.length} times`
    const all = parts.reduce((sum, p) => sum + p.last - p.first + 1, 0)
    return `Drawing ${selected.number} of ${focus.column!.name}, exposed ${times}: ${plural(all, 'frame')}.`
  }
  const frames = first === last ? `frame ${first}` : `frames ${first}–${last}`
  if (focus.selection?.passages && columns.length === 1) {
    return `${columns[0]!.name}, frames ${passageWords(focus)}: ${plural(focus.selection.passages.length, 'passage')}.`
  }
  const length = last - first + 1
  const count = (drawings: number) => `${plural(length, 'frame')}, ${plural(drawings, 'drawing')}`
  if (columns.length > 1) {
    const drawings = columns.reduce((sum, c) => sum + summary(c.runs, first, last).drawings, 0)
    const changes = columns.reduce((sum, c) => sum + exposedIn(c, first, last).length, 0)
    return `${columns.length} columns, ${frames}: ${count(drawings)}${aSecond(scene, changes, length)}`
  }
  const [column] = columns
  if (!column?.runs.count) return 'Nothing is exposed in this column yet.'
  const { drawings } = summary(column.runs, first, last)
  const lengths = exposedIn(column, first, last)
  return `${column.name}, ${frames}: ${count(drawings)}${exposedAs(lengths)}${aSecond(scene, lengths.length, length)}`
}

/** The selected passages: "3, 7–9". */
const passageWords = (focus: Focus): string =>
  passagesOf(focus)
    .map(p => (p.first === p.last ? `${p.first}` : `${p.first}–${p.last}`))
    .join(', ')

/** The frames that something is taken from, in words: "frame 9 of Keeper", "frames 3–8 of 2 columns". */
export function landingWords(scene: Scene, focus: Focus): string {
  const { first, last } = landingOf(focus)
  const columns = selectedColumns(scene, focus)
  const of = columns.length === 1 ? columns[0]!.name : plural(columns.length, 'column')
  if (focus.selection?.passages) return `frames ${passageWords(focus)} of ${of}`
  return `${first === last ? `frame ${first}` : `frames ${first}–${last}`} of ${of}`
}

/** How long each exposure of a drawing lasts in a range, frames. */
const exposedIn = (column: Column, first: number, last: number): number[] =>
  [...eachRun(column.runs)]
    .filter(({ run, start }) => run.drawing !== null && start <= last && start + run.frames > first)
    .map(({ run, start }) => Math.min(last, start + run.frames - 1) - Math.max(first, start) + 1)

/** How many drawings a second are shown, where there are several: one that is shown again counts again. */
const aSecond = (scene: Scene, drawings: number, frames: number): string =>
  drawings > 1 ? `, ${((drawings * perSecond(scene.shot.rate)) / frames).toFixed(1)} a second` : ''

/** The usual exposure of some lengths, and the holds among them. */
function exposedAs(lengths: readonly number[]): string {
  if (lengths.length < 2) return ''
  const counts = new Map<number, number>()
  for (const n of lengths) counts.set(n, (counts.get(n) ?? 0) + 1)
  const [usual, times] = [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]!
  if (times < 2) return `, longest ${Math.max(...lengths)}`
  const holds = lengths.filter(n => n > Math.max(3, usual))
  return `, ${times === lengths.length ? '' : 'mostly '}${onStep(usual)}${holdWords(holds)}`
}

function holdWords(holds: readonly number[]): string {
  if (holds.length === 1) return `, one hold of ${holds[0]}`
  return holds.length ? `, ${holds.length} holds up to ${Math.max(...holds)}` : ''
}
