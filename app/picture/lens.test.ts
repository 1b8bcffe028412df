import fc from 'fast-check'
import { expect, it } from 'vitest'
import { actualSize, boxAt, panned, pictureAt, STRAIGHT, turnedBy, viewOf, zoomed } from './lens'

const picture = { width: 1920, height: 1080 }
const box = { width: 700, height: 560 }
const point = fc.record({
  x: fc.double({ min: 0, max: 700, noNaN: true }),
  y: fc.double({ min: 0, max: 560, noNaN: true }),
})
const lens = fc.record({
  zoom: fc.double({ min: 0.2, max: 8, noNaN: true }),
  x: fc.double({ min: -300, max: 300, noNaN: true }),
  y: fc.double({ min: -300, max: 300, noNaN: true }),
  turn: fc.double({ min: -3, max: 3, noNaN: true }),
})

it('a point of the box and its point of the picture belong together', () =>
  fc.assert(
    fc.property(point, lens, (p, l) => {
      const back = boxAt(pictureAt(p, picture, box, l), picture, box, l)
      expect(back.x).toBeCloseTo(p.x, 6)
      expect(back.y).toBeCloseTo(p.y, 6)
    }),
  ))
it('what is under the pointer stays there while zooming and turning', () =>
  fc.assert(
    fc.property(point, lens, fc.double({ min: 0.3, max: 3, noNaN: true }), (p, l, by) => {
      const under = pictureAt(p, picture, box, l)
      for (const next of [zoomed(l, by, p, picture, box), turnedBy(l, by, p, picture, box)]) {
        const now = pictureAt(p, picture, box, next)
        expect(now.x).toBeCloseTo(under.x, 5)
        expect(now.y).toBeCloseTo(under.y, 5)
      }
    }),
  ))
it('moves as far on the screen as the hand does, also when turned', () =>
  fc.assert(
    fc.property(point, lens, (p, { zoom, ...l0 }) => {
      const l = { ...l0, zoom: Math.max(1, zoom) }
      const under = pictureAt(p, picture, box, l)
      const now = boxAt(under, picture, box, panned(l, 30, -12, picture, box))
      expect(now.x).toBeCloseTo(p.x + 30, 6)
      expect(now.y).toBeCloseTo(p.y - 12, 6)
    }),
  ))
it('keeps a part of the picture in sight however far it is moved', () =>
  fc.assert(
    fc.property(lens, fc.double({ min: -1e5, max: 1e5, noNaN: true }), fc.boolean(), (l, by, across) => {
      const away = panned(l, across ? by : 0, across ? 0 : by, picture, { width: 700, height: 560 })
      const straight = { ...away, turn: 0 }
      const v = viewOf(picture, box, straight)
      // In the picture's own directions the box reaches at most half its diagonal from its middle.
      const half = Math.hypot(box.width, box.height) / 2
      expect(v.x + picture.width * v.scale).toBeGreaterThan(box.width / 2 - half)
      expect(v.x).toBeLessThan(box.width / 2 + half)
      expect(v.y + picture.height * v.scale).toBeGreaterThan(box.height / 2 - half)
      expect(v.y).toBeLessThan(box.height / 2 + half)
    }),
  ))
it('fits, and shows its actual size', () => {
  expect(viewOf(picture, box, STRAIGHT).scale).toBeCloseTo((700 - 12) / 1920, 9)
  expect(viewOf(picture, box, actualSize(picture, box)).scale).toBeCloseTo(1, 9)
})
