import fc from 'fast-check'
import munkres from 'munkres'
import { describe, expect, it } from 'vitest'
import type { Line } from '.'
import { ALONE, isRough, matchOf, pair, paired } from '.'
import { backward, lineOf, mappedLine, numbers, scribble, turnedAbout } from './lines.test-helper'

/** The least total cost over every way to pair, by trying all. */
function tryingAll(rows: number, columns: number, cost: Float64Array, alone: number): number {
  const go = (i: number, used: number): number => {
    if (i === rows) return alone * (columns - bits(used))
    let best = alone + go(i + 1, used)
    for (let j = 0; j < columns; j++)
      if (!(used & (1 << j))) best = Math.min(best, cost[i * columns + j]! + go(i + 1, used | (1 << j)))
    return best
  }
  return go(0, 0)
}
const bits = (n: number): number => n.toString(2).replaceAll('0', '').length

const totalOf = (columnOf: Int32Array, columns: number, cost: Float64Array, alone: number): number => {
  const pairs = [...columnOf].flatMap((j, i) => (j < 0 ? [] : [cost[i * columns + j]!]))
  return pairs.reduce((s, c) => s + c, 0) + alone * (columnOf.length + columns - 2 * pairs.length)
}

describe('the cheapest pairing', () => {
  it('costs what trying every pairing finds, up to 6 (Kuhn 1955)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 36, maxLength: 36 }),
        (rows, columns, list) => {
          const cost = Float64Array.from(list.slice(0, rows * columns))
          const found = totalOf(paired(rows, columns, cost, ALONE), columns, cost, ALONE)
          expect(found).toBeCloseTo(tryingAll(rows, columns, cost, ALONE), 9)
        },
      ),
    ))
  it('costs what the npm package munkres finds for 40 × 55', () => {
    const next = numbers(7)
    const [rows, columns] = [40, 55]
    const cost = Float64Array.from({ length: rows * columns }, () => next() * 3)
    const dear = 1e4
    // A square of both and as many that stand for staying alone.
    const square = Array.from({ length: rows + columns }, (_, i) =>
      Array.from({ length: rows + columns }, (_j, j) =>
        i < rows
          ? j < columns
            ? cost[i * columns + j]!
            : j - columns === i
              ? ALONE
              : dear
          : j < columns
            ? i - rows === j
              ? ALONE
              : dear
            : 0,
      ),
    )
    const theirs = munkres(square).reduce((s, [i, j]) => s + square[i]![j]!, 0)
    expect(totalOf(paired(rows, columns, cost, ALONE), columns, cost, ALONE)).toBeCloseTo(theirs, 6)
  })
})

const idsOf = (a: readonly Line[], b: readonly Line[], ties: Parameters<typeof pair>[2] = []) =>
  pair(a, b, ties).pieces.map(p => `${a[p.a]!.id}-${b[p.b]!.id}`)
const same = (lines: readonly Line[]) => lines.map(l => `${l.id}-${l.id}`)

