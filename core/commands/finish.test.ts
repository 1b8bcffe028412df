import { describe, expect, it } from 'vitest'
import { imageHashes, openShot, storeShot } from '../document'
import type { Drawing } from '../document'
import { sceneOf } from '../pass'
import { layersAt } from '../picture'
import { done, drawn, PLAN, planned, refusal, runOn, STACK, undone, where } from './fixture.test-helper'

const hash = (n: number): string => n.toString(16).padStart(64, '0')
type Finished = NonNullable<Drawing['finished']>
const file = (n: number, more: Partial<Finished> = {}): Finished => ({
  file: hash(n),
  width: 1920,
  height: 1080,
  name: `lift.${n}.png`,
  at: [1, 0, 0, 1, 960, 540],
  ...more,
})
const marksOn = (shot: ReturnType<typeof planned>, frame: number, { roughs } = { roughs: false }) =>
  layersAt(sceneOf(shot, PLAN), frame, () => undefined, { roughs }).flatMap(l => l.marks)

describe('finished drawings', () => {
  const before = planned()
  const between = Object.values(before.plans[PLAN]!.charts)[0]!.ticks[0]!.drawing
  const finished = done(before, 'drawing.finish', {
    stack: STACK,
    finished: { d1: file(1), [between]: file(2, { over: true }) },
  })

  it('leave timing, charts, roles and what is computed as they were', () => {
    expect(finished.plans).toBe(before.plans)
    const { finished: _now, ...bare } = drawn(finished)[between]!
    expect(bare).toEqual(drawn(before)[between])
    expect(bare.own).toBe(false)
    expect(drawn(finished).d1!.content).toBe(drawn(before).d1!.content)
  })
  it('are seen instead of the rough, or over it; the roughs on request', () => {
    const frame = 1
    expect(marksOn(finished, frame).map(m => m.kind)).toEqual(['image'])
    expect(marksOn(finished, frame, { roughs: true })).toEqual(marksOn(before, frame))
    const over = done(finished, 'drawing.finish', { stack: STACK, finished: { d1: file(1, { over: true }) } })
    expect(marksOn(over, frame).map(m => m.kind)).toEqual([...marksOn(before, frame).map(m => m.kind), 'image'])
    // The same list each time, so that what is drawn of it can be kept.
    const scene = sceneOf(over, PLAN)
    const list = () => layersAt(scene, frame, () => undefined)[0]!.marks
    expect(list()).toBe(list())
  })
  it('are replaced by newer ones, and taken off again; each in one step back', () => {
    const newer = done(finished, 'drawing.finish', { stack: STACK, finished: { d1: file(3), [between]: file(4) } })
    expect(imageHashes(newer).sort()).toEqual([hash(3), hash(4)])
    expect(undone(finished, newer)).toBe(true)
    const none = done(newer, 'drawing.finish', { stack: STACK, finished: { d1: null, [between]: null } })
    expect(storeShot(none)).toEqual(storeShot(before))
    expect(undone(before, finished)).toBe(true)
  })
  it('stay when the rough is drawn on or goes back to its chart, and open again', () => {
    const back = done(finished, 'drawing.set', { stack: STACK, drawing: 'd1', strength: 0.5 })
    expect(drawn(back).d1!.finished).toEqual(file(1))
    const read = openShot(JSON.parse(JSON.stringify(storeShot(finished))))
    expect(read.ok && storeShot(read.shot)).toEqual(storeShot(finished))
  })
  it('are refused for a drawing that is gone, for nothing, and for a picture without a place', () => {
    const finish = (by: Record<string, Finished>) => refusal(before, 'drawing.finish', { stack: STACK, finished: by })
    expect(finish({ nowhere: file(1) })).toMatchObject({ code: 'gone' })
    expect(finish({})).toMatchObject({ code: 'invalid' })
    expect(finish({ d1: { ...file(1), width: 0 } })).toMatchObject({ code: 'invalid' })
  })
  it('stay where an in-between loses its chart: the picture is all that is on it then', () => {
    const after = [
      done(finished, 'drawing.remove', { stack: STACK, drawing: 'd13' }),
      done(finished, 'chart.fill', {
        ...where,
        chart: 'c1-13',
        from: runOn(finished, '1'),
        to: runOn(finished, '13'),
        recipe: { family: 'even' },
        step: 2,
        ticks: [{ drawing: 'd11', number: '11', u: 0.5 }],
      }),
    ]
    expect(between).toBe('d7')
    for (const shot of after) {
      expect(drawn(shot).d7).toMatchObject({
        own: true,
        content: { poses: {}, strokes: [] },
        finished: { file: hash(2) },
      })
      expect(drawn(shot).d9).toBeUndefined()
      expect(undone(finished, shot)).toBe(true)
      const read = openShot(JSON.parse(JSON.stringify(storeShot(shot))))
      expect(read.ok).toBe(true)
    }
  })
})
