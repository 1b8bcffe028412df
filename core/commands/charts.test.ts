import { describe, expect, it } from 'vitest'
import { restPose } from '../figure'
import { vec } from '../motion'
import type { Shot } from '../document'
import {
  chartArgs as chart,
  cutArgs as cut,
  charted,
  columnIn,
  done,
  drawn,
  exposures,
  PLAN,
  planned,
  posedShot,
  refusal,
  refused,
  runOn,
  STACK,
  where,
} from './fixture.test-helper'

const chartIn = (s: Shot, id: string) => s.plans[PLAN]!.charts[id]!

describe('charts', () => {
  const shot = planned()
  const ends = { from: runOn(shot, '1'), to: runOn(shot, '13') }
  const pass = { ...where, chart: 'c1-13', ...ends, side: 'first' as const }
  refused(shot, [
    ['chart.cut', { ...cut, drawing: 'd17', second: 'x' }, 'gone', /not in this chart/],
    ['chart.cut', { ...cut, drawing: 'd9', second: 'c13-25' }, 'invalid', /chart with this id/],
    ['chart.tick', { ...chart, drawing: 'd17', u: 0.5 }, 'gone', /not in this chart/],
    ['chart.ticks', { plan: PLAN, charts: [{ chart: 'c1-13', places: [0.5] }] }, 'changed', /another number/],
    ['chart.space', { ...chart, recipe: { family: 'even' }, places: [0.5] }, 'changed', /another number/],
    [
      'chart.throw',
      { plan: PLAN, parts: [{ chart: 'c1-13', to: 'top', places: [] }] },
      'changed',
      /another number of in-betweens/,
    ],
    ['chart.change', { ...chart, subject: 'keeper', drawing: 'd1' }, 'gone', /not in this chart/],
    ['chart.change', { ...chart, subject: 'keeper', drawing: 'd17' }, 'gone', /not in this chart/],
    [
      'chart.wedge',
      { ...pass, drawing: { id: 'd25', number: 'x' }, step: 2 },
      'invalid',
      /drawing with this id is there already/,
    ],
    [
      'chart.wedge',
      { ...pass, chart: 'c13-25', drawing: { id: 'w', number: 'w' }, step: 2 },
      'changed',
      /runs between other poses/,
    ],
    [
      'chart.wedge',
      { ...pass, from: ends.to, to: ends.from, drawing: { id: 'w', number: 'w' }, step: 2 },
      'changed',
      /changed places/,
    ],
    [
      'chart.wedge',
      { ...pass, to: ends.from, drawing: { id: 'w', number: 'w' }, step: 2 },
      'changed',
      /changed places/,
    ],
    [
      'chart.wedge',
      { ...pass, to: runOn(shot, '25'), drawing: { id: 'w', number: 'w' }, step: 2 },
      'changed',
      /Another pose or a blank/,
    ],
    ['chart.unwedge', { ...pass, chart: 'none' }, 'gone', /chart is not there/],
    [
      'chart.fill',
      { ...where, ...ends, chart: 'c13-25', ticks: [], recipe: { family: 'even' }, step: 2 },
      'changed',
      /runs between other poses/,
    ],
    [
      'chart.fill',
      { ...where, from: ends.to, to: ends.to, chart: 'c', ticks: [], recipe: { family: 'even' }, step: 2 },
      'changed',
      /changed places/,
    ],
    [
      'chart.fill',
      { ...where, ...ends, to: runOn(shot, '25'), chart: 'c', ticks: [], recipe: { family: 'even' }, step: 2 },
      'changed',
      /Another pose or a blank/,
    ],
    ['drawing.release', { ...chart, drawing: 'd17' }, 'gone', /not in this chart/],
    ['drawing.fix', { ...chart, drawing: 'd17', fixed: {} }, 'gone', /not in this chart/],
    [
      'drawing.fix',
      { ...chart, drawing: 'd9', fixed: { none: { angles: { head: 1 } } } },
      'gone',
      /figure is not there/,
    ],
  ])
  const from = (n: string) => runOn(blanks, n)
  const blanks = done(shot, 'frame.expose', {
    ...where,
    at: { ...runOn(shot, '1'), offset: 3 },
    frame: 4,
    drawing: null,
  })
  const blank = [...columnIn(blanks).runs.chunks[0]!.runs].find(r => r.drawing === null)!
  refused(blanks, [
    [
      'chart.wedge',
      { ...pass, from: from('1'), to: from('13'), drawing: { id: 'w', number: 'w' }, step: 2 },
      'changed',
      /Another pose or a blank/,
    ],
    [
      'chart.wedge',
      { ...pass, from: { run: blank.id, at: 4 }, to: from('13'), drawing: { id: 'w', number: 'w' }, step: 2 },
      'changed',
      /Another pose or a blank/,
    ],
    ['chart.unwedge', { ...pass, from: from('1'), to: { run: blank.id, at: 4 } }, 'changed', /Another pose or a blank/],
    [
      'chart.fill',
      {
        ...where,
        from: { run: blank.id, at: 4 },
        to: from('13'),
        chart: 'c',
        ticks: [],
        recipe: { family: 'even' },
        step: 2,
      },
      'changed',
      /pose is not exposed there/,
    ],
    [
      'chart.fill',
      {
        ...where,
        from: from('1'),
        to: { run: blank.id, at: 4 },
        chart: 'c',
        ticks: [],
        recipe: { family: 'even' },
        step: 2,
      },
      'changed',
      /pose is not exposed there/,
    ],
  ])
  // The place itself is the pose: neither can be halved, nor be a breakdown.
  const onPoses = done(shot, 'chart.ticks', { plan: PLAN, charts: [{ chart: 'c1-13', places: [0, 0.5, 1] }] })
  refused(onPoses, [
    ['chart.cut', { ...cut, drawing: 'd7', second: 'x' }, 'invalid', /no way to one of them/],
    ['chart.cut', { ...cut, drawing: 'd11', second: 'x' }, 'invalid', /no way to one of them/],
    ['chart.wedge', { ...pass, drawing: { id: 'w', number: 'w' }, step: 2 }, 'no-room', /nothing to halve/],
    [
      'chart.wedge',
      { ...pass, side: 'second', drawing: { id: 'w', number: 'w' }, step: 2 },
      'no-room',
      /nothing to halve/,
    ],
  ])
  it('spaces, throws and changes over where the chart is as it was taken to be', () => {
    const ticks = (s: Shot) => chartIn(s, 'c1-13').ticks.map(t => t.u)
    expect(ticks(onPoses)).toEqual([0, 0.5, 1])
    const thrown = done(shot, 'chart.throw', {
      plan: PLAN,
      parts: [
        { chart: 'c1-13', to: 'ground', places: [0.1, 0.2, 0.4] },
        { chart: 'c13-25', to: 'top', places: [0.5, 0.6, 0.7, 0.8] },
      ],
    })
    expect([chartIn(thrown, 'c1-13'), chartIn(thrown, 'c13-25')]).toMatchObject([
      { path: 'throw-down', recipe: { family: 'fall' } },
      { path: 'throw-up', recipe: { family: 'rise' } },
    ])
    const over = done(shot, 'chart.change', { ...chart, subject: 'keeper', drawing: 'd13' })
    expect(chartIn(over, 'c1-13').change).toEqual({ keeper: 'd13' })
    const two = done(over, 'chart.change', { ...chart, subject: 'hat', drawing: 'd9' })
    const other = done(two, 'chart.change', { ...chart, subject: 'keeper', drawing: null })
    expect(chartIn(other, 'c1-13').change).toEqual({ hat: 'd9' })
  })
})

