import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Stroke } from '.'
import { packStroke, strokeText, tidy, unpackStroke } from '.'

const strokes: fc.Arbitrary<Stroke> = fc.record(
  {
    schema: fc.constant(1 as const),
    colour: fc.constantFrom('#26302c', '#1f5aa8'),
    width: fc.constantFrom(0.5, 6, 14.25),
    pressure: fc.boolean(),
    strength: fc.constantFrom(0.05, 0.35, 1),
    points: fc
      .array(
        fc.tuple(
          fc.double({ min: -1e5, max: 1e5, noNaN: true }),
          fc.double({ min: -2000, max: 2000, noNaN: true }),
          fc.double({ min: 0, max: 1, noNaN: true }),
        ),
        { minLength: 1, maxLength: 60 },
      )
      .map(p => p.flat()),
  },
  { requiredKeys: ['schema', 'colour', 'width', 'pressure', 'points'] },
)

it('a packed stroke is the tidied stroke again, to the letter that is hashed', () => {
  fc.assert(
    fc.property(strokes, fc.boolean(), (s, fill) => {
      const kept = tidy(fill ? { ...s, fill: true } : s)
      expect(strokeText(unpackStroke(packStroke(kept)))).toBe(strokeText(kept))
    }),
  )
})
it('a stored point is within 1/16 px of where it was drawn', () => {
  fc.assert(
    fc.property(strokes, s => {
      const back = unpackStroke(packStroke(tidy(s)))
      back.points.forEach((n, i) => i % 3 < 2 && expect(Math.abs(n - s.points[i]!)).toBeLessThan(1 / 16))
    }),
  )
})
it('a line drawn by hand takes few letters a point', () => {
  const points = Array.from({ length: 200 }, (_, i) => [
    100 + i * 6,
    300 + 40 * Math.sin(i / 9),
    0.5 + 0.2 * Math.sin(i / 20),
  ]).flat()
  expect(
    packStroke(tidy({ schema: 1, colour: '#26302c', width: 6, pressure: true, points })).length / 200,
  ).toBeLessThan(4.5)
})
it('strokes kept as JSON are read as they are, anything else is refused', () => {
  const old = '{"schema":1,"colour":"#26302c","width":6,"pressure":true,"points":[1,2,0.5]}'
  expect(unpackStroke(old).points).toEqual([1, 2, 0.5])
  expect(() => unpackStroke('~1 #26302c 6 p AB!')).toThrow(RangeError)
  expect(() => unpackStroke('~1 #26302c')).toThrow(RangeError)
})
