import { describe, expect, it } from 'vitest'
import { charted, COLUMN, done, PLAN, posedShot, STACK } from '#core/commands/fixture.test-helper'
import type { Draft } from '#core/commands'
import type { Column, Shot } from '#core/document'
import { distance, mapped } from '#core/motion'
import { placingAt } from '#core/pass'
import { after, deskOn } from '~/desk/scene.test-helper'
import { carryDraft, letAllGo, letGoDraft, movesOf, rideName, ridesFor, simplerMoves } from './carry'
import { newColumn } from './columns'

const hand = { column: COLUMN, part: { subject: 'keeper', bone: 'near-hand' } }
const last = (shot: Shot): Column => {
  const plan = shot.plans[PLAN]!
  return plan.columns[plan.order.at(-1)!]!
}
const sceneAt = (shot: Shot) => deskOn(shot)[0]
const at = (shot: Shot, frame: number) => placingAt(sceneAt(shot), last(shot), frame)
const POINT = { x: 812, y: 455 }
/** On every frame the second shot shows a point of the column where the first one does. */
const lieAlike = (a: Shot, b: Shot) => {
  for (let f = 1; f <= a.length; f++)
    expect(distance(mapped(at(a, f)!, POINT), mapped(at(b, f)!, POINT))).toBeLessThan(1 / 16)
}

const free = (() => {
  const shot = charted(posedShot(), '1', '13', ['5', '9', '11'])
  return after(shot, newColumn(sceneAt(shot)).draft)
})()
const riding = after(free, carryDraft(sceneAt(free), last(free), hand, 9) as Draft)

describe('a column that is hung on a part', () => {
  it('lies on the frame it is hung on as it did, also when it is hung elsewhere then', () => {
    expect(distance(mapped(at(riding, 9)!, POINT), POINT)).toBeLessThan(1e-6)
    expect(distance(mapped(at(riding, 13)!, POINT), POINT)).toBeGreaterThan(1)
    const back = { column: COLUMN, part: { subject: 'keeper', bone: 'spine' } }
    const other = after(riding, carryDraft(sceneAt(riding), last(riding), back, 13) as Draft)
    expect(distance(mapped(at(other, 13)!, POINT), mapped(at(riding, 13)!, POINT))).toBeLessThan(1e-6)
    expect(rideName(sceneAt(other), last(other).carrier!)).toMatch(/^Keeper: back \(/)
  })
  it('is not hung on what is not seen on the frame', () => {
    const empty = done(free, 'drawing.pose', { stack: STACK, drawing: 'd1', poses: { keeper: null } })
    expect(carryDraft(sceneAt(empty), last(empty), hand, 1)).toMatch(/not seen on frame 1/)
  })
  it('can be hung on other columns and what stands on them, never on what rides on it', () => {
    const rides = ridesFor(sceneAt(free), last(free), 1)
    expect(rides[0]).toMatchObject({ column: COLUMN, part: null })
    expect(rides.map(r => r.part?.bone)).toEqual(expect.arrayContaining(['place', 'near-hand', 'head']))
    const keeper = riding.plans[PLAN]!.columns[COLUMN]!
    expect(ridesFor(sceneAt(riding), keeper, 1).map(r => r.column)).not.toContain(last(riding).id)
  })
  it('stays where it is when it is let go, in a move wherever it went; or lies as it is drawn', () => {
    const gone = after(riding, letGoDraft(sceneAt(riding), last(riding), 'place'))
    lieAlike(riding, gone)
    const frames = movesOf(sceneAt(riding), last(riding)).map(m => m.frame)
    // Where its carrier changes drawings: 5, 9 and 11 stand on 7, 9 and 11.
    expect(frames).toEqual([1, 7, 9, 11, 13, 25])
    const plain = after(gone, letGoDraft(sceneAt(gone), last(gone), 'nothing'))
    expect([last(plain).moves, last(plain).carrier]).toEqual([undefined, undefined])
  })
  it('is away where what carried it was not seen, and its moves can be fewer', () => {
    const empty = done(riding, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: null } })
    const gone = after(empty, letGoDraft(sceneAt(empty), last(empty), 'place'))
    for (const f of [1, 12, 13, 20, 25, 30]) expect(at(gone, f) === null).toBe(at(empty, f) === null)
    expect([at(gone, 13), at(gone, 25)].map(m => m === null)).toEqual([true, false])
    const free = after(riding, letGoDraft(sceneAt(riding), last(riding), 'place'))
    const few = simplerMoves(sceneAt(free), last(free))
    expect(few).not.toBeNull()
    const simple = after(free, few)
    expect(last(simple).moves!.length).toBeLessThan(last(free).moves!.length)
    expect(simplerMoves(sceneAt(simple), last(simple))).toBeNull()
  })
  it('stays where it is when its figure, or the column of that, is deleted', () => {
    const scene = sceneAt(riding)
    const args = { stack: STACK, subject: 'keeper' }
    lieAlike(riding, after(riding, [...letAllGo(scene, { subject: 'keeper' }), { name: 'subject.remove', args }]))
    const remove = { name: 'column.remove' as const, args: { plan: PLAN, column: COLUMN } }
    lieAlike(riding, after(riding, [...letAllGo(scene, { column: COLUMN }), remove]))
    expect(letAllGo(scene, { subject: 'another' })).toEqual([])
  })
})
