import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plannedPoses } from '../cycle'
import type { Shot } from '../document'
import { openShot, planNow, shownColumn, storeShot } from '../document'
import { listOf } from '../sheet'
import { at, cycleOf, downs, empty, KEY, passing, planned, posed, stage, stepsOf } from './cycles.test-helper'
import {
  COLUMN,
  columnIn,
  done,
  drawn,
  exposures,
  PLAN,
  refusal,
  runOn,
  undone,
  where,
  withSecond,
} from './fixture.test-helper'

describe('a cycle that is planned', () => {
  // Common practice: two poses held 12, four held 6, eight held 3 fill the same 24 frames.
  it('fills the same frames at every stage, and is repeated to the end of the shot', () => {
    const two = planned(empty)
    expect(exposures(two)).toBe('1*12 13*12')
    expect(listOf(shownColumn(columnIn(two), 48).runs).map(r => r.frames)).toEqual([12, 12, 12, 12])
    const four = passing(two)
    expect(exposures(four)).toBe('1*6 7*6 13*6 19*6')
    const eight = downs(four)
    expect(exposures(eight)).toBe('1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3')
    expect(cycleOf(eight).cycle.stage).toBeUndefined()
    expect(exposures(stage(eight, 1))).toBe('1*12 13*12')
    expect(exposures(stage(stage(eight, 1), 3))).toBe(exposures(eight))
    expect(Object.values(drawn(eight)).map(d => d.role)).toEqual([
      'key',
      'key',
      'breakdown',
      'breakdown',
      'extreme',
      'extreme',
      'extreme',
      'extreme',
    ])
    for (const [a, b] of [
      [empty, two],
      [two, four],
      [four, eight],
    ] as const)
      expect(undone(a, b)).toBe(true)
    expect(openShot(storeShot(eight))).toMatchObject({ ok: true })
  })
  it('goes back to a stage and forth again with all its in-betweens', () => {
    const eight = downs(passing(planned(empty)))
    const full = done(eight, 'chart.fill', {
      ...{ ...where, chart: 'c1', from: runOn(eight, '1'), to: runOn(eight, '4'), step: 1, recipe: { family: 'even' } },
      ticks: [{ drawing: 'b2', number: '2', u: 0.5 }],
    })
    expect(exposures(full)).toBe('1*2 2*1 4*3 7*3 10*3 13*3 16*3 19*3 22*3')
    const back = stage(full, 2)
    expect(exposures(back)).toBe('1*6 7*6 13*6 19*6')
    expect(exposures(stage(back, null))).toBe(exposures(full))
    // What was changed meanwhile stays: the passing a frame later.
    const later = done(back, 'run.trade', { ...where, run: runOn(back, '1'), delta: 1 })
    expect(exposures(later)).toBe('1*7 7*5 13*6 19*6')
    expect(exposures(stage(later, null))).toBe('1*3 2*1 4*3 7*3 10*2 13*3 16*3 19*3 22*3')
    expect(cycleOf(stage(later, null)).cycle.kept).toBeUndefined()
  })
  it('puts moments that are not drawn yet between those that are, wherever these were moved', () => {
    const two = planned(empty)
    const longer = done(two, 'run.push', { ...where, run: runOn(two, '1'), delta: 4 })
    expect(exposures(longer)).toBe('1*16 13*12')
    expect(exposures(downs(passing(longer)))).toBe('1*4 4*4 7*4 10*4 13*3 16*3 19*3 22*3')
  })
  it('begins behind what is exposed, or later', () => {
    const once = done(empty, 'pose.add', {
      ...where,
      drawing: { id: 'k', number: 'K', role: 'key', content: posed(0) },
      where: { onFrame: 1 },
    })
    expect(exposures(planned(once, { onFrame: 3 }))).toBe('K*2 1*12 13*12')
    expect(exposures(planned(once, { onFrame: 9 }))).toBe('K*8 1*12 13*12')
    expect(exposures(planned(empty, { onFrame: 5 }))).toBe('X*4 1*12 13*12')
    const steps = stepsOf('walk')
    const args = { ...at, onFrame: 2, kind: 'walk' as const, steps, times: null, derived: false, drawings: [] }
    expect(refusal(once, 'cycle.plan', args)).toMatchObject({ code: 'changed' })
  })
  it('has steps of one frame, and of 300; none of one pose alone', () => {
    expect(exposures(planned(empty, { steps: stepsOf('walk', [1, 1]) }))).toBe('1*1 2*1')
    expect(exposures(planned(empty, { steps: stepsOf('walk', [300, 300]) }))).toBe('1*300 301*300')
    const alone = { ...at, onFrame: 1, kind: 'own' as const, steps: stepsOf('own', [1]), times: null, derived: false }
    expect(refusal(empty, 'cycle.plan', { ...alone, drawings: [] })?.message).toMatch(/two poses at least/)
    const long = { ...alone, steps: stepsOf('own').map(s => ({ ...s, frames: 301 })) }
    expect(refusal(empty, 'cycle.plan', { ...long, drawings: [] })?.message).toMatch(/at most 300 frames/)
  })
  it('gets other frames and moments; what is exposed goes along', () => {
    const eight = downs(passing(planned(empty)))
    const steps = cycleOf(eight).cycle.steps.map(s => ({
      frames: 16,
      moments: s.moments.map(m => ({ ...m, off: m.off + Math.floor(m.off / 3) })),
    }))
    const longer = done(eight, 'cycle.steps', { ...at, kind: 'walk', steps })
    expect(exposures(longer)).toBe('1*4 4*4 7*4 10*4 13*4 16*4 19*4 22*4')
    const wrong = [{ ...steps[0]!, moments: steps[0]!.moments.map(m => ({ ...m, off: 0 })) }, steps[1]!]
    wrong[0]!.moments[2]!.off = 3
    wrong[0]!.moments[3]!.off = 2
    expect(refusal(eight, 'cycle.steps', { ...at, kind: 'walk', steps: wrong })?.message).toMatch(/in order/)
  })
  it('is taken from exposures that are there, and is none any more', () => {
    const eight = done(downs(passing(planned(empty))), 'cycle.remove', at)
    expect([columnIn(eight).cycles, columnIn(eight).repeats]).toMatchObject([undefined, [{ id: KEY }]])
    const steps = stepsOf('walk').map((s, i) => ({
      ...s,
      moments: s.moments.map(m => ({ ...m, drawing: `d${1 + 12 * i + m.off}` })),
    }))
    const plain = done(eight, 'repeat.remove', { ...where, repeat: KEY })
    const repeat = { id: KEY, first: runOn(plain, '1'), last: runOn(plain, '22'), times: 1, back: false }
    const taken = done(plain, 'cycle.take', { ...where, repeat, kind: 'walk', steps })
    expect(cycleOf(taken).bracket.frames).toBe(24)
    // Shown once, its bracket goes with it.
    expect(columnIn(done(taken, 'cycle.remove', at)).repeats).toBeUndefined()
    // A cycle goes with its bracket.
    expect(columnIn(done(taken, 'repeat.remove', { ...where, repeat: KEY })).cycles).toBeUndefined()
  })
})

