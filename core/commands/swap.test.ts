import { describe, expect, it } from 'vitest'
import { imageHashes, openShot, storeShot } from '../document'
import { oneBoneFigure, restPose } from '../figure'
import { sceneOf } from '../pass'
import { layersAt } from '../picture'
import { done, PLAN, planned, refusal, STACK, undone } from './fixture.test-helper'

const [first, other, line] = ['a', 'b', 'c'].map(x => x.repeat(64)) as [string, string, string]
const subject = {
  ...{ id: 'plate-01', name: 'Plate', kind: 'image' as const, figure: oneBoneFigure('plate-01', 'Plate', 40) },
  ...{ file: first, width: 120, height: 80 },
}
/** A picture placed on two poses. */
const placed = done(
  done(planned(), 'subject.add', { stack: STACK, subject, drawing: 'd1', pose: restPose({ x: 300, y: 200 }) }),
  'drawing.pose',
  { stack: STACK, drawing: 'd13', poses: { [subject.id]: restPose({ x: 500, y: 260 }, 2) } },
)
const swap = (was: string | null, to: Parameters<typeof done<'picture.swap'>>[2]['to']) => ({
  ...{ stack: STACK, subject: subject.id, was, to },
})
const image = { kind: 'image' as const, file: other, width: 240, height: 80 }
const drawnOnce = { kind: 'part' as const, strokes: [{ id: 'line-01', hash: line }] }
const subjectIn = (shot: typeof placed) => shot.stacks[STACK]!.subjects[subject.id]!
const marks = (shot: typeof placed, frame: number) =>
  layersAt(sceneOf(shot, PLAN), frame, () => undefined).flatMap(l => l.marks.filter(m => m.kind === 'image'))

describe('a picture that is swapped', () => {
  const swapped = done(placed, 'picture.swap', swap(first, image))
  it('for another file keeps every place, its name and its rank', () => {
    expect(swapped.stacks[STACK]!.drawings).toBe(placed.stacks[STACK]!.drawings)
    expect(swapped.plans).toBe(placed.plans)
    expect(subjectIn(swapped)).toEqual({ ...subjectIn(placed), ...image })
    for (const frame of [1, 7, 13])
      expect(marks(swapped, frame)).toEqual(marks(placed, frame).map(m => ({ ...m, file: other, width: 240 })))
    expect(imageHashes(swapped)).toEqual([other])
    expect(undone(placed, swapped)).toBe(true)
  })
  it('for a drawing is drawn once in its place, and back again', () => {
    const drawn = done(placed, 'picture.swap', swap(first, drawnOnce))
    expect(subjectIn(drawn)).toMatchObject({ kind: 'part', name: 'Plate', strokes: drawnOnce.strokes })
    expect(openShot(storeShot(drawn))).toMatchObject({ ok: true })
    expect(subjectIn(done(drawn, 'picture.swap', swap(null, image)))).toEqual(subjectIn(swapped))
    expect(undone(placed, drawn)).toBe(true)
  })
  it('is refused where it was swapped meanwhile, is gone, or is no picture', () => {
    expect(refusal(swapped, 'picture.swap', swap(first, image))!.message).toMatch(/swapped meanwhile/)
    expect(refusal(placed, 'picture.swap', { ...swap(first, image), subject: 'gone-0001' })!.message).toMatch(
      /not there/,
    )
    expect(refusal(placed, 'picture.swap', { ...swap(null, image), subject: 'keeper' })!.message).toMatch(/no picture/)
  })
})
