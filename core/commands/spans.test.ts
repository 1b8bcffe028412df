import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evenTimes, spread } from '../chart'
import { chainEnd, layBones, person } from '../figure'
import { distance, vec } from '../motion'
import { Contents, changeGap, fitsRecipe, pinnedPoint, sceneOf, timesOf } from '../pass'
import type { Content, Shot } from '../document'
import { equal, storeShot } from '../document'
import { applyCommand, changesBack, revertCommand } from '../commands'
import {
  charted,
  cmd,
  columnIn,
  done,
  drawn,
  exposures,
  PLAN,
  posedShot,
  refusal,
  runOn,
  STACK,
  stooping,
  where,
} from './fixture.test-helper'

const planIn = (s: Shot) => s.plans[PLAN]!
const chartIn = (s: Shot, id: string) => planIn(s).charts[id]!
const stackIn = (s: Shot) => s.stacks[STACK]!
const contentIn = (s: Shot, id: string) => new Contents().of(sceneOf(s, PLAN), stackIn(s), id)
const passesIn = (s: Shot) => new Contents().passes(sceneOf(s, PLAN), columnIn(s))
const places = (s: Shot, id: string) => chartIn(s, id).ticks.map(t => t.u)
/** Where every bone of the keeper ends in every drawing that is exposed. */
const tipsIn = (s: Shot) =>
  Object.keys(drawn(s)).flatMap(id => [...layBones(person, contentIn(s, id).poses.keeper!).values()].map(l => l.tip))
const farthest = (a: { x: number; y: number }[], b: { x: number; y: number }[]) =>
  Math.max(...a.map((p, i) => distance(p, b[i]!)))

const numbers = ['5', '7', '9', '11', '12']
const bent = () =>
  done(posedShot(), 'drawing.pose', {
    stack: STACK,
    drawing: 'd13',
    poses: { keeper: { ...stooping, angles: { ...stooping.angles, spine: 0.6, 'near-arm': -0.9 } } },
  })
const long = () =>
  charted(charted(bent(), '1', '13', numbers, { family: 'halves', slow: 'both' }, 2), '13', '25', ['17', '19', '21'])
const cutAt = (s: Shot, number: string, chart = 'c1-13'): Shot => {
  const c = new Contents()
  const near = c.ends(sceneOf(s, PLAN), stackIn(s), chartIn(s, chart))!
  const u = chartIn(s, chart).ticks.find(t => t.drawing === `d${number}`)!.u
  return done(s, 'chart.cut', {
    plan: PLAN,
    chart,
    drawing: `d${number}`,
    content: contentIn(s, `d${number}`) as Content,
    second: `${chart}-b${number}`,
    before: near.before?.id ?? null,
    after: near.after?.id ?? null,
    reached: u,
    change: { first: {}, second: {} },
  })
}