describe('which stroke becomes which', () => {
  const drawing = scribble(3, 14)
  const shuffled = (lines: readonly Line[], seed: number) => {
    const next = numbers(seed)
    return [...lines]
      .map(l => ({ l, key: next() }))
      .sort((p, q) => p.key - q.key)
      .map(x => x.l)
  }

  it.each([0, Math.PI / 2, -Math.PI / 2, Math.PI, 0.4])(
    'is the same one in a drawing turned by %f, shuffled and reversed',
    turn => {
      const there = shuffled(drawing, 5)
        .map(l => mappedLine(l, turnedAbout(300, 300, turn)))
        .map((l, i) => (i % 2 ? backward(l) : l))
      expect(new Set(idsOf(drawing, there))).toEqual(new Set(same(drawing)))
      expect(pair(drawing, there).cost).toBeLessThan(0.01)
      expect(isRough(pair(drawing, there))).toBe(false)
    },
  )

  it('goes by named parts first', () => {
    const a = [
      lineOf(
        'x',
        [
          [0, 0],
          [100, 0],
        ],
        { part: 'arm' },
      ),
      lineOf(
        'y',
        [
          [0, 50],
          [100, 50],
        ],
        { part: 'leg' },
      ),
    ]
    const b = [
      lineOf(
        'x',
        [
          [0, 50],
          [100, 50],
        ],
        { part: 'arm' },
      ),
      lineOf(
        'y',
        [
          [0, 0],
          [100, 0],
        ],
        { part: 'leg' },
      ),
    ]
    expect(idsOf(a, b)).toEqual(['x-x', 'y-y'])
  })

  it('is none where staying alone is cheaper, and never a flat shape for a line', () => {
    const a = [
      lineOf('x', [
        [0, 0],
        [100, 0],
      ]),
      lineOf(
        'f',
        [
          [0, 0],
          [50, 0],
          [50, 50],
        ],
        { fill: true },
      ),
    ]
    const b = [
      lineOf('x', [
        [0, 5],
        [100, 5],
      ]),
      lineOf('g', [
        [0, 0],
        [50, 0],
        [50, 50],
        [0, 0],
      ]),
    ]
    const found = pair(a, b)
    expect(found.pieces.map(p => [p.a, p.b])).toEqual([[0, 0]])
    expect([found.aloneA, found.aloneB]).toEqual([[1], [1]])
  })

  it('lets a lone stroke join: one against two that together look like it', () => {
    const whole = lineOf(
      'w',
      Array.from({ length: 21 }, (_, i) => [i * 10, 40 * Math.sin(i / 5)] as const),
    )
    const points = Array.from({ length: 21 }, (_, i) => [i * 10, 4 + 40 * Math.sin(i / 5)] as const)
    const parts = [lineOf('left', points.slice(0, 13)), lineOf('right', points.slice(12))]
    const found = pair([whole], parts)
    expect(found.aloneB).toEqual([])
    expect(found.pieces.map(p => parts[p.b]!.id).sort()).toEqual(['left', 'right'])
    const left = found.pieces.find(p => parts[p.b]!.id === 'left')!
    expect(left.aPart[0]).toBe(0)
    expect(left.aPart[1]).toBeCloseTo(0.6, 1)
    // The other way round it is the same, and drawn backward, too.
    const back = pair([...parts].map(backward), [whole])
    expect(back.pieces.map(p => p.b)).toEqual([0, 0])
    expect(back.pieces.find(p => p.a === 0)!.bPart[1]).toBeCloseTo(0.6, 1)
  })

  it('is what is tied by hand; a tie to a stroke that is gone says nothing', () => {
    const [a, b] = [drawing.slice(0, 4), drawing.slice(0, 4)]
    const ties = [
      { from: 's0', to: 's1' },
      { from: 's2', to: null },
      { from: 'gone', to: 's3' },
      { from: 's3', to: 'gone' },
    ]
    const found = pair(a, b, ties)
    const named = found.pieces.map(p => `${a[p.a]!.id}-${b[p.b]!.id}`)
    expect(named).toContain('s0-s1')
    expect(named).toContain('s3-s3')
    expect(found.aloneA.map(i => a[i]!.id)).toContain('s2')
    expect(named).not.toContain('s2-s2')
  })

  it('groups what moves together, and nothing else', () => {
    const [body, arm] = [
      scribble(11, 6, 200),
      scribble(12, 4, 80).map((l, i) => mappedLine(l, (x, y) => [x + 260, y], `arm${i}`)),
    ]
    const swung = arm.map(l => mappedLine(l, turnedAbout(240, 40, 1)))
    const { groups, pieces } = matchOf([...body, ...arm], [...body, ...swung])
    const found = groups.map(g =>
      g
        .map(i => [...body, ...arm][pieces[i]!.a]!.id)
        .sort()
        .join(' '),
    )
    expect(found.sort()).toEqual(['arm0 arm1 arm2 arm3', 's0 s1 s2 s3 s4 s5'])
  })
})

describe('bad drawings', () => {
  const fine = (a: readonly Line[], b: readonly Line[]) => {
    const found = matchOf(a, b)
    expect(found.pieces.length * 2 + found.aloneA.length + found.aloneB.length).toBeGreaterThanOrEqual(
      Math.max(a.length, b.length),
    )
    expect(Number.isFinite(found.cost)).toBe(true)
    return found
  }
  it('with nothing on one side leave all alone', () => {
    expect(fine([], scribble(1, 3)).aloneB).toEqual([0, 1, 2])
    expect(isRough(fine([], scribble(1, 3)))).toBe(false)
    expect(
      isRough(
        fine(scribble(1, 3, 100), [
          lineOf(
            'far',
            [
              [900, 900],
              [901, 990],
            ],
            { fill: true },
          ),
        ]),
      ),
    ).toBe(true)
    expect(fine([], []).pieces).toEqual([])
  })
  it('of dots, of lines of no length and of strokes all alike are paired all the same', () => {
    const dots = [
      lineOf('a', [[5, 5]]),
      lineOf('b', [[90, 90]]),
      lineOf('c', [
        [50, 50],
        [50, 50],
        [50, 50],
      ]),
    ]
    expect(fine(dots, dots).pieces.map(p => [p.a, p.b])).toEqual([
      [0, 0],
      [1, 1],
      [2, 2],
    ])
    const alike = Array.from({ length: 9 }, (_, i) =>
      lineOf(`l${i}`, [
        [0, 0],
        [30, 0],
      ]),
    )
    expect(fine(alike, alike).pieces.map(p => p.a - p.b)).toEqual(new Array(9).fill(0))
  })
  it('of 5,000 strokes are paired with what lies near', () => {
    const many = Array.from({ length: 5000 }, (_, i) =>
      lineOf(`m${i}`, [
        [(i % 100) * 19, Math.floor(i / 100) * 21],
        [(i % 100) * 19 + 9, Math.floor(i / 100) * 21 + (i % 7)],
      ]),
    )
    const found = pair(
      many,
      many.map(l => mappedLine(l, (x, y) => [x + 2, y + 1])),
    )
    expect(found.pieces.filter(p => p.a === p.b).length).toBeGreaterThan(4900)
  })
})
