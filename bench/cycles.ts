import { CYCLE_KINDS, planOfKind } from '#core/cycle'
import { person, restPose } from '#core/figure'
import { Contents, sceneOf } from '#core/pass'
import { layersAt } from '#core/picture'
import { eachRun } from '#core/sheet'
import { rate } from '#core/time'
import type { Cycle, Shot } from '../core/document'
import { makeShot, SCHEMA, shownPlan } from '../core/document'
import type { ArgsOf, CommandName } from '../core/commands'
import { applyCommand } from '../core/commands'
import { timeOf } from './charts'
import type { Row } from './row'

let count = 0
function does<N extends CommandName>(shot: Shot, name: N, args: ArgsOf<N>): Shot {
  const out = applyCommand(shot, { id: `bench-${String(++count).padStart(6, '0')}`, schema: SCHEMA, name, args })
  if (!out.ok) throw new Error(`${name}: ${out.refusal.message}`)
  return out.shot
}

const posed = (by: number) => ({
  poses: { m: { ...restPose({ x: 800, y: 700 }), angles: { 'near-thigh': by, 'far-thigh': -by } } },
  strokes: [],
})

/** A walk of eight poses in a column of its own, of so many frames a step, shown so often. */
function withWalk(shot: Shot, id: string, step: number, times: number | null): Shot {
  const plan = shot.planOrder[0]!
  const column = {
    ...{ id, name: id, stack: `${id}-stack`, ink: '#26302c', step: 1, background: false, locked: false, hidden: false },
    runs: [],
  }
  const subject = { kind: 'figure' as const, id: 'm', name: 'Marrow', rank: 0, figure: person }
  const stack = { id: column.stack, subjects: { m: subject }, drawings: {} }
  const steps: Cycle['steps'] = planOfKind(CYCLE_KINDS[0]!, [step, step]).steps.map(s => ({
    frames: s.frames,
    moments: s.moments.map(({ air: _air, ...m }) => ({ ...m, drawing: null })),
  }))
  const made = (stage: number) =>
    steps.slice(0, stage === 1 ? 2 : 1).flatMap((s, k) =>
      s.moments.flatMap((m, moment) => {
        const name = `${id}-${k}-${moment}`
        const drawing = { id: name, number: name.slice(-9), content: posed(m.off / 20) }
        return m.stage === stage ? [{ step: k, moment, drawing }] : []
      }),
    )
  const at = { plan, column: id, cycle: `${id}-cycle` }
  let out = does(shot, 'column.add', { plan, index: 0, stack, column })
  out = does(out, 'cycle.plan', { ...at, onFrame: 1, kind: 'walk', steps, times, derived: true, drawings: made(1) })
  for (const stage of [2, 3]) out = does(out, 'cycle.stage', { ...at, stage, drawings: made(stage) })
  return out
}

const newShot = (length: number): Shot =>
  makeShot('benchcyc', {
    ...{ name: 'Cycles', picture: { width: 1920, height: 1080 }, rate: rate(24), paper: '#fffdf6', length },
  })

/** A pose of the first half changed, with all that is seen of it: 20 rounds with a derived second half, over one. */
export function cycleEdit(quick: boolean): Row {
  const time = (rounds: number): number => {
    let shot = withWalk(newShot(24 * rounds), 'walk', 12, rounds)
    const contents = new Contents()
    const plan = shot.planOrder[0]!
    let by = 0
    return timeOf(() => {
      for (let i = 0; i < 20; i++) {
        by += 0.001
        shot = does(shot, 'drawing.pose', { stack: 'walk-stack', drawing: 'walk-0-1', poses: posed(by).poses })
        const scene = sceneOf(shot, plan, contents)
        const column = scene.plan.columns.walk!
        contents.passes(scene, column)
        for (const id of new Set([...eachRun(column.runs)].map(r => r.run.drawing!)))
          contents.of(scene, shot.stacks['walk-stack']!, id)
        layersAt(scene, 4, () => undefined)
      }
    }, quick)
  }
  const [many, one] = [time(20), time(1)]
  return {
    ...{ bench: 'cycle.edit', value: many / one, unit: 'ratio', bound: 1.5, better: 'lower' },
    parts: { '20 rounds': `${(many / 20).toFixed(3)} ms`, 'one round': `${(one / 20).toFixed(3)} ms` },
  }
}

/** Five cycles of different lengths filled to the end of 14,400 frames, over 240, with what is then seen of them. */
export function cycleFill(quick: boolean): Row {
  const time = (length: number): number => {
    const ids = [8, 9, 10, 11, 12].map(n => [`walk${n}`, n] as const)
    const shot = ids.reduce((s, [id, n]) => withWalk(s, id, n, 1), newShot(length))
    const plan = shot.planOrder[0]!
    return timeOf(() => {
      for (let i = 0; i < 20; i++) {
        const full = ids.reduce((s, [id]) => {
          const { runs, repeats } = s.plans[plan]!.columns[id]!
          const { first, last } = repeats![0]!
          const all = [...eachRun(runs)]
          const run = (r: string) => ({ run: r, at: all.find(x => x.run.id === r)!.start })
          const repeat = { id: `${id}-cycle`, first: run(first), last: run(last), times: null, back: false }
          return does(s, 'repeat.set', { plan, column: id, repeat })
        }, shot)
        shownPlan(full, full.plans[plan]!)
      }
    }, quick)
  }
  const [long, short] = [time(14_400), time(240)]
  return {
    ...{ bench: 'cycle.fill', value: long / short, unit: 'ratio', bound: 4, better: 'lower' },
    parts: { '14,400 frames': `${(long / 20).toFixed(3)} ms`, '240 frames': `${(short / 20).toFixed(3)} ms` },
  }
}
