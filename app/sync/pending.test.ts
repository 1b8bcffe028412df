import { describe, expect, it } from 'vitest'
import type { Shot } from '#core/document'
import {
  cmd,
  columnIn,
  done,
  emptyShot,
  exposures,
  posedShot,
  runOn,
  STACK,
  standing,
  where,
} from '#core/commands/fixture.test-helper'
import type { Replayed } from './pending'
import { Pending } from './pending'

/** What could not be done again; false where entries are missing. */
const lostOf = (replayed: Replayed | false) => replayed && replayed.lost

const push = (shot: Shot, number: string, delta: number) =>
  cmd('run.push', { ...where, run: runOn(shot, number), delta })

describe('what was done here', () => {
  it('stands on top at once and becomes confirmed without being done again', () => {
    const shot = posedShot()
    const p = new Pending(shot, 7)
    const a = push(shot, '1', 2)
    const b = push(shot, '13', 1)
    p.add(a)
    p.add(b)
    const local = p.shot
    expect(lostOf(p.receive([{ revision: 8, command: a }]))).toEqual([])
    expect([p.revision, p.count, p.shot === local]).toEqual([8, 1, true])
    expect(lostOf(p.receive([{ revision: 9, command: b }]))).toEqual([])
    expect([p.revision, p.count, p.shot === local]).toEqual([9, 0, true])
  })
  it('is done again on top of what another window did', () => {
    const shot = posedShot()
    const p = new Pending(shot, 0)
    const mine = push(shot, '1', 2)
    p.add(mine)
    const theirs = push(shot, '13', 5)
    expect(lostOf(p.receive([{ revision: 1, command: theirs }]))).toEqual([])
    expect(exposures(p.shot)).toBe('1*14 13*17 25*6')
    expect(lostOf(p.receive([{ revision: 2, command: mine }]))).toEqual([])
    expect([exposures(p.shot), p.count]).toEqual(['1*14 13*17 25*6', 0])
  })
  it('acknowledged together with what came before it, is done again on top of that', () => {
    const shot = posedShot()
    const p = new Pending(shot, 0)
    const mine = push(shot, '1', 2)
    p.add(mine)
    p.receive([
      { revision: 1, command: push(shot, '1', 3) },
      { revision: 2, command: mine },
    ])
    expect([exposures(p.shot), p.revision, p.count]).toEqual(['1*17 13*12 25*6', 2, 0])
  })
  it('tells what it leads from and to now, for taking it back', () => {
    const shot = posedShot()
    const p = new Pending(shot, 0)
    const [mine, theirs] = [push(shot, '1', 2), push(shot, '1', 3)]
    p.add(mine)
    const replayed = p.receive([{ revision: 1, command: theirs }])
    const [again] = replayed ? replayed.again : []
    expect([again!.command, exposures(again!.before), exposures(again!.after)]).toEqual([
      mine,
      '1*15 13*12 25*6',
      '1*17 13*12 25*6',
    ])
  })
  it('is given back where it cannot be kept, and the rest is', () => {
    const shot = posedShot()
    const p = new Pending(shot, 0)
    const onGone = cmd('drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: standing } })
    p.add(onGone)
    p.add(push(shot, '1', 2))
    const lost = lostOf(p.receive([{ revision: 1, command: cmd('drawing.remove', { stack: STACK, drawing: 'd13' }) }]))
    expect(lost).toMatchObject([{ command: { id: onGone.id }, refusal: { code: 'gone' } }])
    expect(exposures(p.shot)).toBe('1*26 25*6')
  })
  it('goes on without what the server refused', () => {
    const shot = posedShot()
    const p = new Pending(shot, 0)
    const bad = push(shot, '1', 2)
    p.add(bad)
    p.add(push(shot, '13', 1))
    expect(lostOf(p.drop(new Set([bad.id])))).toEqual([])
    expect(exposures(p.shot)).toBe('1*12 13*13 25*6')
  })
})
it('says when entries are missing in between', () => {
  const shot = emptyShot()
  expect(new Pending(shot, 3).receive([{ revision: 5, command: cmd('shot.set', { length: 9 }) }])).toBe(false)
  expect(new Pending(shot, 3).receive([{ revision: 3, command: cmd('shot.set', { length: 9 }) }])).toEqual({
    lost: [],
    again: [],
  })
  expect(columnIn(done(shot, 'shot.set', { length: 9 })).runs.count).toBe(0)
})
