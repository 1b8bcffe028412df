import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { distance, vec } from '../motion'
import {
  ball,
  blend,
  boneLength,
  boneOf,
  canReach,
  chainEnd,
  figureSchema,
  handlesOf,
  layBones,
  library,
  moveOverFeet,
  person,
  personWithLantern,
  pull,
  reach,
  restPose,
  travel,
} from '.'

const angle = fc.double({ min: -3, max: 3, noNaN: true })
const poses = fc
  .record({
    x: fc.integer({ min: 0, max: 1900 }),
    y: fc.integer({ min: 0, max: 1000 }),
    turn: angle,
    size: fc.double({ min: 0.3, max: 2, noNaN: true }),
    angles: fc.array(angle, { minLength: person.bones.length, maxLength: person.bones.length }),
  })
  .map(p => ({
    place: vec(p.x, p.y),
    turn: p.turn,
    size: p.size,
    stretch: 1,
    angles: Object.fromEntries(person.bones.map((b, i) => [b.id, p.angles[i]!])),
  }))
/** A direction within a turn of 0. */
const wrapped = (a: number): number => Math.atan2(Math.sin(a), Math.cos(a))

describe('a bone turned alone', () => {
  const { id: upper } = person.bones.find(b => b.id === 'near-arm')!
  const { id: lower } = person.bones.find(b => b.parent === upper)!
  it('raises an elbow while the hand hangs: what it carries keeps its direction', () =>
    fc.assert(
      fc.property(poses, angle, (pose, direction) => {
        const before = layBones(person, pose)
        const { start } = before.get(upper)!
        const to = vec(start.x + 200 * Math.cos(direction), start.y + 200 * Math.sin(direction))
        const after = layBones(person, pull(person, pose, { kind: 'turn', id: upper }, to, { alone: true }))
        expect(wrapped(after.get(upper)!.angle - direction)).toBeCloseTo(0, 6)
        expect(wrapped(after.get(lower)!.angle - before.get(lower)!.angle)).toBeCloseTo(0, 6)
        // Nothing else moves.
        expect(distance(after.get('head')!.tip, before.get('head')!.tip)).toBeLessThan(1e-6)
      }),
    ))
  it('at the end of a chain leaves the elbow where it is', () => {
    const pose = restPose(vec(500, 500))
    const chain = person.chains.find(c => c.lower === lower)!
    const [before, to] = [layBones(person, pose), vec(900, 300)]
    const alone = layBones(person, pull(person, pose, { kind: 'reach', id: chain.id }, to, { alone: true }))
    expect(distance(alone.get(upper)!.tip, before.get(upper)!.tip)).toBeLessThan(1e-9)
    const pulled = layBones(person, pull(person, pose, { kind: 'reach', id: chain.id }, to))
    expect(distance(pulled.get(upper)!.tip, before.get(upper)!.tip)).toBeGreaterThan(1)
  })
})

const lengths = (pose: Parameters<typeof layBones>[1]) =>
  [...layBones(person, pose)].map(([id, l]) => distance(l.start, l.tip) / boneOf(person, id).length)

it('every figure of the library is a good figure', () => {
  for (const f of library) expect(figureSchema.safeParse(f).success, f.name).toBe(true)
})
it('tells near and far limbs apart', () => {
  const limbs = (which: string) =>
    person.bones
      .filter(b => b.side === which)
      .map(b => b.id.replace(`${which}-`, ''))
      .sort()
  expect(limbs('near')).toEqual(limbs('far'))
  expect(person.bones.findIndex(b => b.id === 'far-arm')).toBeLessThan(person.bones.findIndex(b => b.id === 'near-arm'))
})
it('refuses a figure whose bones lead nowhere', () => {
  const lost = { ...person, bones: person.bones.map(b => (b.id === 'neck' ? { ...b, parent: 'head' } : b)) }
  expect(figureSchema.safeParse(lost).error!.issues[0]!.message).toMatch(/no parent/)
})

