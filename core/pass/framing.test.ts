import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Camera } from '../document'
import { mapped } from '../motion'
import type { Affine } from '../motion'
import { rate } from '../time'
import { cornersOfFraming, framingAt, framingOn, framingSpace, shakenOn, standingStill } from '.'

const PICTURE = { width: 1920, height: 1080 }
const R = rate(24)
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const framing = fc.record({
  place: fc.record({ x: number(-2000, 4000), y: number(-2000, 3000) }),
  turn: number(-7, 7),
  size: number(0.05, 4),
})
const still = { turn: 0, size: 1 }
const go = { recipe: { family: 'even' as const }, step: 1, about: { x: 0, y: 0 }, round: true as const }

/**
 * A pinhole camera, in numbers of its own: the picture stands one length in front of the pinhole; what is seen of a point
 * is where its ray meets a sheet at that distance (similar triangles: Euclid, Elements VI.4).
 */
function seenByPinhole(p: { x: number; y: number }, away: number, camera: { x: number; y: number; nearer: number }) {
  const [cx, cy] = [PICTURE.width / 2, PICTURE.height / 2]
  // It is drawn as large as it is seen from where the camera stands at rest, so it really is `away` times as large.
  const [x, y] = [(p.x - cx) * away, (p.y - cy) * away]
  const far = away - camera.nearer
  return { x: (x - camera.x) / far + cx, y: (y - camera.y) / far + cy }
}

describe('what a camera sees', () => {
  it('is the picture where it stands still, and its corners are those of its space', () => {
    framingSpace(standingStill(PICTURE), PICTURE).forEach((n, i) => expect(n).toBeCloseTo([1, 0, 0, 1, 0, 0][i]!, 9))
    fc.assert(
      fc.property(framing, f => {
        const space = framingSpace(f, PICTURE)
        const corners = cornersOfFraming(f, PICTURE)
        ;[
          { x: 0, y: 0 },
          { x: 1920, y: 0 },
          { x: 1920, y: 1080 },
          { x: 0, y: 1080 },
        ].forEach((p, i) => {
          expect(mapped(space, p).x).toBeCloseTo(corners[i]!.x, 6)
          expect(mapped(space, p).y).toBeCloseTo(corners[i]!.y, 6)
        })
      }),
    )
  })
  it('of what is nearer or farther is what a pinhole sees', () => {
    fc.assert(
      fc.property(
        number(0, 1920),
        number(0, 1080),
        number(0.4, 4),
        number(-600, 600),
        number(-600, 600),
        number(-0.9, 0.2),
        (x, y, away, cx, cy, nearer) => {
          // The camera moves aside by so many px of what lies at 1, and comes nearer by a share of that distance.
          const f = { place: { x: 960 + cx, y: 540 + cy }, turn: 0, size: 1 - nearer }
          const at = framingAt(f, PICTURE, 1 / away)
          const seen = seenByPinhole({ x, y }, away, { x: cx, y: cy, nearer })
          const back = mapped(framingSpace(at!, PICTURE), seen)
          expect(back.x).toBeCloseTo(x, 6)
          expect(back.y).toBeCloseTo(y, 6)
        },
      ),
    )
  })
  it('of what is endlessly far away never changes but for its turn; what it has passed is not seen', () => {
    const f = { place: { x: 1200, y: 300 }, turn: 0.3, size: 0.4 }
    expect(framingAt(f, PICTURE, 0)).toEqual({ ...standingStill(PICTURE), turn: 0.3 })
    expect(framingAt(f, PICTURE, 1)).toEqual(f)
    expect(framingAt(f, PICTURE, 2)).toBeNull()
  })
})

describe('fields of a camera', () => {
  const camera = (fields: Camera['fields'], shakes?: Camera['shakes']): Camera => ({
    fields,
    ...(shakes ? { shakes } : {}),
  })
  it('hold, and go to the next one with the spacing of a chart', () => {
    const two = camera([
      { ...still, frame: 1, place: { x: 960, y: 540 }, go },
      { frame: 13, place: { x: 1200, y: 480 }, turn: 0, size: 0.5 },
    ])
    expect(framingOn(two, 7, R)).toEqual({ place: { x: 1080, y: 510 }, turn: 0, size: 0.75 })
    expect(framingOn(two, 40, R)).toEqual({ place: { x: 1200, y: 480 }, turn: 0, size: 0.5 })
    const held = camera([{ ...two.fields[0]!, go: undefined }, two.fields[1]!])
    expect(framingOn(held, 12, R).size).toBe(1)
  })
  it('turn several rounds, as both say', () => {
    const round = camera([
      { ...still, frame: 1, place: { x: 960, y: 540 }, go },
      { ...still, frame: 25, place: { x: 960, y: 540 }, turn: 4 * Math.PI },
    ])
    const turned = framingOn(round, 4, R).turn
    // An eighth of two rounds is a quarter of one.
    expect(turned).toBeCloseTo(Math.PI / 2, 9)
  })
  it('go on the arc through those beside them', () => {
    const at = (x: number, y: number) => ({ ...still, place: { x, y }, go: { ...go, arc: true as const } })
    const bent = camera([
      { ...at(0, 0), frame: 1 },
      { ...at(400, 300), frame: 13 },
      { ...at(800, 0), frame: 25 },
    ])
    const [a, b] = [framingOn(bent, 7, R).place, framingOn(bent, 19, R).place]
    expect(a.y).toBeGreaterThan(150 + 10)
    expect([b.x, b.y].map((n, i) => n - (i ? a.y : 800 - a.x)).every(n => Math.abs(n) < 1)).toBe(true)
  })
  it('shake by no more than was said, die away, are over, and are the same each time', () => {
    const shake = { frame: 10, frames: 12, px: 20, rate: 12, fades: true, seed: 3 }
    const on = (f: number) => shakenOn([shake], f, R)
    expect([on(9), on(22)]).toEqual([
      { x: 0, y: 0 },
      { x: 0, y: 0 },
    ])
    const by = Array.from({ length: 12 }, (_, i) => on(10 + i))
    for (const [i, { x, y }] of by.entries()) {
      const left = (1 - i / 12) ** 2
      expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThanOrEqual(20 * left + 1e-9)
    }
    expect(Math.abs(by[0]!.x)).toBeGreaterThanOrEqual(10)
    expect(by[0]!.x * by[2]!.x).toBeLessThan(0)
    expect(on(13)).toEqual(on(13))
    expect(shakenOn([{ ...shake, seed: 4 }], 10, R)).not.toEqual(on(10))
    // At any rate it goes to and fro as often a second.
    const twice = shakenOn([{ ...shake, frames: 24, fades: false }], 14, rate(48))
    expect(twice.x).toBeCloseTo(shakenOn([{ ...shake, fades: false }], 12, R).x, 9)
  })
  it('shake what is seen by px of what is seen, however near the camera is', () => {
    const shake = { frame: 1, frames: 4, px: 20, rate: 12, fades: false, seed: 1 }
    const by = shakenOn([shake], 1, R)
    const near = framingOn(camera([{ frame: 1, place: { x: 500, y: 500 }, turn: 0, size: 0.5 }], [shake]), 1, R)
    expect(near.place.x - 500).toBeCloseTo(by.x / 2, 9)
  })
})

it('a way has no place that is not a number', () =>
  fc.assert(
    fc.property(framing, number(0, 20), (f, depth) => {
      const at = framingAt(f, PICTURE, depth)
      const space: Affine | null = at && framingSpace(at, PICTURE)
      expect(space === null || space.every(Number.isFinite)).toBe(true)
    }),
  ))
