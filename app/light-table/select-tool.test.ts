import { describe, expect, it } from 'vitest'
import { frameAround, gripsOf } from './select-tool'

const box = { left: 100, right: 300, top: 200, bottom: 400 }
const near = (grips: ReturnType<typeof gripsOf>, at: { x: number; y: number }, scale: number) =>
  grips.filter(g => Math.hypot(g.at.x - at.x, g.at.y - at.y) * scale <= 9).map(g => g.kind)

describe('what is selected', () => {
  it('is moved by its middle: no grip lies there, the turning centre has a mark outside', () => {
    const grips = gripsOf(frameAround(box, 1), null, 1)
    expect(near(grips, { x: 200, y: 300 }, 1)).toEqual([])
    const mark = grips.find(g => g.kind === 'centre')!
    expect(mark.at.y).toBeLessThan(box.top)
  })
  it('has the mark of its turning centre where that was put', () => {
    const grips = gripsOf(box, { x: 150, y: 220 }, 1)
    expect(near(grips, { x: 150, y: 220 }, 1)).toEqual(['centre'])
  })
  it.each([0.2, 1, 4])('is never so small that its grips cover its middle (seen at %d)', scale => {
    const dot = { left: 500, right: 501, top: 500, bottom: 500 }
    const frame = frameAround(dot, scale)
    expect(near(gripsOf(frame, null, scale), { x: 500.5, y: 500 }, scale)).toEqual([])
    // A large one is framed as it is.
    expect(frameAround(box, 1)).toEqual(box)
  })
})