describe('inverse kinematics', () => {
  // Law of cosines, Euclid, Elements II.12–13; segment lengths unchanged to 1e-9.
  it('reaches what is in reach and never changes a length', () => {
    fc.assert(
      fc.property(
        poses,
        fc.integer({ min: 0, max: 1900 }),
        fc.integer({ min: 0, max: 1000 }),
        fc.constantFrom(...person.chains),
        (pose, x, y, chain) => {
          const target = vec(x, y)
          const out = reach(person, pose, chain, target)
          for (const l of lengths(out)) expect(Math.abs(l - pose.size)).toBeLessThan(1e-9)
          if (canReach(person, pose, chain, target))
            expect(distance(chainEnd(person, out, chain), target)).toBeLessThan(1e-6)
        },
      ),
    )
  })
  it('makes the angle at the elbow that the law of cosines gives', () => {
    const pose = restPose(vec(0, 0))
    const chain = person.chains[0]!
    const shoulder = layBones(person, pose).get(chain.upper)!.start
    const out = reach(person, pose, chain, vec(shoulder.x + 120, shoulder.y))
    const [a, b, d] = [92, 86, 120]
    const inner = Math.acos((a * a + b * b - d * d) / (2 * a * b))
    expect(Math.abs(Math.PI - Math.abs(out.angles['near-forearm']!))).toBeCloseTo(inner, 9)
  })
  it('bends knees forward and elbows back', () => {
    const pose = moveOverFeet(person, restPose(vec(500, 500)), vec(500, 560))
    const laid = layBones(person, pose)
    expect(laid.get('near-thigh')!.tip.x).toBeGreaterThan(500)
    const pulled = layBones(person, pull(person, pose, { kind: 'reach', id: 'near-reach' }, vec(560, 470)))
    expect(pulled.get('near-arm')!.tip.x).toBeLessThan(500)
  })
  it('moves over its feet', () => {
    const rest = restPose(vec(500, 500))
    const moved = moveOverFeet(person, rest, vec(540, 540))
    for (const c of person.chains.filter(x => x.stands)) {
      expect(distance(chainEnd(person, moved, c), chainEnd(person, rest, c))).toBeLessThan(1e-6)
      expect(layBones(person, moved).get(c.tip!)!.angle).toBeCloseTo(layBones(person, rest).get(c.tip!)!.angle, 9)
    }
  })
})

describe('blending', () => {
  it('keeps limb lengths and meets both poses', () => {
    fc.assert(
      fc.property(poses, poses, fc.double({ min: -0.3, max: 1.3, noNaN: true }), (a, b, u) => {
        const same = { ...b, size: a.size }
        for (const l of lengths(blend(person, a, same, u))) expect(Math.abs(l - a.size)).toBeLessThan(1e-9)
        expect(blend(person, a, b, 0)).toBe(a)
        expect(blend(person, a, b, 1)).toBe(b)
      }),
    )
  })
  it('keeps a foot where it stands in both poses', () => {
    const a = restPose(vec(500, 500))
    const b = moveOverFeet(person, a, vec(560, 545))
    for (const u of [0.1, 0.37, 0.5, 0.9]) {
      const mid = blend(person, a, b, u)
      for (const c of person.chains.filter(x => x.stands))
        expect(distance(chainEnd(person, mid, c), chainEnd(person, a, c))).toBeLessThan(1e-6)
    }
  })
  it('measures travel as the mean way of the bones', () => {
    const a = restPose(vec(0, 0))
    expect(travel(person, a, { ...a, place: vec(30, 40) })).toBeCloseTo(50, 9)
    expect(travel(person, a, a)).toBe(0)
  })
})

describe('squash and stretch', () => {
  it('keeps the area of the ball', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 250 }), fc.integer({ min: 20, max: 250 }), (dx, dy) => {
        const pose = pull(ball, restPose(vec(0, 0)), { kind: 'turn', id: 'ball' }, vec(dx, -dy))
        const along = boneLength(ball, ball.bones[0]!, pose)
        const across = 70 / pose.stretch
        expect(Math.PI * along * across).toBeCloseTo(Math.PI * 70 * 70, 6)
      }),
    )
  })
})

it('a hanging lantern keeps its angle to the picture when the arm turns', () => {
  const a = restPose(vec(0, 0))
  const b = pull(personWithLantern, a, { kind: 'reach', id: 'near-reach' }, vec(150, -200))
  expect(layBones(personWithLantern, b).get('lantern')!.angle).toBeCloseTo(Math.PI / 2, 9)
})
it('offers a handle for the place, each chain and each other bone', () => {
  const kinds = handlesOf(person, restPose(vec(0, 0))).map(h => h.kind)
  expect(kinds.filter(k => k === 'reach')).toHaveLength(4)
  expect(kinds.filter(k => k === 'place')).toHaveLength(1)
  expect(kinds.filter(k => k === 'turn')).toHaveLength(person.bones.length - 4)
})