describe('joining spans', () => {
  const along = { from: 'd1', to: 'd13', before: null, after: null, a: 0, b: 1 }
  const at = 0.5
  const join = { plan: PLAN, first: 'c1-13', second: 'x', at }
  const shot = done(planned({ family: 'even' }), 'chart.cut', { ...cut, drawing: 'd9', second: 'x', reached: 0.5 })
  const joined = (s: Shot) => chartIn(done(s, 'chart.join', join), 'c1-13')
  it('puts the two back on the way that both came from', () => {
    expect([chartIn(shot, 'c1-13').along, chartIn(shot, 'x').along]).toEqual([
      { ...along, b: 0.5, span: [0, 0.5] },
      { ...along, a: 0.5, span: [0.5, 1] },
    ])
    expect(joined(shot).along).toBeUndefined()
    // Cut once more, and only the first two joined: they are still a piece of the whole way.
    const thrice = done(shot, 'chart.cut', { ...cut, chart: 'x', drawing: 'd11', second: 'y', reached: 0.5 })
    expect(chartIn(thrice, 'x').along).toEqual({ ...along, a: 0.5, b: 0.75, span: [0.5, 0.75] })
    expect(joined(thrice).along).toEqual({ ...along, b: 0.75, span: [0, 0.75] })
    expect(chartIn(done(thrice, 'chart.join', { ...join, first: 'x', second: 'y' }), 'x').along).toEqual({
      ...along,
      a: 0.5,
      span: [0.5, 1],
    })
  })
  it('forgets ways and leads that are not of one whole', () => {
    const other = done(shot, 'chart.lead', { plan: PLAN, chart: 'c1-13', part: 'keeper/spine', share: 0.2 })
    expect(joined(other).leads).toBeUndefined()
    const alien: Shot = withCharts(shot, { x: { ...chartIn(shot, 'x'), along: { ...along, from: 'd25', a: 0.5 } } })
    expect(joined(alien).along).toBeUndefined()
    const ends: Shot = withCharts(shot, {
      x: { ...chartIn(shot, 'x'), along: { ...along, to: 'd25', a: 0.5, b: 0.9 } },
    })
    expect(joined(ends).along).toBeUndefined()
    const gap: Shot = withCharts(shot, { x: { ...chartIn(shot, 'x'), along: { ...along, a: 0.6, b: 0.9 } } })
    expect(joined(gap).along).toBeUndefined()
    const { along: _along, ...bare } = chartIn(shot, 'x')
    expect(joined(withCharts(shot, { x: bare })).along).toBeUndefined()
  })
  const there = withCharts(shot, { x: { ...chartIn(shot, 'x'), to: 'd1' } })
  const ended = withCharts(shot, { z: { ...chartIn(shot, 'x'), id: 'z', ticks: [], from: 'd25', to: 'd9' } })
  const begun = withCharts(shot, { z: { ...chartIn(shot, 'x'), id: 'z', ticks: [], from: 'd9', to: 'd25' } })
  const elsewhere = withCharts(shot, { x: { ...chartIn(shot, 'x'), stack: 'st2' } })
  it.each([
    ['no meeting', shot, { ...join, first: 'x', second: 'c1-13' }, 'changed', /do not meet/],
    ['another stack', elsewhere, join, 'changed', /do not meet/],
    ['there and back', there, join, 'invalid', /there and back/],
    ['an end of a third', ended, join, 'invalid', /also the end of another chart/],
    ['a beginning of a third', begun, join, 'invalid', /also the end of another chart/],
  ] as const)('is refused with %s', (_what, s, args, code, words) =>
    expect(refusal(s, 'chart.join', args)).toEqual({ code, message: expect.stringMatching(words) as string }),
  )
})

