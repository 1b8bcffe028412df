import { polygonArea } from 'd3-polygon'
import { describe, expect, it } from 'vitest'
import type { Vec } from '../motion'
import { distance, polar, vec } from '../motion'
import type { Pose, Spine } from '.'
import { acrossIn, chainOfLinks, jointsAlong, layBones, lieAlong, person, placeAlong, restPose, rowsOf } from '.'

/** Joints of links as long as these, each turned on by an angle from the one before. */
function joints(turns: readonly number[], lengths = turns.map(() => 60)): Vec[] {
  const out = [vec(100, 100)]
  let angle = 0
  turns.forEach((t, i) => {
    angle += t
    out.push(polar(out[i]!, lengths[i]!, angle))
  })
  return out
}
const spine = (turns: readonly number[], round = 1): Spine => ({ joints: joints(turns), round })
const straight = spine([0, 0, 0, 0, 0])

/** The middle of a ribbon along the straight spine, and its two edges so far to each side; flat points. */
const line = (off: number, from = 0, to = 300, n = 300): number[] =>
  Array.from({ length: n + 1 }, (_, i) => [100 + from + ((to - from) * i) / n, 100 + off]).flat()
const bend = (points: readonly number[], to: Spine, from = straight, across = 1): number[] =>
  placeAlong(to, lieAlong(from, points, 2), { across })
const pairs = (flat: readonly number[]): [number, number][] =>
  Array.from({ length: flat.length / 2 }, (_, i) => [flat[i * 2]!, flat[i * 2 + 1]!])
const lengthOf = (flat: readonly number[]): number =>
  pairs(flat).reduce((sum, [x, y], i, all) => (i ? sum + Math.hypot(x - all[i - 1]![0], y - all[i - 1]![1]) : 0), 0)

const curled = spine([0.2, 0.5, 0.5, 0.5, 0.5])
const waving = spine([0.4, -0.7, 0.8, -0.9, 0.6])

describe('what is bent along a chain', () => {
  it.each([straight, curled, waving, spine([0, 2.4, -0.3, 1, 0], 0.4)])(
    'is as it was where the chain lies as it did',
    at => {
      const cloud = Array.from({ length: 400 }, (_, i) => [40 + ((i * 37) % 420), 40 + ((i * 91) % 260)]).flat()
      bend(cloud, at, at).forEach((n, i) => expect(n).toBeCloseTo(cloud[i]!, 3))
    },
  )
  it('turns, moves and grows with the chain as a whole', () => {
    // A similarity of the plane, by hand.
    const [k, a] = [1.5, 0.7]
    const turned = (x: number, y: number): [number, number] => [
      k * (x * Math.cos(a) - y * Math.sin(a)) + 30,
      k * (x * Math.sin(a) + y * Math.cos(a)) - 12,
    ]
    const there = { joints: waving.joints.map(j => vec(...turned(j.x, j.y))), round: 1 }
    const ribbon = [...line(0), ...line(14), ...line(-14)]
    const bent = bend(ribbon, waving)
    const out = bend(bent, there, waving, k)
    pairs(bent).forEach(([x, y], i) => {
      const [u, v] = turned(x, y)
      expect(distance(vec(out[i * 2]!, out[i * 2 + 1]!), vec(u, v))).toBeLessThan(0.02)
    })
  })
  it.each([curled, waving])('keeps its width everywhere', to => {
    const [left, right] = [pairs(bend(line(14), to)), pairs(bend(line(-14), to))]
    left.forEach(([x, y], i) => expect(Math.hypot(x - right[i]![0], y - right[i]![1])).toBeCloseTo(28, 6))
  })
  it.each([curled, waving])('a ribbon has the area of its width times the length of its middle', to => {
    // H. Weyl, On the Volume of Tubes (1939), in the plane; for a ring Pappus’ theorem.
    const area = Math.abs(polygonArea([...pairs(bend(line(14), to)), ...pairs(bend(line(-14), to)).reverse()]))
    expect(area / (28 * lengthOf(bend(line(0), to)))).toBeCloseTo(1, 2)
  })
  it('is smooth: no corner anywhere, though the links meet in corners', () => {
    const way = pairs(bend(line(10, 0, 300, 3000), curled))
    const directions = way.slice(1).map(([x, y], i) => Math.atan2(y - way[i]![1], x - way[i]![0]))
    directions.slice(1).forEach((d, i) => expect(Math.abs(d - directions[i]!)).toBeLessThan(0.01))
  })
  it('is not folded over on the inner side of a sharp bend', () => {
    const sharp = spine([0, 0, 2.4, 0, 0], 0.5)
    for (let off = 0; off < 50; off += 5) {
      const [inner, further] = [pairs(bend(line(off), sharp)), pairs(bend(line(off + 5), sharp))]
      for (let i = 1; i < inner.length; i++) {
        const cell = [inner[i - 1]!, inner[i]!, further[i]!, further[i - 1]!]
        expect(polygonArea(cell)).toBeLessThan(1e-3)
      }
    }
  })
  it('the straight parts of a limb stay straight, and what lies beyond its ends goes on as they do', () => {
    const limb = { joints: joints([0, 0], [100, 80]), round: 0.5 }
    const bent = { joints: joints([0, 1.5], [100, 80]), round: 0.5 }
    const upper = pairs(bend(line(9, -20, 74, 50), bent, limb))
    upper.forEach(([, y]) => expect(y).toBeCloseTo(109, 6))
    const [from, to] = [bent.joints[1]!, bent.joints[2]!]
    const [[x, y]] = pairs(bend([300, 100], bent, limb)) as [[number, number]]
    const along = { x: (to.x - from.x) / 80, y: (to.y - from.y) / 80 }
    expect([x, y]).toEqual([expect.closeTo(to.x + along.x * 20, 6), expect.closeTo(to.y + along.y * 20, 6)])
  })
  it('is never without a place: links of no length, folded flat, all in one point', () => {
    for (const at of [
      { joints: joints([0, 0, 0], [0, 60, 0]), round: 1 },
      spine([0, Math.PI, Math.PI]),
      { joints: [vec(5, 5), vec(5, 5), vec(5, 5)], round: 0.05 },
    ])
      for (const other of [at, { joints: joints([0, 0.5, 0.5]).slice(0, at.joints.length), round: 1 }])
        for (const n of [...bend(line(8, 0, 300, 20), other, at), ...bend(line(8, 0, 300, 20), at, other)])
          expect(Number.isFinite(n)).toBe(true)
  })
})

