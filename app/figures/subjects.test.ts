import { describe, expect, it } from 'vitest'
import {
  charted,
  columnIn,
  done,
  drawn,
  exposures,
  posedShot,
  runOn,
  STACK,
  standing,
  stooping,
} from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { lengthIn, person } from '#core/figure'
import { after, deskOn } from '~/desk/scene.test-helper'
import {
  bodyParts,
  copyPose,
  exchangedCopies,
  lengthFromHere,
  lengthInAll,
  mirrorHere,
  onDrawing,
  putFigure,
  sidedHere,
  swapHere,
} from './subjects'

const keeper = (shot: Shot) => shot.stacks[STACK]!.subjects.keeper!
const pose = (shot: Shot, drawing: string) => drawn(shot)[drawing]!.content.poses.keeper!

describe('a figure that is put on a drawing', () => {
  const other = { id: 'second', name: 'Second', kind: 'figure' as const, figure: person }
  it('comes to the one under the playhead', () => {
    const shot = after(posedShot(), putFigure(...deskOn(posedShot(), 14), other, standing))
    expect(Object.keys(drawn(shot).d13!.content.poses)).toEqual(['keeper', 'second'])
  })
  it('makes a key where nothing is exposed', () => {
    const desk = deskOn(posedShot(), 31)
    const empty = { ...desk[1], drawing: null }
    expect(onDrawing(desk[0], empty, () => []).map(d => d.name)).toEqual(['pose.add'])
  })
})

describe('exchanging and mirroring', () => {
  const raised = { ...stooping, angles: { ...stooping.angles, 'near-forearm': 1 } }
  const shot = done(posedShot(), 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: raised } })
  const desk = deskOn(shot, 14)
  it('done twice gives the pose as it was', () => {
    for (const change of [swapHere, mirrorHere]) {
      const once = after(shot, change(...desk))
      const twice = after(once, change(...deskOn(once, 14)))
      expect(pose(once, 'd13')).not.toEqual(pose(shot, 'd13'))
      expect(pose(twice, 'd13').place).toEqual(pose(shot, 'd13').place)
      for (const [bone, angle] of Object.entries(pose(shot, 'd13').angles))
        expect(pose(twice, 'd13').angles[bone]).toBeCloseTo(angle)
    }
  })
  it('copies a half cycle behind itself with limbs exchanged, on the same steps', () => {
    const { frames } = columnIn(shot).runs
    const drafts = exchangedCopies(...deskOn(shot, 1, { first: 1, last: frames }))
    if (typeof drafts === 'string') throw new Error(drafts)
    const all = after(shot, drafts)
    const number = (f: number) => String(frames + f)
    expect(exposures(all)).toContain(`${number(1)}*12 ${number(13)}*12 ${number(25)}*`)
    const copy = Object.values(drawn(all)).find(d => d.number === number(13))!
    expect(copy.content.poses.keeper!.angles['far-forearm']).toBeCloseTo(1)
    expect(pose(all, 'd13')).toEqual(pose(shot, 'd13'))
    expect(exchangedCopies(...deskOn(shot, 1, { first: 1, last: 12 }))).toMatch(/goes on behind/)
    expect(exchangedCopies(...deskOn(shot, 1))).toMatch(/^Select/)
    expect(exchangedCopies(...deskOn(shot, 1, { first: 3, last: 9 }))).toMatch(/^No poses/)
  })
  it('takes all poses of the selected frames, and leaves computed in-betweens to follow them', () => {
    const with7 = charted(shot, '1', '13', ['7'])
    const all = after(with7, swapHere(...deskOn(with7, 1, { first: 1, last: 26 })))
    expect(
      ['d1', 'd13', 'd25'].map(d => pose(all, d).angles['near-forearm'] === pose(with7, d).angles['near-forearm']),
    ).toEqual([true, false, true])
    expect(pose(all, 'd13')).toEqual(pose(after(shot, swapHere(...desk)), 'd13'))
    expect(drawn(all).d7!.own).toBe(false)
  })
  it('sides are offered for figures that have them', () =>
    expect(sidedHere(...desk).map(s => s.id)).toEqual(['keeper']))
  it('a computed in-between becomes its own', () => {
    const with7 = charted(posedShot(), '1', '13', ['7'])
    expect(drawn(after(with7, mirrorHere(...deskOn(with7, runOn(with7, '7').at)))).d7!.own).toBe(true)
  })
})

