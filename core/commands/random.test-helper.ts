import fc from 'fast-check'
import { spread } from '../chart'
import { freeNumber } from '../document'
import type { Shot } from '../document'
import { runAt } from '../sheet'
import type { Command } from './apply'
import { cmd, columnIn, PLAN, STACK, standing, stooping, where } from './fixture.test-helper'

const spot = fc.record({ a: fc.integer({ min: 1, max: 40 }), b: fc.integer({ min: 0, max: 12 }) })
/** A step of a random walk through commands; `commandFor` makes a command of it that fits the shot at hand. */
export const randomMove = fc.record({
  kind: fc.nat({ max: 15 }),
  spot,
  n: fc.integer({ min: -4, max: 4 }),
  step: fc.integer({ min: 1, max: 4 }),
})

export interface RandomMove {
  readonly kind: number
  readonly spot: { readonly a: number; readonly b: number }
  readonly n: number
  readonly step: number
}

/** The command of a random step: on some exposure, drawing or chart of the fixture's column. It may be refused. */
export function commandFor(shot: Shot, m: RandomMove): Command {
  const { runs } = columnIn(shot)
  const p = runAt(runs, 1 + (m.spot.a % runs.frames))!
  const last = runAt(runs, Math.min(runs.frames, p.start + m.spot.b))!
  const run = { run: p.run.id, at: p.start }
  const oneRun = { ...where, run, delta: m.n || 1 }
  const range = {
    ...where,
    first: { ...run, offset: 0 },
    last: { run: last.run.id, at: last.start, offset: last.run.frames - 1 },
    frames: last.start + last.run.frames - p.start,
  }
  const drawing = p.run.drawing ?? 'd1'
  const chart = Object.values(shot.plans[PLAN]!.charts)[m.spot.a % 2]
  const number = freeNumber(shot.stacks[STACK]!, String(m.spot.a))
  const all: (() => Command)[] = [
    () => cmd('run.push', oneRun),
    () => cmd('run.trade', oneRun),
    () => cmd('run.shift', oneRun),
    () => cmd('pose.move', oneRun),
    () => cmd('range.expose', { ...range, step: m.step, by: 'push' }),
    () => cmd('range.expose', { ...range, step: m.step, by: 'thin' }),
    () => cmd('range.hold', range),
    () => cmd('range.clear', range),
    () =>
      cmd('pose.add', {
        ...where,
        drawing: {
          id: `n${number}-${m.kind}`,
          number,
          role: 'breakdown',
          content: { poses: { keeper: stooping }, strokes: [] },
        },
        where: { ...run, offset: Math.min(m.spot.b, p.run.frames - 1) },
      }),
    () => cmd('drawing.remove', { stack: STACK, drawing }),
    () => cmd('drawing.set', { stack: STACK, drawing, number }),
    () =>
      cmd('drawing.pose', {
        stack: STACK,
        drawing,
        poses: { keeper: { ...standing, turn: m.n } },
        fix: { poses: { keeper: stooping }, strokes: [] },
      }),
    () => cmd('run.expose', { ...where, drawing, at: { ...run, offset: 0 }, frames: m.step }),
    () =>
      cmd('chart.space', {
        plan: PLAN,
        chart: chart?.id ?? 'none',
        recipe: { family: 'halves', slow: 'both' },
        places: spread({ family: 'halves', slow: 'both' }, chart?.ticks.length ?? 0),
      }),
    () => cmd('shot.set', { length: 40 + m.n }),
    () => cmd('column.set', { ...where, step: m.step, name: `C${m.n}` }),
  ]
  return all[m.kind]!()
}
