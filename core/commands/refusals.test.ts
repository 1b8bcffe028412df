import { describe, expect, it } from 'vitest'
import { person, restPose } from '../figure'
import { vec } from '../motion'
import { MAX_FRAMES } from '../time'
import {
  chartArgs as chart,
  COLUMN,
  columnIn,
  done,
  keyed,
  drawn,
  exposures,
  nothing,
  PLAN,
  planned,
  refusal,
  refused,
  runOn,
  STACK,
  where,
} from './fixture.test-helper'

describe('drawings and figures', () => {
  const shot = planned()
  const own = done(shot, 'drawing.pose', { stack: STACK, drawing: 'd9', poses: {}, fix: nothing })
  const subject = { id: 'keeper', name: 'Again', kind: 'figure' as const, figure: person }
  const hash = 'a'.repeat(64)
  const lines = done(own, 'stroke.add', {
    stack: STACK,
    drawing: 'd1',
    strokes: [
      { id: 's1', hash },
      { id: 's2', hash },
    ],
  })
  refused(lines, [
    ['subject.add', { stack: STACK, subject, drawing: null, pose: null }, 'invalid', /figure is there already/],
    ['subject.add', { stack: 'none', subject, drawing: null, pose: null }, 'gone', /stack of drawings/],
    ['subject.remove', { stack: STACK, subject: 'none' }, 'gone', /figure is not there/],
    ['subject.set', { stack: STACK, subject: 'none', name: 'x' }, 'gone', /figure is not there/],
    ['pose.add', { ...where, drawing: keyed('d1', 'n'), where: { afterLast: 1 } }, 'invalid', /drawing with this id/],
    ['pose.add', { ...where, drawing: keyed('n'), where: { onFrame: 1 } }, 'changed', /column has exposures now/],
    [
      'pose.add',
      {
        ...where,
        drawing: { ...keyed('n'), content: { poses: { none: restPose(vec(0, 0)) }, strokes: [] } },
        where: { afterLast: 1 },
      },
      'gone',
      /figure is not there/,
    ],
    ['drawing.add', { stack: STACK, drawing: keyed('d1', 'n') }, 'invalid', /drawing with this id/],
    [
      'drawing.add',
      { stack: STACK, drawing: { ...keyed('n'), content: { poses: { none: restPose(vec(0, 0)) }, strokes: [] } } },
      'gone',
      /figure is not there/,
    ],
    ['drawing.set', { stack: STACK, drawing: 'd1', number: '13' }, 'invalid', /drawing 13 already/],
    ['drawing.set', { stack: STACK, drawing: 'd9', role: 'key' }, 'invalid', /in-between of a chart/],
    ['drawing.renumber', { stack: STACK, numbers: { none: '3' } }, 'gone', /drawing is not there/],
    ['drawing.remove', { stack: STACK, drawing: 'none' }, 'gone', /drawing is not there/],
    ['drawing.pose', { stack: STACK, drawing: 'd1', poses: { none: restPose(vec(0, 0)) } }, 'gone', /figure is not/],
    [
      'drawing.pose',
      { stack: STACK, drawing: 'd7', poses: {} },
      'changed',
      /Drawing 7 is in-betweened from its chart now/,
    ],
    ['drawing.fix', { ...chart, drawing: 'd9', fixed: {} }, 'changed', /detached from its chart; return it/],
    [
      'stroke.add',
      { stack: STACK, drawing: 'd1', strokes: [{ id: 's1', hash }] },
      'invalid',
      /stroke is there already/,
    ],
    [
      'stroke.add',
      { stack: STACK, drawing: 'd7', strokes: [{ id: 's1', hash }] },
      'changed',
      /in-betweened from its chart/,
    ],
    ['stroke.remove', { stack: STACK, drawing: 'd1', strokes: ['none'] }, 'gone', /stroke is not there/],
    ['stroke.replace', { stack: STACK, drawing: 'd1', strokes: { none: [] } }, 'gone', /not on drawing 1 any more/],
    ['stroke.replace', { stack: STACK, drawing: 'd1', strokes: { s1: [{ id: 's2', hash }] } }, 'invalid', /same id/],
    ['strokes.map', { stack: STACK, drawings: {}, keepWidth: true }, 'invalid', /No drawing is named/],
    [
      'strokes.map',
      { stack: STACK, drawings: { d1: { strokes: [], subjects: ['none'], at: [1, 0, 0, 1, 0, 0] } }, keepWidth: true },
      'gone',
      /figure is not on drawing 1/,
    ],
    ['strokes.part', { stack: STACK, drawing: 'd1', strokes: ['s1'], part: 'keeper' }, 'gone', /part is not there/],
    [
      'part.share',
      { stack: STACK, subject: 'keeper', strokes: [{ id: 'n', hash }], figure: person, poses: {} },
      'gone',
      /part/,
    ],
    ['part.unshare', { stack: STACK, subject: 'keeper', strokes: {} }, 'changed', /not drawn once/],
    ['pin.remove', { plan: PLAN, pin: 'none' }, 'gone', /pin is not there/],
    ['spacing.forget', { spacing: 'none' }, 'gone', /saved spacing is not there/],
    ['note.remove', { plan: PLAN, note: 'none' }, 'gone', /note is not there/],
  ])
  it('keep what is left: some strokes of several, the role or the number of a drawing alone', () => {
    expect(
      drawn(
        done(lines, 'stroke.remove', { stack: STACK, drawing: 'd1', strokes: ['s1', 'none'] }),
      ).d1!.content.strokes.map(s => s.id),
    ).toEqual(['s2'])
    const under = done(lines, 'stroke.add', { stack: STACK, drawing: 'd1', strokes: [{ id: 's0', hash }], under: true })
    expect(drawn(under).d1!.content.strokes.map(s => s.id)).toEqual(['s0', 's1', 's2'])
    expect(drawn(done(lines, 'drawing.set', { stack: STACK, drawing: 'd1', number: '13b' })).d1).toMatchObject({
      number: '13b',
      role: 'key',
    })
    expect(
      drawn(done(lines, 'drawing.set', { stack: STACK, drawing: 'd1', number: '1', role: 'extreme' })).d1,
    ).toMatchObject({ number: '1', role: 'extreme' })
    const faint = drawn(done(lines, 'drawing.set', { stack: STACK, drawing: 'd1', strength: 0.5 })).d1!
    expect([faint.strength, 'strength' in drawn(lines).d1!]).toEqual([0.5, false])
  })
})

