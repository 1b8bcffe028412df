import { describe, expect, it } from 'vitest'
import { spotAt } from '../commands'
import { columnIn, done, emptyShot, PLAN, planned, STACK, where } from '../commands/fixture.test-helper'
import type { Shot } from '../document'
import { Played, sceneOf } from '.'
import type { Playing } from '.'

/** Keys A (drawn), B and C (nothing on them yet) and D (drawn), two frames each; then two frames blank, then E (empty). */
function unfinished(): Shot {
  let shot = emptyShot()
  for (const [id, onFrame] of [
    ['a', 1],
    ['b', 3],
    ['c', 5],
    ['d', 7],
    ['e', 11],
  ] as const) {
    const drawing = { id, number: id, role: 'key' as const, content: { poses: {}, strokes: [] } }
    shot = done(shot, 'pose.add', { ...where, drawing, where: spotAt(columnIn(shot).runs, onFrame) ?? { onFrame } })
  }
  shot = done(shot, 'range.paste', {
    ...where,
    at: spotAt(columnIn(shot).runs, 13),
    frame: 13,
    exposures: [{ drawing: null, frames: 1 }],
    by: 'over',
  })
  const hash = 'ab'.repeat(32)
  for (const drawing of ['a', 'd'])
    shot = done(shot, 'stroke.add', { stack: STACK, drawing, strokes: [{ id: `s-${drawing}`, hash }] })
  return shot
}
const played = (shot: Shot, how: Partial<Playing>) =>
  new Played(sceneOf(shot, PLAN), { undrawn: 'hold', posesOnly: false, ...how })
const seen = (shot: Shot, how: Partial<Playing>, last = 13) => {
  const view = played(shot, how)
  return Array.from({ length: last }, (_, i) => view.drawing(columnIn(shot), i + 1) ?? '-').join('')
}

describe('what is played', () => {
  const shot = unfinished()
  it('where nothing is drawn yet, is the last drawing, or the empty one', () => {
    expect(seen(shot, {})).toBe('aaaaaadddddd-')
    expect(seen(shot, { undrawn: 'blank' })).toBe('aabbccddddee-')
    // Asked for out of order it answers the same.
    const view = played(shot, {})
    expect([12, 5, 3, 9, 6].map(f => view.drawing(columnIn(shot), f)).join('')).toBe('daada')
  })
  it('leaves out those frames where that is chosen, and no others', () => {
    const view = played(shot, { undrawn: 'skip' })
    expect(view.leftOut(columnIn(shot), { first: 1, last: 13 })).toEqual([3, 4, 5, 6, 11, 12])
    expect(played(shot, {}).leftOut(columnIn(shot), { first: 1, last: 13 })).toEqual([])
  })
  it('shows what is exposed where nothing drawn came before', () => {
    let empty = emptyShot()
    const drawing = { id: 'x', number: '1', role: 'key' as const, content: { poses: {}, strokes: [] } }
    empty = done(empty, 'pose.add', { ...where, drawing, where: { onFrame: 1 } })
    expect(seen(empty, {}, 2)).toBe('xx')
  })
  it('is poses only: each is held up to the next one', () => {
    const full = planned()
    const view = played(full, { posesOnly: true })
    const at = (f: number) => view.drawing(columnIn(full), f)
    // Keys on 1, 13 and 25; in-betweens from 7 on.
    expect([1, 6, 7, 12, 13, 24, 25].map(at)).toEqual(['d1', 'd1', 'd1', 'd1', 'd13', 'd13', 'd25'])
    expect(played(full, {}).drawing(columnIn(full), 7)).toBe('d7')
  })
})
