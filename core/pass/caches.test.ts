import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Command } from '../commands'
import { applyCommand } from '../commands'
import {
  charted,
  cmd,
  columnIn,
  done,
  PLAN,
  posedShot,
  STACK,
  standing,
  stooping,
} from '../commands/fixture.test-helper'
import { chanceFrom } from '../commands/made-up.test-helper'
import { anyCommand, everything } from '../commands/ramble.test-helper'
import type { RandomMove } from '../commands/random.test-helper'
import { commandFor, randomMove } from '../commands/random.test-helper'
import type { Shot } from '../document'
import { person } from '../figure'
import type { Scene } from '.'
import { Contents, railOf, sceneOf } from '.'

const planned = (): Shot =>
  charted(charted(posedShot(), '1', '13', ['5', '7', '9', '11']), '13', '25', ['17', '19', '21', '23'])
const stackIn = (shot: Shot) => shot.stacks[STACK]!
const longer = (by: number) => ({
  ...person,
  bones: person.bones.map(b => (b.id.endsWith('shin') ? { ...b, length: b.length * by } : b)),
})

/** What passes, ends, contents and pins give, asked for one after the other. */
function answers(scene: Scene): unknown {
  const { shot, plan, contents } = scene
  const stack = stackIn(shot)
  const drawings = Object.keys(stack.drawings)
  return {
    passes: contents.passes(scene, plan.columns[columnIn(shot).id]!),
    ends: Object.values(plan.charts).map(c => contents.ends(scene, stack, c)),
    charts: drawings.map(d => contents.chartOf(plan, d)?.id ?? null),
    contents: drawings.map(d => contents.of(scene, stack, d)),
    states: drawings.map(d => contents.state(scene, stack, d)),
    pins: drawings.map(d => contents.hold(scene, stack, d)),
  }
}

/** The same of every column and stack that there is. */
const everyAnswer = (scene: Scene): unknown =>
  Object.values(scene.plan.columns).map(column => {
    const stack = scene.shot.stacks[column.stack]!
    const drawings = Object.keys(stack.drawings)
    return {
      passes: scene.contents.passes(scene, column),
      contents: drawings.map(d => scene.contents.of(scene, stack, d)),
      states: drawings.map(d => scene.contents.state(scene, stack, d)),
      pins: drawings.map(d => scene.contents.hold(scene, stack, d)),
    }
  })

/** Besides the random commands: pins, proportions, roles, breakdowns of some parts, and what changes no drawing. */
function moreCommands(shot: Shot, m: RandomMove): Command {
  const drawings = Object.keys(stackIn(shot).drawings)
  const drawing = drawings[m.spot.a % drawings.length]!
  const chart = Object.values(shot.plans[PLAN]!.charts)[m.spot.b % 2]
  const pin = {
    id: `pin${m.spot.b % 3}`,
    stack: STACK,
    subject: 'keeper',
    part: m.n > 0 ? 'near-step' : 'place',
    drawings: drawings.slice(m.spot.a % 3, (m.spot.a % 3) + 3),
    to: { kind: 'point' as const, at: { x: 700 + m.spot.a, y: 900 + m.n } },
  }
  const all = [
    cmd('pin.set', { plan: PLAN, pin }),
    cmd('pin.remove', { plan: PLAN, pin: pin.id }),
    cmd('subject.set', { stack: STACK, subject: 'keeper', figure: longer(1 + m.n / 20) }),
    cmd('drawing.set', { stack: STACK, drawing, role: m.n > 0 ? 'breakdown' : 'extreme' }),
    cmd('drawing.fix', {
      plan: PLAN,
      chart: chart?.id ?? 'none',
      drawing,
      fixed: { keeper: { angles: { spine: m.n / 9 } } },
    }),
    cmd('column.set', { plan: PLAN, column: columnIn(shot).id, strength: 0.5 }),
    cmd('chart.path', { plan: PLAN, chart: chart?.id ?? 'none', path: m.n > 0 ? 'arc' : 'straight' }),
    cmd('stroke.add', {
      stack: STACK,
      drawing: 'd1',
      strokes: [{ id: `s${m.spot.a}-${m.spot.b}`, hash: 'a'.repeat(64) }],
    }),
  ]
  return all[m.kind % all.length]!
}

