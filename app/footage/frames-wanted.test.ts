import { describe, expect, it } from 'vitest'
import type { Column, Footage } from '#core/document'
import { runsOf } from '#core/sheet'
import { rate } from '#core/time'
import { nextFrames, wantedOf } from './frames-wanted'

const [STANDING, PLAYING] = [false, true]
const footage: Footage = {
  ...{ file: 'f'.repeat(64), width: 640, height: 360, name: 'lift.mp4', seconds: 1 },
  ...{ from: 5, inPoint: 0, speed: 1, at: [1, 0, 0, 1, 0, 0] },
}
const column = (more: Partial<Column> = {}): Column => ({
  ...{ id: 'film', name: 'Film', stack: 'film-stack', ink: '#26302c', step: 2, runs: runsOf([]) },
  ...{ background: false, locked: false, hidden: false, footage },
  ...more,
})

describe('what of footage is decoded', () => {
  it('is what is seen first, then what lies around it, in order', () => {
    expect(nextFrames(3, STANDING, [])).toEqual([3, 1, 2, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15])
  })
  it('is what comes next in the loop while it plays, over its end and once each', () => {
    expect(nextFrames(9, PLAYING, [7, 8, 9, 10])).toEqual([9, 10, 7, 8])
    const long = Array.from({ length: 200 }, (_, i) => i + 1)
    expect(nextFrames(190, PLAYING, long)).toEqual([...long.slice(189), ...long.slice(0, 25)])
  })
  it('is nothing before it begins, after its end, and where its column is hidden', () => {
    const [all] = wantedOf([column()], [1, 4, 5, 28, 29], rate(24)).values()
    expect(all!.map(w => Math.round(w.second * 48))).toEqual([1, 47])
    expect(wantedOf([column({ hidden: true })], [5], rate(24)).size).toBe(0)
  })
  it('is asked for once where two columns show the same of one file', () => {
    const both = wantedOf([column(), column({ id: 'again' })], [5, 6], rate(24))
    expect([...both.values()].map(list => list.length)).toEqual([2])
  })
})
