import { describe, expect, it } from 'vitest'
import type { Shot } from '#core/document'
import {
  charted,
  columnIn,
  done,
  drawn,
  exposures,
  PLAN,
  posedShot,
  STACK,
  standing,
} from '#core/commands/fixture.test-helper'
import { fixOf } from '~/desk/drafts'
import { after, deskOn } from '~/desk/scene.test-helper'
import { fill, space } from './fill'
import { passHere } from './spans'

const numbers = (shot: Shot) =>
  Object.values(shot.plans[PLAN]!.charts)[0]!.ticks.map(t => drawn(shot)[t.drawing]!.number)

describe('in-betweens of a pass', () => {
  it('are named by the frames they fall on, and stay when more come before them', () => {
    const shot = posedShot()
    const three = after(shot, fill(...deskOn(shot), passHere(...deskOn(shot))!, 3))
    expect([numbers(three), exposures(three)]).toEqual([['7', '9', '11'], '1*6 7*2 9*2 11*2 13*12 25*6'])
    const four = after(three, fill(...deskOn(three), passHere(...deskOn(three))!, 4))
    expect(numbers(four)).toEqual(['5', '7', '9', '11'])
    const two = after(four, fill(...deskOn(four), passHere(...deskOn(four))!, 2))
    expect([numbers(two), exposures(two)]).toEqual([['9', '11'], '1*8 9*2 11*2 13*12 25*6'])
  })
  it('give computed drawings up before own ones', () => {
    let shot = charted(posedShot(), '1', '13', ['7', '9', '11'])
    shot = done(shot, 'drawing.pose', {
      stack: STACK,
      drawing: 'd7',
      poses: { keeper: standing },
      ...fixOf(...deskOn(shot), drawn(shot).d7!),
    })
    expect(numbers(after(shot, fill(...deskOn(shot), passHere(...deskOn(shot))!, 2)))).toEqual(['7', '11'])
  })
  it('are spaced as they are seen on a return', () => {
    let shot = charted(posedShot(), '1', '13', ['9', '11'])
    shot = done(shot, 'drawing.remove', { stack: STACK, drawing: 'd25' })
    for (const drawing of ['d11', 'd9', 'd1'])
      shot = done(shot, 'run.expose', { plan: PLAN, column: columnIn(shot).id, drawing, at: null, frames: 2 })
    const desk = deskOn(shot, 26)
    expect(passHere(...desk)!.backward).toBe(true)
    expect(space(desk[0], passHere(...desk)!, { family: 'halves', slow: 'first' })!.args).toMatchObject({
      recipe: { slow: 'second' },
      places: [1 / 2, 3 / 4],
    })
  })
})
