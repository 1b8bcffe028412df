import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rate } from '../time'
import type { MixPart, Stereo } from '.'
import { Along, asTwo, beatsIn, factorOf, mixOf, peaksOf, resampled } from '.'

const CLOCK = 48_000
/** A tone: sin(2πft), arithmetic. */
const tone = (count: number, hertz: number, gain = 0.5): Float32Array<ArrayBuffer> =>
  Float32Array.from({ length: count }, (_, i) => gain * Math.sin((2 * Math.PI * hertz * i) / CLOCK))
const part = (planes: Float32Array[], more: Partial<MixPart> = {}): MixPart => ({
  ...{ planes, start: 0, from: 0, to: planes[0]!.length, gain: 1 },
  ...more,
})
const peak = ({ left, right }: Stereo): number =>
  Math.max(...[left, right].map(p => p.reduce((a, b) => Math.max(a, Math.abs(b)), 0)))
/** How often it goes up through 0 a second. */
const hertzOf = (s: Float32Array): number => {
  const ups: number[] = []
  for (let i = 1; i < s.length; i++) if (s[i - 1]! < 0 && s[i]! >= 0) ups.push(i - 1 + s[i - 1]! / (s[i - 1]! - s[i]!))
  return ((ups.length - 1) * CLOCK) / (ups.at(-1)! - ups[0]!)
}

describe('sounds together', () => {
  it('are as they are, sample for sample, where they fit', () => {
    const s = tone(4000, 440)
    expect([...mixOf([part([s])], 0, 4000).left]).toEqual([...s])
    expect(mixOf([part([s])], 0, 4000).right).toEqual(mixOf([part([s])], 0, 4000).left)
    const [left, right] = [tone(500, 300), tone(500, 900)]
    expect(mixOf([part([left, right])], 100, 300)).toEqual({ left: left.slice(100, 400), right: right.slice(100, 400) })
  })
  it('begin where they are placed, and are silent before and after', () => {
    const { left } = mixOf([part([Float32Array.of(0.1, 0.2, 0.3)], { start: 5 })], 3, 7)
    expect([...left].map(x => Math.round(x * 10))).toEqual([0, 0, 1, 2, 3, 0, 0])
    expect(peak(mixOf([part([tone(100, 440)])], -500, 500))).toBe(0)
    expect(peak(mixOf([], 0, 100))).toBe(0)
  })
  it('are louder and softer by their gain: 6 dB are about twice (arithmetic)', () => {
    expect(factorOf(0)).toBe(1)
    expect(factorOf(6.0206)).toBeCloseTo(2, 4)
    expect(peak(mixOf([part([tone(4800, 1000, 0.2)], { gain: factorOf(-20) })], 0, 4800))).toBeCloseTo(0.02, 4)
  })
  it('are never clipped: three as loud as can be, and what is 100 ms away stays as it is', () => {
    const loud = part([tone(4800, 440, 1)], { start: 24_000 })
    const soft = part([tone(96_000, 220, 0.3)])
    const out = mixOf([soft, loud, loud, loud], 0, 96_000)
    expect(peak(out)).toBeLessThanOrEqual(1)
    expect(peak(out)).toBeGreaterThan(0.8)
    const alone = mixOf([soft], 0, 96_000)
    expect(out.left.slice(0, 24_000 - 4800)).toEqual(alone.left.slice(0, 24_000 - 4800))
    expect(out.left.slice(28_800 + 4800)).toEqual(alone.left.slice(28_800 + 4800))
  })
  it('are the same in parts as in one piece', () => {
    const parts = [part([tone(30_000, 440, 1)], { start: 700 }), part([tone(9000, 880, 0.9)], { start: 8000 })]
    const whole = mixOf(parts, 0, 32_000)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 31_000 }), fc.integer({ min: 1, max: 1000 }), (from, count) => {
        expect(mixOf(parts, from, count).left).toEqual(whole.left.slice(from, from + count))
      }),
      { numRuns: 30 },
    )
  })
  it('that were cut come and go within a millisecond; all of one is left as it is', () => {
    const flat = new Float32Array(9600).fill(0.5)
    const cut = mixOf([part([flat], { from: 2000, to: 4000 })], 0, 2000).left
    expect([cut[0]! < 0.01, cut[48], cut[1000], cut[1951], cut[1999]! < 0.01]).toEqual([true, 0.5, 0.5, 0.5, true])
    expect(mixOf([part([flat])], 0, 1).left[0]).toBe(0.5)
  })
  it('of six channels as two as the Web Audio specification has it: L + 0.7071 (C + SL)', () => {
    const six = [1, 2, 4, 8, 16, 32].map(v => Float32Array.of(v))
    expect(asTwo(six).map(p => p[0])).toEqual([
      expect.closeTo(1 + Math.SQRT1_2 * (4 + 16), 5),
      expect.closeTo(2 + Math.SQRT1_2 * (4 + 32), 5),
    ])
    expect(asTwo(six.slice(0, 4)).map(p => p[0])).toEqual([2.5, 5])
    expect(asTwo(six.slice(0, 3)).map(p => p[0])).toEqual([2.5, 2])
    expect(asTwo(six.slice(0, 1))).toEqual([six[0]])
  })
})

