import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Handles, Recipe, Slow } from '.'
import {
  EASINGS,
  evenTimes,
  favouredPlaces,
  recipeLabel,
  recipeName,
  recipes,
  recipeSchema,
  recognised,
  slowOf,
  snapTo,
  spread,
  turnedRecipe,
  typedPlaces,
} from '.'

const close = (a: readonly number[], b: readonly number[]) => {
  expect(a).toHaveLength(b.length)
  a.forEach((u, i) => expect(u).toBeCloseTo(b[i]!, 12))
}
const of = (r: Recipe, n: number) => spread(r, n)
const slows: readonly Slow[] = ['first', 'second', 'both']

// The steps from the slow pose, by the rule that a weight is (1 − r)/r for the second and 1/r times the one before
// after it.
describe('halves for one to seven', () => {
  it('out of the first: 1/2ⁿ … 1/4 1/2', () => {
    for (let n = 1; n <= 7; n++)
      close(
        of({ family: 'halves', slow: 'first' }, n),
        Array.from({ length: n }, (_, i) => 2 ** (i - n)),
      )
  })
  it.each([
    [1, [1 / 2]],
    [2, [1 / 4, 3 / 4]],
    [3, [1 / 4, 1 / 2, 3 / 4]],
    [4, [1 / 6, 1 / 3, 2 / 3, 5 / 6]],
    [5, [1 / 8, 1 / 4, 1 / 2, 3 / 4, 7 / 8]],
    [6, [1 / 12, 1 / 6, 1 / 3, 2 / 3, 5 / 6, 11 / 12]],
    [7, [1 / 16, 1 / 8, 1 / 4, 1 / 2, 3 / 4, 7 / 8, 15 / 16]],
  ])('both, %d', (n, places) => close(of({ family: 'halves', slow: 'both' }, n), places))
  it('stop growing beyond the depth: 1 1 2 2 2 2 of 10 for depth 2 and five', () => {
    close(
      of({ family: 'halves', slow: 'first', depth: 2 }, 5),
      [1, 2, 4, 6, 8].map(k => k / 10),
    )
    close(of({ family: 'halves', slow: 'first', depth: 5 }, 5), of({ family: 'halves', slow: 'first' }, 5))
  })
})

describe('thirds for one to seven', () => {
  it('out of the first: 1/3ⁿ … 1/9 1/3', () => {
    for (let n = 1; n <= 7; n++)
      close(
        of({ family: 'thirds', slow: 'first' }, n),
        Array.from({ length: n }, (_, i) => 3 ** (i - n)),
      )
  })
  // Weights 1 2 6 18 mirrored; with an even number one step in the middle, three times its neighbour.
  it.each([
    [1, [1, 1]],
    [2, [1, 3, 1]],
    [3, [1, 2, 2, 1]],
    [4, [1, 2, 6, 2, 1]],
    [5, [1, 2, 6, 6, 2, 1]],
    [6, [1, 2, 6, 18, 6, 2, 1]],
    [7, [1, 2, 6, 18, 18, 6, 2, 1]],
  ])('both, %d', (n, weights) => {
    const sum = weights.reduce((a, b) => a + b)
    let at = 0
    close(
      of({ family: 'thirds', slow: 'both' }, n),
      weights.slice(0, -1).map(w => (at += w) / sum),
    )
  })
  it('three at both ends are 1/6 1/2 5/6', () =>
    close(of({ family: 'thirds', slow: 'both' }, 3), [1 / 6, 1 / 2, 5 / 6]))
})

describe('favours', () => {
  // Common practice: with room for only two in-betweens, slow at both ends is one favour at each pose, 1/6 and 5/6.
  it('two are one at each pose', () => close(of({ family: 'favours', slow: 'both' }, 2), [1 / 6, 5 / 6]))
  it('take the smaller of 1/6 and 1/(2n + 2), the rest evenly between', () => {
    for (let n = 1; n <= 7; n++) {
      const f = Math.min(1 / 6, 1 / (2 * n + 2))
      const first = of({ family: 'favours', slow: 'first' }, n)
      expect(first[0]).toBeCloseTo(f, 12)
      first.slice(1).forEach((u, i) => expect(u - first[i]!).toBeCloseTo((1 - f) / n, 12))
    }
  })
  it('several lie at f, f/2, f/4', () => {
    close(favouredPlaces(4, 'first', 0.2, 3), [0.05, 0.1, 0.2, 0.6])
    close(favouredPlaces(3, 'both', 0.1, 2), [0.1, 0.5, 0.9])
    close(favouredPlaces(1, 'both'), [0.5])
  })
})

// The values of CSS easings are compared with an independent implementation in core/motion; here the spacing they make.
it('a curve is asked at the times of the in-betweens, a fall as the squares of the times', () => {
  close(spread({ family: 'curve', handles: [1 / 3, 1 / 3, 2 / 3, 2 / 3] }, 3), evenTimes(3))
  // Distances from the start as 1 : 4 : 9 : 16 (Galileo, Two New Sciences, third day, from memory).
  close(spread({ family: 'fall' }, 3), [1 / 16, 4 / 16, 9 / 16])
  close(spread({ family: 'rise' }, 3), [7 / 16, 12 / 16, 15 / 16])
  close(spread({ family: 'fall' }, 2, { times: [0.25, 0.5] }), [0.0625, 0.25])
})