describe('exposures and repeats', () => {
  const shot = planned({ family: 'even' })
  const spot = (n: string, offset = 0) => ({ ...runOn(shot, n), offset })
  const all = { ...where, first: spot('1'), last: spot('25', 5), frames: 30 }
  const span = (a: string, b: string) => ({ first: runOn(shot, a), last: runOn(shot, b) })
  const repeated = done(shot, 'repeat.set', {
    ...where,
    repeat: { id: 'rp', ...span('7', '11'), times: 2, back: false },
  })
  refused(repeated, [
    [
      'repeat.set',
      { ...where, repeat: { id: 'x', ...span('13', '7'), times: 2, back: false } },
      'changed',
      /changed places/,
    ],
    [
      'repeat.set',
      { ...where, repeat: { id: 'x', ...span('17', '19'), times: 1, back: false } },
      'invalid',
      /shown once/,
    ],
    [
      'repeat.set',
      { ...where, repeat: { id: 'x', ...span('17', '17'), times: 2, back: true } },
      'invalid',
      /at least two exposures/,
    ],
    [
      'repeat.set',
      { ...where, repeat: { id: 'x', ...span('1', '7'), times: 2, back: false } },
      'invalid',
      /do not lie in one another/,
    ],
    [
      'repeat.set',
      { ...where, repeat: { id: 'x', ...span('11', '13'), times: 2, back: false } },
      'invalid',
      /do not lie in one another/,
    ],
    [
      'repeat.set',
      { ...where, repeat: { id: 'x', ...span('9', '9'), times: 2, back: false } },
      'invalid',
      /do not lie in one another/,
    ],
    ['repeat.remove', { ...where, repeat: 'none' }, 'gone', /repeat is not there/],
    ['repeat.write', { ...where, repeat: 'none' }, 'gone', /repeat is not there/],
    ['run.push', { ...where, run: { ...runOn(shot, '7'), again: true }, delta: 1 }, 'again', /repeated passage again/],
    ['run.push', { ...where, run: runOn(shot, '7'), delta: -2 }, 'no-room', /at least one frame/],
    ['run.trade', { ...where, run: runOn(shot, '25'), delta: 1 }, 'no-room', /no frame to give/],
    ['runs.shift', { ...where, ...span('13', '7'), delta: 1 }, 'changed', /changed places/],
    ['range.hold', { ...all, first: { ...spot('7'), offset: 2 } }, 'changed', /exposure is shorter now/],
    ['range.repeat', { ...all, how: { until: 30 } }, 'invalid', /ends after the frames/],
    [
      'range.back',
      { ...all, first: spot('13'), last: spot('17', 1), frames: 6 },
      'no-room',
      /at least three exposures/,
    ],
    ['range.replace', { ...all, from: 'd40', to: null, everywhere: true }, 'no-room', /not exposed there/],
    [
      'range.reverse',
      { ...all, first: spot('13'), last: spot('13', 3), frames: 4 },
      'no-room',
      /at least two exposures/,
    ],
    ['frame.expose', { ...where, at: null, frame: 1, drawing: null }, 'changed', /column has exposures now/],
    ['frame.expose', { ...where, at: spot('1'), frame: 1, drawing: 'none' }, 'gone', /drawing is not there/],
    [
      'range.paste',
      { ...where, at: null, frame: 1, exposures: [{ drawing: null, frames: 1 }], by: 'over' },
      'changed',
      /column has exposures now/,
    ],
    ['column.expose', { ...where, exposures: [{ drawing: 'none', frames: 1 }] }, 'gone', /drawing is not there/],
    ['run.expose', { ...where, drawing: 'none', at: null, frames: 1 }, 'gone', /drawing is not there/],
    [
      'poses.order',
      { ...where, order: [runOn(shot, '1').run, runOn(shot, '13').run] },
      'changed',
      /Poses have come or gone/,
    ],
    [
      'poses.order',
      { ...where, order: [runOn(shot, '1').run, runOn(shot, '13').run, runOn(shot, '13').run] },
      'changed',
      /Poses have come or gone/,
    ],
    [
      'poses.order',
      { ...where, order: [runOn(shot, '1').run, runOn(shot, '13').run, runOn(shot, '7').run] },
      'changed',
      /Poses have come or gone/,
    ],
    ['runs.start', { ...where, starts: { none: 3 } }, 'gone', /exposure is not there/],
    [
      'range.move',
      {
        plan: PLAN,
        by: 'over',
        moves: [
          { column: COLUMN, first: spot('1'), last: spot('1'), frames: 1, to: { column: COLUMN, at: null, frame: 1 } },
        ],
      },
      'changed',
      /column has exposures now/,
    ],
    [
      'range.reverse',
      { ...all, copies: { d9: { id: 'd1', number: 'n', role: 'key', content: nothing } } },
      'invalid',
      /drawing with this id/,
    ],
  ])
  it('allow what lies at their edge', () => {
    // Beside another repeat, the same one again, there and back alone, and as many frames as a column can show.
    const beside = done(repeated, 'repeat.set', {
      ...where,
      repeat: { id: 'x', ...span('13', '17'), times: 2, back: false },
    })
    const before = done(beside, 'repeat.set', {
      ...where,
      repeat: { id: 'y', ...span('1', '1'), times: 2, back: false },
    })
    expect(columnIn(before).repeats?.map(r => r.id)).toEqual(['rp', 'x', 'y'])
    const again = done(before, 'repeat.set', {
      ...where,
      repeat: { id: 'rp', ...span('7', '9'), times: 1, back: true },
    })
    expect(columnIn(again).repeats?.find(r => r.id === 'rp')).toMatchObject({ times: 1, back: true })
    expect(columnIn(done(again, 'repeat.remove', { ...where, repeat: 'x' })).repeats?.map(r => r.id)).toEqual([
      'y',
      'rp',
    ])
    expect(exposures(done(shot, 'run.push', { ...where, run: runOn(shot, '7'), delta: -1 }))).toContain('7*1 ')
  })
  it('refuse frames beyond what a column can show', () => {
    // 30 frames are written; one exposure of 470 shown 30 times more are 14,100: 14,600 frames.
    const wide = done(shot, 'run.push', { ...where, run: runOn(shot, '25'), delta: 464 })
    const set = (times: number) =>
      refusal(wide, 'repeat.set', {
        ...where,
        repeat: { id: 'x', first: runOn(wide, '25'), last: runOn(wide, '25'), times, back: false },
      })
    // 494 + 470 × 29 = 14,124; once more is 14,594.
    expect(set(30)).toBeNull()
    expect(set(31)).toEqual({
      code: 'invalid',
      message: `The column would show 14594 frames; it can show ${MAX_FRAMES}.`,
    })
    const full = done(shot, 'run.push', { ...where, run: runOn(shot, '25'), delta: (MAX_FRAMES - 24) / 2 - 6 })
    const twice = {
      ...where,
      repeat: { id: 'x', first: runOn(full, '25'), last: runOn(full, '25'), times: 2, back: false },
    }
    expect(refusal(full, 'repeat.set', twice)).toBeNull()
  })
})
