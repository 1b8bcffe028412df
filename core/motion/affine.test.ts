import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { affineOf, after, areaKept, areaOf, growth, inverseOf, mapped, STILL } from './affine'

const near = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const point = fc.record({ x: near(-500, 500), y: near(-500, 500) })
const reshape = fc.record({
  about: point,
  move: point,
  turn: near(-7, 7),
  scale: fc.record({ x: near(0.2, 4), y: near(0.2, 4) }),
})

describe('affine maps', () => {
  it('keep the centre where nothing is moved', () =>
    fc.assert(
      fc.property(reshape, r => {
        const at = mapped(affineOf({ ...r, move: { x: 0, y: 0 } }), r.about)
        expect(at.x).toBeCloseTo(r.about.x, 6)
        expect(at.y).toBeCloseTo(r.about.y, 6)
      }),
    ))
  it('have a way back', () =>
    fc.assert(
      fc.property(reshape, point, (r, p) => {
        const m = affineOf(r)
        const back = mapped(inverseOf(m), mapped(m, p))
        expect(back.x).toBeCloseTo(p.x, 4)
        expect(back.y).toBeCloseTo(p.y, 4)
      }),
    ))
  it('follow one another', () =>
    fc.assert(
      fc.property(reshape, reshape, point, (r, s, p) => {
        const [m, n] = [affineOf(r), affineOf(s)]
        const [one, two] = [mapped(after(m, n), p), mapped(m, mapped(n, p))]
        expect(one.x).toBeCloseTo(two.x, 5)
        expect(one.y).toBeCloseTo(two.y, 5)
      }),
    ))
  // The area of a picture under a linear map grows by the map's determinant.
  it('keep the area where they stretch with the area kept', () =>
    fc.assert(
      fc.property(near(0.1, 10), near(-7, 7), point, (k, turn, about) => {
        expect(areaOf(affineOf({ ...STILL(about), turn, scale: areaKept(k) }))).toBeCloseTo(1, 9)
      }),
    ))
  it('mirror by a scale below 0', () => {
    const m = affineOf({ ...STILL({ x: 100, y: 0 }), scale: { x: -1, y: 1 } })
    expect(mapped(m, { x: 130, y: 40 })).toEqual({ x: 70, y: 40 })
    expect(areaOf(m)).toBe(-1)
  })
  it('are nothing at share 0, all at share 1, and two halves of a scale make the whole', () => {
    const r = { ...STILL({ x: 0, y: 0 }), scale: { x: 4, y: 9 } }
    expect(affineOf(r, 0)).toEqual([1, 0, 0, 1, 0, 0])
    expect(growth(affineOf(r, 1))).toBeCloseTo(6)
    expect(affineOf(r, 0.5).map(n => Math.round(n * 1e9) / 1e9 + 0)).toEqual([2, 0, 0, 3, 0, 0])
  })
  it('say where there is no way back', () => expect(() => inverseOf([1, 2, 2, 4, 0, 0])).toThrow(/no way back/))
})
