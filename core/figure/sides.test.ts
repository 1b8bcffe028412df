import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { affineOf, distance, mapped, vec } from '../motion'
import type { Figure, Pose } from '.'
import {
  blend,
  boneLength,
  chainEnd,
  counterpart,
  figureOf,
  figureSchema,
  handlesOf,
  hasSides,
  layBones,
  library,
  mapPose,
  mirrorPose,
  otherSide,
  person,
  personThreeQuarter,
  personWithLantern,
  oneBoneFigure,
  pull,
  restPose,
  swapSides,
  withBones,
} from '.'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const at = fc.record({ x: number(0, 1900), y: number(0, 1000) })
/** Poses of a figure in which some bones have angles of their own and some have none. */
const posesOf = (f: Figure): fc.Arbitrary<Pose> =>
  fc
    .record({
      place: at,
      turn: number(-3, 3),
      size: number(0.3, 2),
      stretch: fc.constant(1),
      mirror: fc.boolean(),
      angles: fc.dictionary(fc.constantFrom(...f.bones.map(b => b.id)), number(-3, 3)),
      lengths: fc.dictionary(fc.constantFrom(...f.bones.map(b => b.id)), number(0.5, 2)),
    })
    .map(({ mirror, ...p }) => (mirror ? { ...p, mirror } : p))
const figures = fc.constantFrom(...library)
const posed = figures.chain(f => fc.tuple(fc.constant(f), posesOf(f)))

/** Every bone is as long as its figure and its proportions say. */
function expectLengths(f: Figure, pose: Pose): void {
  const laid = layBones(f, pose)
  for (const bone of f.bones)
    expect(
      Math.abs(distance(laid.get(bone.id)!.start, laid.get(bone.id)!.tip) - boneLength(f, bone, pose)),
    ).toBeLessThan(1e-6)
}
const tipsNear = (f: Figure, a: Pose, b: Pose, by = 1e-5): void => {
  const [p, q] = [layBones(f, a), layBones(f, b)]
  for (const { id } of f.bones) expect(distance(p.get(id)!.tip, q.get(id)!.tip)).toBeLessThan(by)
}

describe('left and right', () => {
  it('exchanged twice is the pose itself', () => {
    fc.assert(
      fc.property(posed, ([f, pose]) => {
        expect(swapSides(f, swapSides(f, pose))).toEqual(pose)
      }),
    )
  })
  it('each near limb lies as the far one did', () => {
    fc.assert(
      fc.property(posesOf(person), pose => {
        const [before, after] = [layBones(person, pose), layBones(person, swapSides(person, pose))]
        for (const { id } of person.bones) {
          const other = counterpart(person, id)
          if (other) expect(distance(after.get(id)!.tip, before.get(other)!.tip)).toBeLessThan(1e-6)
        }
      }),
    )
  })
  it('leaves what has no counterpart where it is', () => {
    expect(counterpart(personWithLantern, 'lantern')).toBeNull()
    expect(counterpart(person, 'spine')).toBeNull()
    expect(library.filter(hasSides).map(f => f.id)).toEqual([
      'person-side',
      'person-three-quarter',
      'person-side-lantern',
    ])
  })
  it('both persons tell near and far limbs apart, the far ones behind', () => {
    for (const f of [person, personThreeQuarter]) {
      const limbs = (which: string) =>
        f.bones
          .filter(b => b.side === which)
          .map(b => b.id.replace(`${which}-`, ''))
          .sort()
      expect(limbs('near')).toEqual(limbs('far'))
      expect(f.bones.findIndex(b => b.id === 'far-thigh')).toBeLessThan(f.bones.findIndex(b => b.id === 'near-thigh'))
    }
  })
})

describe('the mirror', () => {
  it('twice is the pose itself', () => {
    fc.assert(
      fc.property(posed, ([, pose]) => {
        expect(mirrorPose(mirrorPose(pose))).toEqual(pose)
      }),
    )
  })
  it('shows every joint as far on the other side of the place', () => {
    fc.assert(
      fc.property(posed, ([f, pose]) => {
        const [a, b] = [layBones(f, pose), layBones(f, mirrorPose(pose))]
        for (const { id } of f.bones)
          expect(distance(b.get(id)!.tip, vec(2 * pose.place.x - a.get(id)!.tip.x, a.get(id)!.tip.y))).toBeLessThan(
            1e-6,
          )
      }),
    )
  })
  it('seen from the other side, the bones lie where they lay', () => {
    fc.assert(fc.property(posed, ([f, pose]) => tipsNear(f, pose, otherSide(f, pose))))
  })
  it('a map of the picture takes every joint along', () => {
    const reshape = fc.record({ about: at, move: at, turn: number(-3, 3), k: number(0.5, 1.5), mirrors: fc.boolean() })
    fc.assert(
      fc.property(
        figures
          .filter(f => f.id !== 'hook' && !f.bones.some(b => b.hangs))
          .chain(f => fc.tuple(fc.constant(f), posesOf(f))),
        reshape,
        ([f, pose], r) => {
          const m = affineOf({ ...r, scale: { x: r.mirrors ? -r.k : r.k, y: r.k } })
          const [before, after] = [layBones(f, pose), layBones(f, mapPose(m, pose))]
          for (const { id } of f.bones)
            expect(distance(after.get(id)!.tip, mapped(m, before.get(id)!.tip))).toBeLessThan(1e-4)
        },
      ),
    )
  })
})

