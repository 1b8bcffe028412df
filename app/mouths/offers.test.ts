import { describe, expect, it } from 'vitest'
import { COLUMN, columnIn, done, emptyShot, exposures, planned, STACK } from '#core/commands/fixture.test-helper'
import type { Heard } from '#core/dialogue'
import { phraseEnds, stressMoments } from '#core/dialogue'
import type { Shot } from '#core/document'
import { layBones } from '#core/figure'
import { drawingShown } from '#core/pass'
import { rate } from '#core/time'
import { after, deskOn } from '~/desk/scene.test-helper'
import { blinkSpan, browSpan, headsIn, nodDrafts, shownDrafts, whyNoNod } from './offers'

const r24 = rate(24)
const heard = (sound: string, first: number, end: number, stress?: 0 | 1): Heard => ({
  ...{ sound, start: (first - 1) / 24, end: (end - 1) / 24 },
  ...(stress === undefined ? {} : { stress }),
})
const line = [
  heard('B', 21, 23),
  heard('AA', 23, 29, 1),
  heard('T', 29, 31),
  heard('ER', 31, 35, 0),
  heard('OW', 60, 66, 1),
]

describe('moments of what is heard', () => {
  it('are its stresses, and the silence after each phrase', () => {
    expect(stressMoments(line, r24)).toEqual([
      { first: 23, last: 28 },
      { first: 60, last: 65 },
    ])
    expect(phraseEnds(line, r24, { pause: 8, length: 72 })).toEqual([
      { first: 35, last: 59 },
      { first: 66, last: 72 },
    ])
  })
  it('are one where two are said as one', () => {
    expect(stressMoments([heard('AA', 5, 7, 1), heard('N', 7, 8), heard('OW', 8, 12, 1)], r24)).toEqual([
      { first: 5, last: 11 },
    ])
  })
})

describe('a nod', () => {
  const shot = planned()
  const [scene] = deskOn(shot)
  const [head] = headsIn(scene)
  const angle = (s: Shot, frame: number) => {
    const [there] = deskOn(s)
    const stack = s.stacks[STACK]!
    const { poses } = there.contents.of(there, stack, drawingShown(columnIn(s), frame)!)
    return layBones(head!.subject.figure, poses.keeper!).get('head')!.angle
  }
  it('goes up before the stress and down with it, where a pose is held; then the pose comes back', () => {
    const held = done(shot, 'run.push', { plan: scene.plan.id, column: COLUMN, run: lastRunOf(shot), delta: 30 })
    const at = columnIn(held).runs.frames - 15
    const moment = { first: at, last: at + 4 }
    const [there] = deskOn(held)
    const nodding = headsIn(there)[0]!
    expect(whyNoNod(nodding.column, moment)).toBe('')
    const now = after(held, nodDrafts(there, nodding, [moment], 10))
    const [before, up, down, back] = [at - 4, at - 3, at, at + 5].map(f => angle(now, f))
    expect(((up! - before!) * 180) / Math.PI).toBeCloseTo(-4, 9)
    expect(((down! - before!) * 180) / Math.PI).toBeCloseTo(10, 9)
    expect([back, columnIn(now).runs.frames]).toEqual([before, columnIn(held).runs.frames])
  })
  it('is not offered where the figure moves already', () => {
    expect(whyNoNod(head!.column, { first: 9, last: 12 })).toBe('it moves there already')
    expect(nodDrafts(scene, head!, [{ first: 9, last: 12 }], 10)).toEqual([])
  })
})

const lastRunOf = (s: Shot) => {
  const { runs } = columnIn(s)
  const run = runs.chunks.at(-1)!.runs.at(-1)!
  return { run: run.id, at: runs.frames - run.frames + 1 }
}

describe('a brow or an eyelid', () => {
  const drawn = ['rest', 'up'].reduce<Shot>(
    (s, id) =>
      done(s, 'drawing.add', {
        stack: STACK,
        drawing: { id, number: id, role: 'key', content: { poses: {}, strokes: [] } },
      }),
    emptyShot(),
  )
  const shot = done(drawn, 'run.expose', { plan: 'shot0001.3', column: COLUMN, drawing: 'rest', at: null, frames: 30 })
  it('is shown on its frames; what was there comes back, also behind the last exposure', () => {
    const spans = [{ frame: 6, frames: 4 }, browSpan({ first: 34, last: 37 })]
    const now = after(shot, shownDrafts(deskOn(shot)[0], columnIn(shot), 'up', spans))
    expect(exposures(now)).toBe('rest*5 up*4 rest*22 up*6 rest*11')
  })
  it('blinks for three frames at 24, two at the least, and no longer than the silence', () => {
    expect(blinkSpan({ first: 35, last: 60 }, 24)).toEqual({ frame: 35, frames: 3 })
    expect(blinkSpan({ first: 35, last: 60 }, 12)).toEqual({ frame: 35, frames: 2 })
    expect(blinkSpan({ first: 35, last: 35 }, 24)).toEqual({ frame: 35, frames: 1 })
  })
})