describe('what is heard along the frames that are played', () => {
  /** Each sample is its own place, as a share of a million. */
  const counting = (from: number, count: number): Stereo => {
    const left = Float32Array.from({ length: count }, (_, i) => (from + i) / 1e6)
    return { left, right: left.slice() }
  }
  const at = (s: Stereo, i: number): number => Math.round(s.left[i]! * 1e6)
  it('is the shot from its first frame on, and then again', () => {
    const along = new Along([3, 4, 5], rate(24))
    const out = along.read(0, 14_000, counting)
    expect([at(out, 1000), at(out, 5000), at(out, 7000), at(out, 13_000)]).toEqual([5000, 9000, 5000, 5000])
    expect(along.startOf(3)).toBe(4000)
  })
  it('jumps over frames that are left out', () => {
    const out = new Along([1, 2, 7, 8], rate(24)).read(0, 8000, counting)
    expect([at(out, 1000), at(out, 3800), at(out, 4100), at(out, 7000)]).toEqual([1000, 3800, 12_100, 15_000])
  })
  it('goes and comes at a jump, without a step larger than the sound itself makes', () => {
    const flat = (_from: number, count: number): Stereo => {
      const left = new Float32Array(count).fill(0.8)
      return { left, right: left.slice() }
    }
    const { left } = new Along([1, 9], rate(24)).read(0, 12_000, flat)
    for (let i = 1; i < left.length; i++) expect(Math.abs(left[i]! - left[i - 1]!)).toBeLessThan(0.05)
    expect(left[1000]).toBe(left[3000])
  })
  it('never drifts: the 10,000th round of seven frames at 29.97 begins with the sample nearest to its time', () => {
    const r = rate(30_000, 1001)
    const along = new Along([1, 2, 3, 4, 5, 6, 7], r)
    // Seconds of so many frames: frames × 1001 / 30,000.
    const start = Math.round(((70_000 * 1001) / 30_000) * CLOCK)
    expect(at(along.read(start + 500, 1, counting), 0)).toBe(500)
  })
  it('is the same in parts as in one piece', () => {
    const along = new Along([5, 6, 2, 3, 4], rate(25))
    const whole = along.read(0, 40_000, counting)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 38_000 }), fc.integer({ min: 1, max: 2000 }), (from, count) => {
        expect(along.read(from, count, counting).left).toEqual(whole.left.slice(from, from + count))
      }),
      { numRuns: 50 },
    )
  })
})

describe('a sound at another speed', () => {
  const hear = (from: number, count: number): Stereo => {
    const left = Float32Array.from(
      { length: count },
      (_, i) => 0.5 * Math.sin((2 * Math.PI * 1000 * (from + i)) / CLOCK),
    )
    return { left, right: left.slice() }
  }
  it.each([0.5, 0.75, 1, 1.25, 2])('at %f a tone of 1 kHz is as many times as high, its peaks within 1 %%', speed => {
    const out = resampled(hear, 10.25, CLOCK, speed)
    expect(hertzOf(out.left) / (1000 * speed)).toBeCloseTo(1, 3)
    expect(peak(out)).toBeGreaterThan(0.495)
    expect(peak(out)).toBeLessThan(0.505)
  })
})

describe('beats', () => {
  /** Ticks of 20 ms at these seconds, on noise or silence. */
  const ticks = (seconds: readonly number[], length: number, noise = 0): Float32Array => {
    let seed = 7
    const random = (): number => (seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff) / 0x40000000 - 1
    const out = Float32Array.from({ length: length * CLOCK }, () => noise * random())
    for (const s of seconds)
      for (let i = 0; i < 960; i++) out[Math.round(s * CLOCK) + i]! += 0.8 * Math.exp(-i / 240) * Math.sin(i / 7)
    return out
  }
  const at = [0.5, 1, 1.5, 2, 2.5, 3, 3.5]
  it.each([0, 0.02, 0.08])('of a tick each half second are found to 5 ms, on noise of %f', noise => {
    const found = beatsIn(peaksOf(ticks(at, 4, noise), CLOCK), 0, 4 * CLOCK)
    expect(found).toHaveLength(at.length)
    found.forEach((b, i) => expect(Math.abs(b / CLOCK - at[i]!)).toBeLessThan(0.005))
  })
  it('are none in silence, in noise alone, and in a tone that goes on', () => {
    for (const s of [new Float32Array(CLOCK * 2), ticks([], 2, 0.2), tone(CLOCK * 2, 440)])
      expect(beatsIn(peaksOf(s, CLOCK), s.length > 0 ? 4800 : 0, s.length)).toEqual([])
    expect(beatsIn(peaksOf(new Float32Array(), CLOCK), 0, 0)).toEqual([])
  })
  it('are looked for where they are asked for', () => {
    const peaks = peaksOf(ticks(at, 4), CLOCK)
    expect(beatsIn(peaks, 1.2 * CLOCK, 2.2 * CLOCK).map(b => Math.round((b / CLOCK) * 2) / 2)).toEqual([1.5, 2])
  })
})
