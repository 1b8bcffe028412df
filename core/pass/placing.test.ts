import { describe, expect, it } from 'vitest'
import type { Pose } from '../figure'
import { counterpart, layBones, mirrorPose, person, restPose, swapSides } from '../figure'
import type { Affine, Vec } from '../motion'
import { distance, inverseOf, mapped, SAME, vec } from '../motion'
import { layersAt } from '../picture'
import { writeSvg } from '../formats/svg'
import type { Stroke } from '../stroke'
import { trackOf } from '../travel'
import type { Carrier, Column, Shot } from '../document'
import { openShot, storeShot } from '../document'
import type { ArgsOf } from '../commands'
import { listOf } from '../sheet'
import { charted, COLUMN, done, drawn, PLAN, posedShot, refusal, STACK, undone } from '../commands/fixture.test-helper'
import { carrierSpace, moveOf, moveSpace, partSpace, placingAt, sceneOf } from '.'

/** Drawings land where they ride to this, px. */
const LANDS = 1 / 16
const hash = 'a'.repeat(64)
const dot: Stroke = { schema: 1, colour: '#26302c', width: 4, pressure: true, points: [0, 0, 0.5, 8, 0, 0.5] }
const BADGE = { stack: 'badge-stack', column: 'badge-column' }

/** A keeper on three poses with in-betweens, and a column of one drawing that holds all through. */
function shotWithBadge(id = BADGE): Shot {
  const keeper = posedShot().plans[PLAN]!.columns[COLUMN]!
  const { runs: _r, repeats: _p, ...settings } = keeper
  let s = charted(charted(posedShot(), '1', '13', ['5', '9', '11']), '13', '25', ['17', '19', '21'])
  s = done(s, 'column.add', {
    plan: PLAN,
    index: s.plans[PLAN]!.order.length,
    stack: { id: id.stack, subjects: {}, drawings: {} },
    column: { ...settings, id: id.column, name: id.column, stack: id.stack, runs: [] },
  })
  s = done(s, 'pose.add', {
    plan: PLAN,
    column: id.column,
    drawing: { id: `${id.column}-1`, number: '1', role: 'key', content: { poses: {}, strokes: [{ id: 's', hash }] } },
    where: { onFrame: 1 },
  })
  return s
}
const columnIn = (s: Shot, id = BADGE.column): Column => s.plans[PLAN]!.columns[id]!
const hand = { column: COLUMN, part: { subject: 'keeper', bone: 'near-forearm' }, sizes: true, stays: false }
const wristOn = (s: Shot, frame: number): Vec => {
  const scene = sceneOf(s, PLAN)
  const stack = s.stacks[STACK]!
  const id = layersAt(scene, frame, () => undefined).find(l => l.column === COLUMN)!.drawing
  return layBones(person, scene.contents.of(scene, stack, id).poses.keeper!).get('near-forearm')!.tip
}
/** The column rides on something as it lies on a frame: `base` is the way back from there. */
function riding(s: Shot, carrier: Omit<Carrier, 'base'>, frame = 1, column = BADGE.column): Shot {
  const base = inverseOf(carrierSpace(sceneOf(s, PLAN), carrier, frame)!).map(n => n || 0) as unknown as Affine
  return done(s, 'column.carry', { plan: PLAN, column, was: null, carrier: { ...carrier, base }, moves: [] })
}
const at = (s: Shot, frame: number, column = BADGE.column) => placingAt(sceneOf(s, PLAN), columnIn(s, column), frame)

