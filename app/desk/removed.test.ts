import { describe, expect, it } from 'vitest'
import type { ArgsOf, CommandName } from '#core/commands'
import { charted, columnIn, done, posedShot, runOn, STACK, where } from '#core/commands/fixture.test-helper'
import { goneWords, posesGone } from './removed'

const shot = charted(posedShot(), '1', '13', ['5', '9'])
const told = <N extends CommandName>(name: N, args: ArgsOf<N>): string =>
  goneWords(posesGone(shot, done(shot, name, args)))

describe('poses that are gone', () => {
  it('are told when they are deleted', () =>
    expect(told('drawing.remove', { stack: STACK, drawing: 'd13' })).toBe('Pose 13 deleted.'))
  it('are told when they are no longer exposed', () => {
    const [run, frames] = [runOn(shot, '25'), columnIn(shot).runs.frames - 24]
    const range = { ...where, first: { ...run, offset: 0 }, last: { ...run, offset: frames - 1 }, frames }
    expect(told('range.clear', range)).toBe('Pose 25 no longer exposed, kept in the tray.')
  })
  it('are told in the order of their numbers', () =>
    expect(goneWords({ deleted: ['13', '2a', '9', '2'], unexposed: [] })).toBe('Poses 2, 2a, 9, 13 deleted.'))
  it('are not told where an in-between goes, or nothing', () => {
    expect(told('drawing.remove', { stack: STACK, drawing: 'd9' })).toBe('')
    expect(told('shot.set', { length: 90 })).toBe('')
  })
})
