import type { Shot } from '../core/document'
import type { Command } from '../core/commands'
import { changedPieces, SCHEMA, shownColumn } from '../core/document'
import { applyCommand } from '../core/commands'
import type { Run } from '#core/sheet'
import { listOf, runAt, runsOf } from '#core/sheet'
import { wideShot } from '../tests/support/wide'
import { timeOf } from './charts'
import type { Row } from './row'
import { median } from './row'

const FRAMES = 14_400

/** The same with plain arrays of one entry for each frame: every drawing that changes gets three. */
function plainThrees(columns: readonly (readonly string[])[]): string[][] {
  return columns.map(frames => {
    const out: string[] = []
    frames.forEach((d, i) => {
      if (i === 0 || frames[i - 1] !== d) out.push(d, d, d)
    })
    return out
  })
}

/** Re-exposing all twenty columns on threes in one command, against plain arrays of frames doing the same. */
export function wideEdit(quick: boolean): Row {
  const shot = wideShot()
  const plan = shot.plans[shot.planOrder[0]!]!
  const columns = Object.values(plan.columns)
  const plain = columns.map(c =>
    c.runs.chunks.flatMap(x => x.runs.flatMap(r => Array.from({ length: r.frames }, () => r.drawing!))),
  )
  const spot = (runs: readonly Run[], at: number) => ({ run: runs[at]!.id, at: 1 + at * 2, offset: at ? 1 : 0 })
  const command: Command = {
    id: 'bench-0001',
    schema: SCHEMA,
    name: 'together',
    args: {
      commands: columns.map(c => {
        const runs = c.runs.chunks.flatMap(x => x.runs as Run[])
        return {
          name: 'range.expose',
          args: {
            plan: plan.id,
            column: c.id,
            first: spot(runs, 0),
            last: spot(runs, runs.length - 1),
            frames: FRAMES,
            step: 3,
            by: 'push',
          },
        }
      }),
    },
  }
  const ours = timeOf(() => {
    const out = applyCommand(shot, command)
    if (!out.ok) throw new Error(out.refusal.message)
  }, quick)
  const theirs = timeOf(() => {
    plainThrees(plain)
  }, quick)
  return {
    bench: 'sheet.wide-edit',
    value: ours / theirs,
    unit: 'ratio',
    bound: 0.8,
    better: 'lower',
    parts: { runs: `${ours.toFixed(1)} ms`, 'plain frames': `${theirs.toFixed(1)} ms` },
  }
}

/**
 * A push in the middle of twenty linked columns with repeat brackets, and a look at what is seen then, against one of
 * the demo's size: the growth of an edit with links and repeats.
 */
export function linkedEdit(quick: boolean): Row {
  const long = linked(wideShot())
  const short = linked(cutTo(wideShot(), 240))
  const edit = (shot: Shot) => {
    const plan = shot.plans[shot.planOrder[0]!]!
    const column = plan.columns[plan.order[0]!]!
    const chunk = column.runs.chunks[Math.floor(column.runs.chunks.length / 2)]!
    const at =
      1 + column.runs.chunks.slice(0, Math.floor(column.runs.chunks.length / 2)).reduce((s, c) => s + c.frames, 0)
    const command: Command = {
      id: 'bench-0001',
      schema: SCHEMA,
      name: 'run.push',
      args: { plan: plan.id, column: column.id, run: { run: chunk.runs[0]!.id, at }, delta: 1 },
    }
    return () => {
      const out = applyCommand(shot, command)
      if (!out.ok) throw new Error('The push was refused.')
      const shown = shownColumn(out.shot.plans[plan.id]!.columns[column.id]!, shot.length)
      if (!runAt(shown.runs, at + 5)) throw new Error('Nothing is shown.')
    }
  }
  const [a, b] = [timeOf(edit(long), quick), timeOf(edit(short), quick)]
  return {
    bench: 'sheet.edit.linked',
    value: a / b,
    unit: 'ratio',
    bound: 4,
    better: 'lower',
    parts: { '14400 frames': `${(a * 1000).toFixed(0)} µs`, '240 frames': `${(b * 1000).toFixed(0)} µs` },
  }
}

