import { CurveInterpolator } from 'curve-interpolator'
import { describe, expect, it } from 'vitest'
import { arc, catmullRom, distance, nearestTurn, vec } from '.'

const points = [vec(0, 0), vec(100, -80), vec(260, -60), vec(300, 90)] as const

describe('the arc through poses', () => {
  // Geometry: npm package curve-interpolator, centripetal (alpha 0.5, no tension).
  it('runs where curve-interpolator runs', () => {
    const theirs = new CurveInterpolator(
      points.map(p => [p.x, p.y]),
      { tension: 0, alpha: 0.5 },
    )
    const mine = catmullRom(points[0], points[1], points[2], points[3])
    for (let i = 0; i <= 20; i++) {
      const p = mine(i / 20)
      expect(theirs.getNearestPosition([p.x, p.y]).distance).toBeLessThan(0.02)
    }
  })
  it('is one-sided at the ends, where curve-interpolator runs too', () => {
    const theirs = new CurveInterpolator(
      points.map(p => [p.x, p.y]),
      { tension: 0, alpha: 0.5 },
    )
    const mine = catmullRom(null, points[0], points[1], points[2])
    for (let i = 0; i <= 20; i++) {
      const p = mine(i / 20)
      expect(theirs.getNearestPosition([p.x, p.y]).distance).toBeLessThan(0.02)
    }
  })
  it('takes equal ways for equal shares', () => {
    const path = arc(points[0], points[1], points[2], points[3])
    const steps = Array.from({ length: 40 }, (_, i) => distance(path(i / 40), path((i + 1) / 40)))
    expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(1.02)
    expect(path(0)).toEqual(points[1])
    expect(path(1)).toEqual(points[2])
  })
  it('is straight between two points, and stays on coincident ones', () => {
    expect(arc(null, vec(0, 0), vec(10, 0), null)(0.25)).toEqual(vec(2.5, 0))
    expect(arc(points[0], vec(5, 5), vec(5, 5), points[1])(0.7)).toEqual(vec(5, 5))
    expect(arc(vec(0, 0), vec(0, 0), vec(10, 0), null)(0.5)).toEqual(vec(5, 0))
  })
  it('goes on in line beyond its ends', () => {
    const path = arc(points[0], points[1], points[2], points[3])
    expect(distance(path(1.1), points[2])).toBeCloseTo(distance(path(1.2), path(1.1)), 6)
    expect(distance(path(-0.1), points[1])).toBeGreaterThan(1)
  })
})

it('keeps whole turns nearest to a reference', () => {
  expect(nearestTurn(0.1, 4 * Math.PI)).toBeCloseTo(0.1 + 4 * Math.PI)
  expect(nearestTurn(-3, 3)).toBeCloseTo(2 * Math.PI - 3)
})