describe('what is remembered', () => {
  it('equals what is worked out anew, after any commands, of every part', () => {
    const walk = fc.array(fc.tuple(fc.boolean(), randomMove), { maxLength: 30 })
    fc.assert(
      fc.property(walk, moves => {
        const contents = new Contents()
        let shot = planned()
        for (const [more, m] of moves) {
          const out = applyCommand(shot, more ? moreCommands(shot, m) : commandFor(shot, m))
          if (!out.ok) continue
          const before = shot
          shot = out.shot
          expect(answers(sceneOf(shot, PLAN, contents))).toEqual(answers(sceneOf(shot, PLAN)))
          // Undo asks about the state before once more.
          if (m.n === 0) expect(answers(sceneOf(before, PLAN, contents))).toEqual(answers(sceneOf(before, PLAN)))
        }
      }),
      { numRuns: 120 },
    )
  })

  it('equals what is worked out anew after any commands with any arguments, in every column', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(), { maxLength: 25 }), seeds => {
        const contents = new Contents()
        let shot = everything()
        for (const [i, seed] of seeds.entries()) {
          const out = applyCommand(shot, anyCommand(shot, chanceFrom(seed), [], `ramble-${String(i).padStart(4, '0')}`))
          if (!out.ok) continue
          shot = out.shot
          expect(everyAnswer(sceneOf(shot, PLAN, contents))).toEqual(everyAnswer(sceneOf(shot, PLAN)))
        }
      }),
      { numRuns: 60, seed: 1 },
    )
  }, 60_000)

  it('holds a pinned drawing of its own at its place when the proportions of its figure change', () => {
    const contents = new Contents()
    const pinned = done(planned(), 'pin.set', {
      plan: PLAN,
      pin: {
        id: 'pin1',
        stack: STACK,
        subject: 'keeper',
        part: 'near-step',
        drawings: ['d1', 'd13'],
        to: { kind: 'point', at: { x: 790, y: 930 } },
      },
    })
    const changed = done(pinned, 'subject.set', { stack: STACK, subject: 'keeper', figure: longer(1.2) })
    const at = (shot: Shot) => contents.hold(sceneOf(shot, PLAN, contents), stackIn(shot), 'd13')[0]!.off
    expect(at(pinned)).toBeLessThan(1e-6)
    expect(at(changed)).toBeLessThan(1e-6)
  })

  it('of one plan is not taken for that of another over the same drawings', () => {
    const shot = planned()
    const plan = shot.plans[PLAN]!
    const chart = plan.charts['c1-13']!
    const ticks = chart.ticks.map((t, i) => ({ ...t, u: (i + 1) / 20 }))
    const other = { ...plan, id: 'other', charts: { ...plan.charts, 'c1-13': { ...chart, ticks } } }
    const both: Shot = { ...shot, plans: { ...shot.plans, other }, planOrder: [PLAN, 'other'] }
    const contents = new Contents()
    for (const id of [PLAN, 'other', PLAN])
      expect(answers(sceneOf(both, id, contents))).toEqual(answers(sceneOf(both, id)))
    const of = (id: string) => contents.of(sceneOf(both, id, contents), stackIn(both), 'd7')
    expect(of(PLAN)).not.toEqual(of('other'))
    expect(of(PLAN)).toBe(of(PLAN))
  })

  it('stays the same object while nothing that it depends on changes', () => {
    const contents = new Contents()
    const shot = planned()
    const drawn = done(shot, 'stroke.add', {
      stack: STACK,
      drawing: 'd25',
      strokes: [{ id: 's1', hash: 'a'.repeat(64) }],
    })
    const passes = (s: Shot) => contents.passes(sceneOf(s, PLAN, contents), columnIn(s))
    expect(passes(drawn)).toBe(passes(shot))
    const of = (s: Shot, id: string) => contents.of(sceneOf(s, PLAN, contents), stackIn(s), id)
    const posed = done(drawn, 'drawing.pose', { stack: STACK, drawing: 'd1', poses: { keeper: stooping } })
    expect(of(posed, 'd7')).not.toEqual(of(shot, 'd7'))
    expect(of(posed, 'd1').poses.keeper).toEqual(stooping)
    expect(of(shot, 'd1').poses.keeper).toEqual(standing)
  })
})

describe('the rail within some frames', () => {
  it('is the whole rail, cut to the exposures and stretches that are there', () => {
    const roles = fc.array(fc.constantFrom('key', 'extreme', 'breakdown'), { minLength: 3, maxLength: 3 })
    fc.assert(
      fc.property(roles, fc.integer({ min: 1, max: 32 }), fc.integer({ min: 0, max: 20 }), (names, first, more) => {
        let shot = planned()
        for (const [i, role] of names.entries())
          shot = done(shot, 'drawing.set', { stack: STACK, drawing: ['d1', 'd13', 'd25'][i]!, role: role as 'key' })
        const [scene, column] = [sceneOf(shot, PLAN), columnIn(shot)]
        const last = first + more
        const [whole, part] = [railOf(scene, column), railOf(scene, column, { first, last })]
        expect(part.bars).toEqual(whole.bars.filter(b => b.start <= last && b.start + b.run.frames > first))
        expect(part.stretches).toEqual(whole.stretches.filter(s => s.start <= last && s.end >= first))
      }),
    )
  })
})
