import { polygonArea } from 'd3-polygon'
import { describe, expect, it } from 'vitest'
import {
  COLUMN,
  done,
  nothing,
  PLAN,
  posedShot,
  refusal,
  STACK,
  undone,
  withSecond,
} from '../commands/fixture.test-helper'
import type { Shot } from '../document'
import { openShot, storeShot } from '../document'
import { writeSvg } from '../formats/svg'
import { sceneOf } from '../pass'
import { strokeOutline, type Stroke } from '../stroke'
import type { Mark } from './marks'
import { layersAt, orderOn, outerOf, type Region } from '.'

const areaOf = (region: Region): number =>
  region.reduce(
    (sum, ring) =>
      sum + Math.abs(polygonArea(Array.from({ length: ring.length / 2 }, (_, i) => [ring[2 * i]!, ring[2 * i + 1]!]))),
    0,
  )
const stroke = (points: readonly (readonly [number, number])[], width = 6): Mark => {
  const s: Stroke = {
    schema: 1,
    colour: '#26302c',
    width,
    pressure: true,
    points: points.flatMap(([x, y]) => [x, y, 1]),
  }
  return { kind: 'stroke', outline: strokeOutline(s), colour: s.colour }
}
const arc = (from: number, to: number, r = 100): [number, number][] =>
  Array.from({ length: 60 }, (_, i) => {
    const a = from + ((to - from) * i) / 59
    return [400 + r * Math.cos(a), 300 + r * Math.sin(a)]
  })

/** How far the outer edge of a line is from the middle of the arcs, px. */
const rim = (m: Mark): number => {
  const { outline } = m as Extract<Mark, { kind: 'stroke' }>
  return Math.max(...outline.flatMap((x, i) => (i % 2 ? [] : [Math.hypot(x - 400, outline[i + 1]! - 300)])))
}

describe('what marks close in', () => {
  it('is the disc of a ring that is drawn, to the line around it', () => {
    const ring = stroke(arc(0, 2 * Math.PI))
    const region = outerOf([ring])
    expect(region).toHaveLength(1)
    // A circle's area is π r² (Archimedes, Measurement of a Circle): the edge lies within the line, about 1 px off its rim.
    expect(Math.sqrt(areaOf(region) / Math.PI)).toBeCloseTo(rim(ring) - 1, 0)
  })

  it('goes over a small gap between two lines, and not over a wide one', () => {
    const halves = (gap: number) => [stroke(arc(gap, Math.PI)), stroke(arc(Math.PI + 0.01, 2 * Math.PI - gap))]
    expect(areaOf(outerOf(halves(0.02)))).toBeGreaterThan(Math.PI * 96 ** 2)
    expect(areaOf(outerOf(halves(0.3)))).toBeLessThan(10_000)
  })

  it('knows what figures are made of: ellipses, limbs, filled shapes, pictures', () => {
    const ink = { ink: 'ink', width: 0 } as const
    const ellipse: Mark = { kind: 'ellipse', at: { x: 0, y: 0 }, rx: 80, ry: 40, turn: 0.6, fill: 'paper', ...ink }
    expect(areaOf(outerOf([ellipse])) / (Math.PI * 79 * 39)).toBeCloseTo(1, 1)
    const limb: Mark = { kind: 'line', points: [0, 0, 100, 0], closed: false, ink: 'ink', width: 30, fill: null }
    expect(areaOf(outerOf([limb])) / (100 * 28 + Math.PI * 14 ** 2)).toBeCloseTo(1, 1)
    const square: Mark = {
      kind: 'line',
      points: [0, 0, 50, 0, 50, 50, 0, 50],
      closed: true,
      ink: 'ink',
      width: 2,
      fill: 'paper',
    }
    expect(areaOf(outerOf([square]))).toBeCloseTo(2500, -2)
    const image: Mark = { kind: 'image', file: 'f', width: 60, height: 20, at: [0, 2, -2, 0, 5, 5] }
    expect(areaOf(outerOf([image]))).toBeCloseTo(118 * 38, -2)
    expect(outerOf([])).toEqual([])
  })

  it('is one outline where marks overlap, each on its own where they do not', () => {
    const at = (x: number): Mark => ({
      kind: 'ellipse',
      at: { x, y: 0 },
      rx: 30,
      ry: 30,
      turn: 0,
      width: 4,
      ink: 'ink',
      fill: 'paper',
    })
    expect(outerOf([at(0), at(40)])).toHaveLength(1)
    expect(outerOf([at(0), at(200)])).toHaveLength(2)
  })
})

