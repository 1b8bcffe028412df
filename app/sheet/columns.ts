import { listOf } from '#core/sheet'
import type { Chart, Column, Drawing, Mouths, Renaming } from '#core/document'
import { LEAST_MOUTHS, partKey, plainSet, renamedCycle } from '#core/document'
import type { Scene } from '~/desk/scene'
import { newId } from '~/sync/ids'
import type { Draft } from '#core/commands'

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'

/** A new empty column at the right, named by a letter. */
export function newColumn(scene: Scene): { id: string; draft: Draft } {
  const [id, stack] = [newId(), newId()]
  const index = scene.columns.length
  const flags = { background: false, locked: false, hidden: false }
  const column = {
    id,
    name: LETTERS[index] ?? `Column ${index + 1}`,
    stack,
    ink: '#26302c',
    step: 2,
    ...flags,
    runs: [],
  }
  const args = { plan: scene.plan.id, index, stack: { id: stack, subjects: {}, drawings: {} }, column }
  return { id, draft: { name: 'column.add', args } }
}

/** A column like another, without its drawings. */
export function emptyColumn(scene: Scene, column: Column): Draft {
  const stack = newId()
  return {
    name: 'column.add',
    args: {
      plan: scene.plan.id,
      index: scene.columns.findIndex(c => c.id === column.id) + 1,
      stack: { id: stack, subjects: {}, drawings: {} },
      column: {
        ...settings(column),
        id: newId(),
        name: `${column.name} 2`.slice(0, 80),
        stack,
        runs: [],
      },
    },
  }
}

/**
 * What a column has besides its exposures, its footage, its mouths, its cycles and what was read into it; a copy is in no link group,
 * and lined up with none.
 */
function settings(column: Column) {
  const { link: _link, leader: _leader, runs: _runs, repeats: _repeats, footage: _footage, ...rest } = column
  const { mouths: _mouths, spoken: _spoken, cycles: _cycles, ...bare } = rest
  return bare
}

/** The mouths of a column whose drawings have other ids; those without a drawing stay behind. */
function copyOfMouths({ mouths, ...set }: Mouths, drawings: ReadonlyMap<string, string>): Mouths | undefined {
  const kept = mouths.flatMap(m => (drawings.has(m.drawing) ? [{ ...m, drawing: drawings.get(m.drawing)! }] : []))
  return kept.length < LEAST_MOUTHS ? undefined : plainSet({ ...set, mouths: kept })
}

/** A column that is lined up with none. */
export function withoutLeader({ leader: _leader, ...column }: Column): Omit<Column, 'leader'> {
  return column
}

const AS_IT_IS: Omit<Renaming, 'run'> = { drawing: id => id, subject: id => id, stroke: id => id, chart: id => id }

/** The exposures of a column as they are written, its repeats and its cycles, with ids of their own. */
export function exposuresOf(scene: Scene, column: string, names: Omit<Renaming, 'run'> = AS_IT_IS) {
  const { runs, repeats, cycles } = scene.shot.plans[scene.plan.id]!.columns[column]!
  const drawing = (id: string): string => names.drawing(id)!
  const made = listOf(runs).map(
    run => [run.id, { ...run, id: newId(), drawing: run.drawing && drawing(run.drawing) }] as const,
  )
  const ids = new Map(made.map(([old, run]) => [old, run.id]))
  const brackets = new Map((repeats ?? []).map(r => [r.id, newId()]))
  const kept = Object.entries(cycles ?? {}).flatMap(([id, cycle]) =>
    brackets.has(id) ? [[brackets.get(id)!, renamedCycle(cycle, { ...names, run: r => ids.get(r) })] as const] : [],
  )
  return {
    runs: made.map(([, run]) => run),
    ...(repeats
      ? {
          repeats: repeats.map(r => ({
            ...r,
            id: brackets.get(r.id)!,
            first: ids.get(r.first)!,
            last: ids.get(r.last)!,
          })),
        }
      : {}),
    ...(kept.length ? { cycles: Object.fromEntries(kept) } : {}),
  }
}

/** What the subjects, the drawings and their strokes of a column are called in its copy. */
interface NewIds {
  readonly subjects: ReadonlyMap<string, string>
  readonly drawings: ReadonlyMap<string, string>
  readonly strokes: ReadonlyMap<string, string>
  readonly charts: ReadonlyMap<string, string>
}

const mapped = <T>(record: Readonly<Record<string, T>>, ids: ReadonlyMap<string, string>): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([id, v]) => [ids.get(id) ?? id, v]))

