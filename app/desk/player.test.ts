import { expect, it } from 'vitest'
import { playedFrames } from './player'

it('loops to the last exposure of an unfinished shot, to the end of a finished one, or over what was set', () => {
  expect(playedFrames(null, 120, 24)).toEqual({ first: 1, last: 24 })
  expect(playedFrames(null, 24, 24)).toEqual({ first: 1, last: 24 })
  // What overhangs the shot is not in it.
  expect(playedFrames(null, 24, 30)).toEqual({ first: 1, last: 24 })
  expect(playedFrames(null, 120, 0)).toEqual({ first: 1, last: 120 })
  expect(playedFrames({ first: 5, last: 60 }, 120, 24)).toEqual({ first: 5, last: 60 })
  expect(playedFrames({ first: 130, last: 140 }, 120, 24)).toEqual({ first: 120, last: 120 })
})
