import { describe, expect, it } from 'vitest'
import { done, posedShot, STACK } from '#core/commands/fixture.test-helper'
import { layBones, person } from '#core/figure'
import type { Affine, Vec } from '#core/motion'
import { distance, mapped } from '#core/motion'
import type { Line } from '#core/tie'
import { deskOn } from '~/desk/scene.test-helper'
import { laidBy, layBys, layLines } from './by-part'

const shot = posedShot()
const by = { kind: 'bone', subject: 'keeper', bone: 'head', name: 'Keeper: head' } as const
const headOn = (s: typeof shot, drawing: string): { tip: Vec; start: Vec } =>
  layBones(person, s.stacks[STACK]!.drawings[drawing]!.content.poses.keeper!).get('head')!
const near = (a: Vec, b: Vec) => expect(distance(a, b)).toBeLessThan(1 / 16)

describe('laying neighbours over a drawing by a part', () => {
  it('brings the part of both to where it is on this one, its direction too', () => {
    const laid = laidBy(...deskOn(shot, 13), by)
    expect(Object.keys(laid).sort()).toEqual(['d1', 'd25'])
    for (const d of ['d1', 'd25']) {
      near(mapped(laid[d]!, headOn(shot, d).tip), headOn(shot, 'd13').tip)
      near(mapped(laid[d]!, headOn(shot, d).start), headOn(shot, 'd13').start)
    }
  })

  it('brings both to the same place halfway, where it is not on this one yet', () => {
    const empty = done(shot, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: null } })
    const laid = laidBy(...deskOn(empty, 13), by)
    const [one, other] = ['d1', 'd25'].map(d => headOn(empty, d))
    near(mapped(laid.d1!, one!.tip), mapped(laid.d25!, other!.tip))
    near(mapped(laid.d1!, one!.start), mapped(laid.d25!, other!.start))
    near(mapped(laid.d1!, one!.tip), { x: (one!.tip.x + other!.tip.x) / 2, y: (one!.tip.y + other!.tip.y) / 2 })
  })

  it('offers what is on two of the three drawings', () => {
    const names = layBys(...deskOn(shot, 13)).map(b => b.name)
    expect(names).toContain('Keeper, as a whole')
    expect(names).toContain('Keeper: head')
    const alone = done(
      done(shot, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: null } }),
      'drawing.pose',
      { stack: STACK, drawing: 'd1', poses: { keeper: null } },
    )
    expect(layBys(...deskOn(alone, 13))).toEqual([])
  })
})

describe('laying lines on lines', () => {
  const line = (id: string, points: readonly Vec[]): Line => ({
    id,
    part: null,
    stroke: { schema: 1, colour: '#000000', width: 4, pressure: false, points: points.flatMap(p => [p.x, p.y, 0.5]) },
  })
  const arc = Array.from({ length: 24 }, (_, i) => ({ x: 300 + 90 * Math.cos(i / 9), y: 200 + 60 * Math.sin(i / 9) }))
  const nose = [0, 1, 2, 3, 4].map(i => ({ x: 380 + 12 * i, y: 210 + i * i }))
  const m: Affine = [0.8, 0.3, -0.3, 0.8, 140, -60]

  it('finds the turn, size and shift of what was drawn alike, drawn the other way round, too', () => {
    const there = [
      line('c', arc.map(p => mapped(m, p)).reverse()),
      line(
        'd',
        nose.map(p => mapped(m, p)),
      ),
    ]
    const found = layLines([line('a', arc), line('b', nose)], there)!
    for (const p of [...arc, ...nose]) expect(distance(mapped(found, p), mapped(m, p))).toBeLessThan(0.6)
  })

  it('lays middle on middle where nothing is alike', () => {
    const flat = { ...line('f', arc), stroke: { ...line('f', arc).stroke, fill: true as const } }
    const found = layLines([line('a', nose)], [flat])!
    expect(found.slice(0, 4)).toEqual([1, 0, 0, 1])
  })
})
