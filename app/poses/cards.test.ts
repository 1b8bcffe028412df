import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { charted, COLUMN, columnIn, emptyShot, PLAN, posedShot } from '#core/commands/fixture.test-helper'
import type { Shot } from '#core/document'
import { isPose } from '#core/pass'
import { eachRun, runsOf } from '#core/sheet'
import { deskOn } from '~/desk/scene.test-helper'
import { cardsBetween } from './cards'

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

  it('of any page are those of the whole row that it touches', () => {
    const { drawings } = shot.stacks[columnIn(shot).stack]!
    const run = fc.tuple(fc.constantFrom(...Object.keys(drawings), null), fc.integer({ min: 1, max: 5 }))
    fc.assert(
      fc.property(fc.array(run, { maxLength: 90 }), fc.nat({ max: 300 }), fc.nat({ max: 60 }), (list, a, length) => {
        const one = exposing(shot, list)
        const stops = [...eachRun(columnIn(one).runs)].filter(
          ({ run }) => run.drawing === null || isPose(drawings[run.drawing]),
        )
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
