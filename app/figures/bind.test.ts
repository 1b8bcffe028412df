import { describe, expect, it } from 'vitest'
import { done, posedShot, STACK } from '#core/commands/fixture.test-helper'
import { boundTo } from '#core/document'
import type { Draft } from '#core/commands'
import { StrokesAway } from '~/desk/drafts'
import { after, deskOn } from '~/desk/scene.test-helper'
import type { Stroke } from '#core/stroke'
import { bindDraft, boundHere, releaseDraft, rowsHere } from './bind'

const hash = 'a'.repeat(64)
/** A line along the near arm of the keeper, who stands on the first pose. */
const line: Stroke = { schema: 1, colour: '#26302c', width: 4, pressure: true, points: [800, 600, 0.5, 820, 640, 0.5] }
const drawn = done(posedShot(), 'stroke.add', { stack: STACK, drawing: 'd1', strokes: [{ id: 's', hash }] })
const art = { drawing: 'd1', strokes: ['s'], subjects: [] }
const sightOf = (shot: typeof drawn) => {
  const [scene, focus] = deskOn(shot)
  return [{ ...scene, strokeBy: () => line }, focus] as const
}
const bound = (() => {
  const [scene, focus] = sightOf(drawn)
  return after(drawn, bindDraft(scene, focus, art, rowsHere(scene, focus, art)[0]!))
})()

describe('what is bound to a figure', () => {
  it('is bound as it lies, and released into every drawing made by hand that the figure is on', () => {
    const [scene, focus] = sightOf(bound)
    const [{ subject, bound: b }] = boundHere(focus) as [ReturnType<typeof boundHere>[number]]
    const free = after(bound, releaseDraft(scene, focus, subject, b) as Draft)
    const counts = ['d1', 'd13', 'd25'].map(d => free.stacks[STACK]!.drawings[d]!.content.strokes.length)
    expect([counts, boundTo(free.stacks[STACK]!.subjects[subject.id]!)]).toEqual([[1, 1, 1], []])
  })
  it('is not released while its strokes have not come, or where its figure stands on no drawing', () => {
    const [scene, focus] = deskOn(bound)
    const [{ subject, bound: b }] = boundHere(focus) as [ReturnType<typeof boundHere>[number]]
    expect(() => releaseDraft(scene, focus, subject, b)).toThrow(StrokesAway)
    const nowhere = ['d1', 'd13', 'd25'].reduce(
      (s, drawing) => done(s, 'drawing.pose', { stack: STACK, drawing, poses: { [subject.id]: null } }),
      bound,
    )
    expect(releaseDraft(...sightOf(nowhere), subject, b)).toMatch(/stands on no drawing/)
  })
})
