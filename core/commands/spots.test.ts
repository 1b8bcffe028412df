import { describe, expect, it } from 'vitest'
import { columnIn, emptyShot, posedShot, runOn } from './fixture.test-helper'
import { shownRuns } from '../sheet'
import { rangeSpots, spotAt } from './spots'

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