describe('rows of bones', () => {
  it('of a chain are one, of a person its limbs, its back and its head', () => {
    expect(rowsOf(chainOfLinks).map(r => r.length)).toEqual([6])
    const rows = rowsOf(person).map(r => r.map(b => b.id))
    expect(rows.flat().sort()).toEqual(person.bones.map(b => b.id).sort())
    expect(rows).toContainEqual(expect.arrayContaining(['near-arm', 'near-forearm', 'near-hand']))
  })
  it('give the joints of a pose, seen in a mirror too', () => {
    const pose: Pose = { ...restPose(vec(300, 200), 0.8), angles: { 'link-2': 0.6, 'link-5': -1 } }
    const row = rowsOf(chainOfLinks)[0]!.map(b => b.id)
    const there = jointsAlong(chainOfLinks, pose, row)!
    expect(there[0]).toEqual(pose.place)
    expect(there.at(-1)).toEqual(layBones(chainOfLinks, pose).get('link-6')!.tip)
    const seen = jointsAlong(chainOfLinks, { ...pose, mirror: true }, row)!
    seen.forEach((j, i) => expect(j.x - 300).toBeCloseTo(300 - there[i]!.x, 9))
    expect([acrossIn(pose), acrossIn({ ...pose, mirror: true })]).toEqual([0.8, -0.8])
    // What is to the one side is to the other in the mirror, at the same height.
    const off = bend([...line(7)], { joints: there, round: 1 }, straight, 0.8)
    const other = bend([...line(7)], { joints: seen, round: 1 }, straight, -0.8)
    pairs(off).forEach(([x, y], i) => {
      expect(other[i * 2]! - 300).toBeCloseTo(300 - x, 6)
      expect(other[i * 2 + 1]).toBeCloseTo(y, 6)
    })
  })
  it('are none of bones that are not in a row', () => {
    expect(jointsAlong(chainOfLinks, restPose(vec(0, 0)), ['link-1', 'link-3'])).toBeNull()
    expect(jointsAlong(chainOfLinks, restPose(vec(0, 0)), ['gone'])).toBeNull()
    expect(jointsAlong(chainOfLinks, restPose(vec(0, 0)), [])).toBeNull()
  })
})
