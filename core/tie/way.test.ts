import { polygonArea } from 'd3-polygon'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Line, WayOptions } from '.'
import { matchOf, Way } from '.'
import { arc, pointToSegment } from '../motion'
import { backward, farthest, lineOf, mappedLine, pairsOf, scribble, turnedAbout } from './lines.test-helper'

const wayOf = (a: readonly Line[], b: readonly Line[], options: WayOptions = {}) =>
  new Way(a, b, matchOf(a, b, options.ties), options)
const strokes = (way: Way, u: number) =>
  new Map(way.at(u, u < 0.5 ? first : second).map(b => [b.from ?? b.to, b.stroke]))
const first = () => 'first' as const
const second = () => 'second' as const
const shares = [0.125, 0.25, 0.5, 0.6, 0.875]

describe('a drawing between two poses', () => {
  const drawing = scribble(3, 14)

  it('of a drawing and itself is itself', () => {
    const way = wayOf(drawing, drawing)
    for (const u of shares)
      for (const line of drawing) {
        const there = strokes(way, u).get(line.id)!
        expect(there.points.length).toBe(line.stroke.points.length)
        there.points.forEach((n, i) => expect(n).toBeCloseTo(line.stroke.points[i]!, 9))
      }
  })

  it('of a drawing and the same one shifted is shifted by its share, exactly', () => {
    const way = wayOf(
      drawing,
      drawing.map(l => mappedLine(l, (x, y) => [x + 80, y - 33])),
    )
    for (const u of shares)
      for (const line of drawing)
        strokes(way, u)
          .get(line.id)!
          .points.forEach((n, i) =>
            expect(n).toBeCloseTo(line.stroke.points[i]! + (i % 3 === 0 ? 80 * u : i % 3 === 1 ? -33 * u : 0), 7),
          )
  })

  // Euclid: a turn keeps lengths and areas. Areas by the npm package d3-polygon.
  it.each([90, -90, 60, 150])(
    'of a shape turned by %i° keeps its area, its lengths and its distances to its centre',
    degrees => {
      const shape = lineOf(
        'f',
        [
          [0, 0],
          [90, 10],
          [120, 80],
          [60, 50],
          [10, 90],
        ],
        { fill: true },
      )
      const way = wayOf([shape], [mappedLine(shape, turnedAbout(200, 40, (degrees * Math.PI) / 180))])
      const from = pairsOf(shape.stroke)
      const centre = (ps: readonly [number, number][]) => [0, 1].map(k => ps.reduce((s, p) => s + p[k]!, 0) / ps.length)
      for (const u of shares) {
        const at = pairsOf(strokes(way, u).get('f')!)
        expect(at.length).toBe(from.length)
        expect(polygonArea(at) / polygonArea(from)).toBeCloseTo(1, 6)
        const [[cx, cy], [dx, dy]] = [centre(from), centre(at)] as [number[], number[]]
        at.forEach(([x, y], i) => {
          const [p, q] = [from[i]!, from[(i + 1) % from.length]!]
          const [r, s] = [at[i]!, at[(i + 1) % at.length]!]
          expect(Math.hypot(r[0] - s[0], r[1] - s[1])).toBeCloseTo(Math.hypot(p[0] - q[0], p[1] - q[1]), 4)
          expect(Math.hypot(x - dx!, y - dy!)).toBeCloseTo(Math.hypot(p[0] - cx!, p[1] - cy!), 4)
        })
      }
    },
  )

  it('turned by 180° goes clockwise and says that it guessed, or the way its neighbours turn', () => {
    const turned = (degrees: number, lines = drawing) =>
      lines.map(l => mappedLine(l, turnedAbout(300, 300, (degrees * Math.PI) / 180)))
    const half = turned(180)
    const way = wayOf(drawing, half)
    expect(way.guessed).toBe(true)
    /** How far the drawing is turned halfway, by the direction of its longest stroke. */
    const halfway = (w: Way) => {
      const direction = (p: readonly number[]) => Math.atan2(p.at(-2)! - p[1]!, p.at(-3)! - p[0]!)
      const turn = direction(strokes(w, 0.5).get('s3')!.points) - direction(drawing[3]!.stroke.points)
      return (Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI
    }
    expect(halfway(way)).toBeCloseTo(90, 4)
    const after = turned(300)
    const next = { lines: after, near: half, match: matchOf(half, after) }
    const on = wayOf(drawing, half, { after: next })
    expect([on.guessed, Math.round(halfway(on))]).toEqual([false, 90])
    const later = turned(120)
    const back = wayOf(drawing, half, { after: { lines: later, near: half, match: matchOf(half, later) } })
    expect([back.guessed, Math.round(halfway(back))]).toEqual([false, -90])
  })

  it('is the same however strokes are listed, and whichever way they were drawn', () => {
    const bent = scribble(3, 14).map((l, i) => mappedLine(l, (x, y) => [x + 60 + 0.08 * y, y + 20 + 0.1 * x + i]))
    const plain = wayOf(drawing, bent)
    const mixed = wayOf(
      [...drawing].reverse().map((l, i) => (i % 3 ? l : backward(l))),
      [...bent.slice(5), ...bent.slice(0, 5)].map((l, i) => (i % 2 ? backward(l) : l)),
    )
    for (const u of shares)
      for (const { id } of drawing) {
        const [p, q] = [strokes(plain, u).get(id)!, strokes(mixed, u).get(id)!]
        expect(Math.max(farthest(p, q), farthest(q, p))).toBeLessThan(1 / 16)
      }
  })

  it('takes the middle of what moves together along its arc', () => {
    const [cx, cy] = [300, 300]
    const there = drawing.map(l => mappedLine(l, (x, y) => [x + 200, y]))
    const before = drawing.map(l => mappedLine(l, (x, y) => [x - 100, y + 150]))
    const beside = { lines: before, near: drawing, match: matchOf(drawing, before) }
    const way = wayOf(drawing, there, { before: beside, path: arc })
    expect(way.match.groups.length).toBe(1)
    const offsets = [...strokes(way, 0.5)].map(([id, s]) => {
      const own = drawing.find(l => l.id === id)!.stroke.points
      return [s.points[0]! - own[0]!, s.points[1]! - own[1]!]
    })
    const path = arc({ x: cx - 100, y: cy + 150 }, { x: cx, y: cy }, { x: cx + 200, y: cy }, null)(0.5)
    for (const [dx, dy] of offsets) {
      expect(dx).toBeCloseTo(path.x - cx, 2)
      expect(dy).toBeCloseTo(path.y - cy, 2)
    }
  })

  it('lets corners lie on corners, and points where they are tied', () => {
    const hook = (at: number, id = 'h') =>
      lineOf(id, [
        [0, 0],
        [at / 2, 0],
        [at, 0],
        [at, 50],
        [at, 100],
      ])
    const middle = strokes(wayOf([hook(100)], [hook(140)]), 0.5).get('h')!
    expect(pairsOf(middle).some(([x, y]) => Math.hypot(x - 120, y) < 8)).toBe(true)
    const straight = lineOf('h', [
      [0, 0],
      [100, 0],
    ])
    const tied = wayOf([straight], [straight], { ties: [{ from: 'h', to: 'h', points: [[0.25, 0.75]] }] })
    expect(pairsOf(strokes(tied, 0.5).get('h')!).some(([x]) => Math.abs(x - 50) < 3)).toBe(true)
  })

  it('blends width, colour and pressure', () => {
    const a = [
      lineOf(
        'l',
        [
          [0, 0],
          [100, 0],
        ],
        { width: 2, colour: '#000000' },
      ),
    ]
    const b = [
      lineOf(
        'l',
        [
          [0, 9],
          [100, 9],
        ],
        { width: 6, colour: '#ffffff' },
      ),
    ]
    expect(strokes(wayOf(a, b), 0.5).get('l')!).toMatchObject({ width: 4, colour: '#808080' })
  })

  it('shows what is on one pose only on its own side, and takes it along', () => {
    const more = lineOf('more', [
      [100, 100],
      [140, 100],
    ])
    const way = wayOf(
      [...drawing, more],
      drawing.map(l => mappedLine(l, (x, y) => [x + 90, y])),
    )
    expect(way.match.aloneA).toEqual([14])
    expect(way.at(0.5, second).some(b => b.from === 'more')).toBe(false)
    const seen = way.at(0.5, first).find(b => b.from === 'more')!
    expect(seen.stroke.points[0]).toBeCloseTo(145, 6)
  })

  it('lets a part lead', () => {
    const parts = drawing.map((l, i) => ({ ...l, part: i < 7 ? 'arm' : null }))
    const way = wayOf(
      parts,
      parts.map(l => mappedLine(l, (x, y) => [x + 100, y])),
    )
    const at = new Map(way.at(0.5, first, p => (p === 'arm' ? 0.8 : 0.5)).map(b => [b.from, b.stroke.points[0]!]))
    expect(at.get('s0')! - parts[0]!.stroke.points[0]!).toBeCloseTo(80, 6)
    expect(at.get('s9')! - parts[9]!.stroke.points[0]!).toBeCloseTo(50, 6)
  })

  it('keeps an end on the line that it lies on in both poses, though what they belong to moves apart', () => {
    // A branch that sets out from the middle of a stem, each a part of its own; the stem leans, the branch lifts.
    const stem = lineOf(
      'stem',
      [
        [0, 0],
        [0, 200],
      ],
      { part: 'stem' },
    )
    const branch = lineOf(
      'branch',
      [
        [0, 120],
        [40, 120],
        [90, 110],
      ],
      { part: 'branch' },
    )
    const lean = turnedAbout(0, 0, 0.8)
    const foot = lean(0, 120)
    const lift = turnedAbout(foot[0], foot[1], -0.3)
    const way = wayOf(
      [stem, branch],
      [mappedLine(stem, lean), mappedLine(branch, (x, y) => lift(x + foot[0], y - 120 + foot[1]))],
    )
    for (const u of shares) {
      const there = strokes(way, u)
      const [x, y] = there.get('branch')!.points as [number, number]
      const points = pairsOf(there.get('stem')!)
      const off = points
        .slice(1)
        .map((p, i) => pointToSegment({ x, y }, { x: points[i]![0], y: points[i]![1] }, { x: p[0], y: p[1] }))
      expect(Math.min(...off)).toBeLessThan(0.01)
    }
  })

  it('keeps ends together that meet in both poses, though what they belong to moves apart', () => {
    const body = scribble(21, 5, 200)
    const [sx, sy] = body[0]!.stroke.points.slice(-3) as [number, number, number]
    const arm = lineOf(
      'arm',
      Array.from({ length: 12 }, (_, i) => [sx + 14 * i, sy + 3 * i] as const),
    )
    const swung = mappedLine(arm, turnedAbout(sx, sy, 1.4))
    const way = wayOf([...body, arm], [...body, swung])
    expect(way.match.groups.length).toBe(2)
    for (const u of shares) {
      const now = strokes(way, u)
      const end = now.get(body[0]!.id)!.points.slice(-3)
      const start = now.get('arm')!.points
      expect(Math.hypot(end[0]! - start[0]!, end[1]! - start[1]!)).toBeLessThan(0.01)
    }
  })
})

it('is never NaN, whatever the points', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.array(
          fc.tuple(
            fc.integer({ min: -50, max: 50 }),
            fc.integer({ min: -50, max: 50 }),
            fc.integer({ min: -9, max: 9 }),
          ),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        { minLength: 1, maxLength: 5 },
      ),
      fc.array(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 3, maxLength: 9 }), {
        minLength: 1,
        maxLength: 4,
      }),
      fc.boolean(),
      (one, two, fill) => {
        const line = (points: number[], i: number): Line => ({
          id: `l${i}`,
          part: null,
          stroke: {
            schema: 1,
            colour: '#000000',
            width: 3,
            pressure: true,
            ...(fill && i % 2 ? { fill: true as const } : {}),
            points: points.slice(0, points.length - (points.length % 3)),
          },
        })
        const way = wayOf(
          one.map((p, i) => line(p.flat(), i)),
          two.map(line),
        )
        for (const u of [0, 0.5, 1, 1.2])
          for (const { stroke } of [...way.at(u, first), ...way.at(u, second)]) {
            expect(stroke.points.every(Number.isFinite)).toBe(true)
            expect(stroke.points.length % 3).toBe(0)
            expect(stroke.points.every((n, i) => i % 3 !== 2 || (n >= 0 && n <= 1))).toBe(true)
          }
      },
    ),
  ))
