import { expect, it } from 'vitest'
import { done, drawn, exposures, planned, STACK, where } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { openShot, storeShot } from '#core/document'
import { paste } from '~/sheet/arrange'
import { after, deskOn } from '~/desk/scene.test-helper'
import { overRange } from '~/sheet/range'
import { clipOf, deletion, duplicates, exposeHere, exposuresOf, namesOf } from './commands'

const shot = planned()
const some = (of: Shot, ...ids: string[]) => ids.map(id => drawn(of)[id]!)

it('several drawings are exposed one after the other, over what is there', () => {
  const [scene, focus] = deskOn(shot, 27)
  expect(exposures(after(shot, exposeHere(scene, focus, some(shot, 'd1', 'd9', 'd13'))))).toMatch(
    /25\*2 1\*2 9\*2 13\*2$/,
  )
  const clip = clipOf(scene, focus, some(shot, 'd9', 'd7'))
  expect(exposures(after(shot, paste(scene, focus, clip, { by: 'push' })))).toMatch(/25\*2 9\*2 7\*2 25\*4$/)
})
it('a pose is deleted together with in-betweens that would go with it, in any order', () => {
  for (const ids of [
    ['d13', 'd7', 'd17'],
    ['d17', 'd13', 'd7'],
  ]) {
    const gone = after(shot, deletion(deskOn(shot)[1], some(shot, ...ids)))
    expect(ids.filter(id => drawn(gone)[id])).toEqual([])
    expect(openShot(JSON.parse(JSON.stringify(storeShot(gone)))).ok).toBe(true)
  }
})
it('copies are spares with numbers of their own', () => {
  const twice = done(shot, 'column.set', { ...where, step: 2 })
  const copies = after(twice, duplicates(...deskOn(twice), some(twice, 'd13', 'd13')))
  const made = Object.values(copies.stacks[STACK]!.drawings).filter(d => !drawn(twice)[d.id])
  expect(made.map(d => d.number)).toEqual(['13a', '13b'])
})
it('all exposures of several are selected, so that every command of the sheet takes them', () => {
  const [scene, focus] = deskOn(shot, 1)
  const selection = exposuresOf(focus, some(shot, 'd7', 'd17', 'd19'))!
  expect(selection.passages).toEqual([
    { first: 7, last: 8 },
    { first: 17, last: 20 },
  ])
  const [, selected] = deskOn(shot, 1, null, selection)
  expect(exposures(after(shot, overRange(scene, selected, { kind: 'expose', step: 3, by: 'push' })))).toBe(
    exposures(shot).replace('7*2', '7*3').replace('17*2', '17*3').replace('19*2', '19*3'),
  )
  expect(exposuresOf(focus, some(shot, 'd7'))).toMatchObject({ drawing: 'd7', first: 7, last: 8 })
})
it('they are named in words', () => {
  expect(namesOf(some(shot, 'd9'))).toBe('Drawing 9')
  expect(namesOf(some(shot, 'd7', 'd9'))).toBe('Drawings 7, 9')
  expect(namesOf(some(shot, 'd1', 'd7', 'd9', 'd11', 'd13', 'd17'))).toBe('Drawings 1, 7, 9, 11 and 2 more')
})
