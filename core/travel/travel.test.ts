import { describe, expect, it } from 'vitest'
import { ball, cornerAt, cornersOf, person, restPose } from '../figure'
import { distance, vec } from '../motion'
import { Contents, sceneOf } from '../pass'
import { figureMarks } from '../picture'
import { charted, columnIn, done, PLAN, posedShot, runOn, STACK, where } from '../commands/fixture.test-helper'
import { rate } from '../time'
import {
  againstGravity,
  fallFrames,
  figureHeight,
  hull,
  jumpHeight,
  overlapOf,
  overlapWords,
  nearestOn,
  marksHull,
  pointIn,
  pointName,
  swingFrames,
  trackOf,
  travelPerFrame,
  wayThrough,
} from '.'

const shot = () => charted(posedShot(), '1', '13', ['7', '9', '11'], { family: 'halves', slow: 'first' })
const place = { subject: 'keeper', part: 'place' }
const track = (s = shot()) => trackOf(sceneOf(s, PLAN), columnIn(s), place)

describe('travel', () => {
  it('follows a point through the drawings, with the gaps that its spacing makes', () => {
    const t = track(done(shot(), 'chart.path', { plan: PLAN, chart: 'c1-13', path: 'straight' }))
    expect(t.dots.map(d => d.drawing.number)).toEqual(['1', '7', '9', '11', '13', '25'])
    const way = distance(vec(800, 700), vec(840, 760))
    // Steps of halves out of the first: 1/8, 1/8, 1/4, 1/2 of the way.
    ;[1 / 8, 1 / 8, 1 / 4, 1 / 2].forEach((share, i) => expect(t.gaps[i + 1]).toBeCloseTo(way * share, 6))
    expect(t.gaps[0]).toBeNull()
    expect(t.changes[2]).toBeCloseTo(0, 6)
    expect(t.changes[3]).toBeCloseTo(way / 8, 6)
    expect(t.widest).toBe(5)
    expect(t.height).toBeCloseTo(figureHeight(person, restPose(vec(0, 0))), 9)
  })
  it('per frame is nothing while a drawing is held', () => {
    const frames = travelPerFrame(track(), 48)
    expect(frames).toHaveLength(48)
    expect(frames.flatMap((px, i) => (px > 0 ? [i + 1] : []))).toEqual([7, 9, 11, 13, 25])
    expect(frames.reduce((a, b) => a + b)).toBeCloseTo(
      track().gaps.reduce<number>((a, b) => a + (b ?? 0), 0),
      6,
    )
  })
  it('begins anew after a blank', () => {
    const s = shot()
    const blanked = done(s, 'range.clear', {
      ...where,
      first: { ...runOn(s, '9'), offset: 0 },
      last: { ...runOn(s, '9'), offset: 1 },
      frames: 2,
    })
    expect(track(blanked).gaps.map(x => x === null)).toEqual([true, false, true, false, false])
  })
  it('finds the place on a way that is nearest to a point', () => {
    const s = shot()
    const [plan, stack] = [s.plans[PLAN]!, s.stacks[STACK]!]
    for (const part of ['place', 'head', 'near-forearm']) {
      const way = wayThrough(sceneOf(s, PLAN), stack, plan.charts['c1-13']!, { subject: 'keeper', part })!
      const at = nearestOn(way, way(0.3))
      expect(at.u).toBeCloseTo(0.3, 3)
      expect(at.off).toBeLessThan(0.05)
      expect(
        distance(
          way(0.5),
          pointIn(stack, new Contents().of(sceneOf(s, PLAN), stack, 'd11'), { subject: 'keeper', part })!,
        ),
      ).toBeLessThan(1e-6)
    }
    expect(pointName(stack, { subject: 'keeper', part: 'head' })).toBe('Keeper, head')
  })
})

