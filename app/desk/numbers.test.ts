import { describe, expect, it } from 'vitest'
import { columnIn, done, drawn, exposures, planned, runOn, STACK, where } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { namedByFrame } from './naming'
import { numbersBy, renumberDraft } from './numbers'
import { after, deskOn } from './scene.test-helper'

const fits = (shot: Shot) => namedByFrame(columnIn(shot), shot.stacks[STACK]!)
const numbered = (shot: Shot, how: Parameters<typeof numbersBy>[2], only?: ReadonlySet<string>) =>
  after(shot, renumberDraft(shot.stacks[STACK]!, numbersBy(deskOn(shot)[0], shot.stacks[STACK]!, how, only)))

describe('numbers', () => {
  const shot = planned()
  it('fit while drawings are named by the frames they are first exposed on', () => {
    expect(fits(shot)).toBe(true)
    const later = done(shot, 'pose.move', { ...where, run: runOn(shot, '13'), delta: 2 })
    expect(fits(later)).toBe(false)
    expect(fits(numbered(later, 'frame'))).toBe(true)
    expect(exposures(numbered(later, 'frame')).split(' ').map(parseFloat)).toContain(15)
    expect(fits(numbered(shot, 'order'))).toBe(false)
  })
  it('are given to poses and in-betweens by frame, in order, or in steps', () => {
    const names = (s: Shot) => exposures(s).replace(/\*\d+/g, '')
    expect(names(numbered(shot, 'order'))).toBe('1 2 3 4 5 6 7 8 9 10')
    expect(names(numbered(shot, { from: 10, by: 5 }))).toBe('10 15 20 25 30 35 40 45 50 55')
    expect(renumberDraft(shot.stacks[STACK]!, numbersBy(deskOn(shot)[0], shot.stacks[STACK]!, 'frame'))).toBeNull()
  })
  it('go to some drawings only; a number that another one keeps gets a letter', () => {
    const some = numbered(shot, { from: 1, by: 12 }, new Set(['d7', 'd9']))
    expect([drawn(some).d7!.number, drawn(some).d9!.number]).toEqual(['1a', '13a'])
  })
})
