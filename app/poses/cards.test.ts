import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { empty, planned } from '#core/commands/cycles.test-helper'
import { charted, COLUMN, columnIn, emptyShot, PLAN, posedShot } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { isPose } from '#core/pass'
import { eachRun, runsOf } from '#core/sheet'
import { deskOn } from '~/desk/scene.test-helper'
import { cardsBetween, fitting, layCards } from './cards'

const cards = (shot: Shot, from = 1, until = 1000) => cardsBetween(...deskOn(shot), from, until)
const told = (shot: Shot, from?: number, until?: number) =>
  cards(shot, from, until).map(c => `${c.number} ${c.start}–${c.end - 1}`)

/** The pose row's fixture with other exposures: ids of drawings, null for a blank. */
function exposing(shot: Shot, list: readonly (readonly [string | null, number])[]): Shot {
  const runs = runsOf(list.map(([drawing, frames], i) => ({ id: `x${i}`, drawing, frames })))
  const plan = shot.plans[PLAN]!
  const columns = { ...plan.columns, [COLUMN]: { ...columnIn(shot), runs } }
  return { ...shot, plans: { ...shot.plans, [PLAN]: { ...plan, columns } } }
}

describe('cards of poses', () => {
  const shot = charted(posedShot(), '1', '13', ['5', '9'])
  it('reach to the next pose, over what lies between', () =>
    expect(told(shot)).toEqual(['1 1–12', '13 13–24', '25 25–30']))
  it('of a page begin with the pose that reaches into it', () => {
    expect(told(shot, 10, 14)).toEqual(['1 1–12', '13 13–24'])
    expect(told(shot, 13, 25)).toEqual(['13 13–24'])
  })
  it('end at a blank, and there are none where nothing is exposed', () => {
    expect(
      told(
        exposing(shot, [
          ['d1', 4],
          [null, 3],
          ['d5', 2],
          ['d13', 1],
        ]),
      ),
    ).toEqual(['1 1–4', '13 10–10'])
    expect(told(emptyShot())).toEqual([])
    expect(told(shot, 31, 60)).toEqual([])
  })
  it('say what is on a drawing and how long it is held', () =>
    expect(cards(posedShot())[0]).toMatchObject({ role: 'key', state: 'own', held: 12, drawing: 'd1' }))

  it('say which moment of a cycle they are, in each of its rounds', () =>
    expect(cards(planned(empty), 1, 60).map(c => `${c.start} ${c.moment}`)).toEqual([
      '1 contact',
      '13 contact',
      '25 contact',
      '37 contact',
    ]))

  it('of any page are those of the whole row that it touches', () => {
    const { drawings } = shot.stacks[columnIn(shot).stack]!
    const run = fc.tuple(fc.constantFrom(...Object.keys(drawings), null), fc.integer({ min: 1, max: 5 }))
    fc.assert(
      fc.property(fc.array(run, { maxLength: 90 }), fc.nat({ max: 300 }), fc.nat({ max: 60 }), (list, a, length) => {
        const one = exposing(shot, list)
        const runs = [...eachRun(columnIn(one).runs)]
        const every = !runs.some(({ run }) => run.drawing !== null && isPose(drawings[run.drawing]))
        const stops = runs.filter(({ run }) => run.drawing === null || every || isPose(drawings[run.drawing]))
        const plain = stops.flatMap(({ run, start }, i) => {
          const end = stops[i + 1]?.start ?? columnIn(one).runs.frames + 1
          return run.drawing === null ? [] : [{ run: run.id, start, end }]
        })
        const [from, until] = [a + 1, a + 1 + length]
        expect(cards(one, from, until).map(({ run, start, end }) => ({ run, start, end }))).toEqual(
          plain.filter(c => c.end > from && c.start < until),
        )
      }),
    )
  })
})

describe('cards side by side', () => {
  const at = { from: 1, until: 31, least: 58, gap: 3 }
  const all = cards(charted(posedShot(), '1', '13', ['5', '9']))

  it('are as wide as they last, with a gap between', () => {
    const { cards: laid, width } = layCards(all, { ...at, px: 20 })
    expect(laid.map(c => [c.number, c.x, c.width])).toEqual([
      ['1', 0, 237],
      ['13', 240, 237],
      ['25', 480, 117],
    ])
    expect(width).toBe(600)
  })
  it('have a least width, so that none is too narrow for its drawing', () => {
    const { cards: laid, width } = layCards(all, { ...at, px: 2 })
    expect(laid.map(c => c.width)).toEqual([58, 58, 58])
    expect(width).toBe(3 * 61)
  })
  it('fill a width where they can, least widths and all', () => {
    for (const wide of [240, 500, 900]) {
      const { cards: laid, width } = layCards(all, { ...at, px: fitting(all, wide, at) })
      expect(width).toBeCloseTo(wide, 2)
      expect(Math.min(...laid.map(c => c.width))).toBeGreaterThanOrEqual(58)
    }
  })
  it('tell where a frame lies, from left to right', () => {
    const { xOf, cards: laid } = layCards(all, { ...at, px: 4 })
    const xs = Array.from({ length: 30 }, (_, i) => xOf(i + 1))
    expect([...xs].sort((a, b) => a - b)).toEqual(xs)
    const { x, width } = laid[1]!
    expect([xOf(13) > x, xOf(24) < x + width]).toEqual([true, true])
  })
  it('of a column without poses are its drawings', () => {
    const between = exposing(charted(posedShot(), '1', '13', ['5', '9']), [
      ['d5', 2],
      ['d9', 3],
    ])
    expect(told(between)).toEqual(['5 1–2', '9 3–5'])
  })
})