it('a corner of a shape can be followed, and turns and squashes with its figure', () => {
  const [box] = [
    {
      ...ball,
      bones: [
        {
          ...ball.bones[0]!,
          shapes: [
            {
              kind: 'polygon' as const,
              points: [
                [0, -50],
                [70, -50],
                [70, 50],
                [0, 50],
              ] as [number, number][],
              closed: true,
              width: 5,
              fill: null,
            },
          ],
        },
      ],
    },
  ]
  const pose = { ...restPose(vec(300, 400)), stretch: 2 }
  // The bone points up: 70 along it is twice as far when stretched by two, 50 across half as far.
  expect(cornerAt(box, pose, 'ball#0.1')!.x).toBeCloseTo(300 - 25, 9)
  expect(cornerAt(box, pose, 'ball#0.1')!.y).toBeCloseTo(400 - 140, 9)
  expect(cornersOf(box, pose)).toHaveLength(4)
  const s = shot()
  const stack = s.stacks[STACK]!
  const point = { subject: 'keeper', part: cornersOf(person, restPose(vec(0, 0)))[2]!.id }
  expect(pointIn(stack, new Contents().of(sceneOf(s, PLAN), stack, 'd9'), point)).not.toBeNull()
  expect(pointName(stack, point)).toContain('corner at the')
  expect(pointIn(stack, new Contents().of(sceneOf(s, PLAN), stack, 'd9'), { ...point, part: 'none#0.0' })).toBeNull()
})

describe('an element against its own last position', () => {
  const at = (x: number) => marksHull(figureMarks(ball, { ...restPose(vec(x, 200)), size: 1 }))
  // Two circles of radius 70 with a line of 6: clear of each other by the distance of their middles less 140 and the
  // line.
  it.each([
    [60, 'overlaps'],
    [146, 'touches'],
    [200, 'clear'],
  ] as const)('%d px on, a ball %s', (way, kind) => {
    const overlap = overlapOf(at(300), at(300 + way))!
    expect(overlap.kind === kind || (kind === 'touches' && Math.abs(overlap.gap) < 7)).toBe(true)
    expect(overlap.gap).toBeCloseTo(way - 140, -1)
  })
  it('is told in words', () => {
    expect(
      [
        { kind: 'clear' as const, gap: 12.4 },
        { kind: 'overlaps' as const, gap: -8 },
        { kind: 'touches' as const, gap: 0.2 },
      ].map(overlapWords),
    ).toEqual(['clear by 12 px', 'overlaps by 8 px', 'touches'])
  })
  it('is measured corner to side where boxes are apart aslant', () => {
    const box = (x: number, y: number) =>
      hull([vec(x, y), vec(x + 10, y), vec(x, y + 10), vec(x + 10, y + 10), vec(x + 5, y + 5)])
    expect(box(0, 0)).toHaveLength(4)
    expect(overlapOf(box(0, 0), box(13, 14))!.gap).toBeCloseTo(5, 9)
    expect(overlapOf(box(0, 0), box(4, 0))!.gap).toBeCloseTo(-6, 9)
  })
})

describe('gravity as a ruler', () => {
  const scale = { metres: 1.7, px: 500 }
  // s = g t² / 2 with standard gravity, 3rd CGPM 1901: 1.7 m take 0.5888 s, at 24 frames a second 14.13 frames.
  it('tells the frames of a fall, a jump and a swing', () => {
    expect(fallFrames(scale, rate(24), 500)).toBeCloseTo(14.1316, 3)
    expect(fallFrames(scale, rate(24), -500)).toBeCloseTo(14.1316, 3)
    expect(jumpHeight(rate(24), 24)).toBeCloseTo(1.2258, 4)
    // A pendulum of 0.9936 m beats seconds: over in one second.
    expect(swingFrames({ metres: 0.9936, px: 100 }, rate(24), 100)).toBeCloseTo(24, 1)
  })
  it('in words', () =>
    expect([againstGravity(14.1, 14), againstGravity(14.1, 10), againstGravity(0.6, 3)]).toEqual([
      '14 frames by gravity, as it is now',
      '14 frames by gravity; now 10, 4 fewer',
      '1 frame by gravity; now 3, 2 more',
    ]))
})
