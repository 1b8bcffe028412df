import { describe, expect, it } from 'vitest'
import { charted, columnIn, done, PLAN, posedShot, runOn } from '#core/commands/fixture.test-helper'
import { after, deskOn } from '~/desk/scene.test-helper'
import { outcomeOf } from './arrange'
import { overRange, rangeWords } from './range'

describe('a range', () => {
  it('says what it is and what comes out', () => {
    const shot = charted(posedShot(), '1', '13', ['5', '7', '9', '11'])
    const desk = deskOn(shot, 5, { first: 5, last: 12 })
    expect(rangeWords(...desk)).toBe('A, frames 5–12: 8 frames, 4 drawings, on twos, 12.0 a second')
    const pushed = after(shot, overRange(...desk, { kind: 'expose', step: 1, by: 'push' })[0]!)
    expect(outcomeOf(...desk, pushed)).toBe('30 → 26 frames, all 7 drawings kept')
    const thinned = after(shot, overRange(...desk, { kind: 'expose', step: 4, by: 'thin' })[0]!)
    expect(outcomeOf(...desk, thinned)).toBe('length stays 30 frames, 7 → 5 drawings (2 no longer exposed)')
  })
  it('beyond the end is told', () => {
    const shot = posedShot()
    const desk = deskOn(shot, 25, { first: 25, last: 30 })
    expect(
      outcomeOf(
        ...desk,
        done(shot, 'run.push', { plan: PLAN, column: columnIn(shot).id, run: runOn(shot, '25'), delta: 20 }),
      ),
    ).toBe('30 → 50 frames, all 3 drawings kept, 2 beyond the end of the shot')
  })
})
