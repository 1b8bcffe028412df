import { describe, expect, it } from 'vitest'
import { felt, Pulled } from '.'

describe('how a pen is felt', () => {
  it('is as it comes in the middle, never falls, and keeps nothing and all as they are', () => {
    for (const firmness of [-1, -0.4, 0, 0.7, 1]) {
      const row = Array.from({ length: 21 }, (_, i) => felt(i / 20, firmness))
      expect([row[0], row[20]]).toEqual([0, 1])
      row.forEach((v, i) => i && expect(v).toBeGreaterThan(row[i - 1]!))
    }
    expect(felt(0.3, 0)).toBeCloseTo(0.3, 12)
    expect(felt(0.3, -1)).toBeGreaterThan(0.5)
    expect(felt(0.3, 1)).toBeLessThan(0.1)
    expect(felt(7, 0)).toBe(1)
  })
})

describe('a line on a string', () => {
  it('stays until the string is taut, and is never farther from the pen than it is long', () => {
    const pulled = new Pulled({ x: 0, y: 0 }, 10)
    expect(pulled.to({ x: 6, y: 8 })).toBeNull()
    expect(pulled.to({ x: 12, y: 16 })).toEqual({ x: 6, y: 8 })
    let pen = { x: 12, y: 16 }
    for (let i = 0; i < 200; i++) {
      pen = { x: pen.x + 5 * Math.cos(i / 7), y: pen.y + 5 * Math.sin(i / 3) }
      const at = pulled.to(pen)
      if (at) expect(Math.hypot(pen.x - at.x, pen.y - at.y)).toBeCloseTo(10, 9)
    }
  })
  it('takes out a tremor that is smaller than it', () => {
    const pulled = new Pulled({ x: 0, y: 0 }, 20)
    const heights = Array.from({ length: 200 }, (_, i) => pulled.to({ x: i, y: i % 2 ? 4 : -4 })?.y ?? 0).slice(60)
    expect(Math.max(...heights.map(Math.abs))).toBeLessThan(2)
  })
  it('follows at once where it has no length', () => {
    expect(new Pulled({ x: 0, y: 0 }, 0).to({ x: 1, y: 1 })).toEqual({ x: 1, y: 1 })
  })
})
