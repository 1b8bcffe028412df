import { expect, it } from 'vitest'
import { spotAt } from '../commands'
import {
  chartArgs,
  columnIn,
  done,
  emptyShot,
  keyed,
  PLAN,
  planned,
  runOn,
  STACK,
  undone,
  where,
} from '../commands/fixture.test-helper'
import type { Shot } from '../document'
import { sceneOf } from '../pass'
import { sticking } from '.'

it('two drawings in a row that look the same are found', () => {
  const shot = done(planned(), 'chart.tick', { ...chartArgs, drawing: 'd7', u: 1 / 4 })
  const stuck = sticking(sceneOf(shot, PLAN), columnIn(shot))
  expect([...stuck]).toEqual([[runOn(shot, '9').run, 'd7']])
  const meant = done(shot, 'drawing.set', { stack: STACK, drawing: 'd9', alike: true })
  expect(sticking(sceneOf(meant, PLAN), columnIn(meant)).size).toBe(0)
  expect(undone(shot, meant)).toBe(true)
  expect(sticking(sceneOf(planned(), PLAN), columnIn(planned())).size).toBe(0)
})

it('strokes that were moved are told apart by their place, flat shapes too', () => {
  const hash = 'cd'.repeat(32)
  const withStroke = (shot: Shot, drawing: string, more: object) =>
    done(shot, 'stroke.add', { stack: STACK, drawing, strokes: [{ id: `s-${drawing}`, hash, ...more }] })
  const two = (more: object) => {
    let shot = emptyShot()
    for (const [id, onFrame] of [
      ['p', 1],
      ['q', 3],
    ] as const)
      shot = done(shot, 'pose.add', {
        ...where,
        drawing: keyed(id),
        where: spotAt(columnIn(shot).runs, onFrame) ?? { onFrame },
      })
    shot = withStroke(withStroke(shot, 'p', {}), 'q', more)
    return sticking(sceneOf(shot, PLAN), columnIn(shot)).size
  }
  expect(two({})).toBe(1)
  expect(two({ at: [1, 0, 0, 1, 0, 0] })).toBe(1)
  expect(two({ at: [1, 0, 0, 1, 30, 0] })).toBe(0)
  expect(two({ width: 2 })).toBe(0)
})
