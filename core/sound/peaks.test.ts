import { describe, expect, it } from 'vitest'
import { rate } from '../time'
import { decibels, loudnessOf, monoOf, peakOver, peaksOf, PIECE, pieceOf, putPiece, silentPeaks } from '.'

/** A tone of some seconds: sin(2πft), arithmetic. */
const tone = (seconds: number, { hertz = 1000, gain = 0.5, at = 48_000 } = {}): Float32Array =>
  Float32Array.from({ length: seconds * at }, (_, i) => gain * Math.sin((2 * Math.PI * hertz * i) / at))
const joined = (...parts: Float32Array[]): Float32Array => {
  const out = new Float32Array(parts.reduce((n, p) => n + p.length, 0))
  let at = 0
  for (const p of parts) {
    out.set(p, at)
    at += p.length
  }
  return out
}

describe('peaks of a sound', () => {
  it('of a tone are its gain, and half its square on the mean, however long the stretch', () => {
    for (const at of [44_100, 48_000, 192_000]) {
      const peaks = peaksOf(tone(4, { at }), at)
      for (const [from, seconds] of [
        [0, 4],
        [0.5, 1],
        [1, 1 / 24],
        [2, 3 / 24],
      ] as const) {
        const { low, high, power } = peakOver(peaks, from * at, (from + seconds) * at)
        // Within 1 % of the gain; the mean square of a sine is half the square of its amplitude.
        expect([low, high]).toEqual([expect.closeTo(-0.5, 2), expect.closeTo(0.5, 2)])
        expect(power).toBeCloseTo(0.125, 2)
      }
    }
  })
  it('find a single click wherever one looks', () => {
    const samples = new Float32Array(48_000 * 20)
    samples[333_333] = 0.9
    const peaks = peaksOf(samples, 48_000)
    expect(peakOver(peaks, 0, samples.length).high).toBeCloseTo(0.9)
    expect(peakOver(peaks, 333_000, 334_000).high).toBeCloseTo(0.9)
    expect(peakOver(peaks, 0, 300_000).high).toBe(0)
    expect(peakOver(peaks, 400_000, 900_000).high).toBe(0)
  })
  it('are the same put together of pieces, in any order', () => {
    const samples = Float32Array.from({ length: PIECE * 2 + 70_000 }, (_, i) => Math.sin(i / 90) * ((i % 9999) / 9999))
    const whole = peaksOf(samples, 48_000)
    const pieces = silentPeaks(samples.length, 48_000)
    for (const k of [1, 2, 0]) putPiece(pieces, k * PIECE, pieceOf(samples.subarray(k * PIECE, (k + 1) * PIECE)))
    expect(pieces).toEqual(whole)
    expect(silentPeaks(0, 48_000)).toEqual(peaksOf(new Float32Array(), 48_000))
  })
  it('are silent beyond its ends, and of nothing', () => {
    const peaks = peaksOf(tone(1), 48_000)
    expect(peakOver(peaks, -9000, 0)).toEqual({ low: 0, high: 0, power: 0 })
    expect(peakOver(peaks, 48_000, 99_000).power).toBe(0)
    expect(peakOver(peaks, 47_000, 99_000).high).toBeCloseTo(0.5, 1)
    expect(peakOver(peaksOf(new Float32Array(), 48_000), 0, 10)).toEqual({ low: 0, high: 0, power: 0 })
  })
  it('are looked up in as few steps for ten minutes as for ten seconds', () => {
    const visits = (seconds: number): number => {
      const peaks = peaksOf(new Float32Array(seconds * 8000), 8000)
      let n = 0
      const counting = peaks.levels.map(l => ({
        ...l,
        low: new Proxy(l.low, {
          get: (t, k) => ((n += typeof k === 'string' && /^\d+$/.test(k) ? 1 : 0), t[k as never]),
        }),
      }))
      peakOver({ ...peaks, levels: counting }, 0, seconds * 8000)
      return n
    }
    const short = visits(10)
    expect(short).toBeGreaterThan(0)
    expect(visits(600)).toBeLessThan(4 * short)
  })
  it('of several channels are those of their mean; what is no number is silent', () => {
    const [left, right] = [tone(1), tone(1, { gain: -0.5 })]
    expect(Math.max(...monoOf([left, right]))).toBeCloseTo(0)
    expect([...monoOf([Float32Array.of(1, 1, 1), Float32Array.of(0)])]).toEqual([0.5, 0.5, 0.5])
    expect([...monoOf([Float32Array.of(Number.NaN, Number.POSITIVE_INFINITY, 0.25)])]).toEqual([0, 0, 0.25])
    expect(monoOf([])).toHaveLength(0)
  })
})

describe('loudness by frames', () => {
  it('tells loud, soft and silent apart by the sound itself', () => {
    // A second each of a loud tone, one of a tenth of it (−20 dB), and none.
    const sound = (gain: number) => joined(tone(1, { gain }), tone(1, { gain: gain / 10 }), new Float32Array(48_000))
    for (const gain of [0.8, 0.05]) {
      const told = loudnessOf(peaksOf(sound(gain), 48_000), 0, 72, rate(24))
      expect(new Set(told.slice(1, 23))).toEqual(new Set(['loud']))
      expect(new Set(told.slice(25, 47))).toEqual(new Set(['soft']))
      expect(new Set(told.slice(49))).toEqual(new Set(['silent']))
    }
  })
  it('begins where the sound does, and is silent for hiss alone', () => {
    const told = loudnessOf(peaksOf(tone(1), 48_000), 0.5, 48, rate(24))
    expect([told[10], told[14], told[40]]).toEqual(['silent', 'loud', 'silent'])
    const hiss = peaksOf(tone(1, { gain: 0.0005 }), 48_000)
    expect(new Set(loudnessOf(hiss, 0, 24, rate(24)))).toEqual(new Set(['silent']))
    expect(decibels(1)).toBe(0)
  })
})
