import { expect, it } from 'vitest'
import { listOf } from '#core/sheet'
import { after, deskOn } from '~/desk/scene.test-helper'
import { charted, columnIn, done, exposures, PLAN, posedShot, STACK } from '#core/commands/fixture.test-helper'
import { canBeOwn, exposedElsewhere, ownDrawing } from './own-drawing'

/** 1*8 9*2 11*2 13*12 25*6, and beside it a column that shows 1 for 20 frames. */
const first = charted(posedShot(), '1', '13', ['9', '11'])
const shot = done(first, 'column.share', {
  plan: PLAN,
  index: 1,
  column: { ...columnIn(first), id: 'two', name: 'B', runs: [{ id: 'a', drawing: 'd1', frames: 20 }] },
})

it('an exposure gets a copy of its drawing, elsewhere that one stays', () => {
  expect(exposedElsewhere(...deskOn(shot, 3))).toBe(1)
  const { drafts, number } = ownDrawing(...deskOn(shot, 3))
  const own = after(shot, drafts)
  expect([number, exposures(own)]).toEqual(['1a', '1a*8 9*2 11*2 13*12 25*6'])
  expect(listOf(own.plans[PLAN]!.columns.two!.runs).map(r => [r.drawing, r.frames])).toEqual([['d1', 20]])
  const { drawings } = own.stacks[STACK]!
  const copy = Object.values(drawings).find(d => d.number === '1a')!
  expect([copy.role, copy.content.poses]).toEqual([drawings.d1!.role, drawings.d1!.content.poses])
  expect(canBeOwn(...deskOn(own, 3))).toBe(false)
})
it('is offered only where the drawing is exposed elsewhere, too', () => {
  expect([1, 9, 13].map(f => canBeOwn(...deskOn(shot, f)))).toEqual([true, false, false])
})
