import { describe, expect, it } from 'vitest'
import type { Shot } from '../document'
import { openShot, storeShot } from '../document'
import { listOf } from '../sheet'
import {
  COLUMN,
  done,
  keyed,
  PLAN,
  posedShot,
  refusal,
  refused,
  runOn,
  STACK,
  undone,
  where,
  withSecond,
  written,
} from './fixture.test-helper'

describe('a follower that is followed itself', () => {
  const three = withSecond(withSecond(posedShot(), 'three', 'C', 'st3'))
  const first = done(three, 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN })
  const chain = done(first, 'column.lineup', { plan: PLAN, column: 'three', leader: 'two' })
  const frames = (shot: Shot, column: string) => listOf(shot.plans[PLAN]!.columns[column]!.runs).map(r => r.frames)
  it('takes its followers along', () => {
    expect(frames(chain, 'three')).toEqual(frames(chain, COLUMN))
    const longer = done(chain, 'run.push', { ...where, run: runOn(chain, '1'), delta: 3 })
    expect([frames(longer, 'two'), frames(longer, 'three')]).toEqual([frames(longer, COLUMN), frames(longer, COLUMN)])
    expect(undone(chain, longer)).toBe(true)
    expect(openShot(JSON.parse(JSON.stringify(storeShot(longer)))).ok).toBe(true)
  })
  it('goes in no circle, neither by a command nor in what is opened', () => {
    expect(refusal(chain, 'column.lineup', { plan: PLAN, column: COLUMN, leader: 'three' })?.message).toMatch(
      /C follows A itself/,
    )
    const stored = JSON.parse(JSON.stringify(storeShot(chain))) as ReturnType<typeof storeShot>
    const { columns } = stored.plans[PLAN]!
    ;(columns[COLUMN] as { leader?: string }).leader = 'three'
    expect(openShot(stored)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/one that follows it/) as string,
    })
  })
  it('comes with no column that would follow itself, or one that is not there', () => {
    for (const leader of ['self', 'none'])
      expect(
        refusal(chain, 'column.add', {
          plan: PLAN,
          index: 0,
          stack: { id: 'st9', subjects: {}, drawings: {} },
          column: { ...written(chain), id: 'self', stack: 'st9', leader, runs: [] },
        }),
      ).toMatchObject({
        code: 'invalid',
        message: expect.stringMatching(/missing, or with one that follows it/) as string,
      })
  })
  it('is not led any more where the first of them is deleted', () => {
    const gone = done(chain, 'column.remove', { plan: PLAN, column: COLUMN })
    expect([gone.plans[PLAN]!.columns.two!.leader, gone.plans[PLAN]!.columns.three!.leader]).toEqual([undefined, 'two'])
  })
})

