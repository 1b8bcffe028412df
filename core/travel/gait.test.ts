import { describe, expect, it } from 'vitest'
import type { Cycle, Shot } from '../document'
import { cycleIn } from '../document'
import { mapped } from '../motion'
import { person, reach, restPose, swapSides } from '../figure'
import { placingAt, sceneOf } from '../pass'
import { eachRun, runAt } from '../sheet'
import { applyCommand } from '../commands'
import { at, cycleOf, empty, KEY, stepsOf } from '../commands/cycles.test-helper'
import { cmd, COLUMN, columnIn, done, drawn, PLAN, STACK } from '../commands/fixture.test-helper'
import { feetOf, footOn, gaitOf, mixedLimbs, seamStep } from '.'

const [STRIDE, FRAMES, X, GROUND] = [240, 24, 800, 900]

/** Where a foot is `t` frames after its contact: it stands for half a round and goes back by the stride, then it swings. */
function foot(t: number): { x: number; y: number } {
  const u = ((t % FRAMES) + FRAMES) % FRAMES
  if (u <= FRAMES / 2) return { x: X + STRIDE / 4 - (STRIDE * u) / FRAMES, y: GROUND }
  const swing = (u - FRAMES / 2) / (FRAMES / 2)
  return { x: X - STRIDE / 4 + (STRIDE / 2) * swing, y: GROUND - 40 * Math.sin(Math.PI * swing) }
}

/** Marrow on a frame of her walk, on the spot. */
function walking(t: number) {
  const [near, far] = ['near-step', 'far-step'].map(id => person.chains.find(c => c.id === id)!)
  const standing = restPose({ x: X, y: GROUND - 220 })
  return reach(person, reach(person, standing, near!, foot(t)), far!, foot(t + FRAMES / 2))
}

/** A walk of eight drawings, posed by its feet. */
function walk({ derived = false, stages = 3, kind = 'walk' as Cycle['kind'] } = {}): Shot {
  const steps = stepsOf(kind)
  const made = (stage: number) =>
    steps.flatMap((s, step) =>
      s.moments.flatMap((m, moment) => {
        const frame = 1 + step * s.frames + m.off
        const content = { poses: { m: walking(frame - 1) }, strokes: [] }
        const skipped = m.stage !== stage || (derived && step > 0 && stage > 1)
        return skipped ? [] : [{ step, moment, drawing: { id: `d${frame}`, number: String(frame), content } }]
      }),
    )
  const planned = done(empty, 'cycle.plan', {
    ...{ ...at, onFrame: 1, kind, steps, times: null, derived, drawings: made(1) },
  })
  return [2, 3]
    .slice(0, stages - 1)
    .reduce((s, n) => done(s, 'cycle.stage', { ...at, stage: n, drawings: made(n) }), planned)
}

const gait = (shot: Shot) => gaitOf(sceneOf(shot, PLAN), columnIn(shot), cycleOf(shot))
const numbers = (shot: Shot, ids: readonly string[]) => ids.map(id => drawn(shot)[id]!.number)

