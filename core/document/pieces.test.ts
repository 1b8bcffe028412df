import { expect, it } from 'vitest'
import { listOf } from '../sheet'
import { assemble, changedPieces, openShot, piecesOf, storeShot } from '.'
import {
  charted,
  columnIn,
  done,
  PLAN,
  posedShot,
  runOn,
  STACK,
  standing,
  where,
} from '../commands/fixture.test-helper'

const shot = charted(posedShot(), '1', '13', ['9', '11'])

it('a shot taken apart and put together is the same shot', () => {
  const wire = JSON.parse(JSON.stringify(piecesOf(shot))) as Record<string, unknown>
  expect(assemble(wire)).toEqual(storeShot(shot))
  expect(openShot(assemble(wire)).ok).toBe(true)
})
it('a change of exposure writes one block of a column, a pose one drawing, a name the head', () => {
  const paths = (after: typeof shot) => Object.keys(changedPieces(shot, after).put)
  expect(paths(done(shot, 'run.push', { ...where, run: runOn(shot, '9'), delta: 1 }))).toEqual([
    `plans/${PLAN}/columns/${where.column}/runs/${listOf(columnIn(shot).runs)[0]!.id}`,
  ])
  expect(paths(done(shot, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: standing } }))).toEqual([
    `stacks/${STACK}/drawings/d13`,
  ])
  expect(paths(done(shot, 'shot.set', { name: 'Other' }))).toEqual(['shot'])
})
it('what is deleted is named, and the pieces after any change make up the shot after it', () => {
  const after = done(shot, 'drawing.remove', { stack: STACK, drawing: 'd13' })
  const { put, gone } = changedPieces(shot, after)
  expect(gone.sort()).toEqual([
    `plans/${PLAN}/charts/c1-13`,
    `stacks/${STACK}/drawings/d11`,
    `stacks/${STACK}/drawings/d13`,
    `stacks/${STACK}/drawings/d9`,
  ])
  const kept = { ...piecesOf(shot), ...put }
  for (const path of gone) delete kept[path]
  expect(assemble(kept)).toEqual(storeShot(after))
})
