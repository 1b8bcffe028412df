import { describe, expect, it } from 'vitest'
import { charted, done, drawn, emptyShot, exposures, posedShot, STACK, where } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { blank } from '~/sheet/arrange'
import { after, deskOn } from '~/desk/scene.test-helper'
import { lastPose, newPose } from './new-pose'

describe('a new pose', () => {
  it('in an empty column stands on the frame it was asked for', () =>
    expect(
      exposures(after(emptyShot(), newPose(...deskOn(emptyShot(), 5), { from: 'blank', where: 'playhead' }))),
    ).toBe('X*4 5*2'))
  it('is numbered by its frame, with a letter where the number is taken', () => {
    const shot = posedShot()
    expect(exposures(after(shot, newPose(...deskOn(shot, 13), { from: 'blank', where: 'playhead' })))).toBe(
      '1*12 13a*2 13*12 25*6',
    )
    expect(exposures(after(shot, newPose(...deskOn(shot), { from: 'blank', where: { afterLast: 8 } })))).toBe(
      '1*12 13*12 25*8 33*2',
    )
  })
  it('copies what a drawing shows, computed ones too', () => {
    const shot = charted(posedShot(), '1', '13', ['9'])
    const desk = deskOn(shot, 20)
    const copy = after(
      shot,
      newPose(...desk, { from: { copyOf: 'd9' }, where: 'playhead', role: 'breakdown', id: 'copy' }),
    )
    expect(drawn(copy).copy).toMatchObject({
      role: 'breakdown',
      own: true,
      content: desk[0].contents.of(desk[0], shot.stacks[STACK]!, 'd9'),
    })
  })
  it('comes where one stands: in a hold, which is cut there, on a blank, after the end', () => {
    const shot = posedShot()
    const at = (of: Shot, frame: number) =>
      exposures(after(of, newPose(...deskOn(of, frame), { from: 'blank', where: 'playhead' })))
    expect(at(shot, 15)).toBe('1*12 13*2 15*10 25*6')
    expect(at(shot, 35)).toBe('1*12 13*12 25*10 35*2')
    const gap = after(shot, blank(...deskOn(shot, 14, { first: 14, last: 20 })))
    expect(at(gap, 14)).toBe('1*12 13*1 14*7 13*4 25*6')
    expect(at(gap, 16)).toBe('1*12 13*1 X*2 16*5 13*4 25*6')
  })
  it('is what new drawings of its column are', () => {
    const shot = done(posedShot(), 'column.set', { ...where, adds: 'in-between' })
    const added = (more: object) =>
      drawn(after(shot, newPose(...deskOn(shot, 30), { from: 'blank', where: 'playhead', id: 'n', ...more }))).n
    expect(added({})).toMatchObject({ role: 'in-between', own: true })
    expect(added({ role: 'key' })).toMatchObject({ role: 'key' })
  })
  it('looks for the last pose up to a frame', () => {
    const desk = deskOn(posedShot())
    expect([lastPose(desk[1])!.number, lastPose(desk[1], 14)!.number, lastPose(deskOn(emptyShot())[1])]).toEqual([
      '25',
      '13',
      null,
    ])
  })
})
