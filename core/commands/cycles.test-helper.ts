import { CYCLE_KINDS, plannedPoses, planOfKind } from '../cycle'
import type { Cycle, Shot } from '../document'
import { cycleIn } from '../document'
import type { Pose } from '../figure'
import { person, restPose } from '../figure'
import { vec } from '../motion'
import { columnIn, done, emptyShot, STACK, where } from './fixture.test-helper'

/** The id of the cycle that tests plan. */
export const KEY = 'walk'
export const at = { ...where, cycle: KEY }
export const stepsOf = (id: string, lengths?: number[]): Cycle['steps'] =>
  planOfKind(
    CYCLE_KINDS.find(k => k.id === id)!,
    lengths,
  ).steps.map(s => ({
    ...s,
    moments: s.moments.map(({ air, ...m }) => ({ ...m, ...(air ? { air: true as const } : {}), drawing: null })),
  }))

export const bent = (by: number): Pose => ({
  ...restPose(vec(800, 700)),
  angles: { 'near-thigh': by, 'far-thigh': -by, 'near-upper-arm': -by / 2, 'far-upper-arm': by / 2, spine: 0.1 },
})
export const posed = (by: number) => ({ poses: { m: bent(by) }, strokes: [] })

/** A shot with Marrow in its column, who is not posed yet. */
export const empty: Shot = done(emptyShot(), 'subject.add', {
  stack: STACK,
  subject: { kind: 'figure', id: 'm', name: 'Marrow', figure: person },
  drawing: null,
  pose: null,
})

/** Drawings for moments, numbered by their frames; posed so far. */
export const mades = (
  steps: Cycle['steps'],
  which: (name: string, step: number) => boolean,
  by: (frame: number) => number,
) =>
  plannedPoses({ steps }).flatMap(p => {
    if (!which(p.name, p.step)) return []
    const moment = steps[p.step]!.moments.findIndex(m => m.name === p.name)
    return [
      { step: p.step, moment, drawing: { id: `d${p.frame}`, number: String(p.frame), content: posed(by(p.frame)) } },
    ]
  })

export const planned = (
  shot: Shot,
  { kind = 'walk' as Cycle['kind'], steps = stepsOf(kind), derived = false, onFrame = 1 } = {},
) =>
  done(shot, 'cycle.plan', {
    ...{ ...at, onFrame, kind, steps, times: null, derived },
    drawings: mades(
      steps,
      name => name.startsWith('contact'),
      f => (f === 1 ? 0.5 : -0.5),
    ),
  })
export const cycleOf = (shot: Shot) => cycleIn(columnIn(shot), KEY, shot.length)!
export const stage = (shot: Shot, n: number | null, made: ReturnType<typeof mades> = []) =>
  done(shot, 'cycle.stage', { ...at, stage: n, drawings: made })
export const passing = (shot: Shot, halves = 2) =>
  stage(
    shot,
    2,
    mades(
      stepsOf('walk'),
      (n, s) => n === 'passing' && s < halves,
      f => f / 100,
    ),
  )
export const downs = (shot: Shot, halves = 2) =>
  stage(
    shot,
    3,
    mades(
      stepsOf('walk'),
      (n, s) => (n === 'down' || n === 'up') && s < halves,
      f => f / 50,
    ),
  )
