import { runAt, runsOf } from '#core/sheet'
import type { Shot } from '../core/document'
import type { Command } from '../core/commands'
import { makeShot, SCHEMA } from '../core/document'
import { applyCommand, changesBack } from '../core/commands'
import { rate } from '#core/time'
import type { Row } from './row'
import { median } from './row'

function onTwos(length: number): Shot {
  const shot = makeShot('bench001', {
    name: 'Bench',
    picture: { width: 1920, height: 1080 },
    rate: rate(24),
    paper: '#ffffff',
    length,
  })
  const plan = shot.plans[shot.planOrder[0]!]!
  const column = plan.columns[plan.order[0]!]!
  const stack = shot.stacks[column.stack]!
  const drawings = Object.fromEntries(
    Array.from({ length: length / 2 }, (_, i) => [
      `d${i}`,
      { id: `d${i}`, number: String(i * 2 + 1), role: 'key' as const, own: true, content: { poses: {}, strokes: [] } },
    ]),
  )
  const runs = runsOf(Array.from({ length: length / 2 }, (_, i) => ({ id: `r${i}`, drawing: `d${i}`, frames: 2 })))
  return {
    ...shot,
    stacks: { [stack.id]: { ...stack, drawings } },
    plans: { [plan.id]: { ...plan, columns: { [column.id]: { ...column, runs } } } },
  }
}

/** Seconds for one command in the middle (checked, applied, its inverse made) and one lookup behind it. */
function oneEdit(shot: Shot, times: number): number {
  const plan = shot.plans[shot.planOrder[0]!]!
  const column = plan.order[0]!
  const middle = Math.floor(shot.length / 2)
  let seen = 0
  const began = performance.now()
  for (let i = 0; i < times; i++) {
    const { run, start } = runAt(plan.columns[column]!.runs, middle + (i % 8) * 2)!
    const command: Command = {
      id: 'bench-command',
      schema: SCHEMA,
      name: 'run.push',
      args: { plan: plan.id, column, run: { run: run.id, at: start }, delta: 1 },
    }
    const out = applyCommand(shot, command)
    if (!out.ok) throw new Error(out.refusal.message)
    seen +=
      changesBack(shot, out.shot).length + runAt(out.shot.plans[plan.id]!.columns[column]!.runs, middle + 5)!.start
  }
  if (!seen) throw new Error('Nothing was looked up.')
  return (performance.now() - began) / times / 1000
}

/** How an edit and a lookup in the middle of a column grow from 240 frames to 14,400, both on twos. */
export function sheetEdit(quick: boolean): Row {
  const [short, long] = [onTwos(240), onTwos(14_400)]
  const times = quick ? 300 : 3000
  for (const s of [short, long]) oneEdit(s, times)
  const rounds = Array.from({ length: quick ? 5 : 15 }, () => [oneEdit(short, times), oneEdit(long, times)] as const)
  const [a, b] = [median(rounds.map(r => r[0])), median(rounds.map(r => r[1]))]
  return {
    bench: 'sheet.edit.growth',
    value: b / a,
    unit: 'ratio',
    bound: 4,
    better: 'lower',
    parts: { '240 frames': `${(a * 1e6).toFixed(1)} µs`, '14400 frames': `${(b * 1e6).toFixed(1)} µs` },
  }
}