describe('cutting a span at a tick', () => {
  it('makes the in-between a breakdown, and nothing moves', () => {
    const shot = long()
    const cut = cutAt(shot, '9')
    expect(drawn(cut).d9).toMatchObject({ role: 'breakdown', own: true })
    expect(exposures(cut)).toBe(exposures(shot))
    expect([chartIn(cut, 'c1-13').to, chartIn(cut, 'c1-13-b9').from]).toEqual(['d9', 'd9'])
    expect(farthest(tipsIn(shot), tipsIn(cut))).toBeLessThan(0.01)
    const again = cutAt(cut, '7')
    expect(farthest(tipsIn(shot), tipsIn(again))).toBeLessThan(0.01)
  })
  it('with parts that lead moves nothing either', () => {
    const shot = done(
      done(long(), 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/spine', share: 0.2 }),
      'chart.lead',
      { plan: PLAN, chart: 'c1-13', part: 'keeper/near-arm', share: -0.15 },
    )
    expect(farthest(tipsIn(shot), tipsIn(long()))).toBeGreaterThan(1)
    expect(farthest(tipsIn(shot), tipsIn(cutAt(shot, '9')))).toBeLessThan(0.01)
  })
  it('lets the arc follow the new breakdown once that is moved', () => {
    const cut = cutAt(long(), '9')
    const pose = contentIn(cut, 'd9').poses.keeper!
    const moved = done(cut, 'drawing.pose', {
      stack: STACK,
      drawing: 'd9',
      poses: { keeper: { ...pose, place: vec(pose.place.x, pose.place.y - 80) } },
    })
    expect(
      distance(contentIn(moved, 'd7').poses.keeper!.place, contentIn(cut, 'd7').poses.keeper!.place),
    ).toBeGreaterThan(5)
  })
  it('joined again is the chart it was', () => {
    const shot = done(long(), 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/spine', share: 0.2 })
    const cut = cutAt(shot, '9')
    const joined = done(cut, 'chart.join', {
      plan: PLAN,
      first: 'c1-13',
      second: 'c1-13-b9',
      at: places(shot, 'c1-13')[2]!,
    })
    places(joined, 'c1-13').forEach((u, i) => expect(u).toBeCloseTo(places(shot, 'c1-13')[i]!, 12))
    expect(chartIn(joined, 'c1-13')).toMatchObject({
      from: 'd1',
      to: 'd13',
      recipe: { family: 'halves', slow: 'both' },
    })
    expect(chartIn(joined, 'c1-13').leads!['keeper/spine']).toBeCloseTo(0.2, 9)
    expect(drawn(joined).d9).toMatchObject({ role: 'in-between', own: true })
    expect(farthest(tipsIn(shot), tipsIn(joined))).toBeLessThan(0.01)
  })
  it('is refused beyond the poses, and joining where another chart ends too', () => {
    const beyond = done(long(), 'chart.tick', { plan: PLAN, chart: 'c1-13', drawing: 'd5', u: -0.1 })
    expect(
      refusal(beyond, 'chart.cut', {
        plan: PLAN,
        chart: 'c1-13',
        drawing: 'd5',
        content: { poses: {}, strokes: [] },
        second: 'x',
        before: null,
        after: null,
        reached: 0,
        change: { first: {}, second: {} },
      }),
    ).toMatchObject({ code: 'invalid' })
    expect(refusal(long(), 'chart.join', { plan: PLAN, first: 'c13-25', second: 'c1-13', at: 0.5 })).toMatchObject({
      code: 'changed',
    })
  })
})

describe('wedging', () => {
  const ids = { plan: PLAN, column: columnIn(posedShot()).id, chart: 'w' }
  const wedge = (s: Shot, side: 'first' | 'second', number: string, delta = 0) =>
    done(s, 'chart.wedge', {
      ...ids,
      from: runOn(s, '1'),
      to: runOn(s, '13'),
      side,
      drawing: { id: `w${number}`, number: `w${number}` },
      step: 2 + delta,
    })
  // Common practice: wedging n times on the side of a pose puts drawings at 1/2, 1/4 … 1/2ⁿ of the way from it.
  it('halves the way on the side of the first pose, and pushes what follows', () => {
    let shot = posedShot()
    for (const n of ['a', 'b', 'c']) shot = wedge(shot, 'first', n)
    expect(places(shot, 'w')).toEqual([1 / 8, 1 / 4, 1 / 2])
    expect(chartIn(shot, 'w').recipe).toEqual({ family: 'halves', slow: 'first' })
    expect(exposures(shot)).toBe('1*12 wc*2 wb*2 wa*2 13*12 25*6')
  })
  it('and on the side of the second', () => {
    const shot = wedge(wedge(posedShot(), 'second', 'a'), 'second', 'b')
    expect(places(shot, 'w')).toEqual([1 / 2, 3 / 4])
    expect(chartIn(shot, 'w').recipe).toEqual({ family: 'halves', slow: 'second' })
    expect(exposures(shot)).toBe('1*12 wa*2 wb*2 13*12 25*6')
  })
  it('taken out again is as if it had not been', () => {
    const shot = posedShot()
    const once = wedge(shot, 'first', 'a')
    const back = done(wedge(once, 'first', 'b'), 'chart.unwedge', {
      ...ids,
      from: runOn(once, '1'),
      to: { ...runOn(once, '13'), at: 17 },
      side: 'first',
    })
    expect(equal(JSON.parse(JSON.stringify(storeShot(back))), JSON.parse(JSON.stringify(storeShot(once))))).toBe(true)
    const none = done(back, 'chart.unwedge', { ...ids, from: runOn(back, '1'), to: runOn(back, '13'), side: 'second' })
    expect(exposures(none)).toBe(exposures(shot))
    expect(Object.keys(drawn(none))).toEqual(Object.keys(drawn(shot)))
    expect(
      refusal(none, 'chart.unwedge', { ...ids, from: runOn(none, '1'), to: runOn(none, '13'), side: 'first' }),
    ).toMatchObject({ code: 'gone' })
  })
  it('and undone gives the document before', () => {
    const shot = posedShot()
    const out = applyCommand(
      shot,
      cmd('chart.wedge', {
        ...ids,
        from: runOn(shot, '1'),
        to: runOn(shot, '13'),
        side: 'first',
        drawing: { id: 'wa', number: 'wa' },
        step: 2,
      }),
    )
    const back =
      out.ok && applyCommand(out.shot, revertCommand('revert-0001', 'x', 'Undo', changesBack(shot, out.shot)))
    expect(back && back.ok && equal(storeShot(back.shot), storeShot(shot))).toBe(true)
  })
})

describe('time and place are two things', () => {
  const anyTiming = (s: Shot): fc.Arbitrary<(x: Shot) => Shot> =>
    fc.constantFrom<((x: Shot) => Shot)[]>(
      x => done(x, 'run.push', { ...where, run: runOn(x, '9'), delta: 2 }),
      x => done(x, 'runs.shift', { ...where, first: runOn(x, '7'), last: runOn(x, '11'), delta: -1 }),
      x => done(x, 'pose.move', { ...where, run: runOn(x, '13'), delta: 3, recut: true }),
      x => done(x, 'pose.move', { ...where, run: runOn(x, '13'), delta: 4, recut: true, push: true }),
      () => s,
    )
  it('timing edits leave every u unchanged', () => {
    const shot = long()
    fc.assert(
      fc.property(fc.array(anyTiming(shot), { maxLength: 4 }), edits => {
        // One that finds no room is refused and changes nothing.
        const after = edits.reduce((x, e) => {
          try {
            return e(x)
          } catch {
            return x
          }
        }, shot)
        expect(places(after, 'c1-13')).toEqual(places(shot, 'c1-13'))
      }),
    )
  })
  it('spacing edits leave every frame unchanged', () => {
    const shot = long()
    const spaced = [
      done(shot, 'chart.ticks', {
        plan: PLAN,
        charts: [
          { chart: 'c1-13', places: evenTimes(5) },
          { chart: 'c13-25', places: [0.1, 0.2, 0.9] },
        ],
      }),
      done(shot, 'chart.throw', {
        plan: PLAN,
        parts: [
          { chart: 'c1-13', to: 'top', places: spread({ family: 'rise' }, 5) },
          { chart: 'c13-25', to: 'ground', places: spread({ family: 'fall' }, 3) },
        ],
      }),
      done(shot, 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/spine', share: -0.3 }),
      cutAt(shot, '7'),
    ]
    for (const s of spaced) expect(columnIn(s).runs).toBe(columnIn(shot).runs)
    expect(chartIn(spaced[1]!, 'c1-13')).toMatchObject({ path: 'throw-up', recipe: { family: 'rise' } })
  })
  it('a passage that is stretched is cut to whole steps, the hold takes the rest', () => {
    // Twelve frames on threes; three frames more leave the steps as they are, twelve more double them.
    const shot = charted(posedShot(), '1', '13', ['4', '7', '10'], { family: 'halves', slow: 'first' }, 3)
    expect(exposures(shot)).toBe('1*3 4*3 7*3 10*3 13*12 25*6')
    const stretched = (delta: number, { push }: { push: boolean }) =>
      exposures(done(shot, 'pose.move', { ...where, run: runOn(shot, '13'), delta, recut: true, push }))
    expect(stretched(3, { push: true })).toBe('1*6 4*3 7*3 10*3 13*12 25*6')
    expect(stretched(12, { push: true })).toBe('1*6 4*6 7*6 10*6 13*12 25*6')
    expect(stretched(3, { push: false })).toBe('1*6 4*3 7*3 10*3 13*9 25*6')
  })
  it('a block of drawings is moved in time by its neighbours', () => {
    const shot = long()
    expect(
      exposures(done(shot, 'runs.shift', { ...where, first: runOn(shot, '7'), last: runOn(shot, '11'), delta: 1 })),
    ).toBe('1*2 5*3 7*2 9*2 11*2 12*1 13*6 17*2 19*2 21*2 25*6')
    expect(
      refusal(shot, 'runs.shift', { ...where, first: runOn(shot, '1'), last: runOn(shot, '7'), delta: 1 }),
    ).toMatchObject({ code: 'no-room' })
  })
})

it('a family that looks at time is worked out from the departure, and says when the timing no longer fits it', () => {
  const shot = charted(posedShot(), '1', '13', ['5', '7', '9', '11'], { family: 'fall' })
  const [pass] = passesIn(shot)
  // The first in-between is on 5 on twos: it departs on 3 and arrives on 13.
  expect(timesOf(pass!)).toEqual([0.2, 0.4, 0.6, 0.8])
  const spaced = done(shot, 'chart.space', {
    plan: PLAN,
    chart: 'c1-13',
    recipe: { family: 'fall' },
    places: spread({ family: 'fall' }, 4, { times: timesOf(pass!)! }),
  })
  expect(fitsRecipe(passesIn(spaced)[0]!)).toBe(true)
  const held = done(spaced, 'run.push', { ...where, run: runOn(spaced, '7'), delta: 2 })
  expect(fitsRecipe(passesIn(held)[0]!)).toBe(false)
  expect(fitsRecipe(passesIn(done(spaced, 'run.push', { ...where, run: runOn(spaced, '1'), delta: 5 }))[0]!)).toBe(true)
})

describe('leads', () => {
  it('bend the in-betweens and leave the poses as they are', () => {
    const shot = long()
    const led = done(shot, 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/spine', share: 0.25 })
    const angle = (s: Shot, id: string) => contentIn(s, id).poses.keeper!.angles.spine ?? 0
    expect([angle(led, 'd1'), angle(led, 'd13')]).toEqual([angle(shot, 'd1'), angle(shot, 'd13')])
    expect(done(led, 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/spine', share: 0 })).toEqual(shot)
  })
})

describe('pins', () => {
  const pin = { id: 'p1', stack: STACK, subject: 'keeper', part: 'near-step', drawings: ['d13', 'd25'] }
  const foot = (s: Shot, id: string) => pinnedPoint(stackIn(s), contentIn(s, id), pin)!
  it('hold a foot within a tenth of a px through all in-betweens of the run', () => {
    const shot = long()
    const at = vec(920, 930)
    const held = done(shot, 'pin.set', { plan: PLAN, pin: { ...pin, to: { kind: 'point', at } } })
    for (const id of ['d13', 'd17', 'd19', 'd21', 'd25']) {
      expect(distance(foot(held, id), at)).toBeLessThan(0.1)
      const [before, after] = [contentIn(shot, id).poses.keeper!, contentIn(held, id).poses.keeper!]
      expect(after.place).toEqual(before.place)
    }
    expect(foot(held, 'd9')).toEqual(
      chainEnd(
        person,
        contentIn(shot, 'd9').poses.keeper!,
        person.chains.find(c => c.id === 'near-step')!,
      ),
    )
    expect(stackIn(held)).toBe(stackIn(shot))
    expect(done(held, 'pin.remove', { plan: PLAN, pin: 'p1' })).toEqual(shot)
  })
  it('that are out of reach say how far', () => {
    const held = done(long(), 'pin.set', { plan: PLAN, pin: { ...pin, to: { kind: 'point', at: vec(1500, 950) } } })
    const [state] = new Contents().hold(sceneOf(held, PLAN), stackIn(held), 'd19')
    expect(state!.off).toBeGreaterThan(100)
    expect(new Contents().hold(sceneOf(held, PLAN), stackIn(held), 'd9')).toEqual([])
  })
  it('can hold to a part of the same drawing', () => {
    const held = done(long(), 'pin.set', {
      plan: PLAN,
      pin: {
        ...pin,
        part: 'near-reach',
        to: { kind: 'part', stack: STACK, subject: 'keeper', bone: 'spine', off: vec(40, 20) },
      },
    })
    const tip = layBones(person, contentIn(held, 'd19').poses.keeper!).get('spine')!.tip
    expect(
      distance(
        pinnedPoint(stackIn(held), contentIn(held, 'd19'), { subject: 'keeper', part: 'near-reach' })!,
        vec(tip.x + 40, tip.y + 20),
      ),
    ).toBeLessThan(0.1)
  })
})

describe('breakdowns of some parts', () => {
  const fixed = { keeper: { angles: { head: 0.8 } } }
  const part = (s: Shot) => done(s, 'drawing.fix', { plan: PLAN, chart: 'c1-13', drawing: 'd9', fixed })
  it('fix what was posed on them, and their neighbours go through it', () => {
    const shot = part(long())
    const head = (id: string) => contentIn(shot, id).poses.keeper!.angles.head ?? 0
    expect(head('d9')).toBeCloseTo(0.8, 12)
    // 7 is at 1/4, 9 at 1/2: half way from the first pose (0) to what 9 fixes.
    expect(head('d7')).toBeCloseTo(0.4, 12)
    expect(head('d11')).toBeCloseTo(0.4, 12)
  })
  it('follow the chart with everything else', () => {
    const before = done(part(long()), 'chart.tick', { plan: PLAN, chart: 'c1-13', drawing: 'd9', u: 0.6 })
    const plain = done(long(), 'chart.tick', { plan: PLAN, chart: 'c1-13', drawing: 'd9', u: 0.6 })
    expect(contentIn(before, 'd9').poses.keeper!.place).toEqual(contentIn(plain, 'd9').poses.keeper!.place)
    expect(contentIn(before, 'd9').poses.keeper!.angles.head).toBeCloseTo(0.8, 12)
  })
  it('are given back with the rest of the drawing', () => {
    const shot = long()
    expect(done(part(shot), 'drawing.fix', { plan: PLAN, chart: 'c1-13', drawing: 'd9', fixed: null })).toEqual(shot)
    expect(
      drawn(done(part(shot), 'drawing.release', { plan: PLAN, chart: 'c1-13', drawing: 'd9' })).d9!.fixed,
    ).toBeUndefined()
  })
})

describe('subjects in one of two poses', () => {
  // Common practice: the fastest gap of an action is where a change of shape is least noticed.
  it('change over across the widest gap, or on a drawing of choice', () => {
    const shot = charted(posedShot(), '1', '13', ['7', '9', '11'], { family: 'halves', slow: 'first' })
    expect(changeGap(chartIn(shot, 'c1-13'), 'hat')).toBe(3)
    const selected = done(shot, 'chart.change', { plan: PLAN, chart: 'c1-13', subject: 'hat', drawing: 'd9' })
    expect(changeGap(chartIn(selected, 'c1-13'), 'hat')).toBe(1)
    const bare = done(selected, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: null } })
    const keeper = done(bare, 'chart.change', { plan: PLAN, chart: 'c1-13', subject: 'keeper', drawing: 'd11' })
    expect(['d7', 'd9', 'd11'].map(d => !!contentIn(keeper, d).poses.keeper)).toEqual([true, true, false])
  })
})
