import { describe, expect, it } from 'vitest'
import { chainOfLinks, layBones, library, person, personThreeQuarter } from '#core/figure'
import { STILL, vec } from '#core/motion'
import type { Shot } from '#core/document'
import { charted, COLUMN, done, drawn, PLAN, posedShot, STACK, standing } from '#core/commands/fixture.test-helper'
import { copyArt, selectedDrawings, mapDraft, pasteArt, removeArt } from './art'
import { rangeDrafts, sharesAlong } from './over-range'
import { lineUpDrafts, releaseDrafts } from '~/sheet/columns'
import { after, deskOn } from '~/desk/scene.test-helper'
import { bodyParts, copyPose, lengthFromHere, lengthInAll } from '~/figures/subjects'

const even = { family: 'even' } as const
const rounded = (list: number[]): number[] => list.map(n => Math.round(n * 1000) / 1000)

describe('a change along a range of drawings', () => {
  it.each([
    ['same', 4, [1, 1, 1, 1]],
    ['grow', 4, [0.25, 0.5, 0.75, 1]],
    ['die', 4, [1, 0.75, 0.5, 0.25]],
    ['swell', 5, [0.333, 0.667, 1, 0.667, 0.333]],
    ['swell', 4, [0.5, 1, 1, 0.5]],
    ['grow', 1, [1]],
    ['bob', 7, [0, 0.5, 1, 0.5, 0, 0.5, 1]],
  ] as const)('%s over %i drawings', (along, n, wanted) => expect(rounded(sharesAlong(along, n, even))).toEqual(wanted))
  it('is spaced by the recipe: slow into the last, halves', () => {
    expect(rounded(sharesAlong('grow', 4, { family: 'halves', slow: 'second' }))).toEqual([0.5, 0.75, 0.875, 1])
  })
})

describe('parts of the body', () => {
  it('every bone belongs to one part', () => {
    for (const f of library) {
      const bones = bodyParts(f).flatMap(p => p.bones)
      expect([...bones].sort(), f.name).toEqual(f.bones.map(b => b.id).sort())
    }
  })
  it('a person has arms, legs, a back and a head', () => {
    for (const f of [person, personThreeQuarter])
      expect(
        bodyParts(f)
          .map(p => p.name)
          .sort(),
      ).toEqual(['back', 'far arm', 'far leg', 'head', 'near arm', 'near leg'])
    expect(bodyParts(person).find(p => p.name === 'head')!.bones).toEqual(['neck', 'head'])
    expect(bodyParts(chainOfLinks)).toHaveLength(1)
  })
})