describe('wedging in a pass that runs back', () => {
  // The chart leads from 1 to 13; the pass shows 13 first.
  const base = charted(posedShot(), '1', '13', ['7'])
  const shot = done(base, 'poses.order', {
    ...where,
    order: [runOn(base, '13').run, runOn(base, '1').run, runOn(base, '25').run],
  })
  const back = { ...where, chart: 'c1-13', from: runOn(shot, '13'), to: runOn(shot, '1') }
  it('halves beside the pose that is meant, and takes that one out again', () => {
    const wedge = (side: 'first' | 'second') =>
      chartIn(
        done(shot, 'chart.wedge', { ...back, side, drawing: { id: 'w', number: 'w' }, step: 2 }),
        'c1-13',
      ).ticks.map(t => [t.drawing, t.u])
    expect(wedge('first')).toEqual([
      ['d7', 0.5],
      ['w', 0.75],
    ])
    expect(wedge('second')).toEqual([
      ['w', 0.25],
      ['d7', 0.5],
    ])
  })
  it('keeps an own drawing that is taken out in the tray, and takes all its exposures', () => {
    const own = done(planned(), 'drawing.pose', {
      stack: STACK,
      drawing: 'd7',
      poses: {},
      fix: { poses: { keeper: restPose(vec(1, 1)) }, strokes: [] },
    })
    const at = { ...where, chart: 'c1-13', from: runOn(own, '1'), to: runOn(own, '13'), side: 'first' as const }
    const out = done(own, 'chart.unwedge', at)
    expect([drawn(out).d7?.own, exposures(out)]).toEqual([true, '1*6 9*2 11*2 13*4 17*2 19*2 21*2 23*2 25*6'])
    // A drawing that another column shows is taken out there as well.
    const shared = done(planned(), 'column.share', {
      plan: PLAN,
      index: 1,
      column: {
        ...columnIn(own),
        id: 'two',
        name: 'B',
        runs: [
          { id: 'a', drawing: 'd7', frames: 3 },
          { id: 'b', drawing: 'd1', frames: 2 },
        ],
      },
    })
    const gone = done(shared, 'chart.unwedge', { ...at, from: runOn(shared, '1'), to: runOn(shared, '13') })
    expect(drawn(gone).d7).toBeUndefined()
    expect(gone.plans[PLAN]!.columns.two!.runs.chunks[0]!.runs).toEqual([
      expect.objectContaining({ id: 'b', frames: 5 }),
    ])
  })
})

/** The shot with charts that no command makes: what else was done to it is not of interest. */
function withCharts(shot: Shot, charts: Record<string, Shot['plans'][string]['charts'][string]>): Shot {
  const plan = shot.plans[PLAN]!
  return { ...shot, plans: { [PLAN]: { ...plan, charts: { ...plan.charts, ...charts } } } }
}