describe('feet', () => {
  it.each([1, 2, 3])('that stand give the stride at stage %i, and stand still to 0.5 px', stages => {
    const shot = walk({ stages })
    const { measured, plants } = gait(shot)
    expect(measured!.x).toBeCloseTo(STRIDE, 6)
    expect(Math.abs(measured!.y)).toBeLessThan(1e-6)
    expect(plants.map(p => [p.plant.part, numbers(shot, [p.plant.from, p.plant.to])])).toEqual([
      ['near-step', ['1', '13']],
      ['far-step', ['13', '1']],
    ])
    expect(Math.max(...plants.map(p => p.most))).toBeLessThan(0.5)
  })
  it('stay on the ground in the picture while the column goes by the stride with its drawings, on twos and held', () => {
    const shot = walk()
    const held = done(shot, 'run.push', {
      plan: PLAN,
      column: COLUMN,
      run: { run: runAt(columnIn(shot).runs, 4)!.run.id, at: 4 },
      delta: 1,
    })
    for (const s of [shot, held]) {
      const { stride, plants, frames } = gait(s)
      const moves = [
        {
          frame: 1,
          place: { x: 0, y: 0 },
          turn: 0,
          size: 1,
          go: { recipe: { family: 'even' as const }, step: 1, about: { x: 0, y: 0 }, drawn: true as const },
        },
        { frame: 49, place: { x: (stride!.x * 48) / frames, y: 0 }, turn: 0, size: 1 },
      ]
      const gone = done(s, 'column.carry', { plan: PLAN, column: COLUMN, was: null, carrier: null, moves })
      const scene = sceneOf(gone, PLAN)
      const column = scene.plan.columns[COLUMN]!
      const stack = gone.stacks[STACK]!
      for (const { plant, drawings, slides } of plants) {
        const shown = (d: string) => [...eachRun(column.runs)].find(r => r.run.drawing === d)!.start
        const seen = (d: string, frame: number) =>
          mapped(placingAt(scene, column, frame)!, footOn(scene, stack, plant, d)!)
        const first = seen(plant.from, shown(plant.from))
        drawings.slice(0, -1).forEach((d, i) => {
          for (let f = shown(d); column.runs && runAt(column.runs, f)!.run.drawing === d; f++) {
            const at = seen(d, f)
            expect(Math.hypot(at.x - first.x - slides[i]!.x, at.y - first.y - slides[i]!.y)).toBeLessThan(0.5)
            if (s === shot) expect(Math.hypot(at.x - first.x, at.y - first.y)).toBeLessThan(0.5)
          }
        })
      }
    }
  })
  it('that slide are told with how far, and where they would stand', () => {
    const shot = walk()
    const pose = reach(
      person,
      walking(6),
      person.chains.find(c => c.id === 'near-step')!,
      { x: foot(6).x + 30, y: GROUND },
    )
    const off = done(shot, 'drawing.pose', { stack: STACK, drawing: 'd7', poses: { m: pose } })
    const [near] = gait(off).plants
    expect(near!.most).toBeGreaterThan(20)
    const worst = near!.slides.reduce((best, s, i) => (Math.abs(s.x) > Math.abs(near!.slides[best]!.x) ? i : best), 0)
    expect(numbers(off, [near!.drawings[worst]!])).toEqual(['7'])
    const meant = done(off, 'cycle.feet', { ...at, stride: { x: STRIDE, y: 0 } })
    expect(gait(meant).stride).toEqual({ x: STRIDE, y: 0 })
  })
  it('are not there where nothing can stand, and tell no stride', () => {
    const { subjects: _s, ...stack } = empty.stacks[STACK]!
    expect(feetOf({ ...stack, subjects: {} })).toEqual([])
    const held = walk({ stages: 1 })
    const still = done(held, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { m: walking(0) } })
    expect(gait(still).measured!.x).toBeCloseTo(0, 6)
  })
  it('are off the ground in the air', () => {
    const shot = walk({ kind: 'run' })
    const { plants } = gait(shot)
    expect(plants.map(p => numbers(shot, p.drawings))).toEqual([
      ['1', '3', '5'],
      ['9', '11', '13'],
    ])
  })
})

