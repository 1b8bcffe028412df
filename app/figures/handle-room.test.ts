import { describe, expect, it } from 'vitest'
import { handlesOf, restPose } from '#core/figure'
import { person } from '#core/figure/library'
import { distance } from '#core/motion'
import { handleSpread, placedHandles } from './handle-room'

describe('the handles of a figure', () => {
  const pose = restPose({ x: 400, y: 300 })
  it('lie on its joints where there is room', () => {
    expect(handleSpread(person, pose, 1)).toBe(1)
    const placed = placedHandles(person, pose, 1)
    expect(placed.length).toBe(handlesOf(person, pose).length)
    for (const { handle, at } of placed) expect(distance(at, handle.at)).toBeLessThan(1e-9)
  })
  it('lie apart from a figure of 20 px: pulled ends do not lie on each other', () => {
    const reach = Math.max(...handlesOf(person, pose).map(h => distance(h.at, pose.place)))
    const scale = 10 / reach
    const placed = placedHandles(person, pose, scale)
    // At rest the far limbs lie exactly under the near ones.
    const ends = placed.filter(({ handle: h }) => h.kind !== 'turn' && !h.id.startsWith('far'))
    expect(Math.max(...placed.map(h => distance(h.at, pose.place) * scale))).toBeCloseTo(26 * Math.sqrt(placed.length))
    for (const a of ends) for (const b of ends) if (a !== b) expect(distance(a.at, b.at) * scale).toBeGreaterThan(11)
  })
})
