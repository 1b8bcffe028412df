import { describe, expect, it } from 'vitest'
import { posedShot } from '#core/commands/fixture.test-helper'
import { deskOn } from '~/desk/scene.test-helper'
import { GHOSTS, ghostsHere } from './ghosts'
import { neighbourOn, withLaid } from './laid'

const shot = posedShot()

describe('neighbours that are laid over a drawing', () => {
  it('are the next other drawings on both sides, wherever in its hold the playhead stands', () => {
    for (const frame of [13, 20]) {
      const [, focus] = deskOn(shot, frame)
      expect(neighbourOn('before', focus)).toEqual({ drawing: 'd1', frame: 1 })
      expect(neighbourOn('after', focus)).toEqual({ drawing: 'd25', frame: 25 })
    }
    const [, first] = deskOn(shot, 1)
    expect(neighbourOn('before', first)).toBeNull()
  })

  it('are seen as ghosts whatever the rule says, each once', () => {
    const [scene, focus] = deskOn(shot, 13)
    const also = [{ drawing: 'd1', frame: 1, side: 'before' as const }]
    const numbers = (before: number[]) =>
      ghostsHere(scene, focus, { rule: { ...GHOSTS, before, after: [] }, pinned: {}, pair: null, also }).map(g => [
        g.drawing,
        g.side,
        g.strength,
      ])
    expect(numbers([])).toEqual([['d1', 'before', 1]])
    expect(numbers([0.5])).toEqual([['d1', 'before', 0.5]])
  })

  it('are remembered for the drawings they were laid over last', () => {
    const map = [1, 0, 0, 1, 5, 5] as const
    let kept = withLaid({}, 'a', { x: map })
    for (let i = 0; i < 299; i++) kept = withLaid(kept, `n${i}`, { x: map })
    kept = withLaid(kept, 'a', { y: map })
    kept = withLaid(kept, 'b', { x: map })
    expect(Object.keys(kept)).toHaveLength(300)
    expect(kept.a).toEqual({ y: map })
    expect(kept.n0).toBeUndefined()
    expect(withLaid(kept, 'a', {}).a).toBeUndefined()
  })
})