describe('changes of what is drawn, as drafts', () => {
  const hash = 'a'.repeat(64)
  const withStroke = (id: string, drawing: string, shot: Shot) =>
    done(shot, 'stroke.add', { stack: STACK, drawing, strokes: [{ id, hash }] })
  const shot = withStroke('s13', 'd13', withStroke('s1', 'd1', charted(posedShot(), '1', '13', ['9', '11'])))
  const strokes = (s: Shot, d: string) => drawn(s)[d]!.content.strokes
  const move = { ...STILL(vec(0, 0)), move: vec(0, 30) }

  it('on the drawing under the playhead: only what is selected', () => {
    const s = after(
      shot,
      mapDraft(...deskOn(shot), { drawing: 'd1', strokes: ['s1'], subjects: [] }, move, { keepWidth: false }),
    )
    expect(strokes(s, 'd1')[0]!.at).toEqual([1, 0, 0, 1, 0, 30])
    expect(drawn(s).d1!.content.poses).toEqual(drawn(shot).d1!.content.poses)
  })
  it('over a range: all that is on its own drawings, growing along it; computed in-betweens are left to their poses', () => {
    const desk = deskOn(shot, 1, { first: 1, last: 30 })
    expect(selectedDrawings(desk[1]).map(d => d.number)).toEqual(['1', '9', '11', '13', '25'])
    const s = after(shot, rangeDrafts(desk[1], selectedDrawings(desk[1]), move, { keepWidth: false, along: 'grow' }))
    expect(['d1', 'd13'].map(d => strokes(s, d)[0]!.at![5])).toEqual([10, 20])
    expect(drawn(s).d25!.content.poses.keeper!.place.y - drawn(shot).d25!.content.poses.keeper!.place.y).toBe(30)
    expect(drawn(s).d9!.own).toBe(false)
  })
  it('over a range: of one part only, and with feet that stay where they stand', () => {
    const [, focus] = deskOn(shot, 1, { first: 1, last: 30 })
    const all = selectedDrawings(focus)
    const lines = after(shot, rangeDrafts(focus, all, move, { keepWidth: false, part: null }))
    expect(strokes(lines, 'd1')[0]!.at).toEqual([1, 0, 0, 1, 0, 30])
    expect(drawn(lines).d25!.content.poses).toEqual(drawn(shot).d25!.content.poses)
    expect(rangeDrafts(focus, all, move, { keepWidth: false, part: 'nobody' })).toBeNull()
    const bob = after(shot, rangeDrafts(focus, all, move, { keepWidth: false, part: 'keeper', feet: true }))
    const foot = (s: Shot) => layBones(person, drawn(s).d1!.content.poses.keeper!).get('near-shin')!.tip
    const place = (s: Shot) => drawn(s).d1!.content.poses.keeper!.place
    expect(place(bob).y - place(shot).y).toBe(30)
    expect(Math.hypot(foot(bob).x - foot(shot).x, foot(bob).y - foot(shot).y)).toBeLessThan(1)
    expect(strokes(bob, 'd1')).toEqual(strokes(shot, 'd1'))
  })
  it('copied and pasted in place: a stroke of its own with the same content, and the figure', () => {
    const clip = copyArt(...deskOn(shot), { drawing: 'd1', strokes: ['s1'], subjects: ['keeper'] })
    const { drafts, selected } = pasteArt(...deskOn(shot, 25), clip, [drawn(shot).d25!], { inPlace: true })
    const s = after(shot, drafts)
    expect(strokes(s, 'd25')).toMatchObject([{ hash }])
    expect(strokes(s, 'd25')[0]!.id).not.toBe('s1')
    expect(drawn(s).d25!.content.poses.keeper).toEqual(drawn(shot).d1!.content.poses.keeper)
    expect(selected).toMatchObject({ drawing: 'd25', subjects: ['keeper'] })
    expect(
      strokes(
        after(
          shot,
          pasteArt(...deskOn(shot, 25), { ...clip, subjects: [] }, [drawn(shot).d25!], { inPlace: false }).drafts,
        ),
        'd25',
      )[0]!.at,
    ).toEqual([1, 0, 0, 1, 40, 40])
  })
  it('taken out: strokes and figures in one', () => {
    const s = after(shot, removeArt(...deskOn(shot), { drawing: 'd1', strokes: ['s1'], subjects: ['keeper'] }))
    expect(drawn(s).d1!.content).toEqual({ poses: {}, strokes: [] })
  })
  it('a part of a pose is copied to other drawings; the rest of theirs stays', () => {
    const bent = done(shot, 'drawing.pose', {
      stack: STACK,
      drawing: 'd1',
      poses: { keeper: { ...standing, angles: { head: 0.5, spine: 0.2 } } },
    })
    const s = after(bent, copyPose(...deskOn(bent), bent.stacks[STACK]!.subjects.keeper!, ['head'], [drawn(bent).d25!]))
    expect(drawn(s).d25!.content.poses.keeper!.angles).toMatchObject({ head: 0.5 })
    expect(drawn(s).d25!.content.poses.keeper!.angles.spine).toBe(drawn(shot).d25!.content.poses.keeper!.angles.spine)
    expect(drawn(s).d25!.content.poses.keeper!.place).toEqual(drawn(shot).d25!.content.poses.keeper!.place)
  })
  it('a limb is longer from here on, or in all drawings', () => {
    const keeper = shot.stacks[STACK]!.subjects.keeper!
    const here = after(shot, lengthFromHere(...deskOn(shot, 13), keeper, ['spine'], 1.2))
    expect(['d1', 'd13', 'd25'].map(d => drawn(here)[d]!.content.poses.keeper!.lengths?.spine)).toEqual([
      undefined,
      1.2,
      1.2,
    ])
    const all = after(here, lengthInAll(...deskOn(here, 13), here.stacks[STACK]!.subjects.keeper!, ['spine'], 1.2))
    expect(['d1', 'd13', 'd25'].map(d => drawn(all)[d]!.content.poses.keeper!.lengths)).toEqual([
      undefined,
      undefined,
      undefined,
    ])
    expect(all.stacks[STACK]!.subjects.keeper!.figure.bones.find(b => b.id === 'spine')!.length).toBeCloseTo(180)
  })
  it('a new column is lined up, the leading one not locked; released, it is as it was', () => {
    const desk = deskOn(shot)
    const { id, drafts } = lineUpDrafts(desk[0], desk[1].column!)
    const s = after(shot, drafts)
    const plan = s.plans[PLAN]!
    expect([plan.columns[id]!.leader, plan.columns[COLUMN]!.locked, plan.columns[COLUMN]!.strength]).toEqual([
      COLUMN,
      false,
      undefined,
    ])
    expect(plan.order.indexOf(id)).toBe(plan.order.indexOf(COLUMN) + 1)
    const free = after(s, releaseDrafts(deskOn(s)[0], plan.columns[id]!))
    expect([free.plans[PLAN]!.columns[id]!.leader, free.plans[PLAN]!.columns[COLUMN]!.locked]).toEqual([
      undefined,
      false,
    ])
  })
})
