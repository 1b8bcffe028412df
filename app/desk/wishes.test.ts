import { describe, expect, it } from 'vitest'
import type { Shot } from '#core/document'
import { shownRuns } from '#core/sheet'
import {
  charted,
  columnIn,
  done,
  drawn,
  emptyShot,
  exposures,
  PLAN,
  posedShot,
  runOn,
  STACK,
  standing,
} from '#core/commands/fixture.test-helper'
import { outcomeOf } from '~/sheet/arrange'
import { after, deskOn } from './scene.test-helper'
import { rangeSpots, spotAt } from '#core/commands'
import { fill, fixOf, lastPose, newPose, overRange, rangeWords, space } from './wishes'

const numbers = (shot: Shot) =>
  Object.values(shot.plans[PLAN]!.charts)[0]!.ticks.map(t => drawn(shot)[t.drawing]!.number)

describe('spots', () => {
  const { runs } = columnIn(posedShot())
  it('tell a frame by its exposure, also behind the last', () => {
    expect(spotAt(runs, 15)).toMatchObject({ at: 13, offset: 2 })
    expect(spotAt(runs, 40)).toMatchObject({ at: 25, offset: 15 })
    expect(spotAt(columnIn(emptyShot()).runs, 3)).toBeNull()
  })
  it('skip what repeats add', () => {
    const shot = posedShot()
    const repeats = (first: string, last: string, times: number | null) =>
      shownRuns(
        {
          runs: columnIn(shot).runs,
          repeats: [{ id: 'rp', first: runOn(shot, first).run, last: runOn(shot, last).run, times, back: false }],
        },
        48,
      )
    const twice = repeats('1', '13', 2)
    expect(spotAt(twice, 30)).toMatchObject({ again: true })
    expect(spotAt(twice, 50)).toMatchObject({ at: 49, offset: 1 })
    // From the passage into what it adds, over it, from it on, and behind it.
    expect(rangeSpots(twice, 3, 30)).toMatchObject({ first: { offset: 2 }, last: { offset: 11 }, frames: 22 })
    expect(rangeSpots(twice, 3, 50)).toMatchObject({ first: { offset: 2 }, last: { at: 49, offset: 1 }, frames: 24 })
    expect(rangeSpots(twice, 30, 50)).toMatchObject({ first: { again: true } })
    expect(rangeSpots(twice, 50, 60)).toMatchObject({ first: { offset: 1 }, last: { offset: 11 }, frames: 11 })
    const toEnd = repeats('13', '25', null)
    expect(rangeSpots(toEnd, 13, 48)).toMatchObject({
      first: { at: 13, offset: 0 },
      last: { at: 25, offset: 5 },
      frames: 18,
    })
    expect(spotAt(toEnd, 50)).toMatchObject({ at: 25, offset: 7 })
    expect(rangeSpots(toEnd, 50, 52)).toMatchObject({ last: { offset: 9 }, frames: 3 })
  })
  it('tell a range by both ends and its length', () =>
    expect(rangeSpots(runs, 3, 14)).toMatchObject({ first: { offset: 2 }, last: { offset: 1 }, frames: 12 }))
})

describe('a new pose', () => {
  it('in an empty column stands on the frame it was asked for', () =>
    expect(exposures(after(emptyShot(), newPose(deskOn(emptyShot(), 5), 'blank', 'playhead')))).toBe('X*4 5*2'))
  it('is numbered by its frame, with a letter where the number is taken', () => {
    const shot = posedShot()
    expect(exposures(after(shot, newPose(deskOn(shot, 13), 'blank', 'playhead')))).toBe('1*12 13a*2 13*12 25*6')
    expect(exposures(after(shot, newPose(deskOn(shot), 'blank', { afterLast: 8 })))).toBe('1*12 13*12 25*8 33*2')
  })
  it('copies what a drawing shows, computed ones too', () => {
    const shot = charted(posedShot(), '1', '13', ['9'])
    const desk = deskOn(shot, 20)
    const copy = after(shot, newPose(desk, { copyOf: 'd9' }, 'playhead', 'breakdown', 'copy'))
    expect(drawn(copy).copy).toMatchObject({
      role: 'breakdown',
      own: true,
      content: desk.contents.of(shot, shot.plans[PLAN]!, shot.stacks[STACK]!, 'd9'),
    })
  })
  it('looks for the last pose up to a frame', () => {
    const desk = deskOn(posedShot())
    expect([lastPose(desk)!.number, lastPose(desk, 14)!.number, lastPose(deskOn(emptyShot()))]).toEqual([
      '25',
      '13',
      null,
    ])
  })
})

