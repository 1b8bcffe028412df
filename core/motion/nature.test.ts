import { bezier } from './bezier.test-helper'
import * as d3 from 'd3-ease'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bezierEasing,
  cutLead,
  fallMetres,
  fallSeconds,
  falling,
  hopSeconds,
  jumpMetres,
  rising,
  settling,
  swingSeconds,
  swinging,
  thrown,
  uncutLead,
  vec,
  warped,
  windingUp,
} from '.'

const POINTS = Array.from({ length: 101 }, (_, i) => i / 100)

describe('easings', () => {
  // W3C CSS Easing Functions Level 1 (from memory); values of the npm package bezier-easing.
  it.each([
    [0.25, 0.1, 0.25, 1],
    [0.42, 0, 1, 1],
    [0, 0, 0.58, 1],
    [0.42, 0, 0.58, 1],
    [0.1, -0.6, 0.9, 1.7],
    [1, 0, 0, 1],
    [0, 1, 1, 0],
  ] as const)('cubic Bézier %d %d %d %d', (x1, y1, x2, y2) => {
    const [ours, theirs] = [bezierEasing(x1, y1, x2, y2), bezier(x1, y1, x2, y2)]
    for (const t of POINTS) expect(ours(t)).toBeCloseTo(theirs(t), x1 === 1 ? 3 : 5)
  })
  // npm package d3-ease. A sine's quarter is not a family here; its in-out form is half a swing of a pendulum.
  it('a swing, a fall and a wind-up are those of d3-ease', () => {
    const back = d3.easeBackIn.overshoot(1.70158)
    const depth = -Math.min(...Array.from({ length: 10_001 }, (_, i) => back(i / 10_000)))
    for (const t of POINTS) {
      expect(swinging(t)).toBeCloseTo(d3.easeSinInOut(t), 12)
      expect(falling(t)).toBeCloseTo(d3.easeQuadIn(t), 12)
      expect(rising(t)).toBeCloseTo(d3.easeQuadOut(t), 12)
      expect(windingUp(depth)(t)).toBeCloseTo(back(t), 5)
    }
  })
  it('a cubic Bézier can be the cubic of d3-ease', () => {
    const cubic = bezierEasing(1 / 3, 0, 2 / 3, 0)
    for (const t of POINTS) expect(cubic(t)).toBeCloseTo(d3.easeCubicIn(t), 7)
  })
})

describe('falls and throws', () => {
  // Galileo, Two New Sciences, third day (from memory): distances in equal times as 1 : 3 : 5 : 7.
  it('go 1 : 3 : 5 : 7 in equal times', () => {
    const steps = [1, 2, 3, 4].map(k => falling(k / 4) - falling((k - 1) / 4))
    steps.forEach((s, i) => expect(s / steps[0]!).toBeCloseTo(2 * i + 1, 12))
  })
  // Standard gravity, 3rd CGPM 1901: 9.80665 m/s².
  it('take their time from standard gravity', () => {
    expect(fallMetres(1)).toBeCloseTo(4.903325, 9)
    expect(fallSeconds(4.903325)).toBeCloseTo(1, 9)
    expect(jumpMetres(1)).toBeCloseTo(1.22583125, 9)
    expect(hopSeconds(1.22583125, 1.22583125)).toBeCloseTo(1, 9)
  })
  // Common practice: sideways by equal steps in equal times, up and down by steps with a constant second difference.
  it('a throw moves sideways evenly, and up and down with a constant second difference', () => {
    const up = thrown(vec(100, 500), vec(340, 200), 'second')
    const points = [0, 1, 2, 3, 4, 5].map(k => up(rising(k / 5)))
    const dx = points.slice(1).map((p, i) => p.x - points[i]!.x)
    dx.forEach(d => expect(d).toBeCloseTo(48, 9))
    const dy = points.slice(1).map((p, i) => p.y - points[i]!.y)
    const second = dy.slice(1).map((d, i) => d - dy[i]!)
    second.forEach(d => expect(d).toBeCloseTo(24, 9))
    const down = thrown(vec(340, 200), vec(580, 500), 'first')
    expect(down(falling(0.5)).x).toBeCloseTo(460, 9)
    expect(down(falling(0.5)).y).toBeCloseTo(275, 9)
  })
})

describe('swings', () => {
  // Any mechanics textbook (from memory): a pendulum of 0.9936 m beats seconds.
  it('a seconds pendulum is 0.9936 m long', () => expect(swingSeconds(0.9936)).toBeCloseTo(2, 3))
  // x = e^(−ζωt) cos(ω√(1−ζ²) t + φ); peaks shrink by e^(−2πζ/√(1−ζ²)) a period (any textbook of mechanics, from
  // memory).
  it.each([
    [2, 0.1],
    [3, 0.2],
    [6, 0.4],
  ])('%d half swings with damping %d follow the damped oscillator', (n, zeta) => {
    const root = Math.sqrt(1 - zeta * zeta)
    const omega = (n * Math.PI) / root
    const phase = -Math.atan(zeta / root)
    const x = (t: number) => (Math.exp(-zeta * omega * t) * Math.cos(omega * root * t + phase)) / Math.cos(phase)
    const f = settling(n, zeta)
    for (const t of POINTS) expect(f(t)).toBeCloseTo((1 - x(t)) / (1 - x(1)), 9)
    expect(f(0)).toBeCloseTo(0, 12)
    expect(f(1)).toBeCloseTo(1, 12)
    const middle = 1 / (1 - x(1))
    const peak = (k: number) => Math.abs(f(k / n) - middle)
    if (n > 2) expect(peak(2) / peak(0)).toBeCloseTo(Math.exp((-2 * Math.PI * zeta) / root), 9)
  })
})

describe('leads', () => {
  const share = fc.double({ min: -0.45, max: 0.45, noNaN: true })
  it('keep the ends, rise throughout, and are ahead by their share in the middle', () => {
    fc.assert(
      fc.property(share, s => {
        const w = warped(s)
        expect(w(0)).toBe(0)
        expect(w(1)).toBeCloseTo(1, 12)
        expect(w(0.5)).toBeCloseTo(0.5 + s, 12)
        for (let i = 1; i <= 60; i++) expect(w(-0.2 + i * 0.025)).toBeGreaterThan(w(-0.2 + (i - 1) * 0.025))
      }),
    )
  })
  it('of a span that is cut move as the whole did', () => {
    fc.assert(
      fc.property(
        share,
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (s, k, u) => {
          const [first, second] = cutLead(s, k)
          const w = warped(s)
          const cut = u <= k ? warped(first)(u / k) * w(k) : w(k) + warped(second)((u - k) / (1 - k)) * (1 - w(k))
          expect(cut).toBeCloseTo(w(u), 9)
          expect(uncutLead(first, k)).toBeCloseTo(s, 9)
        },
      ),
    )
  })
})