describe('a column that rides on a part', () => {
  const free = shotWithBadge()
  const s = riding(free, hand)
  const wrist = wristOn(s, 1)

  it('lies as it was drawn on the frame on which it was attached', () => {
    at(s, 1)!.forEach((n, i) => expect(n).toBeCloseTo(SAME[i]!, 9))
    expect(at(free, 1)).toEqual(SAME)
  })
  it('lands on the end of the bone through poses and in-betweens', () => {
    for (const frame of [1, 5, 9, 11, 13, 17, 21, 25, 40])
      expect(distance(mapped(at(s, frame)!, wrist), wristOn(s, frame))).toBeLessThan(LANDS)
  })
  it('lands there when the pose is swapped, mirrored, moved, or larger', () => {
    const pose = drawn(s).d13!.content.poses.keeper!
    const changes: ((p: Pose) => Pose)[] = [
      p => swapSides(person, p),
      mirrorPose,
      p => ({ ...p, place: vec(300, 200), turn: 0.7 }),
      p => ({ ...p, size: p.size * 1.8 }),
    ]
    for (const change of changes) {
      const now = done(s, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: change(pose) } })
      expect(distance(mapped(at(now, 13)!, wrist), wristOn(now, 13))).toBeLessThan(LANDS)
    }
    expect(counterpart(person, 'near-forearm')).not.toBeNull()
    const mirrored = done(s, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: mirrorPose(pose) } })
    const [a, b, c, d] = at(mirrored, 13)!
    expect(a * d - b * c).toBeLessThan(0)
  })
  it('grows with it by choice only', () => {
    const pose = drawn(s).d13!.content.poses.keeper!
    const large = (x: Shot) =>
      done(x, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: { ...pose, size: pose.size * 2 } } })
    const growth = (x: Shot) => Math.hypot(at(x, 13)![0], at(x, 13)![1])
    expect(growth(large(s)) / growth(s)).toBeCloseTo(2, 9)
    expect(growth(large(riding(free, { ...hand, sizes: false })))).toBeCloseTo(1, 9)
  })
  it('is followed where it goes in the picture, also while its own drawing holds', () => {
    const figure = { id: 'dot', name: 'Dot', kind: 'figure' as const, figure: person }
    const free = done(
      done(shotWithBadge(), 'subject.add', { stack: BADGE.stack, subject: figure, drawing: null, pose: null }),
      'drawing.pose',
      {
        stack: BADGE.stack,
        drawing: `${BADGE.column}-1`,
        poses: { dot: restPose(wrist) },
      },
    )
    const track = (x: Shot) => trackOf(sceneOf(x, PLAN), columnIn(x), { subject: 'dot', part: 'place' })
    const ride = riding(free, hand)
    const { dots, gaps } = track(ride)
    for (const d of dots) expect(distance(d.at, wristOn(ride, d.start))).toBeLessThan(LANDS)
    expect(dots.length).toBeGreaterThan(4)
    expect(gaps.slice(1).every(g => g! > 0)).toBe(true)
    expect(dots.map(d => d.own)).toEqual(dots.map(() => wrist))
    // Held and not carried it does not travel.
    expect(track(free).dots).toHaveLength(1)
  })
  it('is not seen where that is not, or stays where it was last', () => {
    const keys = columnIn(s, COLUMN)
    const cleared = (x: Shot) => done(x, 'drawing.pose', { stack: STACK, drawing: 'd25', poses: { keeper: null } })
    expect(keys.runs.frames).toBeGreaterThan(24)
    expect(at(cleared(s), 25)).toBeNull()
    expect(layersAt(sceneOf(cleared(s), PLAN), 25, () => dot).some(l => l.column === BADGE.column)).toBe(false)
    const stays = cleared(riding(free, { ...hand, stays: true }))
    expect(at(stays, 25)).toEqual(at(stays, 24))
  })
  it('rides through repeats of its carrier, on one that is lined up with another, and on one that is hidden', () => {
    const runs = listOf(columnIn(s, COLUMN).runs)
    const { frames } = columnIn(s, COLUMN).runs
    const last = { run: runs.at(-1)!.id, at: frames - runs.at(-1)!.frames + 1 }
    const bracket = { id: 'again', first: { run: runs[0]!.id, at: 1 }, last, times: 2, back: false }
    const repeated = done(s, 'repeat.set', { plan: PLAN, column: COLUMN, repeat: bracket })
    for (const frame of [1, 9, 13])
      expect(distance(mapped(at(repeated, frames + frame)!, wrist), wristOn(repeated, frame))).toBeLessThan(LANDS)
    const lined = done(s, 'column.lineup', { plan: PLAN, column: BADGE.column, leader: COLUMN })
    expect(at(lined, 13)).toEqual(at(s, 13))
    const hidden = done(s, 'column.set', { plan: PLAN, column: COLUMN, hidden: true })
    expect(at(hidden, 13)).toEqual(at(s, 13))
  })
  it('is in the picture, in SVG, and in what is stored', () => {
    const layer = layersAt(sceneOf(s, PLAN), 13, () => dot).find(l => l.column === BADGE.column)!
    expect(layer.at).toEqual(at(s, 13))
    const svg = writeSvg(s.picture, null, [layer])
    expect(svg).toContain('<g stroke-linecap="round" stroke-linejoin="round" transform="matrix(')
    const opened = openShot(JSON.parse(JSON.stringify(storeShot(s))))
    expect(opened.ok && columnIn(opened.shot).carrier).toEqual(columnIn(s).carrier)
    expect(undone(free, s)).toBe(true)
  })
  it('lies where it lay when it is let go, on every frame', () => {
    const moves = Array.from({ length: s.length }, (_, i) => moveOf(i + 1, at(s, i + 1)!))
    const was = { column: COLUMN, part: hand.part }
    const letGo = done(s, 'column.carry', { plan: PLAN, column: BADGE.column, was, carrier: null, moves })
    expect(columnIn(letGo).carrier).toBeUndefined()
    for (const p of [vec(0, 0), wrist, vec(1920, 1080)])
      for (let f = 1; f <= s.length; f++)
        expect(distance(mapped(at(letGo, f)!, p), mapped(at(s, f)!, p))).toBeLessThan(LANDS)
    expect(undone(s, letGo)).toBe(true)
    const mirror: Affine = [-0.8, 0.6, 0.6, 0.8, 30, 40]
    moveSpace(moveOf(3, mirror)).forEach((n, i) => expect(n).toBeCloseTo(mirror[i]!, 6))
  })
  it('can be carried on: an eye on a badge on a hand, also in a column as a whole', () => {
    const EYE = { stack: 'eye-stack', column: 'eye-column' }
    const both = shotWithBadge(EYE)
    const add = (x: Shot): Shot => ({
      ...x,
      stacks: { ...x.stacks, [EYE.stack]: both.stacks[EYE.stack]! },
      plans: {
        [PLAN]: {
          ...x.plans[PLAN]!,
          order: [...x.plans[PLAN]!.order, EYE.column],
          columns: { ...x.plans[PLAN]!.columns, [EYE.column]: columnIn(both, EYE.column) },
        },
      },
    })
    const eye = riding(add(s), { column: BADGE.column, part: null, sizes: true, stays: false }, 1, EYE.column)
    for (const f of [1, 9, 13, 25]) at(eye, f, EYE.column)!.forEach((n, i) => expect(n).toBeCloseTo(at(eye, f)![i]!, 9))
    const circle: ArgsOf<'column.carry'> = {
      ...{ plan: PLAN, column: BADGE.column, was: { column: COLUMN, part: hand.part }, moves: [] },
      carrier: { column: EYE.column, part: null, sizes: true, stays: false, base: SAME },
    }
    expect(refusal(eye, 'column.carry', circle)).toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(/circle/) as string,
    })
  })
  it('is not seen where it would be too small for a way back', () => {
    const flat = { ...hand, base: [0, 0, 0, 0, 5, 5] as const }
    const now = done(free, 'column.carry', { plan: PLAN, column: BADGE.column, was: null, carrier: flat, moves: [] })
    expect(at(now, 1)).toBeNull()
  })
  it('is let go when its column is deleted, and hides nothing when the figure is', () => {
    const gone = done(s, 'column.remove', { plan: PLAN, column: COLUMN })
    expect([columnIn(gone).carrier, at(gone, 13)]).toEqual([undefined, SAME])
    expect(openShot(JSON.parse(JSON.stringify(storeShot(gone)))).ok).toBe(true)
    const nobody = done(s, 'subject.remove', { stack: STACK, subject: 'keeper' })
    expect(at(nobody, 13)).toEqual(SAME)
  })
  it('is refused where what carries is gone, its column is locked, or its moves are in no order', () => {
    const args = (change: Partial<Carrier>) => ({
      ...{ plan: PLAN, column: BADGE.column, was: null, moves: [] },
      carrier: { ...hand, base: SAME, ...change },
    })
    const code = (x: Shot, a: ArgsOf<'column.carry'>) => refusal(x, 'column.carry', a)?.code
    expect(code(free, args({ column: 'nowhere' }))).toBe('gone')
    expect(code(free, args({ part: { subject: 'nobody', bone: 'place' } }))).toBe('gone')
    expect(code(free, args({ part: { subject: 'keeper', bone: 'tail' } }))).toBe('gone')
    expect(code(free, args({ column: BADGE.column, part: null }))).toBe('invalid')
    const locked = done(free, 'column.set', { plan: PLAN, column: BADGE.column, locked: true })
    expect(code(locked, args({}))).toBe('locked')
    const moves = [5, 5].map(frame => ({ frame, place: vec(0, 0), turn: 0, size: 1 }))
    expect(code(free, { plan: PLAN, column: BADGE.column, was: null, carrier: null, moves })).toBe('invalid')
    // Another window has hung it elsewhere since.
    expect(code(s, args({}))).toBe('changed')
  })
})

it('the space of a part lies at the end of its bone, along it; that of a place turns with the figure', () => {
  const subject = { id: 'k', name: 'K', rank: 0, kind: 'figure' as const, figure: person }
  const pose = { ...restPose(vec(500, 400), 1.2), turn: 0.3 }
  const place = partSpace(subject, pose, 'place')!
  expect(mapped(place, vec(10, 0)).x).toBeCloseTo(500 + 12 * Math.cos(0.3), 9)
  expect(partSpace(subject, pose, 'gone')).toBeNull()
  const mirrored = partSpace(subject, { ...pose, mirror: true }, 'place')!
  expect(mapped(mirrored, vec(10, 0)).x).toBeCloseTo(500 - 12 * Math.cos(0.3), 9)
  expect(mapped(mirrored, vec(0, 10)).y - 400).toBeCloseTo(12 * Math.cos(0.3), 9)
})
