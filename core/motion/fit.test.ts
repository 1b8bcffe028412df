import { describe, expect, it } from 'vitest'
import { after, inverseOf, mapped, type Affine } from './affine'
import { halfOf, similarity } from './fit'
import { vec, type Vec } from './vec'

const turned = (turn: number, size: number, x: number, y: number): Affine => [
  Math.cos(turn) * size,
  Math.sin(turn) * size,
  -Math.sin(turn) * size,
  Math.cos(turn) * size,
  x,
  y,
]
const POINTS: readonly Vec[] = [vec(0, 0), vec(100, 20), vec(40, -70), vec(-30, 55)]
const near = (a: Affine, b: Affine) => a.forEach((n, i) => expect(n).toBeCloseTo(b[i]!, 8))

describe('the similarity that lays points on others', () => {
  it('finds the one that they were moved by, from two points and from more', () => {
    const m = turned(2.2, 0.7, 310, -45)
    for (const n of [2, 3, 4]) near(similarity(POINTS.slice(0, n).map(p => [p, mapped(m, p)]))!, m)
  })

  it('only shifts by one pair, and knows nothing from points that lie on one another', () => {
    near(similarity([[vec(3, 4), vec(10, 1)]])!, [1, 0, 0, 1, 7, -3])
    expect(
      similarity([
        [vec(3, 4), vec(10, 1)],
        [vec(3, 4), vec(20, 1)],
      ]),
    ).toBeNull()
    expect(similarity([])).toBeNull()
  })

  it('is the published example but for its mirror', () => {
    // Umeyama 1991, section IV: points (0,0) (1,0) (0,2) onto (0,0) (-1,0) (0,2); the paper's answer with no reflection
    // allowed: turn R = [0.832 0.555; -0.555 0.832], size 0.721, shift (-0.8, 0.4).
    const m = similarity([
      [vec(0, 0), vec(0, 0)],
      [vec(1, 0), vec(-1, 0)],
      [vec(0, 2), vec(0, 2)],
    ])!
    const size = Math.hypot(m[0], m[1])
    expect(size).toBeCloseTo(0.721, 3)
    expect(m[0] / size).toBeCloseTo(0.832, 3)
    expect(m[2] / size).toBeCloseTo(0.555, 3)
    expect(m[4]).toBeCloseTo(-0.8, 9)
    expect(m[5]).toBeCloseTo(0.4, 9)
  })

  it('is no worse than any other near it', () => {
    const to = [vec(5, 1), vec(90, 60), vec(70, -40), vec(-40, 30)]
    const miss = (m: Affine) =>
      POINTS.reduce((sum, p, i) => sum + Math.hypot(mapped(m, p).x - to[i]!.x, mapped(m, p).y - to[i]!.y) ** 2, 0)
    const best = similarity(POINTS.map((p, i) => [p, to[i]!]))!
    for (const by of [turned(0.01, 1, 0, 0), turned(-0.01, 1, 0, 0), turned(0, 1.01, 0, 0), turned(0, 0.99, 0, 0)])
      expect(miss(after(best, by))).toBeGreaterThan(miss(best))
    for (const by of [turned(0, 1, 1, 0), turned(0, 1, 0, -1)])
      expect(miss(after(by, best))).toBeGreaterThan(miss(best))
  })
})

describe('half of a map', () => {
  it('brings both sides to the same place', () => {
    const m = turned(1.1, 1.6, 240, -30)
    const h = halfOf(m, vec(20, 10))
    const back = after(h, inverseOf(m))
    for (const p of POINTS) {
      const [one, other] = [mapped(h, p), mapped(back, mapped(m, p))]
      expect(one.x).toBeCloseTo(other.x, 8)
      expect(one.y).toBeCloseTo(other.y, 8)
    }
    expect(mapped(h, vec(20, 10)).x).toBeCloseTo((20 + mapped(m, vec(20, 10)).x) / 2, 8)
    const twice = after(h, h)
    for (const i of [0, 1, 2, 3] as const) expect(twice[i]).toBeCloseTo(m[i], 8)
  })

  it('of a shift alone is half of the shift', () => {
    expect(halfOf([1, 0, 0, 1, 40, 6], vec(1000, 3))).toEqual([1, 0, 0, 1, 20, 3])
  })
})
