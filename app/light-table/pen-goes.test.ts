import { expect, it } from 'vitest'
import { after, deskOn } from '~/desk/scene.test-helper'
import { done, emptyShot, posedShot, where } from '#core/commands/fixture.test-helper'
import { blank } from '~/sheet/arrange'
import { newPose } from '~/poses/new-pose'
import { penWords } from '~/picture/draw-pen-label'
import { eraserGoes, penGoes } from './pen-goes'

// Keys on frames 1, 13 and 25; the last for 6 frames, up to 30.
const shot = posedShot()
const at = (frame: number, of = shot) => deskOn(of, frame)[1]

it('the pen works on the shown drawing where it begins, on a held frame as the shot says', () => {
  expect(['held', 'blank', 'copy'].map(how => penGoes(at(13), how as 'held'))).toEqual(['shown', 'shown', 'shown'])
  expect(['held', 'blank', 'copy'].map(how => penGoes(at(14), how as 'held'))).toEqual(['shown', 'blank', 'copy'])
  expect(['held', 'blank', 'copy'].map(how => eraserGoes(at(14), how as 'held'))).toEqual(['shown', 'blank', 'copy'])
})
it('past the end of the column it begins a new drawing, except of a background', () => {
  expect(['held', 'blank', 'copy'].map(how => penGoes(at(31), how as 'held'))).toEqual(['blank', 'blank', 'copy'])
  const behind = done(shot, 'column.set', { ...where, background: true })
  expect(penGoes(at(31, behind), 'held')).toBe('shown')
  expect(eraserGoes(at(31), 'held')).toBe('shown')
})
it('on a blank and in an empty column there is a new drawing', () => {
  expect(penGoes(at(5, emptyShot()), 'held')).toBe('blank')
  expect(penGoes(at(2, after(shot, blank(...deskOn(shot, 2)))), 'held')).toBe('blank')
})
it('which one is told in words', () => {
  expect(penWords(at(13), 'shown')).toBe('A 13 · key · first')
  expect(penWords(at(15), 'shown')).toBe('A 13 · key · held 3 of 12')
  expect(penWords(at(40), 'blank')).toBe('A new')
  expect(penWords(at(15), 'copy')).toBe('A copy of 13')
  expect(penWords(at(40), 'shown')).toBe('A 25 · key · stays')
})
it('a drawing begun past the end leaves the last one as it was', () => {
  const more = after(shot, newPose(...deskOn(shot, 40), { from: 'blank', where: 'playhead', id: 'n' }))
  expect(deskOn(more, 39)[1].drawing!.number).toBe('25')
  expect(deskOn(more, 40)[1].drawing!.number).toBe('40')
})