describe('columns and their line-up', () => {
  const two = withSecond(withSecond(posedShot(), 'three', 'C', 'st3'))
  const lined = done(two, 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN })
  const shared = done(lined, 'column.share', { plan: PLAN, index: 0, column: { ...written(lined), id: 'same' } })
  refused(shared, [
    ['column.lineup', { plan: PLAN, column: 'three', leader: 'three' }, 'invalid', /shows other drawings/],
    ['column.lineup', { plan: PLAN, column: 'same', leader: COLUMN }, 'invalid', /shows other drawings/],
    ['column.lineup', { plan: PLAN, column: COLUMN, leader: 'two' }, 'invalid', /B follows A itself/],
    ['column.lineup', { plan: PLAN, column: 'three', leader: 'none' }, 'gone', /column is not there/],
    ['column.lineup', { plan: 'none', column: 'three', leader: 'none' }, 'gone', /plan is not there/],
    ['column.release', { plan: PLAN, column: 'three' }, 'changed', /not lined up any more/],
    ['columns.order', { plan: PLAN, order: ['two', 'two', 'three', COLUMN] }, 'changed', /Columns have come or gone/],
    ['columns.order', { plan: PLAN, order: ['two', 'none', 'three', COLUMN] }, 'changed', /Columns have come or gone/],
    ['column.share', { plan: PLAN, index: 0, column: written(lined) }, 'invalid', /column with this id/],
    [
      'column.share',
      {
        plan: PLAN,
        index: 0,
        column: { ...written(lined), id: 'n', runs: [{ id: 'r', drawing: 'none', frames: 1 }] },
      },
      'gone',
      /drawing is not there/,
    ],
    ['column.share', { plan: PLAN, index: 0, column: { ...written(lined), id: 'n', stack: 'none' } }, 'gone', /stack/],
    [
      'column.add',
      {
        plan: PLAN,
        index: 0,
        column: { ...written(lined), runs: [] },
        stack: { id: 'n', subjects: {}, drawings: {} },
      },
      'invalid',
      /column with this id/,
    ],
    [
      'column.add',
      {
        plan: PLAN,
        index: 0,
        column: { ...written(lined), id: 'n', runs: [] },
        stack: { id: 'n', subjects: {}, drawings: {} },
      },
      'invalid',
      /does not expose the stack/,
    ],
    [
      'column.add',
      {
        plan: PLAN,
        index: 0,
        column: { ...written(lined), id: 'n', runs: [] },
        stack: { id: STACK, subjects: {}, drawings: {} },
      },
      'invalid',
      /stack with this id/,
    ],
    [
      'shot.rate',
      { rate: { num: 24, den: 1 }, length: 24, lengths: { [PLAN]: { none: [1] } } },
      'gone',
      /column is not there/,
    ],
  ])
  it('can be lined up where nothing stands against it', () => {
    expect(
      done(shared, 'column.lineup', { plan: PLAN, column: 'three', leader: COLUMN }).plans[PLAN]!.columns.three!.leader,
    ).toBe(COLUMN)
    expect(
      done(shared, 'column.release', { plan: PLAN, column: 'two' }).plans[PLAN]!.columns.two!.leader,
    ).toBeUndefined()
  })
  const whole = posedShot()
  const blanked = done(whole, 'frame.expose', {
    ...where,
    at: { ...runOn(whole, '1'), offset: 6 },
    frame: 7,
    drawing: null,
  })
  const seen = (s: Shot) =>
    s.plans[PLAN]!.columns.two!.runs.chunks.flatMap(c => c.runs)
      .map(r => `${r.drawing ? s.stacks.st2!.drawings[r.drawing]!.number : 'X'}*${r.frames}`)
      .join(' ')
  it('lead blanks to blanks, and place what was shown there by its first frame', () => {
    let s = withSecond(blanked)
    expect(seen(done(s, 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN }))).toBe('1*6 X*6 13*12 25*6')
    // p begins on 1, a blank follows, q begins on the first frame of the leader's third exposure, r behind its last.
    for (const [id, on] of [
      ['p', { onFrame: 1 }],
      ['q', { afterLast: 12 }],
      ['r', { afterLast: 30 }],
    ] as const)
      s = done(s, 'pose.add', { plan: PLAN, column: 'two', drawing: keyed(id), where: on })
    const lined2 = done(s, 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN })
    expect(seen(lined2)).toBe('p*6 X*6 q*12 25*6')
    expect(lined2.stacks.st2!.drawings.r).toBeDefined()
    // Lined up again after it was released: every drawing is on its exposure still, and none is made twice.
    const again = done(done(lined2, 'column.release', { plan: PLAN, column: 'two' }), 'column.lineup', {
      plan: PLAN,
      column: 'two',
      leader: COLUMN,
    })
    expect([seen(again), Object.keys(again.stacks.st2!.drawings).length]).toEqual([seen(lined2), 4])
  })
  it('bring back a drawing that had been taken out of the sheet, and number new ones apart', () => {
    const s = done(withSecond(posedShot()), 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN })
    const free = done(s, 'column.release', { plan: PLAN, column: 'two' })
    const cleared = done(free, 'column.expose', { plan: PLAN, column: 'two', exposures: [] })
    const back = done(cleared, 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN })
    expect([seen(back), Object.keys(back.stacks.st2!.drawings).length]).toEqual(['1*12 13*12 25*6', 3])
    const named = done(withSecond(posedShot()), 'drawing.add', { stack: 'st2', drawing: keyed('x', '13') })
    const apart = done(named, 'column.lineup', { plan: PLAN, column: 'two', leader: COLUMN })
    expect(seen(apart)).toMatch(/^1\*12 (?!13\*)\S+\*12 25\*6$/)
  })
})
