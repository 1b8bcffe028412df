import { describe, expect, it } from 'vitest'
import { layBones, person } from '../figure'
import { distance } from '../motion'
import {
  columnIn,
  done,
  drawn,
  emptyShot,
  PLAN,
  planned,
  runOn,
  STACK,
  standing,
  stooping,
  where,
} from '../commands/fixture.test-helper'
import type { Content, Shot } from '../document'
import { Contents, passAt, railOf, sceneOf } from '.'

const passes = (shot: Shot) => new Contents().passes(sceneOf(shot, PLAN), columnIn(shot))
const rail = (shot: Shot) => railOf(sceneOf(shot, PLAN), columnIn(shot))
const content = (c: Contents, shot: Shot, id: string) => c.of(sceneOf(shot, PLAN), shot.stacks[STACK]!, id)

describe('passes', () => {
  it('run from pose to pose through their chart', () => {
    const [a, b] = passes(planned())
    expect(a!.members.map(m => [m.start, m.u])).toEqual([
      [7, 1 / 8],
      [9, 1 / 4],
      [11, 1 / 2],
    ])
    expect([b!.from.start, b!.to.start, b!.members.length]).toEqual([13, 25, 4])
    expect(passAt([a!, b!], 12)).toBe(a)
    expect(passAt([a!, b!], 26)).toBeNull()
  })
  it('exposed the other way round are returns, read as 1 − u', () => {
    let shot = planned()
    for (const [drawing, frames] of [
      ['d11', 2],
      ['d9', 2],
      ['d7', 2],
      ['d1', 4],
    ] as const)
      shot = done(shot, 'run.expose', { ...where, drawing, at: null, frames })
    // 25 → 1 has no chart, so make the way back from 13 instead.
    shot = done(shot, 'drawing.remove', { stack: STACK, drawing: 'd25' })
    const back = passes(shot).find(p => p.backward)!
    expect([back.chart!.id, back.from.drawing, back.to.drawing]).toEqual(['c1-13', 'd13', 'd1'])
    expect(back.members.map(m => [m.drawing, m.u])).toEqual([
      ['d11', 1 / 2],
      ['d9', 3 / 4],
      ['d7', 7 / 8],
    ])
  })
  it('are parted by a blank, and in-betweens out of their chart are loose', () => {
    let shot = planned()
    shot = done(shot, 'run.expose', { ...where, drawing: 'd17', at: { ...runOn(shot, '9'), offset: 0 }, frames: 1 })
    expect(passes(shot)[0]!.loose.map(x => x.drawing)).toEqual(['d17'])
    expect(rail(shot).bars.find(b => b.number === '17')!.kind).toBe('loose')
    const at = runOn(shot, '19')
    shot = done(shot, 'range.clear', { ...where, first: { ...at, offset: 0 }, last: { ...at, offset: 1 }, frames: 2 })
    expect(passes(shot)).toHaveLength(1)
  })
  it('stay as they are in a column of no drawings', () => expect(passes(emptyShot())).toEqual([]))
})

describe('in-betweens', () => {
  it('follow both poses at once', () => {
    const c = new Contents()
    const shot = planned()
    const before = content(c, shot, 'd11')
    expect(content(c, shot, 'd11')).toBe(before)
    const posed = done(shot, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: standing } })
    expect(content(c, posed, 'd11')).not.toEqual(before)
    expect(content(c, posed, 'd17')).not.toEqual(content(c, shot, 'd17'))
  })
  it('keep limb lengths and standing feet', () => {
    const c = new Contents()
    const pose = content(c, planned(), 'd9').poses.keeper!
    const feet = (p: typeof pose) => layBones(person, p).get('near-shin')!.tip
    expect(distance(feet(pose), feet(standing))).toBeLessThan(1e-6)
    for (const [id, l] of layBones(person, pose))
      expect(distance(l.start, l.tip)).toBeCloseTo(person.bones.find(b => b.id === id)!.length, 9)
  })
  it('are left as they are once they are own, and tell so', () => {
    const c = new Contents()
    const shot = planned()
    const own = done(shot, 'drawing.pose', {
      stack: STACK,
      drawing: 'd9',
      poses: { keeper: stooping },
      fix: content(c, shot, 'd9') as Content,
    })
    const state = (s: Shot, id: string) => c.state(sceneOf(s, PLAN), s.stacks[STACK]!, id)
    expect([state(shot, 'd9'), state(own, 'd9'), state(own, 'd7'), drawn(own).d9!.content.poses.keeper]).toEqual([
      'computed',
      'own',
      'computed',
      stooping,
    ])
  })
})

describe('the rail', () => {
  it('draws a stretch over its breakdown on one scale, by the share of travel', () => {
    const shot = done(planned(), 'drawing.set', { stack: STACK, drawing: 'd13', role: 'breakdown' })
    const { stretches, bars } = rail(shot)
    expect(stretches.map(s => [s.start, s.end, s.sections.length])).toEqual([[1, 25, 2]])
    const [one, two] = stretches[0]!.sections
    const c = new Contents()
    const way = (a: string, b: string) => c.travel(sceneOf(shot, PLAN), shot.stacks[STACK]!, a, b)
    expect(one!.to).toBeCloseTo(way('d1', 'd13') / (way('d1', 'd13') + way('d13', 'd25')), 9)
    expect(two!.to).toBe(1)
    expect(bars.find(b => b.number === '13')!.x).toBe(one!.to)
    expect(bars.find(b => b.number === '11')!.x).toBeCloseTo(one!.to / 2, 9)
  })
  it('puts a breakdown at its share of the time where nothing travels', () => {
    let shot = planned()
    for (const d of ['d1', 'd13', 'd25'])
      shot = done(shot, 'drawing.pose', { stack: STACK, drawing: d, poses: { keeper: null } })
    shot = done(shot, 'drawing.set', { stack: STACK, drawing: 'd13', role: 'breakdown' })
    expect(rail(shot).bars.find(b => b.number === '13')!.x).toBeCloseTo(0.5, 9)
  })
})

describe('the arc of a span', () => {
  /** Where the figure of an in-between stands, px, after the pose of a drawing was carried down. */
  const placeAfter = (id: string, carried: string | null, path: 'arc' | 'straight' = 'arc') => {
    let shot = planned()
    for (const chart of Object.values(shot.plans[PLAN]!.charts))
      if (path === 'straight') shot = done(shot, 'chart.path', { plan: PLAN, chart: chart.id, path })
    if (carried) {
      const pose = drawn(shot)[carried]!.content.poses.keeper!
      const poses = { keeper: { ...pose, place: { x: pose.place.x, y: pose.place.y + 300 } } }
      shot = done(shot, 'drawing.pose', { stack: STACK, drawing: carried, poses })
    }
    return content(new Contents(), shot, id).poses.keeper!.place
  }
  const inBetween = (n: 0 | 1) => passes(planned())[n]!.members.at(-1)!.drawing
  it('runs through the pose before it and the pose behind it', () => {
    // In the first span the pose behind counts, in the second the pose before.
    expect(distance(placeAfter(inBetween(0), null), placeAfter(inBetween(0), 'd25'))).toBeGreaterThan(1)
    expect(distance(placeAfter(inBetween(1), null), placeAfter(inBetween(1), 'd1'))).toBeGreaterThan(1)
  })
  it('a straight way does not', () => {
    expect(placeAfter(inBetween(0), 'd25', 'straight')).toEqual(placeAfter(inBetween(0), null, 'straight'))
    expect(placeAfter(inBetween(1), 'd1', 'straight')).toEqual(placeAfter(inBetween(1), null, 'straight'))
  })
})