describe('frames of cycles', () => {
  const eight = downs(passing(planned(empty)))
  // Common practice: one frame taken out of each step of 12 makes a cycle of 22.
  it('come and go at all contacts', () => {
    const out = done(eight, 'cycle.frame', { ...at, by: -1 })
    expect(exposures(out)).toBe('1*2 4*3 7*3 10*3 13*2 16*3 19*3 22*3')
    expect(cycleOf(out).bracket.frames).toBe(22)
    expect(exposures(done(out, 'cycle.frame', { ...at, by: 1 }))).toBe(exposures(eight))
    const twice = done(out, 'cycle.frame', { ...at, by: -1 })
    expect(refusal(twice, 'cycle.frame', { ...at, by: -1 })?.message).toMatch(/one frame only/)
    const derived = done(eight, 'cycle.half', { ...at, derived: true })
    expect(exposures(done(derived, 'cycle.frame', { ...at, by: -1 }))).toBe(exposures(out))
  })
  it('go from a cycle on ones with the in-between behind each contact; a moment stays', () => {
    const full = done(eight, 'chart.fill', {
      ...{ ...where, chart: 'c1', from: runOn(eight, '1'), to: runOn(eight, '4'), step: 1, recipe: { family: 'even' } },
      ticks: ['2', '3'].map((number, i) => ({ drawing: `b${number}`, number, u: (i + 1) / 3 })),
    })
    const ones = done(full, 'cycle.half', { ...at, derived: true })
    expect(exposures(ones)).toMatch(/^1\*1 2\*1 3\*1 4\*3 .* 13\*1 \S+\*1 \S+\*1 16\*3 /)
    const out = done(ones, 'cycle.frame', { ...at, by: -1 })
    expect(exposures(out)).toMatch(/^1\*1 3\*1 4\*3 .* 13\*1 \S+\*1 16\*3 /)
    expect(cycleOf(out).bracket.frames).toBe(22)
    expect(undone(ones, out)).toBe(true)
    const twice = done(out, 'cycle.frame', { ...at, by: -1 })
    expect(cycleOf(twice).bracket.frames).toBe(20)
    expect(refusal(twice, 'cycle.frame', { ...at, by: -1 })?.message).toMatch(/a moment follows/)
  })
  it('go from linked columns, too: from a cycle that goes along, or where the contacts are', () => {
    const second = withSecond(empty)
    const lamp = (shot: Shot) => listOf(shot.plans[PLAN]!.columns.two!.runs).map(r => r.frames)
    const key = (id: string, from: { onFrame: number } | { afterLast: number }) => ({
      ...{ plan: PLAN, column: 'two', where: from },
      drawing: { id, number: id, role: 'key' as const, content: { poses: {}, strokes: [] } },
    })
    const one = done(second, 'pose.add', key('x', { onFrame: 1 }))
    const two = done(one, 'pose.add', key('y', { afterLast: 12 }))
    const [, last] = listOf(two.plans[PLAN]!.columns.two!.runs)
    const ten = { plan: PLAN, column: 'two', run: { run: last!.id, at: 13 }, delta: 10 }
    const held = downs(passing(planned(done(two, 'run.push', ten))))
    const linked = done(held, 'columns.link', { plan: PLAN, columns: [COLUMN, 'two'], link: 'both' })
    expect(lamp(linked)).toEqual([12, 12])
    expect(lamp(done(linked, 'cycle.frame', { ...at, by: -1 }))).toEqual([11, 11])
    expect(undone(linked, done(linked, 'cycle.frame', { ...at, by: -1 }))).toBe(true)
  })
  it('go along in linked columns where a derived half has them, too', () => {
    const derived = done(downs(passing(planned(withSecond(empty), { derived: true }), 1), 1), 'cycle.half', {
      ...at,
      derived: true,
    })
    const times = (shot: Shot) => listOf(shot.plans[PLAN]!.columns.two!.runs).map(r => r.frames)
    const five = ['x', 'y', 'z', 'w', 'v'].reduce(
      (s, id, i) =>
        done(s, 'pose.add', {
          ...{ plan: PLAN, column: 'two', where: i ? { afterLast: i === 4 ? 3 : 6 } : { onFrame: 1 } },
          drawing: { id, number: id, role: 'key' as const, content: { poses: {}, strokes: [] } },
        }),
      derived,
    )
    const last = listOf(five.plans[PLAN]!.columns.two!.runs).at(-1)!
    const whole = done(five, 'run.push', { plan: PLAN, column: 'two', run: { run: last.id, at: 22 }, delta: 1 })
    const linked = done(whole, 'columns.link', { plan: PLAN, columns: [COLUMN, 'two'], link: 'both' })
    // The passing is held two frames longer: on 7 and, derived, on 19 + 2.
    const longer = done(linked, 'run.push', { ...where, run: runOn(linked, '7'), delta: 2 })
    expect([times(linked), times(longer)]).toEqual([
      [6, 6, 6, 3, 3],
      [6, 8, 6, 5, 3],
    ])
    expect(undone(linked, longer)).toBe(true)
  })
  it('come before it, so that it begins in the middle of a round; and go again', () => {
    const off = done(eight, 'cycle.offset', { ...at, frames: 5 })
    expect(exposures(off)).toBe('19*2 22*3 1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3')
    expect(cycleOf(off).bracket.from).toBe(6)
    expect(exposures(done(off, 'cycle.offset', { ...at, frames: 28 }))).toBe(
      '19*1 22*3 1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3',
    )
    expect(exposures(done(off, 'cycle.offset', { ...at, frames: 0 }))).toBe(exposures(eight))
    expect(undone(eight, off)).toBe(true)
  })
  it('are those of the exposures, whatever was planned', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 8, maxLength: 8 }),
        fc.integer({ min: 1, max: 3 }),
        (lengths, s) => {
          const { cycle } = cycleOf(eight)
          const names = cycle.steps.flatMap(x => x.moments).filter(m => m.stage <= s)
          const there = names.map((m, i) => ({ drawing: m.drawing, frames: lengths[i]! }))
          const now = planNow(cycle, there)!
          let off = 0
          const wanted = there.map(r => {
            const here = off
            off += r.frames
            return [r.drawing, here + 1]
          })
          const shown = plannedPoses(now).filter(p => p.stage <= s)
          expect(shown.map(p => [p.drawing, p.frame])).toEqual(wanted)
          expect(now.steps.reduce((sum, x) => sum + x.frames, 0)).toBe(off)
        },
      ),
    )
  })
})
