import { describe, expect, it } from 'vitest'
import { charted, COLUMN, exposures, posedShot } from '#core/commands/fixture.test-helper'
import type { Selection } from '~/desk/scene'
import { after, deskOn } from '~/desk/scene.test-helper'
import { longer } from './more-frames'

/** 1*8 9*2 11*2 13*12 25*6 */
const shot = charted(posedShot(), '1', '13', ['9', '11'])
const selection = (more: Partial<Selection> & { first: number; last: number }): Selection => ({
  column: COLUMN,
  columns: [COLUMN],
  ...more,
})

const changed = (frame: number, delta: 1 | -1, selected: Selection | null) => {
  const { drafts, selection: now } = longer(...deskOn(shot, frame, null, selected), delta)
  return { runs: exposures(after(shot, drafts)), now }
}

describe('one frame more or fewer', () => {
  it('is of the exposure under the playhead, where nothing or a part of one exposure is selected', () => {
    expect(changed(9, 1, null).runs).toBe('1*8 9*3 11*2 13*12 25*6')
    expect(changed(14, -1, selection({ first: 14, last: 20 })).runs).toBe('1*8 9*2 11*2 13*11 25*6')
  })

  it('is of every selected exposure, and the selection keeps to its drawings', () => {
    const { runs, now } = changed(12, 1, selection({ first: 9, last: 12 }))
    expect(runs).toBe('1*8 9*3 11*3 13*12 25*6')
    expect(now).toMatchObject({ first: 9, last: 14 })
    const fewer = changed(9, -1, selection({ first: 1, last: 12 }))
    expect(fewer.runs).toBe('1*7 9*1 11*1 13*12 25*6')
    expect(fewer.now).toMatchObject({ first: 1, last: 9 })
  })

  it('is of exposures in several passages, and of all of a drawing', () => {
    const passages = [
      { first: 9, last: 10 },
      { first: 26, last: 27 },
    ]
    const { runs, now } = changed(9, 1, selection({ first: 9, last: 27, passages }))
    expect(runs).toBe('1*8 9*3 11*2 13*12 25*7')
    expect(now!.passages).toEqual([
      { first: 9, last: 11 },
      { first: 27, last: 29 },
    ])
  })

  it('leaves those of one frame as they are', () => {
    const once = changed(9, -1, selection({ first: 9, last: 12 }))
    expect(once.runs).toBe('1*8 9*1 11*1 13*12 25*6')
    const short = after(shot, longer(...deskOn(shot, 9, null, selection({ first: 9, last: 12 })), -1).drafts)
    expect(longer(...deskOn(short, 9, null, selection({ first: 9, last: 10 })), -1).drafts).toEqual([])
  })
})
