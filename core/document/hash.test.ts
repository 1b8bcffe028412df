import { describe, expect, it } from 'vitest'
import { charted, done, PLAN, posedShot, runOn, STACK, standing, where } from '../commands/fixture.test-helper'
import { listOf, runsOf, sliceRuns, splice } from '../sheet'
import type { Shot } from '.'
import { documentHash, openShot, storeShot } from '.'

const shot = charted(posedShot(), '1', '13', ['9', '11'])
const again = (s: Shot): Shot => {
  const opened = openShot(JSON.parse(JSON.stringify(storeShot(s))))
  if (!opened.ok) throw new Error(opened.message)
  return opened.shot
}
const withRuns = (s: Shot, runs: ReturnType<typeof runsOf>): Shot => {
  const plan = s.plans[PLAN]!
  const column = { ...plan.columns[where.column]!, runs }
  return { ...s, plans: { ...s.plans, [PLAN]: { ...plan, columns: { ...plan.columns, [column.id]: column } } } }
}

describe('the hash of a document', () => {
  it('is the same after storing and reading, and with keys in another order', () => {
    expect(documentHash(again(shot))).toBe(documentHash(shot))
    const turned = Object.fromEntries(Object.entries(storeShot(shot)).reverse())
    const opened = openShot(turned)
    expect(opened.ok && documentHash(opened.shot)).toBe(documentHash(shot))
    expect(documentHash({ ...shot, scale: undefined })).toBe(documentHash(shot))
  })
  it('is another one after any change, and the first one after taking it back', () => {
    const hashes = [
      shot,
      done(shot, 'run.push', { ...where, run: runOn(shot, '9'), delta: 1 }),
      done(shot, 'drawing.pose', { stack: STACK, drawing: 'd13', poses: { keeper: standing } }),
      done(shot, 'shot.set', { name: 'Other' }),
      done(shot, 'shot.set', { length: 49 }),
      done(shot, 'column.set', { ...where, hidden: true }),
      done(shot, 'drawing.remove', { stack: STACK, drawing: 'd13' }),
    ].map(documentHash)
    expect(new Set(hashes).size).toBe(hashes.length)
    const there = done(shot, 'shot.set', { name: 'Other' })
    expect(documentHash(done(there, 'shot.set', { name: shot.name }))).toBe(documentHash(shot))
  })
  it('does not hang on the chunks that exposures stand in', () => {
    const list = Array.from({ length: 500 }, (_, i) => ({
      id: `r${i}`,
      drawing: i % 5 ? 'd1' : null,
      frames: 1 + (i % 4),
    }))
    const whole = runsOf(list)
    const parts = list.reduce((runs, r) => splice(runs, null, 0, [r]), runsOf([]))
    expect(parts.chunks.length).not.toBe(whole.chunks.length)
    expect(documentHash(withRuns(shot, parts))).toBe(documentHash(withRuns(shot, whole)))
    const turned = runsOf([list[1]!, list[0]!, ...list.slice(2)])
    const cut = sliceRuns(whole, 1, whole.frames - 4)
    for (const other of [turned, cut]) {
      expect(listOf(other)).not.toEqual(list)
      expect(documentHash(withRuns(shot, other))).not.toBe(documentHash(withRuns(shot, whole)))
    }
  })
})