/**
 * A push in one of twenty columns of 14,400 frames, checked as what is read is, over one of twenty of 240: what checking
 * costs grows with the change.
 */
export function checkedEdit(quick: boolean): Row {
  const edit = (shot: Shot) => {
    const plan = shot.plans[shot.planOrder[0]!]!
    const column = plan.columns[plan.order[0]!]!
    const run = { run: column.runs.chunks[0]!.runs[3]!.id, at: 7 }
    const args = { plan: plan.id, column: column.id, run, delta: 1 }
    const command: Command = { id: 'bench-0001', schema: SCHEMA, name: 'run.push', args }
    return () => {
      if (!applyCommand(shot, command).ok) throw new Error('The push was refused.')
    }
  }
  const [a, b] = [timeOf(edit(wideShot()), quick), timeOf(edit(cutTo(wideShot(), 240)), quick)]
  return {
    bench: 'document.check',
    value: a / b,
    unit: 'ratio',
    bound: 2,
    better: 'lower',
    parts: { '14400 frames': `${(a * 1000).toFixed(0)} µs`, '240 frames': `${(b * 1000).toFixed(0)} µs` },
  }
}

/**
 * What one push of one exposure writes (its pieces and its entry in the journal, bytes) in a column of 6,000 exposures
 * over one of 60: the median of pushes at places all over the column.
 */
export function commitBytes(): Row {
  const bytes = (count: number): number => {
    const shot = cutTo(wideShot(), count * 2)
    const plan = shot.plans[shot.planOrder[0]!]!
    const column = plan.columns[plan.order[0]!]!
    const sizes = Array.from({ length: 59 }, (_, i) => {
      const at = 1 + 2 * Math.floor(((i + 0.5) * count) / 59)
      const run = { run: runAt(column.runs, at)!.run.id, at }
      const args = { plan: plan.id, column: column.id, run, delta: 1 }
      const command: Command = { id: 'bench-0001', schema: SCHEMA, name: 'run.push', args }
      const out = applyCommand(shot, command)
      if (!out.ok) throw new Error(out.refusal.message)
      const { put } = changedPieces(shot, out.shot)
      return JSON.stringify(command).length + JSON.stringify(put).length
    })
    return median(sizes)
  }
  const [long, short] = [bytes(6000), bytes(60)]
  return {
    bench: 'commit.bytes',
    value: long / short,
    unit: 'ratio',
    bound: 3,
    better: 'lower',
    parts: { '6000 exposures': `${long} B`, '60 exposures': `${short} B` },
  }
}

function mapColumns(
  shot: Shot,
  f: (c: Shot['plans'][string]['columns'][string]) => Shot['plans'][string]['columns'][string],
): Shot {
  const plan = shot.plans[shot.planOrder[0]!]!
  return {
    ...shot,
    plans: {
      [plan.id]: { ...plan, columns: Object.fromEntries(Object.entries(plan.columns).map(([id, c]) => [id, f(c)])) },
    },
  }
}
/** All linked, each with a cycle of four drawings shown three times at a third, and one to the end of the shot. */
const linked = (shot: Shot): Shot =>
  mapColumns(shot, c => {
    const runs = listOf(c.runs)
    const third = Math.floor(runs.length / 3)
    const cycle = (id: string, first: number, times: number | null) => ({
      id,
      first: runs[first]!.id,
      last: runs[first + 3]!.id,
      times,
      back: times === null,
    })
    return {
      ...c,
      link: 'all',
      runs: runsOf(runs.slice(0, third * 2)),
      repeats: [cycle('a', third, 3), cycle('b', third * 2 - 4, null)],
    }
  })
const cutTo = (shot: Shot, frames: number): Shot =>
  mapColumns(shot, c => ({ ...c, runs: runsOf(c.runs.chunks.flatMap(x => x.runs).slice(0, frames / 2)) }))
