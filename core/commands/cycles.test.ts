import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CYCLE_KINDS, plannedPoses, planOfKind } from '../cycle'
import type { Pose } from '../figure'
import { person, restPose } from '../figure'
import { vec } from '../motion'
import type { Cycle, Shot } from '../document'
import {
  cycleIn,
  equal,
  openShot,
  otherContent,
  otherName,
  otherStroke,
  planNow,
  shownColumn,
  storeShot,
} from '../document'
import { applyCommand } from '../commands'
import { listOf } from '../sheet'
import {
  cmd,
  COLUMN,
  columnIn,
  done,
  drawn,
  emptyShot,
  exposures,
  PLAN,
  refusal,
  runOn,
  STACK,
  undone,
  where,
  withSecond,
} from './fixture.test-helper'

const KEY = 'walk'
const at = { ...where, cycle: KEY }
const stepsOf = (id: string, lengths?: number[]): Cycle['steps'] =>
  planOfKind(
    CYCLE_KINDS.find(k => k.id === id)!,
    lengths,
  ).steps.map(s => ({
    ...s,
    moments: s.moments.map(({ air, ...m }) => ({ ...m, ...(air ? { air: true as const } : {}), drawing: null })),
  }))

const bent = (by: number): Pose => ({
  ...restPose(vec(800, 700)),
  angles: { 'near-thigh': by, 'far-thigh': -by, 'near-upper-arm': -by / 2, 'far-upper-arm': by / 2, spine: 0.1 },
})
const posed = (by: number) => ({ poses: { m: bent(by) }, strokes: [] })

/** A shot with Marrow in its column, who is not posed yet. */
const empty: Shot = done(emptyShot(), 'subject.add', {
  stack: STACK,
  subject: { kind: 'figure', id: 'm', name: 'Marrow', figure: person },
  drawing: null,
  pose: null,
})

/** Drawings for moments, numbered by their frames; posed so far. */
const mades = (steps: Cycle['steps'], which: (name: string, step: number) => boolean, by: (frame: number) => number) =>
  plannedPoses({ steps }).flatMap(p => {
    if (!which(p.name, p.step)) return []
    const moment = steps[p.step]!.moments.findIndex(m => m.name === p.name)
    return [
      { step: p.step, moment, drawing: { id: `d${p.frame}`, number: String(p.frame), content: posed(by(p.frame)) } },
    ]
  })

const planned = (
  shot: Shot,
  { kind = 'walk' as Cycle['kind'], steps = stepsOf(kind), derived = false, onFrame = 1 } = {},
) =>
  done(shot, 'cycle.plan', {
    ...{ ...at, onFrame, kind, steps, times: null, derived },
    drawings: mades(
      steps,
      name => name.startsWith('contact'),
      f => (f === 1 ? 0.5 : -0.5),
    ),
  })
const cycleOf = (shot: Shot) => cycleIn(columnIn(shot), KEY, shot.length)!
const stage = (shot: Shot, n: number | null, made: ReturnType<typeof mades> = []) =>
  done(shot, 'cycle.stage', { ...at, stage: n, drawings: made })
const passing = (shot: Shot, halves = 2) =>
  stage(
    shot,
    2,
    mades(
      stepsOf('walk'),
      (n, s) => n === 'passing' && s < halves,
      f => f / 100,
    ),
  )
const downs = (shot: Shot, halves = 2) =>
  stage(
    shot,
    3,
    mades(
      stepsOf('walk'),
      (n, s) => (n === 'down' || n === 'up') && s < halves,
      f => f / 50,
    ),
  )

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