describe('a column that is seen inside another one only', () => {
  const shade: Shot = done(withSecond(posedShot()), 'pose.add', {
    plan: PLAN,
    column: 'two',
    drawing: { id: 'shade', number: '1', role: 'key', content: nothing },
    where: { onFrame: 1 },
  })
  const args = { plan: PLAN, column: 'two', was: null, inside: COLUMN }
  const cut = done(shade, 'column.inside', args)
  const layerOn = (s: Shot, frame: number) =>
    layersAt(sceneOf(s, PLAN), frame, () => undefined).find(l => l.column === 'two')

  it('is cut to what that shows on the same frame, and follows when that changes', () => {
    const on = (s: Shot, frame: number) => areaOf(layerOn(s, frame)!.cut![0]!)
    expect(layerOn(shade, 1)!.cut).toBeUndefined()
    expect(on(cut, 1)).toBeGreaterThan(10_000)
    const pose = cut.stacks[STACK]!.drawings.d1!.content.poses.keeper!
    const large = done(cut, 'drawing.pose', {
      stack: STACK,
      drawing: 'd1',
      poses: { keeper: { ...pose, size: pose.size * 1.5 } },
    })
    expect(on(large, 1) / on(cut, 1)).toBeCloseTo(2.25, 1)
    expect(on(large, 13)).toBeCloseTo(on(cut, 13), 6)
    const empty = done(cut, 'drawing.pose', { stack: STACK, drawing: 'd1', poses: { keeper: null } })
    expect(layerOn(empty, 1)).toBeUndefined()
  })

  it('is so in SVG and in what is stored; undone', () => {
    const svg = writeSvg(cut.picture, null, [layerOn(cut, 1)!])
    expect(svg).toMatch(/<clipPath id="cut-0-0"><path d="M[^"]+Z"\/><\/clipPath><g clip-path="url\(#cut-0-0\)">/)
    const opened = openShot(JSON.parse(JSON.stringify(storeShot(cut))))
    expect(opened.ok && opened.shot.plans[PLAN]!.columns.two!.inside).toBe(COLUMN)
    expect(undone(shade, cut)).toBe(true)
  })

  it('is refused in a circle, when it was changed since, and on a locked column; a column that goes lets it be', () => {
    expect(refusal(cut, 'column.inside', { plan: PLAN, column: COLUMN, was: null, inside: 'two' })?.code).toBe(
      'invalid',
    )
    expect(refusal(cut, 'column.inside', { plan: PLAN, column: COLUMN, was: null, inside: COLUMN })?.code).toBe(
      'invalid',
    )
    expect(refusal(cut, 'column.inside', args)?.code).toBe('changed')
    const locked = done(shade, 'column.set', { plan: PLAN, column: 'two', locked: true })
    expect(refusal(locked, 'column.inside', args)?.code).toBe('locked')
    const gone = done(cut, 'column.remove', { plan: PLAN, column: COLUMN })
    expect(gone.plans[PLAN]!.columns.two!.inside).toBeUndefined()
    expect(openShot(JSON.parse(JSON.stringify(storeShot(gone)))).ok).toBe(true)
  })
})

describe('a column that rides, before or behind what carries it', () => {
  const carrier = { column: COLUMN, part: null, base: [1, 0, 0, 1, 0, 0] as const, sizes: true, stays: false }
  const two = withSecond(posedShot())
  const riding = done(two, 'column.carry', { plan: PLAN, column: 'two', was: null, carrier, moves: [] })
  const stand = (s: Shot, frame: number, at: 'own' | 'before' | 'behind') =>
    done(s, 'column.stand', { plan: PLAN, column: 'two', frame, at })

  it('stands so from a frame on until it is said otherwise; what says nothing new is not kept', () => {
    const behind = stand(stand(riding, 9, 'behind'), 17, 'own')
    const order = (s: Shot, frame: number) => orderOn(sceneOf(s, PLAN), frame)
    expect(order(behind, 8)).toEqual([COLUMN, 'two'])
    expect(order(behind, 9)).toEqual(['two', COLUMN])
    expect(order(behind, 17)).toEqual([COLUMN, 'two'])
    const stands = (s: Shot) => s.plans[PLAN]!.columns.two!.stands
    expect(stands(stand(behind, 12, 'behind'))).toEqual(stands(behind))
    expect(stands(stand(behind, 9, 'own'))).toBeUndefined()
    expect(undone(riding, behind)).toBe(true)
  })

  it('keeps those that stand on one side in their order, and what rides on them with them', () => {
    const three = withSecond(withSecond(posedShot()), 'three', 'C', 'st3')
    const ride = (s: Shot, column: string, on: string) =>
      done(s, 'column.carry', { plan: PLAN, column, was: null, carrier: { ...carrier, column: on }, moves: [] })
    const at = (s: Shot, column: string, where: 'before' | 'behind') =>
      done(s, 'column.stand', { plan: PLAN, column, frame: 1, at: where })
    const order = (s: Shot) => orderOn(sceneOf(s, PLAN), 1)
    const both = ride(ride(three, 'two', COLUMN), 'three', COLUMN)
    const own = order(both).filter(id => id !== COLUMN)
    expect(order(at(at(both, 'two', 'before'), 'three', 'before'))).toEqual([COLUMN, ...own])
    expect(order(at(at(both, 'two', 'behind'), 'three', 'behind'))).toEqual([...own, COLUMN])
    for (const [outer, inner] of [
      ['two', 'three'],
      ['three', 'two'],
    ] as const) {
      const nested = ride(ride(three, outer, COLUMN), inner, outer)
      expect(order(at(at(nested, outer, 'behind'), inner, 'before'))).toEqual([outer, inner, COLUMN])
    }
  })

  it('is said of what carries it only', () => {
    expect(refusal(two, 'column.stand', { plan: PLAN, column: 'two', frame: 1, at: 'behind' })?.code).toBe('changed')
    const letGo = done(stand(riding, 9, 'behind'), 'column.carry', {
      plan: PLAN,
      column: 'two',
      was: { column: COLUMN, part: null },
      carrier: null,
      moves: [],
    })
    expect(letGo.plans[PLAN]!.columns.two!.stands).toBeUndefined()
    const gone = done(stand(riding, 9, 'behind'), 'column.remove', { plan: PLAN, column: COLUMN })
    expect(gone.plans[PLAN]!.columns.two!.stands).toBeUndefined()
  })
})