describe('a pose copied to other drawings', () => {
  const shot = posedShot()
  it('whole, or some of its bones', () => {
    const all = after(shot, copyPose(...deskOn(shot, 14), keeper(shot), null, Object.values(drawn(shot))))
    expect(pose(all, 'd25')).toEqual(pose(shot, 'd13'))
    const arm = bodyParts(person).find(p => p.name === 'near arm')!.bones
    const some = after(shot, copyPose(...deskOn(shot, 14), keeper(shot), arm, [drawn(shot).d25!]))
    expect(pose(some, 'd25').place).toEqual(pose(shot, 'd25').place)
    for (const b of arm) expect(pose(some, 'd25').angles[b]).toEqual(pose(shot, 'd13').angles[b])
  })
  it('is nothing for the drawing itself and for computed ones', () => {
    const with7 = charted(shot, '1', '13', ['7'])
    const { d7, d13 } = drawn(with7)
    expect(copyPose(...deskOn(with7, 14), keeper(with7), null, [d7!, d13!])).toEqual([])
  })
})

it('parts of a body hang together, each bone in one', () => {
  const parts = bodyParts(person)
  expect(parts.map(p => p.name)).toEqual(expect.arrayContaining(['near arm', 'far arm', 'near leg', 'far leg', 'head']))
  const all = parts.flatMap(p => p.bones)
  expect([...all].sort()).toEqual(person.bones.map(b => b.id).sort())
  const arm = parts.find(p => p.name === 'near arm')!.bones
  for (const b of arm.slice(1)) expect(arm).toContain(person.bones.find(x => x.id === b)!.parent)
})

describe('the length of a bone', () => {
  const bone = 'near-forearm'
  /** As it is drawn, px. */
  const length = (shot: Shot, drawing: string) =>
    keeper(shot).figure.bones.find(b => b.id === bone)!.length * lengthIn(pose(shot, drawing), bone)
  const usual = length(posedShot(), 'd1')
  it('from here on is told by the poses that follow', () => {
    const shot = after(posedShot(), lengthFromHere(...deskOn(posedShot(), 14), keeper(posedShot()), [bone], 1.5))
    expect([length(shot, 'd1') / usual, length(shot, 'd13') / usual, length(shot, 'd25') / usual]).toEqual([
      1, 1.5, 1.5,
    ])
  })
  it('in all drawings changes the figure, and what poses said of it goes', () => {
    const told = after(posedShot(), lengthFromHere(...deskOn(posedShot(), 14), keeper(posedShot()), [bone], 1.5))
    const shot = after(told, lengthInAll(...deskOn(told, 14), keeper(told), [bone], 2))
    for (const d of ['d1', 'd13', 'd25']) expect(length(shot, d) / usual).toBeCloseTo(2)
    expect(pose(shot, 'd13').lengths).toBeUndefined()
  })
  it('keeps within what can be drawn', () => {
    const short = after(posedShot(), lengthFromHere(...deskOn(posedShot(), 1), keeper(posedShot()), [bone], 1e-6))
    expect(length(short, 'd1') / usual).toBeCloseTo(0.05)
    const flat = after(posedShot(), lengthInAll(...deskOn(posedShot(), 1), keeper(posedShot()), [bone], 0))
    expect(length(flat, 'd1')).toBe(1)
  })
  it('back to its own is said by nothing', () => {
    const twice = after(posedShot(), lengthFromHere(...deskOn(posedShot(), 1), keeper(posedShot()), [bone], 2))
    const back = after(twice, lengthFromHere(...deskOn(twice, 1), keeper(twice), [bone], 0.5))
    expect(pose(back, 'd1').lengths).toBeUndefined()
  })
})