describe('limbs keep their lengths', () => {
  it('under every handle that is pulled, in the mirror too', () => {
    fc.assert(
      fc.property(posed, at, number(0, 1), fc.boolean(), ([f, pose], to, which, whole) => {
        const handles = handlesOf(f, pose)
        expectLengths(
          f,
          pull(f, pose, handles[Math.floor(which * (handles.length - 1))]!, to, { whole, hands: !whole }),
        )
      }),
    )
  })
  it('under exchanging, mirroring, mapping, copying parts, and half way between two poses', () => {
    fc.assert(
      fc.property(
        figures.chain(f => fc.tuple(fc.constant(f), posesOf(f), posesOf(f))),
        number(0, 1),
        ([f, a, b], u) => {
          for (const p of [
            swapSides(f, a),
            mirrorPose(a),
            mapPose(affineOf({ about: a.place, move: vec(3, 4), turn: 1, scale: vec(-1, 1) }), a),
            withBones(
              a,
              b,
              f.bones.slice(0, 2).map(x => x.id),
            ),
          ])
            expectLengths(f, p)
          expectLengths(f, blend(f, a, b, u))
        },
      ),
    )
  })
  it('moved over its feet with the hands kept, every end stays', () => {
    const pose = pull(person, restPose(vec(500, 500)), { kind: 'reach', id: 'near-reach' }, vec(590, 420))
    const moved = pull(person, pose, { kind: 'place', id: 'place' }, vec(515, 510), { hands: true })
    for (const c of person.chains.filter(x => x.stands || x.id === 'near-reach'))
      expect(distance(chainEnd(person, moved, c), chainEnd(person, pose, c))).toBeLessThan(1e-6)
    expect(moved.place).toEqual(vec(515, 510))
  })
  it('a reach ends at the point in the mirror as well', () => {
    const pose = mirrorPose(restPose(vec(500, 500)))
    const chain = person.chains[0]!
    expect(
      distance(
        chainEnd(person, pull(person, pose, { kind: 'reach', id: chain.id }, vec(420, 430)), chain),
        vec(420, 430),
      ),
    ).toBeLessThan(1e-6)
  })
  it('proportions of two poses go over into each other', () => {
    const [a, b] = [restPose(vec(0, 0)), { ...restPose(vec(0, 0)), lengths: { spine: 2 } }]
    expect(blend(person, a, b, 0.5).lengths).toEqual({ spine: 1.5 })
    expect(blend(person, a, a, 0.5).lengths).toBeUndefined()
  })
})

describe('copying a part of a pose', () => {
  it('takes the angles of those bones and no others', () => {
    const [a, b] = [
      { ...restPose(vec(0, 0)), angles: { head: 1, neck: 2 } },
      { ...restPose(vec(9, 9)), angles: { spine: 3, neck: 4 } },
    ]
    expect(withBones(a, b, ['head', 'neck'])).toEqual({ ...a, angles: { neck: 4 } })
  })
})

describe('figures from joints', () => {
  const joints = [
    { at: vec(100, 100), on: null },
    { at: vec(100, 200), on: 0 },
    { at: vec(130, 280), on: 1 },
    { at: vec(100, 40), on: 0 },
  ]
  const made = figureOf('f', 'Heron', joints)
  it('lie as they were set', () => {
    expect(figureSchema.safeParse(made).success).toBe(true)
    const laid = layBones(made, restPose(vec(100, 100)))
    joints.forEach(
      ({ at: p, on }, i) => on !== null && expect(distance(laid.get(`limb-${i}`)!.tip, p)).toBeLessThan(1e-9),
    )
  })
  it('two limbs in a row reach together', () => {
    expect(made.chains.map(c => [c.upper, c.lower])).toEqual([['limb-1', 'limb-2']])
    const pulled = pull(made, restPose(vec(100, 100)), { kind: 'reach', id: made.chains[0]!.id }, vec(140, 240))
    expect(distance(layBones(made, pulled).get('limb-2')!.tip, vec(140, 240))).toBeLessThan(1e-6)
  })
  it.each([[[joints[0]!]], [[joints[0]!, { at: vec(101, 100), on: 0 }]]])('say what is wrong', list =>
    expect(() => figureOf('f', 'F', list)).toThrow(RangeError),
  )
})

it('what is placed as a whole is turned and sized by its handle', () => {
  const f = oneBoneFigure('p', 'Plate', 100)
  const pose = pull(f, restPose(vec(0, 0)), { kind: 'turn', id: 'top' }, vec(200, 0))
  expect(pose.size).toBeCloseTo(2)
  expect(pose.angles.top).toBeCloseTo(Math.PI / 2)
})
