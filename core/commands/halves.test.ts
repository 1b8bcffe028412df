import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { equal, openShot, otherContent, otherName, otherStroke, storeShot } from '../document'
import { person, restPose } from '../figure'
import { vec } from '../motion'
import { listOf } from '../sheet'
import { applyCommand } from '../commands'
import { at, bent, cycleOf, downs, empty, passing, planned, stepsOf } from './cycles.test-helper'
import {
  cmd,
  columnIn,
  done,
  drawn,
  exposures,
  PLAN,
  refusal,
  runOn,
  STACK,
  undone,
  where,
} from './fixture.test-helper'

describe('a second half with left and right exchanged', () => {
  const walk = downs(passing(planned(empty, { derived: true }), 1), 1)
  const of = (shot: Shot, number: string) => Object.values(drawn(shot)).find(d => d.number === number)!
  const poseOn = (shot: Shot, number: string) => of(shot, number).content.poses.m!

  it('is made with the first, stage by stage, and exposed as it is', () => {
    expect(exposures(walk)).toBe('1*3 4*3 7*3 10*3 13*3 16*3 19*3 22*3')
    expect(poseOn(walk, '16').angles).toMatchObject({ 'near-thigh': -0.08, 'far-thigh': 0.08, spine: 0.1 })
    expect(cycleOf(walk).cycle.steps[1]!.moments.map(m => of(walk, String(13 + m.off)).id)).toEqual(
      cycleOf(walk).cycle.steps[1]!.moments.map(m => m.drawing),
    )
  })
  it('follows poses, exposures, spacing and in-betweens of the first', () => {
    const down = of(walk, '4')
    const lower = done(walk, 'drawing.pose', { stack: STACK, drawing: down.id, poses: { m: bent(0.3) } })
    expect(poseOn(lower, '16').angles['near-thigh']).toBe(-0.3)
    expect(undone(walk, lower)).toBe(true)
    const held = done(walk, 'run.push', { ...where, run: runOn(walk, '7'), delta: 2 })
    expect(exposures(held)).toBe('1*3 4*3 7*5 10*3 13*3 16*3 19*5 22*3')
    const charted = done(walk, 'chart.fill', {
      ...{ ...where, chart: 'c1', from: runOn(walk, '1'), to: runOn(walk, '4'), step: 1 },
      ...{ recipe: { family: 'halves', slow: 'first' } as never, ticks: [{ drawing: 'b2', number: '2', u: 0.25 }] },
    })
    const second = Object.values(charted.plans[PLAN]!.charts).find(c => c.id !== 'c1')!
    expect([second.ticks.map(t => t.u), exposures(charted).split(' ').length]).toEqual([[0.25], 10])
    const spaced = done(charted, 'chart.tick', { plan: PLAN, chart: 'c1', drawing: 'b2', u: 0.4 })
    expect(spaced.plans[PLAN]!.charts[second.id]!.ticks[0]!.u).toBe(0.4)
    const none = done(spaced, 'chart.fill', {
      ...{ ...where, chart: 'c1', from: runOn(spaced, '1'), to: runOn(spaced, '4'), step: 1 },
      ...{ recipe: { family: 'even' }, ticks: [] },
    })
    expect(exposures(none)).toBe(exposures(walk))
    for (const [a, b] of [
      [walk, charted],
      [charted, spaced],
      [spaced, none],
    ] as const)
      expect(undone(a, b)).toBe(true)
  })
  it('is released drawing by drawing: what is changed by itself follows no more, and nothing moves by that', () => {
    const up = of(walk, '22')
    const own = done(walk, 'drawing.pose', { stack: STACK, drawing: up.id, poses: { m: bent(0.9) } })
    expect(cycleOf(own).cycle.half!.released).toEqual([up.id])
    const first = done(own, 'drawing.pose', { stack: STACK, drawing: of(own, '10').id, poses: { m: bent(0.2) } })
    expect(poseOn(first, '22')).toEqual(bent(0.9))
    const again = done(first, 'cycle.follow', { ...at, what: up.id, follows: true })
    expect(poseOn(again, '22').angles['near-thigh']).toBe(-0.2)
    for (const what of [up.id, null]) {
      const released = done(walk, 'cycle.follow', { ...at, what, follows: false })
      expect([exposures(released), equal(drawn(released), drawn(walk))]).toEqual([exposures(walk), true])
    }
    const whole = done(walk, 'cycle.half', { ...at, derived: false })
    expect([exposures(whole), equal(drawn(whole), drawn(walk))]).toEqual([exposures(walk), true])
    expect(undone(walk, own)).toBe(true)
  })
  it('keeps its own exposures once they are changed by themselves: someone limps', () => {
    const limp = done(walk, 'run.push', { ...where, run: runOn(walk, '16'), delta: -2 })
    expect([exposures(limp), cycleOf(limp).cycle.half!.timed]).toEqual(['1*3 4*3 7*3 10*3 13*3 16*1 19*3 22*3', true])
    const held = done(limp, 'run.push', { ...where, run: runOn(limp, '7'), delta: 2 })
    expect(exposures(held)).toBe('1*3 4*3 7*5 10*3 13*3 16*1 19*3 22*3')
    const posing = done(held, 'drawing.pose', { stack: STACK, drawing: of(held, '4').id, poses: { m: bent(0.3) } })
    expect(poseOn(posing, '16').angles['near-thigh']).toBe(-0.3)
    expect(exposures(done(posing, 'cycle.follow', { ...at, what: null, follows: true }))).toBe(
      '1*3 4*3 7*5 10*3 13*3 16*3 19*5 22*3',
    )
  })
  it('is derived at each stage though it is timed by itself: who limps has moments of their own there', () => {
    const two = planned(empty, { derived: true })
    const own = done(two, 'cycle.follow', { ...at, what: null, follows: false })
    const limp = done(own, 'run.push', { ...where, run: runOn(own, '13'), delta: -4 })
    const four = passing(limp)
    expect(exposures(four)).toBe('1*6 7*6 13*4 19*4')
    expect(poseOn(four, '19').angles['near-thigh']).toBe(-poseOn(four, '7').angles['near-thigh']!)
    const bentMore = done(four, 'drawing.pose', { stack: STACK, drawing: 'd7', poses: { m: bent(0.6) } })
    expect(poseOn(bentMore, '19').angles['near-thigh']).toBe(-0.6)
  })
  it('is derived from halves that were drawn apart, and needs two', () => {
    const drawnApart = downs(passing(planned(empty)))
    const derived = done(drawnApart, 'cycle.half', { ...at, derived: true })
    expect(exposures(derived)).toBe(exposures(drawnApart))
    expect(poseOn(derived, '16').angles['near-thigh']).toBe(-poseOn(derived, '4').angles['near-thigh']!)
    expect(undone(drawnApart, derived)).toBe(true)
    const one = done(empty, 'cycle.plan', {
      ...{ ...at, onFrame: 1, kind: 'own', steps: stepsOf('own'), times: null, derived: false, drawings: [] },
    })
    expect(refusal(one, 'cycle.half', { ...at, derived: true })?.message).toMatch(/two halves/)
  })
  it('goes by the names of parts and pictures where something is drawn, and twice is the content itself', () => {
    expect([otherName('Left arm'), otherName('FAR leg'), otherName('leftover')]).toEqual([
      'Right arm',
      'NEAR leg',
      'leftover',
    ])
    const part = (id: string, name: string) => ({ kind: 'part' as const, id, name, rank: 0, figure: person })
    const stack = {
      ...walk.stacks[STACK]!,
      subjects: {
        m: walk.stacks[STACK]!.subjects.m!,
        l: part('l', 'left arm'),
        r: part('r', 'Right arm'),
        h: part('h', 'left horn'),
      },
    }
    const content = {
      poses: { m: bent(0.4), l: restPose(vec(1, 2)), h: restPose(vec(5, 6)) },
      strokes: [
        { id: 's1', hash: 'a'.repeat(64), part: 'l' },
        { id: 'command-1.7', hash: 'b'.repeat(64) },
      ],
    }
    const other = otherContent(stack, content)
    expect(Object.keys(other.poses).sort()).toEqual(['h', 'm', 'r'])
    expect(other.strokes.map(s => [s.id, s.part])).toEqual([
      ['s1-o', 'r'],
      ['command-1-o.7', undefined],
    ])
    expect(otherContent(stack, other)).toEqual(content)
    fc.assert(
      fc.property(fc.stringMatching(/^[A-Za-z0-9_-]{1,40}(\.[0-9]{1,6})?$/), id => otherStroke(otherStroke(id)) === id),
    )
  })
  it('stays a shot that opens, whatever is done to it', () => {
    const numbers = ['1', '4', '7', '10', '13', '16', '19', '22']
    const edit = fc.tuple(
      fc.constantFrom('push', 'trade', 'give', 'pose', 'remove', 'blank'),
      fc.constantFrom(...numbers),
      fc.integer({ min: -2, max: 3 }),
    )
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 8 }), edits => {
        let shot = walk
        edits.forEach(([what, number, n], i) => {
          const d = of(shot, number)
          const run = listOf(columnIn(shot).runs).find(r => r.drawing === d?.id)
          if (!d || (!run && what !== 'pose')) return
          const ref = { run: run?.id ?? '', at: 1 }
          const [name, args] =
            what === 'pose'
              ? (['drawing.pose', { stack: STACK, drawing: d.id, poses: { m: bent(n / 7) } }] as const)
              : what === 'give'
                ? (['run.give', { ...where, run: ref, to: n > 0 ? 'none' : 'before' }] as const)
                : what === 'remove'
                  ? (['drawing.remove', { stack: STACK, drawing: d.id }] as const)
                  : what === 'blank'
                    ? ([
                        'range.clear',
                        { ...where, first: { ...ref, offset: 0 }, last: { ...ref, offset: 0 }, frames: 1 },
                      ] as const)
                    : ([what === 'push' ? 'run.push' : 'run.trade', { ...where, run: ref, delta: n || 1 }] as const)
          const out = applyCommand(shot, cmd(name as 'run.push', args as never, `edit-${String(i).padStart(4, '0')}`))
          if (!out.ok) return
          expect(undone(shot, out.shot)).toBe(true)
          shot = out.shot
        })
        expect(openShot(storeShot(shot)).ok).toBe(true)
      }),
      { numRuns: 60 },
    )
  })
})
