import { describe, expect, it } from 'vitest'
import { rate } from '#core/time'
import { after, secondsIn, shownAfter } from './reel'

const shots = [
  { frames: 12, rate: rate(12) },
  { frames: 24, rate: rate(24) },
  { frames: 1, rate: rate(24) },
]

describe('shots played one after the other', () => {
  it('take their own time, each at its own rate, and begin again', () => {
    expect(secondsIn(shots)).toBeCloseTo(2 + 1 / 24)
    expect(shownAfter(0, shots)).toEqual({ at: 0, frame: 1 })
    expect(shownAfter(11.5 / 12, shots)).toEqual({ at: 0, frame: 12 })
    expect(shownAfter(1, shots)).toEqual({ at: 1, frame: 1 })
    expect(shownAfter(1.5, shots)).toEqual({ at: 1, frame: 13 })
    expect(shownAfter(2.01, shots)).toEqual({ at: 2, frame: 1 })
    expect(shownAfter(secondsIn(shots) + 0.5, shots)).toEqual({ at: 0, frame: 7 })
  })
  it('shows every frame of each, once a round', () => {
    const seen = new Set<string>()
    for (let i = 0, now = { at: 0, frame: 1 }; i < 37; i++, now = after(shots, now)) seen.add(`${now.at} ${now.frame}`)
    expect(seen.size).toBe(37)
    expect(after(shots, { at: 2, frame: 1 })).toEqual({ at: 0, frame: 1 })
  })
})