it('a moving hold keeps its last drawings within the drift and lets them come to rest', () => {
  for (let n = 2; n <= 7; n++) {
    const places = of({ family: 'moving-hold', slow: 'second', drift: 0.06, last: 2 }, n)
    close(places.slice(-2), [0.94, 0.985])
    const steps = [...places.slice(n - 2), 1].map((u, i, row) => (i ? u - row[i - 1]! : Infinity))
    steps.slice(1).forEach((s, i) => expect(s).toBeLessThan(steps[i]!))
  }
})

describe('every family', () => {
  const any = fc.constantFrom(...recipes)
  it('is told by its form and has a name and a label', () => {
    for (const r of recipes) {
      expect(recipeSchema.parse(r)).toEqual(r)
      expect(recipeName(r)).toMatch(/^[A-Z]/)
      expect(recipeLabel(r).length).toBeLessThan(14)
    }
    expect(new Set(recipes.map(recipeName)).size).toBe(recipes.length)
  })
  it('read backward mirrors', () => {
    fc.assert(
      fc.property(any, fc.integer({ min: 1, max: 12 }), (r, n) => {
        close(
          spread(turnedRecipe(r), n),
          spread(r, n)
            .map(u => 1 - u)
            .reverse(),
        )
        close(spread(turnedRecipe(turnedRecipe(r)), n), spread(r, n))
      }),
    )
  })
  // Common practice: toward a pose, successive steps of an ease never grow.
  it('never takes a growing step toward a slow pose', () => {
    fc.assert(
      fc.property(any, fc.integer({ min: 1, max: 24 }), (r, n) => {
        const slow = slowOf(r)
        const row = [0, ...spread(r, n), 1]
        const steps = row.slice(1).map((u, i) => u - row[i]!)
        const half = slow === 'both' ? Math.ceil(steps.length / 2) : steps.length
        if (slow === 'first' || slow === 'both')
          steps.slice(1, half).forEach((s, i) => expect(s).toBeGreaterThanOrEqual(steps[i]! - 1e-12))
        if (slow === 'second' || slow === 'both')
          steps
            .slice(-half)
            .slice(1)
            .forEach((s, i) => expect(s).toBeLessThanOrEqual(steps.slice(-half)[i]! + 1e-12))
      }),
    )
  })
  it('keeps its order, and stays between the poses unless it winds up or settles', () => {
    for (const r of recipes) {
      for (const n of [1, 3, 8, 20]) {
        const row = spread(r, n)
        expect(row).toHaveLength(n)
        if (r.family === 'settle' || r.family === 'wind-up') continue
        ;[...row, 1].forEach((u, i) => expect(u).toBeGreaterThan(i ? row[i - 1]! : 0))
      }
    }
    expect(Math.max(...spread({ family: 'settle', swings: 3, damping: 0.2 }, 20))).toBeGreaterThan(1)
    expect(Math.min(...spread({ family: 'wind-up', back: 0.1 }, 20))).toBeLessThan(-0.09)
  })
})

it('recognises the family of ticks that are exactly its own', () => {
  for (const slow of slows) {
    for (const family of ['halves', 'thirds'] as const) {
      for (let n = 4; n <= 9; n++) expect(recognised(spread({ family, slow }, n))).toEqual({ family, slow })
    }
  }
  expect(recognised([0.25, 0.5, 0.75])).toEqual({ family: 'even' })
  expect(recognised([0.1, 0.35])).toEqual({ family: 'free' })
})

it('says where a curve is slow', () => {
  const slow = (h: Handles) => slowOf({ family: 'curve', handles: h })
  expect([
    slow(EASINGS['ease-in']),
    slow(EASINGS['ease-out']),
    slow(EASINGS['ease-in-out']),
    slow([0.2, 0.2, 0.8, 0.8]),
  ]).toEqual(['first', 'second', 'both', null])
})

describe('snapping', () => {
  it('draws a tick to the half or third of two others', () => {
    expect(snapTo(0.51, [], 0.03)).toMatchObject({ u: 0.5, name: 'half', between: [0, 1] })
    expect(snapTo(0.34, [], 0.03)).toMatchObject({ u: 1 / 3, name: 'third' })
    expect(snapTo(0.26, [0.5], 0.03)).toMatchObject({ u: 0.25, name: 'half', between: [0, 0.5] })
    expect(snapTo(0.42, [], 0.03)).toBeNull()
  })
  it('prefers the direct neighbours', () => {
    // 0.5 is the half of 0.4 and 0.6, and of 0 and 1.
    expect(snapTo(0.505, [0.4, 0.6], 0.02)?.between).toEqual([0.4, 0.6])
  })
})

describe('typed places', () => {
  it('are fractions, percents or shares', () => {
    expect(typedPlaces('1/8 1/4 1/2', 3, 0.5)).toEqual({ ok: true, places: [0.125, 0.25, 0.5] })
    expect(typedPlaces(' 12 % ; 0,5  110% ', 3, 0.5)).toEqual({ ok: true, places: [0.12, 0.5, 1.1] })
    expect(typedPlaces('-5 %', 1, 0.5)).toEqual({ ok: true, places: [-0.05] })
  })
  it.each([
    ['1/8', 3, '1 place for 3 in-betweens.'],
    ['1/2 1/4', 1, '2 places for 1 in-between.'],
    ['half', 1, '“half” is not a place. Write 1/8, 12 % or 0.125.'],
    ['1/0', 1, '“1/0” is not a place. Write 1/8, 12 % or 0.125.'],
    ['300 %', 1, '300 % is too far beyond the poses: at most 50 % of the span.'],
    ['1/2x', 1, '“1/2x” is not a place. Write 1/8, 12 % or 0.125.'],
  ])('%s for %d is told: %s', (text, n, message) => expect(typedPlaces(text, n, 0.5)).toEqual({ ok: false, message }))
})
