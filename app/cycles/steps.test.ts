import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cycleSchema } from '#core/document'
import { CYCLE_KINDS } from '#core/cycle'
import type { Steps } from './steps'
import {
  changedMoment,
  likeFirstHalf,
  longerStep,
  movedMoment,
  onEvery,
  stepsOfKind,
  stepStart,
  withMoment,
  withoutMoment,
  withSteps,
} from './steps'

const offs = (steps: Steps) => steps.map(s => s.moments.map(m => m.off))

describe('steps of a cycle in the panel', () => {
  const walk = stepsOfKind('walk')
  it('have moments that are moved between those beside them; the first stays', () => {
    expect(offs(movedMoment(walk, 0, 1, 5))[0]).toEqual([0, 5, 6, 9])
    expect(offs(movedMoment(walk, 0, 1, 40))[0]).toEqual([0, 5, 6, 9])
    expect(offs(movedMoment(walk, 0, 3, 99))[0]).toEqual([0, 3, 6, 11])
    expect(offs(movedMoment(walk, 0, 1, -3))[0]).toEqual([0, 1, 6, 9])
    expect(movedMoment(walk, 0, 0, 3)).toBe(walk)
    const tight = longerStep(walk, 0, 4)
    expect(offs(tight)[0]).toEqual([0, 1, 2, 3])
    expect(offs(movedMoment(tight, 0, 2, 0))).toEqual(offs(tight))
  })
  it('are made longer, more, like the first half', () => {
    expect(offs(longerStep(walk, 1, 16))).toEqual([
      [0, 3, 6, 9],
      [0, 4, 8, 12],
    ])
    expect(offs(likeFirstHalf(longerStep(walk, 0, 16)))).toEqual([
      [0, 4, 8, 12],
      [0, 4, 8, 12],
    ])
    expect(withSteps(walk, 4).map(s => s.frames)).toEqual([12, 12, 12, 12])
    expect(withSteps(walk, 0)).toHaveLength(1)
    expect(stepStart(longerStep(walk, 0, 9), 1)).toBe(9)
  })
  it('get a moment in their widest gap, and lose one', () => {
    expect(offs(withMoment(walk, 0, 'between'))[0]).toEqual([0, 1, 3, 6, 9])
    expect(offs(withoutMoment(walk, 0, 2))[0]).toEqual([0, 3, 9])
    expect(withoutMoment(walk, 0, 0)).toBe(walk)
    const full = longerStep(walk, 0, 4)
    expect(withMoment(full, 0, 'between')).toBe(full)
    expect(changedMoment(walk, 0, 1, { name: 'squash', stage: 2 })[0]!.moments[1]).toMatchObject({
      name: 'squash',
      stage: 2,
    })
  })
  it('are of the form of the document, whatever is done to them', () => {
    const n = fc.integer({ min: -3, max: 320 })
    const edit = fc.tuple(fc.constantFrom('move', 'long', 'more', 'less', 'count', 'half'), n, n, n)
    fc.assert(
      fc.property(fc.constantFrom(...CYCLE_KINDS.map(k => k.id)), fc.array(edit, { maxLength: 12 }), (kind, edits) => {
        let steps = stepsOfKind(kind)
        for (const [what, a, b, c] of edits) {
          const step = Math.abs(a) % steps.length
          const moment = Math.abs(b) % steps[step]!.moments.length
          if (what === 'move') steps = movedMoment(steps, step, moment, c)
          if (what === 'long') steps = longerStep(steps, step, c)
          if (what === 'more') steps = withMoment(steps, step, 'between')
          if (what === 'less') steps = withoutMoment(steps, step, moment)
          if (what === 'count') steps = withSteps(steps, b % 20)
          if (what === 'half' && steps.length % 2 === 0) steps = likeFirstHalf(steps)
          expect(cycleSchema.shape.steps.safeParse(steps).success).toBe(true)
        }
      }),
    )
  })
})

describe('moments on every so many frames', () => {
  it('of a walk on twos leave an in-between where there is room', () => {
    expect(offs(onEvery(stepsOfKind('walk'), 2))).toEqual([
      [0, 4, 6, 10],
      [0, 4, 6, 10],
    ])
    expect(onEvery(stepsOfKind('walk'), 1)).toEqual(stepsOfKind('walk'))
  })
  it('keep their order, and stay within their step, however short', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...CYCLE_KINDS.map(k => k.id)),
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 4 }),
        (kind, frames, every) => {
          for (const s of onEvery(stepsOfKind(kind, [frames, frames]), every))
            expect(s.moments.map(m => m.off)).toEqual(
              [...new Set(s.moments.map(m => Math.min(frames - 1, m.off)))].sort((a, b) => a - b),
            )
        },
      ),
    ))
})