describe('in-betweens of a pass', () => {
  it('are named by the frames they fall on, and stay when more come before them', () => {
    const shot = posedShot()
    const three = after(shot, fill(deskOn(shot), deskOn(shot).pass!, 3))
    expect([numbers(three), exposures(three)]).toEqual([['7', '9', '11'], '1*6 7*2 9*2 11*2 13*12 25*6'])
    const four = after(three, fill(deskOn(three), deskOn(three).pass!, 4))
    expect(numbers(four)).toEqual(['5', '7', '9', '11'])
    const two = after(four, fill(deskOn(four), deskOn(four).pass!, 2))
    expect([numbers(two), exposures(two)]).toEqual([['9', '11'], '1*8 9*2 11*2 13*12 25*6'])
  })
  it('give computed drawings up before own ones', () => {
    let shot = charted(posedShot(), '1', '13', ['7', '9', '11'])
    shot = done(shot, 'drawing.pose', {
      stack: STACK,
      drawing: 'd7',
      poses: { keeper: standing },
      ...fixOf(deskOn(shot), drawn(shot).d7!),
    })
    expect(numbers(after(shot, fill(deskOn(shot), deskOn(shot).pass!, 2)))).toEqual(['7', '11'])
  })
  it('are spaced as they are seen on a return', () => {
    let shot = charted(posedShot(), '1', '13', ['9', '11'])
    shot = done(shot, 'drawing.remove', { stack: STACK, drawing: 'd25' })
    for (const drawing of ['d11', 'd9', 'd1'])
      shot = done(shot, 'run.expose', { plan: PLAN, column: columnIn(shot).id, drawing, at: null, frames: 2 })
    const desk = deskOn(shot, 26)
    expect(desk.pass!.backward).toBe(true)
    expect(space(desk, desk.pass!, { family: 'halves', slow: 'first' })!.args).toMatchObject({
      recipe: { slow: 'second' },
      places: [1 / 2, 3 / 4],
    })
  })
})

describe('a range', () => {
  it('says what it is and what comes out', () => {
    const shot = charted(posedShot(), '1', '13', ['5', '7', '9', '11'])
    const desk = deskOn(shot, 5, { first: 5, last: 12 })
    expect(rangeWords(desk)).toBe('A, frames 5–12: 8 frames, 4 drawings, on twos, 12.0 a second')
    const pushed = after(shot, overRange(desk, { kind: 'expose', step: 1, by: 'push' })[0]!)
    expect(outcomeOf(desk, pushed)).toBe('30 → 26 frames, all 7 drawings kept')
    const thinned = after(shot, overRange(desk, { kind: 'expose', step: 4, by: 'thin' })[0]!)
    expect(outcomeOf(desk, thinned)).toBe('length stays 30 frames, 7 → 5 drawings (2 no longer exposed)')
  })
  it('beyond the end is told', () => {
    const shot = posedShot()
    const desk = deskOn(shot, 25, { first: 25, last: 30 })
    expect(
      outcomeOf(
        desk,
        done(shot, 'run.push', { plan: PLAN, column: columnIn(shot).id, run: runOn(shot, '25'), delta: 20 }),
      ),
    ).toBe('30 → 50 frames, all 3 drawings kept, 2 beyond the end of the shot')
  })
})
