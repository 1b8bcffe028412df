import { describe, expect, it } from 'vitest'
import { sameSpacing, spread } from '#core/chart'
import { drawn, exposures, PLAN, planned, posedShot } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { after, deskOn } from '~/desk/scene.test-helper'
import { passesHere } from '~/desk/scene'
import { overRange } from '~/sheet/range'
import { usualRecipe } from './fill'
import { countOver, halfway, holdsWords, spaceOver, spansOnce, spansWith, stepOver } from './over-spans'
import { fillWithRoom, lackingFor } from './room'

const on = (shot: Shot, first: number, last: number) => deskOn(shot, first, { first, last })
const both = (shot: Shot) => {
  const [scene, focus] = on(shot, 1, 26)
  return { scene, focus, spans: spansWith(scene, focus, passesHere(scene, focus)[0]!) }
}

describe('the spacing a span begins with', () => {
  it('is never the same as even under the name of an ease, and a curve where there are many', () => {
    for (let n = 1; n <= 40; n++) {
      const recipe = usualRecipe(n)
      const even = sameSpacing(spread(recipe, n), spread({ family: 'even' }, n))
      expect([n, recipe.family === 'even']).toEqual([n, even])
      if (n >= 5) expect(recipe.family).toBe('curve')
    }
  })
})

describe('several spans at once', () => {
  it('are those that the selected frames touch; a chart that is passed twice counts once', () => {
    const { scene, focus, spans } = both(planned())
    expect(spans.map(p => p.from.drawing)).toEqual(['d1', 'd13'])
    const [first] = passesHere(scene, focus)
    expect(spansOnce([first!, first!])).toHaveLength(1)
    const [scene1, focus1] = deskOn(planned(), 14)
    expect(spansWith(scene1, focus1, passesHere(scene1, focus1)[0]!).map(p => p.from.drawing)).toEqual(['d1'])
  })
  it('get one in-between more, one fewer, a spacing and a step in one go', () => {
    const shot = planned()
    const { scene, focus, spans } = both(shot)
    const counts = (s: Shot) => Object.values(s.plans[PLAN]!.charts).map(c => c.ticks.length)
    expect(counts(shot)).toEqual([3, 4])
    expect(counts(after(shot, countOver(scene, focus, spans, 1)))).toEqual([4, 5])
    expect(counts(after(shot, countOver(scene, focus, spans, -1)))).toEqual([2, 3])
    const even = after(shot, spaceOver(scene, focus, spans, { family: 'even' }))
    expect(Object.values(even.plans[PLAN]!.charts).map(c => c.recipe.family)).toEqual(['even', 'even'])
    expect(exposures(after(shot, stepOver(scene, focus, spans, 1)))).toBe(
      '1*9 7*1 9*1 11*1 13*8 17*1 19*1 21*1 23*1 25*6',
    )
    expect(holdsWords(focus, spans, 1)).toBe('hold of 1: 6 → 9 frames, hold of 13: 4 → 8 frames')
    expect(holdsWords(focus, spans, 2)).toBe('')
  })
  it('that are empty are filled with what fits, with numbers of their own', () => {
    const shot = posedShot()
    const { scene, focus, spans } = both(shot)
    const filled = after(shot, spaceOver(scene, focus, spans, { family: 'even' }))
    expect(exposures(filled)).toBe('1*2 3*2 5*2 7*2 9*2 11*2 13*2 15*2 17*2 19*2 21*2 23*2 25*6')
  })
})

describe('no room', () => {
  // Keys 1 and 3, on twos, nothing between.
  const shot = posedShot()
  const tight = after(shot, overRange(...on(shot, 1, 24), { kind: 'expose', step: 2, by: 'push' }))
  it('is made by holding the first pose longer', () => {
    const [scene, focus] = deskOn(tight, 1)
    const [pass] = passesHere(scene, focus)
    expect(exposures(tight).startsWith('1*2 13*')).toBe(true)
    expect(lackingFor(pass!, 2, 2)).toBe(4)
    const made = after(tight, fillWithRoom(scene, focus, pass!, 2, { recipe: { family: 'even' } }))
    expect(exposures(made)).toMatch(/^1\*2 \S+\*2 \S+\*2 13\*/)
  })
  it('leaves a full span as it is when one more is asked for over several', () => {
    const [scene, focus] = deskOn(tight, 1)
    expect(countOver(scene, focus, passesHere(scene, focus).slice(0, 1), 1)).toHaveLength(1)
  })
})

describe('halfway', () => {
  it('is between the drawing here and the next, or the two selected', () => {
    const shot = planned()
    const made = halfway(...deskOn(shot, 9))
    if (typeof made === 'string') throw new Error(made)
    // 9 is at 1/4, 11 at 1/2: between them 3/8.
    expect(made.words).toBe('At 3/8, halfway between 9 and 11.')
    const now = after(shot, made.drafts)
    const chart = now.plans[PLAN]!.charts['c1-13']!
    expect(chart.ticks.map(t => t.u)).toEqual([1 / 8, 1 / 4, 3 / 8, 1 / 2])
    expect(drawn(now)[chart.ticks[2]!.drawing]).toMatchObject({ role: 'in-between', own: false })
    const selected = halfway(...on(shot, 11, 14))
    expect(typeof selected === 'string' ? selected : selected.words).toBe('At 3/4, halfway between 11 and 13.')
  })
  it('charts an empty span at its half, and says where there is no span', () => {
    const shot = posedShot()
    const made = halfway(...deskOn(shot, 4))
    if (typeof made === 'string') throw new Error(made)
    expect(made.words).toBe('At 1/2, halfway between 1 and 13.')
    expect(exposures(after(shot, made.drafts))).toBe('1*10 11*2 13*12 25*6')
    expect(halfway(...deskOn(posedShot(), 40))).toMatch(/Stand on a drawing/)
  })
})
