import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import { isTimed } from '#core/commands'
import type { Column } from '#core/document'
import { emptyContent } from '#core/document'
import type { ColumnIn, SheetIn } from '#core/formats/sheet-in'
import { MAX_FRAMES } from '#core/time'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'

/** How a sheet comes in: as new columns, or as the timing of the columns of the same names. */
export type SheetAs = 'new' | 'timing'

/** A column of the sheet and what becomes of it; what speaks against that, in words. */
export interface ColumnPlan {
  readonly from: ColumnIn
  readonly to: Column | null
  readonly against: string
}

/** What becomes of each column of a sheet. */
export function plansFor(scene: Scene, sheet: SheetIn, as: SheetAs): ColumnPlan[] {
  return sheet.columns.map(from => {
    if (as === 'new') return { from, to: null, against: '' }
    const named = scene.columns.filter(c => c.name === from.name)
    const [to] = named
    if (!to || named.length > 1)
      return { from, to: null, against: to ? `${named.length} columns are called so` : 'no column is called so' }
    if (!isTimed(to)) return { from, to, against: 'its timing is locked, or follows another column' }
    const numbers = new Set(Object.values(scene.shot.stacks[to.stack]!.drawings).map(d => d.number))
    const missing = from.drawings
      .map(d => d.number)
      .filter(n => !numbers.has(n) && from.exposures.some(x => x.drawing === n))
    return { from, to, against: missing.length ? `it has no drawing ${missing.slice(0, 5).join(', ')}` : '' }
  })
}

/** The drafts that bring in what nothing speaks against, the notes, and the length where that is asked for. */
export function sheetDrafts(
  scene: Scene,
  sheet: SheetIn,
  plans: readonly ColumnPlan[],
  { length, notes }: { length: boolean; notes: boolean },
): Draft[] {
  const plan = scene.plan.id
  const fit = plans.filter(p => !p.against)
  let index = scene.columns.length
  const columns = fit.map(({ from, to }) => (to ? timingOf(scene, from, to) : newColumnOf(plan, index++, from)))
  return [
    ...columns,
    ...(notes
      ? sheet.notes.map((n): Draft => ({ name: 'note.set', args: { plan, note: { ...n, id: newId() } } }))
      : []),
    ...(length && sheet.length !== scene.shot.length
      ? [{ name: 'shot.set' as const, args: { length: Math.min(MAX_FRAMES, sheet.length) } }]
      : []),
  ]
}

function timingOf(scene: Scene, { exposures }: ColumnIn, { id, stack }: Column): Draft {
  const byNumber = new Map(Object.values(scene.shot.stacks[stack]!.drawings).map(d => [d.number, d.id]))
  return {
    name: 'column.expose',
    args: {
      plan: scene.plan.id,
      column: id,
      exposures: exposures.map(x => ({
        drawing: x.drawing === null ? null : byNumber.get(x.drawing)!,
        frames: x.frames,
      })),
    },
  }
}

/** A new column with blank drawings; in-betweens of its charts are computed. */
function newColumnOf(plan: string, index: number, from: ColumnIn): Draft {
  const [id, stack] = [newId(), newId()]
  const ids = new Map(from.drawings.map(d => [d.number, newId()]))
  // A chart whose drawings are not all there stays out.
  const charts = from.charts.filter(c => [c.from, c.to, ...c.ticks.map(t => t.drawing)].every(n => ids.has(n)))
  const charted = new Set(charts.flatMap(c => c.ticks.map(t => t.drawing)))
  const drawings = from.drawings.map(({ number, role }) => ({
    id: ids.get(number)!,
    number,
    role,
    own: !charted.has(number),
    content: emptyContent,
  }))
  const step = Math.min(24, Math.max(1, from.step ?? 2))
  return {
    name: 'column.add',
    args: {
      plan,
      index,
      stack: { id: stack, subjects: {}, drawings: Object.fromEntries(drawings.map(d => [d.id, d])) },
      column: {
        ...{ id, name: from.name.trim().slice(0, 80) || 'Column', stack, ink: '#26302c', step },
        ...{ background: from.background, locked: false, hidden: from.hidden },
        ...(from.reference ? { reference: true } : {}),
        runs: from.exposures.map(x => ({
          id: newId(),
          drawing: x.drawing === null ? null : ids.get(x.drawing)!,
          frames: x.frames,
        })),
      },
      charts: charts.map(c => ({
        ...{ id: newId(), stack, from: ids.get(c.from)!, to: ids.get(c.to)!, step, path: 'arc' as const },
        recipe: { family: 'free' as const },
        ticks: c.ticks.map(t => ({ drawing: ids.get(t.drawing)!, u: t.u })),
      })),
    },
  }
}

/** What a column of a sheet has, in a line. */
export function columnWords({ drawings, exposures, charts }: ColumnIn): string {
  const frames = exposures.reduce((sum, x) => sum + x.frames, 0)
  const words = [plural(drawings.length, 'drawing'), plural(frames, 'frame')]
  return [...words, ...(charts.length ? [plural(charts.length, 'chart')] : [])].join(', ')
}
