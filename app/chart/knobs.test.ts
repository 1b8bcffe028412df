import { describe, expect, it } from 'vitest'
import type { Recipe } from '#core/chart'
import { offered } from '#core/chart'
import { knobsOf, turned } from './knobs'

describe('the numbers of a family', () => {
  const settle: Recipe = { family: 'settle', swings: 5, damping: 0.16 }
  it('are shown as they are typed: shares in percent, counts whole', () => {
    expect(knobsOf(settle, 9).map(k => [k.name, k.text, k.unit])).toEqual([
      ['Half swings', '5', ''],
      ['Damping', '16', '%'],
    ])
  })
  it('stay within what they allow', () => {
    const [swings, damping] = knobsOf(settle, 9)
    expect(turned(swings!, 99)).toMatchObject({ swings: 12 })
    expect(turned(swings!, 3.4)).toMatchObject({ swings: 3 })
    expect(turned(damping!, 1)).toMatchObject({ damping: 0.02 })
    expect(turned(damping!, 12.5)).toMatchObject({ damping: 0.125 })
  })
  it('give the same recipe back where nothing is turned, for every family that is offered', () => {
    const typed = (r: Recipe) =>
      knobsOf(r, 7).every(k => knobsOf(turned(k, k.value), 7).every((n, i) => n.text === knobsOf(r, 7)[i]!.text))
    expect(offered.flatMap(o => o.recipes).filter(r => !typed(r))).toEqual([])
  })
  it('a depth as deep as the chart is the whole chart, written without a number', () => {
    const [depth] = knobsOf({ family: 'halves', depth: 2 } as Recipe, 5)
    expect(turned(depth!, 5)).toMatchObject({ depth: undefined })
    expect(turned(depth!, 3)).toMatchObject({ depth: 3 })
  })
})
