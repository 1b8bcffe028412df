import { describe, expect, it } from 'vitest'
import { stretched } from './stretch'

const tone = (from: number, count: number) => {
  const left = Float32Array.from(
    { length: count },
    (_, i) => 0.5 * Math.sin((2 * Math.PI * 1000 * (from + i)) / 48_000),
  )
  return { left, right: left.slice() }
}
const PART = 12_000
const played = (speed: number): Float32Array => {
  const read = stretched(tone, speed)
  return Float32Array.from(Array.from({ length: 12 }, (_, k) => [...read(k * PART, PART).left]).flat())
}
const hertzOf = (s: Float32Array): number => {
  const ups: number[] = []
  for (let i = 1; i < s.length; i++) if (s[i - 1]! < 0 && s[i]! >= 0) ups.push(i)
  return ((ups.length - 1) * 48_000) / (ups.at(-1)! - ups[0]!)
}

describe('a sound at another speed and the same pitch', () => {
  it.each([0.5, 0.8, 1.25, 2])('at %f a tone of 1 kHz stays at 1 kHz, and as loud', speed => {
    const s = played(speed).slice(2 * PART)
    expect(hertzOf(s) / 1000).toBeGreaterThan(0.99)
    expect(hertzOf(s) / 1000).toBeLessThan(1.01)
    const power = s.reduce((sum, x) => sum + x * x, 0) / s.length
    expect(power).toBeGreaterThan(0.1)
    expect(power).toBeLessThan(0.14)
  })
  it('a tick comes when it is due, to a fiftieth of a second', () => {
    // Every half second a tick; at 0.5 it comes every second.
    const ticks = (from: number, count: number) => {
      const left = Float32Array.from({ length: count }, (_, i) => ((from + i) % 24_000 < 200 ? 0.8 : 0))
      return { left, right: left.slice() }
    }
    const read = stretched(ticks, 0.5)
    const out = Float32Array.from(Array.from({ length: 16 }, (_, k) => [...read(k * PART, PART).left]).flat())
    for (const second of [1, 2, 3]) {
      const near = out.subarray((second - 0.1) * 48_000, (second + 0.15) * 48_000)
      const at = near.findIndex(x => Math.abs(x) > 0.3) / 48_000 - 0.1
      expect(Math.abs(at)).toBeLessThan(0.02)
    }
  })
})