describe('the seam of a cycle', () => {
  const shot = walk()
  const scene = (s: Shot) => sceneOf(s, PLAN)
  it('has a pass and a chart, over which in-betweens come', () => {
    const once = done(shot, 'shot.set', { length: 24 })
    const passes = scene(once).contents.passes(scene(once), scene(once).plan.columns[COLUMN]!)
    const over = passes.at(-1)!
    expect([numbers(once, [over.from.drawing, over.to.drawing]), over.to.start]).toEqual([['22', '1'], 25])
    const fill = (s: Shot, ticks: { drawing: string; number: string; u: number }[]) =>
      done(s, 'chart.fill', {
        ...{ plan: PLAN, column: COLUMN, chart: 'seam', recipe: { family: 'even' as const }, step: 1, ticks },
        from: { run: over.from.run.id, at: over.from.start },
        to: { run: over.to.run.id, at: over.to.start, again: true },
      })
    const filled = fill(once, [{ drawing: 'b24', number: '24', u: 0.5 }])
    expect(cycleOf(filled).bracket).toMatchObject({ frames: 24 })
    expect(
      numbers(
        filled,
        cycleOf(filled).bracket.there.map(r => r.drawing!),
      ).at(-1),
    ).toBe('24')
    const now = scene(filled).contents.of(scene(filled), filled.stacks[STACK]!, 'b24')
    const [last, first] = ['d22', 'd1'].map(d => drawn(filled)[d]!.content.poses.m!.angles['near-thigh']!)
    expect(now.poses.m!.angles['near-thigh']).toBeCloseTo((last! + first!) / 2, 3)
    expect(cycleOf(fill(filled, [])).bracket).toMatchObject({ frames: 24 })
  })
  it('closes arcs: the way from the first pose goes on from the last one', () => {
    const s = done(shot, 'chart.fill', {
      ...{ plan: PLAN, column: COLUMN, chart: 'c1', recipe: { family: 'even' as const }, step: 1 },
      from: { run: runAt(columnIn(shot).runs, 1)!.run.id, at: 1 },
      to: { run: runAt(columnIn(shot).runs, 4)!.run.id, at: 4 },
      ticks: [{ drawing: 'b2', number: '2', u: 0.5 }],
    })
    const ends = scene(s).contents.ends(scene(s), s.stacks[STACK]!, s.plans[PLAN]!.charts.c1!)!
    expect([ends.before?.number, ends.after?.number]).toEqual(['22', '7'])
  })
  it('tells what jumps there, px', () => {
    expect(seamStep(scene(shot), columnIn(shot), cycleOf(shot))!.jumps).toBe(false)
    const pose = { ...walking(21), place: { x: X + 150, y: GROUND - 220 } }
    const off = done(shot, 'drawing.pose', { stack: STACK, drawing: 'd22', poses: { m: pose } })
    const bad = done(off, 'drawing.pose', {
      stack: STACK,
      drawing: 'd19',
      poses: { m: { ...walking(18), place: pose.place } },
    })
    expect(seamStep(scene(bad), columnIn(bad), cycleOf(bad))).toMatchObject({ jumps: true })
  })
  it('shows limbs that are mixed up: on a drawing, or in the second half', () => {
    expect(mixedLimbs(scene(shot), columnIn(shot), cycleOf(shot))).toEqual([])
    const mixed = done(shot, 'drawing.pose', {
      stack: STACK,
      drawing: 'd4',
      poses: { m: swapSides(person, walking(3)) },
    })
    expect(mixedLimbs(scene(mixed), columnIn(mixed), cycleOf(mixed))).toContainEqual({
      drawing: 'd4',
      name: 'Marrow',
      kind: 'drawing',
    })
    const two = walk({ stages: 1 })
    const same = done(two, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { m: walking(0) } })
    expect(mixedLimbs(scene(same), columnIn(same), cycleOf(same))).toEqual([
      { drawing: 'd13', name: 'Marrow', kind: 'half' },
    ])
    const derived = walk({ derived: true })
    expect(mixedLimbs(scene(derived), columnIn(derived), cycleOf(derived))).toEqual([])
    expect(gait(derived).plants).toHaveLength(2)
  })
  it('is not there in a cycle that is taken apart', () => {
    expect(cycleIn(columnIn(done(shot, 'cycle.remove', at)), KEY, 48)).toBeNull()
    expect(applyCommand(shot, cmd('cycle.half', { ...at, cycle: 'none', derived: true })).ok).toBe(false)
  })
})