/** A column with copies of another's drawings, exposures and charts, so that a change to one leaves the other alone. */
export function copyOfColumn(scene: Scene, column: Column): Draft {
  const from = scene.shot.stacks[column.stack]!
  const stack = newId()
  const ids: NewIds = {
    subjects: new Map(Object.keys(from.subjects).map(id => [id, newId()])),
    drawings: new Map(Object.keys(from.drawings).map(id => [id, newId()])),
    strokes: new Map(Object.values(from.drawings).flatMap(d => d.content.strokes.map(s => [s.id, newId()]))),
    charts: new Map(Object.values(scene.plan.charts).map(c => [c.id, newId()])),
  }
  const mouths = column.mouths && copyOfMouths(column.mouths, ids.drawings)
  return {
    name: 'column.add',
    args: {
      plan: scene.plan.id,
      index: scene.columns.findIndex(c => c.id === column.id) + 1,
      charts: Object.values(scene.plan.charts)
        .filter(c => c.stack === column.stack)
        .map(c => ({ ...copyOfChart(c, ids), stack })),
      stack: {
        id: stack,
        subjects: Object.fromEntries(
          Object.values(from.subjects).map(s => [ids.subjects.get(s.id)!, { ...s, id: ids.subjects.get(s.id)! }]),
        ),
        drawings: Object.fromEntries(
          Object.values(from.drawings).map(d => [ids.drawings.get(d.id)!, copyOfDrawing(d, ids)]),
        ),
      },
      column: {
        ...settings(column),
        ...(mouths ? { mouths } : {}),
        ...(column.footage ? { footage: column.footage } : {}),
        id: newId(),
        name: `${column.name} 2`.slice(0, 80),
        stack,
        ...exposuresOf(scene, column.id, {
          drawing: d => ids.drawings.get(d),
          subject: s => ids.subjects.get(s),
          stroke: s => ids.strokes.get(s),
          chart: c => ids.charts.get(c),
        }),
      },
    },
  }
}

/** A chart between the copies of its drawings; it swings along with none. */
function copyOfChart(
  { along: _along, leads, change, ties, ...chart }: Chart,
  { subjects, drawings, strokes, charts }: NewIds,
) {
  const stroke = (id: string | null) => id && (strokes.get(id) ?? id)
  const leadOf = ([key, share]: [string, number]) => {
    const [subject, part] = key.split('/') as [string, string]
    return [partKey(subjects.get(subject) ?? subject, part), share]
  }
  return {
    ...chart,
    id: charts.get(chart.id)!,
    from: drawings.get(chart.from)!,
    to: drawings.get(chart.to)!,
    ticks: chart.ticks.map(t => ({ ...t, drawing: drawings.get(t.drawing)! })),
    ...(ties ? { ties: ties.map(t => ({ ...t, from: stroke(t.from), to: stroke(t.to) })) } : {}),
    ...(leads ? { leads: Object.fromEntries(Object.entries(leads).map(leadOf)) } : {}),
    ...(change
      ? {
          change: Object.fromEntries(
            Object.entries(change).map(([s, d]) => [subjects.get(s) ?? s, drawings.get(d) ?? d]),
          ),
        }
      : {}),
  }
}

function copyOfDrawing({ fixed, ...drawing }: Drawing, { subjects, drawings, strokes }: NewIds) {
  return {
    ...drawing,
    id: drawings.get(drawing.id)!,
    ...(fixed ? { fixed: mapped(fixed, subjects) } : {}),
    content: {
      strokes: drawing.content.strokes.map(s => ({
        ...{ ...s, id: strokes.get(s.id)! },
        ...(s.part ? { part: subjects.get(s.part) ?? s.part } : {}),
      })),
      poses: mapped(drawing.content.poses, subjects),
    },
  }
}

/**
 * A new column lined up with another, in front of it: an empty drawing wherever that one changes. While the new one is worked
 * on, that one is seen faintly, to draw over it; its timing stays free, its drawings are locked until it is released.
 */
export function lineUpDrafts(scene: Scene, leader: Column): { id: string; drafts: Draft[] } {
  const [id, stack] = [newId(), newId()]
  const at = { plan: scene.plan.id, column: id }
  return {
    id,
    drafts: [
      {
        name: 'column.add',
        args: {
          plan: at.plan,
          index: scene.columns.findIndex(c => c.id === leader.id) + 1,
          stack: { id: stack, subjects: {}, drawings: {} },
          column: {
            ...settings(leader),
            id,
            name: `${leader.name}, loose`.slice(0, 80),
            stack,
            locked: false,
            drawingsLocked: false,
            strength: 1,
            runs: [],
          },
        },
      },
      { name: 'column.lineup', args: { ...at, leader: leader.id } },
      { name: 'column.set', args: { ...at, column: leader.id, drawingsLocked: true } },
    ],
  }
}

/** How strongly a leader is seen in shots that say it on the column; the view alone says it now. */
const FORMER_FADED = 0.4

/** A column that follows no longer; the one it was lined up with can be changed again, and is seen in full. */
export function releaseDrafts(scene: Scene, column: Column): Draft[] {
  const plan = scene.plan.id
  const leader = scene.plan.columns[column.leader!]
  return [
    { name: 'column.release', args: { plan, column: column.id } },
    ...(leader?.locked || leader?.drawingsLocked
      ? [
          {
            name: 'column.set' as const,
            args: {
              ...{ plan, column: leader.id, locked: false, drawingsLocked: false },
              ...(leader.strength === FORMER_FADED ? { strength: 1 } : {}),
            },
          },
        ]
      : []),
  ]
}
